/** A bound work: manuscripts in order, read and numbered as one. */
import { all, isNumber, isObject, isText, isWord, texts, type Loose } from '../guards';
import {
	cleanBibliography,
	cleanDocStyle,
	newId,
	type BibliographySettings,
	type DocStyle,
	type Scope
} from '../manuscript';
import { cleanPage, type PageChoice } from '../page';

export type WorkPart =
	/** A manuscript, by its id; a numbered chapter, or front matter, an introduction, an appendix without a number. */
	| { t: 'text'; id: string; manuscript: string; numbered: boolean; shares: boolean }
	/** A heading of its own, under which the chapters behind it stand. */
	| { t: 'part'; id: string; title: string };

/** What stands before the title of a chapter: “Chapter 2: ”, “2. ”, or nothing. */
export type ChapterLabel = 'word' | 'number' | 'none';
/** Where sources are listed: once behind all chapters, behind each, or both. */
export type ListPlace = 'end' | 'chapters' | 'both';

export interface WorkSettings {
	notes: Scope;
	/** Figures, tables and equations. */
	things: Scope;
	/** Where a source is cited in full again. */
	full: Scope;
	/** Numbers of sources, in styles that number them. By chapter each chapter has its own list. */
	numbers: Scope;
	list: ListPlace;
	label: ChapterLabel;
}

/** What stands between title page and chapters. */
export interface FrontLists {
	contents: boolean;
	figures: boolean;
	tables: boolean;
}

export interface Work {
	id: string;
	title: string;
	authors: string[];
	parts: WorkPart[];
	/** Of all chapters; null for that of the first. */
	style: DocStyle | null;
	settings: WorkSettings;
	page: PageChoice;
	front: FrontLists;
	/** The list behind all chapters; an empty heading is that of the style. */
	bibliography: { heading: string; settings: BibliographySettings };
	createdAt: number;
	updatedAt: number;
}

export const USUAL_SETTINGS: WorkSettings = {
	notes: 'work',
	things: 'chapter',
	full: 'chapter',
	numbers: 'work',
	list: 'end',
	label: 'word'
};

const SCOPES: readonly unknown[] = ['work', 'chapter'];
const LISTS: readonly unknown[] = ['end', 'chapters', 'both'];
const LABELS: readonly unknown[] = ['word', 'number', 'none'];

const isPart = (p: unknown): boolean =>
	isObject(p) && isWord(p.id) && (p.t === 'part' ? isText(p.title) : p.t === 'text' && isWord(p.manuscript));

/** What cannot be made anew: what it is called, and what stands in it. Its rules as a schema are in data/row-schemas.ts. */
export const isWork = (x: unknown): boolean =>
	isObject(x) && isWord(x.id) && isWorkId(x.id) && isText(x.title) && all(x.parts, isPart);

/** Parts made whole, each under an id of its own; a manuscript stands in a work once. */
function partsOnce(parts: WorkPart[]): WorkPart[] {
	const ids = new Set<string>();
	const texts = new Set<string>();
	return parts.flatMap((p): WorkPart[] => {
		const id = ids.has(p.id) ? newId() : p.id;
		ids.add(id);
		if (p.t === 'part') return [{ ...p, id }];
		if (texts.has(p.manuscript)) return [];
		texts.add(p.manuscript);
		return [{ ...p, id, numbered: (p.numbered as unknown) !== false, shares: (p.shares as unknown) !== false }];
	});
}

/** A work as it was read, with all that can be made anew made whole; null for what is none. */
export function wholeWork(x: unknown): Work | null {
	if (!isWork(x)) return null;
	const w = x as Work & Loose;
	const settings: Loose = isObject(w.settings) ? w.settings : {};
	const front: Loose = isObject(w.front) ? w.front : {};
	const list: Loose = isObject(w.bibliography) ? w.bibliography : {};
	const one = <T>(value: unknown, of: readonly unknown[], usual: T): T => (of.includes(value) ? (value as T) : usual);
	const now = Date.now();
	return {
		...w,
		authors: texts(w.authors) ? w.authors : [],
		parts: partsOnce(w.parts),
		style: cleanDocStyle(w.style),
		settings: {
			notes: one(settings.notes, SCOPES, USUAL_SETTINGS.notes),
			things: one(settings.things, SCOPES, USUAL_SETTINGS.things),
			full: one(settings.full, SCOPES, USUAL_SETTINGS.full),
			numbers: one(settings.numbers, SCOPES, USUAL_SETTINGS.numbers),
			list: one(settings.list, LISTS, USUAL_SETTINGS.list),
			label: one(settings.label, LABELS, USUAL_SETTINGS.label)
		},
		page: cleanPage(w.page),
		front: { contents: front.contents !== false, figures: front.figures === true, tables: front.tables === true },
		bibliography: {
			heading: isText(list.heading) ? list.heading : '',
			settings: cleanBibliography(list.settings)
		},
		createdAt: isNumber(w.createdAt) ? w.createdAt : now,
		updatedAt: isNumber(w.updatedAt) ? w.updatedAt : now
	};
}

/** A chapter of a work. */
export const chapterOf = (manuscript: string, numbered = true): WorkPart => ({
	t: 'text',
	id: newId(),
	manuscript,
	numbered,
	shares: true
});

/** A work of manuscripts in that order. */
export function newWork(title: string, manuscripts: string[], now = Date.now()): Work {
	return {
		id: `work-${newId()}`,
		title,
		authors: [],
		parts: manuscripts.map((m) => chapterOf(m)),
		style: null,
		settings: { ...USUAL_SETTINGS },
		page: cleanPage({ kind: 'thesis-front', changes: { pageNumbers: 'decimal', contents: 0 } }),
		front: { contents: true, figures: false, tables: false },
		bibliography: { heading: '', settings: cleanBibliography(null) },
		createdAt: now,
		updatedAt: now
	};
}

/** Whether an id is that of a work, and not of a manuscript. */
export const isWorkId = (x: string): boolean => x.startsWith('work-');

/** The manuscripts of a work, in order. */
export const textsOf = (w: Pick<Work, 'parts'>): Extract<WorkPart, { t: 'text' }>[] =>
	w.parts.filter((p) => p.t === 'text');
