/**
 * Lists of sources in a manuscript: what each takes in, in which order, how it looks. A manuscript
 * may have several, whole, by section, or by kind.
 */
import type { Node } from 'prosemirror-model';
import { normalDate, type DatePoint, type Item } from '../csl';
import type { DocCite } from './cites';
import { settingsOf } from './doc-attrs';
import { sectionLevel } from './outline';

/** Where a source is kept and read. */
export type Medium = 'archive' | 'printed' | 'web' | 'other';
export const MEDIA: { medium: Medium; title: string }[] = [
	{ medium: 'archive', title: 'Archival sources' },
	{ medium: 'printed', title: 'Printed sources' },
	{ medium: 'web', title: 'Online sources' },
	{ medium: 'other', title: 'Other sources' }
];

/** Measures of a list: lengths in inches, space between entries in points, lines as a multiple of single spacing. */
export interface BibliographyLayout {
	hanging: number;
	firstLine: number;
	lines: number;
	after: number;
	centred: boolean;
	bold: boolean;
	ownPage: boolean;
	/** Numbers of numbered entries stand in a column of their own, or run in with the entry. */
	numbers: 'column' | 'line';
	/** Empty for the manuscript's own. */
	font: '' | 'serif' | 'sans';
}

export type LayoutName = 'style' | 'apa' | 'mla' | 'chicago' | 'own';

export interface BibliographySettings {
	/** Sources of the whole manuscript, or those cited in the section that the list stands in. */
	takes: 'all' | 'section';
	/** Only sources of these kinds, tags and shelves; empty for any. */
	media: Medium[];
	tags: string[];
	shelves: string[];
	/** As the style orders, by date, or in groups by kind with a heading each. */
	order: 'style' | 'date' | 'kind';
	/** What stands below each entry. */
	under: 'nothing' | 'annotation' | 'abstract';
	/** A paragraph between heading and entries. */
	note: string;
	look: LayoutName;
	own: BibliographyLayout;
}

/**
 * Looks that manuals ask for, sections from memory. APA 7, 2.12 and 9.43: a page of its own, heading centred and bold,
 * double spaced, hanging half an inch. MLA 9, 1.6: the same, heading not bold. Chicago: single spaced within entries and
 * a line between them (Turabian 9, A.2.3.5).
 */
const PRESETS: Record<'apa' | 'mla' | 'chicago', Partial<BibliographyLayout>> = {
	apa: { hanging: 0.5, lines: 2, after: 0, centred: true, bold: true, ownPage: true },
	mla: { hanging: 0.5, lines: 2, after: 0, centred: true, bold: false, ownPage: true },
	chicago: { hanging: 0.5, lines: 1, after: 12, centred: true, bold: true, ownPage: true }
};
export const LOOKS: { look: LayoutName; title: string }[] = [
	{ look: 'style', title: 'as the style has it' },
	{ look: 'apa', title: 'APA (APA 7, 9.43)' },
	{ look: 'mla', title: 'MLA (MLA 9, 1.6)' },
	{ look: 'chicago', title: 'Chicago (Turabian 9)' },
	{ look: 'own', title: 'of my own' }
];

const PLAIN: BibliographyLayout = {
	hanging: 0,
	firstLine: 0,
	lines: 1.5,
	after: 6,
	centred: false,
	bold: true,
	ownPage: false,
	numbers: 'column',
	font: ''
};

const strings = (raw: unknown): string[] =>
	Array.isArray(raw) ? raw.filter((s): s is string => typeof s === 'string' && s !== '') : [];
const one = <T extends string>(raw: unknown, of: readonly T[], usual: T): T =>
	of.includes(raw as T) ? (raw as T) : usual;
const within = (raw: unknown, most: number, usual: number): number =>
	typeof raw === 'number' && raw >= 0 && raw <= most ? raw : usual;

function cleanLook(raw: unknown): BibliographyLayout {
	const r = (raw ?? {}) as Partial<Record<keyof BibliographyLayout, unknown>>;
	return {
		hanging: within(r.hanging, 3, 0.5),
		firstLine: within(r.firstLine, 3, 0),
		lines: Math.max(1, within(r.lines, 3, PLAIN.lines)),
		after: within(r.after, 72, PLAIN.after),
		centred: r.centred === true,
		bold: r.bold !== false,
		ownPage: r.ownPage === true,
		numbers: one(r.numbers, ['column', 'line'] as const, 'column'),
		font: one(r.font, ['', 'serif', 'sans'] as const, '')
	};
}

/** Settings of a list from outside, made whole. */
export function cleanBibliography(raw: unknown): BibliographySettings {
	const r = (raw ?? {}) as Partial<Record<keyof BibliographySettings, unknown>>;
	const known = MEDIA.map((m) => m.medium);
	return {
		takes: one(r.takes, ['all', 'section'] as const, 'all'),
		media: strings(r.media).filter((m): m is Medium => known.includes(m as Medium)),
		tags: strings(r.tags),
		shelves: strings(r.shelves),
		order: one(r.order, ['style', 'date', 'kind'] as const, 'style'),
		under: one(r.under, ['nothing', 'annotation', 'abstract'] as const, 'nothing'),
		note: typeof r.note === 'string' ? r.note : '',
		look: one(r.look, ['style', 'apa', 'mla', 'chicago', 'own'] as const, 'style'),
		own: cleanLook(r.own)
	};
}

