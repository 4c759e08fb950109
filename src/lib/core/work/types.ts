/** A bound work: manuscripts in order, read and numbered as one. */
import Joi from 'joi';
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

const scope = Joi.string().valid('work', 'chapter');
const id = Joi.string().required();
/** A work as it is stored, and as backups have it. */
export const workSchema = Joi.object({
	id,
	title: Joi.string().allow('').required(),
	authors: Joi.array().items(Joi.string()).required(),
	parts: Joi.array()
		.items(
			Joi.object({
				t: Joi.valid('text').required(),
				id,
				manuscript: id,
				numbered: Joi.boolean().required(),
				shares: Joi.boolean().required()
			}),
			Joi.object({ t: Joi.valid('part').required(), id, title: Joi.string().allow('').required() })
		)
		.required(),
	style: Joi.object().unknown().allow(null).required(),
	settings: Joi.object({
		notes: scope.required(),
		things: scope.required(),
		full: scope.required(),
		numbers: scope.required(),
		list: Joi.string().valid('end', 'chapters', 'both').required(),
		label: Joi.string().valid('word', 'number', 'none').required()
	}).required(),
	page: Joi.object().unknown().required(),
	front: Joi.object({
		contents: Joi.boolean().required(),
		figures: Joi.boolean().required(),
		tables: Joi.boolean().required()
	}).required(),
	bibliography: Joi.object({
		heading: Joi.string().allow('').required(),
		settings: Joi.object().unknown().required()
	}).required(),
	createdAt: Joi.number().required(),
	updatedAt: Joi.number().required()
});

/** What is wrong with a stored work, in words; empty for nothing. */
export const workFault = (x: unknown): string => workSchema.validate(x, { convert: false }).error?.message ?? '';

/** A work that `workFault` finds nothing wrong with, with all that it leaves open made whole. */
export const wholeWork = (w: Work): Work => ({
	...w,
	style: cleanDocStyle(w.style),
	page: cleanPage(w.page),
	bibliography: { ...w.bibliography, settings: cleanBibliography(w.bibliography.settings) }
});

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
		page: cleanPage({ kind: 'thesis-front' }),
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
