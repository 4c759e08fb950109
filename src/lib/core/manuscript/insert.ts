/** Puts a citation into a sentence, and takes it out again, with spaces and marks right (need N20). */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { type PlacementKind } from './placement';
import { schema, type DocCite } from './schema';

const WORD = /[\p{L}\p{N}’'-]/u;
const OPENING = /[([{“‘«"—–/]$/;

/** Text of the textblock around a position; an atom counts as one character that is neither word nor mark. */
function texts(doc: Node, pos: number): { before: string; after: string } {
	const $pos = doc.resolve(pos);
	const parent = $pos.parent;
	return {
		before: parent.textBetween(0, $pos.parentOffset, '\ufffc', '\ufffc'),
		after: parent.textBetween($pos.parentOffset, parent.content.size, '\ufffc', '\ufffc')
	};
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
	american: boolean,
	inNote = false
): number {
	let pos = at;
	let { before, after } = texts(tr.doc, pos);
	const narrative = cites[0]?.form === 'narrative' || cites[0]?.form === 'author-only';
	// never in the middle of a word: go on to its end
	if (WORD.test(before.slice(-1)) && WORD.test(after[0] ?? '')) {
		const rest = /^[\p{L}\p{N}’'-]+/u.exec(after)![0];
		pos += rest.length;
		({ before, after } = texts(tr.doc, pos));
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
			after = texts(tr.doc, pos).after;
		}
		const over =
			(kind === 'note' ? /^[.,;:!?…]+[”’"'»]?/ : /^[.,!?…]+[”’"'»]?/).exec(after)?.[0] ??
			(american ? (/^[”’"'»]/.exec(after)?.[0] ?? '') : '');
		pos += over.length;
		tr.insert(pos, node);
		const next = texts(tr.doc, pos + 1).after;
		if (WORD.test(next[0] ?? '')) tr.insert(pos + 1, schema.text(' '));
		return pos + 1;
	}
	if (!narrative && !inNote) {
		// behind the end of a sentence or clause the citation still belongs to it
		const m = /([.,;:]+)([”’"'»]?)( *)$/.exec(before);
		const ends =
			m &&
			(!after || /^[\s\ufffc]/.test(after) || m[3] !== '') &&
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
	const needsSpace = before !== '' && !/\s$/.test(before) && !OPENING.test(before);
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

/** Takes a citation out; the space it needed goes with it. */
export function removeCitation(tr: Transform, pos: number): void {
	const { before } = texts(tr.doc, pos);
	const { after } = texts(tr.doc, pos + 1);
	const space = /[ \u00a0]$/.test(before) && (!after || /^[\s.,;:!?)\]]/.test(after));
	tr.delete(space ? pos - 1 : pos, pos + 1);
}
