/** What keys and typed letters do in the text: the editor's plugins, without a page. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { EditorState, NodeSelection, TextSelection, type Transaction } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import { docFromText, type PlacementKind, type QuoteMarks } from '$lib/core/manuscript';
import { editorPlugins, type Gestures } from './plugins';
import { withTables } from './table-plugins';

/** A text being written, with what the gestures were asked for. */
function writing(
	text: string,
	more: { quotes?: QuoteMarks; placement?: PlacementKind; inNote?: boolean; asTyped?: boolean } = {}
) {
	const asked: string[] = [];
	const g: Gestures = {
		cite: () => void asked.push('cite'),
		openSelected: () => false,
		insertNote: (kind) => Boolean(asked.push(kind)),
		insertPlaceholder: () => Boolean(asked.push('gap')),
		step: (by) => Boolean(asked.push(`step ${by}`)),
		beside: (side) => void asked.push(side),
		quotes: () => more.quotes ?? null,
		shapesMarks: () => !more.asTyped,
		placement: () => more.placement ?? 'sentence'
	};
	const plugins = more.inNote ? editorPlugins(g, { inNote: true }) : withTables(editorPlugins(g));
	let state = EditorState.create({ doc: docFromText(text), plugins });
	const view = {
		composing: false,
		get state() {
			return state;
		},
		dispatch: (tr: Transaction) => void (state = state.apply(tr)),
		endOfTextblock: () => true
	} as unknown as EditorView;
	const call = (name: 'handleTextInput' | 'handleKeyDown', ...args: unknown[]) =>
		plugins.some((p) => (p.props[name] as ((...a: unknown[]) => boolean | void) | undefined)?.call(p, view, ...args));
	return {
		asked,
		dispatch: (tr: Transaction) => view.dispatch(tr),
		get state() {
			return state;
		},
		/** Puts the caret behind words. */
		at(words: string) {
			let pos = -1;
			state.doc.descendants((n, p) => {
				const i = n.isText ? n.text!.indexOf(words) : -1;
				if (i >= 0) pos = p + i + words.length;
			});
			assert.ok(pos >= 0, `no “${words}”`);
			return this.caret(pos);
		},
		caret(pos: number) {
			state = state.apply(state.tr.setSelection(TextSelection.create(state.doc, pos)));
			return this;
		},
		/** The caret at the end of its block. */
		end() {
			return this.caret(state.selection.$head.end());
		},
		type(letters: string) {
			for (const c of letters) {
				const { from, to } = state.selection;
				if (!call('handleTextInput', from, to, c, () => state.tr.insertText(c))) view.dispatch(state.tr.insertText(c));
			}
			return this;
		},
		press(key: string, mods: Partial<KeyboardEvent> = {}) {
			const event = { key, keyCode: 0, preventDefault() {}, ...mods };
			return call('handleKeyDown', event);
		},
		/** The text with ^ for what stands in a line as one thing. */
		get text() {
			return state.doc.textBetween(0, state.doc.content.size, '\n', '^');
		}
	};
}

test('typed quotation marks take the shape of the language; an apostrophe is one in any', () => {
	const english = writing('# T\n\nHe said').at('said').type(` "the lamps' oil" isn't 'his'`);
	assert.match(english.text, /He said “the lamps’ oil” isn’t ‘his’/);
	const french = { open: '« ', close: ' »', innerOpen: '“', innerClose: '”' };
	assert.match(writing('# T\n\nIl dit', { quotes: french }).at('dit').type(` "l'eau"`).text, /Il dit « l’eau »/);
	const german = { open: '„', close: '“', innerOpen: '‚', innerClose: '‘' };
	assert.match(writing('# T\n\nEr sagt', { quotes: german }).at('sagt').type(` "so 'und' so"`).text, /„so ‚und‘ so“/);
	assert.match(
		writing('# T\n\nEr', { quotes: german }).at('Er').type(` "sagt 'so'", Hans' Öl.`).text,
		/„sagt ‚so‘“, Hans’ Öl\./
	);
	assert.match(
		writing('# T\n\nIl', { quotes: french }).at('Il').type(` "dit 'l'eau d'Ennis', oui"`).text,
		/« dit “l’eau d’Ennis”, oui »/
	);
});

/** An empty paragraph below a title, the caret in it. */
function blank(more: Parameters<typeof writing>[1] = {}) {
	const w = writing('# T\n\nx', more).at('x');
	const { $from } = w.state.selection;
	w.dispatch(w.state.tr.delete($from.start(), $from.end()));
	return w;
}
const second = (w: ReturnType<typeof writing>) => w.state.doc.child(1);
const selected = (w: ReturnType<typeof writing>) =>
	w.state.selection instanceof NodeSelection ? w.state.selection.node.type.name : '';

test('two hyphens are a dash and three dots an ellipsis', () => {
	assert.match(writing('# T\n\nLamps').at('Lamps').type(' -- oil...').text, /Lamps – oil…/);
});

test('a heading, a quotation, a list begin as they are typed; not in a note', () => {
	for (const [typed, type] of [
		['## ', 'heading'],
		['> ', 'blockquote'],
		['- ', 'bullet_list'],
		['3. ', 'ordered_list']
	] as const) {
		assert.equal(second(blank().type(typed)).type.name, type, typed);
		assert.equal(second(blank({ inNote: true }).type(typed)).type.name, 'paragraph', typed);
	}
	assert.equal(second(blank().type('### ')).attrs.level, 3);
	assert.equal(second(blank().type('3. ')).attrs.order, 3);
});

