/** RIS (repeated tags, wrapped lines, any line ends). */
import { LONGEST_FIELD, tooLong } from '../limits';
import type { ReadRecord, ReadResult, Skipped } from '../types';
import { keepRaw } from './keep';
import { readRows, type Row } from './read';
import { TYPES } from './tables';

export { writeRis } from './write';

const LINE = /^([A-Z][A-Z0-9])\s{1,2}-(?:\s(.*))?$/;

/** Reads RIS text; a record without its end mark is read up to the next one and said so. */
export function readRis(text: string): ReadResult {
	const records: ReadRecord[] = [];
	const skipped: Skipped[] = [];
	/** Rows of the record that is being read; wrapped lines wait in a list of their own until it ends. */
	let tags: [tag: string, lines: string[]][] | null = null;
	let start = 0;
	let notes: string[] = [];
	const flush = (ended: boolean) => {
		if (!tags) return;
		if (!ended) notes.push('The end mark ER is missing.');
		const rows = tags.map(([tag, lines]): Row => [tag, lines.join(' ').trim()]);
		const long = rows.find(([, value]) => value.length > LONGEST_FIELD);
		const what = `TY  - ${rows[0][1]}`.slice(0, 60);
		if (long) skipped.push({ line: start, what, why: tooLong(`The field ${long[0]}`) });
		else if (rows.length === 1) skipped.push({ line: start, what, why: 'The record is empty.' });
		else records.push(toRecord(rows, start, notes));
		tags = null;
		notes = [];
	};
	text
		.replace(/^\uFEFF/, '')
		.split(/\r\n|\r|\n/)
		.forEach((raw, i) => {
			const m = LINE.exec(raw.trimEnd());
			if (m) {
				const [, tag, value = ''] = m;
				if (tag === 'TY') {
					flush(false);
					tags = [['TY', [value.trim()]]];
					start = i + 1;
				} else if (tag === 'ER') {
					if (!tags) skipped.push({ line: i + 1, what: raw, why: 'An end mark without a beginning.' });
					flush(true);
				} else if (tags) tags.push([tag, [value.trim()]]);
				else
					skipped.push({
						line: i + 1,
						what: raw.slice(0, 60),
						why: 'A field before the first record: the type line TY is missing.'
					});
			} else if (raw.trim() && tags) {
				// a wrapped line goes on with the field before it
				tags[tags.length - 1][1].push(raw.trim());
			} else if (raw.trim()) skipped.push({ line: i + 1, what: raw.slice(0, 60), why: 'This line is not RIS.' });
		});
	flush(false);
	return { format: 'ris', records, skipped };
}

function toRecord(rows: Row[], line: number, notes: string[]): ReadRecord {
	const type = rows[0][1];
	if (!TYPES[type]) notes.push(`The type “${type}” is not known; it was read as a document.`);
	const said = readRows(rows);
	const kept = keepRaw(rows, said);
	if (kept) said.item.custom = { ris: kept };
	return { ...said, line, notes, annotation: '' };
}
