/** CSL-JSON: the exchange form of the Citation Style Language. */
import { ITEM_TYPES, NAME_VARIABLES, DATE_VARIABLES, type Item } from '../csl';
import type { ReadRecord, ReadResult, Skipped } from './types';

const types = new Set(ITEM_TYPES);

/** Reads a list of items, one item, or an object that holds a list under `items`. */
export function readCslJson(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	let data: unknown;
	try {
		data = JSON.parse(text.replace(/^\uFEFF/, ''));
	} catch (e) {
		const at = /position (\d+)/.exec((e as Error).message);
		const line = at ? text.slice(0, Number(at[1])).split('\n').length : 1;
		return {
			format: 'csl-json',
			records,
			skipped: [{ line, what: text.slice(0, 60).split('\n')[0], why: `This is not JSON: ${(e as Error).message}` }]
		};
	}
	const list = Array.isArray(data)
		? data
		: Array.isArray((data as { items?: unknown }).items)
			? (data as { items: unknown[] }).items
			: [data];
	const lines = idLines(text);
	list.forEach((raw, i) => {
		const line = lines[i] ?? 1;
		const what = JSON.stringify(raw)?.slice(0, 60) ?? String(raw);
		if (!raw || typeof raw !== 'object' || Array.isArray(raw))
			return void skipped.push({ line, what, why: 'An item is an object with a type and fields.' });
		const item = { ...(raw as Record<string, unknown>) } as Item;
		const notes: string[] = [];
		if (typeof item.type !== 'string' || !item.type)
			return void skipped.push({ line, what, why: 'The item has no type.' });
		if (!types.has(item.type)) {
			notes.push(`The type “${item.type}” is not known; it was read as a document.`);
			item.custom = { ...(item.custom as object), type: item.type };
			item.type = 'document';
		}
		for (const [k, v] of Object.entries(item)) {
			if (NAME_VARIABLES.has(k) && !Array.isArray(v))
				item[k] = typeof v === 'string' ? [{ literal: v }] : v && typeof v === 'object' ? [v] : [];
			if (DATE_VARIABLES.has(k) && (typeof v === 'string' || typeof v === 'number')) item[k] = { raw: String(v) };
		}
		item.id = String(item.id ?? '');
		const key = typeof item['citation-key'] === 'string' ? (item['citation-key'] as string) : item.id;
		records.push({ item, key, line, notes, tags: [], annotation: '' });
	});
	return { format: 'csl-json', records, skipped };
}

/** Line of each item's opening brace at the depth of the list; good enough for a report. */
function idLines(text: string): number[] {
	const out: number[] = [];
	let line = 1;
	let depth = 0;
	let inString = false;
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (c === '\n') line++;
		else if (inString) {
			if (c === '\\') i++;
			else if (c === '"') inString = false;
		} else if (c === '"') inString = true;
		else if (c === '{') {
			if (depth === 0) out.push(line);
			depth++;
		} else if (c === '}') depth--;
	}
	return out;
}

/** Writes items, each with its key. */
export function writeCslJson(list: { key: string; item: Item }[]): string {
	return JSON.stringify(
		list.map(({ key, item }) => ({ ...item, id: key, 'citation-key': key })),
		null,
		2
	);
}
