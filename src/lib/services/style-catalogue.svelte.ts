/** The catalogue of styles, loaded when somebody looks for one. */
import MiniSearch from 'minisearch';
import { FEATURED, featuredName } from '$lib/core/citing';
import { dependentId } from '$lib/core/citing/dependent';
import { isObject, isText, texts } from '$lib/core/guards';
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
	/** The style whose rules it uses, where it has none of its own. */
	parent?: string;
	short?: string;
	issn?: string;
}

/** A correction of the catalogue, as the Styles view shows it. */
export interface Erratum {
	style: string;
	manual: string;
	what: string;
	before: string;
	after: string;
}

/** So many are shown where none has every word. */
const NEAREST = 20;

/** So much of what is looked for is read: the time and memory for slips of the keys grow with the square of a word. */
const LONGEST_QUERY = 200;

/** How much of a word may be typed wrong. */
const SLIP = (term: string) => (term.length > 5 ? 0.2 : false);

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

/** Words of a style's id that say whose it is, and not how it cites. */
const publisherWords = (id: string): string =>
	id
		.split('-')
		.filter((w) => !HOW.has(w))
		.join(' ');
const HOW = new Set(
	'author date numeric note notes basic brackets with without title titles et al style the and of no superscript'.split(
		' '
	)
);

const fold = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Two lists by title as one; the order is that of the build (English collation). */
function merged(a: StyleEntry[], b: StyleEntry[]): StyleEntry[] {
	const { compare } = new Intl.Collator('en');
	const out: StyleEntry[] = [];
	for (let i = 0, j = 0; i < a.length || j < b.length;)
		out.push(j >= b.length || (i < a.length && compare(a[i].title, b[j].title) <= 0) ? a[i++] : b[j++]);
	return out;
}

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

/** Titles that use another style's rules, as they came; a row that is none is left out. @throws where it is no list at all */
function readJournals(raw: unknown, shipped: Map<string, StyleEntry>): StyleEntry[] {
	if (!isObject(raw) || !texts(raw.parents) || !Array.isArray(raw.rows)) throw new Error('it is not what was expected');
	const parents = raw.parents.map((id) => shipped.get(id));
	return raw.rows.flatMap((row: unknown) => {
		if (!Array.isArray(row) || row.length !== 7) return [];
		const [id, title, short, of, lang, fields, issn] = row;
		const parent = typeof of === 'number' ? parents[of] : undefined;
		if (!parent || ![id, title, short, lang, fields, issn].every(isText)) return [];
		return [
			{
				id: dependentId({ parent: parent.id, id, lang }),
				title,
				kind: parent.kind,
				note: parent.note,
				fields: fields ? fields.split(/[\s,]+/) : [],
				language: lang || parent.language,
				parent: parent.id,
				short,
				issn
			}
		];
	});
}

async function fetchJson(path: string): Promise<unknown> {
	const r = await fetch(path);
	if (!r.ok) throw new Error(String(r.status));
	return r.json();
}

/** The words of an entry that are looked through, by field. */
const WORDS: Record<string, (s: StyleEntry) => string> = {
	title: (s) => s.title,
	name: (s) => featuredName(s.id) ?? '',
	slug: (s) => (s.parent ? '' : s.id),
	short: (s) => s.short ?? '',
	issn: (s) => s.issn ?? '',
	kind: (s) => (s.parent ? '' : s.kind),
	field: (s) => s.fields.join(' '),
	// most titles are English, and nobody looks for them by that
	language: (s) => (s.parent && s.language.startsWith('en') ? '' : languageWords(s.language)),
	parent: (s) => (s.parent ? publisherWords(s.parent) : '')
};

const newSearch = (): MiniSearch<StyleEntry> =>
	new MiniSearch<StyleEntry>({
		fields: Object.keys(WORDS),
		extractField: (s, name) => (name === 'id' ? s.id : WORDS[name](s)),
		processTerm: (t) => fold(t) || null,
		searchOptions: {
			// one letter alone would find half of all
			prefix: (term, _i, terms) => term.length > 1 || terms.length > 1,
			combineWith: 'AND',
			boost: { title: 3, name: 6, short: 3, parent: 0.3 }
		}
	});

/** Corrections as they came; one that is none is left out. */
const readErrata = (raw: unknown): Erratum[] =>
	Array.isArray(raw)
		? raw.filter((e): e is Erratum => isObject(e) && [e.style, e.manual, e.what, e.before, e.after].every(isText))
		: [];

class Catalogue {
	list = $state.raw<StyleEntry[]>([]);
	trouble = $state('');
	/** Whether titles of journals are looked through too; they are once somebody has looked for something. */
	complete = $state(false);
	private search: MiniSearch<StyleEntry> | null = null;
	private loading: Promise<void> | null = null;
	private listing: Promise<StyleEntry[]> | null = null;
	private completing: Promise<void> | null = null;

