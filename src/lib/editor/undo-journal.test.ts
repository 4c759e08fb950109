import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { closeHistory, history, redo, undo } from 'prosemirror-history';
import { EditorState, type Command, type Transaction } from 'prosemirror-state';
import type { Step } from 'prosemirror-transform';
import { cleanSettings, readDoc, sameDocument, schema, setDocAttrs, storeDoc, wrapAttrs } from '$lib/core/manuscript';
import { UndoJournal, type KeptUndo } from './undo-journal';

const plugins = () => [history()];
const start = () =>
	EditorState.create({
		doc: wrapAttrs(
			schema.nodes.doc.create(null, [
				schema.nodes.heading.create({ level: 1 }, schema.text('Quays')),
				schema.nodes.paragraph.create(null, schema.text('The lamps burned all winter.'))
			])
		),
		plugins: plugins()
	});

/** Writes as a person does, with the journal following. */
class Writer {
	readonly journal = new UndoJournal();
	constructor(public state: EditorState) {}
	do(tr: Transaction): void {
		const before = this.state;
		const { state, transactions } = before.applyTransaction(tr);
		this.journal.follow(transactions, before, state);
		this.state = state;
	}
	run(c: Command): boolean {
		return c(this.state, (tr) => this.do(tr));
	}
	/** What a reload makes of it. */
	reloaded(): EditorState {
		// both are kept as text
		const kept: KeptUndo = structuredClone(this.journal.toText());
		return new UndoJournal().restore(readDoc(storeDoc(this.state.doc)), kept, plugins());
	}
}
const eventsOf = (w: Writer) => JSON.parse(w.journal.toText()) as { steps: unknown[]; inverted: unknown[] }[];
const back = (state: EditorState): EditorState => {
	let s = state;
	while (undo(s, (tr) => (s = s.apply(tr)))) continue;
	return s;
};

test('after a reload undo goes all the way back, whatever was typed, undone and redone', () => {
	const act = fc.record({
		what: fc.constantFrom('type', 'type', 'type', 'delete', 'attr', 'undo', 'redo'),
		at: fc.nat(60),
		words: fc.constantFrom('a', 'quay ', '…', 'long words of a clause '),
		apart: fc.boolean()
	});
	fc.assert(
		fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
			const w = new Writer(start());
			const first = w.state.doc;
			for (const a of acts) {
				const end = w.state.doc.content.size - 1;
				const at = Math.min(Math.max(8, a.at), end);
				if (a.what === 'undo') w.run(undo);
				else if (a.what === 'redo') w.run(redo);
				else {
					let tr = w.state.tr;
					if (a.what === 'type') tr.insertText(a.words, at);
					else if (a.what === 'delete') tr.delete(at, Math.min(end, at + 3));
					else setDocAttrs(tr, { settings: cleanSettings({ placement: a.at % 2 ? 'before' : 'behind' }) });
					if (a.apart) tr = closeHistory(tr);
					w.do(tr);
				}
			}
			const again = w.reloaded();
			assert.ok(sameDocument(again.doc, w.state.doc));
			assert.ok(sameDocument(back(again).doc, first));
			assert.ok(sameDocument(back(w.state).doc, first));
		})
	);
});

test('undo kept for another text is left out, and the text is not touched', () => {
	const w = new Writer(start());
	w.do(w.state.tr.insertText('Old ', 9));
	const other = start().apply(start().tr.insertText('Other words. ', 8)).doc;
	for (const kept of [
		w.journal.toText(),
		'no journal',
		[{ steps: [{ stepType: 'nothing known' }], inverted: [] }],
		[{ steps: eventsOf(w)[0].steps, inverted: [] }]
	]) {
		const state = new UndoJournal().restore(other, kept, plugins());
		assert.ok(sameDocument(state.doc, other));
		assert.equal(undo(state), false);
	}
});

test('a citation whose fields are undefined is taken back after a reload like any other', () => {
	const w = new Writer(start());
	const cites = [{ sourceId: 'a', locator: undefined, prefix: '', suffix: undefined, form: 'parenthetical' }];
	w.do(w.state.tr.insert(9, schema.nodes.citation.create({ id: 'c', cites })));
	w.do(closeHistory(w.state.tr.insertText('More. ', 9)));
	assert.ok(sameDocument(back(w.reloaded()).doc, start().doc));
	// as it was kept once: as objects, with fields that are undefined
	const { events } = w.journal as unknown as { events: { steps: Step[]; inverted: Step[] }[] };
	const json = (list: Step[]): unknown[] => list.map((s) => s.toJSON());
	const kept = structuredClone(events.map((e) => ({ steps: json(e.steps), inverted: json(e.inverted) })));
	const state = new UndoJournal().restore(readDoc(storeDoc(w.state.doc)), kept, plugins());
	assert.ok(sameDocument(back(state).doc, start().doc));
});

test('a change that undo leaves alone begins the journal anew, and what is kept has a bound', () => {
	const w = new Writer(start());
	w.do(w.state.tr.insertText('a', 9));
	w.do(w.state.tr.insertText('b', 9).setMeta('addToHistory', false));
	assert.deepEqual(eventsOf(w), []);
	for (let i = 0; i < 900; i++) w.do(closeHistory(w.state.tr.insertText('x', 9)));
	assert.equal(eventsOf(w).length, 400);
	assert.ok(sameDocument(w.reloaded().doc, w.state.doc));
	assert.equal(undo(w.reloaded()), true);
});