/** Whether the list is ordered or looks otherwise than the style has it. */
export const bibliographyAdjusted = (s: BibliographySettings): boolean => s.order !== 'style' || s.look !== 'style';

/** Measures of a list in force. @param hanging whether the style hangs its entries */
export function layoutOf(s: BibliographySettings, hanging: boolean): BibliographyLayout {
	if (s.look === 'own') return s.own;
	const usual = { ...PLAIN, hanging: hanging ? 0.5 : 0 };
	return s.look === 'style' ? usual : { ...usual, ...PRESETS[s.look] };
}

const WEB = new Set(['webpage', 'post', 'post-weblog']);
const OTHER = new Set([
	'broadcast',
	'dataset',
	'graphic',
	'hearing',
	'interview',
	'motion_picture',
	'musical_score',
	'performance',
	'personal_communication',
	'software',
	'song',
	'speech'
]);
/** Where a source is kept and read: an archive wins, then what is no text, then the web; anything else is printed. */
export function mediumOf(item: Item): Medium {
	const has = (...fields: string[]) => fields.some((f) => typeof item[f] === 'string' && (item[f] as string).trim());
	if (
		has('archive', 'archive_location', 'archive_collection') ||
		item.type === 'manuscript' ||
		item.type === 'collection'
	)
		return 'archive';
	if (OTHER.has(item.type)) return 'other';
	if (WEB.has(item.type) || (has('URL') && !has('container-title', 'publisher', 'DOI', 'page'))) return 'web';
	return 'printed';
}

/** What arranging needs to know of a source. */
export interface BibliographySource {
	item: Item;
	tags: string[];
	shelves: string[];
	annotation: string;
}
export interface BibliographyGroup<E> {
	/** Empty for a list without groups. */
	title: string;
	entries: (E & { under: string })[];
}

/**
 * Entries of one list out of those of the manuscript, in its order and groups.
 * @param entries all that the style prints, in the style's order; `whole` is what an entry is where the one before it
 *   has another author than in that order (CSL 1.0.2, subsequent-author-substitute)
 * @param here ids of what is cited in the section the list stands in
 */
export function arrangeBibliography<E extends { id: string; whole?: object }>(
	s: BibliographySettings,
	entries: E[],
	source: (id: string) => BibliographySource | undefined,
	here: Set<string>
): BibliographyGroup<E>[] {
	const facts = entries.map((e) => ({ e, source: source(e.id) }));
	const any = (wanted: string[], has: string[] | undefined) => !wanted.length || wanted.some((w) => has?.includes(w));
	const taken = facts.filter(
		({ e, source: f }) =>
			(s.takes === 'all' || here.has(e.id)) &&
			(!s.media.length || (f !== undefined && s.media.includes(mediumOf(f.item)))) &&
			any(s.tags, f?.tags) &&
			any(s.shelves, f?.shelves)
	);
	if (s.order === 'date') {
		const day = (f: BibliographySource | undefined) => normalDate(f?.item.issued)?.start ?? null;
		taken.sort((a, b) => compareDays(day(a.source), day(b.source)));
	}
	const made = taken.map(({ e, source: f }) => ({ ...e, under: underEntry(s, f) }));
	const places = new Map(entries.map((e, i) => [e.id, i]));
	const standing = (group: typeof made) => group.map((e, i) => inPlace(e, group[i - 1]?.id, entries, places));
	if (s.order !== 'kind') return [{ title: '', entries: standing(made) }];
	return MEDIA.flatMap(({ medium, title }) => {
		const own = made.filter((_, i) => (taken[i].source ? mediumOf(taken[i].source.item) : 'printed') === medium);
		return own.length ? [{ title, entries: standing(own) }] : [];
	});
}

/** An entry as it is behind another: its author's substitute says something only behind that very author. */
function inPlace<E extends { id: string; whole?: object }, M extends E>(
	e: M,
	before: string | undefined,
	entries: E[],
	places: Map<string, number>
): M {
	if (!e.whole) return e;
	let at = places.get(e.id)!;
	while (at > 0 && entries[at].whole) if (entries[--at].id === before) return e;
	return { ...e, ...e.whole, whole: undefined };
}

/** Undated works stand behind the others; equal days keep the style's order. */
function compareDays(a: DatePoint | null, b: DatePoint | null): number {
	if (!a || !b) return Number(!a) - Number(!b);
	return a.year - b.year || a.month - b.month || a.day - b.day;
}

function underEntry(s: BibliographySettings, f: BibliographySource | undefined): string {
	if (s.under === 'annotation') return f?.annotation.trim() ?? '';
	if (s.under === 'abstract') return typeof f?.item.abstract === 'string' ? f.item.abstract.trim() : '';
	return '';
}

/** Ids of the sources cited in the section that a position of the document is in. */
export function citedInSection(doc: Node, pos: number, resolve: (id: string) => string = (id) => id): Set<string> {
	const level = sectionLevel(doc);
	const begins = settingsOf(doc).work?.begins ?? [];
	let from = 0;
	let to = doc.content.size;
	doc.forEach((node, at) => {
		if (node.type.name !== 'heading') return;
		if (begins.length ? !begins.includes(node.attrs.id as string) : node.attrs.level > level) return;
		if (at <= pos) from = at;
		else to = Math.min(to, at);
	});
	const ids = new Set<string>();
	doc.nodesBetween(from, to, (node) => {
		if (node.type.name === 'citation') for (const c of node.attrs.cites as DocCite[]) ids.add(resolve(c.sourceId));
	});
	return ids;
}
