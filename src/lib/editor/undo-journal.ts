/** What undo takes back, kept with the manuscript so that it can be taken back after a reload too. */
import { closeHistory, undoDepth } from 'prosemirror-history';
import { EditorState, type Plugin, type Transaction } from 'prosemirror-state';
import { DocAttrStep, Step } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { sameDocument, schema, wrapStep } from '$lib/core/manuscript';

interface Event {
	steps: Step[];
	/** The same number of steps; the last one is undone first. */
	inverted: Step[];
}

/** Steps of the editor's library in their own JSON, the oldest event first; kept as text, as objects once. */
export type KeptUndo = string | KeptEvent[];
interface KeptEvent {
	steps: unknown[];
	inverted: unknown[];
}

/** So many steps are kept, in whole events. */
const STEPS_KEPT = 400;

/** Follows what the editor's history holds. */
export class UndoJournal {
	private events: Event[] = [];

	/** @param transactions what led from one state to the next, in order */
	follow(transactions: readonly Transaction[], before: EditorState, after: EditorState): void {
		const [first] = transactions;
		const changes = transactions.filter((t) => t.docChanged);
		if (!changes.length) return;
		const history = first.getMeta('history$') as { redo: boolean } | undefined;
		if (history && !history.redo) {
			this.events.pop();
			return;
		}
		const quiet = changes.filter((t) => t.getMeta('addToHistory') === false);
		// attributes of the document move nothing: what is older stands as it did
		if (quiet.length === changes.length && quiet.every((t) => t.steps.every((s) => s instanceof DocAttrStep))) return;
		if (quiet.length) {
			// what is older would have to be carried over a change that undo leaves alone
			this.events = [];
			return;
		}
		const last = this.events.at(-1);
		const goesOn = last && !history && undoDepth(after) === undoDepth(before);
		const event: Event = goesOn ? last : { steps: [], inverted: [] };
		for (const t of changes)
			t.steps.forEach((s, i) => {
				event.steps.push(s);
				event.inverted.push(s.invert(t.docs[i]));
			});
		if (!goesOn) this.events.push(event);
		let kept = 0;
		const from = this.events.findLastIndex((e) => (kept += e.steps.length) > STEPS_KEPT);
		if (from >= 0) this.events = this.events.slice(from + 1);
	}

	/** What is to be kept. */
	toText(): string {
		return JSON.stringify(this.events);
	}

	/**
	 * A state of the document whose undo goes on where it was kept. What does not lead to this very document is left out:
	 * undo begins anew then.
	 */
	restore(doc: Node, kept: KeptUndo | undefined, plugins: Plugin[]): EditorState {
		const plain = EditorState.create({ doc, plugins });
		try {
			// objects have fields that are undefined, the document's text does not: both shall be the same
			const plainly = JSON.parse(typeof kept === 'string' ? kept : JSON.stringify(kept ?? [])) as KeptEvent[];
			const events = plainly.map((e) => ({
				steps: e.steps.map((s) => wrapStep(Step.fromJSON(schema, s))),
				inverted: e.inverted.map((s) => wrapStep(Step.fromJSON(schema, s)))
			}));
			let old = doc;
			for (const e of events.toReversed())
				for (const s of e.inverted.toReversed()) {
					const { doc: next, failed } = s.apply(old);
					if (!next) throw new RangeError(failed ?? '');
					old = next;
				}
			let state = EditorState.create({ doc: old, plugins });
			for (const e of events) {
				const tr = closeHistory(state.tr);
				for (const s of e.steps) tr.step(s);
				state = state.apply(tr);
			}
			if (!sameDocument(state.doc, doc)) return plain;
			this.events = events;
			return state;
		} catch (e) {
			// it was kept for another state of the text, or written by another version: undo begins anew, the text is whole
			if (e instanceof Error) return plain;
			throw e;
		}
	}
}
