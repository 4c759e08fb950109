/**
 * Finding and replacing words in a manuscript, wherever they stand: in the text, in captions, in notes, and in citations
 * as they show. Positions are those of the document, so that what is not drawn is found too.
 */
import { Fragment, type Node } from 'prosemirror-model';
import type { Transaction } from 'prosemirror-state';
import { schema } from '$lib/core/manuscript';

export interface Found {
	from: number;
	to: number;
	/** A part of it is a citation, which the style writes: it can be gone to, not replaced. */
	fixed: boolean;
	/** The writer's own note it stands in. */
	note: string | null;
}

export interface FindOptions {
	/** Capitals count. */
	matchCase?: boolean;
	/** Not within longer words. */
	wholeWords?: boolean;
}

/** How citations show. */
export interface Shown {
	/** What a citation says; empty before it is formatted. */
	text(id: string): string;
	/** Citations stand in notes: what they say is apart from the line they stand in. */
	asNotes: boolean;
}

/** A stretch of a line: words, or one thing that shows as words. */
interface Piece {
	text: string;
	pos: number;
	/** 0 for words, of which every letter has its own position. */
	size: number;
}

const escape = (s: string): string => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What is looked for, or null where nothing is. Quotation marks of any shape are one, white space of any kind too. */
export function patternOf(words: string, { matchCase = false, wholeWords = false }: FindOptions = {}): RegExp | null {
	if (!words.trim()) return null;
	const body = escape(words)
		.replace(/["“”„]/g, '["“”„]')
		.replace(/['‘’]/g, "['‘’]")
		.replace(/\s/g, '\\s');
	const edged = wholeWords ? `(?<![\\p{L}\\p{N}])${body}(?![\\p{L}\\p{N}])` : body;
	return new RegExp(edged, matchCase ? 'gu' : 'giu');
}

/** Looks through one line, and says where in the document its finds stand. */
function inLine(pieces: Piece[], pattern: RegExp, hit: (from: number, to: number, fixed: boolean) => void): void {
	let line = '';
	const starts = pieces.map((p) => {
		const at = line.length;
		line += p.text;
		return at;
	});
	for (const m of line.matchAll(pattern)) {
		const [a, b] = [m.index, m.index + m[0].length];
		const first = starts.findLastIndex((s, i) => s <= a && a < s + pieces[i].text.length);
		const last = starts.findLastIndex((s) => s < b);
		const from = pieces[first].size ? pieces[first].pos : pieces[first].pos + a - starts[first];
		const to = pieces[last].size ? pieces[last].pos + pieces[last].size : pieces[last].pos + b - starts[last];
		hit(
			from,
			to,
			pieces.slice(first, last + 1).some((p) => p.size > 0)
		);
	}
}

/** All places of some words, in the order of the text. */
export function findWords(doc: Node, words: string, options: FindOptions = {}, shown?: Shown): Found[] {
	const pattern = patternOf(words, options);
	const out: Found[] = [];
	if (!pattern) return out;
	let note: string | null = null;
	let noteEnd = 0;
	doc.descendants((block, pos) => {
		if (pos >= noteEnd) note = null;
		if (block.type === schema.nodes.note) {
			note = block.attrs.id as string;
			noteEnd = pos + block.nodeSize;
		}
		if (!block.isTextblock) return true;
		const within = note;
		const put = (from: number, to: number, fixed: boolean) => void out.push({ from, to, fixed, note: within });
		const pieces: Piece[] = [];
		block.forEach((n, at) => {
			const start = pos + 1 + at;
			if (n.isText) return void pieces.push({ text: n.text!, pos: start, size: 0 });
			const says = n.type === schema.nodes.citation ? (shown?.text(n.attrs.id as string) ?? '') : '';
			const apart = says && shown?.asNotes && !within;
			if (apart) inLine([{ text: says, pos: start, size: n.nodeSize }], pattern, put);
			pieces.push({ text: apart || !says ? '\ufffc' : says, pos: start, size: n.nodeSize });
		});
		inLine(pieces, pattern, put);
		return true;
	});
	return out.sort((a, b) => a.from - b.from);
}

/** Puts other words in the place of found ones, in the look of the first letter. Citations stay. @returns how many */
export function replaceFound(tr: Transaction, found: readonly Found[], by: string): number {
	let done = 0;
	for (const f of found) {
		if (f.fixed) continue;
		const [from, to] = [tr.mapping.map(f.from, 1), tr.mapping.map(f.to, -1)];
		const marks = tr.doc.resolve(from).marksAcross(tr.doc.resolve(to)) ?? [];
		tr.replaceWith(from, to, by ? schema.text(by, marks) : Fragment.empty);
		done++;
	}
	return done;
}
