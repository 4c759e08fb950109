/**
 * The processor: clusters and sources in, what every citation, note and entry shows out.
 *
 * `format` is a pure function of its inputs that remembers: each step keeps what it made together with what it was
 * made from, and does again only what has another basis. Identity (`===`) of items and clusters is the quick test.
 */
import { assemble, type Rendered } from './cluster';
import { PLAIN_DISTINCTION, type Context, type Distinction, type NamesRecord } from './context';
import type { CompiledStyle } from './compile';
import { expandAlikeNames, letterFor, resolve, type Candidate, type NameUse, type Outcome } from './disambiguate';
import type { Warning } from './errors';
import { finish } from './finish';
import { parseTyped } from './field';
import { narrativeAuthor } from './narrative';
import { formatName, type NameOptions } from './names';
import { findPositions, type CitePosition } from './positions';
import { withNoteVariables } from './read';
import { join, plainOf, seq, type Rich } from './rich';
import { keysFor, makeCompare, type Compare, type KeyValue } from './sort';
import { Position, type Cite, type Cluster, type Item, type Name } from './types';

export interface FormatInput {
	clusters: Cluster[];
	/** Sources in the list that no cluster cites. */
	uncited?: string[];
	/** Sources that count as met before the first cluster, in this order. */
	known?: string[];
}

export interface ClusterResult {
	id: string;
	/** The citation: in the text for in-text styles, in the note for note styles. */
	output: Rich | null;
	/** Note styles, narrative form: the words that stand in the sentence. */
	lead: Rich | null;
}

export interface EntryResult {
	id: string;
	output: Rich;
}

export interface FormatResult {
	clusters: ClusterResult[];
	/** Null where the style has no bibliography. */
	bibliography: EntryResult[] | null;
	/** Sources for which the style prints no entry, each with the index it would have had. */
	omitted: { id: string; at: number }[];
	warnings: Warning[];
}

/** A source the processor has met. */
interface Known {
	id: string;
	/** The item as given, whose identity says whether it changed. */
	given: Item | undefined;
	item: Item;
	missing: boolean;
	/** Changes whenever something changes that shows in a citation or entry. */
	stamp: number;
	number: number;
	letter: number;
	distinction: Distinction;
	keys: KeyValue[] | null;
	keysNumber: number;
	base: string | null;
	records: NamesRecord[];
	renderCache: Map<string, string>;
	entry: { stamp: number; previous: string; result: EntryResult | null; texts: string[] | null } | null;
}

interface ClusterMemo {
	cluster: Cluster;
	states: CiteState[];
	result: ClusterResult;
}

interface CiteState {
	source: Known;
	stamp: number;
	position: Position;
	nearNote: boolean;
	firstNote: number;
	noteNumber: number;
	/** The cite begins its citation. */
	first: boolean;
}

export interface ProcessorOptions {
	style: CompiledStyle;
	/** The item of a source; undefined where there is none. */
	getItem(id: string): Item | undefined;
}

/** A cite whose place in the sequence is fixed from outside (conformance cases only). */
export interface FixedCite extends Cite {
	position?: Position;
	nearNote?: boolean;
	citationNumber?: number;
}

export interface Processor {
	format(input: FormatInput): FormatResult;
	/** A cite group as it would stand at the end of what was formatted last; changes nothing. */
	preview(cites: Cite[], noteNumber?: number): ClusterResult;
	readonly style: CompiledStyle;
}

export function createProcessor(options: ProcessorOptions): Processor {
	return new Engine(options);
}

class Engine implements Processor {
	readonly style: CompiledStyle;
	private readonly getItem: (id: string) => Item | undefined;
	private readonly known = new Map<string, Known>();
	private readonly memo = new Map<string, ClusterMemo>();
	private readonly compareEntries: Compare;
	private readonly compareCites: Compare;
	private readonly context: Context;
	private order: Known[] = [];
	private sorted: Known[] = [];
	private stamps = 1;
	private outcomes = new Map<string, { basis: string; result: Map<string, Outcome> }>();
	private bibliography: EntryResult[] | null = null;
	private omitted: { id: string; at: number }[] = [];

