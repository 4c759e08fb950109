/** The document store beside the plain way: whatever is done, what derives from the text is what reading it anew gives. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { redo, undo } from 'prosemirror-history';
import { TextSelection } from 'prosemirror-state';
import {
	countDoc,
	docFromText,
	readCitations,
	readDoc,
	readOutline,
	sameDocument,
	schema,
	settingsOf,
	storeDoc,
	styleOf,
	type PlacementKind
} from '$lib/core/manuscript';
import type { StyleInfo } from '$lib/core/citing';
import {
	joinWithNext,
	LABEL,
	overrideCitation,
	overrideEntry,
	replaceCited,
	splitOff,
	takeNoteIn,
	turnOwnNote
} from './commands';
import { insertBibliography, removeBibliography, setBibliography } from './bibliographies';
import { DocumentStore, placementIn } from './document-store';
import { NO_GESTURES } from './no-gestures';
import { editorPlugins } from './plugins';
import { changeSettings, listUncited, switchStyle } from './style-commands';

const TEXT =
	'# Lamps\n\n## One\n\nThe lamps burned {{abara; sund | p 4}}. So they did {{sund}} {{okonjo}}((a note {{abara}})).\n\n## Two\n\nAnd then {{!okonjo}} said so.\n\n{{bibliography References}}';
const open = (text = TEXT) => new DocumentStore(docFromText(text), 'Lamps', undefined, editorPlugins(NO_GESTURES));

const info = (id: string, placement: PlacementKind, note = false): StyleInfo =>
	({
		id,
		title: id.toUpperCase(),
		class: note ? 'note' : 'in-text',
		placement,
		punctuationInQuote: true,
		quotes: { open: '“', close: '”', innerOpen: '‘', innerClose: '’' },
		lang: 'en-US'
	}) as StyleInfo;
const STYLES = [info('apa', 'sentence'), info('ama', 'raised'), info('notes', 'note', true)];

/** Runs a command on the store. @returns whether it could */
function run(store: DocumentStore, command: Parameters<typeof undo>[0] extends never ? never : typeof undo): boolean {
	return command(store.state, (tr) => void store.apply(tr));
}

test('whatever is done and undone, reading, numbers, outline and words are those of the text (property)', () => {
	const act = fc.record({
		what: fc.constantFrom('type', 'delete', 'split', 'style', 'settings', 'undo', 'redo', 'heading'),
		at: fc.nat(200),
		n: fc.nat(9)
	});
	fc.assert(
		fc.property(fc.array(act, { maxLength: 20 }), (acts) => {
			const store = open();
			for (const a of acts) {
				const end = store.doc.content.size - 1;
				const at = Math.min(1 + a.at, end);
				const { tr } = store.state;
				if (a.what === 'type') store.apply(tr.setSelection(TextSelection.near(tr.doc.resolve(at))).insertText('x '));
				else if (a.what === 'delete') {
					const sel = TextSelection.between(tr.doc.resolve(at), tr.doc.resolve(Math.min(end, at + a.n)));
					store.apply(tr.setSelection(sel).deleteSelection());
				} else if (a.what === 'split') {
					const $at = TextSelection.near(tr.doc.resolve(at)).$head;
					if ($at.depth === 1 && $at.parent.type === schema.nodes.paragraph) store.apply(tr.split($at.pos));
				} else if (a.what === 'style') run(store, switchStyle(STYLES[a.n % 3]));
				else if (a.what === 'settings')
					run(
						store,
						changeSettings({ noteNumbers: a.n % 2 ? 'section' : 'through', placement: a.n % 3 ? 'style' : 'before' })
					);
				else if (a.what === 'undo') run(store, undo);
				else if (a.what === 'redo') run(store, redo);
				else store.apply(tr.insert(0, schema.nodes.heading.create({ level: 2 }, schema.text('H'))));

				const plain = readCitations(store.doc, styleOf(store.doc)?.form ?? 'in-text');
				assert.deepEqual(store.reading, plain);
				for (const n of plain.notes) assert.equal(store.noteNumber(n.id), n.number);
				store.describe();
				assert.deepEqual(store.outline, readOutline(store.doc));
				assert.deepEqual(store.words, countDoc(store.doc));
				assert.equal(store.settings, settingsOf(store.doc));
				assert.equal(store.placement, placementIn(store.doc));
				store.doc.check();
				const ids: string[] = [];
				store.doc.descendants((n) => void ('id' in n.attrs && ids.push(n.attrs.id as string)));
				assert.equal(new Set(ids).size, ids.length, 'every identity is one of a kind');
			}
			// what is stored and read again, with what undo takes back, is the same
			const again = new DocumentStore(
				readDoc(storeDoc(store.doc)),
				store.title,
				store.undoText(),
				editorPlugins(NO_GESTURES)
			);
			assert.ok(sameDocument(again.doc, store.doc));
		}),
		{ numRuns: 120 }
	);
});

