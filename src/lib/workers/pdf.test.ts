/** PDFs whole, locked and broken, read by pdf.js itself; and any bytes (FUZZ=n for a longer run). */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import * as pdfjs from 'pdfjs-dist/legacy/build/pdf.mjs';
import { tinyPdf } from '../../../e2e/pdf';
import { readPdf } from '$lib/core/capture';
import { PdfError, readFacts } from './pdf-facts';

const XMP = `<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:prism="http://prismstandard.org/namespaces/basic/2.0/"><prism:doi>10.5555/lamp.7</prism:doi></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`;
const LINES = [
	{ text: 'Lamps of the lower quay', size: 22 },
	{ text: 'Ebele Okafor', size: 11 },
	{ text: 'doi: 10.5555/quay.3', size: 10 }
];
const read = (b: Uint8Array) => readFacts(pdfjs, new Uint8Array(b).buffer);

test('a whole PDF gives its pages, its largest words, information and metadata', async () => {
	const facts = await read(tinyPdf({ Author: 'Ebele Okafor' }, LINES, { xmp: XMP }));
	assert.equal(facts.heading, 'Lamps of the lower quay');
	assert.match(facts.pages[0], /10\.5555\/quay\.3/);
	assert.equal(facts.info.Author, 'Ebele Okafor');
	assert.match(facts.xmp, /lamp\.7/);
});

test('locked, broken and foreign files are refused in words', async () => {
	const why = async (b: Uint8Array) => {
		const e = await read(b).catch((e: unknown) => e);
		assert.ok(e instanceof PdfError);
		return e.message;
	};
	assert.equal(await why(tinyPdf({}, LINES, { locked: true })), 'This PDF is locked with a password.');
	assert.equal(await why(Buffer.from('%PDF-1.4 and no more')), 'This is no whole PDF.');
	assert.match(await why(new Uint8Array()), /^This (?:is no whole PDF|PDF is broken)/);
});

const WHOLE = [tinyPdf({ Title: 'x' }, LINES, { xmp: XMP }), tinyPdf({}, LINES, { locked: true })];
const BITS = [
	'<<',
	'>>',
	'/Kids [2 0 R]',
	'1 0 R',
	'stream\n',
	'endstream',
	'/Length 9999999',
	'[',
	'(',
	'0000',
	'-1',
	'/Count 9e9',
	'obj',
	'\0'
];
const change = fc.record({
	at: fc.nat(),
	cut: fc.nat({ max: 40 }),
	put: fc.oneof(fc.constantFrom(...BITS), fc.string({ maxLength: 6 }))
});
const spoilt = fc
	.tuple(fc.constantFrom(...WHOLE), fc.array(change, { minLength: 1, maxLength: 8 }))
	.map(([whole, list]) => {
		let b = Buffer.from(whole);
		for (const { at, cut, put } of list) {
			const i = at % (b.length + 1);
			b = Buffer.concat([b.subarray(0, i), Buffer.from(put, 'latin1'), b.subarray(i + cut)]);
		}
		return new Uint8Array(b);
	});
const foreign = fc
	.uint8Array({ maxLength: 400 })
	.map((b) => new Uint8Array(Buffer.concat([Buffer.from('%PDF-1.7\n'), b])));

test('any bytes give facts or a reason, and never take long', async () => {
	let longest = 0;
	await fc.assert(
		fc.asyncProperty(fc.oneof({ weight: 4, arbitrary: spoilt }, foreign), async (bytes) => {
			const begun = performance.now();
			try {
				readPdf(await read(bytes));
			} catch (e) {
				assert.ok(e instanceof PdfError, String(e));
			}
			longest = Math.max(longest, performance.now() - begun);
		}),
		{ numRuns: Number(process.env.FUZZ ?? 150) }
	);
	if (process.env.FUZZ) console.log(`  the longest took ${longest.toFixed(0)} ms`);
});
