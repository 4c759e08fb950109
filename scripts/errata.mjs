/** Corrections of the catalogue (catalogue/errata.json), applied to a style's compact tree when styles are unpacked. */
import { readFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

const file = join(dirname(fileURLToPath(import.meta.url)), '..', 'catalogue', 'errata.json');

/**
 * The corrections, looked through, one for each style that has it.
 * @throws where one lacks a part
 */
export function readErrata() {
	const list = JSON.parse(readFileSync(file, 'utf8')).flatMap(({ styles, ...e }) =>
		styles ? styles.map((style) => ({ ...e, style })) : [e]
	);
	for (const e of list) {
		for (const part of ['style', 'manual', 'what', 'before', 'after', ...(e.term ? [] : ['within', 'element'])])
			if (typeof e[part] !== 'string' || !e[part]) throw new Error(`A correction in errata.json has no “${part}”.`);
		for (const edit of [e, ...(e.also ?? [])])
			if (!edit.term && !edit.set && !Array.isArray(edit.instead))
				throw new Error(`The correction of ${e.style} changes nothing.`);
	}
	return list;
}

const kids = (t) => (t.c ?? []).filter((k) => typeof k === 'object');

/** Whether an element is what a correction speaks of: by its name and, where said, by attributes and what it holds directly. */
const meant = (t, e) =>
	t.n === e.element &&
	Object.entries(e.match ?? {}).every(([k, v]) => (t.a?.[k] ?? null) === v) &&
	(!e.holding || kids(t).some((k) => k.n === e.holding.element && k.a?.variable === e.holding.variable));

/** Gives a term of one language the words of the manual (CSL 1.0.2, "Locale": terms of a style come first). */
function applyTerm(tree, { lang, name, words }) {
	let locale = kids(tree).find((k) => k.n === 'locale' && k.a?.['xml:lang'] === lang);
	if (!locale) {
		locale = { n: 'locale', a: { 'xml:lang': lang }, c: [] };
		tree.c.splice(
			tree.c.findIndex((k) => k.n === 'macro'),
			0,
			locale
		);
	}
	let terms = kids(locale).find((k) => k.n === 'terms');
	if (!terms) locale.c = [...(locale.c ?? []), (terms = { n: 'terms', c: [] })];
	terms.c = [...kids(terms).filter((t) => t.a?.name !== name || t.a?.form), { n: 'term', a: { name }, c: [words] }];
}

/** Elements with what they are written for in the place of `itself`. */
const around = (list, itself) =>
	list.map((k) => (k.n === 'itself' ? itself : typeof k === 'object' && k.c ? { ...k, c: around(k.c, itself) } : k));

/** Makes one edit within an area or macro. @returns how many elements were meant by it */
function applyEdit(tree, e) {
	const roots = kids(tree).filter((k) => k.n === e.within || (k.n === 'macro' && k.a?.name === e.within));
	let done = 0;
	const walk = (t) => {
		t.c = (t.c ?? []).flatMap((k) => {
			if (typeof k !== 'object' || !meant(k, e)) {
				if (typeof k === 'object') walk(k);
				return [k];
			}
			done++;
			return e.instead ? around(e.instead, k) : [{ ...k, a: { ...k.a, ...e.set } }];
		});
	};
	roots.forEach(walk);
	return done;
}

/**
 * Applies a correction in place: attributes `set` on elements, other elements `instead` of them (with `itself` where the
 * old one stays), or a `term` of one language; `also` are further edits of the same correction.
 * @param tree a style as it is unpacked: name `n`, attributes `a`, children `c`
 * @throws where nothing of the style is meant by it, so that one that is no longer needed is seen
 */
export function applyErratum(tree, e) {
	if (e.term) return applyTerm(tree, e.term);
	if ([e, ...(e.also ?? [])].some((edit) => !applyEdit(tree, edit)))
		throw new Error(`The correction of ${e.style} (${e.manual}) finds nothing in the style.`);
}
