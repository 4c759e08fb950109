/** What keys do at the edges of blocks: a table, before and after. Common practice where no source is named. */
import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { history, undo } from 'prosemirror-history';
import { EditorState, type Transaction } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';
import { documentOf, notationOf } from './notation';
import { ParagraphSelection } from './paragraph-selection';
import { NO_GESTURES } from './no-gestures';
import { editorPlugins } from './plugins';
import { withTables } from './table-plugins';

/** A text being written, as far as keys go. @returns whether a key was taken */
function writing(text: string) {
	const { doc, selection } = documentOf(text);
	const plugins = withTables([...editorPlugins(NO_GESTURES), history()]).filter(
		(p, i, all) => all.findIndex((q) => (q as { key?: string }).key === (p as { key?: string }).key) === i
	);
	let state = EditorState.create({ doc, selection, plugins });
	const view = {
		composing: false,
		get state() {
			return state;
		},
		dispatch: (tr: Transaction) => void (state = state.apply(tr)),
		endOfTextblock: (dir: string) => {
			const { $head } = state.selection;
			return dir === 'backward' || dir === 'left' || dir === 'up'
				? $head.parentOffset === 0
				: $head.parentOffset === $head.parent.content.size;
		}
	} as unknown as EditorView;
	const call = (name: 'handleTextInput' | 'handleKeyDown', ...args: unknown[]) =>
		plugins.some((p) => (p.props[name] as ((...a: unknown[]) => boolean | void) | undefined)?.call(p, view, ...args));
	return {
		get state() {
			return state;
		},
		view,
		/** A key, or letters behind “type”. */
		press(key: string) {
			if (key.startsWith('type ')) {
				for (const c of key.slice(5)) {
					const { from, to } = state.selection;
					if (!call('handleTextInput', from, to, c, () => state.tr.insertText(c)))
						view.dispatch(state.tr.insertText(c, from, to));
				}
				return true;
			}
			if (key === 'triple click') {
				view.dispatch(state.tr.setSelection(ParagraphSelection.around(state.doc, state.selection.from)));
				return true;
			}
			if (key === 'cut') {
				view.dispatch(state.tr.deleteSelection());
				return true;
			}
			const shiftKey = key.startsWith('Shift-');
			const name = key.replace('Shift-', '');
			const taken = call('handleKeyDown', { key: name, keyCode: 0, shiftKey, preventDefault() {} });
			// what no command takes, the browser does: within a line it deletes a letter
			if (!taken && (name === 'Backspace' || name === 'Delete')) {
				const { $from } = state.selection;
				const beside = name === 'Backspace' ? $from.nodeBefore : $from.nodeAfter;
				const by = name === 'Backspace' ? -1 : 1;
				if (beside?.isText)
					view.dispatch(state.tr.delete(Math.min($from.pos, $from.pos + by), Math.max($from.pos, $from.pos + by)));
			}
			return taken;
		}
	};
}

type Case = [keys: string, before: string, after: string];

