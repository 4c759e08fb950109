/**
 * Files for word processors and browsers, read again by our own readers: words, notes, tables, figures, formulas, lists
 * and references come back, and what was written once stays as it is.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { countPaper, everyLine, fromManuscript, textOf, toManuscript, type Paper } from '../paper';
import { randomDoc } from '../paper/random-doc';
import { readDoc, SCHEMA_VERSION, type CitingForm } from '../manuscript';
import { toFinal, writeHtml, type FinalDoc, type Formatted } from '.';
import { writeDocxBytes } from './docx';
import { formattedPaper } from './formatted';
import { writeOdt } from './odt';
import { readDocument } from './readers';
import { letters } from '../paper/random-paper';
import { plainBlocks } from './writers/same-paper';

const FORMATS: Record<string, (f: FinalDoc) => Uint8Array | Promise<Uint8Array>> = {
	odt: (f) => writeOdt(f),
	docx: (f) => writeDocxBytes(f),
	html: (f) => new TextEncoder().encode(writeHtml(f))
};
const formatted: Formatted = { citations: new Map(), entries: null, hanging: false, aligned: false, lang: 'en-GB' };

const final = (paper: Paper, form: CitingForm = 'in-text'): FinalDoc =>
	toFinal(toManuscript(paper).doc, '', ['Ida Lark'], form, formatted);
/** A manuscript of any shape; citations print nothing. */
const anyPaper = randomDoc.map((content) =>
	fromManuscript(readDoc({ version: SCHEMA_VERSION, content: JSON.stringify(content) }))
);

for (const [ending, write] of Object.entries(FORMATS)) {
	const read = async (f: FinalDoc) => readDocument(`a.${ending}`, await write(f), () => null, []);

	test(`${ending}: every word and everything numbered of any manuscript comes back, and stays as it is`, async () => {
		await fc.assert(
			fc.asyncProperty(anyPaper, async (paper) => {
				const given = final(paper);
				const first = await read(given);
				const once = first.paper;
				const all = letters([...everyLine(once)].map((l) => textOf(l.line)).join(' '));
				for (const { line } of everyLine(formattedPaper(given, { numbers: 'live' })))
					for (const i of line) if (i.t === 'text') assert.ok(all.includes(letters(i.text)), i.text);
				const counted = (p: Paper) => {
					const { footnotes, endnotes, tables, equations } = countPaper(p);
					return { footnotes, endnotes, tables, equations };
				};
				assert.deepEqual(counted(once), counted(formattedPaper(given, { numbers: 'live' })));
				const again = await read(final(once));
				// as a manuscript holds them: it has four levels of headings
				const kept = (p: Paper) => plainBlocks(fromManuscript(toManuscript(p).doc));
				assert.deepEqual(kept(again.paper), kept(once));
			}),
			{ numRuns: Number(process.env.FUZZ ?? 60) }
		);
	});
}
