/** Notes of a page: marks that lead to what they say, by their roles or by the habits of programs that write HTML. */
import { attr, elements, plays, wordsOf, type Element, type Node } from './dom';

export interface Notes {
	/** Of each mark, the element that holds its note. */
	marks: Map<Element, { body: Element; kind: 'footnote' | 'endnote' }>;
	/** Elements that are notes, which the text does not hold a second time. */
	bodies: Set<Element>;
}

/** Names of ids that programs give to notes: ftn1, fn:1, _edn2, footnote-3, sdfootnote1sym. */
const NOTE_ID = /^_?(?:sd)?(?:ftn|fn|edn|en|footnote|endnote|note)(?:[:_.-]|\d|sym)/i;
const MARK = /^[[(]?(?:\d{1,4}|[ivxlc]{1,7}|[a-z]|[*†‡§¶]{1,3})[\])]?$/i;

export function findNotes(root: Node[]): Notes {
	const byId = new Map<string, Element>();
	for (const e of elements(root))
		for (const id of [attr(e, 'id'), e.name === 'a' ? attr(e, 'name') : '']) if (id && !byId.has(id)) byId.set(id, e);
	const out: Notes = { marks: new Map(), bodies: new Set() };
	for (const a of elements(root)) {
		const href = a.name === 'a' ? attr(a, 'href') : '';
		if (!href.startsWith('#') || plays(a, 'backlink')) continue;
		const id = decode(href.slice(1));
		const target = byId.get(id);
		if (!target) continue;
		const says =
			plays(a, 'noteref') ||
			(MARK.test(wordsOf([a]).trim()) && (NOTE_ID.test(id) || plays(target, 'footnote') || plays(target, 'endnote')));
		if (!says) continue;
		const body = bodyOf(target);
		// the mark in front of a note leads back to the text
		if (!body || within(a, body)) continue;
		const kind =
			plays(body, 'endnote') || /edn|endnote|\ben[:_.-]?\d/i.test(id) || inEndnotes(body) ? 'endnote' : 'footnote';
		out.marks.set(a, { body, kind });
		out.bodies.add(body);
	}
	return out;
}

function decode(s: string): string {
	try {
		return decodeURIComponent(s);
	} catch (e) {
		if (e instanceof URIError) return s;
		throw e;
	}
}

/** The block that an anchor of a note stands in. */
function bodyOf(target: Element): Element | null {
	for (let e: Element | null | undefined = target; e; e = e.parent)
		if (/^(?:p|li|div|aside|section|dd|td)$/.test(e.name)) return e.name === 'section' || e.name === 'td' ? null : e;
	return null;
}

function inEndnotes(e: Element): boolean {
	for (let p = e.parent; p; p = p.parent) if (p.attribs && plays(p, 'endnotes')) return true;
	return false;
}
function within(e: Element, ancestor: Element): boolean {
	for (let p: Element | null | undefined = e; p; p = p.parent) if (p === ancestor) return true;
	return false;
}
