/** A seeded corpus for the bench: sources as a large thesis has them, some alike, and clusters that cite them. */
import type { Cluster, Item } from '../src/lib/core/csl';

/** A small generator with a fixed seed (mulberry32). */
export function random(seed: number): () => number {
	return () => {
		seed = (seed + 0x6d2b79f5) | 0;
		let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

const FAMILIES =
	'Abara Adeyemi Alder Arden Brandt Dietz Fenn Ferro Grant Hallam Holm Hope Iyer Kaya Kerr Lam Lindqvist Lowe Lund Marlowe Mercer Moreau Mora Nakagawa Novak Okafor Okamoto Okonjo Olsen Osei Park Pell Quill Reyes Rossi Silva Singh Strand Sund Tarrow Wardle'.split(
		' '
	);
const GIVEN =
	'Ada Agnes Anders Asha Brit Carys Deniz Devika Ebele Edwin Emi Eskil Greta Guy Haruka Ida Inés Isla Ivo Judith Karl Kwame Lia Lise Louis Maren Mina Nora Oriel Paz Petra Pieter Rosa Rui Simone Thandi Tunde Vera'.split(
		' '
	);
const WORDS =
	'lamp quay harbour tide eel moth light gas ledger round night bell shore estuary wage board map burner berth mole ledger channel count trap insurer town fog pole water crab'.split(
		' '
	);
const TYPES = [
	'article-journal',
	'article-journal',
	'article-journal',
	'book',
	'book',
	'chapter',
	'report',
	'thesis',
	'webpage',
	'article-newspaper'
];

export function makeItems(count: number, seed = 7): Map<string, Item> {
	const r = random(seed);
	const pick = <T>(list: T[]): T => list[Math.floor(r() * list.length)];
	const out = new Map<string, Item>();
	for (let i = 0; i < count; i++) {
		const type = pick(TYPES);
		const names = Array.from({ length: 1 + Math.floor(r() * r() * 8) }, () => ({
			family: pick(FAMILIES),
			given: `${pick(GIVEN)} ${pick(GIVEN)[0]}.`
		}));
		const title = Array.from({ length: 4 + Math.floor(r() * 6) }, () => pick(WORDS)).join(' ');
		const item: Item = {
			id: `s${i}`,
			type,
			author: names,
			title: title[0].toUpperCase() + title.slice(1),
			issued: { 'date-parts': [[1900 + Math.floor(r() * 124)]] },
			page: `${10 + i}-${20 + i}`
		};
		if (type === 'article-journal')
			Object.assign(item, {
				'container-title': `Journal of ${pick(WORDS)} studies`,
				volume: String(1 + Math.floor(r() * 40)),
				issue: String(1 + Math.floor(r() * 6)),
				DOI: `10.5555/b.${i}`
			});
		if (type === 'book' || type === 'chapter')
			Object.assign(item, { publisher: 'Tidemark Press', 'publisher-place': 'Callow' });
		if (type === 'chapter')
			Object.assign(item, {
				'container-title': `Handbook of the ${pick(WORDS)}`,
				editor: [{ family: pick(FAMILIES), given: pick(GIVEN) }]
			});
		out.set(item.id, item);
	}
	return out;
}

export function makeClusters(ids: string[], count: number, seed = 11): Cluster[] {
	const r = random(seed);
	return Array.from({ length: count }, (_, i) => ({
		id: `c${i}`,
		noteNumber: 0,
		cites: Array.from({ length: r() < 0.75 ? 1 : 2 + Math.floor(r() * 2) }, () => ({
			sourceId: ids[Math.floor(r() * ids.length)],
			locator: r() < 0.4 ? { label: 'page', value: String(1 + Math.floor(r() * 300)) } : null
		}))
	}));
}
