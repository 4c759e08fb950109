/** Captions as each manual has them, in the language of the paper, in every format; and read back as they were. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import { captionNames, cleanPage, KINDS, NO_FIELDS, setupOf, type CaptionLook } from '../page';
import type { Paper } from '../paper';
import { toManuscript } from '../paper';
import { captionNamesOf, crossRefText, readNumbered } from '../manuscript';
import { writeDocxBytes } from './docx';
import { captionLabel, type FinalBlock, type FinalDoc, type FinalInline } from './final';
import { writeHtml } from './html';
import { writeOdt } from './odt';
import { writePages } from './pages';
import { readDocument } from './readers';

const PNG =
	'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
const t = (text: string): FinalInline => ({ t: 'text', run: { text } });
const cell = (text: string) => ({ header: false, colspan: 1, rowspan: 1, align: '' as const, paragraphs: [[t(text)]] });
const table = (number: number, words: string): FinalBlock => ({
	t: 'table',
	id: `t${number}`,
	number,
	rows: [[cell(`cell ${number}`)]],
	caption: [t(words)]
});
const figure = (number: number, words: string): FinalBlock => ({
	t: 'figure',
	id: `f${number}`,
	number,
	src: PNG,
	alt: `picture ${number}`,
	caption: [t(words)]
});
const LOOKS: CaptionLook[] = ['run-in', 'own-line', 'mla', 'ieee'];
/** Neighbours of a kind, and of both kinds, which is where a caption may be taken for the next thing's. */
const doc = (captions: CaptionLook, lang = 'en-GB'): FinalDoc => ({
	title: '',
	lang,
	authors: [],
	numbersAnew: false,
	captions,
	blocks: [
		{ t: 'paragraph', inlines: [t('Before.'), { t: 'ref', target: 't4', show: 'label', text: 'Table 4' }] },
		figure(1, 'Lamps'),
		figure(2, 'Bells'),
		{ t: 'paragraph', inlines: [t('Between.')] },
		table(1, 'Prices'),
		table(2, 'Hours'),
		{ t: 'paragraph', inlines: [t('Then.')] },
		figure(3, 'Quays'),
		{ t: 'paragraph', inlines: [t('After.')] },
		table(3, 'Men'),
		{ t: 'paragraph', inlines: [t('End.')] },
		table(4, 'Women')
	]
});
const setup = (captions: CaptionLook) => ({ ...setupOf(cleanPage(null), 'en-GB'), captions });
const shape = (p: Paper) =>
	p.blocks.map((b) => {
		const words = (list: { t: string; text?: string }[]) => list.map((i) => i.text ?? i.t).join('|');
		if (b.t === 'figure')
			return `figure ${b.asset ? 'with' : 'without'} ${b.alt}: ${words(b.caption.content as never)}`;
		if (b.t === 'table')
			return `table ${JSON.stringify(b.rows).match(/cell \d/)![0]}: ${words((b.caption?.content ?? []) as never)}`;
		return b.t;
	});
const WANTED = [
	'paragraph',
	'figure with picture 1: Lamps',
	'figure with picture 2: Bells',
	'paragraph',
	'table cell 1: Prices',
	'table cell 2: Hours',
	'paragraph',
	'figure with picture 3: Quays',
	'paragraph',
	'table cell 3: Men',
	'paragraph',
	'table cell 4: Women'
];

test('numbers and words as each manual has them (APA 7, 7.10; MLA 9, 1.7; Turabian 9, 26; IEEE; from memory)', () => {
	const said = (look: CaptionLook, lang = 'en-GB') =>
		[table(4, ''), figure(2, '')].map((b) => {
			const l = captionLabel(b as Extract<FinalBlock, { t: 'table' }>, { lang, captions: look });
			return `${l.word} ${l.number}${l.end} ${l.above ? 'above' : 'below'}${l.ownLine ? ', own line' : ''}`;
		});
	assert.deepEqual(said('run-in'), ['Table 4. above', 'Figure 2. below']);
	assert.deepEqual(said('own-line'), ['Table 4 above, own line', 'Figure 2 above, own line']);
	assert.deepEqual(said('mla'), ['Table 4 above, own line', 'Fig. 2. below']);
	assert.deepEqual(said('ieee'), ['Table IV above, own line', 'Fig. 2. below']);
	assert.deepEqual(said('run-in', 'de-AT'), ['Tabelle 4. above', 'Abbildung 2. below']);
	assert.deepEqual(said('mla', 'de'), ['Tabelle 4 above, own line', 'Abb. 2. below']);
	assert.equal(captionNames('run-in', 'nn-NO').table, 'Tabell');
	assert.equal(captionNames('run-in', 'tlh').figure, 'Figure');
	const of = Object.fromEntries(KINDS.map((k) => [k.id, k.setup.captions]));
	assert.deepEqual(of.student, 'own-line');
	assert.deepEqual([of.essay, of['thesis-chapter'], of.conference, of.plain], ['mla', 'run-in', 'ieee', 'run-in']);
});

