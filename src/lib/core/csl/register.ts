/**
 * The register of sources: which there are, in which order the list has them, their numbers and letters, and how far
 * each is told apart. It remembers, and does again only what has another basis.
 */
import type { CompiledStyle } from './compile';
import { PLAIN_DISTINCTION, resetContext, type Context, type Distinction, type NamesRecord } from './context';
import { resolve, type Candidate, type Outcome } from './disambiguate';
import type { Warning } from './errors';
import { createKnown, distinctionKey, nameForms, type Known } from './known';
import { NameIndex, type NameUse } from './name-index';
import { plainOf } from './rich';
import { keysFor, makeCompare, type Compare, type KeyValue } from './sort';
import { Position, type Cluster, type Item } from './types';

export interface Sources {
	clusters: Cluster[];
	uncited?: string[];
	known?: string[];
}

interface Resolved {
	members: Known[];
	starts: (Distinction | undefined)[];
	result: Map<string, Outcome>;
}

export class Register {
	/** Sources in the order they were met. */
	order: Known[] = [];
	/** Sources in the order of the list. */
	sorted: Known[] = [];
	private readonly byId = new Map<string, Known>();
	private readonly compare: Compare;
	private readonly outcomes = new Map<string, Resolved>();
	private stamps = 1;
	private readonly active: boolean;
	private readonly numbered: boolean;
	/** Sources whose names are in the indexes: of the names that cites show, and of all. */
	private readonly counted = new Set<Known>();
	private readonly shownNames: NameIndex;
	private readonly allNames: NameIndex;

	constructor(
		private readonly style: CompiledStyle,
		private readonly context: Context,
		private readonly getItem: (id: string) => Item | undefined
	) {
		this.compare = makeCompare(style.bibliography?.sort ?? [], style.locale.lang);
		const o = style.citationOptions;
		this.shownNames = new NameIndex(o.givenRule);
		this.allNames = new NameIndex(o.givenRule);
		this.active = o.addNames || o.addGiven || o.addYearSuffix || style.disambiguateConditions > 0;
		this.numbered = style.bibliography?.sort.some((s) => s.usesNumber) ?? false;
	}

	get(id: string): Known | undefined {
		return this.byId.get(id);
	}

	/** Whether a source was part of the last input. */
	has(k: Known): boolean {
		return this.byId.get(k.id) === k && k.number > 0;
	}

	/** Brings everything up to date with the input. */
	update(input: Sources, warnings: Warning[]): void {
		const ids = new Set<string>(input.known ?? []);
		for (const c of input.clusters) for (const cite of c.cites) ids.add(cite.sourceId);
		for (const id of input.uncited ?? []) ids.add(id);
		const order: Known[] = [];
		let changed = ids.size !== this.order.length;
		for (const id of ids) {
			const k = this.meet(id, warnings);
			if (!changed && this.order[order.length] !== k) changed = true;
			this.byId.set(id, k);
			order.push(k);
		}
		if (!changed) return;
		for (const k of this.order) if (!ids.has(k.id)) k.number = 0;
		const sameMembers = order.length === this.order.length && order.every((k) => k.number > 0);
		this.order = order;
		// where only the order of meeting changed, an alphabetical list and its letters stay as they are
		if (sameMembers && !this.numbered && this.style.bibliography?.sort.length && !this.tied) return;
		this.sort();
		if (this.active) this.distinguish();
	}

	/** Some entries sort alike, so that the order of meeting decides. */
	private tied = false;

	/** The record of a source, made anew where its item is another one than before. */
	meet(id: string, warnings: Warning[] | null): Known {
		const item = this.getItem(id);
		const before = this.byId.get(id);
		const k = before && before.given === item ? before : createKnown(id, item, this.stamps++);
		if (warnings && k.warnings.length) warnings.push(...k.warnings);
		return k;
	}

	private keys(k: Known): KeyValue[] {
		if (!k.keys || (this.numbered && k.keysNumber !== k.number)) {
			const c = resetContext(this.context, k);
			k.keys = keysFor(this.style.bibliography!.sort, c, () => {
				resetContext(c, k);
				c.inBibliography = true;
			});
			k.keysNumber = k.number;
		}
		return k.keys;
	}

	private sort(): void {
		const sort = this.style.bibliography?.sort ?? [];
		if (!sort.length) {
			this.sorted = this.order;
			this.order.forEach((k, i) => (k.number = i + 1));
			return;
		}
		if (this.numbered) this.order.forEach((k, i) => (k.number = i + 1));
		const rank = new Map(this.order.map((k, i) => [k, i]));
		// the list before, then what is new: mostly sorted already
		const kept = this.sorted.filter((k) => rank.has(k));
		const seen = new Set(kept);
		const list = [...kept, ...this.order.filter((k) => !seen.has(k))];
		for (const k of list) this.keys(k);
		let tied = false;
		list.sort((a, b) => {
			const d = this.compare(a.keys!, b.keys!);
			if (d) return d;
			tied = true;
			return rank.get(a)! - rank.get(b)!;
		});
		this.tied = tied;
		this.sorted = list;
		// numbers that order the list downwards also run downwards; the last of such keys says so
		const down = sort.findLast((s) => s.usesNumber)?.descending;
		list.forEach((k, i) => (k.number = down ? list.length - i : i + 1));
	}

