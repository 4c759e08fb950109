/** A chapter and a whole work in files: their numbers are those of the work, in every format that counts by itself too. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { Transform } from 'prosemirror-transform';
import { docFromText, NO_COUNTS, setDocAttrs, settingsOf, type DocStyle } from '../manuscript';
import { textOf } from '../paper';
import { joinWork, newWork, placeOf } from '../work';
import { formattedPaper, toFinal, writeHtml, type FinalDoc } from './index';
import { writeDocxBytes } from './docx';
import { writeOdt } from './odt';
import { readDocument } from './readers';
import { writeText } from './writers/text';

const style: DocStyle = {
	id: 'chicago-fullnote-bibliography',
	title: 'Chicago',
	form: 'footnotes',
	locale: '',
	facts: null
};
/** One point. */
const DOT =
	'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mNkYAAAAAYAAjCB0C8AAAAASUVORK5CYII=';
const FIGURE = (id: string) => `{{figure #${id} dot | A lamp | Lamps}}`;
const A = `# One\n\nA note. ((First.)) And another. ((Second.))\n\n${FIGURE('a')}\n\n{{equation #ea x=1}}`;
const B = `# Two\n\nSee {{#a}} and {{#eb}}. ((Third.))\n\n${FIGURE('b')}\n\n${FIGURE('c')}\n\n{{equation #eb y=2}}`;
const making = { listHeading: () => 'Works', numeric: false };
const work = newWork('Both', ['a', 'b']);
const docs = new Map([
	['a', docFromText(A, undefined, style, () => DOT)],
	['b', docFromText(B, undefined, style, () => DOT)]
]);
const joined = joinWork(work, docs, making);
const final = (doc: typeof joined.doc): FinalDoc =>
	toFinal(doc, 'Both', [], 'footnotes', {
		citations: new Map(),
		entries: [],
		hanging: true,
		aligned: false,
		lang: 'en-US'
	});
const second = docs.get('b')!;
const alone = final(
	setDocAttrs(new Transform(second), {
		settings: { ...settingsOf(second), work: placeOf(work, joined, 'b', second).work }
	}).doc
);
const whole = final(joined.doc);
const part = (file: Uint8Array, name: string) => strFromU8(unzipSync(file)[name]);

test('words: “Figure 2.1”, and a reference to another chapter by what it is there', () => {
	for (const doc of [alone, whole]) {
		const html = writeHtml(doc);
		for (const said of ['Figure 2.1.', 'Figure 2.2.', '(2.1)', 'Figure 1.1']) assert.ok(html.includes(said), said);
		const { text } = writeText(formattedPaper(doc, { numbers: 'words' }));
		assert.match(text, /See Figure 1\.1 and Equation 2\.1/);
		assert.match(text, /Figure 2\.2\. Lamps/);
	}
	assert.match(writeHtml(alone), /<sup>3<\/sup>/);
	assert.doesNotMatch(writeHtml(alone), /<sup>1<\/sup>/);
});

// ECMA-376-1, 17.11.20 numStart and 17.16.5.55 SEQ, \r
test('DOCX: notes of a chapter go on from those before, fields of captions begin anew in each chapter', async () => {
	const one = await writeDocxBytes(alone);
	assert.match(part(one, 'word/settings.xml'), /<w:footnotePr><w:numStart w:val="3"\/><\/w:footnotePr><w:compat>/);
	const xml = part(await writeDocxBytes(whole), 'word/document.xml');
	const fields = [...xml.matchAll(/w:instr="(SEQ [^"]+)"/g)].map((m) => m[1].trim());
	assert.deepEqual(fields, [
		'SEQ Figure \\* ARABIC \\r 1',
		'SEQ Equation \\* ARABIC \\r 1',
		'SEQ Figure \\* ARABIC \\r 1',
		'SEQ Figure \\* ARABIC',
		'SEQ Equation \\* ARABIC \\r 1'
	]);
	assert.doesNotMatch(part(await writeDocxBytes(whole), 'word/settings.xml'), /numStart/);
});

// OpenDocument 1.3-3, 16.29 text:notes-configuration and 7.4.13 text:sequence
test('ODT: the same by the start value of notes and the formulas of sequences', () => {
	assert.match(part(writeOdt(alone), 'styles.xml'), /text:note-class="footnote"[^>]*text:start-value="2"/);
	const xml = part(writeOdt(whole), 'content.xml');
	assert.match(xml, /Figure 2\.<text:sequence[^>]*text:formula="ooow:1"[^>]*>1<\/text:sequence>/);
	assert.match(xml, /Figure 2\.<text:sequence[^>]*text:formula="ooow:Figure\+1"[^>]*>2<\/text:sequence>/);
});

test('read back, captions are their words alone, and references lead to what they did', async () => {
	for (const [name, file] of [
		['a.docx', await writeDocxBytes(whole)],
		['a.odt', writeOdt(whole)],
		['a.html', new TextEncoder().encode(writeHtml(whole))]
	] as const) {
		const { paper } = readDocument(name, file, () => null);
		const figures = paper.blocks.filter((b) => b.t === 'figure');
		assert.deepEqual(
			figures.map((f) => textOf(f.caption.content)),
			['Lamps', 'Lamps', 'Lamps'],
			name
		);
		// words with a link, in HTML
		if (name === 'a.html') continue;
		const ids = new Set(figures.map((f) => f.id));
		const refs = paper.blocks.flatMap((b) => (b.t === 'paragraph' ? b.content : [])).filter((i) => i.t === 'cross-ref');
		assert.ok(refs.length >= 1 && refs.some((r) => ids.has(r.target)), name);
	}
});

test('numbers from outside that make no sense are none', () => {
	const doc = setDocAttrs(new Transform(second), {
		settings: {
			...settingsOf(second),
			work: { before: { notes: -3, footnote: 'x', chapter: 1.5 }, elsewhere: { a: 7 } } as never
		}
	}).doc;
	assert.deepEqual(settingsOf(doc).work?.before, NO_COUNTS);
	assert.deepEqual(settingsOf(doc).work?.elsewhere, {});
});
