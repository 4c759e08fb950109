/** Files that stand beside a document that names them: its sources and its pictures. */
import { writeBibtex } from '../../exchange';
import type { Paper } from '../../paper';
import type { WrittenPaper } from './types';

/**
 * @param keys cite keys of the sources, by their ids
 * @param pictures paths, by the names of the assets
 * @param bibliography name of the .bib file, which is written where there are sources
 */
export function filesBeside(
	paper: Paper,
	keys: ReadonlyMap<string, string>,
	pictures: ReadonlyMap<string, string>,
	bibliography: string
): WrittenPaper['files'] {
	const files = [...pictures].map(([name, path]) => ({ path, bytes: paper.assets[name].bytes }));
	const list = paper.sources.map((s) => ({ key: keys.get(s.id)!, item: s.item }));
	if (list.length) files.push({ path: bibliography, bytes: new TextEncoder().encode(writeBibtex(list)) });
	return files;
}

/** Sources that are listed without being cited, by their cite keys. */
export function listedKeys(paper: Paper, keys: ReadonlyMap<string, string>): string[] {
	const uncited = (paper.own.settings as { uncited?: { id: string }[] } | undefined)?.uncited ?? [];
	return uncited.flatMap((u) => keys.get(u.id) ?? []);
}
