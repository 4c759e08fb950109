/**
 * npm run differential: styles chosen by a fixed hash, and the featured ones, beside the reference library on the same
 * mixed corpus. Prints a line a style and the share that is equal. `--small` for a quick run, `--show ID` for one style,
 * `--seed WORD` for other styles and another corpus, without the featured ones, `--count N` for so many styles.
 */
import { createHash } from 'node:crypto';
import { FEATURED } from '../src/lib/core/citing';
import { compileStyle, createProcessor, toHtml, type Item, type Tree } from '../src/lib/core/csl';
import { termText } from '../src/lib/core/csl/locale';
import { elements } from '../src/lib/core/csl/tree';
import { localeTree, styleIndex, styleTree } from './catalogue';
import { mixedClusters, mixedItems } from './mixed-corpus';
import { createReference, normalize, visible } from './reference';
import { soundBeside, type About } from './reference-faults';

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
	differences: { what: string; reference: string; ours: string }[];
	failed?: string;
}

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

/** Whether an element of a style, or of what it calls, is of a kind. */
function has(
	tree: Tree,
	is: (t: Tree, next: Tree | undefined) => boolean,
	root = tree,
	seen = new Set<string>()
): boolean {
	return elements(tree).some((k, i, list) => {
		if (is(k, list[i + 1]) || has(k, is, root, seen)) return true;
		const name = k.attrs.macro;
		if (!name || seen.has(name)) return false;
		seen.add(name);
		const macro = elements(root).find((m) => m.name === 'macro' && m.attrs.name === name);
		return macro !== undefined && has(macro, is, root, seen);
	});
}

/** The affixes of `name` elements, each pair once. */
function affixesOfNames(tree: Tree): { prefix: string; suffix: string }[] {
	const found = new Map<string, { prefix: string; suffix: string }>();
	const walk = (t: Tree) => {
		const { prefix = '', suffix = '' } = t.attrs;
		if (t.name === 'name' && (prefix || suffix)) found.set(`${prefix}\n${suffix}`, { prefix, suffix });
		elements(t).forEach(walk);
	};
	walk(tree);
	return [...found.values()];
}

/** What of a style the rules for the reference's faults ask. */
function factsOf(tree: Tree, noDate: string): Omit<About, 'entry' | 'items' | 'suffixes' | 'nothingBefore'> {
	const area = (name: string) => elements(tree).find((e) => e.name === name);
	const isLetter = (t: Tree) => t.name === 'text' && t.attrs.variable === 'year-suffix';
	const [citation, list] = [area('citation'), area('bibliography')];
	const inCites = (is: (t: Tree, next: Tree | undefined) => boolean) =>
		citation !== undefined && has(citation, is, tree);
	return {
		caseOfMacros: has(
			tree,
			(t) => t.name === 'text' && t.attrs.macro !== undefined && t.attrs['text-case'] !== undefined
		),
		locatorLabels: has(
			tree,
			(t, next) => t.name === 'label' && t.attrs.variable === 'locator' && next?.attrs.variable === 'page'
		),
		pageLabels: inCites(
			(t, next) => t.name === 'label' && t.attrs.variable === 'page' && next?.attrs.variable === 'locator'
		),
		afterCollapse: has(tree, (t) => t.attrs['after-collapse-delimiter'] !== undefined),
		lettersInCitesOnly: inCites(isLetter) && list !== undefined && !has(list, isLetter, tree),
		titleByCondition: inCites((t) => t.attrs.disambiguate === 'true'),
		noDate: has(tree, (t) => t.attrs.term === 'no date') ? noDate : '',
		conditionFirst:
			citation?.attrs['disambiguate-add-year-suffix'] === 'true' && inCites((t) => t.attrs.disambiguate === 'true'),
		fullWithoutHyphens:
			tree.attrs['initialize-with-hyphen'] === 'false' && has(tree, (t) => t.attrs.initialize === 'false'),
		nameAffixes: affixesOfNames(tree),
		takesCapsOff: has(tree, (t) => t.attrs['font-variant'] === 'normal')
	};
}

