/**
 * Typed citations in the passages of a paper. First everything that has the form of one is read, then what is none is left
 * out: a form that history, figures and statistics share counts only where a source is known for it, or where the paper
 * is seen to cite that way.
 */
import { groupsOf, partsOf, type Group } from './brackets';
import { DATE_BEFORE, DAY_MONTH, LEAD, YEAR } from './grammar';
import { findIdentifiers, findKeys } from './keys';
import { readBehind } from './locators';
import { findInNote } from './notes';
import { DASHED, readNumbers } from './numbers';
import { isNameAlone, readDated, readUndated, readYear, type Written } from './parts';
import { namesBefore } from './sentence';
import { statusOf, type Resolver } from './resolve';
import { settle, type Found } from './settle';
import type { Accepted, Habit, Passage, TypedCitation, TypedCite } from './types';
import { NO_CITE, toCite } from './written';

const YEAR_ONLY = new RegExp(`^\\s*(?<year>${YEAR})(?<rest>.*)$`, 'su');
const PAGE_ONLY = /^\s*(?:pp?\.?\s*)?\d{1,4}(?:\s*[-–]\s*\d{1,4})?\s*$/;
const REPEATED =
	/^\s*(?:(?:see|cf\.)\s+)?(?:ibid(?:em)?|ebd|ebenda|íbid|id|idem|loc\.?\s?cit|op\.?\s?cit|a\.\s?a\.\s?O)\b\.?(?<rest>.*)$/isu;
/** What is counted by numbers in brackets. */
const COUNTED =
	/\b(?:equations?|eqs?\.?|eqns?\.?|formulas?|formulae|inequalit(?:y|ies)|expressions?|problems?|steps?|cases?|conditions?|constraints?|models?|propert(?:y|ies)|items?|hypothes[ei]s|sections?|tables?|figures?|figs?\.|gleichung|gl\.|équation|ecuación)\s*$/i;
/** Statistics and measures: “(n = 20)”, “(p < .05)”, “(95% CI)”. */
const STATISTICS = /[<>=≤≥±×%°]|\b(?:SD|SE|CI|df|vs)\b/;

class Finder {
	readonly found: Found[] = [];
	/** The source that was cited last, for “ibid.”. */
	private last: TypedCite | null = null;
	/** Passages of what was cited last, and of the note before. */
	private lastAt = -1;
	private noteBefore = -1;
	/** Sources in the order in which they were cited, for “op. cit.”. */
	private readonly order: string[] = [];

	constructor(
		private readonly passages: Passage[],
		private readonly resolver: Resolver
	) {}

	/** Numbers are parted by dashes in this paper. */
	private dashed = false;

	run(): void {
		this.dashed = this.passages.some((p) => DASHED.test(p.text));
		for (const p of this.passages) this.introductions(p);
		this.passages.forEach((p, i) => this.passage(p, i));
	}

	private add(f: Found): void {
		this.found.push(f);
		const cite = f.cites.at(-1);
		if (cite?.sourceId) [this.last, this.lastAt] = [cite, f.passage];
		for (const c of f.cites) if (c.sourceId) this.order.push(c.sourceId);
	}

