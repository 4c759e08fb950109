/** Which finds are citations, and how sure it is: by what the whole paper is seen to do. */
import { preferQuoted } from './quoted';
import type { Resolver } from './resolve';
import type { Accepted, Habit, Passage, Status, TypedCitation, TypedCite } from './types';

/** A find before it is decided on. */
export interface Found extends Omit<TypedCitation, 'section' | 'status' | 'why' | 'text'> {
	strong: boolean;
	/** The names in the sentence end here, at the bracket. */
	open?: string;
}

const ORDER: Status[] = ['none', 'choose', 'likely', 'certain'];

/** Decides which finds are citations. */
export function settle(found: Found[], passages: Passage[], resolver: Resolver, accepted: Accepted): TypedCitation[] {
	const good = (f: Found) => f.cites.some((c) => c.sourceId);
	const of = (h: Habit) => found.filter((f) => f.habit === h);
	const dated = of('author-date');
	const datedHabit = dated.filter((f) => good(f) || f.strong).length + (accepted['author-date'] ?? 0);
	const paged = of('author-page').filter((f) => good(f) && f.open !== 'page').length + (accepted['author-page'] ?? 0);
	const numeric = numericHabit(of('number'), resolver);
	// who cites by author and year has other numbers behind words: of institutes, of notes
	if (datedHabit >= 2) for (const open of ['~', '(']) numeric.delete(open);
	preferCited(found, passages);
	preferQuoted(found, passages, (id) => resolver.excerptsOf(id));
	const keep = (f: Found): boolean => {
		switch (f.habit) {
			case 'author-date':
				return good(f) || f.strong || datedHabit >= 2;
			case 'author-page':
				// a page alone counts where pages behind names do; a figure is no page
				if (f.open === 'page') return paged >= 2 && datedHabit < paged;
				return good(f) || (paged >= 3 && datedHabit < paged);
			case 'author':
				return good(f) && paged >= 2 && f.cites.every((c) => (c.candidates[0]?.score ?? 0) >= 0.95);
			case 'number':
				return numeric.has(f.open ?? '');
			default:
				return true;
		}
	};
	return found
		.filter(keep)
		.map((f): TypedCitation => {
			const status = f.cites.map((c) => c.status).reduce((a, b) => (ORDER.indexOf(a) < ORDER.indexOf(b) ? a : b));
			const p = passages[f.passage];
			return {
				passage: f.passage,
				from: f.from,
				to: f.to,
				text: p.text.slice(f.from, f.to),
				section: p.section,
				habit: f.habit,
				status,
				why: status === 'certain' ? '' : whyOf(f.cites, status),
				cites: f.cites
			};
		})
		.sort((a, b) => a.passage - b.passage || a.from - b.from);
}

/** Of several that fit, those that the paper cites elsewhere for certain come first; it stays a choice. */
function preferCited(found: Found[], passages: Passage[]): void {
	const cited = new Set(found.flatMap((f) => f.cites.filter((c) => c.status === 'certain').map((c) => c.sourceId)));
	for (const p of passages) for (const l of p.live ?? []) for (const c of l.cites) cited.add(c.sourceId);
	for (const f of found)
		for (const c of f.cites) {
			if (c.status !== 'choose') continue;
			const top = c.candidates.filter((x) => x.score > c.candidates[0].score - 0.08);
			const best = top.find((x) => cited.has(x.sourceId));
			if (!best || best === c.candidates[0]) continue;
			c.candidates = [best, ...c.candidates.filter((x) => x !== best)];
			c.sourceId = best.sourceId;
		}
}

function whyOf(cites: TypedCite[], status: Status): string {
	const c = cites.find((x) => x.status === status)!;
	if (status === 'none') return 'no source fits';
	if (status === 'choose')
		return `${c.candidates.filter((x) => x.score > c.candidates[0].score - 0.08).length} sources fit`;
	return c.candidates[0]?.why ?? '';
}

/**
 * Which brackets numbers of sources stand in: those whose numbers are places in the typed list, or that go up from 1 as
 * first citations do. Numbers of equations stand alone at the end of a line, list letters are none.
 */
function numericHabit(found: Found[], resolver: Resolver): Set<string> {
	const out = new Set<string>();
	const by = new Map<string, Found[]>();
	for (const f of found) by.set(f.open ?? '', [...(by.get(f.open ?? '') ?? []), f]);
	for (const [open, list] of by) {
		const numbers = list.flatMap((f) => f.cites.map((c) => Number(c.names[0])));
		if (resolver.numbered) {
			const within = numbers.filter((n) => resolver.isListed(n)).length;
			const share = within / numbers.length;
			// round brackets have many other uses: they count where no others do, and often
			if (open !== '(' ? share >= 0.8 : share >= 0.9 && within >= Math.max(2, resolver.numbered / 3)) out.add(open);
		} else if (open === '[') {
			let next = 1;
			let first = 0;
			for (const n of numbers) {
				if (n === next) {
					next++;
					first++;
				}
			}
			if (first >= 3 && first >= new Set(numbers).size * 0.7) out.add(open);
		}
	}
	if (out.has('[') || out.has('^')) out.delete('(');
	if (out.has('[') || out.has('^') || out.has('(') || !borneOut(by.get('~') ?? [], resolver)) out.delete('~');
	return out;
}

/** So short a list has numbers that stand behind words for other reasons: notes, institutes. */
const FEW = 5;

/**
 * Numbers behind words are citations where nearly all are places in the list, and the first ones go up from 1, or most of a
 * list that is in another order is cited so.
 */
function borneOut(list: Found[], resolver: Resolver): boolean {
	const all = list.flatMap((f) => f.cites.map((c) => Number(c.names[0])));
	const within = all.filter((n) => resolver.isListed(n));
	if (resolver.numbered < FEW || within.length < all.length * 0.9) return false;
	const different = new Set(within).size;
	let next = 1;
	for (const n of within) if (n === next) next++;
	return (next > 3 && next > different * 0.7) || (list.length >= 4 && different >= resolver.numbered * 0.5);
}
