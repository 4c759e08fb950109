/** Reads and runs cases of the public CSL conformance suite (format: the README beside the cases). */
import {
	compileStyle,
	createProcessor,
	toHtml,
	type Cluster,
	type ClusterResult,
	type Item,
	type Rich
} from '../src/lib/core/csl';
import { parseXml } from '../src/lib/core/csl/xml';
import type { FixedCite } from '../src/lib/core/csl/processor';
import type { Tree } from '../src/lib/core/csl';
import { localeTree } from './catalogue';

export interface Fixture {
	name: string;
	sections: Map<string, string>;
}

export interface Outcome {
	name: string;
	pass: boolean;
	expected: string;
	actual: string;
}

export function readFixture(name: string, text: string): Fixture {
	const sections = new Map<string, string>();
	const re = />>=+ ([\w-]+) =+>>\r?\n([\s\S]*?)\r?\n?<<=+ \1 =+<</g;
	for (const m of text.matchAll(re)) sections.set(m[1], m[2]);
	return { name, sections };
}

interface RawCite {
	id: string | number;
	locator?: string | number;
	label?: string;
	prefix?: string;
	suffix?: string;
	'suppress-author'?: boolean | number;
	'author-only'?: boolean | number;
	position?: number;
	'near-note'?: boolean;
}

const toCite = (c: RawCite, fixed: boolean): FixedCite => ({
	sourceId: String(c.id),
	locator:
		c.locator != null && String(c.locator).trim() !== ''
			? { label: (c.label ?? 'page').replace('sub verbo', 'sub-verbo'), value: String(c.locator).trim() }
			: null,
	prefix: c.prefix,
	suffix: c.suffix,
	form: c['author-only'] ? 'author-only' : c['suppress-author'] ? 'year-only' : 'parenthetical',
	...(fixed ? { position: c.position ?? 0, nearNote: c['near-note'] ?? false } : {})
});

/** Terms for number variables that CSL 1.0.2 brought; the cases were written before and expect none. */
const LATER_TERMS = new Set([
	'number',
	'collection-number',
	'citation-number',
	'first-reference-note-number',
	'printing-number',
	'supplement-number',
	'part-number'
]);

/** A locale file as it was when the cases were written (docs/conformance.md). */
function earlierLocale(lang: string): Tree | null {
	const tree = localeTree(lang);
	if (!tree) return null;
	const keep = (t: Tree): Tree => ({
		...t,
		children: t.children
			.filter((k) => typeof k === 'string' || k.name !== 'term' || !LATER_TERMS.has(k.attrs.name))
			.map((k) => (typeof k === 'string' ? k : keep(k)))
	});
	return keep(tree);
}

export function runFixture(f: Fixture): Outcome {
	const expected = (f.sections.get('RESULT') ?? '').trim();
	let actual: string;
	try {
		actual = run(f).trim();
	} catch (e) {
		actual = `ERROR ${(e as Error).stack?.split('\n').slice(0, 3).join(' ')}`;
	}
	return { name: f.name, pass: actual === expected, expected, actual };
}

function run(f: Fixture): string {
	const get = (k: string) => f.sections.get(k);
	const json = <T>(k: string): T | null => (get(k) ? (JSON.parse(get(k)!) as T) : null);
	const mode = get('MODE')!.trim();
	const items = json<Item[]>('INPUT')!;
	const byId = new Map(items.map((i) => [String(i.id), i]));
	const style = compileStyle(parseXml(get('CSL')!), { locales: earlierLocale });
	const processor = createProcessor({ style, getItem: (id) => byId.get(id) });
	const citations =
		json<
			[
				{ citationID?: string; citationItems: RawCite[]; properties?: { noteIndex?: number } },
				[string, number][],
				[string, number][]
			][]
		>('CITATIONS');
	if (citations) return runEdits(citations, processor, mode);
	const entries = json<string[][]>('BIBENTRIES');
	let known = items.map((i) => String(i.id));
	if (entries) {
		for (const list of entries) {
			known = [
				...known.filter((id) => list.map(String).includes(id)),
				...list.map(String).filter((id) => !known.includes(id))
			];
			if (list === entries[0]) known = list.map(String);
			processor.format({ clusters: [], known });
		}
	}
	if (mode === 'bibliography') return bibliography(processor.format({ clusters: [], known }), json('BIBSECTION'), byId);
	// a case without citations cites every item, in the order in which the items are listed
	const listed = (): string[] => {
		const ids = (processor.format({ clusters: [], known }).bibliography ?? []).map((e) => e.id);
		return [...ids, ...known.filter((id) => !ids.includes(id))];
	};
	const raw = json<RawCite[][]>('CITATION-ITEMS') ?? [listed().map((id) => ({ id }))];
	const clusters: Cluster[] = raw.map((cites, i) => ({
		id: `c${i}`,
		noteNumber: 0,
		cites: cites.map((c) => toCite(c, true))
	}));
	const { clusters: out } = processor.format({ clusters, known });
	return out
		.map((c) => (c.lead && c.output ? `${toHtml(c.lead)} ${toHtml(c.output)}` : toHtml(c.lead ?? c.output) || NOTHING))
		.join('\n');
}