	/** A cite as it reads without locator, letter and position, for finding those that read alike. */
	private form(k: Known, d: Distinction, records: NamesRecord[] | null = null): string {
		const c = resetContext(this.context, k);
		c.distinction = d;
		c.records = records;
		c.position = Position.Subsequent;
		c.nearNote = true;
		c.yearSuffix = '';
		c.citationNumber = 0;
		c.comparing = true;
		return plainOf(this.style.citation.run(c));
	}

	private distinguish(): void {
		for (const k of this.order) {
			if (k.base !== null) continue;
			const records: NamesRecord[] = [];
			k.base = this.form(k, PLAIN_DISTINCTION, records);
			k.records = records.filter(Boolean);
			k.uses = k.records.flatMap((r, list) =>
				r.names.map((n, index): NameUse => ({
					list,
					index,
					forms: nameForms(n),
					shown: index < Math.max(r.base, 1),
					initials: r.initials
				}))
			);
		}
		this.alikeNames();
		const groups = new Map<string, Known[]>();
		for (const k of this.sorted) {
			const g = groups.get(k.base!);
			if (g) g.push(k);
			else groups.set(k.base!, [k]);
		}
		for (const [base, g] of groups) {
			if (base !== '' ? g.length === 1 : !this.style.disambiguateConditions) {
				for (const k of g) this.settle(k, k.start ?? PLAIN_DISTINCTION, -1);
				continue;
			}
			const result = this.resolveGroup(base, g);
			for (const k of g) {
				const r = result.get(k.id)!;
				this.settle(k, r.distinction, base === '' ? -1 : r.letter);
			}
		}
	}

	/** Sources that read alike, in the order of the list. */
	private resolveGroup(base: string, members: Known[]): Map<string, Outcome> {
		const starts = members.map((k) => k.start);
		const before = this.outcomes.get(base);
		if (
			before &&
			before.members.length === members.length &&
			members.every((k, i) => k === before.members[i] && sameDistinction(starts[i], before.starts[i]))
		) {
			return before.result;
		}
		const candidates: Candidate[] = members.map((k, rank) => ({
			id: k.id,
			records: k.records,
			start: k.start,
			rank,
			render: (d) => {
				const key = distinctionKey(d);
				let s = k.forms.get(key);
				if (s === undefined) k.forms.set(key, (s = this.form(k, d)));
				return s;
			}
		}));
		const result = resolve(candidates, this.style.citationOptions, this.style.disambiguateConditions);
		this.outcomes.set(base, { members, starts, result });
		return result;
	}

	private settle(k: Known, d: Distinction, letter: number): void {
		if (k.letter === letter && sameDistinction(k.distinction, d)) return;
		k.distinction = d;
		k.letter = letter;
		k.stamp = this.stamps++;
	}

	/** Sets how far the given-name rules that look at names alone tell each source apart. */
	private alikeNames(): void {
		const o = this.style.citationOptions;
		if (!o.addGiven || o.givenRule === 'by-cite') return;
		for (const k of this.counted) {
			if (k.number > 0 && this.byId.get(k.id) === k) continue;
			this.count(k, -1);
			this.counted.delete(k);
		}
		const fresh: Known[] = [];
		for (const k of this.order) {
			if (this.counted.has(k)) continue;
			this.count(k, 1);
			this.counted.add(k);
			fresh.push(k);
		}
		const changed = new Set([...this.shownNames.takeChanged(), ...this.allNames.takeChanged()]);
		const touched = changed.size ? this.order.filter((k) => k.uses.some((u) => changed.has(u.forms[0]))) : fresh;
		for (const k of touched) {
			const d = this.startOf(k);
			if (!sameDistinction(d, k.start)) k.start = d;
		}
	}

	private count(k: Known, by: 1 | -1): void {
		for (const u of k.uses) {
			if (u.shown) this.shownNames.count(u, by);
			if (this.style.citationOptions.addNames) this.allNames.count(u, by);
		}
	}

	private startOf(k: Known): Distinction | undefined {
		const given: number[][] = [];
		for (const u of k.uses) {
			// names that are hidden now are expanded by the same rule should they be added later
			const level = u.shown
				? this.shownNames.level(u)
				: this.style.citationOptions.addNames
					? this.allNames.level(u)
					: 0;
			if (level) (given[u.list] ??= [])[u.index] = level;
		}
		return given.length ? { shown: [], given, condition: 0 } : undefined;
	}
}

function sameDistinction(a: Distinction | undefined, b: Distinction | undefined): boolean {
	if (a === b) return true;
	return distinctionKey(a ?? PLAIN_DISTINCTION) === distinctionKey(b ?? PLAIN_DISTINCTION);
}
