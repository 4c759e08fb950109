/** Styles and locales for the formatting worker: fetched, looked through, kept for when there is no connection. */
import { fallbackChain, expandTree, StyleError, styleLanguage, type Tree } from '$lib/core/csl';
import { readDependentId, type DependentId } from '$lib/core/citing/dependent';
import { isCompactTree } from '$lib/core/citing/tree-shape';
import { parseXml } from '$lib/core/csl/xml';
import { db } from '$lib/data/db';

/** Why a style is not there: it cannot be used, or it could not be loaded and may do so later. */
export class LoadError extends Error {
	override name = 'LoadError';
}

/** Name of the browser's cache storage for styles and locales. */
const CACHE = 'csl';
/** Milliseconds after which a style that has not arrived is given up. */
const TIMEOUT = 15_000;

const trees = new Map<string, Tree | null>();
const arriving = new Map<string, Promise<Tree | null>>();

/** The cache storage, or null where the browser has none or refuses it; styles are fetched each time then. */
const openCache = (): Promise<Cache | null> =>
	typeof caches === 'undefined' ? Promise.resolve(null) : caches.open(CACHE).catch(() => null);

async function readTree(r: Response): Promise<Tree> {
	let raw: unknown;
	try {
		raw = await r.json();
	} catch (e) {
		throw new LoadError('The style data arrived broken. It is tried again by itself.', { cause: e });
	}
	if (!isCompactTree(raw)) throw new LoadError('The style data arrived broken. It is tried again by itself.');
	return expandTree(raw);
}

async function fetchTree(path: string): Promise<Tree | null> {
	const cache = await openCache();
	let r: Response;
	try {
		r = await fetch(path, { signal: AbortSignal.timeout(TIMEOUT) });
	} catch (e) {
		const kept = await cache?.match(path);
		if (kept) return readTree(kept);
		throw new LoadError('There is no connection, and this style has not been used here before.', { cause: e });
	}
	if (r.status === 404) return null;
	if (!r.ok) {
		const kept = await cache?.match(path);
		if (kept) return readTree(kept);
		throw new LoadError(`The style data could not be loaded (the server answered ${r.status}).`);
	}
	const copy = r.clone();
	const tree = await readTree(r);
	// only what could be read is kept; a cache that is full is no reason not to format
	await cache?.put(path, copy).catch(() => undefined);
	return tree;
}

/** A tree by its path, fetched once; what failed is fetched again the next time. @throws LoadError */
function load(path: string): Promise<Tree | null> {
	const known = trees.get(path);
	if (known !== undefined) return Promise.resolve(known);
	let coming = arriving.get(path);
	if (!coming) {
		coming = fetchTree(path)
			.then((tree) => {
				trees.set(path, tree);
				return tree;
			})
			.finally(() => arriving.delete(path));
		arriving.set(path, coming);
	}
	return coming;
}

const catalogued = (id: string): Promise<Tree | null> | null =>
	/^[\w.-]+$/.test(id) ? load(`/styles/${id}.json`) : null;

/** Titles that use another style's rules, so that one is not compiled anew for each request. */
const dependents = new Map<string, Tree>();

/** The rules of a title that uses another style's, in its own language. @throws LoadError, StyleError */
async function ofParent(id: string, { parent, lang }: DependentId): Promise<Tree> {
	const known = dependents.get(id);
	if (known) return known;
	const rules = await rulesOf(parent);
	const tree = lang ? { ...rules, attrs: { ...rules.attrs, 'default-locale': lang } } : rules;
	dependents.set(id, tree);
	return tree;
}

/** @throws LoadError, and StyleError where there is no such style */
async function rulesOf(parent: string): Promise<Tree> {
	const rules = await catalogued(parent);
	if (!rules) throw new StyleError(`It uses the rules of “${parent}”, which is not in the catalogue.`);
	return rules;
}

/** Brought styles as they were parsed, so that one is not compiled anew for each request. */
const brought = new Map<string, { key: string; tree: Tree }>();

/** The tree of a style of the catalogue, or of one that was brought; null where there is none. @throws LoadError, StyleError */
export async function treeOf(id: string): Promise<Tree | null> {
	const dependent = readDependentId(id);
	if (dependent) return ofParent(id, dependent);
	if (!id.startsWith('own-')) return catalogued(id);
	const own = await db.styles.get(id);
	if (!own || typeof own.xml !== 'string') return null;
	const parent = typeof own.parent === 'string' ? own.parent : '';
	const key = `${own.updatedAt}|${parent}|${own.xml.length}`;
	const known = brought.get(id);
	if (known?.key === key) return known.tree;
	const tree = await withParent(parseXml(own.xml), parent);
	brought.set(id, { key, tree });
	return tree;
}

/** A dependent style is its parent, in the language it names itself (CSL 1.0.2, "Dependent styles"). */
export async function withParent(tree: Tree, parent: string): Promise<Tree> {
	if (!parent) return tree;
	const rules = await rulesOf(parent);
	const lang = tree.attrs['default-locale'];
	return lang ? { ...rules, attrs: { ...rules.attrs, 'default-locale': lang } } : rules;
}

/** Fetches the locales that a style needs in a language; empty for its own. */
export async function loadLocales(tree: Tree, lang: string): Promise<void> {
	const wanted = styleLanguage(tree, lang || undefined, lang !== '');
	await Promise.all(fallbackChain(wanted).map((l) => load(`/locales/${l}.json`)));
}

/** A locale that was fetched. */
export const localeTree = (l: string): Tree | null => trees.get(`/locales/${l}.json`) ?? null;
