/**
 * Earlier states of manuscripts. They are kept packed (gzip, RFC 1952, by the browser's own streams): a text of a hundred thousand words takes a
 * megabyte as it is written, and forty states of it are kept. They are written down as they are, so that no save waits, and
 * packed when the desk is looked at.
 */
import Dexie from 'dexie';
import type { StoredDoc } from '$lib/core/manuscript';
import { db, type Database, type Version } from './db';
import { soundVersions } from './repair';

/** Shorter texts are left: packing them saves little. */
const WORTH = 2000;

const through = async (bytes: Blob, by: CompressionStream | DecompressionStream): Promise<Response> =>
	new Response(
		bytes.stream().pipeThrough(by as ReadableWritablePair<Uint8Array<ArrayBuffer>, Uint8Array<ArrayBuffer>>)
	);

export const gzipText = async (text: string): Promise<Uint8Array> =>
	new Uint8Array(await (await through(new Blob([text]), new CompressionStream('gzip'))).arrayBuffer());
/** @throws TypeError where it is none that was packed */
export const gunzipText = async (bytes: Uint8Array): Promise<string> =>
	(await through(new Blob([bytes as Uint8Array<ArrayBuffer>]), new DecompressionStream('gzip'))).text();

/** A text packed; itself where there is nothing to pack. */
export async function packedDoc(doc: StoredDoc): Promise<StoredDoc> {
	const { content } = doc;
	if (typeof content !== 'string' || content.length < WORTH) return doc;
	return { ...doc, content: await gzipText(content) };
}
/** A text as it was written; one that cannot be unpacked is given as it is, and reading it says so. */
export async function unpackedDoc(doc: StoredDoc): Promise<StoredDoc> {
	const { content } = doc;
	if (!(content instanceof Uint8Array)) return doc;
	try {
		return { ...doc, content: await gunzipText(content) };
	} catch {
		return doc;
	}
}

/** A state with its text packed; itself where there is nothing to pack. */
export async function packed(v: Version): Promise<Version> {
	const doc = await packedDoc(v.doc);
	return doc === v.doc ? v : { ...v, doc };
}

/** A state as it was written; what went out in a file with it. */
export async function unpacked(v: Version): Promise<Version> {
	const [doc, back] = [await unpackedDoc(v.doc), v.sent && (await unpackedDoc(v.sent.back))];
	if (doc === v.doc && back === v.sent?.back) return v;
	return { ...v, doc, ...(v.sent && back ? { sent: { ...v.sent, back } } : {}) };
}

/** Packs what is not packed yet, one after the other. @returns how many characters were packed into how many bytes */
export async function packVersions(base: Database = db): Promise<{ from: number; to: number }> {
	const out = { from: 0, to: 0 };
	for (const id of await base.versions.toCollection().primaryKeys()) {
		const v = await base.versions.get(id);
		if (!v || typeof v.doc?.content !== 'string') continue;
		const small = await packed(v);
		if (small === v) continue;
		// one that was taken out meanwhile does not come back
		const put = await base.versions.update(id, { doc: small.doc });
		if (!put) continue;
		out.from += v.doc.content.length;
		out.to += (small.doc.content as Uint8Array).length;
	}
	return out;
}

/** All that is kept of a manuscript, the latest first, as it is kept. */
export async function statesOf(id: string, base: Database = db): Promise<Version[]> {
	const of = base.versions.where('[manuscriptId+at]').between([id, Dexie.minKey], [id, Dexie.maxKey]);
	return soundVersions(await of.reverse().toArray(), base);
}

/** Earlier versions of a manuscript, the latest first. */
export const versionsOf = async (id: string, base: Database = db): Promise<Version[]> =>
	Promise.all((await statesOf(id, base)).filter((v) => !v.returned).map(unpacked));

/** Keeps a state as a version of its own, whatever the time since the last one. */
export async function keepVersion(v: Version, base: Database = db): Promise<void> {
	await base.versions.add(v);
}
