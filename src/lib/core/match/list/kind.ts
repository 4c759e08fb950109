/** What kind of source a reference is of, by what its fields are and by words that kinds are known by. */
import type { Lexicon } from './features';
import type { Label } from './labels';
import type { Token } from './tokens';
import { OWN_CLASSES } from './words';

const classesOf = new Map<string, string[]>();
for (const [c, words] of Object.entries(OWN_CLASSES))
	if (!/^(?:the|particle|junior|place)$/.test(c))
		for (const w of words) classesOf.set(w, [...(classesOf.get(w) ?? []), c]);

const FIELDS: Label[] = ['title', 'container', 'publisher', 'genre', 'series', 'event'];

/** The fields that tell kinds apart, in one order. */
const SIGNED: Label[] = [
	'author',
	'editor',
	'title',
	'container',
	'volume',
	'issue',
	'page',
	'publisher',
	'place',
	'genre',
	'number',
	'accessed',
	'event'
];

/** Names of what is seen of a reference. */
export function kindFeatures(tokens: Token[], labels: readonly Label[], lexicon: Lexicon): string[] {
	const out = new Set<string>(['bias']);
	const has = new Set(labels);
	for (const l of has) out.add(`has ${l}`);
	for (const l of ['container', 'volume', 'page', 'publisher', 'editor', 'genre', 'date', 'author'] as const)
		if (!has.has(l)) out.add(`no ${l}`);
	const pair = (a: Label, b: Label) => out.add(`${has.has(a) ? '' : 'no '}${a} ${has.has(b) ? '' : 'no '}${b}`);
	pair('container', 'volume');
	pair('container', 'publisher');
	pair('container', 'page');
	pair('volume', 'issue');
	pair('publisher', 'place');
	pair('genre', 'publisher');
	pair('publisher', 'identifier');
	pair('container', 'identifier');
	pair('container', 'editor');
	const link = tokens.some((t) => t.kind === 'url' || t.kind === 'doi' || t.kind === 'arxiv') ? ' link' : '';
	const signature = SIGNED.filter((l) => has.has(l)).join(' ') + link;
	out.add(`all ${signature}`);
	const of = new Set<string>();
	tokens.forEach((t, i) => {
		if (t.kind === 'doi' || t.kind === 'url' || t.kind === 'arxiv' || t.kind === 'isbn') out.add(t.kind);
		if (t.kind !== 'word') return;
		const low = t.text.toLowerCase();
		const label = labels[i];
		if (WORDS.has(low)) out.add(`any= ${low}`);
		for (const c of classesOf.get(low) ?? [])
			if (c === 'genre' || c === 'conference' || c === 'newspaper') out.add(`any ${c}`);
		if (FIELDS.includes(label)) {
			for (const c of classesOf.get(low) ?? []) {
				out.add(`${label}: ${c}`);
				if (label !== 'title') of.add(`${label} ${c}`);
			}
			if (label !== 'title' && (classesOf.has(low) || WORDS.has(low))) out.add(`${label}= ${low}`);
			if (label === 'genre') out.add(`genre= ${low}`);
		} else if (label === 'other') {
			const c = lexicon.get(low);
			if (c && !/\d/.test(c)) out.add(`said ${c}`);
			if (classesOf.get(low)?.includes('genre')) out.add(`said= ${low}`);
			if (low === 'in' || low === 'director' || low === 'dir' || low === 'directed') out.add(`said= ${low}`);
		} else if (label === 'date' && lexicon.get(low)?.startsWith('month')) out.add('month');
	});
	for (const c of of) out.add(`all ${signature} ${c}`);
	const first = labels.findIndex((l) => l !== 'other' && l !== 'index');
	if (first >= 0) out.add(`first ${labels[first]}`);
	const before = labels.indexOf('container');
	if (before > 0) {
		const said = tokens.slice(Math.max(0, before - 3), before).map((t) => t.text.toLowerCase());
		if (said.some((w) => lexicon.get(w) === 'in' || w === 'in')) out.add('in container');
	}
	const day = labels.filter((l, i) => l === 'date' && tokens[i].kind === 'number').length;
	out.add(`date numbers ${Math.min(day, 3)}`);
	const page = labels.filter((l, i) => l === 'page' && tokens[i].kind !== 'mark').length;
	out.add(`pages ${Math.min(page, 2)}`);
	return [...out];
}

/** Words in names of what contains or publishes something, by which kinds are known beyond the classes. */
const WORDS = new Set(
	`encyclopedia encyclopaedia encyclopédie enciclopedia dictionary dictionnaire lexikon handwörterbuch wörterbuch companion
	handbook lexicon blog magazine monthly weekly arxiv biorxiv medrxiv ssrn psyarxiv ieee acm films film pictures studios
	archive repository zenodo dataverse github wikipedia youtube data advances workshop actes papers`.split(/\s+/)
);

/** An author and a title, and nothing that says of what kind the work is. */
const BARE = new Set(['all author title', 'all title', 'all author', 'all ']);

/** The likeliest kind, and how far it is ahead of the next, 0 to 1. */
export function kindOf(
	features: string[],
	weights: Record<string, Record<string, number>>
): { kind: string; sure: number } {
	const totals: Record<string, number> = {};
	for (const f of features)
		for (const [k, v] of Object.entries(Object.hasOwn(weights, f) ? weights[f] : {})) totals[k] = (totals[k] ?? 0) + v;
	// what nothing speaks for is what most lists are of
	if (features.some((f) => BARE.has(f))) totals.book = (totals.book ?? 0) + 10_000;
	const ranked = Object.entries(totals).sort((a, b) => b[1] - a[1]);
	if (!ranked.length) return { kind: 'document', sure: 0 };
	return { kind: ranked[0][0], sure: Math.min(1, (ranked[0][1] - (ranked[1]?.[1] ?? 0)) / 300) };
}