	constructor(options: ProcessorOptions) {
		this.style = options.style;
		this.getItem = options.getItem;
		const lang = this.style.locale.lang;
		this.compareEntries = makeCompare(this.style.bibliography?.sort ?? [], lang);
		this.compareCites = makeCompare(this.style.citation.sort, lang);
		this.context = {
			item: { id: '', type: '' },
			locale: this.style.locale,
			cite: null,
			position: 0,
			nearNote: false,
			noteNumber: 0,
			firstNote: 0,
			citationNumber: 0,
			yearSuffix: '',
			yearSuffixUsed: false,
			distinction: PLAIN_DISTINCTION,
			inBibliography: false,
			sorting: false,
			sortNames: null,
			suppressed: null,
			called: 0,
			filled: 0,
			used: null,
			substituting: false,
			atStart: false,
			conditionsSeen: 0,
			namesIndex: 0,
			records: null,
			dropNames: false,
			namesDropped: false,
			wordAnd: false,
			firstNames: null,
			authorSubstitute: null,
			nameTexts: null,
			style: this.style.facts
		};
	}

	format(input: FormatInput): FormatResult {
		const warnings: Warning[] = [...this.style.warnings];
		this.register(input, warnings);
		const positions = findPositions(input.clusters, this.style.citationOptions.nearNoteDistance);
		const seen = new Set<string>();
		const clusters = input.clusters.map((cluster, i) => {
			seen.add(cluster.id);
			return this.clusterResult(cluster, positions[i]);
		});
		if (this.memo.size > seen.size * 2 + 50) for (const id of this.memo.keys()) if (!seen.has(id)) this.memo.delete(id);
		const bibliography = this.entries();
		return { clusters, bibliography, omitted: this.omitted, warnings };
	}

	preview(cites: Cite[], noteNumber = 0): ClusterResult {
		const states = cites.map((cite): CiteState => {
			const known = this.known.get(cite.sourceId);
			const source = known && this.order.includes(known) ? known : this.meet(cite.sourceId, null, known);
			return {
				source: source.number ? source : { ...source, number: this.order.length + 1 },
				stamp: source.stamp,
				position: Position.First,
				nearNote: false,
				firstNote: noteNumber,
				noteNumber,
				first: true
			};
		});
		return this.render({ id: '', noteNumber, cites }, states);
	}

	/** Brings the register of sources up to date: order, numbers, letters, distinctions. */
	private register(input: FormatInput, warnings: Warning[]): void {
		const ids = new Set<string>(input.known ?? []);
		for (const c of input.clusters) for (const cite of c.cites) ids.add(cite.sourceId);
		for (const id of input.uncited ?? []) ids.add(id);
		const order: Known[] = [];
		let changed = false;
		for (const id of ids) {
			const before = this.known.get(id);
			const k = this.meet(id, warnings, before);
			if (k !== before) changed = true;
			this.known.set(id, k);
			order.push(k);
		}
		if (!changed && order.length === this.order.length && order.every((k, i) => k === this.order[i])) return;
		this.order = order;
		this.sortEntries();
		this.disambiguate();
	}

	private meet(id: string, warnings: Warning[] | null, before: Known | undefined): Known {
		const item = this.getItem(id);
		if (!item) warnings?.push({ message: 'This source is not in the library.', itemId: id });
		if (before && (item ? before.given === item : before.missing)) return before;
		return {
			id,
			given: item,
			item: item ? withNoteVariables(item) : { id, type: 'document', title: '' },
			missing: !item,
			stamp: this.stamps++,
			number: 0,
			letter: -1,
			distinction: PLAIN_DISTINCTION,
			keys: null,
			keysNumber: 0,
			base: null,
			records: [],
			renderCache: new Map(),
			entry: null
		};
	}

	private reset(k: Known): Context {
		const c = this.context;
		c.item = k.item;
		c.cite = null;
		c.position = 0;
		c.nearNote = false;
		c.noteNumber = 0;
		c.firstNote = 0;
		c.citationNumber = k.number;
		c.yearSuffix = k.letter >= 0 ? letterFor(k.letter) : '';
		c.yearSuffixUsed = false;
		c.distinction = k.distinction;
		c.inBibliography = false;
		c.suppressed = null;
		c.called = 0;
		c.filled = 0;
		c.used = null;
		c.substituting = false;
		c.atStart = false;
		c.conditionsSeen = 0;
		c.namesIndex = 0;
		c.records = null;
		c.dropNames = false;
		c.namesDropped = false;
		c.wordAnd = false;
		c.firstNames = null;
		c.authorSubstitute = null;
		c.nameTexts = null;
		return c;
	}

	private keys(k: Known): KeyValue[] {
		const sort = this.style.bibliography!.sort;
		const numbered = sort.some((s) => s.usesNumber);
		if (!k.keys || (numbered && k.keysNumber !== k.number)) {
			const c = this.reset(k);
			k.keys = keysFor(sort, c, () => {
				this.reset(k);
				c.inBibliography = true;
			});
			k.keysNumber = k.number;
		}
		return k.keys;
	}

