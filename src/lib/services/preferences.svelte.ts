/** What the person chose once for all manuscripts, where views and the editor need it at once. */
import { liveQuery, type Subscription } from 'dexie';
import { DEFAULTS, getSetting, keepAhead, putSetting, type Settings } from '$lib/data/settings';
import { report, unexpected } from './problems';
import { toasts } from './toasts.svelte';

export type Preference = 'newStyle' | 'newLocale' | 'name' | 'shapeMarks' | 'wholeText';

class Preferences {
	newStyle = $state.raw<Settings['newStyle']>(DEFAULTS.newStyle);
	newLocale = $state(DEFAULTS.newLocale);
	name = $state(DEFAULTS.name);
	shapeMarks = $state(DEFAULTS.shapeMarks);
	wholeText = $state(DEFAULTS.wholeText);
	private watching: Subscription | null = null;

	/** Follows what is stored, by other tabs too. */
	start(): void {
		if (this.watching) return;
		keepAhead().catch((e: unknown) => report(e, 'The settings could not be saved.'));
		this.watching = liveQuery(async () => ({
			newStyle: await getSetting('newStyle'),
			newLocale: await getSetting('newLocale'),
			name: await getSetting('name'),
			shapeMarks: await getSetting('shapeMarks'),
			wholeText: await getSetting('wholeText')
		})).subscribe({
			next: (s) => Object.assign(this, s),
			error: (e: unknown) => report(e, 'The settings could not be read.')
		});
	}

	/** Keeps a choice. */
	async set<K extends Preference>(key: K, value: Settings[K]): Promise<void> {
		try {
			await putSetting(key, value);
		} catch (e) {
			toasts.say(unexpected(e, 'This setting could not be saved. It is as it was.'));
		}
	}
}

export const preferences = new Preferences();
