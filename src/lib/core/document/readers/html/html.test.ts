/** HTML in: what must come through, the habits of programs that write it, and pages that mean no good. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { countPaper, textOf, toManuscript, type Block, type Inline } from '../../../paper';
import { DocumentError, readDocument } from '..';

const PNG = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
const open = (html: string, files: Record<string, Uint8Array> = {}) =>
	readDocument('page.html', new TextEncoder().encode(html), (path) =>
		Object.hasOwn(files, path) ? files[path] : null
	);
const shape = (b: Block): string => {
	switch (b.t) {
		case 'paragraph':
			return textOf(b.content);
		case 'heading':
			return `h${b.level} ${textOf(b.content)}`;
		case 'list':
			return `${b.ordered ? `ol ${b.start} ${b.numbers}` : 'ul'}[${b.items.map((i) => i.map(shape).join('; ')).join(' | ')}]`;
		case 'quotation':
			return `q[${b.blocks.map(shape).join('; ')}]`;
		case 'table':
			return `table[${b.rows.map((r) => r.map((c) => `${c.header ? '#' : ''}${c.blocks.map(shape).join(';')}${c.colspan > 1 ? `→${c.colspan}` : ''}${c.rowspan > 1 ? `↓${c.rowspan}` : ''}`).join(',')).join(' / ')}]${b.caption ? ` ${textOf(b.caption.content)}` : ''}`;
		case 'figure':
			return `figure ${b.asset} “${b.alt}” ${textOf(b.caption.content)}`;
		default:
			return b.t === 'code' ? `code ${b.text}` : b.t;
	}
};
const shapes = (html: string) => open(html).paper.blocks.map(shape);
const line = (html: string): Inline[] => {
	const b = open(html).paper.blocks[0];
	assert.equal(b.t, 'paragraph');
	return b.t === 'paragraph' ? b.content : [];
};
const marked = (html: string) =>
	line(html).map(
		(i) =>
			`${i.marks.map((m) => (m.t === 'link' ? m.href : m.t === 'language' ? m.lang : m.t)).join('+')}:${i.t === 'text' ? i.text : i.t}`
	);

test('headings, lists to any depth, quotations, tables with spans, figures, code', () => {
	assert.deepEqual(
		shapes(`<html lang=en><head><title>x</title><meta name=author content="Ida Lark"></head><body><nav>Menu</nav><main>
			<h1>Lamps</h1><p>It  paid.</p><h2>Night</h2>
			<ul><li>one<ol start=3 type=a><li>inner</li></ol></li><li><p>two</p><p>more</p></li></ul>
			<blockquote><p>Said so.</p></blockquote>
			<table><caption>Prices</caption><thead><tr><th>Year</th><th colspan=2>Price</th></tr></thead><tbody><tr><td rowspan=2>1868</td><td>4</td><td>5</td></tr><tr><td>6</td><td>7</td></tr></tbody></table>
			<figure><img src="data:image/png;base64,${PNG}" alt="A lamp"><figcaption>The <i>lamp</i></figcaption></figure>
			<pre>a
 b</pre></main><footer>Foot</footer></body></html>`),
		[
			'h1 Lamps',
			'It paid.',
			'h2 Night',
			'ul[one; ol 3 lower-alpha[inner] | two; more]',
			'q[Said so.]',
			'table[#Year,#Price→2 / 1868↓2,4,5 / 6,7] Prices',
			'figure picture-1 “A lamp” The lamp',
			'code a\n b'
		]
	);
});

test('formatting, links, languages and breaks of words', () => {
	assert.deepEqual(
		marked(
			'<p>a <b>b<i>c</i></b> <a href="https://example.org/">d</a> <span lang="de">e</span><br>H<sub>2</sub>O <span style="font-variant: small-caps">f</span></p>'
		),
		[
			':a ',
			'strong:b',
			'strong+em:c',
			': ',
			'https://example.org/:d',
			': ',
			'de:e',
			':break',
			':H',
			'subscript:2',
			':O ',
			'small-caps:f'
		]
	);
	assert.deepEqual(marked('<p><a href="javascript:alert(1)">x</a><script>alert(1)</script></p>'), [':x']);
});

const notesOf = (html: string) =>
	line(html).flatMap((i) => (i.t === 'note' ? [`${i.kind} ${i.blocks.map(shape).join('; ')}`] : []));

test('notes by their roles (DPUB-ARIA 1.1) and by the habits of programs; they stand once', () => {
	assert.deepEqual(
		notesOf(
			'<p>It paid.<a role="doc-noteref" href="#n1">1</a></p><aside role="doc-footnote" id="n1"><p>Told <i>so</i>. <a role="doc-backlink" href="#r1">back</a></p></aside>'
		),
		['footnote Told so.']
	);
	const endnotes =
		'<p>It paid<sup><a href="#fn1" id="r1">1</a></sup>.</p><section role="doc-endnotes"><ol><li id="fn1"><p>Told. <a href="#r1" role="doc-backlink">↩</a></p></li></ol></section>';
	assert.deepEqual(notesOf(endnotes), ['endnote Told.']);
	assert.deepEqual(shapes(endnotes), ['It paid.']);
	// a word processor’s page
	assert.deepEqual(
		notesOf(
			'<p>It paid<a href="#_ftn1" name="_ftnref1"><sup>[1]</sup></a>.</p><div id="ftn1"><p><a href="#_ftnref1" name="_ftn1">[1]</a> Told here.</p></div>'
		),
		['footnote Told here.']
	);
	// a link to a section is no note, and a note that cites itself ends
	assert.deepEqual(notesOf('<p>See <a href="#s1">1</a>.</p><div id="s1"><p>Section.</p></div>'), []);
	assert.deepEqual(
		notesOf(
			'<p>a<a role="doc-noteref" href="#n">1</a></p><aside role="doc-footnote" id="n">b<a role="doc-noteref" href="#n">1</a></aside>'
		).length,
		1
	);
});

test('formulas with their TeX, pictures beside the page, what is elsewhere is not fetched', () => {
	assert.deepEqual(
		line(
			'<p>So <math><semantics><mi>x</mi><annotation encoding="application/x-tex">x^2</annotation></semantics></math>.</p>'
		).map((i) => (i.t === 'math' ? i.tex : i.t)),
		['text', 'x^2', 'text']
	);
	const png = Uint8Array.from(atob(PNG), (c) => c.charCodeAt(0));
	const r = open('<p>a</p><img src="lamp.png" alt="Lamp"><img src="https://example.org/b.png"><hr>', {
		'lamp.png': png
	});
	assert.deepEqual(Object.keys(r.paper.assets), ['lamp.png']);
	assert.deepEqual(
		r.dropped.map((d) => d.what),
		['a picture that is elsewhere (https://example.org/b.png): nothing is fetched', 'a rule across the page']
	);
});

test('counts, authors, language; a manuscript is made of it', () => {
	const r = open(
		'<html lang="de"><head><meta name="author" content="Ida Lark"></head><body><h1>T</h1><h2>A</h2><p>w w<a role=doc-noteref href="#n">1</a></p><p role=doc-footnote id=n>n</p></body></html>'
	);
	const c = countPaper(r.paper);
	assert.deepEqual(
		[c.headings, c.paragraphs, c.footnotes, r.paper.lang, r.paper.head.authors[0].name],
		[2, c.paragraphs, 1, 'de', 'Ida Lark']
	);
	toManuscript(r.paper).doc.check();
});

test('whatever is written, a paper or a DocumentError', () => {
	const tag = fc.constantFrom(
		'p',
		'b',
		'i',
		'a href="#x"',
		'a href="#fn1"',
		'li id="fn1"',
		'ul',
		'ol',
		'table',
		'tr',
		'td colspan=99',
		'th',
		'figure',
		'img src=x',
		'h1',
		'h9',
		'sup',
		'pre',
		'math',
		'blockquote',
		'caption',
		'div id=x'
	);
	const piece = fc.oneof(
		tag.map((t) => `<${t}>`),
		tag.map((t) => `</${t.split(' ')[0]}>`),
		fc.constantFrom('words ', '&amp;', '&#xFFFFFF;', '<!--', '-->', '<![CDATA[', ']]>', '<', '"'),
		fc.string({ maxLength: 8 })
	);
	fc.assert(
		fc.property(fc.array(piece, { maxLength: 40 }), (parts) => {
			try {
				toManuscript(open(parts.join('')).paper).doc.check();
			} catch (e) {
				if (!(e instanceof DocumentError)) throw e;
			}
		}),
		{ numRuns: Number(process.env.FUZZ ?? 400) }
	);
	assert.ok(open(`${'<div>'.repeat(5000)}deep${'</div>'.repeat(5000)}`).paper.blocks.length > 0);
});

test('a note that begins with a number keeps it, where the link back to its mark says what it is', () => {
	const page = `<p>Text<a href="#n1" role="doc-noteref"><sup>1</sup></a></p>
		<aside id="n1" role="doc-footnote"><a href="#r1" role="doc-backlink">1</a> <div><p>1868 was the year.</p></div></aside>`;
	const { blocks } = readDocument('a.html', new TextEncoder().encode(page), () => null, []).paper;
	const [first] = blocks;
	const note = first.t === 'paragraph' && first.content.find((i) => i.t === 'note');
	const words = note && note.t === 'note' && note.blocks[0].t === 'paragraph' && note.blocks[0].content[0];
	assert.equal(words && words.t === 'text' && words.text, '1868 was the year.');
});
