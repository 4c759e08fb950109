/** Papers for blind review: names in every form are covered, what is of others stays, and nothing is left in a file. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import type { FinalBlock, FinalDoc, FinalInline } from '../document';
import { coveredItem, coverFinal, leftNames, type Place, type Who } from '.';
import { coverFields } from './fields';
import { namePattern } from './names';

const who = (over: Partial<Who> = {}): Who => ({
	names: ['Vera M. Lindgate'],
	titles: [],
	institutions: [],
	citations: new Set(),
	...over
});
const t = (text: string, more: object = {}): FinalInline => ({ t: 'text', run: { text }, ...more });
const p = (...inlines: FinalInline[]): FinalBlock => ({ t: 'paragraph', inlines });
const h = (text: string, level = 2): FinalBlock => ({ t: 'heading', id: text, level, inlines: [t(text)] });
const doc = (...blocks: FinalBlock[]): FinalDoc => ({
	title: 'Lamps',
	lang: 'en-GB',
	authors: ['Vera M. Lindgate'],
	numbersAnew: false,
	blocks
});
const textOf = (d: FinalDoc): string => JSON.stringify(d.blocks);
const covered = (text: string, over: Partial<Who> = {}): string => {
	const { final } = coverFinal(doc(p(t(text))), who(over), new Set());
	return (final.blocks[0] as { inlines: { run: { text: string } }[] }).inlines.map((i) => i.run.text).join('');
};

test('a name is found in every form that is usual, and nothing else is', () => {
	for (const form of [
		'Vera Lindgate',
		'Vera M. Lindgate',
		'V. M. Lindgate',
		'V.M. Lindgate',
		'VM Lindgate',
		'V. Lindgate',
		'Lindgate, Vera M.',
		'Lindgate, V. M.',
		'Lindgate, V.M.',
		'Lindgate V',
		'Lindgate',
		'LINDGATE',
		'VERA LINDGATE'
	])
		assert.equal(covered(`as ${form} has it`), 'as [Author] has it', form);
	assert.equal(
		covered('Lindgate’s lamps; the Lindgates, Lindgateshire, a lindgate'),
		'[Author]’s lamps; the Lindgates, Lindgateshire, a lindgate'
	);
	// another of the family is somebody else, but the name would lead to her all the same
	assert.equal(covered('Otto Lindgate wrote'), 'Otto [Author] wrote');
	assert.equal(covered('Vera wrote'), 'Vera wrote');
});

test('particles, hyphens, accents as typed, decomposed, left out or written out, and names without spaces', () => {
	const one = (name: string, text: string) => covered(text, { names: [name] });
	assert.equal(one('Jana van der Meer', 'by J. van der Meer and Van der Meer'), 'by [Author] and Van der [Author]');
	assert.equal(one('Anne-Marie Groß-Müller', 'A.-M. Groß‑Müller'), '[Author]');
	for (const form of ['Müller', 'Mu\u0308ller', 'Muller', 'Mueller', 'MÜLLER', 'MUELLER'])
		assert.equal(one('Ida Müller', `Ida ${form}.`), '[Author].', form);
	assert.equal(one('Ida O’Lark', "I. O'Lark"), '[Author]');
	assert.equal(one('王小明', '由王小明撰寫'), '由[Author]撰寫');
	assert.equal(namePattern('  '), null);
	assert.equal(namePattern('42'), null);
});

test('across marks and notes; links, addresses, titles and institutions too', () => {
	const note: FinalInline = {
		t: 'note',
		kind: 'footnote',
		number: 1,
		paragraphs: [[t('Thanks to V. '), t('Lindgate', { run: { text: 'Lindgate', italic: true } })]]
	};
	const { final, places } = coverFinal(
		doc(
			h('Where'),
			p(
				t('See Vera '),
				{ t: 'text', run: { text: 'Lindgate', bold: true, link: 'https://lark.example' } },
				t(' at v.lindgate@callow.example'),
				note
			),
			{
				t: 'figure',
				id: 'f',
				src: '',
				alt: 'Drawn by Vera Lindgate',
				caption: [t('Photograph: V. Lindgate')],
				number: 1
			}
		),
		who(),
		new Set()
	);
	assert.doesNotMatch(textOf(final), /Lindgate|lindgate|lark\.example/);
	assert.match(textOf(final), /\[Address removed for review\]/);
	assert.deepEqual(
		places.map((x) => [x.kind, x.where, x.found]),
		[
			['name', 'Where', 'V. Lindgate'],
			['name', 'Where', 'Vera Lindgate'],
			['address', 'Where', 'v.lindgate@callow.example'],
			['name', 'Where', 'V. Lindgate'],
			['name', 'Where', 'Vera Lindgate']
		]
	);
	const also = { titles: ['A town by the bell: Port Ennis'], institutions: ['University of Callow'] };
	assert.equal(
		covered('In A Town by the Bell: Port  Ennis, at the University of Callow', also),
		'In [Title removed for review], at the [Institution removed for review]'
	);
});

test('what is printed for works of others stays, for one’s own it does not; a place that is kept stays', () => {
	const line = [t('Lindgate', { cite: 'theirs' }), t(' and '), t('Lindgate', { cite: 'own' })];
	const { final, places } = coverFinal(doc(p(...line)), who({ citations: new Set(['own']) }), new Set());
	assert.deepEqual((final.blocks[0] as { inlines: FinalInline[] }).inlines, [
		line[0],
		line[1],
		t('[Author]', { cite: 'own' })
	]);
	const twice = doc(p(t('Lindgate, Lindgate and Lindgate')));
	const all = coverFinal(twice, who(), new Set()).places;
	assert.equal(new Set(all.map((x) => x.key)).size, 3);
	const second = coverFinal(twice, who(), new Set([all[1].key])).final;
	assert.match(textOf(second), /\[Author\], Lindgate and \[Author\]/);
	assert.equal(places.length, 1);
});

test('thanks and money are taken out to the next heading of their level; words that point to the writers are said', () => {
	const blocks = [
		h('Body'),
		p(t('As I argued elsewhere, our earlier work says so.')),
		h('Acknowledgements'),
		p(t('I thank my mother.')),
		h('Of the town', 3),
		p(t('And the town.')),
		h('References')
	];
	const { final, places } = coverFinal(doc(...blocks), who(), new Set());
	assert.deepEqual(
		final.blocks.map((b) => (b.t === 'heading' ? b.id : b.t)),
		['Body', 'paragraph', 'Acknowledgements', 'paragraph', 'References']
	);
	const said = (kind: Place['kind']) => places.filter((x) => x.kind === kind);
	assert.deepEqual(
		said('hint').map((x) => x.found),
		['As I argued elsewhere', 'our earlier work']
	);
	assert.equal(
		said('hint').every((x) => x.instead === ''),
		true
	);
	const [section] = said('section');
	assert.equal(coverFinal(doc(...blocks), who(), new Set([section.key])).final.blocks.length, blocks.length);
	assert.deepEqual(final.authors, []);
});

test('a source of one’s own is an author and a year; fields before the text keep title, date, abstract and keywords', () => {
	const item = coveredItem({
		id: 'a',
		type: 'book',
		title: 'Bells',
		author: [{ family: 'Lindgate', given: 'Vera' }],
		issued: { 'date-parts': [[2019, 3, 4]] },
		DOI: '10.5555/x',
		publisher: 'Callow',
		note: 'mine',
		language: 'en'
	});
	assert.deepEqual(item, {
		id: 'a',
		type: 'document',
		author: [{ literal: 'Author' }],
		title: '[Title removed for review]',
		issued: { 'date-parts': [[2019]] },
		language: 'en'
	});
	const fields = coverFields(
		{
			affiliation: 'Callow',
			course: 'History 2',
			instructor: 'I. Lark',
			date: 'May',
			runningHead: 'LAMPS',
			abstract: 'By me',
			keywords: 'lamp',
			authorNote: 'Write to me'
		},
		(s) => s.replace('me', 'it')
	);
	assert.deepEqual(fields, {
		affiliation: '',
		course: 'History 2',
		instructor: '',
		date: 'May',
		runningHead: 'LAMPS',
		abstract: 'By it',
		keywords: 'lamp',
		authorNote: '[Removed for review]'
	});
});

test('a written file is looked through: words parted by tags, attributes, properties, pictures', () => {
	const zip = zipSync({
		'word/document.xml': strToU8(
			'<w:p><w:r><w:t>Vera </w:t></w:r><w:r><w:t>Lind</w:t></w:r><w:r><w:t>gate</w:t></w:r></w:p><w:p><wp:docPr descr="Lamp of V. Lindgate"/></w:p><w:p>end</w:p><w:p>Lindgate</w:p>'
		),
		'docProps/core.xml': strToU8('<dc:creator>Lindgate &amp; Co</dc:creator>'),
		'word/media/a.png': Uint8Array.from([0x89, 1, 2, ...strToU8('Artist V. Lindgate'), 0, 3])
	});
	assert.deepEqual(
		leftNames(zip, ['Vera M. Lindgate']).map((l) => [l.part, l.found]),
		[
			['word/document.xml', 'Vera Lindgate'],
			['word/document.xml', 'Lindgate'],
			['word/document.xml', 'V. Lindgate'],
			['docProps/core.xml', 'Lindgate'],
			['word/media/a.png', 'V. Lindgate']
		]
	);
	assert.deepEqual(leftNames('Nobody is named. A lindgate.', ['Vera Lindgate']), []);
	assert.deepEqual(leftNames('anything', []), []);
	// an address in any case; the letters of a picture are no words, however many there are
	assert.deepEqual(
		leftNames('Write to vera.lindgate@callow.example, or see https://callow.example/~LINDGATE/x.', [
			'Vera Lindgate'
		]).map((l) => l.found),
		['vera.lindgate@callow.example', 'https://callow.example/~LINDGATE/x.']
	);
	const picture = `data:image/png;base64,${'Lindgate+A/'.repeat(20_000)}`;
	assert.deepEqual(leftNames(`<img src="${picture}" alt="a quay">`, ['Vera Lindgate']), []);
	assert.equal(leftNames(`${'a'.repeat(100_000)} Lindgate`, ['Vera Lindgate']).length, 1);
});

const WORDS = fc.stringMatching(/^[a-z ,.]{0,12}$/);
const FORMS = fc.constantFrom(
	'Vera Lindgate',
	'V. Lindgate',
	'Lindgate, V. M.',
	'Lindgate',
	'LINDGATE',
	'V.M. Lindgate'
);

test('any text with the name in it, cut into runs anywhere: nothing of the name is left, and the rest is as it was', () => {
	fc.assert(
		fc.property(
			fc.array(fc.tuple(WORDS, FORMS), { maxLength: 5 }),
			fc.array(fc.nat({ max: 200 }), { maxLength: 8 }),
			(parts, cuts) => {
				const text = parts.map(([w, f]) => `${w} ${f}; `).join('');
				const at = [...new Set([0, ...cuts.filter((c) => c < text.length), text.length])].sort((a, b) => a - b);
				const runs = at
					.slice(1)
					.map((to, i) => t(text.slice(at[i], to), { run: { text: text.slice(at[i], to), bold: i % 2 === 0 } }));
				const { final, places } = coverFinal(doc(p(...runs)), who(), new Set());
				const out = (final.blocks[0] as { inlines: { run: { text: string } }[] }).inlines
					.map((i) => i.run.text)
					.join('');
				assert.equal(out, parts.map(([w]) => `${w} [Author]; `).join(''));
				assert.equal(places.length, parts.length);
			}
		),
		{ numRuns: Number(process.env.FUZZ ?? 300) }
	);
});