	/** “the Coastal Nature Agency (CNA)”: what it is called from then on. */
	private introductions(p: Passage): void {
		for (const m of p.text.matchAll(
			/((?:\p{Lu}[\p{L}’'-]+\s+(?:(?:of|for|and|the|on)\s+)*){1,7})[([]((?:\p{Lu}[\p{Ll}]{0,2}){2,8})[)\]]/gu
		)) {
			const full = m[1].trim();
			if (m[2].length <= full.length / 3) this.resolver.introduce(m[2], full);
		}
	}

	private passage(p: Passage, i: number): void {
		const live = [...(p.live ?? [])];
		/** What is live before a character was cited last. */
		const followTo = (at: number) => {
			while (live.length && live[0].at < at) {
				for (const { sourceId, locator } of live.shift()!.cites) {
					const candidates = [{ sourceId, score: 1, why: '' }];
					this.last = { ...NO_CITE, sourceId, locator, candidates, status: 'certain' };
					this.lastAt = i;
					this.order.push(sourceId);
				}
			}
		};
		followTo(0);
		const taken: [number, number][] = [];
		const free = (from: number, to: number) => !taken.some(([a, b]) => from < b && to > a);
		const add = (f: Found) => {
			this.add(f);
			taken.push([f.from, f.to]);
		};
		if (p.kind === 'note')
			for (const f of findInNote(p.text, this.resolver, this.meant(), this.order))
				add({ ...f, passage: i, strong: true });
		if (p.kind === 'note') this.noteBefore = i;
		for (const f of findKeys(p.text, i, this.resolver)) if (free(f.from, f.to)) add(f);
		for (const g of groupsOf(p.text)) {
			followTo(g.from);
			if (free(g.from, g.to)) for (const f of this.group(p, i, g, taken)) add(f);
		}
		for (const [from, to] of p.raised ?? []) {
			const f = free(from, to) ? this.numbers(p.text.slice(from, to), i, from, to, '^') : null;
			if (f) add(f);
		}
		for (const f of this.lostRaised(p, i)) if (free(f.from, f.to)) add(f);
		for (const f of findIdentifiers(p.text, i, this.resolver)) if (free(f.from, f.to)) add(f);
		followTo(Infinity);
	}

	/** What “ibid.” in a note means: the source of the note before, or a guess where nothing was found in that. */
	private meant(): TypedCite | null {
		const { last } = this;
		if (!last || this.lastAt >= this.noteBefore) return last;
		const candidates = [{ sourceId: last.sourceId, score: 0.8, why: 'the note between says something else' }];
		return { ...last, candidates, status: 'likely' };
	}

	private numbers(inner: string, passage: number, from: number, to: number, open: string): Found | null {
		const read = readNumbers(inner, this.dashed);
		if (!read) return null;
		const ranges = this.dashed && /[–-]/.test(inner);
		const cites = read.map((n): TypedCite => {
			const id = this.resolver.ofNumber(n.number);
			return {
				...NO_CITE,
				locator: n.locator,
				suffix: n.suffix,
				prefix: n.prefix,
				sourceId: id ?? '',
				candidates: id
					? [{ sourceId: id, score: ranges ? 0.8 : 1, why: ranges ? 'the dash may stand for a range' : '' }]
					: [],
				status: !id ? 'none' : ranges ? 'likely' : 'certain',
				names: [String(n.number)]
			};
		});
		return { passage, from, to, habit: 'number', cites, strong: false, open };
	}

	/** Numbers right behind a word or its mark, as raised ones stand in plain text: “at the berth.6,16”. */
	private lostRaised(p: Passage, passage: number): Found[] {
		if (!this.resolver.numbered || p.raised) return [];
		return [
			...p.text.matchAll(
				/(?<=\p{Ll}{2}[.,;:)”’"]?|[\p{Ll}\d]\)[.,]?)(\d{1,3}(?:\s?[,–-]\s?\d{1,3})*(?:\(pp?\.?\s?\d[\d–-]*\))?)(?=[\s.,;:)”]|$)/gu
			)
		].flatMap((m) => {
			const f = this.numbers(m[1], passage, m.index, m.index + m[1].length, '~');
			return f ? [f] : [];
		});
	}

	private group(p: Passage, passage: number, g: Group, taken: [number, number][]): Found[] {
		const { inner } = g;
		const make = (habit: Habit, written: Written[], strong: boolean, from = g.from): Found => ({
			passage,
			from,
			to: g.to,
			habit,
			cites: written.map((w) => toCite(w, this.resolver.find(w))),
			strong
		});
		// “Equation (3)”, “step (2)”
		const counted = g.open === '(' && COUNTED.test(p.text.slice(Math.max(0, g.from - 24), g.from));
		const numbers = counted ? null : this.numbers(inner, passage, g.from, g.to, g.open);
		if (numbers) {
			const behind = PAGE_ONLY.test(inner) && g.open === '(' ? this.pageAlone(p, g, passage, inner) : [];
			return behind.length ? behind : [numbers];
		}
		const again = REPEATED.exec(inner);
		if (again && this.last) {
			const behind = readBehind(again.groups!.rest.replace(/^\s*,?\s*/, ', '));
			return [
				{
					passage,
					from: g.from,
					to: g.to,
					habit: 'repeated',
					cites: [{ ...this.last, ...behind, prefix: '', form: 'parenthetical' }],
					strong: true
				}
			];
		}
		if (STATISTICS.test(inner.replace(/https?:\S+/g, ''))) return [];
		const narrative = this.yearAlone(p, g, passage);
		if (narrative) return narrative;

		const parts = this.joined(partsOf(inner));
		const dated: Written[] = [];
		const undated: Written[] = [];
		let misses = 0;
		for (const part of parts) {
			const last = dated.at(-1);
			const read = readDated(part, last ?? null);
			const d = read.some((w) => (this.resolver.find(w)[0]?.score ?? 0) >= 0.9) ? read : this.titled(part, read);
			if (d.length) {
				dated.push(...d);
				continue;
			}
			const u = readUndated(part);
			if (u.length) undated.push(...u);
			else if (dated.length || undated.length) {
				// words behind the citations belong to the last
				const to = dated.at(-1) ?? undated.at(-1)!;
				to.suffix += `; ${part}`;
			} else misses++;
		}
		for (const w of dated) if (w.introduces) this.resolver.introduce(w.introduces.short, w.introduces.full);
		if (
			dated.length &&
			DATE_BEFORE.test(inner.slice(0, inner.search(/\d{4}/))) &&
			!dated.some((w) => (this.resolver.find(w)[0]?.score ?? 0) >= 0.9)
		)
			return [];
		if (dated.length) {
			const all = [...dated, ...undated.filter((w) => this.resolver.find(w).some((c) => c.score >= 0.9))];
			const f = make(
				'author-date',
				all,
				dated.some((w) => w.strong) || (dated.length > 1 && dated.every((w) => !w.suspect))
			);
			if (!this.sound(all, f)) return [];
			return misses && !f.cites.some((c) => c.sourceId) ? [] : [f];
		}
		// names within other words: “(see the tables in Tarrow (2004) and Lowe (1978))”
		if (!undated.length && /[([]/.test(inner)) {
			const nested = groupsOf(inner).map((n) => ({ ...n, from: n.from + g.from + 1, to: n.to + g.from + 1 }));
			return nested
				.filter((n) => !taken.some(([a, b]) => n.from < b && n.to > a))
				.flatMap((n) => this.group(p, passage, n, taken));
		}
		if (!undated.length || misses) return [];
		const f = make(undated.some((w) => w.locator) ? 'author-page' : 'author', undated, false);
		return this.sound(undated, f) ? [f] : [];
	}

	/** A title in place of the author: “(Deep gases, 2007, p. 7)”. @param read what was read otherwise */
	private titled(part: string, read: Written[]): Written[] {
		const lead = LEAD.exec(part)?.[0] ?? '';
		const body = part.slice(lead.length).replace(/^[“"‘«„'*_]+/u, '');
		for (const t of this.resolver.titleAt(body)) {
			const rest = body.slice(t.length).replace(/^[”"’»“'*_.…]*\s*,?\s*/u, '');
			const m = YEAR_ONLY.exec(rest);
			if (!m || (t.year && readYear(m.groups!.year).year !== t.year)) continue;
			const [w] = readDated(rest, { names: [], etAl: false });
			if (w) return [{ ...w, title: body.slice(0, t.length), prefix: lead.trim(), strong: true, suspect: false }];
		}
		return read;
	}

	/** Words that are names only where a source bears them out. */
	private sound(written: Written[], f: Found): boolean {
		return written.every((w, i) => !w.suspect || (f.cites[i].candidates[0]?.score ?? 0) >= 0.9);
	}

	/** “(PÉREZ; COHEN, 2025)” is one work of two people where one is known, and no work of Pérez. */
	private joined(parts: string[]): string[] {
		const out: string[] = [];
		let names: string[] = [];
		for (const part of parts) {
			if (isNameAlone(part)) {
				names.push(part);
				continue;
			}
			if (names.length) {
				const together = [...names, part].join(', ');
				const w = readDated(together, null)[0];
				if (w && w.names.length > names.length && (this.resolver.find(w)[0]?.score ?? 0) >= 0.9) out.push(together);
				else out.push(...names, part);
				names = [];
			} else out.push(part);
		}
		return [...out, ...names];
	}

	/** A bracket that begins with a year: with the names before it, or after an author who was named before. */
	private yearAlone(p: Passage, g: Group, passage: number): Found[] | null {
		const m = YEAR_ONLY.exec(g.inner.replace(DAY_MONTH, '').replace(/^[\s,]+/, ''));
		if (!m) return null;
		const before = namesBefore(p.text, g.from);
		const nobody: Written[] = readDated(g.inner, { names: [{ family: 'X', initials: '' }], etAl: false });
		if (!nobody.length) return null;
		const ranked = before
			.map((b) => ({ b, candidates: this.resolver.find({ ...b, ...readYear(m.groups!.year) }) }))
			.map((x) => ({ ...x, best: x.candidates[0]?.score ?? 0 }));
		// the longest list that is known; a part of it may be the beginning of the sentence
		const known = ranked
			.filter((x) => x.best >= 0.45)
			.sort((x, y) => y.best - x.best || Number(x.b.suspect) - Number(y.b.suspect))[0];
		const title = known ? null : this.titleBefore(p, g, passage, nobody, readYear(m.groups!.year).year);
		if (title) return title;
		const pick = known ?? (nobody[0].suspect ? undefined : ranked.find((x) => !x.b.suspect));
		if (
			pick &&
			(known ||
				pick.b.names.length > 1 ||
				pick.b.etAl ||
				m.groups!.rest.trim() ||
				nobody.length > 1 ||
				g.inner.trim().length <= 8)
		) {
			const written = nobody.map((w, i): Written => ({
				...w,
				names: i > 0 && w.names[0]?.family !== 'X' ? w.names : pick.b.names,
				etAl: i > 0 && w.names[0]?.family !== 'X' ? w.etAl : pick.b.etAl,
				form: i ? 'year-only' : pick.b.possessive ? 'year-only' : 'narrative'
			}));
			const strong = pick.b.names.length > 1 || pick.b.etAl || Boolean(written[0].locator);
			// a body that nobody knows may be any event: “The Great Frost (1895)”
			if (
				!known &&
				!strong &&
				/\s/.test(
					pick.b.names[0].family.replace(
						/^(?:van|von|de|der|den|del|della|di|da|dos|du|la|le|ten|ter|zu|af|el|al)\s+/i,
						''
					)
				)
			)
				return [];
			return [
				{
					passage,
					from: pick.b.possessive ? g.from : pick.b.from,
					to: g.to,
					habit: 'author-date',
					cites: written.map((w) => toCite(w, this.resolver.find(w))),
					strong
				}
			];
		}
		const said = p.text.slice(Math.max(0, g.from - 500), g.from);
		const candidates = this.resolver.ofYearAmong(readYear(m.groups!.year), said);
		if (!candidates.length) return [];
		const w: Written = { ...nobody[0], names: [], form: 'year-only' };
		return [{ passage, from: g.from, to: g.to, habit: 'author-date', cites: [toCite(w, candidates)], strong: false }];
	}

	/** “Deep gases (2007)”, “‘The everyday light’ (2020)”: a title in the sentence. */
	private titleBefore(p: Passage, g: Group, passage: number, written: Written[], year: string): Found[] | null {
		const start = Math.max(0, g.from - 260);
		const before = p.text.slice(start, g.from);
		for (const m of before.matchAll(/[“"‘«„]?[\p{Lu}\p{N}][\p{L}\p{N}]*/gu)) {
			const quoted = /^[“"‘«„]/u.test(m[0]);
			const body = before.slice(m.index + (quoted ? 1 : 0));
			const t = this.resolver
				.titleAt(body)
				.find((x) => (!x.year || x.year === year) && /^[”"’»“.,…\s]*$/u.test(body.slice(x.length)));
			if (!t) continue;
			const w: Written = { ...written[0], names: [], title: body.slice(0, t.length), form: 'narrative' };
			return [
				{
					passage,
					from: start + m.index,
					to: g.to,
					habit: 'author-date',
					cites: [toCite(w, [t.candidate])],
					strong: true
				}
			];
		}
		return null;
	}

	/** “(41)” behind a sentence that names the author: as author–page styles have it (MLA 9, 6.3). */
	private pageAlone(p: Passage, g: Group, passage: number, inner: string): Found[] {
		// “Dietz and Osei (12)”
		const adjacent = namesBefore(p.text, g.from)
			.map((b) => ({ b, candidates: this.resolver.find({ ...b, year: '', letter: '' }) }))
			.sort((x, y) => (y.candidates[0]?.score ?? 0) - (x.candidates[0]?.score ?? 0))[0];
		if (adjacent && (adjacent.candidates[0]?.score ?? 0) >= 0.9) {
			const { b, candidates } = adjacent;
			const w: Written = {
				names: b.names,
				etAl: b.etAl,
				year: '',
				letter: '',
				prefix: '',
				...readBehind(inner),
				form: b.possessive ? 'year-only' : 'narrative',
				strong: false
			};
			return [
				{
					passage,
					from: b.possessive ? g.from : b.from,
					to: g.to,
					habit: 'author-page',
					cites: [toCite(w, candidates)],
					strong: false,
					open: 'page'
				}
			];
		}
		const sentence = p.text
			.slice(Math.max(0, g.from - 400), g.from)
			.split(/(?<=[.!?][”"’]?)\s+(?=\p{Lu})/u)
			.at(-1)!;
		const named = [...sentence.matchAll(/\p{Lu}[\p{L}’'-]+/gu)]
			.map((m) => m[0].replace(/[’']s$/, ''))
			.filter((n) => this.resolver.knows(n));
		if (!named.length) return [];
		const candidates = this.resolver.find({
			names: [{ family: named.at(-1)!, initials: '' }],
			etAl: false,
			year: '',
			letter: ''
		});
		if (!candidates.length) return [];
		const behind = readBehind(inner);
		const cite: TypedCite = {
			...NO_CITE,
			...behind,
			sourceId: candidates[0].sourceId,
			candidates: candidates.map((c) => ({ ...c, score: Math.min(c.score, 0.8), why: 'the author is named before' })),
			status: 'likely',
			form: 'year-only',
			names: [named.at(-1)!]
		};
		cite.status = statusOf(cite.candidates);
		return [{ passage, from: g.from, to: g.to, habit: 'author-page', cites: [cite], strong: false, open: 'page' }];
	}
}

/**
 * Typed citations of passages, in order.
 * @param accepted those of the text that became live before
 */
export function findCitations(passages: Passage[], resolver: Resolver, accepted: Accepted = {}): TypedCitation[] {
	const finder = new Finder(passages, resolver);
	finder.run();
	return settle(finder.found, passages, resolver, accepted);
}
