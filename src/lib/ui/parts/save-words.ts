import type { SaveState } from '$lib/services/autosave';

/** Whether what was written is saved, in a word beside the title. */
export const saveWords: Record<SaveState, string> = {
	saved: 'Saved',
	saving: 'Saving…',
	failed: 'Not saved',
	stopped: 'Read only'
};
