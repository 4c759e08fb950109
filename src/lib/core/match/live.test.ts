/** What is live already is part of the paper: typed citations that are left mean what they meant before. */
import { test } from 'node:test';
import assert from 'node:assert/strict';
import fc from 'fast-check';
import { Transform } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { schema, setDocAttrs, settingsOf, type DocCite } from '../manuscript';
import type { Item } from '../csl';
import { acceptCitation, acceptList, docCites } from './accept';
import { passagesOfDoc, positionIn } from './document';
import { matchPaper } from './index';
import type { MatchSource, TypedCitation } from './types';

const n = schema.nodes;
const t = (s: string) => schema.text(s);
const p = (...content: (string | Node)[]) =>
	n.paragraph.create(
		null,
		content.map((c) => (typeof c === 'string' ? t(c) : c))
	);
const source = (id: string, family: string, given: string, year: number, title: string): MatchSource => ({
	id,
	key: id,
	item: { id, type: 'book', title, author: [{ family, given }], issued: { 'date-parts': [[year]] } } as Item
});
const SOURCES = [
	source('fenn', 'Fenn', 'Agnes', 1934, 'The lamplighters'),
	source('lowe', 'Lowe', 'Arthur', 1978, 'Work and weather'),
	source('osei', 'Osei', 'Kwame', 1996, 'Lamps and labour')
];
const cite = (sourceId: string, page = ''): DocCite => ({
	sourceId,
	locator: page ? { label: 'page', value: page } : null,
	prefix: '',
	suffix: '',
	form: 'parenthetical'
});
let serial = 0;
const live = (...cites: DocCite[]) => n.citation.create({ id: `c${++serial}`, cites });
const note = (...content: (string | Node)[]) =>
	n.note.create(
		{ id: `n${++serial}`, kind: 'footnote' },
		n.note_paragraph.create(
			null,
			content.map((c) => (typeof c === 'string' ? t(c) : c))
		)
	);
const look = (doc: Node): TypedCitation[] =>
	matchPaper(passagesOfDoc(doc).passages, '', SOURCES, null, { accepted: settingsOf(doc).accepted }).citations;
const meant = (doc: Node) => look(doc).map((c) => [c.text, ...c.cites.map((x) => x.sourceId)]);

test('“ibid.” behind a live citation means its source, and not the last typed one', () => {
	const doc = n.doc.create(null, [
		p('It paid (Fenn 1934, 44). The board disagreed ', live(cite('lowe', '7')), '. It said so twice (ibid., p. 9).')
	]);
	assert.deepEqual(meant(doc), [
		['(Fenn 1934, 44)', 'fenn'],
		['(ibid., p. 9)', 'lowe']
	]);
	const [, again] = look(doc);
	assert.deepEqual(again.cites[0].locator, { label: 'page', value: '9' });
	// merged sources: the one that was kept
	const { passages } = passagesOfDoc(doc, (id) => (id === 'lowe' ? 'osei' : id));
	assert.equal(matchPaper(passages, '', SOURCES, null).citations[1].cites[0].sourceId, 'osei');
});

test('citations that a style makes notes of come in their turn among typed notes', () => {
	const doc = n.doc.create(null, [
		p(
			'It paid.',
			note('Agnes Fenn, The lamplighters (1934), 44.'),
			' The board disagreed.',
			live(cite('lowe', '7')),
			' It said so twice.',
			note('Ibid., 9.'),
			' Gas was dear.',
			note('Ibid., 11.')
		)
	]);
	const tr = setDocAttrs(new Transform(doc), {
		style: { id: 'x', title: 'Notes', form: 'footnotes', locale: '', facts: null }
	});
	assert.deepEqual(
		meant(tr.doc).map((m) => m.at(-1)),
		['fenn', 'lowe', 'lowe']
	);
	// in a style that cites in the text, the citation stands in the paragraph, whose notes come behind it
	assert.deepEqual(
		passagesOfDoc(doc).passages.map((x) => x.live?.length ?? 0),
		[1, 0, 0, 0]
	);
});

