/** What stands in the text stands in the files: lists, tables, neighbouring notes, odd characters, scripts, pictures. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { strFromU8, unzipSync } from 'fflate';
import mammoth from 'mammoth';
import { SaxesParser } from 'saxes';
import type { Node } from 'prosemirror-model';
import { schema } from '../manuscript';
import { writeDocxBytes } from './docx';
import { toFinal, writeHtml } from './index';

const { nodes } = schema;
const p = (...kids: (string | Node)[]) =>
	nodes.paragraph.create(
		null,
		kids.map((k) => (typeof k === 'string' ? schema.text(k) : k))
	);
const item = (...kids: Node[]) => nodes.list_item.create(null, kids);
const list = (order: number, ...items: Node[]) => nodes.ordered_list.create({ order }, items);
const note = (words: string) =>
	nodes.note.create({ id: `n${words}`, kind: 'footnote' }, nodes.note_paragraph.create(null, schema.text(words)));

const final = (blocks: Node[], pictures: Record<string, string> = {}) => {
	const doc = nodes.doc.create(null, blocks);
	doc.check();
	return toFinal(doc, 'T', [], 'in-text', {
		citations: new Map(),
		entries: null,
		hanging: false,
		aligned: false,
		lang: 'en-US',
		picture: (id) => pictures[id] ?? id
	});
};
async function files(blocks: Node[], pictures: Record<string, string> = {}) {
	const f = final(blocks, pictures);
	const bytes = await writeDocxBytes(f);
	const zip = unzipSync(bytes);
	const part = (name: string) => {
		const xml = strFromU8(zip[name]);
		// an independent reader finds no character or element amiss (XML 1.0)
		const parser = new SaxesParser();
		parser.on('error', (e) => assert.fail(`${name}: ${e.message}`));
		parser.write(xml).close();
		return xml;
	};
	for (const name of Object.keys(zip)) if (/\.(xml|rels)$/.test(name)) part(name);
	return { html: writeHtml(f), bytes, part };
}
const read = async (bytes: Uint8Array): Promise<string> =>
	(await mammoth.convertToHtml({ buffer: Buffer.from(bytes) })).value;

/** How each list paragraph is numbered: its numbering, level and words; and where each numbering begins. */
function numbering(document: string, numbers: string) {
	const starts = new Map<string, string[]>();
	const abstract = new Map(
		[...numbers.matchAll(/<w:abstractNum [^>]*w:abstractNumId="(\d+)"[\s\S]*?<\/w:abstractNum>/g)].map((m) => [
			m[1],
			[...m[0].matchAll(/<w:lvl w:ilvl="(\d)"[\s\S]*?<w:start w:val="(\d+)"\/>/g)].map((l) => l[2])
		])
	);
	for (const m of numbers.matchAll(/<w:num w:numId="(\d+)"[^>]*>[\s\S]*?<w:abstractNumId w:val="(\d+)"\/>/g))
		starts.set(m[1], abstract.get(m[2]) ?? []);
	return [
		...document.matchAll(/<w:p>(?:(?!<\/w:p>)[\s\S])*?<w:ilvl w:val="(\d)"\/><w:numId w:val="(\d+)"\/>[\s\S]*?<\/w:p>/g)
	].map((m) => ({
		level: Number(m[1]),
		list: m[2],
		start: starts.get(m[2])?.[Number(m[1])],
		text: m[0].replace(/<[^>]+>/g, '')
	}));
}

