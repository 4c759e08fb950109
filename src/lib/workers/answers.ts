/** Whether what the formatting worker answers is what the page relies on; nothing else is shown or stored. */
import { all, isNumber, isObject, isText, isWord, optional } from '$lib/core/guards';
import type {
	Failure,
	FileAnswer,
	AnatomyAnswer,
	CheckAnswer,
	FormatAnswer,
	InfoAnswer,
	PreviewAnswer
} from './format-api';

const KINDS = ['style', 'network', 'processor', 'worker'];

const isFailure = (x: unknown): x is Failure =>
	isObject(x) && x.ok === false && KINDS.includes(x.kind as string) && isText(x.message) && isNumber(x.line);

const isStyle = (x: unknown): boolean =>
	isObject(x) &&
	isWord(x.id) &&
	isText(x.title) &&
	(x.class === 'in-text' || x.class === 'note') &&
	isText(x.lang) &&
	isObject(x.quotes);
const isShown = (x: unknown): x is Record<string, unknown> => isObject(x) && isText(x.html) && isText(x.text);
const isCluster = (x: unknown): boolean => isShown(x) && isWord(x.id) && isText(x.lead);
const isEntry = (x: unknown): boolean => isShown(x) && isWord(x.id) && optional(x.whole, isShown);
const isOmitted = (x: unknown): boolean => isObject(x) && isWord(x.id) && isText(x.why);

const isWarning = (x: unknown): boolean => isObject(x) && isText(x.message);

const isRetitled = (x: unknown): boolean =>
	isObject(x) &&
	typeof x.on === 'boolean' &&
	all(x.titles, (t) => isObject(t) && isWord(t.id) && isText(t.before) && isText(t.after));

const isResult = (x: unknown): boolean =>
	isObject(x) &&
	isNumber(x.answer) &&
	isStyle(x.style) &&
	all(x.changed, isCluster) &&
	(x.bibliography === null || optional(x.bibliography, (b) => all(b, isEntry))) &&
	optional(x.entries, (e) => isObject(e) && all(e.order, isWord) && all(e.put, isEntry)) &&
	all(x.omitted, isOmitted) &&
	optional(x.retitled, isRetitled) &&
	all(x.warnings, isWarning);

/** An answer is a failure, or has what this asks for. */
const answer =
	<A>(has: (x: Record<string, unknown>) => boolean) =>
	(x: unknown): x is A =>
		isFailure(x) || (isObject(x) && x.ok === true && has(x));

export const isFormatAnswer = (x: unknown): x is FormatAnswer =>
	(isObject(x) && x.ok === 'superseded') || answer<FormatAnswer>((a) => isResult(a.result))(x);
export const isInfoAnswer = answer<InfoAnswer>((a) => isStyle(a.info));
export const isPreviewAnswer = answer<PreviewAnswer>(
	({ preview: p }) => isObject(p) && isText(p.html) && isText(p.lead) && all(p.entries, isEntry)
);
export const isAnatomyAnswer = answer<AnatomyAnswer>((a) => all(a.traits, isObject) && isText(a.licence));
const isLeftOut = (x: unknown): boolean =>
	isObject(x) &&
	isWord(x.type) &&
	isNumber(x.of) &&
	all(x.fields, (f) => isObject(f) && isWord(f.field) && isNumber(f.count));
const isReading = (x: unknown): boolean => isObject(x) && isText(x.what) && isText(x.here) && isText(x.else);
export const isCheckAnswer = answer<CheckAnswer>(
	({ check: c }) =>
		isObject(c) &&
		all(c.warnings, isWarning) &&
		all(c.leftOut, isLeftOut) &&
		all(c.silent, isWord) &&
		all(c.readings, isReading)
);
export const isFileAnswer = answer<FileAnswer>(
	(a) => isObject(a.file) && isText(a.file.title) && all(a.warnings, isWarning)
);
