/** A title that sentence case has changed, word by word, for the person to look at. */
import type { Retitled } from '$lib/core/citing';

export interface TitlePart {
	text: string;
	/** `lowered`: it had a capital; `kept`: it is an exception of the person; '' for everything else. */
	change: '' | 'lowered' | 'kept';
	/** The word as it would stand as an exception: as the source has it, but not in capitals where the whole title is. */
	typed: string;
}

const WORD = /[\p{L}\p{M}\p{N}]+(?:[’'][\p{L}\p{M}]+)*/gu;
const bare = (s: string) => s.replace(/<[^<>]+>/g, '');

/** @param exceptions words that the person has made exceptions */
export function titleParts({ before, after }: Retitled, exceptions: readonly string[]): TitlePart[] {
	const [was, is] = [bare(before), bare(after)];
	const kept = new Set(exceptions.map((w) => w.toLowerCase()));
	const shouting = was === was.toUpperCase();
	const parts: TitlePart[] = [];
	let at = 0;
	for (const m of is.matchAll(WORD)) {
		if (m.index > at) parts.push({ text: is.slice(at, m.index), change: '', typed: '' });
		at = m.index + m[0].length;
		const stood = was.slice(m.index, at);
		const typed = shouting ? m[0].replace(/^./u, (c) => c.toUpperCase()) : stood;
		const change = kept.has(m[0].toLowerCase()) ? 'kept' : stood !== m[0] ? 'lowered' : '';
		parts.push({ text: m[0], change, typed });
	}
	if (at < is.length) parts.push({ text: is.slice(at), change: '', typed: '' });
	return parts;
}
