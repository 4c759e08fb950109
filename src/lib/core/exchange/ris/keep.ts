/** Raw rows of a RIS record that writing would not give back are kept, and come out while they still say the same. */
import { push } from '../limits';
import { isTrue } from '../truth';
import type { Written } from '../types';
import { readRows, type Row, type Said } from './read';
import { risType, rowsOf } from './rows';

/** What is kept under `custom.ris`. */
export interface Kept {
	type?: string;
	rows?: Row[];
}

const GROUPS: Record<string, string> = {
	A1: 'AU',
	ED: 'A2',
	T1: 'TI',
	CT: 'TI',
	JO: 'T2',
	JF: 'T2',
	BT: 'T2',
	JA: 'J2',
	Y1: 'PY',
	DA: 'PY',
	EP: 'SP',
	N2: 'AB',
	PP: 'CY',
	M1: 'IS'
};
const groupOf = ([tag]: Row) => GROUPS[tag] ?? tag;

function byGroup(rows: Row[]): Map<string, Row[]> {
	const out = new Map<string, Row[]>();
	for (const r of rows) push(out, groupOf(r), r);
	return out;
}
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What has to be kept of a record; null where nothing has. */
export function keepRaw(raw: Row[], said: Said): Kept | null {
	const type = raw[0][1];
	const written = byGroup(rowsOf(said, type).slice(1));
	const rows: Row[] = [];
	for (const [group, list] of byGroup(raw.slice(1))) if (!same(written.get(group) ?? [], list)) rows.push(...list);
	const kept: Kept = {};
	if (type !== risType(said.item)) kept.type = type;
	if (rows.length) kept.rows = rows;
	return kept.type || kept.rows ? kept : null;
}

/** The rows of a source with what was kept put back, wherever it still says the same. */
export function keptRows(s: Written): Row[] {
	const kept = (s.item.custom as { ris?: Kept } | undefined)?.ris ?? {};
	const asRead = kept.type && readRows([['TY', kept.type]]).item.type === s.item.type;
	let rows = rowsOf(s, asRead ? kept.type : undefined);
	for (const [group, list] of byGroup(kept.rows ?? [])) {
		const next = [...rows.filter((r) => groupOf(r) !== group), ...list];
		if (isTrue(readRows(next), readRows(rows), s)) rows = next;
	}
	return rows;
}
