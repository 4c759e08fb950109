/** What a manuscript has chosen for its pages: read from outside, made whole, and laid over its kind of paper. */
import { CAPTION_LOOKS } from './captions';
import { isObject } from '../guards';
import { kindOf, KINDS, UNCHOSEN } from './kinds';
import type { HeadingLook, Margins, PageChoice, PageSetup, PaperSize, Slot, Slots, TitleFields } from './types';

/** Where US letter is the paper (CLDR, supplemental data, measurementData/paperSize). */
const LETTER = new Set(['BZ', 'CA', 'CL', 'CO', 'CR', 'GT', 'MX', 'NI', 'PA', 'PH', 'PR', 'SV', 'US', 'VE']);

/** The paper that is usual where a language is spoken. @param lang BCP 47 */
export function paperOf(lang: string): PaperSize {
	try {
		return LETTER.has(new Intl.Locale(lang || 'en-GB').maximize().region ?? '') ? 'letter' : 'a4';
	} catch (e) {
		// no language tag: the world's paper
		if (e instanceof RangeError) return 'a4';
		throw e;
	}
}

export const NO_FIELDS: TitleFields = {
	affiliation: '',
	course: '',
	instructor: '',
	date: '',
	runningHead: '',
	abstract: '',
	keywords: '',
	authorNote: ''
};

/** Reads a value that came from outside; undefined for one that is none. */
type Read<T> = (raw: unknown) => T | undefined;

const number =
	(least: number, most: number): Read<number> =>
	(raw) =>
		typeof raw === 'number' && raw >= least && raw <= most ? raw : undefined;
const oneOf =
	<T>(...values: readonly T[]): Read<T> =>
	(raw) =>
		values.includes(raw as T) ? (raw as T) : undefined;
const yesNo: Read<boolean> = (raw) => (typeof raw === 'boolean' ? raw : undefined);

/** An object of which every part must be sound. */
const whole =
	<T extends object>(parts: { [K in keyof T]: Read<T[K]> }): Read<T> =>
	(raw) => {
		if (!isObject(raw)) return undefined;
		const out = readParts(parts, raw);
		return Object.keys(out).length === Object.keys(parts).length ? (out as T) : undefined;
	};

/** The sound parts of an object. */
function readParts<T extends object>(parts: { [K in keyof T]: Read<T[K]> }, raw: Record<string, unknown>): Partial<T> {
	const out: Partial<T> = {};
	for (const key of Object.keys(parts) as (keyof T & string)[]) {
		const value = parts[key](raw[key]);
		if (value !== undefined) out[key] = value;
	}
	return out;
}

/** Fifteen centimetres leave a line of text on the narrowest paper. */
const margin = number(0, 9);
const slot = oneOf<Slot>('', 'page', 'surname-page', 'running-head', 'title');
const slots = whole<Slots>({ left: slot, center: slot, right: slot });
const heading = whole<HeadingLook>({
	align: oneOf('left', 'center'),
	bold: yesNo,
	italic: yesNo,
	caps: oneOf('', 'small', 'all'),
	size: number(0.5, 4),
	before: number(0, 10),
	after: number(0, 10),
	runIn: yesNo,
	indented: yesNo
});
const headings: Read<readonly HeadingLook[]> = (raw) => {
	if (!Array.isArray(raw) || raw.length !== 5) return undefined;
	const list = raw.map(heading);
	return list.every((h) => h !== undefined) ? list : undefined;
};

const PARTS: { [K in keyof PageSetup]: Read<PageSetup[K]> } = {
	paper: oneOf('a4', 'letter'),
	margins: whole<Margins>({ top: margin, right: margin, bottom: margin, left: margin }),
	font: oneOf('times', 'garamond', 'literata', 'sans'),
	size: number(6, 30),
	lines: number(0.9, 4),
	indent: number(0, 5),
	after: number(0, 60),
	justify: yesNo,
	columns: oneOf(1, 2),
	headings,
	numbering: oneOf('', 'decimal', 'roman'),
	opening: oneOf('title-page', 'heading-block', 'byline', 'title'),
	titleBold: yesNo,
	titleAgain: yesNo,
	abstractPage: yesNo,
	header: slots,
	footer: slots,
	firstPlain: yesNo,
	pageNumbers: oneOf('decimal', 'roman'),
	lineNumbers: yesNo,
	noteSize: number(5, 20),
	noteLines: number(0.9, 4),
	captions: oneOf(...CAPTION_LOOKS),
	contents: oneOf(0, 1, 2, 3, 4, 5)
};

/** Text that a person typed; as long as an abstract may get. */
const typed = (raw: unknown): string => (typeof raw === 'string' ? raw.slice(0, 20_000) : '');

/** A choice from outside, made whole: what is none is as the kind has it. */
export function cleanPage(raw: unknown): PageChoice {
	const r = isObject(raw) ? raw : {};
	const fields = isObject(r.fields) ? r.fields : {};
	return {
		kind: KINDS.some((k) => k.id === r.kind) ? (r.kind as string) : UNCHOSEN,
		changes: isObject(r.changes) ? readParts(PARTS, r.changes) : {},
		fields: Object.fromEntries(Object.keys(NO_FIELDS).map((k) => [k, typed(fields[k])])) as unknown as TitleFields,
		skeleton: r.skeleton !== false
	};
}

/** The pages of a manuscript. @param lang BCP 47, for the paper where none was chosen */
export function setupOf(choice: PageChoice, lang: string): PageSetup {
	return { ...kindOf(choice.kind).setup, paper: paperOf(lang), ...choice.changes };
}

/** Another kind of paper: what was changed by hand goes with the old one, what was typed stays. */
export const changeKind = (choice: PageChoice, kind: string): PageChoice => ({
	...choice,
	kind: kindOf(kind).id,
	changes: choice.changes.paper ? { paper: choice.changes.paper } : {}
});

/** Changes a part of the set-up; one that is as the kind has it is no change. */
export function changePage(choice: PageChoice, change: Partial<PageSetup>, lang: string): PageChoice {
	const own = { ...kindOf(choice.kind).setup, paper: paperOf(lang) };
	const changes: Partial<PageSetup> = { ...choice.changes, ...change };
	for (const key of Object.keys(changes) as (keyof PageSetup)[])
		if (JSON.stringify(changes[key]) === JSON.stringify(own[key])) delete changes[key];
	return { ...choice, changes };
}

/** What of the typed words this kind of paper prints: those it has a place for. */
export const printedFields = ({ kind, fields }: PageChoice): TitleFields => ({
	...NO_FIELDS,
	...Object.fromEntries(kindOf(kind).fields.map((k) => [k, fields[k]]))
});
