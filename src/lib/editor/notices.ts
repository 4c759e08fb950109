/** What is said above the text of a manuscript, and what can be done about it there. */
import type { Conflict } from '$lib/services/persistence';

export interface Notice {
	kind: 'storage' | 'tab' | 'recovered' | 'conflict';
	text: string;
	action?: { label: string; run: () => void };
}

export const READ_ONLY =
	'This manuscript is open in another tab. Here it can be read, and it follows what is written there. Close the other tab to write here.';
export const MISFITS =
	'Some of what was typed last does not fit the text as it is now. It is kept among what needs repair, on the desk.';

/** What the person has to know about who else wrote or deleted; null for nothing. */
export function conflictNotice(c: Conflict, readOnly: boolean, putBack: () => void): Omit<Notice, 'kind'> | null {
	switch (c.kind) {
		case 'gone':
			return {
				text: 'This manuscript was deleted in another tab. It is in the bin.',
				action: { label: 'Put it back', run: putBack }
			};
		case 'put-back':
			return {
				text: 'This manuscript was deleted in another tab while you wrote here. It is back on the desk, with what you wrote.'
			};
		case 'adopted':
			// a tab that only reads follows without a word
			if (readOnly) return null;
			return {
				text: 'This manuscript was changed elsewhere, by a restored backup for example, and is shown as it is now. Ctrl Z brings back what was here.'
			};
		case 'both':
			return {
				text: `This manuscript was changed elsewhere while you wrote here. Yours is kept as it is; the other is on the desk as “${c.copy}”.`
			};
	}
}
