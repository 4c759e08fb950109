/** What is looked for in the catalogue: words, kind, field, language; and what is found, in groups. */
import { FEATURED } from '$lib/core/citing';
import { catalogue, featuredName, type StyleEntry } from '$lib/services/style-catalogue.svelte';
import { usedLately } from '$lib/services/style-choices';

const MOST = 50;
/** So many are there with the key that was pressed, the rest a moment later. */
const AT_ONCE = 18;

/** The name a style is called by: the short one of those often asked for, else its title. */
export const nameOf = (s: { id: string; title?: string }): string =>
	featuredName(s.id) ?? catalogue.byId.get(s.id)?.title ?? s.title ?? s.id;

export interface StyleGroup {
	key: string;
	title: string;
	rows: StyleEntry[];
}

export class StyleSearch {
	query = $state('');
	kind = $state('');
	field = $state('');
	language = $state('');
	/** Whether all that is found is drawn, or what a key has time for. */
	private whole = $state(true);
	private rest: ReturnType<typeof setTimeout> | undefined;

	readonly fields = $derived([...new Set(catalogue.list.flatMap((s) => s.fields))].sort());
	readonly languages = $derived([...new Set(catalogue.list.map((s) => s.language.slice(0, 2)).filter(Boolean))].sort());
	readonly narrowed = $derived(Boolean(this.query.trim() || this.kind || this.field || this.language));
	readonly matches = $derived(
		(this.query.trim() ? catalogue.find(this.query.trim(), 3000) : catalogue.list).filter((s) => this.fits(s))
	);
	readonly groups = $derived(this.narrowed ? this.found() : this.usual());

	/** @param marked ids of the person's favourites */
	constructor(private readonly marked: () => string[]) {}

	private fits(s: StyleEntry): boolean {
		return (
			(!this.kind || (s.note ? 'note' : s.kind) === this.kind) &&
			(!this.field || s.fields.includes(this.field)) &&
			(!this.language || (this.language === 'any' ? !s.language : s.language.slice(0, 2) === this.language))
		);
	}

	private found(): StyleGroup[] {
		const [n, total] = [this.matches.length, catalogue.list.length].map((x) => x.toLocaleString('en'));
		const cut = this.matches.length > MOST ? `, the first ${MOST}` : '';
		const title = this.matches.length ? `${n} of ${total}${cut}` : '';
		return [{ key: 'found', title, rows: this.matches.slice(0, this.whole ? MOST : AT_ONCE) }];
	}

	private usual(): StyleGroup[] {
		const rows = (ids: string[]) => ids.flatMap((id) => catalogue.byId.get(id) ?? []);
		return [
			{ key: 'marked', title: 'Favourites', rows: rows(this.marked()) },
			{ key: 'lately', title: 'Recent', rows: rows(usedLately().map((s) => s.id)) },
			{ key: 'own', title: 'Your own', rows: catalogue.list.filter((s) => s.own) },
			{ key: 'often', title: 'Common', rows: rows(FEATURED.map((f) => f.id)) },
			{
				key: 'all',
				title: `All ${catalogue.list.length.toLocaleString('en')}, the first ${MOST} by name`,
				rows: catalogue.list.filter((s) => !s.own).slice(0, MOST)
			}
		].filter((g) => g.rows.length);
	}

	/** A key was pressed: what fits into its time is drawn first. */
	typed(): void {
		this.whole = false;
		clearTimeout(this.rest);
		this.rest = setTimeout(() => (this.whole = true), 30);
	}
}
