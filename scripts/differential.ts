/**
 * npm run differential: styles chosen by a fixed hash, and the featured ones, beside the reference library on the same
 * mixed corpus. Prints a line a style and the share that is equal. `--small` for a quick run, `--show ID` for one style,
 * `--seed WORD` for other styles and another corpus, without the featured ones, `--count N` for so many styles.
 */
import { createHash } from 'node:crypto';
import { runInNewContext } from 'node:vm';
import { FEATURED } from '../src/lib/core/citing';
import { compileStyle, createProcessor, toHtml, type Item } from '../src/lib/core/csl';
import { termText } from '../src/lib/core/csl/locale';
import { localeTree, styleIndex, styleTree } from './catalogue';
import { mixedClusters, mixedItems } from './mixed-corpus';
import { createReference, normalize, visible } from './reference';
import { factsOf, hasOddDate, type About } from './reference-about';
import { bothWithoutFaults, soundBeside } from './reference-faults';

interface Difference {
	what: string;
	reference: string;
	ours: string;
	/** Our text and that of the reference once named faults are out of both. */
	left: [string, string];
}

export interface Compared {
	style: string;
	citations: number;
	citationsEqual: number;
	/** Equal to a reader: the same text in the same look, though the markup nests in another way. */
	citationsAlike: number;
	/** Alike once faults of the reference that rules name are taken out of both. */
	citationsSound: number;
	entries: number;
	entriesEqual: number;
	entriesAlike: number;
	entriesSound: number;
	/** Both are in the same order. */
	sameOrder: boolean;
	differences: Difference[];
	failed?: string;
}

/** After so many milliseconds the reference will not come to an end: a style takes it two seconds, and a few for ever. */
const PATIENCE = 120_000;
/** Does something that may never come to an end by itself. @throws where it has not after `ms` milliseconds */
const within = <T>(ms: number, act: () => T): T => runInNewContext('act()', { act }, { timeout: ms }) as T;

/** What the reference prints for a source without its message that there is nothing to print. */
const printed = (html: string) => normalize(html.replace(/\[CSL STYLE ERROR: [^\]]*\]/g, ''));

/** Styles in an order that only their names and a seed decide; those of the first seed stand behind the featured ones. */
export function chosenStyles(count: number, seed = ''): string[] {
	const hash = (id: string) =>
		createHash('sha256')
			.update(`${seed || 'rapid-quill'} ${id}`)
			.digest('hex');
	const all = styleIndex()
		.map((s) => s.id)
		.sort((a, b) => (hash(a) < hash(b) ? -1 : 1));
	return seed ? all.slice(0, count) : [...new Set([...FEATURED.map((f) => f.id), ...all.slice(0, count)])];
}

type People = { family?: string; given?: string }[];

/** The people an item is listed under, and their role. */
const listed = (i: Item | undefined): { role: string; people: People } => {
	const role = ['author', 'editor', 'translator'].find((r) => i?.[r]) ?? '';
	return { role, people: (i?.[role] as People | undefined) ?? [] };
};

/** What an item is listed under. */
const headOf = (i: Item | undefined): string => JSON.stringify(listed(i).people.length ? listed(i).people : i?.title);

/** The person an item is listed under first, with the initials of given names. */
const leadOf = (i: Item | undefined): string => {
	const [lead] = listed(i).people;
	return lead?.family ? `${lead.family} ${lead.given?.replace(/(\p{Lu})\p{Ll}+/gu, '$1.')}` : '';
};

const firstFamily = (i: Item): string => listed(i).people[0]?.family ?? '';
const yearOf = (i: Item): string =>
	/\d{4}/.exec(JSON.stringify((i.issued as Record<string, unknown> | undefined) ?? ''))?.[0] ?? '';

/** Family names of several people who each stand at the head of several sources. */
function namesakesIn(items: readonly Item[]): Set<string> {
	const counts = new Map<string, number>();
	for (const i of items) counts.set(headOf(i), (counts.get(headOf(i)) ?? 0) + 1);
	const people = new Map<string, number>();
	for (const i of new Map(items.map((x) => [headOf(x), x])).values())
		if (counts.get(headOf(i))! > 1) people.set(firstFamily(i), (people.get(firstFamily(i)) ?? 0) + 1);
	return new Set([...people].filter(([, n]) => n > 1).map(([family]) => family));
}

