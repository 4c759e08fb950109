/** Whether what the library's worker answers is what the page relies on; nothing else is shown or stored. */
import { all, isNumber, isObject, isText, isWord, optional, texts } from '$lib/core/guards';
import type { Group } from '$lib/core/source';
import type { Finding } from '$lib/core/source/tidy';
import type { WrittenPaper } from '$lib/core/document/writers';
import type { DocumentAnswer } from './read-document';
import type { ImportReport, ImportRow } from './read-import';

const STATES: unknown[] = ['new', 'here', 'perhaps', 'repeated'] satisfies ImportRow['state'][];

const isItem = (x: unknown): boolean => isObject(x) && optional(x.id, isText) && isWord(x.type);
const isLike = (x: unknown): boolean => isObject(x) && isText(x.id) && isText(x.reason) && typeof x.sure === 'boolean';

const isRow = (x: unknown): boolean =>
	isObject(x) &&
	isItem(x.item) &&
	[x.key, x.annotation, x.file].every(isText) &&
	[x.tags, x.notes].every(texts) &&
	optional(x.shelves, texts) &&
	optional(x.excerpts, (e) => all(e, isObject)) &&
	optional(x.typed, isText) &&
	optional(x.doubtful, texts) &&
	optional(x.listedIn, isText) &&
	isNumber(x.line) &&
	STATES.includes(x.state) &&
	(x.like === null ? x.state === 'new' : isLike(x.like));

export const areRows = (x: unknown): x is ImportRow[] => all(x, isRow);

const isSkipped = (x: unknown): boolean => isObject(x) && [x.file, x.what, x.why].every(isText) && isNumber(x.line);
const isFile = (x: unknown): boolean =>
	isObject(x) && [x.name, x.format].every(isText) && [x.read, x.skipped].every(isNumber);

export const isReport = (x: unknown): x is ImportReport =>
	isObject(x) && all(x.files, isFile) && areRows(x.rows) && all(x.skipped, isSkipped) && texts(x.remarks);

export const areGroups = (x: unknown): x is Group[] =>
	all(x, (g) => isObject(g) && texts(g.ids) && isText(g.reason) && typeof g.sure === 'boolean');

const isFinding = (x: unknown): boolean =>
	isObject(x) &&
	[x.rule, x.field].every(isWord) &&
	[x.message, x.present, x.proposed].every(isText) &&
	(x.change === null || isObject(x.change));

export const areFindings = (x: unknown): x is { id: string; findings: Finding[] }[] =>
	all(x, (f) => isObject(f) && isWord(f.id) && all(f.findings, isFinding));

/** What became of a document; the paper itself is checked when a manuscript is made of it. */
export const isDocumentAnswer = (x: unknown): x is DocumentAnswer => {
	if (!isObject(x)) return false;
	if (x.kind === 'trouble') return isText(x.message);
	const r = x.read;
	if (x.kind !== 'read' || !isObject(r) || !isObject(r.paper) || !isObject(r.count) || !isObject(r.here)) return false;
	return (
		Object.values(r.count).every(isNumber) &&
		texts(r.unresolved) &&
		texts(r.named) &&
		isObject(r.typed) &&
		Object.values(r.typed).every(isNumber) &&
		areDropped(r.dropped) &&
		isObject(r.sender) &&
		all(r.tracked, (t) => isObject(t) && isWord(t.id) && isText(t.by)) &&
		(r.from === null || (isObject(r.from) && isText(r.from.manuscript) && isText(r.from.sent))) &&
		(r.style === null ||
			(isObject(r.style) && isText(r.style.xml) && isObject(r.style.file) && isWord(r.style.file.id))) &&
		all(r.paper.sources, (s) => isObject(s) && isWord(s.id) && isText(s.key) && isItem(s.item))
	);
};

const areDropped = (x: unknown): boolean => all(x, (d) => isObject(d) && isText(d.what) && isText(d.where));

export const isWritten = (x: unknown): x is WrittenPaper =>
	isObject(x) &&
	isText(x.text) &&
	areDropped(x.dropped) &&
	all(x.files, (f) => isObject(f) && isWord(f.path) && f.bytes instanceof Uint8Array);

/** A file of parts, as its first bytes say (PKWARE, APPNOTE 4.3.7). */
export const isPackage = (x: unknown): x is Uint8Array => x instanceof Uint8Array && x[0] === 0x50 && x[1] === 0x4b;

/** An answer that passed its guard. @throws where it did not */
export function sound<T>(answer: unknown, is: (x: unknown) => x is T): T {
	if (is(answer)) return answer;
	throw new Error('the answer is not whole; the page may be older than its parts: load it anew');
}
