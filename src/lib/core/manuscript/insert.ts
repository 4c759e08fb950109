/** Puts a citation into a sentence, and takes it out again, with spaces and marks right. */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { newId } from './ids';
import { inSentence, markStandsBehind, type PlacementKind } from './placement';
import { type DocCite } from './cites';
import { schema } from './schema';

const WORD = /[\p{L}\p{N}’'-]/u;
/** What a mark stands behind, from the caret on. */
const OVER: Record<Exclude<PlacementKind, 'sentence'>, RegExp> = {
	note: /^[”’"'»]?[.,;:!?…]*[”’"'»]?/,
	raised: /^[”’"'»]?[.,!?…]*[”’"'»]?/,
	close: /^[”’"'»]?/
};
const OPENING = /[([{“‘«"—–/]$/;

/** The mark that opens in English closes in German: „so“. */
const closesGerman = (before: string): boolean => /„[^“„]*“$/.test(before);

/**
 * Text of the textblock around a position. Whatever is no text counts as one character that is neither word nor mark;
 * the words of a note are not words of the sentence.
 */
export function textAround(doc: Node, pos: number): { before: string; after: string } {
	const $pos = doc.resolve(pos);
	const { parent, parentOffset } = $pos;
	const flat = (from: number, to: number): string => {
		let s = '';
		parent.nodesBetween(from, to, (n, at) => {
			s += n.isText ? n.text!.slice(Math.max(from - at, 0), to - at) : '\ufffc';
			return false;
		});
		return s;
	};
	return { before: flat(0, parentOffset), after: flat(parentOffset, parent.content.size) };
}

/**
 * Inserts a citation at a position of a textblock.
 * @returns the position right behind the citation
 */
export function insertCitation(
	tr: Transform,
	at: number,
	id: string,
	cites: DocCite[],
	kind: PlacementKind,
	inNote = false
): number {
	let pos = at;
	let { before, after } = textAround(tr.doc, pos);
	const narrative = cites[0]?.form === 'narrative' || cites[0]?.form === 'author-only';
	// never in the middle of a word or a number: go on to its end
	if (WORD.test(after[0] ?? '') && (WORD.test(before.slice(-1)) || (/\d[.,]$/.test(before) && /^\d/.test(after)))) {
		const rest = /^[\p{L}\p{N}’'-]+/u.exec(after)![0];
		pos += rest.length;
		({ before, after } = textAround(tr.doc, pos));
	}
	const node = schema.nodes.citation.create({ id, cites });
	const asMark = kind !== 'sentence' && !inNote && !narrative;
	if (asMark) {
		const space = /[ \u00a0]+$/.exec(before)?.[0] ?? '';
		if (space && before.length > space.length) {
			// the space after a full stop is for the next sentence; the one after a word was for the citation
			const closed = /[.,;:!?…”’"'»]$/.test(before.trimEnd());
			if (!closed && (!after || /^[\s.,;:!?)\]]/.test(after))) tr.delete(pos - space.length, pos);
			pos -= space.length;
			after = textAround(tr.doc, pos).after;
		}
		const over = OVER[kind].exec(after)![0];
		// an apostrophe closes nothing
		if (!WORD.test(after[over.length] ?? '') || !/[’']$/.test(over)) pos += over.length;
		tr.insert(pos, node);
		const next = textAround(tr.doc, pos + 1).after;
		if (WORD.test(next[0] ?? '')) tr.insert(pos + 1, schema.text(' '));
		return pos + 1;
	}
	if (!narrative && !inNote) {
		// out of the quotation marks, and whatever mark stands before them comes along
		const out = /^[.,;:!?…]*[”’"'»“](?![\p{L}\p{N}])/u.exec(after)?.[0] ?? '';
		if (out && before !== '' && (!out.endsWith('“') || closesGerman(before + out))) {
			pos += out.length;
			({ before, after } = textAround(tr.doc, pos));
		}
		if (tr.doc.resolve(pos).node(-1)?.type === schema.nodes.blockquote) {
			const closing = /^\s*[.!?…]*[”’"'»]?\s*$/.exec(after)?.[0] ?? null;
			if (closing !== null && /[.!?…][”’"'»]?\s*$/.test(before + closing)) {
				const end = pos + closing.length;
				const space = /\s*$/.exec(before + closing)![0].length;
				tr.replaceWith(end - space, end, [schema.text(' '), node]);
				return end - space + 2;
			}
		}
		// behind the end of a sentence or clause the citation still belongs to it
		const m = /([.,;:]+)([”’"'»]?)( *)$/.exec(before);
		const ends =
			m &&
			(!after || /^[\s\ufffc)\]]/.test(after) || m[3] !== '') &&
			!/\b(?:e\.g|i\.e|cf|etc|al|p|pp|vol|no|ed)\.$/i.test(before.trimEnd());
		if (m && ends) {
			const trailing = m[3].length;
			const markStart = pos - m[0].length;
			const marks = tr.doc.resolve(markStart + 1).nodeBefore?.marks ?? [];
			if (m[2]) {
				// the mark comes out of the quotation marks: lit.” → lit” (…).
				const content = [schema.text(`${m[2]} `, marks), node, schema.text(m[1], marks)];
				tr.replaceWith(markStart, pos - trailing, content);
				return markStart + m[2].length + 2;
			}
			tr.insert(markStart, [schema.text(' ', marks), node]);
			return markStart + 2;
		}
	}
	let end = pos;
	const doubled = /[ \u00a0]+$/.exec(before)?.[0] ?? '';
	if (doubled.length > 1) {
		tr.delete(pos - doubled.length + 1, pos);
		end -= doubled.length - 1;
		before = before.slice(0, before.length - doubled.length + 1);
	}
	const opened = OPENING.test(before) && !closesGerman(before);
	const needsSpace = before !== '' && !/\s$/.test(before) && !opened;
	if (needsSpace) {
		tr.insert(end, schema.text(' '));
		end += 1;
	}
	tr.insert(end, node);
	end += 1;
	if (after && /^[\p{L}\p{N}(“‘\ufffc]/u.test(after)) tr.insert(end, schema.text(' '));
	else if (/^[.,;:!?]/.test(after.trimStart()) && /^\s/.test(after))
		tr.delete(end, end + /^\s+/.exec(after)![0].length);
	return end;
}

/**
 * A mark typed right behind a citation goes where the style's kind has it: a space that was left for a next word goes,
 * and note marks and raised numbers stand behind the mark.
 * @returns where to go on writing, or null where the mark is typed as it is
 */
export function typeMark(tr: Transform, at: number, mark: string, kind: PlacementKind): number | null {
	const { before } = textAround(tr.doc, at);
	const space = before.endsWith('\ufffc ') ? 1 : 0;
	let start = at - space;
	const atom = tr.doc.resolve(start).nodeBefore;
	if (!atom || (atom.type !== schema.nodes.citation && atom.type !== schema.nodes.note)) return null;
	const raised = (n: Node) =>
		n.type === schema.nodes.note ||
		(n.type === schema.nodes.citation && kind !== 'sentence' && !inSentence(n.attrs.cites));
	if (!raised(atom)) {
		if (!space || !/[.,)]/.test(mark)) return null;
		tr.replaceWith(at - 1, at, schema.text(mark));
		return at;
	}
	if (!markStandsBehind(mark, kind === 'sentence' ? 'note' : kind)) return null;
	// several marks in a row go behind together
	for (let n = tr.doc.resolve(start).nodeBefore; n && raised(n); n = tr.doc.resolve(start).nodeBefore)
		start -= n.nodeSize;
	const last = tr.doc.resolve(start).nodeBefore;
	if (!last?.isText || /[\s.,;:!?…]$/.test(last.text!)) return null;
	if (space) tr.delete(at - 1, at);
	tr.insert(start, schema.text(mark, last.marks));
	return at - space + 1;
}

/** A visible "source needed", with the space it wants before it. */
export function putPlaceholder(tr: Transform, pos: number, hint: string): void {
	const before = tr.doc.resolve(pos).nodeBefore;
	const space = before && !(before.isText && /[\s([{“‘]$/.test(before.text!)) ? ' ' : '';
	if (space) tr.insert(pos, schema.text(space));
	tr.insert(pos + space.length, schema.nodes.citation_placeholder.create({ id: newId(), hint }));
}

/** Takes a citation out; the space it needed goes with it. */
export function removeCitation(tr: Transform, pos: number): void {
	const { before } = textAround(tr.doc, pos);
	const { after } = textAround(tr.doc, pos + 1);
	const space = /[ \u00a0]$/.test(before) && (!after || /^[\s.,;:!?)\]]/.test(after));
	tr.delete(space ? pos - 1 : pos, pos + 1);
}
