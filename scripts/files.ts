/** What the developer tools share: files that are named on the command line. */
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, resolve, sep } from 'node:path';
import { decodeText, readReferences } from '../src/lib/core/exchange';
import type { PaperSource } from '../src/lib/core/paper';
import { makeKey } from '../src/lib/core/source';

/** Ends with 1 and one line on standard error. */
export function fail(message: string): never {
	console.error(message.replace(/\s+/g, ' '));
	process.exit(1);
}

/** Files beside the document, and below its folder; nothing above it. */
export function besideOf(name: string) {
	const folder = resolve(dirname(name));
	return (path: string): Uint8Array | null => {
		const full = resolve(folder, path);
		if (!full.startsWith(folder + sep) || !existsSync(full) || !statSync(full).isFile()) return null;
		return readFileSync(full);
	};
}

/** Sources of a file of any reference format. */
export function sourcesFrom(file: string): PaperSource[] {
	if (!existsSync(file)) fail(`There is no file ${file}.`);
	const refs = readReferences(decodeText(readFileSync(file)));
	if (!refs) fail(`${file} is of no reference format that is known.`);
	for (const s of refs.skipped) console.error(`${file}, line ${s.line}: skipped: ${s.why} (${s.what})`);
	const taken = new Set<string>();
	return refs.records.map((r) => {
		const key = r.key || makeKey(r.item, (k) => taken.has(k));
		taken.add(key);
		return { id: key, key, item: { ...r.item, id: key } };
	});
}
