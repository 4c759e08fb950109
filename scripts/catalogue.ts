/** The unpacked styles and locales, read from disk: for scripts and tests. */
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expandTree, type Tree } from '../src/lib/core/csl';
import type { StyleEntry } from '../src/lib/services/style-catalogue.svelte';

/** The project's folder, from wherever this runs: a script, a test, or a bundle in .cache. */
export const root = (() => {
	let dir = dirname(fileURLToPath(import.meta.url));
	while (!existsSync(join(dir, 'svelte.config.js')) && dir !== dirname(dir)) dir = dirname(dir);
	return dir;
})();
const cache = new Map<string, Tree | null>();

function read(file: string): Tree | null {
	if (!cache.has(file)) cache.set(file, existsSync(file) ? expandTree(JSON.parse(readFileSync(file, 'utf8'))) : null);
	return cache.get(file)!;
}

/** The tree of a catalogue style; null where the id is unknown. */
export const styleTree = (id: string): Tree | null =>
	/^[\w.-]+$/.test(id) ? read(join(root, 'static', 'styles', `${id}.json`)) : null;

/** The tree of a locale file; null where there is none. */
export const localeTree = (lang: string): Tree | null =>
	/^[\w-]+$/.test(lang) ? read(join(root, 'static', 'locales', `${lang}.json`)) : null;

export const styleIndex = (): StyleEntry[] =>
	JSON.parse(readFileSync(join(root, 'static', 'styles', 'index.json'), 'utf8'));
