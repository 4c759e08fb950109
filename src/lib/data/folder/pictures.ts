/** Pictures in the folder: each once, under the name of its digest. */
import { assetId, assetsIn, isAssetId, ManuscriptError, readDoc } from '$lib/core/manuscript';
import { getAssets } from '../assets';
import type { Database, Manuscript } from '../db';
import type { Folder } from './port';

const PATH = 'pictures';
const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', gif: 'image/gif', webp: 'image/webp' };
const endingOf = (type: string): string => Object.entries(TYPES).find(([, t]) => t === type)?.[0] ?? 'png';

/** Names of the pictures of a manuscript; none where its text cannot be read. */
export function picturesIn(m: Pick<Manuscript, 'doc'>): string[] {
	try {
		return [...assetsIn(readDoc(m.doc))];
	} catch (e) {
		if (e instanceof ManuscriptError) return [];
		throw e;
	}
}

/** Those that are in the folder, by their names. */
const there = async (folder: Folder): Promise<Map<string, string>> =>
	new Map((await folder.list(PATH)).map((f) => [f.name.replace(/\.\w+$/, ''), f.name]));

/** Writes those that are not in the folder yet. */
export async function writePictures(ids: Iterable<string>, folder: Folder, base: Database): Promise<void> {
	const wanted = [...new Set(ids)];
	if (!wanted.length) return;
	const known = await there(folder);
	for (const id of wanted.filter((i) => !known.has(i)))
		// one after the other: a text may have a hundred of them
		for (const a of await getAssets([id], base)) await folder.write(`${PATH}/${id}.${endingOf(a.type)}`, a.bytes);
}

/** Takes those that are not here from the folder. @returns those that are not there either */
export async function takePictures(ids: Iterable<string>, folder: Folder, base: Database): Promise<string[]> {
	const wanted = [...new Set(ids)].filter(isAssetId);
	if (!wanted.length) return [];
	const here = new Set((await getAssets(wanted, base)).map((a) => a.id));
	const missing = wanted.filter((id) => !here.has(id));
	if (!missing.length) return [];
	const known = await there(folder);
	const lacking: string[] = [];
	for (const id of missing) {
		const name = known.get(id);
		const type = TYPES[name?.split('.').pop()?.toLowerCase() ?? ''];
		const bytes = name && type ? await folder.read(`${PATH}/${name}`) : null;
		// half a picture is none: it may still be on its way
		if (bytes && type && assetId(bytes) === id) await base.assets.put({ id, type, bytes, createdAt: Date.now() });
		else lacking.push(id);
	}
	return lacking;
}
