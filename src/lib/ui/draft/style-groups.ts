/** Styles to choose from in the panel: what is found, or those that are near at hand. */
import type { Draft } from '$lib/editor/draft.svelte';
import { catalogue, FEATURED, featuredName, kindWords, type StyleEntry } from '$lib/services/style-catalogue.svelte';
import { favouriteStyles, usedLately } from '$lib/services/style-choices';

export interface StyleRow {
	id: string;
	name: string;
	/** How it cites, in a word. */
	kind: string;
}
export interface StyleGroup {
	title: string;
	rows: StyleRow[];
}

const row = (id: string, name: string): StyleRow => {
	const s = catalogue.byId.get(id);
	return { id, name, kind: s ? kindWords(s) : '' };
};

/** Styles of the journals that are cited most in a manuscript. */
function ofCitedJournals(draft: Draft): { id: string; name: string }[] {
	if (!catalogue.list.length) return [];
	const times = new Map<string, number>();
	for (const c of draft.shown.clusters)
		for (const { sourceId } of c.cites) {
			const title = draft.source(sourceId)?.item['container-title'];
			if (typeof title === 'string') times.set(title, (times.get(title) ?? 0) + 1);
		}
	return [...times]
		.sort((a, b) => b[1] - a[1])
		.flatMap(([title]) => catalogue.ofJournal(title) ?? [])
		.slice(0, 3)
		.map((s) => ({ id: s.id, name: s.title }));
}

function found(query: string): StyleGroup[] {
	const rows = catalogue
		.find(query)
		.map((s: StyleEntry) => ({ id: s.id, name: featuredName(s.id) ?? s.title, kind: kindWords(s) }));
	const count = rows.length === 60 ? 'First 60' : rows.length;
	return [{ title: rows.length ? `${count} of ${catalogue.list.length.toLocaleString('en')}` : '', rows }];
}

/** @param query what was typed; empty for the styles near at hand, each once */
export function styleGroups(draft: Draft, query: string): StyleGroup[] {
	if (query.trim()) return found(query.trim());
	const { id, title } = draft.docStyle;
	const lately = [{ id, title }, ...usedLately().filter((s) => s.id !== id)].slice(0, 3);
	const shown = new Set(lately.map((s) => s.id));
	const others = (list: readonly { id: string; name: string }[]) =>
		list.filter((s) => !shown.has(s.id) && shown.add(s.id)).map((s) => row(s.id, s.name));
	const marked = favouriteStyles().map((m) => ({
		id: m,
		name: featuredName(m) ?? catalogue.byId.get(m)?.title ?? m
	}));
	return [
		{ title: 'Recent', rows: lately.map((s) => row(s.id, s.title)) },
		{ title: 'Favourites', rows: others(marked) },
		{ title: 'Journals you cite', rows: others(ofCitedJournals(draft)) },
		{ title: 'Your own', rows: others(catalogue.own.map((s) => ({ id: s.id, name: s.title }))) },
		{ title: 'Common', rows: others(FEATURED) }
	].filter((g) => g.rows.length);
}