export function compare(id: string, itemCount: number, clusterCount: number, seed?: number): Compared {
	const tree = styleTree(id)!;
	const items = mixedItems(itemCount, seed);
	const byId = new Map(items.map((i) => [i.id, i]));
	const style = compileStyle(tree, { locales: localeTree });
	const clusters = mixedClusters(items, clusterCount, style.class === 'note', seed);
	const uncited = items.map((i) => i.id);
	const places = new Map(clusters.map((c, k) => [c.id, k]));
	const facts = {
		...factsOf(tree, {
			wordForIn: termText(style.locale, 'in'),
			noDate: termText(style.locale, 'no date', 'short'),
			noPlace: termText(style.locale, 'no-place', 'short'),
			anonymous: termText(style.locale, 'anonymous')
		}),
		namesakes: namesakesIn(items)
	};
	const odd = new Set(items.filter(hasOddDate).map((i) => `${firstFamily(i)} ${yearOf(i)}`));
	const nearOddDate = (list: readonly Item[]) => list.some((i) => odd.has(`${firstFamily(i)} ${yearOf(i)}`));
	const ofCluster = (k: number): About => {
		const { cites } = clusters[k];
		const cited = cites.map((c) => byId.get(c.sourceId)!);
		return {
			entry: false,
			items: cited,
			suffixes: cites.flatMap((c) => c.suffix ?? []),
			locators: cites.flatMap((c) => c.locator?.value ?? []),
			nothingBefore: clusters[k - 1]?.cites.length !== 1,
			nearOddDate: nearOddDate(cited),
			sameLeadBefore: false,
			repeats: cites.some((c, n) => c.sourceId === (cites[n - 1] ?? clusters[k - 1]?.cites.at(-1))?.sourceId),
			...facts
		};
	};
	const ofEntry = (item: string | undefined, before: (string | undefined)[]): About => {
		const own = byId.get(item ?? '');
		const others = before.map((b) => byId.get(b ?? ''));
		return {
			entry: true,
			items: own ? [own] : [],
			suffixes: [],
			locators: [],
			repeats: false,
			nothingBefore: before[0] !== '' && headOf(own) !== headOf(others[0]),
			nearOddDate: own !== undefined && nearOddDate([own]),
			sameLeadBefore: others.some((o) => o && leadOf(o) !== '' && leadOf(o) === leadOf(own)),
			...facts
		};
	};
	const out: Compared = {
		style: id,
		citations: 0,
		citationsEqual: 0,
		citationsAlike: 0,
		citationsSound: 0,
		entries: 0,
		entriesEqual: 0,
		entriesAlike: 0,
		entriesSound: 0,
		sameOrder: true,
		differences: []
	};
	/** Whether nothing is left once faults are out; notes what differs where something is. */
	const sound = (what: string, a: string, b: string, about: About): boolean => {
		if (soundBeside(visible(a), visible(b), about)) return true;
		const left = bothWithoutFaults(visible(a), visible(b), about);
		out.differences.push({ what, reference: b, ours: a, left });
		return false;
	};
	const ours = createProcessor({ style, getItem: (x) => byId.get(x) }).format({ clusters, uncited });
	let reference;
	try {
		const copies = new Map([...byId].map(([k, v]) => [k, structuredClone(v)]));
		reference = within(PATIENCE, () => createReference(tree, copies).format(clusters, uncited));
	} catch (e) {
		out.failed = (e as Error).message;
		return out;
	}
	for (const c of ours.clusters) {
		out.citations++;
		const a = normalize(toHtml(c.output));
		const e = printed(reference.clusters.get(c.id) ?? '');
		const same = a === e;
		if (same) out.citationsEqual++;
		if (same || visible(a) === visible(e)) out.citationsAlike++;
		else if (sound(`citation ${c.id}`, a, e, ofCluster(places.get(c.id)!))) out.citationsSound++;
	}
	const mine = ours.bibliography ?? [];
	const byEntry = new Map(mine.map((e) => [e.id, normalize(toHtml(e.output))]));
	const placeOf = new Map(mine.map((e, i) => [e.id, i]));
	const theirs = reference.bibliography ?? [];
	// an entry without a name is the one of the same text, or else the one that is left over and has most of its words
	const texts = new Set(byEntry.values());
	const theirTexts = new Set(theirs.map((e) => printed(e.html)));
	const named = new Set(theirs.map((e) => e.id));
	const left = new Set(mine.map((e) => e.id).filter((id) => !named.has(id) && !theirTexts.has(byEntry.get(id)!)));
	const nearest = (text: string): string | undefined => {
		const best = mostAlike(text, [...left], (id) => byEntry.get(id)!);
		if (best !== undefined) left.delete(best);
		return best;
	};
	theirs.forEach((e, i) => {
		out.entries++;
		const text = printed(e.html);
		const own = e.id || (texts.has(text) ? undefined : nearest(text));
		const a = own ? (byEntry.get(own) ?? '') : texts.has(text) ? text : '';
		const same = a === text;
		if (same) out.entriesEqual++;
		if (same || visible(a) === visible(text)) out.entriesAlike++;
		else if (sound(`entry ${own}`, a, text, ofEntry(own, [theirs[i - 1]?.id, mine[placeOf.get(own ?? '')! - 1]?.id])))
			out.entriesSound++;
	});
	const order = theirs.map((e) => e.id).filter((x) => !x || byEntry.has(x));
	out.sameOrder = order.every((x, i) => !x || x === mine[i]?.id);
	return out;
}

