/**
 * Where a citation stands among the punctuation around it.
 * - `sentence`: in-text citations stand before the closing mark, after a space (APA 7, 8.11; MLA 9, 6.43; IEEE)
 * - `raised`: raised numbers stand behind full stops and commas, before colons and semicolons, without a space (AMA 11, 3.6.2)
 * - `close`: raised numbers and note marks of a manuscript that wants them before the mark, without a space
 * - `note`: note marks stand behind all punctuation but a dash, without a space (Chicago 17, 14.26)
 */
import { Mark, type Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { cleanMoved, type DocCite, type Moved } from './cites';
import { schema } from './schema';

export type PlacementKind = 'sentence' | 'raised' | 'note' | 'close';

const FOLLOWS: Record<Exclude<PlacementKind, 'sentence'>, RegExp> = {
	note: /^[.,;:!?…]+/,
	raised: /^[.,!?…]+/,
	close: /^(?!)/
};
/** Whether marks of that kind stand behind a punctuation mark, not before it. */
export const markStandsBehind = (mark: string, kind: Exclude<PlacementKind, 'sentence'>): boolean =>
	FOLLOWS[kind].test(mark);

const CLOSING = /[”’"'»]$/;

/** A cite whose words are part of the sentence stays where the writer put it. */
export const inSentence = (cites: DocCite[]) =>
	cites.length > 0 && (cites[0].form === 'narrative' || cites[0].form === 'author-only');

/** Text right before and after a position within its textblock; empty where something else stands there. */
function around(doc: Node, pos: number, size: number): { before: string; after: string } {
	const $before = doc.resolve(pos);
	const $after = doc.resolve(pos + size);
	const before = $before.nodeBefore?.isText ? $before.nodeBefore.text! : '';
	const after = $after.nodeAfter?.isText ? $after.nodeAfter.text! : '';
	return { before, after };
}

/**
 * Moves every citation in the running text to where the kind wants it. Going back to `sentence` undoes exactly what
 * was done, and otherwise puts the citation before the closing mark.
 * @param punctuationInQuote full stops and commas go inside the closing quotation mark when a mark follows it
 * @param from the kind the text is in; nothing moves between styles of one kind
 */
export function placeCitations(
	doc: Node,
	to: PlacementKind,
	punctuationInQuote: boolean,
	base?: Transform,
	from?: PlacementKind
): Transform {
	const tr = base ?? new Transform(doc);
	if (from === to) return tr;
	const begun = tr.steps.length;
	const list: { pos: number; moved: boolean }[] = [];
	tr.doc.descendants((node, pos) => {
		if (node.type.name === 'note') return false;
		if (node.type.name === 'citation' && !inSentence(node.attrs.cites))
			list.push({ pos, moved: node.attrs.moved !== null });
		return true;
	});
	// what was moved from the end to the beginning goes back from the beginning to the end
	const fresh: boolean[] = [];
	list.forEach(({ pos, moved }, i) => {
		const at = tr.mapping.slice(begun).map(pos);
		fresh[i] = moved ? restore(tr, at) === null : true;
	});
	const now = positions(tr.doc);
	for (let i = now.length - 1; i >= 0; i--) {
		if (to !== 'sentence') toMark(tr, now[i], to, punctuationInQuote);
		else if (fresh[i]) toSentence(tr, now[i]);
	}
	return tr;
}

/** Positions of the citations that can be moved, in order. */
function positions(doc: Node): number[] {
	const out: number[] = [];
	doc.descendants((node, pos) => {
		if (node.type.name === 'note') return false;
		if (node.type.name === 'citation' && !inSentence(node.attrs.cites)) out.push(pos);
		return true;
	});
	return out;
}

function withMoved(node: Node, moved: Moved | null): Node {
	return schema.nodes.citation.create({ ...node.attrs, moved: cleanMoved(moved) }, null, node.marks);
}

/** Puts a moved citation back where it was; its new position, or null where it had not moved or its surroundings changed. */
function restore(tr: Transform, pos: number): number | null {
	const node = tr.doc.nodeAt(pos)!;
	const m = node.attrs.moved as Moved | null;
	if (!m) return null;
	const { before } = around(tr.doc, pos, 1);
	const tail = m.inside ? m.movedPunctuation + closingOf(before) : m.movedPunctuation;
	if (!before.endsWith(tail)) {
		tr.replaceWith(pos, pos + 1, withMoved(node, null));
		return null;
	}
	const marks = tr.doc.resolve(pos).nodeBefore?.marks ?? [];
	const start = pos - tail.length;
	const content: Node[] = [];
	if (m.inside) content.push(schema.text(closingOf(before), marks));
	if (m.space) content.push(schema.text(m.space, looks(m.spaceMarks)));
	const head = content.reduce((n, c) => n + c.nodeSize, 0);
	content.push(withMoved(node, null));
	if (m.movedPunctuation) content.push(schema.text(m.movedPunctuation, looks(m.punctuationMarks)));
	tr.replaceWith(start, pos + 1, content);
	return start + head;
}

const looks = (list: unknown[] | undefined): Mark[] => (list ?? []).map((j) => Mark.fromJSON(schema, j));
const look = (marks: readonly Mark[]): { [k: string]: unknown }[] | undefined =>
	marks.length ? marks.map((x) => x.toJSON()) : undefined;

function closingOf(s: string): string {
	const m = CLOSING.exec(s);
	return m ? m[0] : '';
}

/** A citation made as a mark goes into the sentence: before the closing marks, behind a space. */
function toSentence(tr: Transform, pos: number): void {
	const node = tr.doc.nodeAt(pos)!;
	const { before } = around(tr.doc, pos, 1);
	if (!before || /\s$/.test(before)) return;
	const $pos = tr.doc.resolve(pos);
	// behind the last mark of a block quotation (APA 7, 8.27; MLA 9, 6.35)
	if ($pos.node(-1)?.type === schema.nodes.blockquote && pos + 1 === $pos.end()) {
		tr.insert(pos, schema.text(' ', $pos.nodeBefore?.marks ?? []));
		return;
	}
	const m = /([.,;:!?…]+)([”’"'»]?)$/.exec(before);
	const marks = tr.doc.resolve(pos).nodeBefore?.marks ?? [];
	if (!m) {
		tr.replaceWith(pos, pos, schema.text(' ', marks));
		return;
	}
	const keepsMark = m[2] !== '' && /[!?…]/.test(m[1]);
	if (keepsMark) {
		tr.replaceWith(pos, pos, schema.text(' ', marks));
		return;
	}
	const start = pos - m[0].length;
	const content = [schema.text(`${m[2]} `, marks), withMoved(node, null), schema.text(m[1], marks)];
	tr.replaceWith(start, pos + 1, content);
}

function toMark(tr: Transform, pos: number, to: Exclude<PlacementKind, 'sentence'>, punctuationInQuote: boolean): void {
	const node = tr.doc.nodeAt(pos)!;
	const { before, after } = around(tr.doc, pos, 1);
	const space = /[ \u00a0]*$/.exec(before)![0];
	const marks = FOLLOWS[to].exec(after)?.[0] ?? '';
	if (!space && !marks) {
		// it stays, and is known to have come from the sentence, so that going back adds nothing
		tr.setNodeAttribute(pos, 'moved', { space: '', movedPunctuation: '', inside: false } satisfies Moved);
		return;
	}
	const textBefore = before.slice(0, before.length - space.length);
	const inside = punctuationInQuote && /^[.,]$/.test(marks) && closingOf(textBefore) !== '';
	const beforeMarks = tr.doc.resolve(pos).nodeBefore?.marks ?? [];
	const kept = { spaceMarks: space ? look(beforeMarks) : undefined };
	const afterMarks = tr.doc.resolve(pos + 1).nodeAfter?.marks ?? [];
	const content: Node[] = [];
	let start = pos - space.length;
	if (inside) {
		const quote = closingOf(textBefore);
		start -= quote.length;
		content.push(schema.text(marks + quote, beforeMarks));
	} else if (marks) content.push(schema.text(marks, afterMarks));
	content.push(
		withMoved(node, {
			space,
			movedPunctuation: marks,
			inside,
			...kept,
			punctuationMarks: marks ? look(afterMarks) : undefined
		})
	);
	tr.replaceWith(start, pos + 1 + marks.length, content);
}
