/**
 * What a text is within a bound work: a chapter that is read alone, or all chapters joined into one document. Numbers of
 * notes and things, and what a citation says of the one before it, depend on that.
 */
import { isObject, isText } from '../guards';
import { cleanNumbered, type Numbered } from './numbered';

/** Something goes on through the whole work, or begins anew in each chapter. */
export type Scope = 'work' | 'chapter';

export interface InWork {
	/** Ids of the headings with which chapters begin, in a document that holds several; and of these the numbered ones. */
	begins: string[];
	chapters: string[];
	/** How figures, tables and equations are numbered: 4, or 2.1. */
	things: Scope;
	/** Where a source is cited in full again, in styles that shorten later citations. */
	full: Scope;
	/** What was counted before the text begins; the number of the chapter it is, 0 for none. */
	before: Counts;
	/** What is referred to and stands in other chapters, by its id. */
	elsewhere: Record<string, Numbered>;
}

export interface Counts {
	chapter: number;
	/** Notes of every kind. */
	notes: number;
	footnote: number;
	endnote: number;
	figure: number;
	table: number;
	equation: number;
}

export const NO_COUNTS: Counts = { chapter: 0, notes: 0, footnote: 0, endnote: 0, figure: 0, table: 0, equation: 0 };

const scope = (x: unknown): Scope => (x === 'chapter' ? 'chapter' : 'work');
const words = (x: unknown): string[] => (Array.isArray(x) ? x.filter(isText) : []);
const count = (x: unknown): number => (Number.isSafeInteger(x) && (x as number) > 0 ? (x as number) : 0);

/** A place in a work from outside, made safe; null for none. */
export function cleanInWork(raw: unknown): InWork | null {
	if (!isObject(raw)) return null;
	const before = isObject(raw.before) ? raw.before : {};
	return {
		begins: words(raw.begins),
		chapters: words(raw.chapters),
		things: scope(raw.things),
		full: scope(raw.full),
		before: Object.fromEntries(Object.keys(NO_COUNTS).map((k) => [k, count(before[k])])) as unknown as Counts,
		elsewhere: Object.fromEntries(
			Object.entries(isObject(raw.elsewhere) ? raw.elsewhere : {}).flatMap(([id, n]) => {
				const clean = cleanNumbered(n);
				return clean ? [[id, clean] as const] : [];
			})
		)
	};
}
