/** What our own writer makes is read again: the counts of a demo manuscript are those of its file. */
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { fileURLToPath } from 'node:url';
import { docFromText, readCitations } from '../../../manuscript';
import { countPaper, fromManuscript } from '../../../paper';
import { toFinal } from '../..';
import { writeDocxBytes } from '../../docx';
import { readDocument } from '..';

const demo = (name: string) =>
	docFromText(readFileSync(fileURLToPath(new URL(`../../../../../../demo/${name}.txt`, import.meta.url)), 'utf8'));

test('headings, paragraphs, tables and notes of a chapter come back from its word-processor file', async () => {
	for (const name of ['chapter', 'article', 'essay']) {
		const doc = demo(name);
		const { citations } = readCitations(doc, 'in-text');
		const final = toFinal(doc, '', [], 'in-text', {
			citations: new Map(citations.map((c) => [c.id, { runs: [{ text: `(${c.cites[0].sourceId})` }], leadRuns: [] }])),
			entries: [],
			hanging: true,
			aligned: false,
			lang: 'en-GB',
			picture: (id) => id,
			source: () => undefined
		});
		const read = countPaper(readDocument(`${name}.docx`, await writeDocxBytes(final), () => null).paper);
		const own = countPaper(fromManuscript(doc));
		const of = (c: typeof own) => [c.footnotes, c.endnotes, c.tables, c.lists, c.equations];
		assert.deepEqual(of(read), of(own), name);
		// the heading of an empty bibliography is not written
		assert.ok(Math.abs(read.headings - own.headings) <= 1, `${name}: ${read.headings} of ${own.headings}`);
	}
});
