/** Pictures lose what is written beside them and nothing of themselves. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { cleanPicture } from '.';

const bytes = (...parts: (string | number[])[]): Uint8Array =>
	Uint8Array.from(parts.flatMap((p) => (typeof p === 'string' ? [...p].map((c) => c.charCodeAt(0)) : p)));
const text = (b: Uint8Array): string => String.fromCharCode(...b);
const be32 = (n: number) => [n >>> 24, (n >> 16) & 255, (n >> 8) & 255, n & 255];
const le32 = (n: number) => be32(n).reverse();

test('PNG: texts, times and Exif go, what stands behind the end too (PNG third edition, 11.3)', () => {
	const chunk = (type: string, data: string) => bytes(be32(data.length), type, data, [1, 2, 3, 4]);
	const all = (...chunks: Uint8Array[]) => bytes([0x89], 'PNG\r\n\x1a\n', ...chunks.map((c) => [...c]));
	const own = ['IHDR', 'iCCP', 'IDAT', 'IDAT'].map((type) => chunk(type, `data of ${type}`));
	const end = chunk('IEND', '');
	const with_ = all(
		own[0],
		chunk('tEXt', 'Author\0Vera'),
		own[1],
		chunk('eXIf', 'Vera'),
		own[2],
		chunk('iTXt', 'Vera'),
		chunk('tIME', '1234567'),
		own[3],
		end,
		bytes('Vera')
	);
	assert.deepEqual(cleanPicture('image/png', with_), all(...own, end));
});

const exif = (little: boolean, way: number) => {
	const n16 = (n: number) => (little ? [n & 255, n >> 8] : [n >> 8, n & 255]);
	const n32 = (n: number) => (little ? le32(n) : be32(n));
	const tiff = bytes(
		little ? 'II' : 'MM',
		n16(42),
		n32(8),
		n16(2),
		n16(0x013b),
		n16(2),
		n32(4),
		'Vera',
		n16(0x0112),
		n16(3),
		n32(1),
		n16(way),
		[0, 0],
		n32(0)
	);
	return segment(0xe1, 'Exif\0\0' + text(tiff));
};
const segment = (kind: number, data: string) =>
	bytes([0xff, kind, (data.length + 2) >> 8, (data.length + 2) & 255], data);

test('JPEG: Exif, XMP, IPTC and remarks go, the way it is turned stays (ITU-T T.81, B.1)', () => {
	const scan = bytes([0xff, 0xda, 0, 4, 1, 2], [7, 0xff, 0, 8, 0xff, 0xd0, 9]);
	const own = [segment(0xe0, 'JFIF\0'), segment(0xe2, 'ICC_PROFILE\0'), segment(0xdb, 'table')];
	const all = (...parts: Uint8Array[]) => bytes([0xff, 0xd8], ...parts.map((p) => [...p]), [0xff, 0xd9]);
	for (const little of [true, false]) {
		const out = cleanPicture(
			'image/jpeg',
			all(
				own[0],
				exif(little, 6),
				segment(0xe1, 'http://ns.adobe.com/xap/1.0/\0Vera'),
				own[1],
				segment(0xed, 'Photoshop Vera'),
				segment(0xfe, 'by Vera'),
				own[2],
				scan,
				segment(0xc4, 'more'),
				scan
			)
		);
		assert.doesNotMatch(text(out), /Vera/);
		const turned = out.slice(2 + own[0].length, 2 + own[0].length + 36);
		assert.match(text(turned), /^\xff\xe1\0\x22Exif\0\0MM\0\*/);
		assert.equal(turned[29], 6);
		assert.deepEqual(
			bytes([...out.slice(0, 2 + own[0].length)], [...out.slice(2 + own[0].length + 36)]),
			all(...own, scan, segment(0xc4, 'more'), scan)
		);
	}
	assert.deepEqual(cleanPicture('image/jpeg', all(own[0], exif(true, 1), scan)), all(own[0], scan));
});

test('GIF: remarks and additions of programs go, how often it is played stays (GIF89a, 24 and 26)', () => {
	const head = bytes('GIF89a', [2, 0, 2, 0, 0x80, 0, 0], [0, 0, 0, 255, 255, 255]);
	const loop = bytes([0x21, 0xff, 11], 'NETSCAPE2.0', [3, 1, 0, 0, 0]);
	const control = bytes([0x21, 0xf9, 4, 0, 0, 0, 0, 0]);
	const picture = bytes([0x2c, 0, 0, 0, 0, 2, 0, 2, 0, 0, 2, 2, 0x4c, 1, 0]);
	const all = (...parts: Uint8Array[]) => bytes(...[head, ...parts].map((p) => [...p]), [0x3b]);
	const remark = bytes([0x21, 0xfe, 4], 'Vera', [0]);
	const xmp = bytes([0x21, 0xff, 11], 'XMP DataXMP', [4], 'Vera', [0]);
	assert.deepEqual(cleanPicture('image/gif', all(loop, remark, control, picture, xmp)), all(loop, control, picture));
});

test('WebP: Exif and XMP go, with the marks that say they are there (RFC 9649, 2.7)', () => {
	const chunk = (type: string, data: string) => bytes(type, le32(data.length), data, data.length % 2 ? [0] : []);
	const all = (...chunks: Uint8Array[]) => {
		const inside = bytes('WEBP', ...chunks.map((c) => [...c]));
		return bytes('RIFF', le32(inside.length), [...inside]);
	};
	const dim = '\0\0\0\x01\0\0\x01\0\0';
	const out = cleanPicture(
		'image/webp',
		all(chunk('VP8X', `\x1c${dim}`), chunk('VP8 ', 'odd'), chunk('EXIF', 'Vera'), chunk('XMP ', 'Vera'))
	);
	assert.deepEqual(out, all(chunk('VP8X', `\x10${dim}`), chunk('VP8 ', 'odd')));
});

test('whatever bytes: an answer, never an error', () => {
	fc.assert(
		fc.property(
			fc.constantFrom('image/png', 'image/jpeg', 'image/gif', 'image/webp', 'image/bmp'),
			fc.uint8Array({ maxLength: 200 }),
			(type, b) => assert.ok(cleanPicture(type, b) instanceof Uint8Array)
		),
		{ numRuns: 2000 }
	);
});
