/**
 * The stand-in's catalogue: invented works of every kind, the same at every start. DOIs under the test prefix 10.5555,
 * ISBNs and ISSNs with right check digits, addresses under example.org. Nobody and nothing in it is real.
 */
import type { Item, Name } from '$lib/core/csl';
import { KINDS, toIsbn13 } from '$lib/core/source';

/** A small generator with a fixed seed (mulberry32). */
function random(seed: number): () => number {
	return () => {
		seed = (seed + 0x6d2b79f5) | 0;
		let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
}

const words = (s: string) => s.split(' ');
const FAMILIES = words(
	'Abara Adeyemi Alder Arden Bakare Brandt Castell Dietz Ekström Fenn Ferro Grant Hallam Holm Hope Iyer Kaya Kerr Lam Lindqvist Lowe Lund Marlowe Mercer Moreau Mora Nakagawa Novák Okafor Okamoto Okonjo Olsen Osei Park Pell Quillon Reyes Rossi Silva Singh Strand Sund Tarrow Ueda Varga Wardle Yilmaz'
);
const GIVEN = words(
	'Ada Agnes Anders Asha Brit Carys Deniz Devika Ebele Edwin Emi Eskil Greta Guy Haruka Ida Inés Isla Ivo Judith Karl Kwame Lia Lise Louis Maren Mina Nora Oriel Paz Petra Pieter Rosa Rui Simone Thandi Tunde Vera'
);
const THINGS = words(
	'lamps quays harbours tides eels moths gulls ledgers rounds bells shores estuaries wages boards maps burners berths lightships ferries crews tolls fogs nets kilns ropewalks cranes sluices beacons causeways gasworks'
);
const PLACES = words(
	'Callow Northfield Port_Ennis Saltmarsh Tidemouth Harrow_Quay Lowmoor Eastness Marl_Sound Fennick'
).map((p) => p.replace('_', ' '));
const TOPICS = [
	'municipal lighting',
	'night ecology',
	'harbour labour',
	'coastal law',
	'gas and its makers',
	'shipping insurance',
	'oral history',
	'urban darkness',
	'fisheries policy',
	'street furniture',
	'tidal engineering',
	'working-class reading',
	'artificial light and insects',
	'port sanitation'
];
const PATTERNS = [
	'The {a} of {p}: {t}, {y}–{z}',
	'{A} and {b} in {p}',
	'Counting {a}: notes on {t}',
	'After the {a}: {t} in {p}',
	'{A}, {b} and the making of {t}',
	'A survey of {a} at {p}',
	'What the {a} knew: {t} reconsidered',
	'Towards a history of {t}',
	'{t} and the {a} question'
];
const JOURNALS: [string, string][] = [
	['Harbour Studies', 'Harb. Stud.'],
	['Letters in Field Ecology', 'Lett. Field Ecol.'],
	['Journal of Municipal History', 'J. Munic. Hist.'],
	['Night and Shore', 'Night Shore'],
	['Annals of Coastal Engineering', 'Ann. Coast. Eng.'],
	['Review of Port Law', 'Rev. Port Law'],
	['The Lamplight Quarterly', 'Lamplight Q.'],
	['Transactions of the Callow Society', 'Trans. Callow Soc.']
];
const PUBLISHERS = [
	'Saltmarsh Books',
	'Tidemark Press',
	'Harrow & Quay',
	'Northfield University Press',
	'Callow Academic',
	'The Lantern Press'
];
const PAPERS = ['Port Ennis Courier', 'Callow Evening Post', 'The Tidemouth Herald'];
const SITES = ['Heritage Port Ennis', 'Shore Notes', 'The Night Map', 'Harbour Open Data'];

const capital = (s: string) => s[0].toUpperCase() + s.slice(1);

/** An ISBN of ten digits from a number, with its check digit (ISO 2108). */
function isbn10(n: number): string {
	const body = String(n).padStart(9, '0');
	const sum = [...body].reduce((s, c, i) => s + Number(c) * (10 - i), 0);
	const check = (11 - (sum % 11)) % 11;
	return body + (check === 10 ? 'X' : check);
}

/** An ISSN from a number, with its check digit (ISO 3297). */
function issn(n: number): string {
	const body = String(n).padStart(7, '0');
	const sum = [...body].reduce((s, c, i) => s + Number(c) * (8 - i), 0);
	const check = (11 - (sum % 11)) % 11;
	return `${body.slice(0, 4)}-${body.slice(4)}${check === 10 ? 'X' : check}`;
}

const PER_KIND = 10;

/** All records; at least four hundred, of every kind that the app has. */
export function makeCatalogue(): Item[] {
	const r = random(1868);
	const pick = <T>(list: readonly T[]): T => list[Math.floor(r() * list.length)];
	const number = (a: number, b: number) => a + Math.floor(r() * (b - a + 1));
	const person = (): Name => ({
		family: pick(FAMILIES),
		given: r() < 0.3 ? `${pick(GIVEN)} ${pick(GIVEN)[0]}.` : pick(GIVEN)
	});
	const people = (most: number) => Array.from({ length: 1 + Math.floor(r() * r() * most) }, person);
	const title = () => {
		const y = number(1840, 1930);
		const [a, b] = [pick(THINGS), pick(THINGS)];
		return capital(
			pick(PATTERNS)
				.replaceAll('{a}', a)
				.replaceAll('{A}', capital(a))
				.replaceAll('{b}', b)
				.replaceAll('{p}', pick(PLACES))
				.replaceAll('{t}', pick(TOPICS))
				.replaceAll('{y}', String(y))
				.replaceAll('{z}', String(y + number(3, 40)))
		);
	};
	const out: Item[] = [];
	for (const kind of KINDS) {
		for (let i = 0; i < PER_KIND; i++) {
			const n = out.length + 1;
			const year = number(1950, 2025);
			const [journal, short] = pick(JOURNALS);
			const from = number(1, 400);
			const values: Record<string, () => unknown> = {
				author: () => people(6),
				editor: () => [person()],
				director: () => [person()],
				composer: () => [person()],
				performer: () => [person()],
				interviewer: () => [person()],
				translator: () => [person()],
				recipient: () => [person()],
				'reviewed-author': () => [person()],
				'reviewed-title': title,
				'container-title': () =>
					/^article-(?:journal)|^review/.test(kind.type)
						? journal
						: /newspaper|magazine/.test(kind.type)
							? pick(PAPERS)
							: /webpage|post/.test(kind.type)
								? pick(SITES)
								: `Handbook of ${pick(TOPICS)}`,
				volume: () => String(number(1, 60)),
				issue: () => String(number(1, 6)),
				page: () => `${from}-${from + number(2, 30)}`,
				issued: () => ({
					'date-parts': [
						/newspaper|webpage|post|interview|broadcast/.test(kind.type) ? [year, number(1, 12), number(1, 28)] : [year]
					]
				}),
				publisher: () => pick(PUBLISHERS),
				'publisher-place': () => pick(PLACES),
				edition: () => String(number(2, 4)),
				number: () => String(number(2, 90)),
				genre: () =>
					({
						thesis: 'PhD thesis',
						report: 'Technical report',
						speech: 'Lecture',
						manuscript: 'Ledger',
						document: 'Minute book'
					})[kind.type] ?? 'Paper',
				medium: () => pick(['Photograph', 'Audio recording', 'Film', 'Print']),
				authority: () => `Borough of ${pick(PLACES)}`,
				section: () => String(number(2, 20)),
				archive: () => `${pick(PLACES)} Municipal Archive`,
				archive_location: () => `HB/${number(1, 90)}`,
				'archive-place': () => pick(PLACES),
				'event-title': () => `Meeting on ${capital(pick(TOPICS))}`,
				'event-place': () => pick(PLACES),
				version: () => `${number(1, 4)}.${number(0, 9)}`,
				scale: () => '1:2,500',
				DOI: () => `10.5555/lk.${year}.${n}`,
				ISBN: () => (i % 3 ? toIsbn13(isbn10(10_000 + n)) : isbn10(10_000 + n)),
				URL: () => `https://example.org/lookup/${n}`,
				accessed: () => undefined
			};
			const item: Item = { id: `lookup-${n}`, type: kind.type, title: title() };
			for (const field of kind.fields) {
				const v = values[field]?.();
				if (v !== undefined) item[field] ??= v;
			}
			if (kind.type === 'article-journal') {
				item['container-title-short'] = short;
				item.ISSN = issn(2_000_000 + JOURNALS.findIndex(([j]) => j === journal));
				item.PMID = String(90_000_000 + n);
				if (i % 2) item.PMCID = `PMC${9_000_000 + n}`;
			}
			if (kind.type === 'article')
				item.number = `arXiv:${String(2301 + (i % 12)).padStart(4, '0')}.${String(n).padStart(5, '0')}`;
			out.push(item);
		}
	}
	return out;
}