/** Of those that are left over, the one whose text has most words in common with a text, as a share of all words of both. */
function mostAlike(text: string, ids: string[], textOf: (id: string) => string): string | undefined {
	const words = (t: string) =>
		new Set(
			t
				.replace(/<[^>]*>/g, ' ')
				.toLowerCase()
				.match(/[\p{L}\p{N}]+/gu)
		);
	const wanted = words(text);
	const share = (id: string) => {
		const has = words(textOf(id));
		const both = [...wanted].filter((w) => has.has(w)).length;
		return both / (wanted.size + has.size - both || 1);
	};
	return ids.map((id) => ({ id, share: share(id) })).sort((a, b) => b.share - a.share)[0]?.id;
}

export function totals(list: Compared[]) {
	const sum = (f: (c: Compared) => number) => list.reduce((n, c) => n + f(c), 0);
	return {
		citations: sum((c) => c.citations),
		citationsEqual: sum((c) => c.citationsEqual),
		citationsAlike: sum((c) => c.citationsAlike),
		citationsSound: sum((c) => c.citationsAlike + c.citationsSound),
		entries: sum((c) => c.entries),
		entriesEqual: sum((c) => c.entriesEqual),
		entriesAlike: sum((c) => c.entriesAlike),
		entriesSound: sum((c) => c.entriesAlike + c.entriesSound)
	};
}

if (process.argv[1]?.endsWith('differential.ts')) {
	const args = process.argv.slice(2);
	const value = (name: string) => (args.includes(name) ? args[args.indexOf(name) + 1] : undefined);
	const one = value('--show');
	const seed = value('--seed') ?? '';
	const corpusSeed = seed ? createHash('sha256').update(seed).digest().readUInt32LE() : undefined;
	const small = args.includes('--small');
	const ids = one ? [one] : chosenStyles(Number(value('--count') ?? (small ? 15 : 80)), seed);
	const list: Compared[] = [];
	for (const id of ids) {
		const c = compare(id, small ? 88 : 300, small ? 60 : 200, corpusSeed);
		list.push(c);
		if (args.includes('--json')) {
			for (const d of c.differences) console.log(JSON.stringify({ style: id, ...d }));
			continue;
		}
		const share = (a: number, b: number) => (b ? `${((100 * a) / b).toFixed(1)} %` : '–');
		console.log(
			`${id.padEnd(60).slice(0, 60)} citations ${share(c.citationsEqual, c.citations).padStart(7)}  entries ${share(c.entriesEqual, c.entries).padStart(7)}${c.sameOrder ? '' : '  another order'}${c.failed ? `  reference failed: ${c.failed}` : ''}`
		);
		if (one) for (const d of c.differences) console.log(`${d.what}\n  reference ${d.reference}\n  ours      ${d.ours}`);
	}
	const t = totals(list);
	const failed = list.filter((c) => c.failed).map((c) => c.style);
	const part = (a: number, b: number) => `${a} of ${b} (${((100 * a) / b).toFixed(2)} %)`;
	console.log(
		`${list.length} styles, ${failed.length ? `without ${failed.length} of which the reference came to no end or failed (${failed.join(', ')})` : 'all of which the reference could format'}: citations equal ${part(t.citationsEqual, t.citations)}, entries equal ${part(t.entriesEqual, t.entries)}\n` +
			`to a reader alike (markup nested in another way, a space before a mark): citations ${part(t.citationsAlike, t.citations)}, entries ${part(t.entriesAlike, t.entries)}\n` +
			`and once the faults of the reference that rules name are set aside (reference-faults.ts): citations ${part(t.citationsSound, t.citations)}, entries ${part(t.entriesSound, t.entries)}`
	);
}
