/** CSL-JSON: the exchange form of the Citation Style Language. */
import { plainText, ITEM_TYPES, NAME_VARIABLES, DATE_VARIABLES, type Item } from '../csl';
import { DEEPEST, deeperThan, tooDeep } from './limits';
import type { ReadRecord, ReadResult, Skipped } from './types';

const types = new Set(ITEM_TYPES);

/** Reads a list of items, one item, or an object that holds a list under `items`. */
export function readCslJson(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	let items = spans(text);
	// a list within one object that does not end
	if (items.length === 1 && !items[0].ended && /"items"\s*:\s*\[/.test(text)) items = spans(text, 1);
	const list: { raw: unknown; line: number; what: string }[] = [];
	const whole = text.length && !items.some((s) => s.depth > DEEPEST) ? parse(text) : null;
	if (whole?.ok) {
		const data = whole.value;
		const all = Array.isArray(data)
			? data
			: Array.isArray((data as { items?: unknown } | null)?.items)
				? (data as { items: unknown[] }).items
				: [data];
		const nested = !Array.isArray(data) && all.length > 0 && all[0] !== data;
		const found = nested ? spans(text, 1) : items;
		all.forEach((raw, i) => list.push({ raw, line: found[i]?.line ?? 1, what: shortly(raw) }));
	} else {
		// the file is broken somewhere: what stands in whole objects is read all the same
		if (!items.length) {
			const { line, message } = whole && !whole.ok ? where(text, whole.error) : { line: 1, message: 'it is empty' };
			skipped.push({ line, what: text.trim().slice(0, 60).split('\n')[0], why: `This is not JSON: ${message}.` });
		}
		for (const s of items) {
			const part = text.slice(s.from, s.to);
			const what = part.slice(0, 60).split('\n')[0];
			if (s.depth > DEEPEST) skipped.push({ line: s.line, what, why: tooDeep('The item') });
			else if (!s.ended)
				skipped.push({
					line: s.line,
					what,
					why: 'This is not JSON: the item does not end, a closing brace is missing.'
				});
			else {
				const r = parse(part);
				if (r.ok) list.push({ raw: r.value, line: s.line, what: shortly(r.value) });
				else {
					const { line, message } = where(part, r.error);
					skipped.push({ line: s.line + line - 1, what, why: `This is not JSON: ${message}.` });
				}
			}
		}
	}
	list.forEach(({ raw, line, what }) => {
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
		item.id = plainText(item.id);
		const key = typeof item['citation-key'] === 'string' ? (item['citation-key'] as string) : item.id;
		records.push({ item, key, line, notes, tags: [], annotation: '' });
	});
	return { format: 'csl-json', records, skipped };
}

type Parsed = { ok: true; value: unknown } | { ok: false; error: Error };
function parse(text: string): Parsed {
	try {
		return { ok: true, value: JSON.parse(text) as unknown };
	} catch (e) {
		if (e instanceof SyntaxError) return { ok: false, error: e };
		throw e;
	}
}

/** Where and why JSON breaks, in words. */
function where(text: string, e: Error): { line: number; message: string } {
	const at = Number(/position (\d+)/.exec(e.message)?.[1] ?? text.length);
	const before = text.slice(0, at);
	const line = before.split('\n').length;
	const column = at - before.lastIndexOf('\n');
	const found = text[at];
	return {
		line,
		message: found === undefined ? 'it breaks off' : `“${found}” is not expected at column ${column}`
	};
}

/** The beginning of an item, for the report. */
const shortly = (raw: unknown): string =>
	deeperThan(raw, 4) && typeof raw === 'object' && raw !== null && !Array.isArray(raw)
		? plainText((raw as { id?: unknown }).id).slice(0, 60)
		: (JSON.stringify(deeperThan(raw, 4) ? null : raw)?.slice(0, 60) ?? String(raw));

interface Span {
	from: number;
	to: number;
	line: number;
	/** Nesting of objects and lists within it. */
	depth: number;
	ended: boolean;
}

/** The outermost objects of a text, or those so many objects down, found by their braces alone. */
function spans(text: string, down = 0): Span[] {
	const out: Span[] = [];
	let line = 1;
	let objects = 0;
	let nested = 0;
	let inString = false;
	let open: Span | null = null;
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (c === '\n') {
			line++;
			// a string does not go on over the end of its line: what was taken for one was broken
			inString = false;
		} else if (inString) {
			if (c === '\\') i++;
			else if (c === '"') inString = false;
		} else if (c === '"') inString = true;
		else if (c === '{' || c === '[') {
			if (c === '{' && objects++ === down && !open) {
				open = { from: i, to: text.length, line, depth: 0, ended: false };
				out.push(open);
				nested = 0;
			}
			if (open) open.depth = Math.max(open.depth, ++nested);
		} else if (c === '}' || c === ']') {
			if (open) nested--;
			if (c === '}' && --objects <= down && open) {
				open.to = i + 1;
				open.ended = true;
				open = null;
				objects = down;
			}
		}
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
