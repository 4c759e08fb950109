/** The catalogue of styles, loaded when somebody looks for one. */
import MiniSearch from 'minisearch';
import { FEATURED, featuredName } from '$lib/core/citing';
import type { OwnStyle } from '$lib/data/db';
import { ownStyles } from '$lib/data/styles';

export interface StyleEntry {
	id: string;
	title: string;
	kind: string;
	note: boolean;
	fields: string[];
	language: string;
	/** Brought by the person. */
	own?: boolean;
}

/** So many are shown where none has every word. */
const NEAREST = 20;

const languages = new Intl.DisplayNames(['en'], { type: 'language' });
/** A language by its code and its name; nothing for a style that takes the manuscript's. */
function languageWords(code: string): string {
	try {
		return code ? `${code} ${languages.of(code) ?? ''}` : '';
	} catch (e) {
		// no language by the rules of the browser: the code is found all the same
		if (e instanceof RangeError) return code;
		throw e;
	}
}

const fold = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

const text = (v: unknown): string => (typeof v === 'string' ? v : '');

/** The catalogue's index as it came, without what is no entry. @throws where it is no list at all */
function readIndex(raw: unknown): StyleEntry[] {
	if (!Array.isArray(raw)) throw new Error('it is not what was expected');
	return raw.flatMap((e: Partial<Record<keyof StyleEntry, unknown>> | null) =>
		e && typeof e.id === 'string' && typeof e.title === 'string'
			? [
					{
						id: e.id,
						title: e.title,
						kind: text(e.kind),
						note: e.note === true,
						fields: Array.isArray(e.fields) ? e.fields.filter((f) => typeof f === 'string') : [],
						language: text(e.language)
					}
				]
			: []
	);
}

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
			this.shipped = readIndex(await r.json());
			this.search = new MiniSearch<StyleEntry>({
				fields: ['title', 'name', 'id', 'kind', 'field', 'language'],
				extractField: (d, name) =>
					name === 'field'
						? d.fields.join(' ')
						: name === 'name'
							? (featuredName(d.id) ?? '')
							: name === 'language'
								? languageWords(d.language)
								: String(d[name as keyof StyleEntry] ?? ''),
				processTerm: (t) => fold(t) || null,
				searchOptions: {
					prefix: true,
					combineWith: 'AND',
					boost: { title: 3, name: 6 },
					fuzzy: (t) => (t.length > 5 ? 0.2 : false)
				}
			});
			this.search.addAll(this.shipped);
			await this.readOwn();
			this.trouble = '';
		} catch (e) {
			this.loading = null;
			this.trouble = `The catalogue did not arrive (${(e as Error).message}). Try again.`;
		}
	}

	private shipped: StyleEntry[] = [];
	/** Styles that were brought; they stand before the shipped ones. */
	own = $state.raw<OwnStyle[]>([]);
	private inSearch: StyleEntry[] = [];

	/** Reads the brought styles anew. */
	async readOwn(): Promise<void> {
		this.own = await ownStyles();
		const entries = this.own.map(({ id, title, kind, note, fields, language }) => ({
			id,
			title,
			kind,
			note,
			fields,
			language,
			own: true
		}));
		for (const s of this.inSearch) this.search?.remove(s);
		this.inSearch = entries;
		this.search?.addAll(entries);
		this.list = [...entries, ...this.shipped];
		this.byId = new Map(this.list.map((s) => [s.id, s]));
	}
	byId = $state.raw<Map<string, StyleEntry>>(new Map());

	/** Styles that have every word, or with none the nearest: those that have most of them. */
	find(query: string, limit = 60): StyleEntry[] {
		const { byId, search } = this;
		const every = search?.search(query) ?? [];
		const found = every.length ? every : (search?.search(query, { combineWith: 'OR' }) ?? []).slice(0, NEAREST);
		return found
			.map((r) => ({ id: String(r.id), score: r.score * (featuredName(String(r.id)) ? 2 : 1) }))
			.sort((a, b) => b.score - a.score)
			.slice(0, limit)
			.flatMap((r) => byId.get(r.id) ?? []);
	}
}

export const catalogue = new Catalogue();

export const kindWords = (s: { kind: string; note: boolean }): string =>
	s.note ? 'notes' : s.kind === 'author-date' ? 'author–date' : s.kind || 'in text';
export { FEATURED, featuredName };
