/** Keys, input rules, unique identities, clean paste. */
import { baseKeymap, chainCommands, toggleMark } from 'prosemirror-commands';
import { dropCursor } from 'prosemirror-dropcursor';
import { gapCursor } from 'prosemirror-gapcursor';
import { history, redo, undo } from 'prosemirror-history';
import {
	InputRule,
	inputRules,
	textblockTypeInputRule,
	undoInputRule,
	wrappingInputRule
} from 'prosemirror-inputrules';
import { keymap } from 'prosemirror-keymap';
import { liftListItem, sinkListItem, splitListItem } from 'prosemirror-schema-list';
import {
	NodeSelection,
	Plugin,
	Selection,
	TextSelection,
	type Command,
	type EditorState,
	type Transaction
} from 'prosemirror-state';
import { Decoration, DecorationSet } from 'prosemirror-view';
import { Fragment, type Node, type Slice } from 'prosemirror-model';
import type { Step } from 'prosemirror-transform';
import { newId, schema, typeMark, type PlacementKind, type QuoteMarks } from '$lib/core/manuscript';
import { caretOnFocus } from './caret-on-focus';
import { atBackspace, atDelete, leaveFixedLine, splitTitle, stayInList } from './edges';
import { selectParagraphs } from './paragraph-selection';
import { setBlock, toggleList, toggleQuotation } from './writing';

export interface Gestures {
	/** Opens the cite line at the caret. */
	cite(): void;
	/** Opens the cite line on the selected citation; false where none is selected. */
	openSelected(): boolean;
	insertNote(kind: 'footnote' | 'endnote'): boolean;
	insertPlaceholder(): boolean;
	/** Selects the next citation or gap of the text, or the one before. */
	step(by: 1 | -1): boolean;
	/** Opens what can stand in the margin's place. */
	beside(side: 'excerpts' | 'note-ref'): void;
	/** Quotation marks of the manuscript's language; null before that is known. */
	quotes(): QuoteMarks | null;
	/** Whether typed quotation marks and dashes take the shape of the language. */
	shapesMarks(): boolean;
	/** Where citations stand in this style. */
	placement(): PlacementKind;
}

const { marks, nodes } = schema;

/** Blocks from which on a text is long. */
const LONG = 200;

/** An atom before or after the caret is first selected, then deleted: never lost by one careless key. */
function selectAtom(back: boolean): Command {
	return (state, dispatch) => {
		const { $from, empty } = state.selection;
		if (!empty) return false;
		const node = back ? $from.nodeBefore : $from.nodeAfter;
		if (
			!node ||
			!(
				node.type === nodes.citation ||
				node.type === nodes.note ||
				node.type === nodes.citation_placeholder ||
				node.type === nodes.note_ref
			)
		)
			return false;
		dispatch?.(state.tr.setSelection(NodeSelection.create(state.doc, back ? $from.pos - node.nodeSize : $from.pos)));
		return true;
	};
}

/** Backspace at the start of the block behind the list must not pull text into it. */
const guardList: Command = (state) => {
	const { $from, empty } = state.selection;
	if (!empty || $from.parentOffset > 0 || $from.depth !== 1) return false;
	const before = state.doc.childCount && $from.index(0) > 0 ? state.doc.child($from.index(0) - 1) : null;
	return before?.type === nodes.bibliography && $from.parent.content.size > 0;
};

/** Names that lists of sources have in the manuals: APA 7, 9.43; MLA 9, 1.6; Chicago 17, 14.61 and 15.10. */
const LIST_NAMES = /^(?:references|reference list|works cited|works consulted|bibliography|sources|literature cited)$/i;

/** A heading that is named as lists are makes one, when Enter is pressed behind it. */
const headingMakesList: Command = (state, dispatch) => {
	const { $from, empty } = state.selection;
	const { parent } = $from;
	if (!empty || $from.depth !== 1 || parent.type !== nodes.heading || parent.attrs.level < 2) return false;
	if ($from.parentOffset < parent.content.size || !LIST_NAMES.test(parent.textContent.trim())) return false;
	const list = nodes.bibliography.create({ id: newId() }, parent);
	const tr = state.tr.replaceWith($from.before(1), $from.after(1), list);
	const end = $from.before(1) + list.nodeSize;
	if (tr.doc.resolve(end).nodeAfter?.content.size !== 0) tr.insert(end, nodes.paragraph.create());
	dispatch?.(tr.setSelection(Selection.near(tr.doc.resolve(end + 1))).scrollIntoView());
	return true;
};

