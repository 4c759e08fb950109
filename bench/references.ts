/**
 * npm run bench -- references: how well typed references are read. Strings are those that 100 styles that were never
 * trained on print for invented items of 12 kinds; only what stands in a string is asked for.
 */
import type { DateValue, Item, Name } from '../src/lib/core/csl';
import { loadModel, readReference } from '../src/lib/core/match/list';
import { KINDS_MEASURED } from '../scripts/references/items';
import { examples, stylesInOrder, typesetExamples, type Example } from '../scripts/references/strings';

const FIELDS = [
	'author',
	'editor',
	'title',
	'container-title',
	'issued',
	'volume',
	'issue',
	'page',
	'publisher',
	'publisher-place',
	'DOI',
	'URL',
	'edition',
	'collection-title',
	'genre',
	'number'
] as const;
/** The fields of the figure that is asked for. */
const JOINED = new Set([
	'author',
	'title',
	'container-title',
	'issued',
	'volume',
	'issue',
	'page',
	'publisher',
	'DOI',
	'URL'
]);

const plain = (s: unknown) =>
	String(s ?? '')
		.replace(/<[^>]*>/g, '')
		.normalize('NFKD')
		.toLowerCase()
		.replace(/[^\p{L}\p{N}]+/gu, ' ')
		.trim();

/** A value as it is compared: people by family name and first initial, dates by year. */
function value(field: string, item: Item, text: string): string {
	const v = field === 'author' ? (item.author ?? item.director) : item[field];
	if (v == null || v === '') return '';
	if (field === 'author' || field === 'editor') {
		const list = (v as Name[]).map((n) =>
			n.literal
				? plain(n.literal)
				: `${plain([n['non-dropping-particle'], n.family].filter(Boolean).join(' '))} ${plain(n.given).charAt(0)}`.trim()
		);
		return list.join(' | ');
	}
	if (field === 'issued') return String((v as DateValue)['date-parts']?.[0]?.[0] ?? '');
	if (field === 'DOI' || field === 'URL')
		return String(v)
			.toLowerCase()
			.replace(/^https?:\/\/(?:www\.)?|\/$/g, '');
	if (field === 'page') return plain(String(v).split('-')[0]) + (String(v).includes('-') ? '-' : '');
	void text;
	return plain(v);
}

interface Count {
	right: number;
	read: number;
	there: number;
}

function same(field: string, gold: string, read: string, e: Example): boolean {
	if (gold === read) return true;
	if (field === 'author' || field === 'editor') {
		const a = gold.split(' | ');
		const b = read.split(' | ');
		// a family name alone where the style prints no given name
		return a.length === b.length && a.every((n, i) => n === b[i] || n.replace(/ \p{L}$/u, '') === b[i]);
	}
	const low = plain(e.text);
	// a style may print a part of the value, or a short form
	if (field === 'container-title') {
		const short = plain(e.item['container-title-short']);
		if (short && read === short) return true;
	}
	return !low.includes(gold) && gold.includes(read) && read.length > 0 && read.length >= gold.length * 0.6;
}

export async function measure(list: Example[], show = 0) {
	const model = await loadModel();
	const counts = new Map<string, Count>(FIELDS.map((f) => [f, { right: 0, read: 0, there: 0 }]));
	let kinds = 0;
	let told = 0;
	let toldRight = 0;
	let shown = 0;
	const wrongKinds = new Map<string, number>();
	for (const e of list) {
		const { item } = readReference(e.text, model);
		const tells = e.labels.some((l) => !/^(?:other|index|author|editor|title|date)$/.test(l));
		if (tells) told++;
		if (tells && item.type === e.item.type) toldRight++;
		if (item.type === e.item.type) kinds++;
		else wrongKinds.set(`${e.item.type} as ${item.type}`, (wrongKinds.get(`${e.item.type} as ${item.type}`) ?? 0) + 1);
		const wrong: string[] = [];
		for (const f of FIELDS) {
			const c = counts.get(f)!;
			const there = e.found.has(f) || (f === 'author' && e.found.has('director'));
			const gold = !there
				? ''
				: f === 'author' || f === 'editor'
					? value(f, { ...e.item, [f]: e.people[f], director: undefined }, e.text)
					: value(f, e.item, e.text);
			const read = value(f, item, e.text);
			if (gold) c.there++;
			if (read) c.read++;
			if (gold && read && same(f, gold, read, e)) c.right++;
			else if ((gold || read) && JOINED.has(f)) wrong.push(`${f}: “${read}” for “${gold}”`);
		}
		if (wrong.length && shown < show) {
			shown++;
			console.log(`[${e.style}] ${e.item.type}: ${e.text}\n    ${wrong.join('\n    ')}`);
		}
	}
	return {
		counts,
		kinds: kinds / list.length,
		told: toldRight / told,
		share: told / list.length,
		wrongKinds,
		entries: list.length
	};
}

const f1 = (c: Count) => (c.right ? (2 * c.right) / (c.read + c.there) : 0);

function report(name: string, m: Awaited<ReturnType<typeof measure>>): void {
	console.log(`\n${name}: ${m.entries} entries\n${'field'.padEnd(18)} precision  recall     F1  there`);
	const all: Count = { right: 0, read: 0, there: 0 };
	for (const [f, c] of m.counts) {
		if (JOINED.has(f)) for (const k of ['right', 'read', 'there'] as const) all[k] += c[k];
		if (c.there)
			console.log(
				`${f.padEnd(18)} ${(c.right / (c.read || 1)).toFixed(4).padStart(9)} ${(c.right / c.there).toFixed(4).padStart(7)} ${f1(c).toFixed(4).padStart(6)} ${String(c.there).padStart(6)}`
			);
	}
	console.log(
		`${'together'.padEnd(18)} ${(all.right / all.read).toFixed(4).padStart(9)} ${(all.right / all.there).toFixed(4).padStart(7)} ${f1(all).toFixed(4).padStart(6)}   (asked: 0.95)`
	);
	console.log(
		`kind right in ${(m.kinds * 100).toFixed(2)} %   (asked: 92); in ${(m.told * 100).toFixed(2)} % of the ${(m.share * 100).toFixed(1)} % that say more than who, what and when`
	);
}

export async function benchReferences(options: { show?: number; seed?: number; styles?: number } = {}): Promise<void> {
	const model = await loadModel();
	const styles = stylesInOrder().slice(0, options.styles ?? 100);
	const list = examples(styles, 50, options.seed ?? 424_242, model.lexicon, KINDS_MEASURED);
	const m = await measure(list, options.show ?? 0);
	report('styles never trained on', m);
	if (options.show) console.log([...m.wrongKinds].sort((a, b) => b[1] - a[1]).slice(0, 12));
	report('typesetters’ lists', await measure(typesetExamples(1000, (options.seed ?? 424_242) + 1, model.lexicon)));
	const texts = list.slice(0, 1000).map((e) => e.text);
	const from = performance.now();
	for (const t of texts) readReference(t, model);
	console.log(`${texts.length} entries in ${((performance.now() - from) / 1000).toFixed(2)} s   (asked: at most 3)`);
}
