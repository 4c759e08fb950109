/** A paper on the desk: new sources added once, known ones used, pictures kept, a manuscript with live citations. */
import 'fake-indexeddb/auto';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readCitations, readDoc } from '../core/manuscript';
import { emptyPaper, paragraph, words, type Paper, type PaperCite } from '../core/paper';
import { readDocumentFile } from '../workers/read-document';
import { Database } from './db';
import { openPaper } from './open-paper';
import { addSources, journalOf } from './sources';
import { openStrip } from './strip';

let serial = 0;
const fresh = () => new Database(`open-${serial++}`);
const cite = (sourceId: string): PaperCite => ({
	sourceId,
	locator: null,
	prefix: '',
	suffix: '',
	form: 'parenthetical'
});
const bytes = (s: string) => new TextEncoder().encode(s);

test('sources that are here are used, others added with one step that undo takes back', async () => {
	const base = fresh();
	const [here] = await addSources([{ item: { id: '', type: 'book', title: 'Quays' } }], 'form', base);
	const paper: Paper = {
		...emptyPaper(),
		head: { ...emptyPaper().head, title: words('Lamps'), authors: [{ name: 'Ida Lark', affiliations: [], email: '' }] },
		lang: 'de',
		blocks: [
			paragraph([...words('A '), { t: 'citation', id: 'c', cites: [cite('lark'), cite('stone')], marks: [] }]),
			{ t: 'figure', id: 'f', asset: 'q.png', alt: '', caption: { content: [], lang: '' } }
		],
		assets: { 'q.png': { type: 'image/png', bytes: new Uint8Array([1]) } },
		sources: [
			{ id: 'lark', key: 'lark2001', item: { id: 'lark', type: 'book', title: 'Bells' } },
			{ id: 'stone', key: 'stone1988', item: { id: 'stone', type: 'book', title: 'Quays' } },
			{ id: 'un', key: 'un2001', item: { id: 'un', type: 'book', title: 'Unused' } }
		],
		own: { settings: { uncited: [{ id: 'un', why: '' }] } }
	};
	const { manuscript, added } = await openPaper(paper, { stone: here.id }, 'paper', 'paper.md', base);
	assert.equal(added, 2);
	const sources = await base.sources.toArray();
	assert.equal(sources.length, 3);
	const byKey = new Map(sources.map((s) => [s.key, s]));
	assert.equal(byKey.get('lark2001')?.origin, 'paper.md');
	const kept = (await base.manuscripts.get(manuscript.id))!;
	assert.deepEqual([kept.title, kept.authors, kept.locale, kept.words], ['Lamps', ['Ida Lark'], 'de', 2]);
	assert.equal(openStrip(kept.strip).ticks.length, 1);
	const doc = readDoc(kept.doc);
	const [c] = readCitations(doc, 'in-text').citations;
	assert.deepEqual(
		c.cites.map((x) => x.sourceId),
		[byKey.get('lark2001')!.id, here.id]
	);
	assert.deepEqual(kept.uncited, [byKey.get('un2001')!.id]);
	assert.equal(await base.assets.count(), 1);
	await journalOf(base).undo();
	assert.equal(await base.sources.count(), 1);
});

test('a document without a title has the name of its file', async () => {
	const base = fresh();
	const { manuscript } = await openPaper(
		{ ...emptyPaper(), blocks: [paragraph(words('Words.'))] },
		{},
		'essay',
		'essay.md',
		base
	);
	assert.equal(manuscript.title, 'essay');
});

test('files are found by their paths, or by their names where folders were lost; likely twins are not taken for one', () => {
	const tex = bytes(
		String.raw`\begin{document}\cite{lark2001}\cite{stone1988}\input{parts/one}\bibliography{../refs}\end{document}`
	);
	const bib = bytes(
		'@book{lark2001, author={Lark, Ida}, title={Bells over water}, year=2001, isbn={9780306406157}}\n@book{stone1988, author={Stone, Per}, title={Quays}, year=1988}'
	);
	const here = [
		{ id: 'a', item: { id: 'a', type: 'book', title: 'Bells over water', ISBN: '978-0-306-40615-7' } },
		{ id: 'b', item: { id: 'b', type: 'book', title: 'Quays', issued: { 'date-parts': [[1999]] } } }
	];
	for (const paths of [
		['paper/text/main.tex', 'paper/refs.bib', 'paper/text/parts/one.tex'],
		['main.tex', 'refs.bib', 'one.tex']
	]) {
		const a = readDocumentFile(
			paths[0],
			[
				{ path: paths[0], bytes: tex },
				{ path: paths[1], bytes: bib },
				{ path: paths[2], bytes: bytes('Part.') }
			],
			here
		);
		assert.equal(a.kind, 'read');
		if (a.kind !== 'read') continue;
		assert.deepEqual(a.read.dropped, []);
		assert.deepEqual(a.read.here, { lark2001: 'a' });
		assert.equal(a.read.count.citations, 2);
	}
	assert.equal(readDocumentFile('x.md', [{ path: 'x.md', bytes: bytes('---\na: [\n---\n') }], []).kind, 'trouble');
	assert.equal(readDocumentFile('y.md', [], []).kind, 'trouble');
});