	private sortEntries(): void {
		const setNumber = (k: Known, n: number) => {
			if (k.number === n) return;
			k.number = n;
			k.stamp = this.stamps++;
		};
		const sort = this.style.bibliography?.sort ?? [];
		if (!sort.length) {
			this.sorted = [...this.order];
			this.order.forEach((k, i) => setNumber(k, i + 1));
			return;
		}
		const rank = new Map(this.order.map((k, i) => [k, i]));
		const numbered = sort.some((s) => s.usesNumber);
		if (numbered) this.order.forEach((k, i) => setNumber(k, i + 1));
		// the list before, then what is new: mostly sorted already
		const before = this.sorted.filter((k) => rank.has(k));
		const kept = new Set(before);
		const list = [...before, ...this.order.filter((k) => !kept.has(k))];
		for (const k of list) this.keys(k);
		list.sort((a, b) => this.compareEntries(a.keys!, b.keys!) || rank.get(a)! - rank.get(b)!);
		this.sorted = list;
		// numbers that order the list downwards also run downwards
		const down = sort.some((s) => s.usesNumber && s.descending);
		list.forEach((k, i) => setNumber(k, down ? list.length - i : i + 1));
	}

	/** A cite as it reads without locator, letter and position, for finding those that read alike. */
	private ambiguousForm(k: Known, d: Distinction, records: NamesRecord[] | null = null): string {
		const c = this.reset(k);
		c.distinction = d;
		c.records = records;
		c.position = Position.Subsequent;
		c.nearNote = true;
		c.yearSuffix = '';
		c.citationNumber = 0;
		return plainOf(this.style.citation.run(c));
	}

	private disambiguate(): void {
		const o = this.style.citationOptions;
		const active = o.addNames || o.addGiven || o.addYearSuffix || this.style.disambiguateConditions > 0;
		if (!active) return;
		for (const k of this.order) {
			if (k.base === null) {
				const records: NamesRecord[] = [];
				k.base = this.ambiguousForm(k, PLAIN_DISTINCTION, records);
				k.records = records.filter(Boolean);
			}
		}
		const rank = new Map(this.sorted.map((k, i) => [k, i]));
		const start = this.alikeNames();
		const groups = new Map<string, Known[]>();
		for (const k of this.order) {
			if (k.base === '') continue;
			const g = groups.get(k.base!);
			if (g) g.push(k);
			else groups.set(k.base!, [k]);
		}
		const done = new Set<Known>();
		for (const [base, g] of groups) {
			if (g.length < 2) continue;
			const result = this.resolveGroup(base, g, rank, start);
			for (const k of g) {
				const r = result.get(k.id)!;
				this.settle(k, r.distinction, r.letter);
				done.add(k);
			}
		}
		for (const k of this.order) if (!done.has(k)) this.settle(k, start.get(k.id) ?? PLAIN_DISTINCTION, -1);
	}

	private resolveGroup(
		base: string,
		g: Known[],
		rank: Map<Known, number>,
		start: Map<string, Distinction>
	): Map<string, Outcome> {
		const ranked = [...g].sort((a, b) => rank.get(a)! - rank.get(b)!);
		const basis = ranked
			.map((k) => `${k.id}\u0000${itemNumber(k.item)}\u0000${distinctionKey(start.get(k.id) ?? PLAIN_DISTINCTION)}`)
			.join('\u0001');
		const before = this.outcomes.get(base);
		if (before?.basis === basis) return before.result;
		const candidates: Candidate[] = g.map((k) => ({
			id: k.id,
			records: k.records,
			rank: rank.get(k)!,
			render: (d) => {
				const key = distinctionKey(d);
				let s = k.renderCache.get(key);
				if (s === undefined) {
					s = this.ambiguousForm(k, d);
					k.renderCache.set(key, s);
				}
				return s;
			}
		}));
		const result = resolve(candidates, this.style.citationOptions, this.style.disambiguateConditions, start);
		this.outcomes.set(base, { basis, result });
		return result;
	}

	private settle(k: Known, d: Distinction, letter: number): void {
		if (k.letter === letter && (k.distinction === d || distinctionKey(k.distinction) === distinctionKey(d))) return;
		k.distinction = d;
		k.letter = letter;
		k.stamp = this.stamps++;
	}