const TABLE: Record<string, Case[]> = {
	title: [
		['Enter', 'h1:Title| / p:One', 'h1:Title / p:| / p:One'],
		['Enter', 'h1:Title| / p: / p:x', 'h1:Title / p:| / p:x'],
		['Enter', 'h1:Ti|tle / p:One', 'h1:Ti / p:|tle / p:One'],
		['Enter', 'h1:|Title / p:One', 'h1:|Title / p:One'],
		['Enter', 'h1:T{it}le / p:One', 'h1:T / p:|le / p:One'],
		['Backspace', 'h1:|Title / p:One', 'h1:|Title / p:One'],
		['Backspace', 'h1:| / p:One', 'h1:| / p:One'],
		['Backspace', 'h1:Title / p:|', 'h1:Title|'],
		['Backspace', 'h1:Title / p:|One', 'h1:Title|One'],
		['Delete', 'h1:Title| / p:One', 'h1:Title|One'],
		['type # ', 'h1:Title / p:|', 'h1:Title / h1:|']
	],
	headings: [
		['Enter', 'h1:T / h2:One| / p:x', 'h1:T / h2:One / p:| / p:x'],
		['Enter', 'h1:T / h2:One|two', 'h1:T / h2:One / h2:|two'],
		['Enter', 'h1:T / h2:|One', 'h1:T / p: / h2:|One'],
		['Backspace', 'h1:T / h2:|', 'h1:T / p:|'],
		['Backspace', 'h1:T / p: / h2:|One', 'h1:T / h2:|One'],
		['Backspace', 'h1:T / p:x / h2:|One', 'h1:T / p:x|One'],
		['Delete', 'h1:T / p:| / h2:One', 'h1:T / h2:|One'],
		['Delete', 'h1:T / h2:One| / p:x', 'h1:T / h2:One|x'],
		['Delete', 'h1:T / h2:| / p:x', 'h1:T / h2:|x'],
		['type ## ', 'h1:T / p:|', 'h1:T / h2:|']
	],
	lists: [
		['Enter', 'h1:T / ul(li(p:a|))', 'h1:T / ul(li(p:a) / li(p:|))'],
		['Enter', 'h1:T / ul(li(p:a|b))', 'h1:T / ul(li(p:a) / li(p:|b))'],
		['Enter', 'h1:T / ul(li(p:a) / li(p:|))', 'h1:T / ul(li(p:a)) / p:|'],
		['Enter', 'h1:T / ul(li(p:a) / li(p:|) / li(p:b))', 'h1:T / ul(li(p:a)) / p:| / ul(li(p:b))'],
		['Enter', 'h1:T / ul(li(p:a / ul(li(p:|))))', 'h1:T / ul(li(p:a) / li(p:|))'],
		['Backspace', 'h1:T / p:x / ul(li(p:|a) / li(p:b))', 'h1:T / p:x / p:|a / ul(li(p:b))'],
		['Backspace', 'h1:T / ul(li(p:a) / li(p:|b))', 'h1:T / ul(li(p:a)) / p:|b'],
		['Backspace', 'h1:T / ul(li(p:a / ul(li(p:|b))))', 'h1:T / ul(li(p:a) / li(p:|b))'],
		['Backspace', 'h1:T / ul(li(p:a / p:|b))', 'h1:T / ul(li(p:a|b))'],
		['Backspace', 'h1:T / ul(li(p:a)) / p:|b', 'h1:T / ul(li(p:a|b))'],
		['Backspace', 'h1:T / ul(li(p:a)) / p:|', 'h1:T / ul(li(p:a|))'],
		['Delete', 'h1:T / ul(li(p:a|) / li(p:b))', 'h1:T / ul(li(p:a|b))'],
		['Delete', 'h1:T / ul(li(p:a|)) / p:b', 'h1:T / ul(li(p:a|b))'],
		['Tab', 'h1:T / ul(li(p:a) / li(p:b|))', 'h1:T / ul(li(p:a / ul(li(p:b|))))'],
		['Tab', 'h1:T / ul(li(p:a|))', 'h1:T / ul(li(p:a|))'],
		['Shift-Tab', 'h1:T / ul(li(p:a / ul(li(p:b|))))', 'h1:T / ul(li(p:a) / li(p:b|))'],
		['Shift-Tab', 'h1:T / ul(li(p:a|))', 'h1:T / p:a|'],
		['type - ', 'h1:T / p:|', 'h1:T / ul(li(p:|))'],
		['type 1. ', 'h1:T / p:|', 'h1:T / ol(li(p:|))']
	],
	quotations: [
		['Enter', 'h1:T / q(p:a|)', 'h1:T / q(p:a / p:|)'],
		['Enter', 'h1:T / q(p:a / p:|)', 'h1:T / q(p:a) / p:|'],
		['Backspace', 'h1:T / p:x / q(p:|a)', 'h1:T / p:x / p:|a'],
		['Backspace', 'h1:T / q(p:a / p:|b)', 'h1:T / q(p:a|b)'],
		['Backspace', 'h1:T / q(p:a) / p:|b', 'h1:T / q(p:a|b)'],
		['Delete', 'h1:T / q(p:a|) / p:b', 'h1:T / q(p:a|b)'],
		['type > ', 'h1:T / p:|', 'h1:T / q(p:|)']
	],
	tables: [
		['Tab', 'h1:T / t(r(c(p:a|) / c(p:b)))', 'h1:T / t(r(c(p:a) / c(p:{b})))'],
		['Tab', 'h1:T / t(r(c(p:a) / c(p:b|)))', 'h1:T / t(r(c(p:a) / c(p:b)) / r(c(p:|) / c(p:)))'],
		['Shift-Tab', 'h1:T / t(r(c(p:a|) / c(p:b)))', 'h1:T / t(r(c(p:a|) / c(p:b)))'],
		['Enter', 'h1:T / t(r(c(p:a|)))', 'h1:T / t(r(c(p:a / p:|)))'],
		['Backspace', 'h1:T / t(r(c(p:a) / c(p:|b)))', 'h1:T / t(r(c(p:a) / c(p:|b)))'],
		['Delete', 'h1:T / t(r(c(p:a|) / c(p:b)))', 'h1:T / t(r(c(p:a|) / c(p:b)))'],
		['Backspace', 'h1:T / t(r(c(p:a))) / p:|b', 'h1:T / *t(r(c(p:a))) / p:b'],
		['Delete', 'h1:T / p:b| / t(r(c(p:a)))', 'h1:T / p:b / *t(r(c(p:a)))'],
		['Backspace', 'h1:T / *t(r(c(p:a))) / p:b', 'h1:T / p:|b'],
		['Enter', 'h1:T / ct(cap:Lamps| / t(r(c(p:a))))', 'h1:T / ct(cap:Lamps / t(r(c(p:|a))))'],
		['Backspace', 'h1:T / ct(cap:|Lamps / t(r(c(p:a))))', 'h1:T / *ct(cap:Lamps / t(r(c(p:a))))']
	],
	'figures, equations, page breaks': [
		['Enter', 'h1:T / fig(cap:Quay|) / p:x', 'h1:T / fig(cap:Quay) / p:| / p:x'],
		['Enter', 'h1:T / fig(cap:Qu|ay) / p:', 'h1:T / fig(cap:Quay) / p:|'],
		['Backspace', 'h1:T / p:x / fig(cap:|Quay)', 'h1:T / p:x / *fig(cap:Quay)'],
		['Delete', 'h1:T / fig(cap:Quay|) / p:x', 'h1:T / fig(cap:Quay|) / p:x'],
		['Backspace', 'h1:T / fig(cap:Quay) / p:|x', 'h1:T / *fig(cap:Quay) / p:x'],
		['Backspace', 'h1:T / eq / p:|x', 'h1:T / *eq / p:x'],
		['Delete', 'h1:T / p:x| / eq', 'h1:T / p:x / *eq'],
		['Backspace', 'h1:T / toc / p:|x', 'h1:T / *toc / p:x'],
		['Backspace', 'h1:T / *toc / p:x', 'h1:T / p:|x'],
		['Delete', 'h1:T / p:x| / toc', 'h1:T / p:x / *toc'],
		['Backspace', 'h1:T / p:a / br / p:|x', 'h1:T / p:a / p:|x'],
		['Delete', 'h1:T / p:a| / br / p:x', 'h1:T / p:a| / p:x']
	],
	'citations, notes, places without a source': [
		['Backspace', 'h1:T / p:a@|', 'h1:T / p:a[@]'],
		['Backspace Backspace', 'h1:T / p:a@|b', 'h1:T / p:a|b'],
		['Delete', 'h1:T / p:a|@', 'h1:T / p:a[@]'],
		['Backspace', 'h1:T / p:a#|', 'h1:T / p:a[#]'],
		['Delete', 'h1:T / p:a|?b', 'h1:T / p:a[?]b'],
		['Enter', 'h1:T / p:a|@', 'h1:T / p:a / p:|@'],
		['Backspace', 'h1:T / p:a / p:|@b', 'h1:T / p:a|@b']
	],
	bibliographies: [
		['Enter', 'h1:T / bib(h2:References|)', 'h1:T / bib(h2:References) / p:|'],
		['Enter', 'h1:T / bib(h2:References|) / p:', 'h1:T / bib(h2:References) / p:|'],
		['Backspace', 'h1:T / p:a / bib(h2:|References)', 'h1:T / p:a / *bib(h2:References)'],
		['Delete', 'h1:T / bib(h2:References|) / p:a', 'h1:T / bib(h2:References|) / p:a'],
		['Delete', 'h1:T / p:a| / bib(h2:References)', 'h1:T / p:a| / bib(h2:References)'],
		['Backspace', 'h1:T / bib(h2:References) / p:|a', 'h1:T / bib(h2:References) / p:|a'],
		['Backspace', 'h1:T / bib(h2:References) / p:|', 'h1:T / bib(h2:References|)'],
		['type x', 'h1:T / p:a{b / bib(h2:References) / p:c}d', 'h1:T / p:ax|d / bib(h2:References)']
	],
	'a paragraph selected by a triple click': [
		['triple click, cut', 'h1:T / p:a|b / p:c', 'h1:T / p:|c'],
		['triple click, Backspace', 'h1:T / p:c / p:a|b', 'h1:T / p:c|'],
		['triple click, type x', 'h1:T / p:a|b / p:c', 'h1:T / p:x| / p:c'],
		['triple click, cut', 'h1:T / ul(li(p:a) / li(p:b|) / li(p:c))', 'h1:T / ul(li(p:a) / li(p:|c))'],
		['triple click, cut', 'h1:T / ul(li(p:a|)) / p:c', 'h1:T / p:|c'],
		['triple click, cut', 'h1:T / q(p:a|) / p:c', 'h1:T / p:|c'],
		['triple click, cut', 'h1:T|itle / p:c', 'h1:| / p:c'],
		['triple click, cut', 'h1:T / t(r(c(p:a|)))', 'h1:T / t(r(c(p:|)))'],
		['triple click, cut', 'h1:T / fig(cap:Quay|)', 'h1:T / fig(cap:|)'],
		['triple click, cut', 'h1:T / bib(h2:References|)', 'h1:T / bib(h2:|)']
	],
	'marks that are put in, and taken back by one Backspace': [
		['type "', 'h1:T / p:a |', 'h1:T / p:a “|'],
		['type ", Backspace', 'h1:T / p:a |', 'h1:T / p:a "|'],
		['type --', 'h1:T / p:a|', 'h1:T / p:a–|'],
		['type --, Backspace', 'h1:T / p:a|', 'h1:T / p:a--|'],
		['type ---', 'h1:T / p:a|', 'h1:T / p:a—|'],
		['type ..., Backspace', 'h1:T / p:a|', 'h1:T / p:a...|'],
		['type - , Backspace', 'h1:T / p:|', 'h1:T / p:- |']
	]
};

for (const [subject, cases] of Object.entries(TABLE))
	describe(subject, () => {
		for (const [keys, before, after] of cases)
			test(`${keys}: ${before}`, () => {
				const w = writing(before);
				const start = notationOf(w.state);
				assert.equal(start, before, 'the case is written as it is read');
				for (const key of keys.includes(',')
					? keys.split(', ')
					: keys.startsWith('type')
						? [keys]
						: keys.split(/ (?!click)/))
					w.press(key);
				assert.equal(notationOf(w.state), after);
				w.state.doc.check();
				for (let i = 0; i < 9; i++) undo(w.state, (tr) => w.view.dispatch(tr));
				assert.equal(w.state.doc.toString(), documentOf(before).doc.toString(), 'undo takes it back');
			});
	});
