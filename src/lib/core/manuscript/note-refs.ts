/** References to notes by number, "see note 12", that follow the numbering. */
import type { Transform } from 'prosemirror-transform';
import type { Reading } from './clusters';
import { textAround } from './insert';
import { type NoteTarget } from './cites';
import { schema } from './schema';

const numbers = new WeakMap<Reading, { note: Map<string, number>; source: Map<string, number> }>();

function tables(reading: Reading) {
	let t = numbers.get(reading);
	if (!t) {
		t = { note: new Map(), source: new Map() };
		for (const n of reading.notes) t.note.set(n.id, n.number);
		const byPos = new Map(reading.notes.map((n) => [n.pos, n.number]));
		for (const c of reading.citations) {
			const number = byPos.get(c.notePos >= 0 ? c.notePos : c.pos);
			if (number === undefined) continue;
			for (const x of c.cites) if (!t.source.has(x.sourceId)) t.source.set(x.sourceId, number);
		}
		numbers.set(reading, t);
	}
	return t;
}

/** The number that is printed; 0 where there is no such note now. */
export function noteRefNumber(reading: Reading, target: NoteTarget): number {
	const t = tables(reading);
	return (target.source ? t.source.get(target.source) : t.note.get(target.note)) ?? 0;
}

/**
 * Puts a reference into the sentence; the word "note" comes along where the words before do not say it.
 * @returns the position behind it
 */
export function insertNoteRef(tr: Transform, at: number, target: NoteTarget): number {
	const { before } = textAround(tr.doc, at);
	const said = /(?:^|[\s(])(?:nn?\.|notes?|footnotes?|endnotes?)[\s\u00a0]?$/i.test(before);
	const space = before && !/[\s\u00a0([{“‘—–]$/.test(before) ? ' ' : '';
	// number and word are not parted at the end of a line
	const lead = said ? (/[\s\u00a0]$/.test(before) ? '' : '\u00a0') : `${space}note\u00a0`;
	if (lead) tr.insert(at, schema.text(lead));
	tr.insert(at + lead.length, schema.nodes.note_ref.create(target));
	return at + lead.length + 1;
}
