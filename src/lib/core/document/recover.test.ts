/** Live files as they come out of a program that keeps the data and takes the names off what holds a note. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { schema } from '../manuscript';
import { everyLine, textOf, toManuscript, type Paper } from '../paper';
import { cleanPage, NO_FIELDS, setupOf } from '../page';
import { toFinal } from '.';
import { writeDocxBytes } from './docx';
import { writeOdt } from './odt';
import { liveOf } from './live';
import { readDocument } from './readers';

const n = schema.nodes;
const cite = (id: string, sourceId: string) =>
	n.citation.create({ id, cites: [{ sourceId, locator: null, prefix: '', suffix: '', form: 'parenthetical' }] });
const own = n.note.create(
	{ id: 'o1', kind: 'footnote' },
	n.note_paragraph.create(null, schema.text('A note of my own.'))
);
const doc = n.doc.create({ settings: { page: { kind: 'student', fields: { course: 'History 210' } } } }, [
	n.heading.create({ id: 't', level: 1 }, schema.text('Lamps')),
	n.paragraph.create(null, [
		schema.text('They were lit.'),
		cite('c1', 's1'),
		schema.text(' As '),
		cite('c2', 's2'),
		schema.text(' shows, they went out.'),
		own
	]),
	n.paragraph.create(null, [schema.text('Again.'), cite('c3', 's1')]),
	n.bibliography.create(
		{ id: 'b1', settings: { title: '' } },
		n.heading.create({ id: 'h', level: 2 }, schema.text('Works'))
	)
]);
const printed: Record<string, [string, string]> = {
	c1: ['', 'Ebele Okafor, Night Work (Callow: Quay, 2019).'],
	c2: ['Lowe', 'Arthur Lowe, Work and Weather (Callow: Quay, 1978).'],
	c3: ['', 'Okafor, Night Work.']
};
const sources = [
	{ id: 's1', key: 'okafor', item: { id: 's1', type: 'book', title: 'Night Work' } },
	{ id: 's2', key: 'lowe', item: { id: 's2', type: 'book', title: 'Work and Weather' } }
];

async function write(ending: string): Promise<Uint8Array> {
	const final = toFinal(doc, 'Lamps', ['Ida Lark'], 'footnotes', {
		citations: new Map(
			Object.entries(printed).map(([id, [lead, note]]) => [
				id,
				{ runs: [{ text: note }], leadRuns: lead ? [{ text: lead }] : [] }
			])
		),
		entries: [
			{ id: 's2', runs: [{ text: 'Lowe, Arthur. Work and Weather. Callow: Quay, 1978.' }] },
			{ id: 's1', runs: [{ text: 'Okafor, Ebele. Night Work. Callow: Quay, 2019.' }] }
		],
		hanging: true,
		aligned: false,
		lang: 'en-GB'
	});
	const live = liveOf(doc, final, { manuscript: 'm1', authors: ['Ida Lark'], sources, sent: 'sent-1' });
	const page = {
		setup: setupOf(cleanPage({ kind: 'student' }), 'en-GB'),
		fields: { ...NO_FIELDS, course: 'History 210' }
	};
	return ending === 'odt' ? writeOdt(final, page, live) : writeDocxBytes(final, page, live);
}
const cited = (p: Paper) =>
	[...everyLine(p)].flatMap(({ line }) =>
		line.flatMap((i) => (i.t === 'citation' ? [[i.id, i.override ?? null]] : []))
	);
const ALL = [
	['c1', null],
	['c2', null],
	['c3', null]
];

for (const ending of ['docx', 'odt'])
	test(`${ending}: words in front of a note are no edit of the citation; the file says where it is from`, async () => {
		const back = readDocument(`a.${ending}`, await write(ending), () => null);
		assert.deepEqual(cited(back.paper), ALL);
		assert.deepEqual(back.dropped, []);
		assert.deepEqual(back.from, { manuscript: 'm1', sent: 'sent-1' });
	});

test('where the names are there, a line or a list that somebody typed is theirs, whatever it says', async () => {
	const parts = unzipSync(await write('docx'));
	const xml = strFromU8(parts['word/document.xml']);
	const line = (t: string) => `<w:p><w:r><w:t>${t}</w:t></w:r></w:p>`;
	const list = xml.replace(/<w:sdt>(?:(?!<w:sdt>)[^])*?rq-list:b1[^]*?<\/w:sdt>/, '');
	assert.notEqual(list, xml);
	const typed = `${line('Ida Lark')}<w:p><w:pPr><w:pStyle w:val="Heading1"/></w:pPr><w:r><w:t>My list</w:t></w:r></w:p>${line('Night Work.')}${line('Work and Weather.')}`;
	parts['word/document.xml'] = strToU8(list.replace(/<w:sectPr/, `${typed}<w:sectPr`));
	const { paper } = readDocument('a.docx', zipSync(parts), () => null);
	const words = paper.blocks.map((b) => (b.t === 'paragraph' || b.t === 'heading' ? textOf(b.content) : b.t));
	assert.deepEqual(words.slice(-4), ['Ida Lark', 'My list', 'Night Work.', 'Work and Weather.']);
});

test('controls without their names: citations, list and title page are known by what they say; an own note stays one', async () => {
	const parts = unzipSync(await write('docx'));
	for (const name of ['word/document.xml', 'word/footnotes.xml'])
		parts[name] = strToU8(strFromU8(parts[name]).replace(/<w:sdtPr>.*?<\/w:sdtPr>/g, '<w:sdtPr></w:sdtPr>'));
	const { paper, dropped } = readDocument('a.docx', zipSync(parts), () => null);
	assert.match(dropped.map((d) => d.what).join(), /list of sources is made anew/);
	assert.deepEqual(cited(paper), ALL);
	assert.deepEqual(
		paper.blocks.map((b) => b.t),
		['heading', 'paragraph', 'paragraph', 'bibliography']
	);
	const list = paper.blocks[3];
	assert.ok(list.t === 'bibliography' && list.id === 'b1' && textOf(list.heading.content) === 'Works');
	const [first] = [...everyLine(paper)].filter(({ line }) => line.some((i) => i.t === 'note'));
	assert.equal(textOf(first.line.filter((i) => i.t === 'text')), 'They were lit. As shows, they went out.');
	toManuscript(paper).doc.check();
});
