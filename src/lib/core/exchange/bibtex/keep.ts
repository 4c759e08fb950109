/**
 * Nothing that came in is lost on the way out: raw fields are kept where writing the source would not give them back
 * letter by letter, and come out again as long as they still say what the source says.
 */
import type { Written } from '../types';
import { push } from '../limits';
import { isTrue } from '../truth';
import { eprintAddress } from './known-ways';
import { readEntry, type Said } from './read';
import { entryType, rowsOf, type Flavour } from './rows';
import { NAMES, PLAIN } from './tables';

/** What is kept under `custom.bibtex`. */
export interface Kept {
	/** The entry type, where another would be written. */
	type?: string;
	flavour?: Flavour;
	fields?: Record<string, string>;
}

/** Fields that say one thing together or in place of each other. */
const GROUPS: Record<string, string> = {
	journaltitle: 'journal',
	year: 'date',
	month: 'date',
	day: 'date',
	address: 'location',
	school: 'publisher',
	institution: 'publisher',
	organization: 'publisher',
	annote: 'annotation',
	subtitle: 'title',
	booksubtitle: 'booktitle',
	keyword: 'keywords',
	langid: 'language',
	issue: 'number'
};
const groupOf = (name: string) => GROUPS[name] ?? name;
const known = (name: string) =>
	Boolean(NAMES[name] || PLAIN[name]) ||
	/^(?:url|orig|event)?date$|^(?:year|month|day|keywords?|x-csl|entrysubtype|(?:book)?subtitle)$/.test(name);

const MODERN = [
	'date',
	'journaltitle',
	'location',
	'institution',
	'langid',
	'urldate',
	'eventtitle',
	'subtitle',
	'shorthand'
];
const tidy = (s: string) => s.replace(/\s+/g, ' ').trim();

function byGroup(rows: Map<string, string>): Map<string, [string, string][]> {
	const out = new Map<string, [string, string][]>();
	for (const [n, v] of rows) push(out, groupOf(n), [n, v]);
	return out;
}
const sameRows = (a: [string, string][] | undefined, b: [string, string][]) =>
	a !== undefined && a.length === b.length && b.every(([n, v]) => a.some(([m, w]) => m === n && tidy(v) === tidy(w)));

/** What has to be kept of an entry; null where nothing has. */
export function keepRaw(type: string, s: Written, raw: Map<string, string>): Kept | null {
	const flavour: Flavour =
		MODERN.some((f) => raw.has(f)) || ['online', 'thesis', 'report', 'dataset', 'collection', 'mvbook'].includes(type)
			? 'biblatex'
			: 'bibtex';
	const written = byGroup(rowsOf(s, type, flavour));
	const fields: Record<string, string> = {};
	for (const [group, rows] of byGroup(raw))
		if (!sameRows(written.get(group), rows)) for (const [n, v] of rows) fields[n] = v;
	const kept: Kept = {};
	if (type !== entryType(s.item, flavour)) kept.type = type;
	if (Object.keys(fields).length) kept.fields = fields;
	if (!kept.type && !kept.fields) return null;
	if (flavour === 'biblatex') kept.flavour = flavour;
	return kept;
}

const says = (next: Said, rows: Said, s: Written) =>
	isTrue(next, rows, s) && (next.annotation === rows.annotation || next.annotation === (s.annotation ?? ''));

/** The rows of a source with what was kept put back, wherever it still says the same. */
export function keptRows(s: Written, flavour: Flavour): { type: string; rows: Map<string, string> } {
	const kept = (s.item.custom as { bibtex?: Kept } | undefined)?.bibtex ?? {};
	const own = entryType(s.item, flavour);
	const dialect = (kept.flavour ?? 'bibtex') === flavour;
	// the type it came with, as long as the source has not become something else
	const asRead =
		kept.type && dialect && readEntry(kept.type, s.key, rowsOf(s, kept.type, flavour)).item.type === s.item.type;
	const type = asRead ? kept.type! : own;
	let rows = rowsOf(s, type, flavour);
	if (!kept.fields) return { type, rows };
	const groups = byGroup(new Map(Object.entries(kept.fields)));
	for (const [group, list] of groups) {
		if (!dialect && list.some(([n]) => known(n))) continue;
		const next = new Map([...rows].filter(([n]) => groupOf(n) !== group));
		for (const [n, v] of list) next.set(n, v);
		if (list.every(([n]) => !known(n)) || says(readEntry(type, s.key, next), readEntry(type, s.key, rows), s))
			rows = next;
	}
	// an address that a kept number stands for is said once
	if (rows.get('url') === eprintAddress((n) => kept.fields?.[n])) rows.delete('url');
	return { type, rows };
}
