/** The citation style as a document holds it, with what edits need to know of it. */
import type { PlacementKind } from './placement';
import type { QuoteMarks } from './quote-marks';

/**
 * What an edit needs to know of a style: where citations stand, which marks go inside quotation marks, the shape of
 * quotation marks. Kept with the document, so that no edit waits for the worker that has the style itself.
 */
export interface StyleFacts {
	class: 'in-text' | 'note';
	placement: PlacementKind;
	/** Full stops and commas go inside closing quotation marks (CSL 1.0.2, punctuation-in-quote). */
	punctuationInQuote: boolean;
	quotes: QuoteMarks;
	/** Language of terms and dates. */
	lang: string;
}

/** The style a document is written in. */
export interface DocStyle {
	id: string;
	title: string;
	form: 'in-text' | 'footnotes' | 'endnotes';
	/** Language of terms and dates; empty follows the style. */
	locale: string;
	/** Null until the style has been read once. */
	facts: StyleFacts | null;
}

const PLACEMENTS = ['sentence', 'raised', 'note', 'close'];
const FORMS = ['in-text', 'footnotes', 'endnotes'];

/** Facts from outside, made safe; null for anything else. */
export function cleanFacts(raw: unknown): StyleFacts | null {
	if (!raw || typeof raw !== 'object') return null;
	const r = raw as Partial<Record<keyof StyleFacts, unknown>>;
	const quotes = r.quotes as Partial<Record<keyof QuoteMarks, unknown>> | undefined;
	const marks = [quotes?.open, quotes?.close, quotes?.innerOpen, quotes?.innerClose];
	if ((r.class !== 'note' && r.class !== 'in-text') || !PLACEMENTS.includes(r.placement as string)) return null;
	if (typeof r.lang !== 'string' || !marks.every((m) => typeof m === 'string')) return null;
	const [open, close, innerOpen, innerClose] = marks as string[];
	return {
		class: r.class,
		placement: r.placement as PlacementKind,
		punctuationInQuote: r.punctuationInQuote === true,
		quotes: { open, close, innerOpen, innerClose },
		lang: r.lang
	};
}

/** A style from outside, made safe; null for anything that names none. */
export function cleanDocStyle(raw: unknown): DocStyle | null {
	if (!raw || typeof raw !== 'object') return null;
	const r = raw as Partial<Record<keyof DocStyle, unknown>>;
	if (typeof r.id !== 'string' || !r.id) return null;
	return {
		id: r.id,
		title: typeof r.title === 'string' && r.title ? r.title : r.id,
		form: FORMS.includes(r.form as string) ? (r.form as DocStyle['form']) : 'in-text',
		locale: typeof r.locale === 'string' ? r.locale : '',
		facts: cleanFacts(r.facts)
	};
}

/** The facts alone of something that has more. */
export const factsOfStyle = (s: StyleFacts): StyleFacts => ({
	class: s.class,
	placement: s.placement,
	punctuationInQuote: s.punctuationInQuote,
	quotes: s.quotes,
	lang: s.lang
});

/** Where citations stand as long as nothing is known of the style: by the form alone. */
export const placementOfStyle = (s: DocStyle | null): PlacementKind =>
	s?.facts?.placement ?? (s && s.form !== 'in-text' ? 'note' : 'sentence');

/**
 * What edits go by: the facts of the style, and as long as nothing is known of it, what its form alone says, with the
 * quotation marks of English.
 */
export const editFacts = (s: DocStyle | null): StyleFacts =>
	s?.facts ?? {
		class: s && s.form !== 'in-text' ? 'note' : 'in-text',
		placement: placementOfStyle(s),
		punctuationInQuote: true,
		quotes: { open: '“', close: '”', innerOpen: '‘', innerClose: '’' },
		lang: 'en'
	};
