/** Capital letters in titles: sentences, headlines, and what keeps its capitals in either. */
import type { Item, Name } from '../../csl';
import { NAME_VARIABLES } from '../../csl';

/** Small words in headlines (The Chicago Manual of Style, 17th ed., 8.159; from memory). */
const SMALL = new Set(
	'a an and as at but by for from in into nor of off on onto or over per so the to up via vs with yet'.split(' ')
);

/** Words with a capital in any English sentence: days, months, and names of places, peoples and languages. */
const ALWAYS = new Set(
	(
		'monday tuesday wednesday thursday friday saturday sunday january february april june july august september ' +
		'october november december africa african america american antarctic arctic asia asian atlantic australia ' +
		'australian austria austrian baltic belgian belgium brazil brazilian britain british buddhist canada canadian ' +
		'caribbean catholic chile china chinese christian christmas cuba danish denmark dutch easter egypt egyptian ' +
		'england english ethiopia europe european finland finnish france french german germany greece greek hindu india ' +
		'indian indonesia iran iraq ireland irish islam islamic israel italian italy jamaica japan japanese jewish kenya ' +
		'korea korean latin london marxist mediterranean mexican mexico muslim netherlands nigeria norway norwegian pacific ' +
		'paris persian peru poland polish portugal portuguese roman rome russia russian scandinavia scotland scottish ' +
		'spain spanish sweden swedish swiss switzerland turkey turkish ukraine victorian vietnam wales welsh'
	).split(' ')
);
const ACRONYMS = new Set(
	'AI BBC BC AD CEO CO2 COVID DNA EU GDP GIS GPS HIV ICT IQ LED MRI NATO NHS PDF PhD RNA TB TV UK UN UNESCO US USA UV WHO'.split(
		' '
	)
);

const letters = (s: string) => s.replace(/[^\p{L}\p{M}\p{N}]/gu, '');
const bare = (s: string) => s.replace(/<[^>]*>/g, '');

/** All capitals, and more than a word or two of them. */
export function isShouting(title: string): boolean {
	const l = bare(title).replace(/[^\p{L}]/gu, '');
	return l.length > 6 && /\p{Lu}/u.test(l) && l === l.toUpperCase() && bare(title).trim().split(/\s+/).length > 1;
}

const big = (w: string) => /^[^\p{L}\p{N}]*\p{Lu}/u.test(w);

/** Most words of more than three letters begin with a capital. */
export function isHeadline(title: string): boolean {
	const words = bare(title)
		.split(/[\s-]+/)
		.slice(1)
		.filter((w) => letters(w).length > 3 && !/^\d/.test(letters(w)));
	return words.length >= 2 && words.filter(big).length / words.length > 0.75 && !isShouting(title);
}

/** Hardly a word behind the first begins with a capital, though a headline would have them. */
export function isSentence(title: string): boolean {
	const words = bare(title)
		.split(/\s+/)
		.slice(1)
		.filter((w) => letters(w).length > 3 && !/^\d/.test(letters(w)));
	return words.length >= 2 && words.filter(big).length / words.length < 0.5;
}

export interface Keep {
	names: ReadonlySet<string>;
	acronyms: ReadonlySet<string>;
}

const ROMAN = /^(?=[IVXLC]+$)(?:X{0,3}(?:IX|IV|V?I{0,3}))$/;