test('a note that is nothing but a live citation is one that “ibid.” can mean', () => {
	const doc = n.doc.create(null, [
		p(
			'It paid.',
			note('Fenn, The lamplighters, 44.'),
			' Later.',
			note(live(cite('osei'))),
			' Again.',
			note('Ibid., 9.')
		)
	]);
	assert.equal(meant(doc).at(-1)?.[1], 'osei');
});

const WRITTEN: Record<string, string[]> = {
	dated: ['(Fenn 1934, 44)', '(Lowe 1978)', '(see Osei, 1996, pp. 3–4)', '(Fenn 1934; Lowe 1978, 12)'],
	paged: ['(Fenn 44)', '(Lowe 12)', '(Osei 3–4)', '(Fenn 90)']
};
const UNKNOWN: Record<string, string[]> = {
	dated: ['(Harrow 1902)', '(Brandt 2019)'],
	paged: ['(Harrow 19)', '(Brandt 201)']
};

test('what is left to match up is the same before and after any of the certain ones are accepted', () => {
	const kinds = ['dated', 'paged'] as const;
	fc.assert(
		fc.property(
			fc.constantFrom(...kinds).chain((kind) =>
				fc.record({
					kind: fc.constant(kind),
					certain: fc.array(fc.constantFrom(...WRITTEN[kind]), { minLength: 3, maxLength: 7 }),
					unknown: fc.array(fc.constantFrom(...UNKNOWN[kind]), { minLength: 1, maxLength: 3 }),
					taken: fc.array(fc.boolean(), { minLength: 7, maxLength: 7 })
				})
			),
			({ certain, unknown, taken }) => {
				const all = [...certain, ...unknown];
				const doc = n.doc.create(
					null,
					all.map((c, i) => p(`The lamps on quay ${'abcdefghij'[i]} were lit ${c}. Nobody asked.`))
				);
				const { at } = passagesOfDoc(doc);
				const before = look(doc);
				const accept = before.filter((c, i) => c.status === 'certain' && taken[i % taken.length]);
				const tr = new Transform(doc);
				const accepted: Record<string, number> = {};
				for (const c of [...accept].reverse()) {
					acceptCitation(
						tr,
						positionIn(at[c.passage], c.from),
						positionIn(at[c.passage], c.to),
						docCites(c.cites),
						'sentence',
						false
					);
					accepted[c.habit] = (accepted[c.habit] ?? 0) + 1;
				}
				setDocAttrs(tr, { settings: { ...settingsOf(tr.doc), accepted } });
				const left = before.filter((c) => !accept.includes(c));
				assert.deepEqual(
					look(tr.doc).map((c) => [c.passage, c.text, c.status, c.cites.map((x) => x.sourceId)]),
					left.map((c) => [c.passage, c.text, c.status, c.cites.map((x) => x.sourceId)])
				);
			}
		),
		{ numRuns: 200 }
	);
});

test('entries of a typed list that are not taken over stay as typed', () => {
	const heading = n.heading.create({ level: 2 }, t('References'));
	const list = [p('Fenn, A. (1934). The lamplighters.'), p('Harrow, B. (1902). Against the lamps.')];
	const doc = n.doc.create(null, [p('It paid.'), heading, ...list]);
	const { from, to } = passagesOfDoc(doc).list!;
	const kept = ['Harrow, B. (1902). Against the lamps.'];
	const tr = new Transform(doc);
	acceptList(tr, from, to, heading, kept);
	tr.doc.check();
	assert.deepEqual(
		tr.doc.children.map((b) => [b.type.name, b.textContent]),
		[
			['paragraph', 'It paid.'],
			['bibliography', 'References'],
			['paragraph', kept[0]]
		]
	);
	// beside a list that is live already they keep their heading
	const again = new Transform(n.doc.create(null, [n.bibliography.create({ id: 'b' }, heading), heading, ...list]));
	const typed = passagesOfDoc(again.doc).list!;
	acceptList(again, typed.from, typed.to, typed.heading, kept);
	assert.deepEqual(
		again.doc.children.map((b) => b.type.name),
		['bibliography', 'heading', 'paragraph']
	);
});
