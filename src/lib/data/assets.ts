/** Pictures of manuscripts: each kept once, by the digest of its bytes. */
import { assetFromData, schema, type Asset } from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { db, type Database } from './db';

export const putAsset = (a: Asset, base: Database = db): Promise<string> => base.assets.put(a);
export const getAsset = (id: string, base: Database = db): Promise<Asset | undefined> => base.assets.get(id);
export const getAssets = async (ids: Iterable<string>, base: Database = db): Promise<Asset[]> =>
	(await base.assets.bulkGet([...ids])).filter((a): a is Asset => a !== undefined);

/** A document whose pictures are named, and those that stood in it as data (as in manuscripts of before). */
export function namedPictures(doc: Node): { doc: Node; assets: Asset[] } {
	const assets: Asset[] = [];
	const tr = new Transform(doc);
	doc.descendants((n, pos) => {
		if (n.type !== schema.nodes.figure || !String(n.attrs.asset).startsWith('data:')) return !n.isTextblock;
		const asset = assetFromData(n.attrs.asset as string);
		if (asset) assets.push(asset);
		// what is no picture leaves its caption
		tr.setNodeAttribute(pos, 'asset', asset?.id ?? '');
		return false;
	});
	return { doc: tr.doc, assets };
}
