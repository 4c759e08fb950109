/**
 * Pictures of manuscripts. A document names a picture by the digest of its bytes; the picture itself is kept once,
 * beside the documents, however many figures, versions and undo steps speak of it.
 */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { Node } from 'prosemirror-model';

export interface Asset {
	/** Digest of the bytes, see `assetId`. */
	id: string;
	/** image/png, image/jpeg, image/gif or image/webp. */
	type: string;
	bytes: Uint8Array;
	createdAt: number;
}

const DATA = /^data:(image\/(?:png|jpeg|gif|webp));base64,([A-Za-z0-9+/=\s]+)$/i;

/** Pictures come in as data only; nothing is fetched from elsewhere. */
export const safeImage = (src: string | null | undefined): string =>
	src && /^data:image\/(?:png|jpeg|gif|webp);/i.test(src) ? src : '';

export const isAssetId = (s: string): boolean => /^[0-9a-f]{40}$/.test(s);

/** The first 160 bits of the SHA-256 digest (FIPS 180-4), in hexadecimal. */
export const assetId = (bytes: Uint8Array): string => bytesToHex(sha256(bytes)).slice(0, 40);

/** A picture out of its data address; null for anything else. */
export function assetFromData(src: string, now = Date.now()): Asset | null {
	const m = DATA.exec(src);
	if (!m) return null;
	try {
		const bytes = Uint8Array.from(atob(m[2].replace(/\s/g, '')), (c) => c.charCodeAt(0));
		return { id: assetId(bytes), type: m[1].toLowerCase(), bytes, createdAt: now };
	} catch (e) {
		// atob says by an exception that it is no base64: no picture then
		if (e instanceof Error) return null;
		throw e;
	}
}

/** The data address of a picture. */
export function assetToData(a: Asset): string {
	let binary = '';
	const step = 0x8000;
	for (let i = 0; i < a.bytes.length; i += step) binary += String.fromCharCode(...a.bytes.subarray(i, i + step));
	return `data:${a.type};base64,${btoa(binary)}`;
}

/** Names of the pictures that a document shows. */
export function assetsIn(doc: Node): Set<string> {
	const ids = new Set<string>();
	doc.descendants((n) => {
		if (n.type.name === 'figure' && isAssetId(n.attrs.asset as string)) ids.add(n.attrs.asset as string);
		return n.isBlock && !n.isTextblock;
	});
	return ids;
}
