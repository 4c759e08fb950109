/** Several records of one work made one: field by field, nothing lost that is in only one of them. */
import type { Item } from '../csl';
import { FIELDS } from './fields';
import { isHeadline, isShouting } from './sentence-case/shape';
import { isEmpty } from './values';
import type { Source } from './types';

export interface MergeRow {
	field: string;
	/** What each record has there, in their order. */
	values: unknown[];
	/** Index of the value that seems best. */
	best: number;
	/** All that have something say the same. */
	agreed: boolean;
}

const order = new Map(FIELDS.map((f, i) => [f.name, i]));
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** How much a value says: names and dates by their parts, texts by their length; shouting says less. */
function worth(field: string, v: unknown): number {
	if (isEmpty(v)) return -1;
	if (Array.isArray(v))
		return v.reduce((n: number, x) => n + 10 + JSON.stringify(x).length / 20 - ('literal' in Object(x) ? 8 : 0), 0);
	if (typeof v === 'object') return JSON.stringify((v as { 'date-parts'?: unknown })['date-parts'] ?? '').length;
	const s = String(v);
	if (/^(?:DOI|ISBN|ISSN|URL|page|edition|volume|issue)$/.test(field)) return 1000 - s.length;
	// shouting says less; capitals for a headline and a full stop were put there by somebody else
	const calm = isShouting(s) ? 0.3 : isHeadline(s) ? 0.9 : 1;
	return s.replace(/[.\s]+$/, '').length * calm;
}

/** One row for every field that any of the records has. */
export function mergeRows(items: Item[]): MergeRow[] {
	const fields = new Set(
		items.flatMap((i) => Object.keys(i).filter((k) => k !== 'id' && k !== 'custom' && !isEmpty(i[k])))
	);
	return [...fields]
		.sort((a, b) => (a === 'type' ? -1 : b === 'type' ? 1 : (order.get(a) ?? 99) - (order.get(b) ?? 99)))
		.map((field) => {
			const values = items.map((i) => i[field]);
			const filled = values.filter((v) => !isEmpty(v));
			let best = 0;
			values.forEach((v, i) => {
				if (worth(field, v) > worth(field, values[best])) best = i;
			});
			return { field, values, best, agreed: filled.every((v) => same(v, filled[0])) };
		});
}

const union = (lists: string[][]) => [...new Set(lists.flat())];

/**
 * The one source that stands for all.
 * @param keep the record whose id and key stay; citations of the others follow it
 * @param choice for each field the index of the record whose value is taken; a field not named takes its best
 */
export function mergeSources(sources: Source[], keep: number, choice: Record<string, number> = {}): Source {
	const kept = sources[keep];
	const item: Item = { id: kept.id, type: kept.item.type };
	for (const row of mergeRows(sources.map((s) => s.item))) {
		const v = row.values[choice[row.field] ?? row.best];
		if (!isEmpty(v)) item[row.field] = v;
	}
	const customs = [kept, ...sources.filter((s) => s !== kept)]
		.map((s) => s.item.custom)
		.filter((c) => c && typeof c === 'object');
	if (customs.length) item.custom = Object.assign({}, ...customs.reverse());
	const others = sources.filter((s) => s !== kept);
	return {
		...kept,
		item,
		tags: union(sources.map((s) => s.tags)),
		shelves: union(sources.map((s) => s.shelves)),
		annotation: union([sources.map((s) => s.annotation).filter(Boolean)]).join('\n\n'),
		excerpts: sources.flatMap((s) => s.excerpts).filter((e, i, all) => all.findIndex((x) => same(x, e)) === i),
		flagged: sources.some((s) => s.flagged) || undefined,
		replaces: union([...sources.map((s) => s.replaces ?? []), others.map((s) => s.id)])
	};
}
