/** The guide through a person's first manuscript: offered once, and gone for good when it is over or sent away. */
import { liveQuery, type Subscription } from 'dexie';
import { DEFAULTS, getSetting, putSetting, type Settings } from '$lib/data/settings';
import { report, unexpected } from './problems';
import { toasts } from './toasts.svelte';

class Guide {
	/** Null before it is known. */
	now = $state.raw<Settings['guide'] | null>(null);
	private watching: Subscription | null = null;

	/** Follows what is stored, by other tabs too. */
	start(): void {
		this.watching ??= liveQuery(() => getSetting('guide')).subscribe({
			next: (g) => (this.now = g),
			error: (e: unknown) => report(e, 'Whether you know your way around could not be read.')
		});
	}

	/** Whether it goes along with a manuscript. */
	with(manuscript: string): boolean {
		return this.now?.state === 'on' && this.now.manuscript === manuscript;
	}

	/** Goes along with a manuscript that was just made. */
	begin(m: { id: string; styleId: string }): Promise<void> {
		return this.put({ state: 'on', manuscript: m.id, style: m.styleId });
	}

	/** It does not come back. */
	end(): Promise<void> {
		return this.put({ ...(this.now ?? DEFAULTS.guide), state: 'over' });
	}

	private async put(next: Settings['guide']): Promise<void> {
		try {
			await putSetting('guide', next);
			this.now = next;
		} catch (e) {
			toasts.say(unexpected(e, 'This could not be remembered. Your manuscripts are not touched.'));
		}
	}
}

export const guide = new Guide();