test('every numbered list counts for itself, from where it begins, and nests (ECMA-376-1, 17.9)', async () => {
	const { html, part, bytes } = await files([
		list(1, item(p('a')), item(p('b'), list(5, item(p('b5')), item(p('b6'))))),
		p('between'),
		list(3, item(p('c')), item(p('d'), nodes.bullet_list.create(null, item(p('dot'))))),
		nodes.ordered_list.create({ order: 1, numbers: 'lower-roman' }, item(p('i')))
	]);
	const all = numbering(part('word/document.xml'), part('word/numbering.xml'));
	const of = (text: string) => all.find((x) => x.text === text)!;
	assert.deepEqual(
		['a', 'b', 'b5', 'b6', 'c', 'd', 'dot', 'i'].map((t) => of(t)?.level),
		[0, 0, 1, 1, 0, 0, 1, 0]
	);
	assert.deepEqual(
		['a', 'b5', 'c', 'i'].map((t) => of(t).start),
		['1', '5', '3', '1']
	);
	assert.equal(new Set(['a', 'b5', 'c', 'i'].map((t) => of(t).list)).size, 4, 'no list goes on with another');
	assert.equal(of('a').list, of('b').list);
	assert.match(part('word/numbering.xml'), /w:val="lowerRoman"/);
	assert.match(html, /<ol start="3"><li><p[^>]*>c<\/p><\/li>/);
	assert.match(html, /<ol start="5"><li><p[^>]*>b5/);
	assert.match(html, /<ol type="i">/);
	assert.match(await read(bytes), /<ol><li>a<\/li><li>b<ol><li>b5<\/li><li>b6<\/li><\/ol><\/li><\/ol>/);
});

test('merged cells keep their spans, in both files', async () => {
	const cell = (text: string, attrs: Record<string, unknown> = {}) => nodes.table_cell.create(attrs, p(text));
	const { html, bytes } = await files([
		nodes.table.create({ id: 't' }, [
			nodes.table_row.create(null, [cell('wide', { colspan: 2 }), cell('tall', { rowspan: 2, align: 'right' })]),
			nodes.table_row.create(null, [cell('x'), cell('y')])
		])
	]);
	assert.match(html, /<td colspan="2">.*?wide/);
	assert.match(html, /<td rowspan="2" style="text-align: right">.*?tall/);
	const back = await read(bytes);
	assert.match(back, /<td colspan="2">/);
	assert.match(back, /<td rowspan="2">/);
});

test('marks of notes side by side are two numbers', async () => {
	const { html, part } = await files([p('Lamps', note('one'), note('two'), ' and oil', note('three'), '.')]);
	const text = part('word/document.xml')
		.replace(/<w:footnoteReference w:id="(\d)"\/>/g, '[$1]')
		.replace(/<[^>]+>/g, '');
	assert.equal(text, 'Lamps[1],[2] and oil[3].');
	assert.equal(html.match(/<p dir="auto">Lamps[\s\S]*?<\/p>/)![0].replace(/<[^>]+>/g, ''), 'Lamps1,2 and oil3.');
});

test('characters that XML does not allow neither break the file nor join words (XML 1.0, 2.2)', async () => {
	const { html, part, bytes } = await files([p('one\u000btwo \u0001 three\uFFFE\uFFFFfour\uD800five\u0000six')]);
	assert.equal(part('word/document.xml').match(/>(one[^<]*)</)![1], 'one two threefour\uFFFDfive six');
	assert.match(html, />one two threefour\uFFFDfive six</);
	assert.match(await read(bytes), /one two threefour/);
});

test('paragraphs run in the direction of their words; alignment and language are theirs', async () => {
	const arabic = nodes.paragraph.create({ lang: 'ar', align: 'center' }, schema.text('المصابيح على الميناء'));
	const { html, part } = await files([arabic, p('Lamps')]);
	const xml = part('word/document.xml');
	assert.equal((xml.match(/<w:bidi\/>/g) ?? []).length, 1);
	assert.match(xml, /<w:jc w:val="center"\/>/);
	assert.match(html, /<p dir="auto" lang="ar" style="text-align: center">/);
});

