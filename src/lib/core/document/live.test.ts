/** Live files: whatever stands in a manuscript is live again where the file is opened, also after somebody edited it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { everyLine, toManuscript, type Paper } from '../paper';
import { anyPaper, citesOf } from '../paper/random-paper';
import type { CitingForm } from '../manuscript';
import { toFinal } from '.';
import { cleanPage, KINDS, NO_FIELDS, setupOf, type TitleFields } from '../page';
import { writeDocxBytes } from './docx';
import { writeOdt } from './odt';
import { liveByNames, liveOf } from './live';
import { readLive } from './live-data';
import { readDocument } from './readers';

/** Citations print their ids, so that they can be told apart. */
async function write(paper: Paper, form: CitingForm, ending = 'docx', kind = '', styleFile = ''): Promise<Uint8Array> {
	const { doc } = toManuscript(paper);
	const citations = new Map<string, { runs: { text: string }[]; leadRuns: { text: string }[] }>();
	doc.descendants((n) => {
		if (n.type.name === 'citation')
			citations.set(n.attrs.id as string, { runs: [{ text: `«${n.attrs.id as string}»` }], leadRuns: [] });
	});
	const final = toFinal(doc, '', ['Ida Lark'], form, {
		citations,
		entries: [],
		hanging: true,
		aligned: false,
		lang: 'en-GB'
	});
	const live = liveOf(doc, final, { manuscript: 'm1', authors: ['Ida Lark'], sources: paper.sources, styleFile });
	const page = { setup: setupOf(cleanPage({ kind }), 'en-GB'), fields: kind ? FIELDS : NO_FIELDS };
	return ending === 'odt' ? writeOdt(final, page, live) : writeDocxBytes(final, page, live);
}
const FIELDS: TitleFields = {
	...NO_FIELDS,
	course: 'History 210',
	abstract: 'What it is about.',
	runningHead: 'Lamps'
};
const read = (bytes: Uint8Array, ending = 'docx') => readDocument(`a.${ending}`, bytes, () => null, []);
/** Changes the text of a file as another program might. */
function edited(bytes: Uint8Array, part: string, change: (xml: string) => string): Uint8Array {
	const parts = unzipSync(bytes);
	parts[part] = strToU8(change(strFromU8(parts[part])));
	return zipSync(parts);
}
/** Citations that no other of their id stands before: a copy has an id of its own. */
const said = (p: Paper) => citesOf(p).map((c) => JSON.stringify(c));
const unique = (p: Paper): boolean => {
	const ids = [...everyLine(p)].flatMap(({ line }) => line.flatMap((i) => (i.t === 'citation' ? [i.id] : [])));
	return new Set(ids).size === ids.length;
};

for (const ending of ['docx', 'odt'])
	test(`${ending}, any manuscript: its citations come back in their order with all they hold, in text and in notes`, async () => {
		await fc.assert(
			fc.asyncProperty(
				anyPaper.filter(unique),
				fc.constantFrom<CitingForm[]>('in-text', 'footnotes', 'endnotes'),
				fc.constantFrom(...KINDS.map((k) => k.id)),
				async (paper, form, kind) => {
					const back = read(await write(paper, form, ending, kind), ending);
					assert.doesNotMatch(JSON.stringify(back.paper.blocks), /History 210|What it is about/);
					assert.deepEqual(back.unresolved, []);
					assert.deepEqual(said(back.paper), said(paper));
					const byHand = (p: Paper) =>
						[...everyLine(p)].flatMap(({ line }) =>
							line.flatMap((i) => (i.t === 'citation' ? [i.override ?? null] : []))
						);
					assert.deepEqual(byHand(back.paper), byHand(paper));
					assert.equal(back.paper.blocks.filter((b) => b.t === 'bibliography').length, 1);
					const cited = new Set(citesOf(paper).map((c) => c.key));
					assert.deepEqual(new Set(back.paper.sources.map((s) => s.key)), cited);
					// and it can be opened
					toManuscript(back.paper).doc.check();
				}
			),
			{ numRuns: Number(process.env.FUZZ ?? 60) }
		);
	});