	/** Distinctions by the given-name rules that look at names alone. */
	private alikeNames(): Map<string, Distinction> {
		const o = this.style.citationOptions;
		const out = new Map<string, Distinction>();
		if (!o.addGiven || o.givenRule === 'by-cite') return out;
		const shown: NameUse[] = [];
		const all: NameUse[] = [];
		for (const k of this.order) {
			k.records.forEach((r, list) => {
				r.names.forEach((n, index) => {
					const use: NameUse = { sourceId: k.id, list, index, forms: nameForms(n) };
					all.push(use);
					if (index < Math.max(r.base, 1)) shown.push(use);
				});
			});
		}
		const given = expandAlikeNames(shown, o.givenRule);
		// names that are hidden now are expanded by the same rule should they be added later
		for (const [id, lists] of expandAlikeNames(all, o.givenRule)) {
			const base = this.known.get(id)!.records;
			lists.forEach((levels, list) =>
				levels?.forEach((level, index) => {
					if (index < Math.max(base[list].base, 1)) return;
					const mine = given.get(id) ?? [];
					(mine[list] ??= [])[index] = level;
					given.set(id, mine);
				})
			);
		}
		for (const [id, lists] of given) out.set(id, { shown: [], given: lists, condition: 0 });
		return out;
	}

	private clusterResult(cluster: Cluster, positions: CitePosition[]): ClusterResult {
		const noteNumber = cluster.noteNumber ?? 0;
		const states = cluster.cites.map((cite, i): CiteState => {
			const source = this.known.get(cite.sourceId)!;
			const fixed = cite as FixedCite;
			return {
				source,
				stamp: source.stamp,
				position: fixed.position ?? positions[i].position,
				nearNote: fixed.nearNote ?? positions[i].nearNote,
				firstNote: this.style.usesFirstNoteNumber ? positions[i].firstNote : 0,
				noteNumber,
				first: true
			};
		});
		const before = this.memo.get(cluster.id);
		if (before && sameStates(before.states, states) && sameCluster(before.cluster, cluster)) return before.result;
		const result = this.render(cluster, states);
		this.memo.set(cluster.id, { cluster, states, result });
		return result;
	}

	private render(cluster: Cluster, states: CiteState[]): ClusterResult {
		const { style } = this;
		const list = cluster.cites.map((cite, i) => ({ cite, state: states[i] }));
		if (style.citation.sort.length && list.length > 1) {
			const keyed = list.map((l, i) => ({ l, i, keys: this.citeKeys(l.state) }));
			keyed.sort((a, b) => this.compareCites(a.keys, b.keys) || a.i - b.i);
			keyed.forEach((k, i) => (list[i] = k.l));
		}
		// the sentence is the writer's: a narrative cite leads
		list.forEach((l, i) => (l.state.first = i === 0));
		const leads: Rich[] = [];
		const rendered: Rendered[] = [];
		for (const { cite, state } of list) {
			const form = cite.form ?? 'parenthetical';
			if (form === 'author-only' || form === 'narrative') {
				const author = this.author(cite, state);
				if (author != null) leads.push(author);
				if (form === 'author-only') continue;
			}
			// a note names its author even where the sentence has (Chicago 17, 14.30)
			rendered.push(this.cite(cite, state, form === 'year-only' || (form === 'narrative' && style.class !== 'note')));
		}
		const lead = joinLeads(leads, style);
		let body = assemble(rendered, style.citation, style.citationOptions, style.locale, affixes);
		if (body != null) {
			const { prefix, suffix, format } = style.citation;
			body = seq([prefix, body, suffix]);
			if (format && body != null) body = { kids: [body], format };
		}
		const out = finish(body, style.locale);
		const leadOut = finish(lead, style.locale);
		if (style.class === 'note') return { id: cluster.id, output: out, lead: leadOut };
		if (leadOut == null) return { id: cluster.id, output: out, lead: null };
		const raised = style.citation.format?.['vertical-align'] === 'sup' || /^\s/.test(style.citation.prefix);
		const together = perAuthor(list, rendered, this, leads);
		return {
			id: cluster.id,
			output: together ?? seq([leadOut, out == null ? null : raised ? '' : ' ', out]),
			lead: null
		};
	}

	/** Several narrative cites: each author with its own parentheses. */
	narrativeOne(cite: Cite, r: Rendered): Rich | null {
		const { prefix, suffix, format } = this.style.citation;
		let body = affixes(r.full, cite);
		if (body == null) return null;
		body = seq([prefix, body, suffix])!;
		return finish(format ? { kids: [body], format } : body, this.style.locale);
	}

