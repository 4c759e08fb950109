/** Pictures without what cameras and programs write beside them: names, places, dates, remarks. */
import { assetFromData, assetToData } from '../manuscript';

const ascii = (b: Uint8Array, at: number, n: number): string => String.fromCharCode(...b.subarray(at, at + n));
const u32 = (b: Uint8Array, at: number): number => new DataView(b.buffer, b.byteOffset).getUint32(at);
const u16 = (b: Uint8Array, at: number): number => (b[at] << 8) | b[at + 1];

function joined(parts: Uint8Array[]): Uint8Array {
	const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
	let at = 0;
	for (const p of parts) {
		out.set(p, at);
		at += p.length;
	}
	return out;
}

/** Chunks of texts, times and Exif are left out (Portable Network Graphics, third edition, 11.3). */
function png(b: Uint8Array): Uint8Array {
	const parts: Uint8Array[] = [b.subarray(0, 8)];
	for (let at = 8; at + 12 <= b.length;) {
		const end = at + 12 + u32(b, at);
		const type = ascii(b, at + 4, 4);
		if (!['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME'].includes(type)) parts.push(b.subarray(at, end));
		// what stands behind the end is none of the picture
		if (type === 'IEND') break;
		at = end;
	}
	return joined(parts);
}

/** The way a picture is turned (Exif 2.32, 4.6.4, tag 0x0112); 1 for upright. */
function turned(segment: Uint8Array): number {
	if (ascii(segment, 4, 4) !== 'Exif' || segment.length < 20) return 1;
	const t = segment.subarray(10);
	const view = new DataView(t.buffer, t.byteOffset, t.length);
	const little = ascii(t, 0, 2) === 'II';
	const first = view.getUint32(4, little);
	if (first + 2 > t.length) return 1;
	const n = view.getUint16(first, little);
	for (let i = 0; i < n && first + 14 + i * 12 <= t.length; i++) {
		const at = first + 2 + i * 12;
		if (view.getUint16(at, little) === 0x0112) return view.getUint16(at + 8, little);
	}
	return 1;
}
/** An Exif segment that says how the picture is turned and nothing else. */
const turnedSegment = (way: number): Uint8Array =>
	Uint8Array.of(
		...[0xff, 0xe1, 0, 34, 0x45, 0x78, 0x69, 0x66, 0, 0, 0x4d, 0x4d, 0, 42, 0, 0, 0, 8],
		...[0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, way, 0, 0, 0, 0, 0, 0]
	);

/** Exif, XMP, IPTC and remarks are left out; profiles of colours stay (ITU-T T.81, B.1; Exif 2.32, 4.5.4). */
function jpeg(b: Uint8Array): Uint8Array {
	const parts: Uint8Array[] = [b.subarray(0, 2)];
	let at = 2;
	while (at + 4 <= b.length && b[at] === 0xff) {
		const kind = b[at + 1];
		if (kind === 0xd9) break;
		const end = at + 2 + u16(b, at + 2);
		const segment = b.subarray(at, end);
		if (kind === 0xe1 && turned(segment) > 1) parts.push(turnedSegment(turned(segment)));
		else if (!(kind === 0xfe || (kind >= 0xe1 && kind <= 0xef && kind !== 0xe2 && kind !== 0xee))) parts.push(segment);
		at = end;
		if (kind !== 0xda) continue;
		// the picture itself, up to the next marker that is none of its own
		while (at < b.length && !(b[at] === 0xff && b[at + 1] !== 0 && !(b[at + 1] >= 0xd0 && b[at + 1] <= 0xd7))) at++;
		parts.push(b.subarray(end, at));
	}
	return joined([...parts, Uint8Array.of(0xff, 0xd9)]);
}

/** Remarks and what programs add are left out, but for how often it is played (GIF89a, 24 and 26). */
function gif(b: Uint8Array): Uint8Array {
	const table = (flags: number): number => (flags & 0x80 ? 3 << ((flags & 7) + 1) : 0);
	const head = 13 + table(b[10]);
	const parts: Uint8Array[] = [b.subarray(0, head)];
	const blocksEnd = (from: number): number => {
		let at = from;
		while (at < b.length && b[at]) at += b[at] + 1;
		return at + 1;
	};
	for (let at = head; at < b.length;) {
		if (b[at] === 0x2c) {
			const end = blocksEnd(at + 10 + table(b[at + 9]) + 1);
			parts.push(b.subarray(at, end));
			at = end;
		} else if (b[at] === 0x21) {
			const end = blocksEnd(at + 2);
			const name = b[at + 1] === 0xff ? ascii(b, at + 3, 11) : '';
			if (b[at + 1] === 0xf9 || /^(?:NETSCAPE|ANIMEXTS)/.test(name)) parts.push(b.subarray(at, end));
			at = end;
		} else break;
	}
	return joined([...parts, Uint8Array.of(0x3b)]);
}

/** Exif and XMP are left out (RFC 9649, 2.7). */
function webp(b: Uint8Array): Uint8Array {
	const view = new DataView(b.buffer, b.byteOffset, b.length);
	const parts: Uint8Array[] = [b.slice(0, 12)];
	for (let at = 12; at + 8 <= b.length;) {
		const size = view.getUint32(at + 4, true);
		const end = at + 8 + size + (size & 1);
		const type = ascii(b, at, 4);
		if (type === 'VP8X') {
			const chunk = b.slice(at, end);
			chunk[8] &= ~0x0c;
			parts.push(chunk);
		} else if (type !== 'EXIF' && type !== 'XMP ') parts.push(b.subarray(at, end));
		at = end;
	}
	const out = joined(parts);
	new DataView(out.buffer).setUint32(4, out.length - 8, true);
	return out;
}

/** The same picture with nothing beside it; one that is not what it says stays as it is. */
export function cleanPicture(type: string, bytes: Uint8Array): Uint8Array {
	try {
		if (type === 'image/png') return png(bytes);
		if (type === 'image/jpeg') return jpeg(bytes);
		if (type === 'image/gif') return gif(bytes);
		if (type === 'image/webp') return webp(bytes);
	} catch (e) {
		// broken off in the middle: what is left in it is looked for in the file that is written
		if (!(e instanceof RangeError)) throw e;
	}
	return bytes;
}

/** The same for a data address. */
export function cleanPictureData(src: string): string {
	const a = assetFromData(src);
	return a ? assetToData({ ...a, id: '', createdAt: 0, bytes: cleanPicture(a.type, a.bytes) }) : src;
}