test('a title within the text stays where it is: the order of the citations, and so of their numbers, is the same', async () => {
	const cite = (id: string): Paper['blocks'][0] => ({
		t: id === 'b' ? 'heading' : 'paragraph',
		id: '',
		level: 1,
		content: [
			{
				t: 'citation',
				id,
				cites: [{ sourceId: id, locator: null, prefix: '', suffix: '', form: 'parenthetical' }],
				override: null,
				moved: null,
				marks: []
			}
		],
		lang: '',
		align: ''
	});
	const sources = ['a', 'b', 'c'].map((id) => ({ id, key: id, item: { id, type: 'book', title: id } }));
	const text: Paper = { ...paper, blocks: [cite('a'), cite('b'), cite('c')], sources };
	assert.deepEqual(
		citesOf(read(await write(text, 'in-text')).paper).map((c) => c.key),
		['a', 'b', 'c']
	);
});

const paper: Paper = {
	head: { title: [], authors: [], date: '', abstract: [], keywords: [], thanks: [] },
	lang: 'en-GB',
	blocks: [
		{
			t: 'paragraph',
			content: [
				{ t: 'text', text: 'Gas was dear ', marks: [] },
				{
					t: 'citation',
					id: 'c1',
					cites: [{ sourceId: 's1', locator: null, prefix: '', suffix: '', form: 'parenthetical' }],
					marks: []
				},
				{ t: 'text', text: ' then.', marks: [] }
			],
			lang: '',
			align: ''
		}
	],
	sources: [{ id: 's1', key: 'lark', item: { id: 's1', type: 'book', title: 'Bells' } }],
	assets: {},
	own: {}
};

test('what somebody typed into a citation stays, as words by hand; the citation stays live', async () => {
	const bytes = edited(await write(paper, 'in-text'), 'word/document.xml', (xml) =>
		xml.replace('«c1»', '(Lark, as I think)')
	);
	const [block] = read(bytes).paper.blocks;
	const cite = block.t === 'paragraph' && block.content[1];
	assert.ok(cite && cite.t === 'citation');
	assert.deepEqual(cite.override, { text: '(Lark, as I think)', basis: '«c1»' });
});

test('a citation that was copied is one of its own; one that was deleted is gone', async () => {
	const bytes = await write(paper, 'in-text');
	const twice = read(edited(bytes, 'word/document.xml', (xml) => xml.replace(/<w:sdt>.*?<\/w:sdt>/s, (m) => m + m)));
	const ids = [...everyLine(twice.paper)].flatMap(({ line }) =>
		line.flatMap((i) => (i.t === 'citation' ? [i.id] : []))
	);
	assert.equal(ids.length, 2);
	assert.equal(ids[0], 'c1');
	assert.notEqual(ids[1], 'c1');
	assert.equal(
		citesOf(read(edited(bytes, 'word/document.xml', (xml) => xml.replace(/<w:sdt>.*?<\/w:sdt>/s, ''))).paper).length,
		0
	);
});

test('odt: typed into, copied, deleted, drawn together to a point; without its property, or with one that is broken', async () => {
	const bytes = await write(paper, 'in-text', 'odt');
	const back = (change: (xml: string) => string, part = 'content.xml') => read(edited(bytes, part, change), 'odt');
	const cites = (p: Paper) => [...everyLine(p)].flatMap(({ line }) => line.filter((i) => i.t === 'citation'));
	const typed = cites(back((xml) => xml.replace('«c1»', '(Lark, as I <text:s/>think)')).paper);
	assert.deepEqual(
		typed.map((c) => c.t === 'citation' && c.override),
		[{ text: '(Lark, as I think)', basis: '«c1»' }]
	);
	const around = /<text:bookmark-start[^>]*rq-cite.*?<text:bookmark-end[^>]*>/s;
	// as a word processor names a copy
	const copy = (xml: string) => xml.replace(around, (m) => m + m.replace(/rq-cite:c1/g, 'rq-cite:c1 Copy 1'));
	const twice = cites(back(copy).paper).map((c) => c.t === 'citation' && c.id);
	assert.equal(twice.length, 2);
	assert.notEqual(twice[0], twice[1]);
	assert.equal(cites(back((xml) => xml.replace(around, '')).paper).length, 0);
	assert.equal(cites(back((xml) => xml.replace(around, '<text:bookmark text:name="rq-cite:c1"/>')).paper).length, 1);
	// side by side, as another office program has them: the second begins before the first ends
	const begin = '<text:bookmark-start text:name="rq-cite:c1 Copy 1"/>';
	const crossed = back((xml) =>
		xml.replace(
			/(<text:bookmark-end[^>]*rq-cite[^>]*>)/,
			`${begin}$1«c1»<text:bookmark-end text:name="rq-cite:c1 Copy 1"/>`
		)
	);
	assert.equal(cites(crossed.paper).length, 2);
	// the end of one is in another paragraph
	const split = back((xml) => xml.replace('«c1»', '«c1</text:p><text:p>» and more'));
	assert.equal(cites(split.paper).length, 1);
	assert.match(JSON.stringify(split.paper.blocks), /and more/);
	for (const change of [
		(xml: string) =>
			xml.replace('"version":3', '"version":99').replace('&quot;version&quot;:3', '&quot;version&quot;:99'),
		(xml: string) => xml.replace('meta:value-type="string">', 'meta:value-type="string">{')
	]) {
		const words = back(change, 'meta.xml');
		assert.equal(cites(words.paper).length, 0);
		assert.match(JSON.stringify(words.paper.blocks), /«c1»/);
		assert.match(words.dropped[0].what, /what makes the file live/);
	}
});

