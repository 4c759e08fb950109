/** An entry to a record of the report. */
import type { ReadRecord } from '../types';
import { unknownCommands } from '../tex';
import { keepRaw } from './keep';
import { kindInWords } from './known-ways';
import { readEntry } from './read';
import type { Entry } from './scan';
import { TYPES } from './tables';

/** A whole entry as a record; its raw fields are kept where writing would not give them back. */
export function toRecord(e: Entry): ReadRecord {
	const { item, tags, annotation } = readEntry(e.type, e.key, e.fields);
	const notes: string[] = [];
	if (!TYPES[e.type]) notes.push(`The entry type “${e.type}” is not known; it was read as a document.`);
	if (e.inherited.size) notes.push(`It takes ${[...e.inherited].join(', ')} from the entry it names.`);
	const kind = kindInWords(e.type, item);
	if (kind) notes.push(kind);
	const unknown = unknownCommands(
		Object.values(item)
			.filter((v) => typeof v === 'string')
			.join(' ')
	);
	if (unknown.length) notes.push(`Commands of TeX that are not known stand as they came: ${unknown.join(', ')}.`);
	const own = new Map([...e.fields].filter(([n]) => !e.inherited.has(n)));
	const kept = keepRaw(e.type, { key: e.key, item, tags, annotation }, own);
	if (kept) item.custom = { bibtex: kept };
	return { item, key: e.key, line: e.line, notes, tags, annotation };
}
