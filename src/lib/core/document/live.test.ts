/** Live files: whatever stands in a manuscript is live again where the file is opened, also after somebody edited it. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { everyLine, toManuscript, type Paper } from '../paper';
import { anyPaper, citesOf } from '../paper/random-paper';
import type { CitingForm } from '../manuscript';
import { toFinal } from '.';
import { writeDocxBytes } from './docx';
import { liveOf } from './live';
import { readLive } from './live-data';
import { readDocument } from './readers';

/** Citations print their ids, so that they can be told apart. */
async function write(paper: Paper, form: CitingForm): Promise<Uint8Array> {
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
	return writeDocxBytes(
		final,
		undefined,
		liveOf(doc, final, { manuscript: 'm1', authors: ['Ida Lark'], sources: paper.sources })
	);
}
const read = (bytes: Uint8Array) => readDocument('a.docx', bytes, () => null, []);
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

test('any manuscript: its citations come back in their order with all they hold, in text and in notes', async () => {
	await fc.assert(
		fc.asyncProperty(
			anyPaper.filter(unique),
			fc.constantFrom<CitingForm[]>('in-text', 'footnotes', 'endnotes'),
			async (paper, form) => {
				const back = read(await write(paper, form));
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

test('without its part, or with one that is broken or newer, the words are read, and that is said', async () => {
	const bytes = await write(paper, 'in-text');
	for (const change of [
		(xml: string) => xml.replace('"version":1', '"version":99'),
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
