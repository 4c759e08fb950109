/**
 * The processor: clusters and sources in, what every citation, note and entry shows out.
 *
 * `format` is a pure function of its inputs that remembers: each step keeps what it made together with what it was
 * made from, and does again only what has another basis. Identity (`===`) of items and clusters is the quick test.
 */
import { affixes, assemble, type Rendered } from './cluster';
import { withoutCommaBefore } from './style-comma';
import { createContext, resetContext, type Context } from './context';
import type { CompiledStyle } from './compile';
import type { Warning } from './errors';
import { finish } from './finish';
import { renumberWritten, sameCluster, type CiteState, type ClusterMemo, type EntryMemo, type Written } from './memo';
import { joinLeads, narrativeAuthor } from './narrative';
import type { Known } from './known';
import { findPositions, type CitePosition } from './positions';
import { Register } from './register';
import { numberAt, numberPaths, renumber, type NumberPaths } from './renumber';
import { plainOf, seq, type Rich } from './rich';
import type { ClusterResult, EntryResult, FormatInput, FormatResult } from './results';
import { keysFor, makeCompare, type Compare, type KeyValue } from './sort';
import { Position, type Cite, type Cluster, type Item } from './types';

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

const SILENT =
	'The style prints nothing for some citation that repeats the one before; such a citation is printed as any later one.';

/** Words that end with a full stop and no sentence: a single word (Cf., Vgl.), or letters with stops (e.g., i.e.). */
const ABBREVIATED = /^\s*[\p{L}\p{M}]+\.\s*$|(?:^|\s)(?:\p{L}\.){2,}\s*$/u;

/** Texts of one source's cites that are remembered: by position, locator and first note. */
const WRITTEN_KEPT = 48;

class Engine implements Processor {
	readonly style: CompiledStyle;
	private readonly register: Register;
	private readonly memo = new Map<string, ClusterMemo>();
	private readonly compareCites: Compare;
	private readonly context: Context;
	/** The one key of citations is their number. */
	private readonly sortsByNumber: boolean;
	private readonly writtenMemo = new WeakMap<Known, { stamp: number; cites: Map<string, Written> }>();
	private readonly entryMemo = new WeakMap<Known, EntryMemo>();
	/** The style prints nothing for some repetition. */
	private silent = false;
	/** Orders of printing of citations with several cites, and keys of sources, as they were found last. */
	private readonly orders = new WeakMap<Cite[], { basis: string; order: readonly number[] }>();
	private readonly keysMemo = new WeakMap<Known, { stamp: number; number: number; keys: KeyValue[] }>();
	private bibliography: EntryResult[] | null = null;
	private omitted: { id: string; at: number }[] = [];

	constructor(options: ProcessorOptions) {
		this.style = options.style;
		this.compareCites = makeCompare(this.style.citation.sort, this.style.locale.lang);
		const [first, second] = this.style.citation.sort;
		this.sortsByNumber = first?.variable === 'citation-number' && !first.descending && !second;
		this.context = createContext(this.style.locale, this.style.facts);
		this.register = new Register(this.style, this.context, options.getItem);
	}

	format(input: FormatInput): FormatResult {
		const warnings: Warning[] = [...this.style.warnings];
		this.register.update(input, warnings);
		const { usesPosition, usesFirstNoteNumber, citationOptions } = this.style;
		const positions =
			usesPosition || usesFirstNoteNumber
				? findPositions(input.clusters, citationOptions.nearNoteDistance, (c) => this.printed(c.cites))
				: null;
		const clusters = input.clusters.map((c, i) => this.clusterResult(c, positions && positions[i]));
		if (this.memo.size > clusters.length * 2 + 50) {
			const seen = new Set(input.clusters.map((c) => c.id));
			for (const id of this.memo.keys()) if (!seen.has(id)) this.memo.delete(id);
		}
		if (this.silent) warnings.push({ message: SILENT });
		const bibliography = this.entries();
		return { clusters, bibliography, omitted: this.omitted, warnings };
	}

	preview(cites: Cite[], noteNumber = 0): ClusterResult {
		const states = cites.map((cite): CiteState => {
			const known = this.register.meet(cite.sourceId, null);
			const source = this.register.has(known) ? known : { ...known, number: this.register.order.length + 1 };
			return {
				source,
				stamp: source.stamp,
				number: source.number,
				position: Position.First,
				nearNote: false,
				firstNote: noteNumber,
				noteNumber,
				first: true
			};
		});
		return this.render({ id: '', noteNumber, cites }, states);
	}

