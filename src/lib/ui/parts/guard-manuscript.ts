/** What a view does that has a manuscript open for writing: nothing written is lost with the page, nobody else's unseen. */
import { onMount } from 'svelte';
import { liveQuery } from 'dexie';
import { beforeNavigate, goto } from '$app/navigation';
import { db } from '$lib/data/db';
import { inBackground } from '$lib/services/problems';
import type { Draft } from '$lib/editor/draft.svelte';

const WORDS =
	'What you wrote last could not be saved in this browser. Leave this manuscript all the same? What is not saved would be lost.';

/** Called while a view is made. Saves when the page is hidden or left, asks before what is unsaved would be lost. */
export function guardManuscript(open: () => Draft | null): void {
	let leaving = false;
	beforeNavigate((to) => {
		const draft = open();
		if (leaving || to.willUnload || !draft?.persistence.atRisk) return;
		to.cancel();
		void draft.persistence.save().then((saved) => {
			if (!saved && !window.confirm(WORDS)) return;
			leaving = true;
			if (to.to) void goto(to.to.url);
		});
	});

	onMount(() => {
		const hide = () => {
			if (document.visibilityState === 'hidden') void open()?.persistence.save();
		};
		const leave = (e: BeforeUnloadEvent) => {
			const draft = open();
			void draft?.persistence.save();
			if (draft?.busy || draft?.persistence.atRisk) e.preventDefault();
		};
		document.addEventListener('visibilitychange', hide);
		window.addEventListener('pagehide', hide);
		window.addEventListener('beforeunload', leave);
		// somebody else may write or delete it: another tab, a restored backup
		const others = liveQuery(() => db.manuscripts.orderBy('updatedAt').primaryKeys()).subscribe({
			next: () => inBackground(open()?.persistence.check() ?? Promise.resolve(), 'Other tabs could not be looked at.'),
			error: () => {} // what is wrong with the storage is said by the next save
		});
		return () => {
			others.unsubscribe();
			document.removeEventListener('visibilitychange', hide);
			window.removeEventListener('pagehide', hide);
			window.removeEventListener('beforeunload', leave);
		};
	});
}