test('without its part, or with one that is broken or newer, the words are read, and that is said', async () => {
	const bytes = await write(paper, 'in-text');
	for (const change of [
		(xml: string) => xml.replace('"version":3', '"version":99'),
		(xml: string) => xml.replace('"cites":', '"sites":'),
		(xml: string) => xml.replace('{"format"', '{format')
	]) {
		const back = read(edited(bytes, 'customXml/item1.xml', change));
		assert.equal(citesOf(back.paper).length, 0);
		assert.match(JSON.stringify(back.paper.blocks), /«c1»/);
		assert.match(back.dropped[0].what, /what makes the file live/);
	}
	const parts = unzipSync(bytes);
	delete parts['customXml/item1.xml'];
	assert.equal(citesOf(read(zipSync(parts)).paper).length, 0);
	assert.equal(readLive('[]'), null);
});

test('where another program took the data out, citations are live by the manuscript that they are of', async () => {
	for (const ending of ['docx', 'odt']) {
		const parts = unzipSync(await write(paper, 'footnotes', ending));
		delete parts['customXml/item1.xml'];
		if (parts['meta.xml']) parts['meta.xml'] = strToU8('<office:document-meta/>');
		const bytes = zipSync(parts);
		const words = read(bytes, ending);
		assert.deepEqual(words.named, ['c1']);
		assert.equal(citesOf(words.paper).length, 0);
		const live = liveByNames(toManuscript(paper).doc, 'en-GB', {
			manuscript: 'm1',
			authors: [],
			sources: paper.sources
		});
		const back = readDocument(`a.${ending}`, bytes, () => null, [], live);
		assert.deepEqual(said(back.paper), said(paper), ending);
		assert.deepEqual(back.named, []);
		assert.match(back.dropped.map((d) => d.what).join(), /live again by their names/);
		// a file of somebody else is not touched by it
		const none = readDocument(
			'a.docx',
			await writeDocxBytes(toFinal(toManuscript(paper).doc, '', [], 'in-text', NOTHING)),
			() => null,
			[],
			live
		);
		assert.equal(citesOf(none.paper).length, 0);
		assert.deepEqual(none.dropped, []);
	}
});
const NOTHING = { citations: new Map(), entries: [], hanging: false, aligned: false, lang: 'en' };

test('a style that the person brought travels along', async () => {
	for (const ending of ['docx', 'odt']) {
		const style = '<style class="note"> & more\n</style>';
		assert.equal(read(await write(paper, 'in-text', ending, '', style), ending).styleFile, style);
		assert.equal(read(await write(paper, 'in-text', ending), ending).styleFile, undefined);
	}
});

test('nothing but what is cited travels along, and a final file carries none of it', async () => {
	const bytes = await write(paper, 'in-text');
	const part = strFromU8(unzipSync(bytes)['customXml/item1.xml']);
	assert.match(part, /Bells/);
	const { doc } = toManuscript(paper);
	const final = toFinal(doc, '', [], 'in-text', {
		citations: new Map(),
		entries: [],
		hanging: false,
		aligned: false,
		lang: 'en'
	});
	const names = Object.keys(unzipSync(await writeDocxBytes(final)));
	assert.ok(!names.some((n) => n.startsWith('customXml/')));
});
