/** Which citations and entries of a manuscript show best what a style does to it. */
import type { Cite, Cluster, Item } from '../csl';

/** Citations worth showing: the first, one of several sources, one with a place, one repeated; by id, in their order. */
export function sampleCitations(clusters: Cluster[], most = 4): string[] {
	const cited = new Set<string>();
	const repeated = clusters.find((c) => {
		const again = c.cites.length === 1 && cited.has(c.cites[0].sourceId);
		for (const x of c.cites) cited.add(x.sourceId);
		return again;
	});
	const wanted = [
		clusters[0],
		clusters.find((c) => c.cites.some((x) => x.locator)),
		repeated,
		clusters.find((c) => c.cites.length > 1),
		...clusters
	];
	const ids = new Set(wanted.flatMap((c) => (c ? [c.id] : [])));
	const chosen = new Set([...ids].slice(0, most));
	return clusters.filter((c) => chosen.has(c.id)).map((c) => c.id);
}

/** Entries of different kinds of sources first; ids in the order of the list. */
export function sampleEntries(entries: { id: string }[], item: (id: string) => Item | undefined, most = 3): string[] {
	const kinds = new Set<string>();
	const first: string[] = [];
	const rest: string[] = [];
	for (const e of entries) {
		const kind = item(e.id)?.type ?? '';
		(kinds.has(kind) ? rest : first).push(e.id);
		kinds.add(kind);
	}
	const chosen = new Set([...first, ...rest].slice(0, most));
	return entries.filter((e) => chosen.has(e.id)).map((e) => e.id);
}

/** Citations to show a style by where there is no manuscript: one, two at once, one with a page, one again. */
export function madeUpCitations(items: Item[]): Cluster[] {
	const kinds = [...new Map(items.map((i) => [i.type, i])).values()].slice(0, 4);
	const cite = (i: Item | undefined, more: Partial<Cite> = {}): Cite[] =>
		i ? [{ sourceId: String(i.id), form: 'parenthetical', ...more }] : [];
	const [a, b, c] = kinds;
	return [cite(a), [...cite(b), ...cite(c)], cite(a, { locator: { label: 'page', value: '12' } }), cite(a)]
		.filter((cites) => cites.length)
		.map((cites, i) => ({ id: `s${i}`, noteNumber: i + 1, cites }));
}
