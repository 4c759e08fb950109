/** A style held against itself and against a person's sources: its warnings, what it leaves out, what is read in two ways. */
import { createProcessor, toPlain, type CompiledStyle, type Item, type Tree, type Warning } from '../csl';
import { readingsOf, type Reading } from './readings';

/** Fields of one kind of source that print nothing in any of the samples that have them. */
export interface LeftOut {
	type: string;
	/** So many sources of the kind were looked at. */
	of: number;
	fields: { field: string; count: number }[];
}

export interface StyleCheck {
	warnings: Warning[];
	leftOut: LeftOut[];
	/** Sources of which nothing at all is printed, by id. */
	silent: string[];
	readings: Reading[];
}

/** What people look for in an entry; identifiers of libraries and notes of one's own are not among them. */
const FIELDS = (
	'author editor translator title container-title collection-title issued volume issue page number edition publisher ' +
	'publisher-place event-title genre medium archive archive_location DOI URL accessed original-date version'
).split(' ');
/** So many sources of a kind tell. */
const SAMPLES = 4;

/**
 * @param items of the library; a few of each kind are looked at, those with the most fields first
 * @param style what the tree was compiled to
 */
export function checkStyle(tree: Tree, style: CompiledStyle, items: readonly Item[]): StyleCheck {
	let now: Item | null = null;
	const processor = createProcessor({ style, getItem: () => now ?? undefined });
	const printed = (item: Item): string => {
		now = item;
		const r = processor.format({ clusters: [{ id: 'c', noteNumber: 1, cites: [{ sourceId: String(item.id) }] }] });
		const entry = r.bibliography?.map((e) => toPlain(e.output)).join('\n') ?? '';
		return `${toPlain(r.clusters[0]?.output ?? null)}\n${entry}`;
	};
	const leftOut: LeftOut[] = [];
	const silent: string[] = [];
	for (const [type, all] of byType(items)) {
		const missing = new Map<string, number>();
		for (const item of all) {
			const whole = printed(item);
			if (!/[\p{L}\p{N}]/u.test(whole)) silent.push(String(item.id));
			for (const field of FIELDS) {
				if (item[field] === undefined || item[field] === '') continue;
				const without = { ...item };
				delete without[field];
				const shows = printed(without) !== whole;
				missing.set(field, shows ? -Infinity : (missing.get(field) ?? 0) + 1);
			}
		}
		const fields = [...missing].filter(([, n]) => n > 0).map(([field, count]) => ({ field, count }));
		if (fields.length) leftOut.push({ type, of: all.length, fields });
	}
	return { warnings: style.warnings, leftOut, silent, readings: readingsOf(tree, style) };
}

/** A few sources of each kind, those that say most first. */
function byType(items: readonly Item[]): Map<string, Item[]> {
	const out = new Map<string, Item[]>();
	for (const item of items) out.set(item.type, [...(out.get(item.type) ?? []), item]);
	for (const [type, list] of out) {
		const filled = (i: Item) => FIELDS.filter((f) => i[f] !== undefined && i[f] !== '').length;
		out.set(type, [...list].sort((a, b) => filled(b) - filled(a)).slice(0, SAMPLES));
	}
	return out;
}
