import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import mammoth from 'mammoth';
import { SaxesParser } from 'saxes';
import { toFinal, writeHtml } from './index';
import { writeDocxBytes } from './docx';
import { createSession } from '../citing';
import { placeCitations, readCitations, type CitingForm } from '../manuscript';
import { localeTree, styleTree } from '../../../../scripts/catalogue';
import { demoDoc, demoItems } from '../../../../scripts/demo-data';

function final(name: 'chapter' | 'article', styleId: string, form: CitingForm) {
	const s = createSession();
	s.putSources([...demoItems.values()], []);
	const info = s.useStyle(styleId, styleId, styleTree(styleId)!, localeTree);
	const doc = placeCitations(demoDoc(name), info.placement, info.punctuationInQuote).doc;
	const reading = readCitations(doc, form);
	const r = s.format({ clusters: reading.clusters, uncited: [], full: true });
	return toFinal(doc, `The ${name}`, ['Vera Lindgate'], form, {
		citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs!, leadRuns: c.leadRuns! }])),
		entries: r.bibliography!.map((e) => ({ id: e.id, runs: e.runs! })),
		hanging: info.hangingIndent,
		aligned: Boolean(info.secondFieldAlign),
		lang: info.lang
	});
}

const wellFormed = (xml: string) => {
	const p = new SaxesParser();
	p.on('error', (e) => {
		throw e;
	});
	p.write(xml).close();
};

test('DOCX of a chapter in notes: real footnotes, read back by an independent reader', async () => {
	const doc = final('chapter', 'chicago-fullnote-bibliography', 'footnotes');
	const bytes = await writeDocxBytes(doc);
	const files = unzipSync(bytes);
	for (const [name, data] of Object.entries(files)) if (/\.(xml|rels)$/.test(name)) wellFormed(strFromU8(data));
	const notes = strFromU8(files['word/footnotes.xml']);
	assert.match(notes, /Okonjo/);
	const document = strFromU8(files['word/document.xml']);
	assert.equal((document.match(/<w:footnoteReference /g) ?? []).length, 52);
	// the indent of entries is that of their style, never of a paragraph
	assert.doesNotMatch(document, /w:hanging=/);
	assert.match(strFromU8(files['word/styles.xml']), /w:styleId="Bibliography".*?w:hanging="720"/s);
	assert.match(document, /<w:pStyle w:val="Heading1"\/>/);
	const { value: html } = await mammoth.convertToHtml({ buffer: Buffer.from(bytes) });
	assert.match(html, /burned from dusk to the second bell\.<sup><a href="#footnote-\d+"/);
	assert.match(html, /<em>Harbour Studies<\/em> 12, no\. 3 \(2019\): 204–6/);
	assert.match(html, /I have counted it once\./);
	assert.equal((html.match(/<li id="footnote-/g) ?? []).length, 52);
});

test('DOCX with endnotes and with numbers', async () => {
	const ends = unzipSync(await writeDocxBytes(final('chapter', 'chicago-fullnote-bibliography', 'endnotes')));
	assert.equal((strFromU8(ends['word/document.xml']).match(/<w:endnoteReference /g) ?? []).length, 46);
	assert.equal((strFromU8(ends['word/document.xml']).match(/<w:footnoteReference /g) ?? []).length, 6);
	const bytes = await writeDocxBytes(final('article', 'ieee', 'in-text'));
	const { value: text } = await mammoth.extractRawText({ buffer: Buffer.from(bytes) });
	assert.match(text, /two decades \[1\]\. Its history/);
	assert.match(text, /\[1\]\tE\. Nakagawa/);
});

test('HTML says what is a note, a reference and an entry (DPUB-ARIA 1.1)', () => {
	const html = writeHtml(final('chapter', 'chicago-fullnote-bibliography', 'footnotes'));
	assert.equal((html.match(/role="doc-noteref"/g) ?? []).length, 52);
	assert.equal((html.match(/role="doc-footnote"/g) ?? []).length, 52);
	assert.equal((html.match(/role="doc-bibliography"/g) ?? []).length, 1);
	assert.equal((html.match(/class="entry"/g) ?? []).length, 30);
	for (const [, id] of html.matchAll(/href="#([^"]+)"/g)) assert.ok(html.includes(`id="${id}"`), id);
	const article = writeHtml(final('article', 'apa', 'in-text'));
	assert.match(article, /decades \(Nakagawa et al\., 2021\)\. Its history/);
	assert.match(article, /\[source needed: counts after 1931\]/);
});
