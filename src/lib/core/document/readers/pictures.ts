/** Pictures beside a document. */
import { imageSize } from 'image-size';
import type { Paper } from '../../paper';
import type { Losses } from '../losses';
import type { Beside } from './types';

/** Signatures at the beginning of files: PNG (ISO/IEC 15948, 5.2), JPEG (ISO/IEC 10918-1, B.1.1.3), GIF89a, RIFF WebP (RFC 9649). */
function pictureType(b: Uint8Array): string {
	const text = String.fromCharCode(...b.subarray(0, 12));
	if (text.startsWith('\x89PNG\r\n\x1a\n')) return 'image/png';
	if (b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return 'image/jpeg';
	if (/^GIF8[79]a/.test(text)) return 'image/gif';
	if (/^RIFF.{4}WEBP/s.test(text)) return 'image/webp';
	return '';
}

/**
 * Takes a picture into a paper.
 * @returns its name among the assets; empty where it could not be had, which is listed then
 */
export function takePicture(
	path: string,
	endings: string[],
	beside: Beside,
	paper: Paper,
	lost: Losses,
	where: string
): string {
	if (/^[a-z][a-z0-9+.-]*:/i.test(path)) {
		lost.add(`a picture that is elsewhere (${path.slice(0, 80)}): nothing is fetched`, where);
		return '';
	}
	for (const name of [path, ...endings.map((e) => `${path}.${e}`)]) {
		if (Object.hasOwn(paper.assets, name)) return name;
		const bytes = beside(name);
		if (!bytes) continue;
		const type = pictureType(bytes);
		if (!type) {
			lost.add(`the picture ${name}: only PNG, JPEG, GIF and WebP can be shown`, where);
			return '';
		}
		paper.assets[name] = { type, bytes };
		return name;
	}
	lost.add(`the picture ${path}: it is not beside the document`, where);
	return '';
}

/** How near a width is to the picture's own, in centimetres, to be taken for it: files round. */
const NEAR = 0.05;

/**
 * The width of a figure in per cent of the text's, of its width in the file; nothing where that is the picture's own at 96
 * pixels to an inch, or the text's for one that is wider, or where the file does not say.
 */
export function pictureWidth(
	bytes: Uint8Array | undefined,
	width: number | undefined,
	text: number | undefined
): { width?: number } {
	if (!bytes || !width || !text) return {};
	let own: number;
	try {
		own = (imageSize(bytes).width / 96) * 2.54;
	} catch (e) {
		// cut off: what is shown is up to who shows it
		if (e instanceof Error) return {};
		throw e;
	}
	if (Math.abs(Math.min(own, text) - width) < NEAR) return {};
	return { width: Math.min(100, Math.max(5, Math.round((width / text) * 100))) };
}
