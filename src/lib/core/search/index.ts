/** Ranking over sources: words in any field, tolerant of typing errors, what was cited lately and here first. */
import { creatorsOf, kindOf, placeOf, readIsbn, titleOf, toIsbn13, words, yearOf, type Source } from '../source';
import { FIELD_BITS, Postings, type Words } from './postings';
import { readQuery, type About } from './query';
import { PLACES } from './places';
import { createTop } from './top';

export { readQuery, type About, type Query } from './query';
export { findExcerpts, type ExcerptAt, type ExcerptQuery, type ExcerptsFound } from './excerpts';

export interface UseOf {
	/** Times cited in this manuscript. */
	here: number;
	/** Times cited in the section of the caret. */
	section: number;
	/** Recency: higher is later; 0 never. */
	last: number;
}

export interface FindOptions {
	use?: Map<string, UseOf>;
	about?: About;
	limit?: number;
}

export interface SourceIndex {
	/** Makes the index hold exactly these. */
	set(sources: Iterable<Source>): void;
	/** Enters or renews some. */
	put(sources: Iterable<Source>): void;
	remove(ids: Iterable<string>): void;
	/**
	 * To be gone through when many have been entered: it puts words in order, a little at a time. What is entered in
	 * between ends it. Everything is found without it too, more slowly.
	 */
	settle(): Generator<void>;
	/** At most `limit` ids, best first; an empty query gives what was used here, then what came last. */
	find(query: string, options?: FindOptions): string[];
}

const NOBODY: About = { here: new Set(), cited: new Set() };

function wordsOf(s: Source): Words {
	const out: Words = new Map();
	const put = (text: unknown, bit: number) => {
		if (typeof text !== 'string' || !text) return;
		for (const w of words(text)) out.set(w, (out.get(w) ?? 0) | bit);
	};
	const heads = creatorsOf(s.item);
	const person = (n: unknown, bit: number) => {
		const { given, ...rest } = n as Record<string, unknown>;
		for (const part of Object.values(rest)) put(part, bit);
		// people are looked for by their family names
		put(given, FIELD_BITS.role);
	};
	put(yearOf(s.item), FIELD_BITS.year);
	put(titleOf(s.item), FIELD_BITS.title);
	put(placeOf(s.item), FIELD_BITS.about);
	put(kindOf(s.item.type).name, FIELD_BITS.about);
	put(s.key, FIELD_BITS.key);
	for (const t of s.tags) put(t, FIELD_BITS.about);
	for (const t of s.shelves) put(t, FIELD_BITS.about);
	put(s.annotation, FIELD_BITS.note);
	for (const e of s.excerpts) put(e.text, FIELD_BITS.note);
	const isbn = typeof s.item.ISBN === 'string' ? readIsbn(s.item.ISBN) : null;
	if (isbn) put(toIsbn13(isbn.value), FIELD_BITS.key);
	for (const [k, v] of Object.entries(s.item)) {
		if (Array.isArray(v)) {
			v.forEach((n, i) => {
				if (!n || typeof n !== 'object') return;
				const bit = v !== heads ? FIELD_BITS.role : i ? FIELD_BITS.author : FIELD_BITS.first;
				person(n, bit);
			});
		} else if (k === 'title-short' || k === 'reviewed-title') put(v, FIELD_BITS.title);
		else if (PLACES.test(k)) put(v, FIELD_BITS.about);
		else if (k !== 'title' && k !== 'type' && k !== 'id' && typeof v === 'string') put(v, FIELD_BITS.note);
	}
	return out;
}

/** What is cited in this section, then lately, then often comes before its equals, not before what fits better. */
const USED = (u: UseOf): number =>
	1 + (u.section ? 0.06 : 0) + (u.last ? 0.03 * (u.last / (u.last + 1)) : 0) + Math.min(u.here, 10) * 0.001;

