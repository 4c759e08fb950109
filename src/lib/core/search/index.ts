/** Ranking over sources: words in any field, tolerant of typing errors, what was cited lately and here first. */
import MiniSearch from 'minisearch';
import { placeOf, shortAuthor, titleOf, yearOf, kindOf, type Source } from '../source';

export interface UseOf {
	/** Times cited in this manuscript. */
	here: number;
	/** Times cited in the section of the caret. */
	section: number;
	/** Recency: higher is later; 0 never. */
	last: number;
}

export interface SourceIndex {
	set(sources: Source[]): void;
	/** At most `limit` ids, best first; an empty query gives what was used here. */
	find(query: string, use?: Map<string, UseOf>, limit?: number): string[];
}

const fold = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

const docOf = (s: Source) => ({
	id: s.id,
	author: shortAuthor(s.item) + ' ' + namesText(s),
	year: yearOf(s.item),
	title: titleOf(s.item),
	place: placeOf(s.item),
	kind: kindOf(s.item.type).name,
	key: s.key,
	tags: [...s.tags, ...s.shelves].join(' '),
	note: [
		s.annotation,
		...s.excerpts.map((e) => e.text),
		typeof s.item.abstract === 'string' ? s.item.abstract : ''
	].join(' ')
});

function namesText(s: Source): string {
	const out: string[] = [];
	for (const v of Object.values(s.item)) {
		if (!Array.isArray(v)) continue;
		for (const n of v)
			if (n && typeof n === 'object') out.push(...Object.values(n).filter((x): x is string => typeof x === 'string'));
	}
	return out.join(' ');
}

export function createIndex(): SourceIndex {
	const mini = make();
	let known = new Map<string, Source>();
	function make() {
		return new MiniSearch({
			fields: ['author', 'year', 'title', 'place', 'kind', 'key', 'tags', 'note'],
			processTerm: (t) => fold(t) || null,
			searchOptions: {
				boost: { author: 4, year: 3, key: 3, title: 2 },
				prefix: true,
				fuzzy: (t) => (t.length > 4 && !/^\d+$/.test(t) ? 0.2 : false),
				combineWith: 'AND'
			}
		});
	}
	return {
		set(sources) {
			const next = new Map(sources.map((s) => [s.id, s]));
			if (!known.size) mini.addAll(sources.map(docOf));
			else {
				for (const [id, s] of known) if (next.get(id) !== s) mini.discard(id);
				for (const s of sources) if (known.get(s.id) !== s) mini.add(docOf(s));
			}
			known = next;
		},
		find(query, use, limit = 7) {
			const q = query.trim();
			const weight = (id: string) => {
				const u = use?.get(id);
				return u ? 1 + Math.min(u.section, 3) * 0.4 + Math.min(u.here, 5) * 0.1 + (u.last ? 0.2 : 0) : 1;
			};
			if (!q) {
				const used = [...(use?.entries() ?? [])]
					.filter(([id]) => known.has(id))
					.sort(([, a], [, b]) => b.section - a.section || b.last - a.last || b.here - a.here);
				const ids = used.map(([id]) => id);
				if (ids.length < limit) {
					const rest = [...known.values()]
						.filter((s) => !use?.has(s.id))
						.sort((a, b) => b.updatedAt - a.updatedAt || a.key.localeCompare(b.key));
					ids.push(...rest.slice(0, limit - ids.length).map((s) => s.id));
				}
				return ids.slice(0, limit);
			}
			return mini
				.search(q)
				.map((r) => ({ id: String(r.id), score: r.score * weight(String(r.id)) }))
				.sort((a, b) => b.score - a.score)
				.slice(0, limit)
				.map((r) => r.id);
		}
	};
}