	private citeKeys(s: CiteState): KeyValue[] {
		const c = this.reset(s.source);
		return keysFor(this.style.citation.sort, c, () => {
			this.reset(s.source);
			c.position = s.position;
			c.nearNote = s.nearNote;
		});
	}

	private prepare(cite: Cite, s: CiteState): Context {
		const c = this.reset(s.source);
		c.cite = cite;
		c.position = s.position;
		c.nearNote = s.nearNote;
		c.firstNote = s.firstNote;
		c.noteNumber = s.noteNumber;
		c.atStart = this.style.class === 'note' && (cite.prefix ? /[.!?]["”’']?\s*$/.test(cite.prefix) : s.first);
		return c;
	}

	private cite(cite: Cite, s: CiteState, withoutNames: boolean): Rendered {
		if (s.source.missing) {
			const gap = `[source missing: ${s.source.id}]`;
			return { cite, full: gap, bare: () => gap, names: '', citationNumber: 0, letter: -1 };
		}
		const run = (drop: boolean) => {
			const c = this.prepare(cite, s);
			c.dropNames = drop;
			const full = this.style.citation.run(c);
			return { full, names: plainOf(c.firstNames) };
		};
		const { full, names } = run(withoutNames);
		let bare: Rich | null | undefined;
		return {
			cite,
			full,
			names,
			bare: () => (bare === undefined ? (bare = withoutNames ? full : run(true).full) : bare),
			citationNumber: this.style.numeric ? s.source.number : 0,
			letter: s.source.letter
		};
	}

	/** The author as the sentence has it. */
	private author(cite: Cite, s: CiteState): Rich | null {
		if (s.source.missing) return `[source missing: ${s.source.id}]`;
		const c = this.prepare(cite, s);
		c.wordAnd = true;
		if (this.style.class === 'note') c.position = Position.Subsequent;
		this.style.citation.run(c);
		return narrativeAuthor(c, this.style);
	}

	private entries(): EntryResult[] | null {
		const b = this.style.bibliography;
		if (!b) {
			this.omitted = [];
			return null;
		}
		const list: EntryResult[] = [];
		const omitted: { id: string; at: number }[] = [];
		let previous: string[] | null = null;
		for (const k of this.sorted) {
			const e = this.entry(k, previous);
			previous = e.texts;
			if (e.result) list.push(e.result);
			else omitted.push({ id: k.id, at: list.length });
		}
		this.omitted = omitted;
		const old = this.bibliography;
		if (old && old.length === list.length && old.every((e, i) => e === list[i])) return old;
		this.bibliography = list;
		return list;
	}

	private entry(k: Known, previous: string[] | null): { result: EntryResult | null; texts: string[] | null } {
		const o = this.style.bibliographyOptions;
		const b = this.style.bibliography!;
		const substitute = o.subsequentAuthorSubstitute;
		const basis = substitute != null && previous ? previous.join('\u0000') : '';
		if (k.entry && k.entry.stamp === k.stamp && k.entry.previous === basis) return k.entry;
		if (k.missing) {
			k.entry = {
				stamp: k.stamp,
				previous: basis,
				result: { id: k.id, output: `[source missing: ${k.id}]` },
				texts: null
			};
			return k.entry;
		}
		const c = this.reset(k);
		c.inBibliography = true;
		c.atStart = true;
		// names added to tell cites apart show in the list as well, so that the two can be matched
		c.distinction = { shown: k.distinction.shown, given: [], condition: k.distinction.condition };
		if (substitute != null) c.authorSubstitute = { text: substitute, rule: o.substituteRule, previous };
		let body: Rich | null;
		if (o.secondFieldAlign) {
			const parts = b.fields.map((f) => f(c)).filter((r): r is Rich => r != null);
			body = parts.length
				? seq([
						{ kids: [parts[0]], display: 'left-margin' },
						parts.length > 1 ? { kids: [seq([b.prefix, ...parts.slice(1), b.suffix])!], display: 'right-inline' } : null
					])
				: null;
		} else {
			body = b.run(c);
			if (body != null) body = seq([b.prefix, body, b.suffix]);
		}
		if (body != null && b.format) body = { kids: [body], format: b.format };
		const out = finish(body, this.style.locale);
		k.entry = {
			stamp: k.stamp,
			previous: basis,
			result: out == null ? null : { id: k.id, output: out },
			texts: c.nameTexts
		};
		return k.entry;
	}
}

/** Names in the three forms that name rules compare. */
const FORMS: NameOptions = {
	and: '',
	delimiter: ', ',
	precedesLast: 'contextual',
	precedesEtAl: 'contextual',
	etAlMin: 0,
	etAlUseFirst: 0,
	etAlUseLast: false,
	etAlSubsequentMin: 0,
	etAlSubsequentUseFirst: 0,
	form: 'short',
	initialize: true,
	initializeWith: '.',
	sortOrder: '',
	sortSeparator: ', '
};

const formCache = new WeakMap<object, [string, string, string]>();
/** Family name, with initials, in full. */
function nameForms(n: Name): [string, string, string] {
	let f = formCache.get(n);
	if (!f) {
		const form = (level: number) =>
			plainOf(formatName(n, FORMS, { inverted: false, form: 'short', level, demote: 'never', hyphen: true }));
		formCache.set(n, (f = [form(0), form(1), form(2)]));
	}
	return f;
}

let itemNumbers = 0;
const numbers = new WeakMap<object, number>();
/** A number that stands for the identity of an item. */
function itemNumber(item: object): number {
	let n = numbers.get(item);
	if (n === undefined) numbers.set(item, (n = ++itemNumbers));
	return n;
}

const distinctionKey = (d: Distinction) =>
	d === PLAIN_DISTINCTION
		? ''
		: `${d.shown.join(',')}|${d.given.map((g) => (g ?? []).map((x) => x ?? 0).join(',')).join(';')}|${d.condition}`;

function sameStates(a: CiteState[], b: CiteState[]): boolean {
	if (a.length !== b.length) return false;
	for (let i = 0; i < a.length; i++) {
		const x = a[i];
		const y = b[i];
		if (
			x.source !== y.source ||
			x.stamp !== y.stamp ||
			x.position !== y.position ||
			x.nearNote !== y.nearNote ||
			x.firstNote !== y.firstNote
		)
			return false;
	}
	return true;
}

function sameCluster(a: Cluster, b: Cluster): boolean {
	if (a === b) return true;
	if (a.cites.length !== b.cites.length) return false;
	for (let i = 0; i < a.cites.length; i++) {
		const x = a.cites[i];
		const y = b.cites[i];
		if (x === y) continue;
		if (
			x.sourceId !== y.sourceId ||
			(x.prefix ?? '') !== (y.prefix ?? '') ||
			(x.suffix ?? '') !== (y.suffix ?? '') ||
			(x.form ?? '') !== (y.form ?? '')
		)
			return false;
		if ((x.locator?.value ?? '') !== (y.locator?.value ?? '') || (x.locator?.label ?? '') !== (y.locator?.label ?? ''))
			return false;
	}
	return true;
}

/** Words before and after a cite, spaced as words are. */
function affixes(r: Rich | null, c: Cite): Rich | null {
	if (!c.prefix && !c.suffix) return r;
	if (r == null) return null;
	const prefix = c.prefix ? parseTyped(/[\s([“‘'"/–—-]$/.test(c.prefix) ? c.prefix : `${c.prefix} `) : null;
	const suffix = c.suffix ? parseTyped(/^[\s,.;:!?)\]’”'"/–—-]/.test(c.suffix) ? c.suffix : ` ${c.suffix}`) : null;
	return seq([prefix && { kids: [prefix], tag: 'prefix' }, r, suffix && { kids: [suffix], tag: 'suffix' }]);
}

function joinLeads(leads: Rich[], style: CompiledStyle): Rich | null {
	if (leads.length < 2) return leads[0] ?? null;
	const and = style.locale.terms.get('and/long/')?.single || 'and';
	return seq([join(leads.slice(0, -1), ', '), leads.length > 2 ? ', ' : ' ', `${and} `, leads[leads.length - 1]]);
}

function perAuthor(list: { cite: Cite }[], rendered: Rendered[], engine: Engine, leads: Rich[]): Rich | null {
	if (leads.length < 2 || rendered.length !== list.length || !list.every((l) => l.cite.form === 'narrative'))
		return null;
	if (leads.length !== list.length) return null;
	const style = engine.style;
	const parts = rendered.map((r, i) => {
		const body = engine.narrativeOne(r.cite, r);
		const raised = style.citation.format?.['vertical-align'] === 'sup';
		return seq([finish(leads[i], style.locale), body == null || raised ? '' : ' ', body]);
	});
	return joinLeads(
		parts.filter((p): p is Rich => p != null),
		style
	);
}