test('words in another language, and notes and quotations in one, say so in both files (ECMA-376-1, 17.3.2.20)', async () => {
	const german = schema.marks.language.create({ lang: 'de-DE' });
	const inLatin = nodes.note.create(
		{ id: 'n1', kind: 'footnote' },
		nodes.note_paragraph.create({ lang: 'la' }, schema.text('sic transit'))
	);
	const { html, part } = await files([
		nodes.paragraph.create(null, [schema.text('She wrote '), schema.text('Leuchtturm', [german]), inLatin]),
		nodes.blockquote.create({ lang: 'fr-FR' }, p('les phares')),
		nodes.captioned_table.create({ id: 't1' }, [
			nodes.caption.create({ lang: 'it-IT' }, schema.text('fari')),
			nodes.table.create(null, nodes.table_row.create(null, nodes.table_cell.create(null, p('1'))))
		])
	]);
	const language = (words: string, xml: string) =>
		new RegExp(`<w:r>(?:(?!</w:r>).)*<w:lang w:val="([^"]+)"/>(?:(?!</w:r>).)*${words}`).exec(xml)?.[1];
	const xml = part('word/document.xml');
	assert.equal(language('Leuchtturm', xml), 'de-DE');
	assert.equal(language('She wrote', xml), undefined);
	assert.equal(language('les phares', xml), 'fr-FR');
	assert.equal(language('fari', xml), 'it-IT');
	assert.equal(language('sic transit', part('word/footnotes.xml')), 'la');
	assert.match(html, /<span lang="de-DE">Leuchtturm<\/span>/);
	assert.match(html, /<span lang="la">sic transit<\/span>/);
});

test('a picture that is broken leaves its caption and says so; the file is written', async () => {
	const broken = 'data:image/png;base64,AAAA';
	const figure = (asset: string) =>
		nodes.figure.create({ id: 'f', asset, alt: 'A lamp' }, nodes.caption.create(null, schema.text('At dusk')));
	const { bytes, part } = await files([figure(broken), figure('')]);
	assert.match(part('word/document.xml'), /\[Picture: A lamp\]/);
	assert.equal((await read(bytes)).match(/At dusk/g)?.length, 2);
});

test('the file says nothing of the library that wrote it: no names, no colours of its own', async () => {
	const { part } = await files([nodes.heading.create({ id: 'h', level: 2 }, schema.text('One')), p('x')]);
	assert.doesNotMatch(part('docProps/core.xml'), /Un-named/);
	const colours = [...part('word/styles.xml').matchAll(/<w:color w:val="([^"]+)"/g)].map((m) => m[1]);
	assert.deepEqual([...new Set(colours)], ['000000']);
});

test('equations, numbered tables and references to them stand in both files', async () => {
	const table = nodes.captioned_table.create({ id: 't1' }, [
		nodes.caption.create(null, schema.text('Counts')),
		nodes.table.create({ id: 't' }, nodes.table_row.create(null, nodes.table_cell.create(null, p('1'))))
	]);
	const ref = (target: string, show = 'label') => nodes.cross_ref.create({ target, show });
	const { html, part } = await files([
		nodes.heading.create({ id: 'h', level: 2 }, schema.text('Method')),
		p(
			'See ',
			ref('t1'),
			', ',
			ref('e1', 'number'),
			', ',
			ref('h'),
			', ',
			ref('gone'),
			'; ',
			nodes.math.create({ tex: 'a^2' }),
			'.'
		),
		table,
		nodes.equation.create({ id: 'e1', tex: 'E = mc^2' })
	]);
	// what only machines read of a formula stands in HTML beside it
	const shown = (s: string) => s.replace(/<annotation[^>]*>[^<]*<\/annotation>/g, '').replace(/<[^>]+>/g, '');
	for (const text of [html, part('word/document.xml')].map(shown)) {
		// formulas are MathML here and Office Math there; their letters stand as they are
		assert.match(text, /See Table 1, 1, Method, \[no such place\]; a2\./);
		assert.match(text, /Table 1\. Counts/);
		assert.match(text, /E=mc2\s*\(1\)/);
	}
});

test('scripts and remote pictures never reach a document, nor a file', async () => {
	assert.throws(() => schema.marks.link.create({ href: 'javascript:alert(1)' }), RangeError);
	assert.throws(() => nodes.figure.create({ asset: 'https://example.org/x.png' }), RangeError);
	const figure = nodes.figure.create({ id: 'f', asset: 'a'.repeat(40) }, nodes.caption.create());
	const { html, part } = await files([figure], { ['a'.repeat(40)]: 'https://example.org/x.png' });
	assert.doesNotMatch(html + part('word/document.xml'), /example\.org/);
});
