/** A title taken apart: words, what stands between them, markup, and parts that are marked as they are. */

export interface Word {
	/** Place in the pieces. */
	at: number;
	text: string;
	/** What stands between it and the word before, without markup. */
	before: string;
	/** What stands between it and the word behind, without markup. */
	after: string;
	/** Marked as it is (`nocase`); a word that others may lean on, never changed. */
	fixed: boolean;
	/** Italics or quotation marks open right before it. */
	opens: '' | 'quote' | 'markup';
}

const PIECES =
	/<span class="nocase">.*?<\/span>|<[^<>]+>|[\p{L}\p{N}][\p{L}\p{M}\p{N}]*(?:[’'][\p{L}\p{M}\p{N}]+|\.(?=\p{L}\b)\p{L})*|[^\p{L}\p{N}<]+|</gsu;

const FIXED = /^<span class="nocase">(.*)<\/span>$/s;
const isTag = (p: string) => p.length > 1 && p.startsWith('<');

/** @returns all pieces, which joined are the title, and its words */
export function takeApart(title: string): { pieces: string[]; words: Word[] } {
	const pieces = title.match(PIECES) ?? [];
	const words: Word[] = [];
	let before = '';
	let opened = false;
	pieces.forEach((piece, at) => {
		const fixed = FIXED.exec(piece);
		if (fixed || /^[\p{L}\p{N}]/u.test(piece)) {
			if (words.length) words[words.length - 1].after = before;
			const opens = /[“«„"‘'(]$/.test(before) && /[“«„"‘']$/.test(before) ? 'quote' : opened ? 'markup' : '';
			const text = fixed ? fixed[1].replace(/<[^<>]+>/g, '') : piece;
			words.push({ at, text, before, after: '', fixed: fixed !== null, opens });
			before = '';
			opened = false;
		} else if (isTag(piece)) opened = !piece.startsWith('</');
		else before += piece;
	});
	if (words.length) words[words.length - 1].after = before;
	return { pieces, words };
}
