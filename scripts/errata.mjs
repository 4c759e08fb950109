/** Corrections of the catalogue (catalogue/errata.json), applied to a style's compact tree when styles are unpacked. */
import { readFileSync } from 'node:fs';
import { join, dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

const file = join(dirname(fileURLToPath(import.meta.url)), '..', 'catalogue', 'errata.json');

/**
 * The corrections, looked through.
 * @throws where one lacks a part
 */
export function readErrata() {
	const list = JSON.parse(readFileSync(file, 'utf8'));
	for (const e of list) {
		for (const part of ['style', 'manual', 'what', 'before', 'after', ...(e.term ? [] : ['within', 'element'])])
			if (typeof e[part] !== 'string' || !e[part]) throw new Error(`A correction in errata.json has no “${part}”.`);
		if (!e.term && (!e.set || typeof e.set !== 'object')) throw new Error(`The correction of ${e.style} sets nothing.`);
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

/**
 * Applies a correction in place: `set` on elements, or a `term` of one language.
 * @param tree a style as it is unpacked: name `n`, attributes `a`, children `c`
 * @throws where nothing of the style is meant by it, so that one that is no longer needed is seen
 */
export function applyErratum(tree, e) {
	if (e.term) return applyTerm(tree, e.term);
	const roots = kids(tree).filter((k) => k.n === e.within || (k.n === 'macro' && k.a?.name === e.within));
	let done = 0;
	const walk = (t) => {
		if (meant(t, e)) {
			t.a = { ...t.a, ...e.set };
			done++;
		}
		kids(t).forEach(walk);
	};
	roots.forEach(walk);
	if (!done) throw new Error(`The correction of ${e.style} (${e.manual}) finds nothing in the style.`);
}
