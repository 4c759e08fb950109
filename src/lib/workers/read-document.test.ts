/** Reading a document with the files beside it, and telling which of its sources are here. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readDocumentFile } from './read-document';

const bytes = (s: string) => new TextEncoder().encode(s);

test('files are found by their paths, or by their names where folders were lost; likely twins are not taken for one', async () => {
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
		const a = await readDocumentFile(
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
	assert.equal(
		(await readDocumentFile('x.md', [{ path: 'x.md', bytes: bytes('---\na: [\n---\n') }], [])).kind,
		'trouble'
	);
	assert.equal((await readDocumentFile('y.md', [], [])).kind, 'trouble');
});

test('a cite key that a work of that title and year has here tells it; of another title or year it tells nothing', async () => {
	const md = bytes('---\nbibliography: r.bib\n---\n[@act; @bill; @note]\n');
	const bib = bytes(
		'@legislation{act, title={Lighting Act}, year=1874}\n@legislation{bill, title={Harbour Bill}, year=1866}\n@misc{note, title={A note}}'
	);
	const law = (id: string, title: string, year: number) => ({
		id,
		key: id,
		item: { id, type: 'legislation', title, issued: { 'date-parts': [[year]] } }
	});
	const a = await readDocumentFile(
		'a.md',
		[
			{ path: 'a.md', bytes: md },
			{ path: 'r.bib', bytes: bib }
		],
		[law('act', 'Lighting act', 1874), law('bill', 'Harbour Bill', 1867), law('note', 'Another note', 1900)]
	);
	assert.deepEqual(a.kind === 'read' && a.read.here, { act: 'act' });
});