/** Splits into words and what is between them; markup and protected spans are left as one piece. */
function pieces(title: string): string[] {
	return (
		title.match(/<span class="nocase">.*?<\/span>|<[^>]+>|[\p{L}\p{M}\p{N}’']+(?:\.\p{L})*|[^\p{L}\p{M}\p{N}<]+|</gu) ??
		[]
	);
}
const isWord = (p: string) => /^[\p{L}\p{N}]/u.test(p);

/** Whether capitals in a word are not those of a headline: McKay, iPod, DNA. */
const odd = (w: string) => /^.\p{L}*\p{Lu}/u.test(letters(w));

/** A title as a sentence: names, acronyms and what is marked as protected keep their capitals. */
export function toSentence(title: string, keep: Keep): string {
	const shouting = isShouting(title);
	let first = true;
	return pieces(title)
		.map((p) => {
			if (/^<span/.test(p)) {
				first = false;
				return p;
			}
			if (p.startsWith('<')) return p;
			if (!isWord(p)) {
				if (/[:?!.]\s|—/.test(p)) first = true;
				return p;
			}
			const out = sentenceWord(p, first, shouting, keep);
			first = false;
			return out;
		})
		.join('');
}

function sentenceWord(w: string, first: boolean, shouting: boolean, keep: Keep): string {
	const up = w.toUpperCase();
	const possessive = /[’']S$/i.exec(w)?.[0] ?? '';
	const stem = possessive ? w.slice(0, -possessive.length) : w;
	const low = stem.toLowerCase();
	if (keep.acronyms.has(stem.toUpperCase()) || ACRONYMS.has(stem.toUpperCase()))
		return stem.toUpperCase() + possessive.toLowerCase();
	if (/\d/.test(w) && !shouting) return w;
	if (ROMAN.test(up) && up.length > 1 && w === up) return w;
	if (!shouting && odd(w)) return w;
	if (ALWAYS.has(low) || keep.names.has(low)) return low[0].toUpperCase() + low.slice(1) + possessive.toLowerCase();
	if (w === 'I') return w;
	const small = w.toLowerCase();
	return first ? small[0].toUpperCase() + small.slice(1) : small;
}

/** A title in headline capitals. */
export function toHeadline(title: string, keep: Keep): string {
	const sentence = isShouting(title) ? toSentence(title, keep) : title;
	const all = pieces(sentence);
	const words = all.map((p, i) => (isWord(p) ? i : -1)).filter((i) => i >= 0);
	let first = true;
	return all
		.map((p, i) => {
			if (!isWord(p) || p.startsWith('<')) {
				if (/[:?!.]\s|—/.test(p)) first = true;
				return p;
			}
			const edge = first || i === words[words.length - 1];
			first = false;
			if (odd(p) || (SMALL.has(p.toLowerCase()) && !edge)) return edge || odd(p) ? p : p.toLowerCase();
			return p[0].toUpperCase() + p.slice(1);
		})
		.join('');
}

const NAME_FIELDS = [...NAME_VARIABLES];
const PLACES = ['publisher-place', 'event-place', 'archive-place', 'original-publisher-place'];

/**
 * Names and acronyms that a library itself knows: family names, places, words that stand with a capital in the
 * middle of titles written as sentences, words in capitals in titles that are not in capitals.
 */
export function knownWords(items: Iterable<Item>): { names: Set<string>; acronyms: Set<string> } {
	const names = new Set<string>();
	const acronyms = new Set<string>();
	const low = new Map<string, number>();
	const high = new Map<string, number>();
	const count = (m: Map<string, number>, k: string) => m.set(k, (m.get(k) ?? 0) + 1);
	for (const item of items) {
		for (const f of NAME_FIELDS) {
			for (const n of (Array.isArray(item[f]) ? item[f] : []) as Name[]) {
				const family = n?.family;
				if (typeof family === 'string')
					for (const w of family.split(/[\s-]+/)) if (big(w) && w.length > 2) names.add(letters(w).toLowerCase());
			}
		}
		for (const f of PLACES) {
			const v = item[f];
			if (typeof v === 'string')
				for (const w of v.split(/[\s,;/-]+/)) if (big(w) && letters(w).length > 2) names.add(letters(w).toLowerCase());
		}
		const title = typeof item.title === 'string' ? bare(item.title) : '';
		if (!title || isShouting(title)) continue;
		for (const w of title.split(/\s+/)) {
			const l = letters(w);
			if (l.length > 1 && l.length < 6 && /^[\p{Lu}\d]+$/u.test(l) && /\p{Lu}{2}/u.test(l) && !ROMAN.test(l))
				acronyms.add(l);
		}
		if (!isSentence(title)) continue;
		let first = true;
		for (const w of title.split(/\s+/)) {
			const l = letters(w).toLowerCase();
			if (l.length > 2 && !first) count(big(w) ? high : low, l);
			first = /[:?!.—]$/.test(w);
		}
	}
	// a word that stands with a capital and never without
	for (const [w, n] of high) if (!low.has(w) || n > 4 * low.get(w)!) names.add(w);
	// family names that are words too keep no capitals
	for (const [w] of low) if (!high.has(w)) names.delete(w);
	return { names, acronyms };
}