test('a change says what it was: words alone, a style, notes with other numbers', () => {
	const store = open();
	const typed = store.apply(store.state.tr.insertText('word ', store.doc.content.size - 20));
	assert.deepEqual([typed.docChanged, typed.typed, typed.styleChanged, typed.renumbered], [true, true, false, []]);
	const moved = store.apply(store.state.tr.setSelection(TextSelection.atStart(store.doc)));
	assert.equal(moved.docChanged, false);
	let change = typed;
	switchStyle(STYLES[2])(store.state, (tr) => (change = store.apply(tr)));
	assert.deepEqual([change.styleChanged, change.typed], [true, false]);
	assert.equal(change.renumbered.length, 5, 'four citations and the own note are notes now');
	assert.deepEqual(
		store.reading.notes.map((n) => n.number),
		[1, 2, 3, 4, 5]
	);
	run(store, undo);
	assert.deepEqual(
		store.reading.notes.map((n) => n.number),
		[1]
	);
});

test('the name follows the title on the sheet until it is named otherwise', () => {
	const store = open();
	store.apply(store.state.tr.insertText('Old ', 1));
	assert.equal(store.title, 'Old Lamps');
	store.title = 'My own name';
	store.apply(store.state.tr.insertText('Very ', 1));
	assert.equal(store.title, 'My own name');
});

test('a switch of style is one step: marks, form, headings and facts, and one undo takes all of it back', () => {
	const store = open();
	const before = store.doc;
	let label = '';
	switchStyle(STYLES[2])(store.state, (tr) => {
		label = tr.getMeta(LABEL) as string;
		store.apply(tr);
	});
	assert.equal(label, 'Style changed to NOTES');
	assert.match(store.doc.textBetween(0, store.doc.content.size, ' '), /burned\./);
	assert.equal(store.style.form, 'footnotes');
	assert.equal(store.style.facts?.placement, 'note');
	assert.equal(store.placement, 'note', 'an edit knows it without the worker');
	let heading = '';
	store.doc.descendants((n, _p, parent) => {
		if (parent?.type === schema.nodes.bibliography) heading = n.textContent;
	});
	assert.equal(heading, 'Bibliography');
	run(store, undo);
	assert.ok(sameDocument(store.doc, before));
});

test('commands say whether they can be done before they do it, and do nothing else', () => {
	const store = open();
	const [first, second, third] = store.reading.citations;
	for (const [command, can] of [
		[splitOff(first.id, 1), true],
		[splitOff('nobody', 0), false],
		[joinWithNext(second.id), true],
		[joinWithNext(first.id), false],
		[overrideCitation(first.id, { text: 'so', basis: 'x' }), true],
		[overrideCitation('nobody', null), false],
		[overrideEntry('abara', { text: 'so', basis: 'x' }), true],
		[replaceCited('abara', 'sund'), true],
		[replaceCited('nobody', 'sund'), false],
		[turnOwnNote(-1), false],
		[turnOwnNote(store.reading.notes[0].pos), true],
		[takeNoteIn(third.pos), false],
		[setBibliography('nobody', { order: 'date' }), false],
		[removeBibliography('nobody'), false],
		[insertBibliography('end'), true],
		[listUncited('z', 'read', (id) => id), true]
	] as const) {
		const { doc } = store;
		assert.equal(command(store.state), can);
		assert.equal(store.doc, doc, 'asking changes nothing');
		let changed = false;
		assert.equal(
			command(store.state, (tr) => (changed = tr.docChanged)),
			can
		);
		assert.equal(changed, can);
	}
});

test('sources that were merged are cited under the one that was kept', () => {
	const store = open();
	store.resolve = (id) => (id === 'sund' ? 'abara' : id);
	store.read();
	assert.ok(store.reading.clusters.every((c) => c.cites.every((x) => x.sourceId !== 'sund')));
});