/** The people an item is listed under. */
const headOf = (i: Item | undefined): string => JSON.stringify(i?.author ?? i?.editor ?? i?.translator ?? i?.title);

export function compare(id: string, itemCount: number, clusterCount: number, seed?: number): Compared {
	const tree = styleTree(id)!;
	const items = mixedItems(itemCount, seed);
	const byId = new Map(items.map((i) => [i.id, i]));
	const style = compileStyle(tree, { locales: localeTree });
	const clusters = mixedClusters(items, clusterCount, style.class === 'note', seed);
	const uncited = items.map((i) => i.id);
	const places = new Map(clusters.map((c, k) => [c.id, k]));
	const facts = factsOf(tree, termText(style.locale, 'no date', 'short'));
	const ofCluster = (k: number): About => ({
		entry: false,
		items: clusters[k].cites.map((c) => byId.get(c.sourceId)!),
		suffixes: clusters[k].cites.flatMap((c) => c.suffix ?? []),
		nothingBefore: clusters[k - 1]?.cites.length !== 1,
		...facts
	});
	const ofEntry = (item: string | undefined, before: string | undefined): About => ({
		entry: true,
		items: item && byId.has(item) ? [byId.get(item)!] : [],
		suffixes: [],
		nothingBefore: before !== '' && headOf(byId.get(item ?? '')) !== headOf(byId.get(before ?? '')),
		...facts
	});
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
	const ours = createProcessor({ style, getItem: (x) => byId.get(x) }).format({ clusters, uncited });
	let reference;
	try {
		reference = createReference(tree, new Map([...byId].map(([k, v]) => [k, structuredClone(v)]))).format(
			clusters,
			uncited
		);
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
		else if (soundBeside(visible(a), visible(e), ofCluster(places.get(c.id)!))) out.citationsSound++;
		else out.differences.push({ what: `citation ${c.id}`, reference: e, ours: a });
	}
	const mine = ours.bibliography ?? [];
	const byEntry = new Map(mine.map((e) => [e.id, normalize(toHtml(e.output))]));
	const theirs = reference.bibliography ?? [];
	// an entry without a name is the one of the same text, or else the next that is left over
	const texts = new Set(byEntry.values());
	const theirTexts = new Set(theirs.map((e) => printed(e.html)));
	const left = mine.filter((e) => !theirTexts.has(byEntry.get(e.id)!)).map((e) => e.id);
	theirs.forEach((e, i) => {
		out.entries++;
		const text = printed(e.html);
		const own = e.id || (texts.has(text) ? undefined : left.shift());
		const a = own ? (byEntry.get(own) ?? '') : texts.has(text) ? text : '';
		const same = a === text;
		if (same) out.entriesEqual++;
		if (same || visible(a) === visible(text)) out.entriesAlike++;
		else if (soundBeside(visible(a), visible(text), ofEntry(own, theirs[i - 1]?.id))) out.entriesSound++;
		else out.differences.push({ what: `entry ${own}`, reference: text, ours: a });
	});
	const order = theirs.map((e) => e.id).filter((x) => !x || byEntry.has(x));
	out.sameOrder = order.every((x, i) => !x || x === mine[i]?.id);
	return out;
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
	const part = (a: number, b: number) => `${a} of ${b} (${((100 * a) / b).toFixed(2)} %)`;
	console.log(
		`${list.length} styles: citations equal ${part(t.citationsEqual, t.citations)}, entries equal ${part(t.entriesEqual, t.entries)}\n` +
			`to a reader alike (markup nested in another way, a space before a mark): citations ${part(t.citationsAlike, t.citations)}, entries ${part(t.entriesAlike, t.entries)}\n` +
			`and once the faults of the reference that rules name are set aside (reference-faults.ts): citations ${part(t.citationsSound, t.citations)}, entries ${part(t.entriesSound, t.entries)}`
	);
}