function runEdits(
	edits: [
		{ citationID?: string; citationItems: RawCite[]; properties?: { noteIndex?: number } },
		[string, number][],
		[string, number][]
	][],
	processor: ReturnType<typeof createProcessor>,
	mode: string
): string {
	const cites = new Map<string, Cluster>();
	// a citation counts as changed when it was written anew
	const text = (c: ClusterResult | undefined) => (c ? toHtml(c.output ?? c.lead) : '');
	let was = new Map<string, ClusterResult>();
	let is = new Map<string, ClusterResult>();
	const first = processor.style.usesFirstNoteNumber;
	let ids: string[] = [];
	let current = '';
	let moved = new Set<string>();
	let result: ReturnType<typeof processor.format> | null = null;
	edits.forEach(([citation, pre, post], n) => {
		current = citation.citationID ?? `cit-${n}`;
		const noteOf = new Map<string, number>([...pre, ...post].map(([id, i]) => [id, Number(i)]));
		const cluster: Cluster = {
			id: current,
			noteNumber: citation.properties?.noteIndex ?? 0,
			cites: citation.citationItems.map((c) => toCite(c, false))
		};
		cites.set(current, cluster);
		ids = [...pre.map(([id]) => id), current, ...post.map(([id]) => id)];
		moved = new Set();
		for (const [id, i] of noteOf) {
			const c = cites.get(id)!;
			if (!c || c.noteNumber === i) continue;
			cites.set(id, { ...c, noteNumber: i });
			// a citation whose note got another number counts as changed
			moved.add(id);
		}
		was = is;
		result = processor.format({ clusters: ids.map((id) => cites.get(id)!) });
		is = new Map(result.clusters.map((c) => [c.id, c]));
	});
	if (mode === 'bibliography') return bibliography(result!, null, new Map());
	return ids
		.map(
			(id, i) =>
				`${id === current || was.get(id) !== is.get(id) || (first && moved.has(id)) ? '>>' : '..'}[${i}] ${text(is.get(id))}`
		)
		.join('\n');
}

interface Filter {
	include?: { field: string; value: string }[];
	exclude?: { field: string; value: string }[];
	select?: { field: string; value: string }[];
	quash?: { field: string; value: string }[];
}

function bibliography(
	r: ReturnType<ReturnType<typeof createProcessor>['format']>,
	filter: Filter | null,
	items: Map<string, Item>
): string {
	const matches = (item: Item, t: { field: string; value: string }) => {
		const v = item[t.field];
		if (Array.isArray(v)) return v.includes(t.value);
		return v === undefined ? !t.value : String(v) === t.value;
	};
	const all: { id: string; output: Rich | null }[] = [...(r.bibliography ?? [])];
	for (const o of [...r.omitted].reverse()) all.splice(o.at, 0, { id: o.id, output: null });
	const list = all.filter((e) => {
		const item = items.get(e.id);
		if (!filter || !item) return true;
		if (filter.include && !filter.include.some((t) => matches(item, t))) return false;
		if (filter.exclude && filter.exclude.some((t) => matches(item, t))) return false;
		if (filter.select && !filter.select.every((t) => matches(item, t))) return false;
		if (filter.quash && filter.quash.every((t) => matches(item, t))) return false;
		return true;
	});
	return [
		'<div class="csl-bib-body">',
		...list.map((e) => `  <div class="csl-entry">${toHtml(e.output) || NOTHING}</div>`),
		'</div>'
	].join('\n');
}

/** What the suite expects where a style prints nothing. */
const NOTHING = '[CSL STYLE ERROR: reference with no printed form.]';
