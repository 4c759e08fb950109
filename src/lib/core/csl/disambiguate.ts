/**
 * Telling sources apart that a style would write alike (CSL 1.0.2, "Disambiguation"): more names, given names,
 * a condition, a letter behind the year, in that order.
 */
import type { CitationOptions } from './compile';
import type { Distinction, NamesRecord } from './context';
import { PLAIN_DISTINCTION } from './context';
import { topLevel } from './name-index';

/** What the search needs to know of one source. */
export interface Candidate {
	id: string;
	/** How the source is cited under a distinction, without locator and letter. */
	render(d: Distinction): string;
	/** Names lists of the cite, as rendered without help. */
	records: NamesRecord[];
	/** How far a rule that works on names as such has told it apart already. */
	start: Distinction | undefined;
	/** Where the source stands in the order that letters follow. */
	rank: number;
}

export interface Outcome {
	distinction: Distinction;
	/** 0-based index of the letter; -1 none. */
	letter: number;
}

const clone = (d: Distinction): Distinction => ({
	shown: [...d.shown],
	given: d.given.map((g) => [...g]),
	condition: d.condition
});

function groupBy<T>(list: T[], key: (t: T) => string): T[][] {
	const map = new Map<string, T[]>();
	for (const t of list) {
		const k = key(t);
		const g = map.get(k);
		if (g) g.push(t);
		else map.set(k, [t]);
	}
	return [...map.values()];
}

/**
 * Resolves one set of sources that are cited alike.
 */
export function resolve(set: Candidate[], o: CitationOptions, conditions: number): Map<string, Outcome> {
	const out = new Map<string, Outcome>();
	const state = new Map<string, Distinction>();
	for (const c of set) state.set(c.id, c.start ?? PLAIN_DISTINCTION);
	const rendered = (c: Candidate) => c.render(state.get(c.id)!);
	// what says nothing at all is told apart from nothing
	const alike = (g: Candidate[], text: string) => g.length > 1 || text === '';
	let open = groupBy(set, rendered).filter((g) => alike(g, rendered(g[0])));
	if (open.length && (o.addNames || (o.addGiven && o.givenRule === 'by-cite'))) {
		const next: Candidate[][] = [];
		for (const g of open) next.push(...expandNames(g, o, state));
		open = next;
	}
	for (let level = 1; open.length && level <= conditions; level++) {
		const next: Candidate[][] = [];
		for (const g of open) {
			const trial = new Map(g.map((c) => [c.id, { ...clone(state.get(c.id)!), condition: level }]));
			const text = (c: Candidate) => c.render(trial.get(c.id)!);
			const groups = groupBy(g, text);
			const helps = groups.length > 1 || (rendered(g[0]) === '' && text(g[0]) !== '');
			if (helps) for (const c of g) state.set(c.id, trial.get(c.id)!);
			next.push(...groups.filter((x) => alike(x, text(x[0]))));
		}
		open = next;
	}
	for (const c of set) out.set(c.id, { distinction: state.get(c.id)!, letter: -1 });
	if (o.addYearSuffix) {
		for (const g of open) {
			[...g].sort((a, b) => a.rank - b.rank).forEach((c, i) => (out.get(c.id)!.letter = i));
		}
	}
	return out;
}

/**
 * Adds names and given names step by step, keeping what tells members apart and taking back what does not.
 * @returns the groups that are still alike
 */
function expandNames(group: Candidate[], o: CitationOptions, state: Map<string, Distinction>): Candidate[][] {
	const stuck: Candidate[][] = [];
	let open = group;
	const lists = Math.max(...group.map((c) => c.records.length));
	const byCite = o.addGiven && o.givenRule === 'by-cite';
	const top = topLevel(o.givenRule);
	// current trial distinctions, grown in step for all that are still alike
	const trial = new Map(group.map((c) => [c.id, clone(state.get(c.id)!)]));
	const settle = (): boolean => {
		const groups = groupBy(open, (c) => c.render(trial.get(c.id)!));
		const still: Candidate[] = [];
		const sets: Candidate[][] = [];
		for (const g of groups) {
			if (g.length === 1) state.set(g[0].id, clone(trial.get(g[0].id)!));
			else {
				still.push(...g);
				sets.push(g);
			}
		}
		if (groups.length > 1) {
			// the members that stay alike among themselves go on as sets of their own
			for (const g of sets) {
				for (const c of g) state.set(c.id, clone(trial.get(c.id)!));
			}
			if (sets.length > 1) {
				for (const g of sets) stuck.push(...expandNames(g, o, state));
				open = [];
				return true;
			}
		}
		open = still;
		return open.length === 0;
	};
	for (let l = 0; l < lists; l++) {
		const most = Math.max(...open.map((c) => c.records[l]?.names.length ?? 0));
		const base = Math.max(1, ...open.map((c) => Math.max(c.records[l]?.base ?? 0, trial.get(c.id)!.shown[l] ?? 0)));
		if (o.addNames) {
			for (let n = base; n <= most; n++) {
				for (const c of open) {
					const d = trial.get(c.id)!;
					if (c.records[l]) d.shown[l] = Math.min(n, c.records[l].names.length);
				}
				if (settle()) return stuck;
				if (byCite && givenAt(l, n)) return stuck;
			}
		} else if (byCite && givenAt(l, base)) return stuck;
	}
	if (open.length) stuck.push(open);
	return stuck;

	/** Tries given names on the first n names of list l; true when nothing is left to do. */
	function givenAt(l: number, n: number): boolean {
		for (let i = 0; i < n; i++) {
			for (let level = 1; level <= top; level++) {
				const before = new Map(open.map((c) => [c.id, clone(trial.get(c.id)!)]));
				let any = false;
				for (const c of open) {
					const record = c.records[l];
					if (!record || i >= record.names.length || (level < top && !record.initials)) continue;
					const d = trial.get(c.id)!;
					(d.given[l] ??= [])[i] = Math.max(level, d.given[l][i] ?? 0);
					for (let k = 0; k < i; k++) d.given[l][k] ??= 0;
					any = true;
				}
				if (!any) continue;
				const groups = groupBy(open, (c) => c.render(trial.get(c.id)!)).length;
				if (groups > 1) {
					if (settle()) return true;
				} else for (const c of open) trial.set(c.id, before.get(c.id)!);
			}
		}
		return false;
	}
}
