/** A manuscript that a view shows and changes in whole steps, and in whose text nobody writes: held for this tab meanwhile. */
import { tick } from 'svelte';
import { ManuscriptError, sourcesNamedIn } from '$lib/core/manuscript';
import { holdManuscript } from '$lib/data/lock';
import { getManuscript } from '$lib/data/manuscripts';
import { Draft } from '$lib/editor/draft.svelte';
import { library } from '$lib/services/library.svelte';
import { unexpected } from '$lib/services/problems';
import type { DecorationSet } from 'prosemirror-view';

export class HeldDraft {
	draft = $state.raw<Draft | null>(null);
	trouble = $state('');
	closed = false;
	private release = () => {};

	constructor(readonly id: string) {}

	/**
	 * @param what the view does, for what is said where it cannot: “match up”
	 * @param sheet gives the element of the sheet once the view stands
	 * @returns the manuscript in its sheet; null where `trouble` says why not
	 */
	async open(
		what: string,
		sheet: () => HTMLElement | null,
		decorations: () => DecorationSet | null
	): Promise<Draft | null> {
		try {
			await library.start();
		} catch {
			return this.fails(`Nothing can be read from this browser’s storage, so there is nothing to ${what}.`);
		}
		const hold = await holdManuscript(this.id);
		this.release = hold.release;
		if (this.closed) {
			hold.release();
			return null;
		}
		if (!hold.held) return this.fails(`This manuscript is open in another tab. Close it there to ${what} here.`);
		const m = await getManuscript(this.id);
		if (!m)
			return this.fails(
				'There is no manuscript at this address. It may have been deleted, or belong to another browser.'
			);
		let draft: Draft;
		try {
			draft = new Draft(m);
		} catch (e) {
			return this.fails(e instanceof ManuscriptError ? e.message : unexpected(e, 'This manuscript cannot be shown.'));
		}
		await library.holdOnly(sourcesNamedIn(draft.initial));
		draft.useLibrary();
		if (this.closed) {
			await draft.destroy();
			return null;
		}
		this.draft = draft;
		await tick();
		const element = sheet();
		if (!element || this.closed) return null;
		draft.mount(element);
		// the text is looked at here and written in Draft
		draft.view?.setProps({ editable: () => false, decorations });
		return draft;
	}
	private fails(why: string): null {
		this.trouble = why;
		return null;
	}

	async close(): Promise<void> {
		this.closed = true;
		try {
			await this.draft?.destroy();
		} finally {
			this.release();
		}
	}
}
