/** The catalogue of styles, loaded when somebody looks for one. */
import MiniSearch from 'minisearch';
import { FEATURED, featuredName } from '$lib/core/citing';

export interface StyleEntry {
	id: string;
	title: string;
	kind: string;
	note: boolean;
	fields: string[];
	language: string;
}

const fold = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

class Catalogue {
	list = $state.raw<StyleEntry[]>([]);
	trouble = $state('');
	private search: MiniSearch<StyleEntry> | null = null;
	private loading: Promise<void> | null = null;

	load(): Promise<void> {
		return (this.loading ??= this.fetch());
	}

	private async fetch(): Promise<void> {
		try {
			const r = await fetch('/styles/index.json');
			if (!r.ok) throw new Error(String(r.status));
			this.list = (await r.json()) as StyleEntry[];
			this.search = new MiniSearch<StyleEntry>({
				fields: ['title', 'id', 'kind', 'field'],
				extractField: (d, name) => (name === 'field' ? d.fields.join(' ') : String(d[name as keyof StyleEntry] ?? '')),
				processTerm: (t) => fold(t) || null,
				searchOptions: {
					prefix: true,
					combineWith: 'AND',
					boost: { title: 3 },
					fuzzy: (t) => (t.length > 5 ? 0.2 : false)
				}
			});
			this.search.addAll(this.list);
		} catch (e) {
			this.loading = null;
			this.trouble = `The catalogue did not arrive (${(e as Error).message}). Try again.`;
		}
	}

	find(query: string, limit = 60): StyleEntry[] {
		const byId = new Map(this.list.map((s) => [s.id, s]));
		return (this.search?.search(query) ?? [])
			.map((r) => ({ id: String(r.id), score: r.score * (featuredName(String(r.id)) ? 2 : 1) }))
			.sort((a, b) => b.score - a.score)
			.slice(0, limit)
			.map((r) => byId.get(r.id)!);
	}
}

export const catalogue = new Catalogue();

/** Styles used lately in this browser, newest first. */
const KEY = 'styles-lately';
export function usedLately(): { id: string; title: string }[] {
	try {
		const list = JSON.parse(localStorage.getItem(KEY) ?? '[]') as { id: string; title: string }[];
		return Array.isArray(list) ? list.filter((s) => s && typeof s.id === 'string') : [];
	} catch (e) {
		console.warn('The list of styles used lately could not be read', e);
		return [];
	}
}
export function noteUsed(id: string, title: string): void {
	localStorage.setItem(KEY, JSON.stringify([{ id, title }, ...usedLately().filter((s) => s.id !== id)].slice(0, 5)));
}

export const kindWords = (s: { kind: string; note: boolean }): string =>
	s.note ? 'notes' : s.kind === 'author-date' ? 'author–date' : s.kind || 'in text';
export { FEATURED, featuredName };