	private reset(k: Known): Context {
		return resetContext(this.context, k);
	}

	private clusterResult(cluster: Cluster, positions: CitePosition[] | null): ClusterResult {
		const before = this.memo.get(cluster.id);
		if (before && sameCluster(before.cluster, cluster)) {
			const numbers = this.moved(before.states, cluster, positions);
			if (numbers === 'none') return before.result;
			// only numbers moved, and neither order nor ranges are touched by it
			if (numbers !== null && before.result.output !== null) {
				before.paths ??= numberPaths(before.result.output);
				const output = before.paths && this.renumbered(before, before.paths, numbers);
				if (output != null) {
					before.states.forEach((s, i) => (s.number = numbers[i]));
					before.cluster = cluster;
					before.result = { id: before.result.id, output, lead: before.result.lead };
					return before.result;
				}
			}
		}
		const states = cluster.cites.map((cite, i) => this.state(cluster, cite, positions ? positions[i] : null));
		const result = this.render(cluster, states);
		this.memo.set(cluster.id, { cluster, states, result });
		return result;
	}

	private state(cluster: Cluster, cite: Cite, at: CitePosition | null): CiteState {
		const source = this.register.get(cite.sourceId)!;
		const fixed = cite as FixedCite;
		return {
			source,
			stamp: source.stamp,
			number: this.style.numeric ? source.number : 0,
			position: this.style.usesPosition ? (fixed.position ?? at?.position ?? 0) : 0,
			nearNote: this.style.usesPosition && (fixed.nearNote ?? at?.nearNote ?? false),
			firstNote: this.style.usesFirstNoteNumber ? (at?.firstNote ?? 0) : 0,
			noteNumber: cluster.noteNumber ?? 0,
			first: true
		};
	}

	/**
	 * Compares what a citation was written from with what it would be written from now.
	 * @returns its numbers where nothing but they moved; 'none' when nothing changed, null when it must be written again
	 */
	private moved(states: CiteState[], cluster: Cluster, positions: CitePosition[] | null): number[] | 'none' | null {
		const { style } = this;
		let any = false;
		for (let i = 0; i < states.length; i++) {
			const s = states[i];
			const cite = cluster.cites[i] as FixedCite;
			const source = this.register.get(cite.sourceId);
			if (s.source !== source || s.stamp !== source.stamp) return null;
			if (style.usesPosition) {
				if (s.position !== (cite.position ?? positions![i].position)) return null;
				if (s.nearNote !== (cite.nearNote ?? positions![i].nearNote)) return null;
			}
			if (style.usesFirstNoteNumber && s.firstNote !== positions![i].firstNote) return null;
			if (style.numeric && source.number !== s.number) any = true;
		}
		return any ? states.map((s) => s.source.number) : 'none';
	}

	/** A written citation with other numbers; null where its order or its ranges would change with them. */
	private renumbered(before: ClusterMemo, paths: NumberPaths, numbers: number[]): Rich | null {
		const { states, result } = before;
		const delta = numbers[0] - states[0].number;
		if (states.every((s, i) => numbers[i] - s.number === delta)) return renumber(result.output!, paths, delta);
		if (paths.length !== states.length || this.style.citationOptions.collapse === 'citation-number') return null;
		const order = states.map((_, i) => i);
		if (this.sortsByNumber) {
			order.sort((a, b) => states[a].number - states[b].number);
			if (order.some((n, i) => i > 0 && numbers[n] <= numbers[order[i - 1]])) return null;
		} else if (this.style.citation.sort.length) return null;
		if (order.some((n, i) => numberAt(result.output!, paths[i]) !== states[n].number)) return null;
		return renumber(
			result.output!,
			paths,
			order.map((n) => numbers[n] - states[n].number)
		);
	}

