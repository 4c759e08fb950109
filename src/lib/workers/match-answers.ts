/** Whether what the worker says of typed citations is what the page relies on. */
import { all, isNumber, isObject, isText, isWord } from '$lib/core/guards';
import type { Matched } from '$lib/core/match';

const STATUS: unknown[] = ['certain', 'likely', 'choose', 'none'];
const FORMS: unknown[] = ['parenthetical', 'narrative', 'author-only', 'year-only'];

const isLocator = (x: unknown): boolean => x === null || (isObject(x) && isText(x.label) && isText(x.value));
const isCandidate = (x: unknown): boolean => isObject(x) && isWord(x.sourceId) && isNumber(x.score) && isText(x.why);
const isCite = (x: unknown): boolean =>
	isObject(x) &&
	[x.sourceId, x.prefix, x.suffix, x.year].every(isText) &&
	STATUS.includes(x.status) &&
	FORMS.includes(x.form) &&
	isLocator(x.locator) &&
	all(x.names, isText) &&
	all(x.candidates, isCandidate);
const isCitation = (x: unknown): boolean =>
	isObject(x) &&
	[x.passage, x.from, x.to].every(isNumber) &&
	[x.text, x.why, x.section].every(isText) &&
	STATUS.includes(x.status) &&
	all(x.cites, isCite);
const isEntry = (x: unknown): boolean =>
	isObject(x) &&
	(x.sourceId === null || isWord(x.sourceId)) &&
	isText(x.why) &&
	isObject(x.entry) &&
	isText(x.entry.text) &&
	isObject(x.entry.confidence) &&
	isObject(x.entry.item) &&
	isWord(x.entry.item.id) &&
	isWord(x.entry.item.type);

export const isMatched = (x: unknown): x is Matched =>
	isObject(x) && all(x.citations, isCitation) && all(x.list, isEntry);
