/** Markdown in: what CommonMark, GFM and papers have, citations in every form, and what is listed as not kept. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { countPaper, everyLine, textOf, toManuscript, type Block, type Inline } from '../../../paper';
import { short } from '../short-cite';
import { DocumentError } from '../types';
import { readMarkdown } from '.';

const read = (text: string, files: Record<string, Uint8Array> = {}) =>
	readMarkdown(text, (path) => files[path] ?? null);
const blocksOf = (text: string) => read(text).paper.blocks;
const lineOf = (text: string): Inline[] => {
	const [first] = blocksOf(text);
	assert.equal(first?.t, 'paragraph', text);
	return (first as Extract<Block, { t: 'paragraph' }>).content;
};
const citesOf = (text: string) => lineOf(text).flatMap((i) => (i.t === 'citation' ? [i.cites] : []));

const CITATIONS: [string, string[]][] = [
	['A [@key].', ['key']],
	['A [@key, p. 12].', ['key page=12']],
	['A [@key, 33-35, 38-39 and passim].', ['key page=33-35, 38-39 +and passim']],
	['A [@key p. 12; see @other2].', ['key page=12', '(see) other2']],
	['A [see, e.g., @key, ch. 3, emphasis added].', ['(see, e.g.,) key chapter=3 +, emphasis added']],
	['A [@key, emphasis added].', ['key +, emphasis added']],
	['A [@key, § 2.3].', ['key section=2.3']],
	['A [@key, vii–ix].', ['key page=vii-ix']],
	['A [@key {p. 4}, and so on].', ['key page=4 +, and so on']],
	['A [@key, {33 bis}].', ['key page=33 bis']],
	['A [-@key, p. 3].', ['Y key page=3']],
	['As @key says.', ['N key']],
	['As @key [p. 3] says.', ['N key page=3']],
	['As @key [p. 3; @other] says.', ['N key page=3', 'other']],
	['As @key, and @other.', ['N key', 'N other']],
	['(As @key.)', ['N key']],
	['A [see *especially* @key].', ['(see <i>especially</i>) key']],
	['A [@smith_jones:2020a-b; @de.Vries+2].', ['smith_jones:2020a-b', 'de.Vries+2']],
	['A [@{https://example.org/a?b=1}, p. 2].', ['https://example.org/a?b=1 page=2']],
	['A [@müller2019].', ['müller2019']],
	['A [@key; but not *here*].', ['key +; but not <i>here</i>']],
	['A [@a;\n@b].', ['a', 'b']],
	['**As @key [p. 3]**', ['N key page=3']],
	['A [compare @key].[^1]\n\n[^1]: x', ['(compare) key']]
];

test('citations in every form', () => {
	for (const [text, expected] of CITATIONS) assert.deepEqual(citesOf(text).flat().map(short), expected, text);
});

test('what is no citation', () => {
	for (const text of [
		'Mail ida@example.org now.',
		'Escaped \\@key and \\[\\@key\\].',
		'Code `[@key]` here.',
		'An [array] of [things](https://example.org/@key).',
		'At @ home, a@b.',
		'```\n[@key]\n```\n'
	])
		for (const { line } of everyLine(read(text).paper)) assert.ok(!line.some((i) => i.t === 'citation'), text);
	assert.equal(
		textOf(lineOf('Escaped \\@key and \\[\\@key\\], \\*so\\* &amp; &#64;key.')),
		'Escaped @key and [@key], *so* & @key.'
	);
});

test('notes: apart, within the line, of several paragraphs, twice, without words, without a mark', () => {
	const r = read(
		'One[^a] two^[with *em* and @key [p. 2]] three[^a] four[^none].\n\n[^a]: First [@key].\n\n    - a\n    - b\n\n[^unused]: Lost.'
	);
	const [p] = r.paper.blocks as Extract<Block, { t: 'paragraph' }>[];
	const notes = p.content.filter((i) => i.t === 'note');
	assert.equal(notes.length, 2);
	assert.deepEqual(
		notes.map((n) => n.blocks.map((b) => b.t)),
		[['paragraph', 'list'], ['paragraph']]
	);
	const again = p.content.find((i) => i.t === 'note-ref');
	assert.equal(again?.note, notes[0].id);
	assert.match(textOf(p.content), /four\[\^none\]/);
	assert.deepEqual(
		r.dropped.map((d) => d.what),
		['the note “unused”, to which no mark in the text belongs']
	);
	assert.deepEqual(
		[...everyLine(r.paper)].flatMap(({ line }) => line.flatMap((i) => (i.t === 'citation' ? i.cites.map(short) : []))),
		['key', 'N key page=2']
	);
});

test('levels of headings: a title before all others, or sections of the first level', () => {
	const levels = (text: string) =>
		blocksOf(text).flatMap((b) => (b.t === 'heading' ? [`${b.level} ${textOf(b.content)}`] : []));
	assert.deepEqual(levels('# Title\n\n## A\n\n### B'), ['1 Title', '2 A', '3 B']);
	assert.deepEqual(levels('# A\n\n## B\n\n# C'), ['2 A', '3 B', '2 C']);
	assert.deepEqual(levels('---\ntitle: T\n---\n\n# A\n\n## B'), ['2 A', '3 B']);
	assert.deepEqual(levels('Words.\n\n# A'), ['2 A']);
	assert.deepEqual(levels('Setext\n======\n\nSub {#s}\n---'), ['1 Setext', '2 Sub']);
});

test('labels and references to them, before and behind what they name', () => {
	const text = `See @sec:a, @fig:q, [@tbl:t, and so on], [-@eq:e] and @fig:none.

# A *b* {#sec:a .unnumbered}

![A quay by @key](q.png){#fig:q width=50% alt="At night"}

| a | b |
|---|:-:|
| 1 | 2 |

Table: The *table* [@key] {#tbl:t}

$$
x
$$ {#eq:e}`;
	const r = read(text, { 'q.png': new Uint8Array([...'\x89PNG\r\n\x1a\n'].map((c) => c.charCodeAt(0))) });
	const refs = [...everyLine(r.paper)].flatMap(({ line }) =>
		line.flatMap((i) => (i.t === 'cross-ref' ? [`${i.target} ${i.show}`] : []))
	);
	assert.deepEqual(refs, ['sec:a label', 'fig:q label', 'tbl:t label', 'eq:e number']);
	const figure = r.paper.blocks.find((b) => b.t === 'figure')!;
	assert.equal(figure.id, 'fig:q');
	assert.equal(figure.asset, 'q.png');
	assert.equal(figure.alt, 'At night');
	assert.equal(figure.caption.content.filter((i) => i.t === 'citation').length, 1);
	const table = r.paper.blocks.find((b) => b.t === 'table')!;
	assert.equal(table.id, 'tbl:t');
	assert.equal(textOf(table.caption!.content), 'The table');
	assert.equal(table.rows[1][1].align, 'center');
	const equation = r.paper.blocks.find((b) => b.t === 'equation')!;
	assert.deepEqual([equation.id, equation.numbered], ['eq:e', true]);
	assert.deepEqual(r.dropped, []);
});

test('formulas, and amounts that are none', () => {
	const tex = (text: string) => {
		const out: string[] = [];
		for (const b of blocksOf(text)) if (b.t === 'equation') out.push(`= ${b.tex}`);
		for (const { line } of everyLine(read(text).paper)) for (const i of line) if (i.t === 'math') out.push(i.tex);
		return out;
	};
	assert.deepEqual(tex('It cost $20 and $30, or $ 5.'), []);
	assert.deepEqual(tex('With $x$ and $y_1 + \\$2$, not \\$z$.'), ['x', 'y_1 + \\$2']);
	assert.deepEqual(tex('$$a\n+ b$$'), ['= a\n+ b']);
	assert.deepEqual(tex('Text $$x\n- y$$ and\nmore'), ['x - y']);
	assert.deepEqual(tex('$$\na\n\nb\n$$'), ['= a\n\nb']);
	assert.deepEqual(tex('`$x$` and $y$'), ['y']);
	assert.deepEqual(tex('\\begin{equation}\nx = 1\n\\end{equation}'), ['= x = 1']);
	assert.match(textOf(lineOf('It cost $20 and $30.')), /\$20 and \$30/);
});

test('lists to any depth, quotations, code, breaks of pages and of lines, marks', () => {
	const r = read(`3. three
4. four
   - a
     1. deep
- [x] done

> Quoted [@key].
>
> > Within.

    indented code

Line  
break, **b *bi* ~~gone~~**, H~2~O, x^2^, <u>under</u>, [SC]{.smallcaps}, [mot]{lang=fr}.

\\newpage

* * *`);
	assert.deepEqual(
		r.paper.blocks.map((b) => b.t),
		['list', 'list', 'quotation', 'code', 'paragraph', 'page-break', 'paragraph']
	);
	const [first, tasks] = r.paper.blocks as Extract<Block, { t: 'list' }>[];
	assert.equal(first.start, 3);
	assert.equal(first.items[1][1].t, 'list');
	assert.equal(textOf((tasks.items[0][0] as Extract<Block, { t: 'paragraph' }>).content), '☒ done');
	const line = (r.paper.blocks[4] as Extract<Block, { t: 'paragraph' }>).content;
	const marked = line.flatMap((i) =>
		i.t === 'text' && i.marks.length ? [`${i.text}:${i.marks.map((m) => m.t).join('+')}`] : []
	);
	assert.deepEqual(marked, [
		'b :strong',
		'bi:strong+em',
		' :strong',
		'gone:strong+strike',
		'2:subscript',
		'2:superscript',
		'under:underline',
		'SC:small-caps',
		'mot:language'
	]);
});

test('front matter: title, people, places, dates, words, sources, and what is not known', () => {
	const r = read(`---
title: 'Lamps: *a* study'
author:
  - name: Ida Lark
    affiliation: [1, 2]
    email: ida@example.org
  - Per Stone:
      institute: uni
affiliations:
  - index: 1
    name: Port Ennis College
  - index: 2
    name: Harbour Board
  - id: uni
    name: Callow University
date: 2024-05-03
lang: de-DE
keywords: gas, lamps
abstract: |
  Short [@key].

  Two.
bibliography: [a.bib, b.json]
nocite: '@x, @y'
references:
- id: own1
  type: book
  title: Own
csl: some.csl
colour: blue
---

Words.
`);
	const { head } = r.paper;
	assert.equal(textOf(head.title), 'Lamps: a study');
	assert.deepEqual(head.authors, [
		{ name: 'Ida Lark', affiliations: ['Port Ennis College', 'Harbour Board'], email: 'ida@example.org' },
		{ name: 'Per Stone', affiliations: ['Callow University'], email: '' }
	]);
	assert.deepEqual([head.date, r.paper.lang, head.keywords], ['2024-05-03', 'de-DE', ['gas', 'lamps']]);
	assert.equal(head.abstract.length, 2);
	assert.deepEqual(r.bibliographies, ['a.bib', 'b.json']);
	assert.deepEqual(r.uncited, ['x', 'y']);
	assert.deepEqual(
		r.paper.sources.map((s) => [s.key, s.item.title]),
		[['own1', 'Own']]
	);
	assert.deepEqual(r.dropped, [{ what: '“colour” of the front matter', where: 'line 30' }]);
});

test('front matter that is no YAML, or names a billion things, is an error with its line', () => {
	assert.throws(
		() => read('---\ntitle: [a\nb: }\n---\n\nx'),
		(e) => e instanceof DocumentError && /line \d+/.test(e.message)
	);
	const bomb = `---\na: &a [x,x,x,x,x,x,x,x,x]\n${'bcdefgh'
		.split('')
		.map((c, i) => `${c}: &${c} [${Array(9).fill(`*${'abcdefgh'[i]}`).join(',')}]`)
		.join('\n')}\n---\n\nx`;
	assert.throws(() => read(bomb), DocumentError);
});

test('what is not kept is listed with its line; its words are', () => {
	const r = read(`Words <!-- aside --> and <blink>more</blink>, [here](#there), [x](ftp://x).

<div class="note">
<p>In a box</p>
</div>

An ![icon](i.png) within.

![Elsewhere](https://example.org/a.png)

![Missing](m.png)`);
	assert.deepEqual(
		r.dropped.map((d) => `${d.where}: ${d.what}`),
		[
			'line 1: a comment in the file',
			'line 1: <blink>: the words in it are kept',
			'line 1: a link to a place in the document: its words are kept',
			'line 1: a link that is no web or mail address: its words are kept',
			'line 7: a picture within a line: its description is kept',
			'line 9: a picture that is elsewhere (https://example.org/a.png): nothing is fetched',
			'line 11: the picture m.png: it is not beside the document'
		]
	);
	assert.equal(
		textOf(r.paper.blocks.flatMap((b) => (b.t === 'paragraph' ? b.content : []))).replace(/\s+/g, ' '),
		'Words and more, here, x.In a boxAn icon within.'
	);
	assert.equal(countPaper(r.paper).figures, 2);
});

test('whatever text it is given, it is read, its words are kept and a manuscript can be made of it', () => {
	const piece = fc.oneof(
		fc.constantFrom(
			'[@key, p. 3]',
			'@key',
			'^[',
			']',
			'[',
			'*',
			'**',
			'_',
			'`',
			'```',
			'$',
			'$$',
			'\n',
			'\n\n',
			'# ',
			'> ',
			'- ',
			'1. ',
			'| a | b |\n|--|--|\n',
			'[^1]',
			'[^1]: ',
			'![',
			'](x.png)',
			'{#fig:a}',
			'<b>',
			'</b>',
			'<!--',
			'-->',
			'---\n',
			':::',
			'\\',
			'&amp;',
			'~',
			'^',
			'\t',
			'  \n',
			': ',
			'Table: '
		),
		fc.stringMatching(/^[a-zäß]{1,6} ?$/)
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 30 }), (parts) => {
			const text = parts.join('');
			let r;
			try {
				r = read(text);
			} catch (e) {
				if (e instanceof DocumentError) return;
				throw e;
			}
			toManuscript(r.paper);
			assert.deepEqual(structuredClone(r.paper), r.paper);
		}),
		{ numRuns: Number(process.env.FUZZ ?? 500) }
	);
});