export function createIndex(): SourceIndex {
	let postings = new Postings();
	let slots = new Map<string, number>();
	let ids: string[] = [];
	const known = new Map<string, Source>();
	/** Ids by cite key in small letters. */
	const byKey = new Map<string, string>();

	const enter = (s: Source) => {
		const slot = postings.add(wordsOf(s));
		slots.set(s.id, slot);
		ids[slot] = s.id;
	};
	const leave = (id: string) => {
		const slot = slots.get(id);
		if (slot === undefined) return;
		postings.drop(slot);
		slots.delete(id);
	};
	const dropKey = (s: Source) => {
		const key = s.key.toLowerCase();
		if (byKey.get(key) === s.id) byKey.delete(key);
	};
	/**
	 * Sources whose cite key was typed: whole, or behind an @ or with signs that keys have and words have not, its
	 * beginning.
	 */
	const keyed = (text: string, limit: number): string[] => {
		const key = text.trim().replace(/^@/, '').toLowerCase();
		if (!key || /\s/.test(key)) return [];
		const whole = byKey.get(key);
		const out = whole === undefined ? [] : [whole];
		if (!text.trim().startsWith('@') && !/[:./+_]/.test(key)) return out;
		for (const [k, id] of byKey) {
			if (out.length >= limit) break;
			if (id !== whole && k.startsWith(key)) out.push(id);
		}
		return out;
	};
	/** Slots of what is gone are given back now and then. */
	const compact = () => {
		if (postings.dead < 500 || postings.dead < postings.size) return;
		postings = new Postings();
		slots = new Map();
		ids = [];
		for (const s of known.values()) enter(s);
	};
	const put = (sources: Iterable<Source>) => {
		for (const s of sources) {
			const before = known.get(s.id);
			if (before === s) continue;
			if (before) dropKey(before);
			leave(s.id);
			known.set(s.id, s);
			if (s.key) byKey.set(s.key.toLowerCase(), s.id);
			enter(s);
		}
		compact();
	};
	const remove = (gone: Iterable<string>) => {
		for (const id of gone) {
			const before = known.get(id);
			if (before) dropKey(before);
			known.delete(id);
			leave(id);
		}
		compact();
	};

	return {
		put,
		remove,
		settle: () => postings.settle(),
		set(sources) {
			const next = new Map([...sources].map((s) => [s.id, s]));
			remove([...known.keys()].filter((id) => !next.has(id)));
			put(next.values());
		},
		find(text, { use, about = NOBODY, limit = 7 } = {}) {
			const first = keyed(text, limit);
			// what begins with @ is nothing but a key
			if (first.length && text.trim().startsWith('@')) return first;
			const q = readQuery(text);
			const fits = (s: Source) => q.conditions.every((c) => c(s, about));
			if (!q.terms.length)
				return first.length
					? first
					: latest(q.conditions.length || !use ? [...known.values()].filter(fits) : [...known.values()], use, limit);
			const top = createTop(limit);
			postings.find(q.terms, (slot, score) => {
				const u = use?.get(ids[slot]);
				const v = u ? score * USED(u) : score;
				if (top.takes(v) && (!q.conditions.length || fits(known.get(ids[slot])!))) top.put(slot, v);
			});
			const found = top.slots().map((slot) => ids[slot]);
			return first.length ? [...new Set([...first, ...found])].slice(0, limit) : found;
		}
	};
}

/** What was used here, then what was changed last. */
function latest(list: Source[], use: Map<string, UseOf> | undefined, limit: number): string[] {
	const rank = (s: Source) => use?.get(s.id);
	return list
		.sort((a, b) => {
			const [x, y] = [rank(a), rank(b)];
			if (x && y) return y.section - x.section || y.last - x.last || y.here - x.here;
			if (x || y) return x ? -1 : 1;
			return b.updatedAt - a.updatedAt || (a.key < b.key ? -1 : 1);
		})
		.slice(0, limit)
		.map((s) => s.id);
}