	/** The styles; titles that use their rules come a little later. */
	load(): Promise<void> {
		return (this.loading ??= this.fetchStyles());
	}
	/** The styles and all titles that use their rules, ready to be looked through. */
	whole(): Promise<void> {
		return (this.completing ??= this.load().then(() => this.indexJournals()));
	}

	private async fetchStyles(): Promise<void> {
		try {
			this.shipped = readIndex(await fetchJson('/styles/index.json'));
			this.search = newSearch();
			this.search.addAll(this.shipped);
			await this.readOwn();
			this.trouble = '';
			void this.journals();
		} catch (e) {
			this.loading = this.completing = null;
			this.trouble = `The catalogue could not be loaded (${(e as Error).message}). Try again.`;
		}
	}

	/** Titles that use a style's rules, in the list; none where they could not be loaded, which is said. */
	private journals(): Promise<StyleEntry[]> {
		return (this.listing ??= this.fetchJournals());
	}

	private async fetchJournals(): Promise<StyleEntry[]> {
		try {
			const journals = readJournals(
				await fetchJson('/styles/_journals.json'),
				new Map(this.shipped.map((s) => [s.id, s]))
			);
			this.errata = readErrata(await fetchJson('/styles/_errata.json'));
			this.shipped = merged(this.shipped, journals);
			this.collect();
			this.trouble = '';
			return journals;
		} catch (e) {
			this.listing = this.completing = null;
			this.trouble = `Titles of journals could not be loaded (${(e as Error).message}); the styles themselves are here.`;
			return [];
		}
	}

	/** Ten thousand titles take most of a second: that is spent where somebody looks for one, in parts, so that keys come between. */
	private async indexJournals(): Promise<void> {
		const { search } = this;
		if (!search) return;
		await search.addAllAsync(await this.journals(), { chunkSize: 400 });
		this.complete = this.listing !== null;
	}
	errata = $state.raw<Erratum[]>([]);

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
		this.collect();
	}

	private collect(): void {
		this.list = [...this.inSearch, ...this.shipped];
		this.byId = new Map(this.list.map((s) => [s.id, s]));
		this.titles = null;
	}
	byId = $state.raw<Map<string, StyleEntry>>(new Map());

	/** What is often asked for comes before the rest, and what is called so before what only has the words. */
	private weight(id: string, said: string): number {
		const s = this.byId.get(id);
		const called = (title: string | undefined) => title?.length === said.length && fold(title) === said;
		const named = s && (called(s.title) || called(s.short));
		return (named ? 4 : 1) * (featuredName(id) ? 2 : 1) * (s?.parent ? 0.8 : 1);
	}

	private titles: Map<string, StyleEntry> | null = null;
	/** The style that has the name of a journal. */
	ofJournal(name: string): StyleEntry | null {
		this.titles ??= new Map(this.list.map((s) => [fold(s.title), s]));
		return this.titles.get(fold(name.trim())) ?? null;
	}

	/**
	 * Whether some of the list have every word of what is looked for. Of titles that are still being indexed nothing is
	 * said: what was found before they came does not have them.
	 */
	has(query: string): boolean {
		const counts = (id: string) => {
			const s = this.byId.get(id);
			return s !== undefined && (this.complete || !s.parent);
		};
		return Boolean(this.search?.search(query.slice(0, LONGEST_QUERY)).some((r) => counts(String(r.id))));
	}

	/** Styles that have every word, or with none the nearest: those that have most of them. */
	find(typed: string, limit = 60): StyleEntry[] {
		const { byId, search, complete } = this;
		if (!complete) void this.whole();
		const query = typed.slice(0, LONGEST_QUERY);
		const said = fold(query);
		const found = (search && search.search(query)) ?? [];
		// a slip of the keys, then what has most of the words
		if (search && !found.length) found.push(...search.search(query, { fuzzy: SLIP }));
		if (search && !found.length)
			found.push(...search.search(query, { fuzzy: SLIP, combineWith: 'OR' }).slice(0, NEAREST));
		return found
			.map((r) => ({ id: String(r.id), score: r.score * this.weight(String(r.id), said) }))
			.sort((a, b) => b.score - a.score)
			.slice(0, limit)
			.flatMap((r) => byId.get(r.id) ?? []);
	}
}

export const catalogue = new Catalogue();

export const kindWords = (s: { kind: string; note: boolean }): string =>
	s.note ? 'notes' : s.kind === 'author-date' ? 'author–date' : s.kind || 'in text';
export { FEATURED, featuredName };
