/**
 * Rows as they are read from the browser's store. What is in it may have been written by an older version, by another
 * program, or half: each row is looked at before anything relies on it. The quick guards here decide; their rules are
 * written out as Joi schemas in row-schemas.ts, which also says in words what is wrong. A test holds both together.
 */
import { all, isNumber, isObject, isText, isWord, optional, texts, type Loose } from '$lib/core/guards';
import { DATE_VARIABLES, NAME_VARIABLES } from '$lib/core/csl/variables';
import type { Source } from '$lib/core/source';
import type { CitingForm } from '$lib/core/manuscript';
import { EMPTY_STRIP, type Manuscript, type OwnStyle, type Version } from './db';

export const FORMS: readonly CitingForm[] = ['in-text', 'footnotes', 'endnotes'];

function soundItem(x: unknown): boolean {
	if (!isObject(x) || !isWord(x.type)) return false;
	for (const v in x) {
		const value = x[v];
		if (value === undefined) continue;
		if (NAME_VARIABLES.has(v) && !all(value, isObject)) return false;
		if (DATE_VARIABLES.has(v) && !isObject(value)) return false;
	}
	return true;
}
const soundExcerpt = (x: unknown): boolean => isObject(x) && isWord(x.kind) && isText(x.text);

const isClash = (x: unknown): boolean => isObject(x) && isWord(x.field) && isText(x.by) && isNumber(x.at);

export function isSource(x: unknown): x is Source {
	return (
		isObject(x) &&
		isWord(x.id) &&
		isWord(x.key) &&
		soundItem(x.item) &&
		texts(x.tags) &&
		texts(x.shelves) &&
		isText(x.annotation) &&
		all(x.excerpts, soundExcerpt) &&
		isText(x.origin) &&
		isNumber(x.createdAt) &&
		isNumber(x.updatedAt) &&
		optional(x.ignored, texts) &&
		optional(x.replaces, texts) &&
		optional(x.clashes, (c) => all(c, isClash))
	);
}

const isStoredDoc = (x: unknown): boolean =>
	isObject(x) && isNumber(x.version) && (isText(x.content) || isObject(x.content));

/** What cannot be made anew: the text, and what it is known by. */
export const isManuscript = (x: unknown): boolean => isObject(x) && isWord(x.id) && isStoredDoc(x.doc);

const isSent = (x: unknown): boolean => isObject(x) && isWord(x.id) && isText(x.file) && isStoredDoc(x.back);
const isReturned = (x: unknown): boolean =>
	isObject(x) &&
	isText(x.of) &&
	isText(x.file) &&
	isObject(x.sender) &&
	isText(x.sender.by) &&
	isText(x.sender.at) &&
	all(x.tracked, (t) => isObject(t) && [t.id, t.how, t.by, t.at, t.text].every(isText)) &&
	isObject(x.comments);

export const isVersion = (x: unknown): x is Version =>
	isObject(x) &&
	isWord(x.manuscriptId) &&
	isNumber(x.at) &&
	isStoredDoc(x.doc) &&
	optional(x.sent, isSent) &&
	optional(x.returned, isReturned);

export const isOwnStyle = (x: unknown): x is OwnStyle =>
	isObject(x) &&
	isText(x.id) &&
	/^own-[\w.-]+$/.test(x.id) &&
	isWord(x.title) &&
	isText(x.xml) &&
	optional(x.parent, isText);

const isStrip = (x: unknown): boolean =>
	isObject(x) &&
	all(x.sections, (s) => isObject(s) && isNumber(s.at) && isText(s.title)) &&
	all(x.ticks, (t) => isObject(t) && isNumber(t.at) && isNumber(t.size) && isNumber(t.pos)) &&
	all(x.checks, (c) => isObject(c) && isNumber(c.at) && isNumber(c.pos) && isText(c.what));

/** Whether a stored strip can be shown. */
export function soundStrip(x: unknown): boolean {
	if (!isText(x)) return isStrip(x);
	try {
		return isStrip(JSON.parse(x));
	} catch {
		return false; // no JSON: it is made anew with the next save
	}
}

/**
 * A manuscript with what is derived from its text in a form that can be shown: words, evidence strip and mirrors of the
 * style come anew with the next save.
 * @returns null where the text itself is not there
 */
export function wholeManuscript(x: unknown): Manuscript | null {
	if (!isManuscript(x)) return null;
	const m = x as Manuscript & Loose;
	const now = Date.now();
	return {
		...m,
		title: isText(m.title) ? m.title : 'Untitled (its title could not be read)',
		kind: isText(m.kind) ? m.kind : '',
		styleId: isWord(m.styleId) ? m.styleId : 'apa',
		styleTitle: isText(m.styleTitle) ? m.styleTitle : isWord(m.styleId) ? m.styleId : '',
		locale: isText(m.locale) ? m.locale : '',
		form: FORMS.includes(m.form) ? m.form : 'in-text',
		uncited: texts(m.uncited) ? m.uncited : [],
		authors: texts(m.authors) ? m.authors : [],
		strip: soundStrip(m.strip) ? m.strip : EMPTY_STRIP,
		words: isNumber(m.words) ? m.words : 0,
		createdAt: isNumber(m.createdAt) ? m.createdAt : now,
		updatedAt: isNumber(m.updatedAt) ? m.updatedAt : now
	};
}

/** A brought style with what is only for showing it in a form that can be shown; null for what cannot be used. */
export function wholeStyle(x: unknown): OwnStyle | null {
	if (!isOwnStyle(x)) return null;
	const s = x as OwnStyle & Loose;
	const text = (v: unknown): string => (isText(v) ? v : '');
	return {
		...s,
		parent: text(s.parent),
		kind: text(s.kind),
		note: s.note === true,
		fields: texts(s.fields) ? s.fields : [],
		language: text(s.language),
		licence: text(s.licence),
		changed: text(s.changed),
		createdAt: isNumber(s.createdAt) ? s.createdAt : 0,
		updatedAt: isNumber(s.updatedAt) ? s.updatedAt : 0
	};
}
