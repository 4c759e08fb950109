/** The trained reader on references it was never trained on: invented works in the form of published styles. */
import { test } from 'node:test';
import assert from 'node:assert/strict';
import fc from 'fast-check';
import { bare, readPages } from './fields';
import { loadModel, readReference, readReferenceList } from './index';
import { bytesToText, packWeights, unpack } from './model';
import { zlibSync } from 'fflate';
import { ROWS } from './features';
import { LABELS } from './labels';
import { tokenize } from './tokens';

const read = async (s: string) => readReference(s, await loadModel()).item;

test('an article as APA has it (APA 7, 10.1, example 1: the form, with an invented work)', async () => {
	const i = await read(
		'Lark, I., de Roos, J. A., & Stone, P. (2001). Bells over water: What the tide carried. Harbour Studies, 12(3), 201–219. https://doi.org/10.5555/hs.2001.12.201'
	);
	assert.equal(i.type, 'article-journal');
	assert.deepEqual(i.author, [
		{ family: 'Lark', given: 'I.' },
		{ 'non-dropping-particle': 'de', family: 'Roos', given: 'J. A.' },
		{ family: 'Stone', given: 'P.' }
	]);
	assert.equal(i.title, 'Bells over water: What the tide carried');
	assert.equal(i['container-title'], 'Harbour Studies');
	assert.deepEqual([i.volume, i.issue, i.page, i.DOI], ['12', '3', '201-219', '10.5555/hs.2001.12.201']);
	assert.deepEqual(i.issued, { 'date-parts': [[2001]] });
});

test('a chapter as Chicago has it (Chicago 17, 14.107: the form)', async () => {
	const i = await read(
		'Lark, Ida. “Night Rounds.” In Work after Dark, edited by Per Stone and Oriel Pell, 12–40. Northfield: Tidemark Press, 1988.'
	);
	assert.equal(i.type, 'chapter');
	assert.equal(i.title, 'Night Rounds');
	assert.equal(i['container-title'], 'Work after Dark');
	assert.deepEqual(
		(i.editor as { family: string }[]).map((n) => n.family),
		['Stone', 'Pell']
	);
	assert.deepEqual([i.publisher, i['publisher-place'], i.page], ['Tidemark Press', 'Northfield', '12-40']);
});

test('an article as Vancouver has it, a thesis and a preprint as typesetters have them', async () => {
	const a = await read(
		'3. Lark I, Osei KB, van der Berg J. Eels and the lit channel. Lett Field Ecol. 2019;40(5):331–8.'
	);
	assert.deepEqual([a.type, a.volume, a.issue, a.page], ['article-journal', '40', '5', '331-338']);
	assert.equal((a.author as unknown[]).length, 3);
	const t = await read('[5] O. Pell. Moths of the lower quay. PhD thesis, University of Callow, 2015.');
	assert.deepEqual([t.type, t.publisher], ['thesis', 'University of Callow']);
	const p = await read('P. Stone and I. Lark. Light as a ledger. arXiv preprint arXiv:2101.01234, 2021.');
	assert.deepEqual([p.type, p.number], ['article', 'arXiv:2101.01234']);
});

test('a list: dashes for the authors above, the text of each entry, confidence between 0 and 1', async () => {
	const list = readReferenceList(
		'Tarrow, Ann. Night Work. Northfield: Tidemark Press, 2004.\n\n———. The Round and the Rate. Northfield: Tidemark Press, 1999.\n',
		await loadModel()
	);
	assert.deepEqual(list[1].item.author, list[0].item.author);
	assert.equal(list[1].item.title, 'The Round and the Rate');
	assert.equal(list[1].text, '———. The Round and the Rate. Northfield: Tidemark Press, 1999.');
	for (const e of list) for (const c of Object.values(e.confidence)) assert.ok(c >= 0 && c <= 1);
});

test('an entry that names nobody above it has no author, and none is invented', async () => {
	const [e] = readReferenceList('———. The Round and the Rate. Tidemark Press, 1999.', await loadModel());
	assert.equal(e.item.author, undefined);
});

test('whatever is typed gives an item, and nothing that does not stand there', async () => {
	const model = await loadModel();
	fc.assert(
		fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (s) => {
			const { item } = readReference(s, model);
			assert.equal(typeof item.type, 'string');
			if (typeof item.title === 'string') assert.ok(s.replace(/\s+/g, ' ').includes(item.title));
		}),
		{ numRuns: 300 }
	);
});

test('pages that a style cut are whole, marks around words go, brackets that belong to them stay', () => {
	assert.equal(readPages('321–8'), '321-328');
	assert.equal(readPages('1103–1104'), '1103-1104');
	assert.equal(readPages('e1804'), 'e1804');
	assert.equal(bare('“Bells over water,”'), 'Bells over water');
	assert.equal(bare('Bells (and tides).'), 'Bells (and tides)');
});

test('an address ends before the mark of the sentence, a bracket before the one that opened outside', () => {
	const text = (s: string) =>
		tokenize(s)
			.filter((t) => t.kind !== 'mark')
			.map((t) => t.text);
	assert.deepEqual(text('(https://example.org/a_(b)).'), ['https://example.org/a_(b)']);
	assert.deepEqual(text('doi:10.5555/abc.12.'), ['doi:10.5555/abc.12']);
});

test('weights that are packed come back as they were', () => {
	fc.assert(
		fc.property(
			fc.array(fc.tuple(fc.nat(ROWS - 1), fc.nat(LABELS.length - 1), fc.integer({ min: -127, max: 127 })), {
				maxLength: 60
			}),
			(list) => {
				const weights = new Int8Array(ROWS * LABELS.length);
				for (const [r, l, v] of list) weights[r * LABELS.length + l] = v;
				const packed = bytesToText(zlibSync(packWeights(weights)));
				assert.deepEqual(unpack({ weights: packed, steps: [], lexicon: {}, kinds: {} }).weights, weights);
			}
		),
		{ numRuns: 20 }
	);
});