test('references say what the captions say: by the kind of paper, in the language of the style', () => {
	const paper = readDocument(
		'a.md',
		new TextEncoder().encode(
			'# A\n\nText.\n\n![picture](data:image/png;base64,AAAA)\n\n| a |\n|---|\n| b |\n\n: Prices\n'
		),
		() => null,
		[]
	).paper;
	const made = toManuscript(paper).doc;
	const styled = (kind: string, locale: string) =>
		made.type.create(
			{
				...made.attrs,
				style: { id: 'x', title: 'x', form: 'in-text', locale, facts: null },
				settings: { page: { kind } }
			},
			made.content
		);
	const all = readNumbered(made);
	const id = [...all].find(([, n]) => n.kind === 'table')![0];
	const label = (kind: string, locale: string) => crossRefText(all, id, 'label', captionNamesOf(styled(kind, locale)));
	assert.equal(label('plain', ''), 'Table 1');
	assert.equal(label('conference', 'en-US'), 'Table I');
	assert.equal(label('plain', 'fr-FR'), 'Tableau 1');
});

for (const look of LOOKS)
	for (const [ending, write] of [
		['docx', (d: FinalDoc) => writeDocxBytes(d, { setup: setup(look), fields: NO_FIELDS })],
		['odt', (d: FinalDoc) => Promise.resolve(writeOdt(d, { setup: setup(look), fields: NO_FIELDS }))],
		['html', (d: FinalDoc) => Promise.resolve(new TextEncoder().encode(writeHtml(d)))]
	] as const)
		for (const lang of ['en-GB', 'de-DE'])
			test(`${look}, ${lang}: from ${ending} each thing comes back with its own caption, without the number`, async () => {
				const back = readDocument(`a.${ending}`, await write(doc(look, lang)), () => null, []);
				assert.deepEqual(shape(back.paper), WANTED);
			});

test('in DOCX and ODT the looks are those of styles, the number is a field, and roman where the manual counts so', async () => {
	const parts = unzipSync(await writeDocxBytes(doc('ieee'), { setup: setup('ieee'), fields: NO_FIELDS }));
	const text = strFromU8(parts['word/document.xml']);
	assert.match(text, /Table <\/w:t><\/w:r>.{0,120}SEQ Table \\\* ROMAN.{0,200}IV</s);
	assert.match(text, /Fig\. <\/w:t>/);
	const style = (id: string) =>
		new RegExp(`w:styleId="${id}".*?</w:style>`, 's').exec(strFromU8(parts['word/styles.xml']))![0];
	assert.match(style('TableCaption'), /w:jc w:val="center".*w:smallCaps/s);
	const apa = unzipSync(await writeDocxBytes(doc('own-line'), { setup: setup('own-line'), fields: NO_FIELDS }));
	const words = strFromU8(apa['word/document.xml']);
	assert.ok(words.indexOf('SEQ Figure') < words.indexOf('<w:drawing'), 'the caption stands above the figure');
	assert.doesNotMatch(words.slice(words.indexOf('SEQ Figure')), /<w:i\/>/);
	const odt = strFromU8(unzipSync(writeOdt(doc('ieee'), { setup: setup('ieee'), fields: NO_FIELDS }))['content.xml']);
	assert.match(
		odt,
		/Table <text:sequence [^>]*style:num-format="I"[^>]*>IV<\/text:sequence><\/text:span><text:line-break\/>/
	);
});

test('on pages: above, below, in the middle, in italics', () => {
	const pages = (look: CaptionLook) => writePages(doc(look), setup(look), NO_FIELDS);
	const apa = pages('own-line');
	assert.match(apa.html, /<figure[^>]*><figcaption><b class="label">Figure 1<\/b><br>Lamps<\/figcaption><img/);
	assert.match(
		apa.css,
		/figcaption \{ text-align: left; font-style: italic \} figcaption \.label \{ font-style: normal \}/
	);
	const mla = pages('mla');
	assert.match(mla.html, /<img[^>]*><figcaption><span class="label">Fig\. 1\.<\/span> Lamps<\/figcaption>/);
	assert.match(mla.css, /figcaption \{ text-align: center \}/);
});

test('the distance of lines is said with its rule everywhere: without it other programs cut pictures down to a line', async () => {
	for (const look of LOOKS) {
		const parts = unzipSync(await writeDocxBytes(doc(look), { setup: setup(look), fields: NO_FIELDS }));
		for (const [name, bytes] of Object.entries(parts))
			for (const [spacing] of strFromU8(bytes).matchAll(/<w:spacing [^>]*w:line="[^>]*>/g))
				assert.match(spacing, /w:lineRule="auto"/, name);
	}
});
