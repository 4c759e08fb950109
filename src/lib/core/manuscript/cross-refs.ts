/** Numbers of figures, tables and equations, and what references to them and to headings print. */
import type { Node } from 'prosemirror-model';
import { captionNames, captionNumber, captionsOf, type CaptionNames } from '../page';
import { settingsOf, styleOf } from './doc-attrs';

export interface Numbered {
	kind: 'heading' | 'figure' | 'table' | 'equation';
	/** 0 for what has no number: headings, equations that are not numbered. */
	number: number;
	/** The words of a heading or a caption. */
	title: string;
}

const KINDS: Record<string, Numbered['kind']> = {
	heading: 'heading',
	figure: 'figure',
	captioned_table: 'table',
	equation: 'equation'
};

/** What things with numbers are called in a manuscript: by its kind of paper, in the language that its style has. */
export function captionNamesOf(doc: Node, lang = ''): CaptionNames {
	const style = styleOf(doc);
	const said = lang || style?.locale || style?.facts?.lang || 'en';
	return captionNames(captionsOf(settingsOf(doc).page), said);
}

/** Everything that can be referred to, by its id, numbered in the order of the text. */
export function readNumbered(doc: Node): Map<string, Numbered> {
	const out = new Map<string, Numbered>();
	const counts = { figure: 0, table: 0, equation: 0 };
	doc.descendants((n) => {
		const kind = KINDS[n.type.name];
		if (kind && n.attrs.id) {
			const counted = kind !== 'heading' && (kind !== 'equation' || n.attrs.numbered);
			const number = counted ? ++counts[kind as 'figure'] : 0;
			const title = kind === 'heading' ? n.textContent : (n.firstChild?.textContent ?? '');
			out.set(n.attrs.id as string, { kind, number, title });
		}
		return !n.isTextblock;
	});
	return out;
}

/** What a reference shows: `Table 2`, the number alone, or the words of the heading or caption. */
export type CrossRefShow = 'label' | 'number' | 'title';

const known = new WeakMap<Node, Map<string, Numbered>>();

/** The same, read once for each state of a document. */
export function numberedIn(doc: Node): Map<string, Numbered> {
	let out = known.get(doc);
	if (!out) known.set(doc, (out = readNumbered(doc)));
	return out;
}

/** What a reference prints; words that say so where there is nothing under its id. */
export function crossRefText(
	all: Map<string, Numbered>,
	target: string,
	show: CrossRefShow,
	names: CaptionNames
): string {
	const found = all.get(target);
	if (!found) return '[no such place]';
	if (show === 'title' || !found.number || found.kind === 'heading') return found.title || '[untitled]';
	const number = captionNumber(names, found.kind, found.number);
	return show === 'number' ? number : `${names[found.kind]} ${number}`;
}