	private render(cluster: Cluster, states: CiteState[]): ClusterResult {
		const { style } = this;
		const [only] = cluster.cites;
		if (
			cluster.cites.length === 1 &&
			!only.prefix &&
			!only.suffix &&
			(only.form ?? 'parenthetical') === 'parenthetical'
		) {
			if (!states[0].source.missing) {
				const w = this.written(only, states[0], false);
				if (w.output === undefined) w.output = this.finished(w.full);
				return { id: cluster.id, output: w.output, lead: null };
			}
		}
		const order = this.printed(cluster.cites, states);
		const typed = cluster.cites.map((cite, i) => ({ cite, state: states[i] }));
		const list = order ? order.map((i) => typed[i]) : typed;
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
		const out = this.finished(
			assemble(rendered, style.citation, style.citationOptions, style.locale, style.class === 'note', affixes)
		);
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

	/** Cites with the layout's affixes and format, finished. */
	private finished(cites: Rich | null): Rich | null {
		if (cites == null) return null;
		const { prefix, suffix, format } = this.style.citation;
		const body = seq([prefix, withoutCommaBefore(cites, suffix), suffix])!;
		return finish(format ? { kids: [body], format } : body, this.style.locale);
	}

	/** Several narrative cites: each author with its own parentheses. */
	narrativeOne(cite: Cite, r: Rendered): Rich | null {
		return this.finished(affixes(r.full, cite));
	}

	/**
	 * Indices of cites in the order in which a citation prints them; null for as they are given. The order does not depend
	 * on positions, which follow from it.
	 */
	private printed(cites: Cite[], states?: CiteState[]): readonly number[] | null {
		if (cites.length < 2 || !this.style.citation.sort.length) return null;
		const sources = cites.map((c, i) => states?.[i].source ?? this.register.get(c.sourceId)!);
		const basis = sources.map((k) => `${k.id} ${k.stamp} ${k.number}`).join();
		const before = this.orders.get(cites);
		if (before?.basis === basis) return before.order;
		const order = cites.map((_, i) => i);
		if (this.sortsByNumber) order.sort((a, b) => sources[a].number - sources[b].number);
		else {
			const keys = sources.map((k) => this.citeKeys(k));
			order.sort((a, b) => this.compareCites(keys[a], keys[b]) || a - b);
		}
		this.orders.set(cites, { basis, order });
		return order;
	}

	private citeKeys(k: Known): KeyValue[] {
		const before = this.keysMemo.get(k);
		if (before?.stamp === k.stamp && before.number === k.number) return before.keys;
		const c = this.reset(k);
		const keys = keysFor(this.style.citation.sort, c, () => this.reset(k));
		this.keysMemo.set(k, { stamp: k.stamp, number: k.number, keys });
		return keys;
	}

	private prepare(cite: Cite, s: CiteState): Context {
		const c = this.reset(s.source);
		c.cite = cite;
		c.position = s.position;
		c.nearNote = s.nearNote;
		c.firstNote = s.firstNote;
		c.noteNumber = s.noteNumber;
		c.atStart = this.starts(cite, s);
		return c;
	}

	/** A cite begins a sentence at the beginning of a note, or behind words that end one. */
	private starts(cite: Cite, s: CiteState): boolean {
		return (
			this.style.class === 'note' &&
			(cite.prefix ? /[.!?]["”’']?\s*$/.test(cite.prefix) && !ABBREVIATED.test(cite.prefix) : s.first)
		);
	}

	private cite(cite: Cite, s: CiteState, withoutNames: boolean): Rendered {
		if (s.source.missing) {
			const gap = `[source missing: ${s.source.id}]`;
			return { cite, full: gap, bare: () => gap, names: '', citationNumber: 0, letter: -1 };
		}
		const { full, names } = this.written(cite, s, withoutNames);
		return {
			cite,
			full,
			names,
			bare: () => this.written(cite, s, true).full,
			citationNumber: this.style.numeric ? s.source.number : 0,
			letter: s.source.letter
		};
	}

	/** What the layout gives for a cite; the same cite of an unchanged source is written once. */
	private written(cite: Cite, s: CiteState, drop: boolean): Written {
		const k = s.source;
		let memo = this.writtenMemo.get(k);
		if (!memo || memo.stamp !== k.stamp) {
			memo = { stamp: k.stamp, cites: new Map() };
			this.writtenMemo.set(k, memo);
		}
		const l = cite.locator;
		const key = `${s.position}${s.nearNote ? 'n' : ''}${s.firstNote}${drop ? 'd' : ''}${this.starts(cite, s) ? 's' : ''}${l ? `${l.label}:${l.value}` : ''}`;
		let w = memo.cites.get(key);
		if (!w || (w.number !== s.number && !renumberWritten(w, s.number))) {
			let c = this.prepare(cite, s);
			c.dropNames = drop;
			let full = this.style.citation.run(c);
			// a repetition that the style prints nothing for is one like any later cite, or like the first
			for (const position of [Position.Subsequent, Position.First]) {
				if (drop || s.position <= position || (full != null && plainOf(full).trim())) continue;
				this.silent = true;
				c = this.prepare(cite, { ...s, position });
				full = this.style.citation.run(c);
			}
			// first notes move with every note before them: what was written for earlier ones is let go
			if (memo.cites.size >= WRITTEN_KEPT) memo.cites.delete(memo.cites.keys().next().value!);
			memo.cites.set(key, (w = { number: s.number, full, names: plainOf(c.firstNames), output: undefined }));
		}
		return w;
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
		for (const k of this.register.sorted) {
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

	private entry(k: Known, previous: string[] | null): EntryMemo {
		const o = this.style.bibliographyOptions;
		const substitute = o.subsequentAuthorSubstitute;
		const basis = substitute != null && previous ? previous.join('\u0000') : '';
		const number = this.style.bibliographyNumeric ? k.number : 0;
		const before = this.entryMemo.get(k);
		if (before && before.stamp === k.stamp && before.previous === basis) {
			if (before.number === number) return before;
			if (before.result && !before.result.whole) {
				before.paths ??= numberPaths(before.result.output);
				if (before.paths) {
					const output = renumber(before.result.output, before.paths, number - before.number);
					before.number = number;
					before.result = { id: k.id, output };
					return before;
				}
			}
		}
		if (k.missing) {
			const output = `[source missing: ${k.id}]`;
			return this.keep(k, { stamp: k.stamp, number, previous: basis, result: { id: k.id, output }, texts: null });
		}
		const { output, texts } = this.write(k, previous);
		let result: EntryResult | null = output === null ? null : { id: k.id, output };
		if (result && basis && substitute && plainOf(output).includes(substitute)) {
			const whole = this.write(k, null).output;
			if (whole) result = { ...result, whole };
		}
		return this.keep(k, { stamp: k.stamp, number, previous: basis, result, texts });
	}

	/** Writes an entry out, given the names of the entry before it. */
	private write(k: Known, previous: string[] | null): { output: Rich | null; texts: string[] | null } {
		const o = this.style.bibliographyOptions;
		const b = this.style.bibliography!;
		const substitute = o.subsequentAuthorSubstitute;
		const c = this.reset(k);
		c.inBibliography = true;
		c.atStart = true;
		if (substitute != null) c.authorSubstitute = { text: substitute, rule: o.substituteRule, previous };
		let body: Rich | null;
		if (o.secondFieldAlign) {
			const [first, ...others] = b.fields.map((f) => f(c));
			const rest = seq(others);
			body = first == null && rest == null ? null : aligned(first, rest, b.prefix, b.suffix);
		} else {
			body = b.run(c);
			if (body != null) body = seq([b.prefix, withoutCommaBefore(body, b.suffix), b.suffix]);
		}
		if (body != null && b.format) body = { kids: [body], format: b.format };
		const out = finish(body, this.style.locale);
		return { output: out == null || !plainOf(out).trim() ? null : out, texts: c.nameTexts };
	}

	private keep(k: Known, m: EntryMemo): EntryMemo {
		this.entryMemo.set(k, m);
		return m;
	}
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

/**
 * An entry whose first field stands in the margin (CSL 1.0.2, "second-field-align"); where that field says nothing, the
 * margin is empty. The affixes of the layout are those of the whole entry: what stands before it opens the first field.
 */
function aligned(first: Rich | null, rest: Rich | null, prefix: string, suffix: string): Rich | null {
	if (rest == null) return { kids: [seq([prefix, first, suffix])!], display: 'left-margin' };
	return seq([
		first == null ? null : { kids: [seq([prefix, first])!], display: 'left-margin' },
		{
			kids: [seq([first == null ? prefix : null, withoutCommaBefore(rest, suffix), suffix])!],
			display: 'right-inline'
		}
	]);
}
