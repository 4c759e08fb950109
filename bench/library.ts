/** The library's figures: bringing in, telling duplicates, tidying, finding. Times of this machine; nothing is asserted. */
import { writeBibtex } from '../src/lib/core/exchange';
import { createIndex } from '../src/lib/core/search';
import { findDuplicates, type Source } from '../src/lib/core/source';
import { tidy, tidyContext } from '../src/lib/core/source/tidy';
import { loadWords } from '../src/lib/core/source/sentence-case';
import type { Item } from '../src/lib/core/csl';
import { readImport } from '../src/lib/workers/read-import';
import { makeItems, random } from './corpus';

/** Titles of a corpus as varied as a library is: a thousand words, few of them often. */
export function makeLibrary(count: number, seed = 5): Item[] {
	const r = random(seed);
	const syllables = 'ba do fen gri hal ino ka lum mer nos or pel qui ros sta tor ul ven wa yd'.split(' ');
	const words = Array.from({ length: 3000 }, () =>
		Array.from({ length: 2 + Math.floor(r() * 2) }, () => syllables[Math.floor(r() * syllables.length)]).join('')
	);
	// as in any language the first words are used a hundred times as often as the last
	const word = () => words[Math.floor(words.length * r() ** 3)];
	return [...makeItems(count, seed).values()].map((item, i) => ({
		...item,
		title: `${Array.from({ length: 5 + Math.floor(r() * 6) }, word).join(' ')} ${item.title as string}`.slice(0, 90),
		author: (item.author as { family: string; given: string }[]).map((n) => ({
			...n,
			family: r() < 0.6 ? word()[0].toUpperCase() + word() : n.family
		})),
		DOI: `10.5555/l.${i}`
	}));
}

export const asSource = (item: Item, i: number): Source => ({
	id: item.id,
	key: item.id,
	item,
	tags: [],
	shelves: [],
	annotation: '',
	excerpts: [],
	origin: 'bench',
	createdAt: i,
	updatedAt: i
});

const QUERIES = [
	'okafor harbour',
	'lindqvist 1997',
	'lamp quay',
	'nakagwa moth',
	'journal of eel',
	'silva tide 19',
	'author:okonjo year:1990-2000',
	'light "harbour studies"'
];

const quantile = (list: number[], q: number) =>
	[...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))];

export async function runLibraryBench({
	small,
	log,
	gc
}: {
	small: boolean;
	log(line: string): void;
	gc?(): void;
}): Promise<void> {
	const [IMPORT, TWICE, FIND] = small ? [1000, 2000, 5000] : [10_000, 20_000, 50_000];
	const timed = async <T>(f: () => T | Promise<T>): Promise<[T, number]> => {
		gc?.();
		const begun = performance.now();
		const v = await f();
		return [v, performance.now() - begun];
	};
	log('\nThe library');
	const bib = writeBibtex(makeLibrary(IMPORT, 17).map((item) => ({ key: item.id, item })));
	const here = makeLibrary(2000, 5).map((item) => ({ id: item.id, item }));
	const [report, took] = await timed(() => readImport([{ name: 'b.bib', content: bib }], here, () => {}));
	log(
		`  bring in ${IMPORT.toLocaleString('en')} BibTeX entries (${(bib.length / 1e6).toFixed(1)} MB) beside 2,000: ${(took / 1000).toFixed(2)} s, ${report.rows.length} read`
	);

	const many = makeLibrary(TWICE, 5).map((item) => ({ id: item.id, item }));
	for (let i = 0; i < TWICE / 100; i++)
		many[i * 50 + 1] = {
			id: `twice${i}`,
			item: { ...many[i * 50].item, title: String(many[i * 50].item.title).toUpperCase(), DOI: undefined }
		};
	const [groups, seek] = await timed(() => findDuplicates(many));
	log(
		`  duplicates among ${TWICE.toLocaleString('en')}: ${(seek / 1000).toFixed(2)} s, ${groups.length} groups (${TWICE / 100} were put in)`
	);
	const shipped = await loadWords();
	const [, neat] = await timed(() => {
		const items = many.map((m) => m.item);
		const ctx = tidyContext('sentence', items, shipped, new Date(2026, 10, 25));
		return many.reduce((n, m) => n + tidy(m.item, ctx).length, 0);
	});
	log(`  tidying ${TWICE.toLocaleString('en')}: ${(neat / 1000).toFixed(2)} s`);

	const index = createIndex();
	const sources = makeLibrary(FIND, 5).map(asSource);
	const [, build] = await timed(() => index.set(sources));
	const keys: number[] = [];
	for (const q of QUERIES)
		for (let n = 1; n <= q.length; n++) {
			const begun = performance.now();
			index.find(q.slice(0, n), { limit: 2000 });
			keys.push(performance.now() - begun);
		}
	log(
		`  find among ${FIND.toLocaleString('en')}: a key ${quantile(keys, 0.5).toFixed(1)} ms, 95th ${quantile(keys, 0.95).toFixed(1)}, most ${Math.max(...keys).toFixed(1)} (${keys.length} keys); index built in ${(build / 1000).toFixed(1)} s`
	);
}
