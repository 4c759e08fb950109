/** The writer's own notes turned to the other kind, into the text, and out of it. */
import { Fragment, type Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { newId } from './ids';
import { textAround } from './insert';
import { schema } from './schema';

const { nodes } = schema;

/** Makes an endnote of a footnote and the reverse. */
export function turnNote(tr: Transform, pos: number): void {
	const kind = tr.doc.nodeAt(pos)!.attrs.kind === 'endnote' ? 'footnote' : 'endnote';
	tr.setNodeAttribute(pos, 'kind', kind);
}

/**
 * Puts the words of a note where its mark stands, paragraphs one after another; a space parts them from the sentence.
 * @returns the position behind them
 */
export function noteToText(tr: Transform, pos: number): number {
	const note = tr.doc.nodeAt(pos)!;
	let words = Fragment.empty;
	note.forEach((p) => {
		if (words.size && p.content.size) words = words.addToEnd(schema.text(' '));
		words = words.append(p.content);
	});
	const { before } = textAround(tr.doc, pos);
	const { after } = textAround(tr.doc, pos + note.nodeSize);
	if (words.size && before && !/[\s([{“‘]$/.test(before)) words = Fragment.from(schema.text(' ')).append(words);
	if (words.size && /^[\p{L}\p{N}(“‘\ufffc]/u.test(after)) words = words.addToEnd(schema.text(' '));
	tr.replaceWith(pos, pos + note.nodeSize, words);
	return pos + words.size;
}

/**
 * Makes a note of a part of one paragraph: its mark stands where the words stood, behind the word before them.
 * @returns the id of the note, or null where the part is no words of one paragraph or holds a note
 */
export function textToNote(tr: Transform, from: number, to: number, kind: 'footnote' | 'endnote'): string | null {
	const $from = tr.doc.resolve(from);
	if (from === to || !$from.sameParent(tr.doc.resolve(to)) || !$from.parent.inlineContent) return null;
	const slice = tr.doc.slice(from, to).content;
	let nested = false;
	slice.forEach((n) => (nested ||= n.type === nodes.note));
	if (nested || !wordsIn(slice)) return null;
	const id = newId();
	const note = nodes.note.create({ id, kind }, nodes.note_paragraph.create(null, trimmed(slice)));
	const space = /\s*$/.exec(textAround(tr.doc, from).before)![0].length;
	tr.replaceWith(from - space, to, note);
	return id;
}

const wordsIn = (f: Fragment): boolean => f.textBetween(0, f.size, ' ', 'x').trim() !== '';

/** Without the spaces at its ends. */
function trimmed(f: Fragment): Node[] {
	const kids: Node[] = [];
	f.forEach((n) => kids.push(n));
	const cut = (i: number, re: RegExp) => {
		const n = kids[i];
		if (!n?.isText) return;
		const text = n.text!.replace(re, '');
		if (text) kids[i] = schema.text(text, n.marks);
		else kids.splice(i, 1);
	};
	cut(kids.length - 1, /\s+$/);
	cut(0, /^\s+/);
	return kids;
}
