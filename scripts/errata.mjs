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
		for (const part of ['style', 'within', 'element', 'manual', 'what', 'before', 'after'])
			if (typeof e[part] !== 'string' || !e[part]) throw new Error(`A correction in errata.json has no “${part}”.`);
		if (!e.set || typeof e.set !== 'object') throw new Error(`The correction of ${e.style} sets nothing.`);
	}
	return list;
}

const kids = (t) => (t.c ?? []).filter((k) => typeof k === 'object');

/** Whether an element is what a correction speaks of: by its name and, where said, by what it holds directly. */
const meant = (t, e) =>
	t.n === e.element &&
	(!e.holding || kids(t).some((k) => k.n === e.holding.element && k.a?.variable === e.holding.variable));

/**
 * Applies a correction in place.
 * @param tree a style as it is unpacked: name `n`, attributes `a`, children `c`
 * @throws where nothing of the style is meant by it, so that one that is no longer needed is seen
 */
export function applyErratum(tree, e) {
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