/** Delete at the end of the block before the list neither selects the list nor pulls it in. */
const guardNextList: Command = (state) => {
	const { $from, empty } = state.selection;
	if (!empty || $from.depth !== 1 || $from.parentOffset < $from.parent.content.size) return false;
	return state.doc.maybeChild($from.index(0) + 1)?.type === nodes.bibliography;
};

/** A rule for typed marks, where the person wants marks shaped. */
const shaped = (
	g: Gestures,
	pattern: RegExp,
	put: (s: EditorState, m: RegExpMatchArray, from: number, to: number) => Transaction | null
): InputRule => new InputRule(pattern, (s, m, from, to) => (g.shapesMarks() ? put(s, m, from, to) : null));

/** Three stops are an ellipsis, two hyphens an en dash, three an em dash. */
const dashes = (g: Gestures): InputRule[] =>
	[[/\.\.\.$/, '…'] as const, [/--$/, '–'] as const, [/–-$/, '—'] as const].map(([re, mark]) =>
		shaped(g, re, (s, _m, from, to) => s.tr.insertText(mark, from, to))
	);

/** Typed quotation marks take the shape of the manuscript's language; an apostrophe is one in any. */
function smartQuotes(g: Gestures): InputRule[] {
	const mark = (which: keyof QuoteMarks, usual: string) => g.quotes()?.[which] ?? usual;
	return [
		shaped(g, /(?:^|[\s([{<—–/‘“‚„«‹])(")$/, (s, m, from, to) => quoteRule(s, m, from, to, mark('open', '“'))),
		shaped(g, /"$/, (s, _m, from, to) => closedInner(s, to, g.quotes()).insertText(mark('close', '”'), from, to)),
		shaped(g, /(?:^|[\s([{<—–/“‘„‚«‹])(')$/, (s, m, from, to) => quoteRule(s, m, from, to, mark('innerOpen', '‘'))),
		shaped(g, /[\p{L}\p{N}]'$/u, (s, m, from, to) => quoteRule(s, m, from, to, '’')),
		shaped(g, /'$/, (s, _m, from, to) => s.tr.insertText(mark('innerClose', '’'), from, to)),
		// what was taken for an apostrophe was the end of a quotation, when no letter follows
		shaped(g, /’([\s.,;:!?)])$/, (s, m, _from, to) => {
			const tr = closedInner(s, to, g.quotes());
			return tr.docChanged ? tr.insertText(m[1], to) : null;
		})
	];
}

/** Where an inner quotation is open and an apostrophe stands before the caret, that is its end. */
function closedInner(state: EditorState, caret: number, quotes: QuoteMarks | null): Transaction {
	const { tr } = state;
	if (!quotes || quotes.innerClose === '’' || quotes.innerClose.length !== 1) return tr;
	const $caret = state.doc.resolve(caret);
	const before = $caret.parent.textBetween(0, $caret.parentOffset, undefined, '\ufffc');
	const open = before.lastIndexOf(quotes.innerOpen) > before.lastIndexOf(quotes.innerClose);
	return open && before.endsWith('’') ? tr.insertText(quotes.innerClose, caret - 1, caret) : tr;
}

function quoteRule(state: EditorState, m: RegExpMatchArray, from: number, to: number, mark: string): Transaction {
	return state.tr.insertText(mark, from + m[0].length - 1, to);
}

export function editorPlugins(g: Gestures, options: { inNote?: boolean } = {}): Plugin[] {
	const keys: Record<string, Command> = {
		'Mod-z': undo,
		'Mod-y': redo,
		'Mod-Shift-z': redo,
		'Mod-i': toggleMark(marks.em),
		'Mod-b': toggleMark(marks.strong),
		'Mod-u': toggleMark(marks.underline),
		Enter: chainCommands(
			() => g.openSelected(),
			headingMakesList,
			leaveFixedLine,
			splitTitle,
			splitListItem(nodes.list_item)
		),
		Backspace: chainCommands(undoInputRule, selectAtom(true), guardList, ...atBackspace),
		Delete: chainCommands(selectAtom(false), guardNextList, ...atDelete),
		'Shift-Enter': (state, dispatch) => {
			dispatch?.(state.tr.replaceSelectionWith(nodes.hard_break.create()).scrollIntoView());
			return true;
		},
		'Mod-Shift-e': () => {
			g.cite();
			return true;
		},
		'Mod-Shift-n': () => g.insertNote('footnote'),
		'Alt-n': () => g.insertNote('footnote'),
		'Alt-g': () => g.insertPlaceholder(),
		'Alt-q': () => {
			g.beside('excerpts');
			return true;
		},
		'Alt-r': () => {
			g.beside('note-ref');
			return true;
		},
		'Alt-PageDown': () => g.step(1),
		'Alt-PageUp': () => g.step(-1),
		Tab: chainCommands(sinkListItem(nodes.list_item), stayInList),
		'Shift-Tab': liftListItem(nodes.list_item),
		'Mod-Alt-0': setBlock('paragraph'),
		'Mod-Alt-1': setBlock('heading-1'),
		'Mod-Alt-2': setBlock('heading-2'),
		'Mod-Alt-3': setBlock('heading-3'),
		'Mod-Alt-4': setBlock('heading-4'),
		'Mod-Alt-q': toggleQuotation,
		'Mod-Alt-l': toggleList('bulleted'),
		'Mod-Alt-o': toggleList('numbered')
	};
	const rules = [...smartQuotes(g), ...dashes(g)];
	if (!options.inNote) {
		rules.push(
			textblockTypeInputRule(/^(#{1,5})\s$/, nodes.heading, (m) => ({ level: m[1].length })),
			wrappingInputRule(/^\s*>\s$/, nodes.blockquote),
			wrappingInputRule(/^\s*([-*])\s$/, nodes.bullet_list),
			wrappingInputRule(/^(\d+)\.\s$/, nodes.ordered_list, (m) => ({ order: Number(m[1]) }))
		);
	}
	const list = [
		inputRules({ rules }),
		keymap(keys),
		keymap(baseKeymap),
		caretOnFocus(),
		selectParagraphs(),
		caretBeforeKeys(),
		citeTrigger(g),
		marksBehindCitations(g),
		ownTyping(),
		dropCursor({ color: 'var(--verdigris)' })
	];
	if (!options.inNote) list.push(history(), gapCursor(), uniqueIds(), keepBibliographies(), placeholders());
	return list;
}

/**
 * Has what tables need loaded with the first table of the text.
 * @param load is asked once; the text can be written in meanwhile
 */
export function whenTables(load: () => void): Plugin<boolean> {
	const holds = (node: Node | Slice['content']): boolean => {
		let found = false;
		node.descendants((n) => {
			found ||= n.type === nodes.table_row;
			return !found && !n.isTextblock;
		});
		return found;
	};
	// views of plugins are made anew when others join them
	let asked = false;
	const key: Plugin<boolean> = new Plugin<boolean>({
		state: {
			init: (_, state) => holds(state.doc),
			apply: (tr, known) =>
				known || tr.steps.some((s) => holds((s as Step & { slice?: Slice }).slice?.content ?? Fragment.empty))
		},
		view(view) {
			const ask = (state: EditorState) => {
				if (asked || !key.getState(state)) return;
				asked = true;
				load();
			};
			ask(view.state);
			return { update: (v) => ask(v.state) };
		}
	});
	return key;
}

/** Has the views look at the selection now; the browser tells of it later. */
const hearSelection = () => document.dispatchEvent(new Event('selectionchange'));

/**
 * A key acts on the selection that is seen: it can come before the browser has told of the selection's last change, and
 * Enter would then replace what is not selected any more. Letters are put in by the browser itself, or
 * by `ownTyping`.
 */
function caretBeforeKeys(): Plugin {
	return new Plugin({
		props: {
			handleDOMEvents: {
				keydown(view, e) {
					const acts = e.key.length > 1 || e.altKey || e.ctrlKey || e.metaKey;
					if (acts && !view.composing) hearSelection();
					return false;
				}
			}
		}
	});
}

/** `@` at the start of a word opens the cite line instead of being typed. */
function citeTrigger(g: Gestures): Plugin {
	return new Plugin({
		props: {
			handleTextInput(view, from, _to, text) {
				if (text !== '@') return false;
				const $from = view.state.doc.resolve(from);
				const before = $from.parent.textBetween(
					Math.max(0, $from.parentOffset - 1),
					$from.parentOffset,
					'\ufffc',
					'\ufffc'
				);
				if (before && !/[\s([{“‘"'«\ufffc—–]/.test(before)) return false;
				g.cite();
				return true;
			}
		}
	});
}

/** A full stop or comma typed right behind a citation goes where the style has it. */
function marksBehindCitations(g: Gestures): Plugin {
	return new Plugin({
		props: {
			handleTextInput(view, from, to, text) {
				if (from !== to || !/^[.,;:!?)]$/.test(text)) return false;
				const { tr } = view.state;
				const pos = typeMark(tr, from, text, g.placement());
				if (pos === null) return false;
				view.dispatch(tr.setSelection(TextSelection.create(tr.doc, pos)).scrollIntoView());
				return true;
			}
		}
	});
}

/**
 * In a long text letters are put in here, not by the browser, which looks through much of the page for each.
 */
function ownTyping(): Plugin {
	return new Plugin({
		props: {
			handleDOMEvents: {
				beforeinput(view, e) {
					const { data: text, inputType } = e;
					if (inputType !== 'insertText' || !text || e.isComposing || view.composing || !e.cancelable) return false;
					if (view.state.doc.childCount < LONG) return false;
					hearSelection();
					const { selection } = view.state;
					if (!(selection instanceof TextSelection)) return false;
					const put = () => view.state.tr.insertText(text).scrollIntoView();
					const { from, to } = selection;
					if (!view.someProp('handleTextInput', (f) => f(view, from, to, text, put))) view.dispatch(put());
					e.preventDefault();
					return true;
				}
			}
		}
	});
}

/** Meta of a transaction that may take lists out: the person asked for it. */
export const BIBLIOGRAPHY_MAY_GO = 'bibliography-may-go';

/**
 * Typing, cutting or pasting across a list does not take it out: it stands where it was again. Whoever selects
 * the list itself, or asks for it, takes it out; undo and redo do as they did.
 */
export function keepBibliographies(): Plugin {
	return new Plugin({
		appendTransaction(trs, old, state) {
			if (!trs.some((t) => t.docChanged) || trs.some((t) => t.getMeta(BIBLIOGRAPHY_MAY_GO) || t.getMeta('history$')))
				return null;
			if (old.selection instanceof NodeSelection && old.selection.node.type === nodes.bibliography) return null;
			const lost: { node: Node; pos: number }[] = [];
			// one without an identity of its own has just been given one: it cannot be told from what is there
			const known = new Set(['']);
			old.doc.forEach((node, pos) => {
				if (node.type !== nodes.bibliography || known.has(node.attrs.id as string)) return;
				known.add(node.attrs.id as string);
				lost.push({ node, pos });
			});
			if (!lost.length) return null;
			state.doc.forEach((node) => {
				const at = lost.findIndex((l) => l.node.attrs.id === node.attrs.id);
				if (node.type === nodes.bibliography && at >= 0) lost.splice(at, 1);
			});
			if (!lost.length) return null;
			const { tr } = state;
			for (const { node, pos } of lost) {
				const mapped = tr.mapping.map(trs.reduce((p, t) => t.mapping.map(p), pos));
				const $at = tr.doc.resolve(Math.min(mapped, tr.doc.content.size));
				tr.insert($at.depth ? $at.after(1) : $at.pos, node);
			}
			return tr;
		}
	});
}

/** What an empty sheet says. */
function placeholders(): Plugin {
	return new Plugin({
		props: {
			decorations(state) {
				const [title, first] = [state.doc.maybeChild(0), state.doc.maybeChild(1)];
				const says = (node: Node | null, pos: number, words: string) =>
					node?.isTextblock && node.content.size === 0
						? [
								Decoration.node(pos, pos + node.nodeSize, {
									class: 'empty',
									'data-says': words,
									...(node.type === nodes.heading ? { 'aria-label': words } : {})
								})
							]
						: [];
				if (title?.type !== nodes.heading) return null;
				const alone = state.doc.childCount < 3 || state.doc.child(2).type === nodes.bibliography;
				return DecorationSet.create(state.doc, [
					...says(title, 0, 'Title'),
					...(alone && first?.type === nodes.paragraph
						? says(first, title.nodeSize, 'Write here. Type @ to cite.')
						: [])
				]);
			}
		}
	});
}

/** Whether a step can bring anything that has an identity; typing cannot. */
function bringsIds(step: Step): boolean {
	const { slice } = step as Step & { slice?: Slice };
	let found = !slice;
	slice?.content.descendants((n) => {
		found ||= 'id' in n.attrs;
		return !found;
	});
	return found;
}

/** Citations, notes, placeholders and lists that were copied get identities of their own. */
export function uniqueIds(): Plugin {
	return new Plugin({
		appendTransaction(trs, _old, state) {
			if (!trs.some((t) => t.docChanged && t.steps.some(bringsIds))) return null;
			const seen = new Set<string>();
			let tr: Transaction | null = null;
			state.doc.descendants((node: Node, pos) => {
				if (!('id' in node.attrs)) return true;
				if (!node.attrs.id || seen.has(node.attrs.id)) {
					const id = newId();
					tr = (tr ?? state.tr).setNodeAttribute(pos, 'id', id);
					seen.add(id);
				} else seen.add(node.attrs.id);
				return true;
			});
			return tr;
		}
	});
}