test('@ opens the cite line at the start of a word, and is a letter within one', () => {
	for (const before of [' ', ' (', ' “', ' [', ' —']) {
		const w = writing('# T\n\nLamps').at('Lamps');
		w.type(`${before}@`);
		assert.deepEqual(w.asked, ['cite'], before);
		assert.doesNotMatch(w.text, /@/);
	}
	const behind = writing('# T\n\nLamps {{a}} x').at('Lamps ');
	behind.caret(behind.state.selection.head + 1).type('@');
	assert.deepEqual(behind.asked, ['cite'], 'behind a citation');
	const w = writing('# T\n\nme').at('me').type('@example');
	assert.deepEqual(w.asked, []);
	assert.match(w.text, /me@example/);
});

test('a full stop typed behind a citation goes where the style has it', () => {
	for (const [placement, is] of [
		['sentence', 'lit ^.'],
		['note', 'lit.^'],
		['raised', 'lit.^'],
		['close', 'lit^.']
	] as const) {
		const gap = placement === 'sentence' ? ' ' : '';
		const w = writing(`# T\n\nLamps were lit${gap}{{a}}`, { placement }).at('Lamps').end().type('.');
		assert.ok(w.text.endsWith(is), `${placement}: ${w.text}`);
		// and typing goes on behind both
		w.type(' Then');
		assert.ok(w.text.endsWith(`${is} Then`), `${placement}: ${w.text}`);
	}
});

test('what stands in a line as one thing is selected by Backspace and Delete before they take it out', () => {
	for (const [mark, type] of [
		['{{a}}', 'citation'],
		['((mine))', 'note'],
		['{{? oil}}', 'citation_placeholder']
	]) {
		const back = writing(`# T\n\nLamps ${mark}`).at('Lamps').end();
		assert.ok(back.press('Backspace'));
		assert.equal(selected(back), type);
		assert.ok(back.press('Backspace'));
		assert.doesNotMatch(back.text, /\^/);
		const forth = writing(`# T\n\nLamps ${mark} x`).at('Lamps');
		while (forth.state.selection.$head.nodeAfter?.isText) forth.caret(forth.state.selection.head + 1);
		assert.ok(forth.press('Delete'));
		assert.equal(selected(forth), type);
	}
});

test('no key pulls text into a list or the list into text', () => {
	const before = writing('# T\n\nLamps\n\n{{bibliography References}}\n\nAfter').at('Lamps');
	const { doc } = before.state;
	assert.ok(before.press('Delete'));
	assert.ok(before.state.doc.eq(doc));
	before.at('After').caret(before.state.selection.$head.start());
	assert.ok(before.press('Backspace'));
	assert.ok(before.state.doc.eq(doc));
});

test('a heading named as lists are makes one with Enter, and the caret goes on behind it', () => {
	for (const name of ['References', 'Works Cited', 'Bibliography']) {
		const w = blank().type(`## ${name}`);
		assert.ok(w.press('Enter'));
		assert.equal(second(w).type.name, 'bibliography', name);
		assert.equal(second(w).textContent, name);
		assert.equal(w.state.selection.$head.parent.type.name, 'paragraph');
		assert.ok(w.state.selection.head > w.state.doc.child(0).nodeSize + second(w).nodeSize);
	}
	const other = blank().type('## Methods');
	other.press('Enter');
	assert.equal(second(other).type.name, 'heading');
	const title = writing('# References').at('References');
	title.press('Enter');
	assert.equal(title.state.doc.firstChild!.type.name, 'heading', 'a title is none');
});

test('shortcuts ask for what they are for', () => {
	const w = writing('# T\n\nLamps').at('Lamps');
	const alt = { altKey: true };
	for (const [key, mods, is] of [
		['n', alt, 'footnote'],
		['g', alt, 'gap'],
		['q', alt, 'excerpts'],
		['r', alt, 'note-ref'],
		['PageDown', alt, 'step 1'],
		['PageUp', alt, 'step -1'],
		['e', { ctrlKey: true, shiftKey: true }, 'cite']
	] as const) {
		assert.ok(w.press(key, mods), key);
		assert.equal(w.asked.at(-1), is);
	}
	w.press('2', { ctrlKey: true, altKey: true });
	assert.equal(second(w).type.name, 'heading');
	w.press('0', { ctrlKey: true, altKey: true });
	assert.equal(second(w).type.name, 'paragraph');
});

test('copies of citations and notes get identities of their own', () => {
	const w = writing('# T\n\nLamps {{a}} and ((mine)) oil.').at('Lamps');
	const { $from } = w.state.selection;
	w.dispatch(w.state.tr.insert($from.after(), second(w)));
	const ids: string[] = [];
	w.state.doc.descendants((n) => {
		if ('id' in n.attrs) ids.push(n.attrs.id);
	});
	assert.equal(ids.length, 5, 'the heading, and two of each');
	assert.equal(new Set(ids).size, 5);
});

test('marks stay as they are typed where the person wants them so', () => {
	const w = writing('# T\n\nHe said', { asTyped: true }).at('said').type(` "so" -- isn't it...`);
	assert.match(w.text, /He said "so" -- isn't it\.\.\./);
});
