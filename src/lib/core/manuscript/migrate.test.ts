/** Stored documents of version 1 become ones of version 2; attributes that cannot be shown never reach the editor. */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Node } from 'prosemirror-model';
import {
	entryOverridesOf,
	readCitations,
	readDoc,
	schema,
	settingsOf,
	storeDoc,
	styleOf,
	ManuscriptError
} from './index';

const t = (text: string) => ({ type: 'text', text });
const p = (...content: unknown[]) => ({ type: 'paragraph', content });
const cite = (attrs: Record<string, unknown>) => ({ type: 'citation', attrs });
const cites = [{ sourceId: 'a', locator: null, prefix: '', suffix: '', form: 'parenthetical' }];
const PNG = 'data:image/png;base64,iVBORw0KGgo=';

const v1 = (content: unknown[], attrs: Record<string, unknown> = {}) =>
	readDoc({ version: 1, content: { type: 'doc', attrs, content } });
const all = (doc: Node, type: string): Node[] => {
	const out: Node[] = [];
	doc.descendants((n) => void (n.type.name === type && out.push(n)));
	return out;
};

test('attributes have their new names, with what they held', () => {
	const doc = v1(
		[
			p(
				t('Lamps'),
				cite({
					id: 'c',
					cites,
					pinned: { text: 'by hand', basis: 'x' },
					moved: { space: ' ', marks: '.', inside: true, spaceLook: [{ type: 'em' }] }
				}),
				{ type: 'gap', attrs: { id: 'g', hint: 'oil' } }
			),
			{
				type: 'bibliography',
				attrs: { id: 'b', set: { takes: 'section' } },
				content: [{ type: 'heading', content: [t('R')] }]
			}
		],
		{
			style: { id: 'ieee', title: 'IEEE', form: 'in-text', locale: '' },
			hand: { a: { text: 'E', basis: 'F' } },
			set: { placement: 'before', further: [{ id: 'z', why: 'read' }] }
		}
	);
	const [c] = all(doc, 'citation');
	assert.deepEqual(c.attrs.override, { text: 'by hand', basis: 'x' });
	assert.deepEqual(c.attrs.moved, {
		space: ' ',
		movedPunctuation: '.',
		inside: true,
		spaceMarks: [{ type: 'em' }]
	});
	assert.equal(all(doc, 'citation_placeholder')[0].attrs.hint, 'oil');
	assert.deepEqual(all(doc, 'bibliography')[0].attrs.settings, { takes: 'section' });
	assert.deepEqual(entryOverridesOf(doc), { a: { text: 'E', basis: 'F' } });
	assert.equal(settingsOf(doc).placement, 'before');
	assert.deepEqual(settingsOf(doc).uncited, [{ id: 'z', why: 'read' }]);
	assert.equal(styleOf(doc)?.id, 'ieee');
	const again = readDoc(JSON.parse(JSON.stringify(storeDoc(doc))));
	assert.deepEqual(again.toJSON(), doc.toJSON());
});

test('headings, figures and tables have identities, each its own; a picture stands where its address did', () => {
	const cell = { type: 'table_cell', content: [p(t('1'))] };
	const doc = v1([
		{ type: 'heading', attrs: { level: 1 }, content: [t('A')] },
		{ type: 'heading', attrs: { level: 9 }, content: [t('B')] },
		{ type: 'figure', attrs: { src: PNG, alt: 'x' }, content: [{ type: 'caption' }] },
		{ type: 'figure', attrs: { src: 'http://example.org/x.png', alt: '' }, content: [{ type: 'caption' }] },
		{ type: 'table', content: [{ type: 'table_row', content: [cell] }] }
	]);
	const ids = ['heading', 'figure', 'table'].flatMap((name) => all(doc, name).map((n) => n.attrs.id as string));
	assert.ok(ids.every(Boolean));
	assert.equal(new Set(ids).size, 5);
	assert.deepEqual(
		all(doc, 'figure').map((f) => f.attrs.asset),
		[PNG, '']
	);
	assert.equal(all(doc, 'heading')[1].attrs.level, 2);
});

test('a citation that names no source is a visible “source needed”, and the rest of the text is there', () => {
	for (const bad of [null, undefined, [], 'x', [{ sourceId: '' }], [null]]) {
		const doc = v1([p(t('Lamps '), cite({ id: 'c', cites: bad }), t(' and '), cite({ id: 'd', cites }))]);
		assert.equal(readCitations(doc, 'in-text').citations.length, 1);
		assert.match(all(doc, 'citation_placeholder')[0].attrs.hint as string, /could not be read/);
	}
});

test('notes hold no notes and lists no bibliographies: what stood there is moved, not lost', () => {
	const note = (...content: unknown[]) => ({ type: 'note', attrs: { id: 'n' }, content });
	const list = {
		type: 'bibliography',
		attrs: { id: 'b' },
		content: [{ type: 'heading', attrs: { level: 2 }, content: [t('Refs')] }]
	};
	const doc = v1([
		p(t('A'), note(p(t('one'), note(p(t('two')), p(t('three'))), t(' four')))),
		{ type: 'bullet_list', content: [{ type: 'list_item', content: [p(t('item')), list, p(t('more'))] }] }
	]);
	assert.equal(all(doc, 'note').length, 1);
	assert.equal(all(doc, 'note')[0].textContent, 'one (two three) four');
	assert.equal(all(doc, 'note_paragraph').length, 1);
	assert.deepEqual(
		doc.children.map((n) => n.type.name),
		['paragraph', 'bullet_list', 'bibliography']
	);
	assert.equal(all(doc, 'bullet_list')[0].textContent, 'itemmore');
	assert.ok(!schema.nodes.list_item.validContent(all(doc, 'bibliography')[0].content));
});

test('attributes that cannot be shown are refused when a document is read (property of the schema)', () => {
	const bad: [string, unknown][] = [
		['cites null', p(cite({ id: 'c', cites: null }))],
		['cites of something else', p(cite({ id: 'c', cites: [{ sourceId: 3 }] }))],
		['level', { type: 'heading', attrs: { id: '', level: 7 } }],
		['alignment', { type: 'paragraph', attrs: { align: 'javascript' } }],
		['language', { type: 'paragraph', attrs: { lang: '"><script>' } }],
		['note kind', p({ type: 'note', attrs: { id: 'n', kind: 'sidenote' }, content: [{ type: 'note_paragraph' }] })],
		[
			'remote picture',
			{ type: 'figure', attrs: { asset: 'http://example.org/x.png' }, content: [{ type: 'caption' }] }
		],
		['script link', p({ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] })],
		['settings', { type: 'bibliography', attrs: { id: 'b', settings: 7 }, content: [{ type: 'heading' }] }]
	];
	for (const [what, block] of bad)
		assert.throws(
			() => readDoc({ version: 2, content: { type: 'doc', content: [block] } }),
			(e) => e instanceof ManuscriptError && /cannot be read/.test(e.message),
			what
		);
	assert.throws(
		() => readDoc({ version: 2, content: { type: 'doc', attrs: { style: { id: 7 } }, content: [p(t('x'))] } }),
		ManuscriptError
	);
});
