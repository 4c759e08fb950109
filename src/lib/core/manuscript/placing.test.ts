/**
 * Where a citation goes among marks, in every place a caret can be.
 * `sentence`: APA 7, 8.11 and 8.27; MLA 9, 6.43 and 6.35. `note`: Chicago 17, 14.26. `raised`: AMA 11, 3.6.2.
 */
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { insertCitation, schema, type DocCite, type PlacementKind } from './index';

const { nodes } = schema;
const cites = (form: DocCite['form'] = 'parenthetical'): DocCite[] => [
	{ sourceId: 'a', locator: null, prefix: '', suffix: '', form }
];

/** Text in which | is the caret, ^ a citation, + a note of the writer's own. */
function inline(s: string): Node[] {
	return [...s.replace('|', '')].map((c) =>
		c === '^'
			? nodes.citation.create({ id: 'old', cites: cites() })
			: c === '+'
				? nodes.note.create({ id: 'n' }, nodes.note_paragraph.create())
				: schema.text(c)
	);
}
const WRAP: Record<string, (kids: Node[]) => Node> = {
	paragraph: (k) => nodes.paragraph.create(null, k),
	heading: (k) => nodes.heading.create({ level: 2 }, k),
	list: (k) => nodes.bullet_list.create(null, nodes.list_item.create(null, nodes.paragraph.create(null, k))),
	cell: (k) =>
		nodes.table.create(
			null,
			nodes.table_row.create(null, nodes.table_cell.create(null, nodes.paragraph.create(null, k)))
		),
	caption: (k) => nodes.figure.create({ asset: '', alt: '' }, nodes.caption.create(null, k)),
	quote: (k) => nodes.blockquote.create(null, nodes.paragraph.create(null, k)),
	note: (k) => nodes.paragraph.create(null, nodes.note.create({ id: 'n' }, nodes.note_paragraph.create(null, k)))
};

function insert(text: string, kind: PlacementKind, where = 'paragraph'): string {
	const doc = nodes.doc.create(null, WRAP[where](inline(text)));
	doc.check();
	let start = -1;
	doc.descendants((n, pos) => {
		if (start < 0 && n.isTextblock && (where !== 'note' || doc.resolve(pos).parent.type === nodes.note))
			start = pos + 1;
		return true;
	});
	const at = [...text.slice(0, text.indexOf('|'))].reduce((n, c) => n + (c === '+' ? 4 : 1), 0);
	const tr = new Transform(doc);
	const end = insertCitation(tr, start + at, 'new', cites(), kind, where === 'note');
	tr.doc.check();
	const made = tr.doc.resolve(end).nodeBefore;
	assert.equal(made?.attrs.id, 'new', `${text}: what is returned is the place behind the citation`);
	let out = '';
	tr.doc.resolve(end).parent.forEach((n) => {
		out += n.isText ? n.text : n.type === nodes.note ? '+' : n.attrs.id === 'new' ? '^' : '~';
	});
	return out;
}

type Row = [string, PlacementKind, string, string?];
const TABLE: Row[] = [
	// quotation marks, straight out of a style manual
	['She wrote, “not lit”|', 'sentence', 'She wrote, “not lit” ^'],
	['She wrote, “not lit|.”', 'sentence', 'She wrote, “not lit” ^.'],
	['She wrote, “not lit|”', 'sentence', 'She wrote, “not lit” ^'],
	['She wrote, “not lit|”.', 'sentence', 'She wrote, “not lit” ^.'],
	['She asked, “who pays?”|', 'sentence', 'She asked, “who pays?” ^'],
	['She asked, “who pays|?”', 'sentence', 'She asked, “who pays?” ^'],
	['Er schrieb „dunkel“|.', 'sentence', 'Er schrieb „dunkel“ ^.'],
	['Elle écrit « sombre »|.', 'sentence', 'Elle écrit « sombre » ^.'],
	['“not lit”| and dark', 'sentence', '“not lit” ^ and dark'],
	// brackets
	['(as others found|)', 'sentence', '(as others found ^)'],
	['(|)', 'sentence', '(^)'],
	['(As others found.|)', 'sentence', '(As others found ^.)'],
	['[|]', 'sentence', '[^]'],
	['It was dark (in winter)|.', 'sentence', 'It was dark (in winter) ^.'],
	// marks before and behind
	['dark|; light', 'sentence', 'dark ^; light'],
	['dark|: light', 'sentence', 'dark ^: light'],
	['dark;| light', 'sentence', 'dark ^; light'],
	['dark|!', 'sentence', 'dark ^!'],
	['dark|?', 'sentence', 'dark ^?'],
	['dark|…', 'sentence', 'dark ^…'],
	['dark|—and cold', 'sentence', 'dark ^—and cold'],
	['dark—|and cold', 'sentence', 'dark—^ and cold'],
	['the harbour’s| lamps', 'sentence', 'the harbour’s ^ lamps'],
	['well-|lit', 'sentence', 'well-lit ^'],
	['in 18|84 they', 'sentence', 'in 1884 ^ they'],
	['fell by 3.|5 per cent', 'sentence', 'fell by 3.5 ^ per cent'],
	// beside other citations and notes
	['dark ^|.', 'sentence', 'dark ~ ^.'],
	['dark| ^.', 'sentence', 'dark ^ ~.'],
	['dark.+|', 'sentence', 'dark.+ ^'],
	// elsewhere than in a paragraph
	['Lamps and eels|', 'sentence', 'Lamps and eels ^', 'heading'],
	['Lamps and |eels', 'sentence', 'Lamps and ^ eels', 'heading'],
	['one lamp a day.|', 'sentence', 'one lamp a day ^.', 'list'],
	['14 lamps|', 'sentence', '14 lamps ^', 'cell'],
	['|', 'sentence', '^', 'cell'],
	['The quay in 1890.|', 'sentence', 'The quay in 1890 ^.', 'caption'],
	['See on this |', 'sentence', 'See on this ^', 'note'],
	['It was otherwise.|', 'sentence', 'It was otherwise. ^', 'note'],
	// behind the last mark of a block quotation (APA 7, 8.27; MLA 9, 6.35; Chicago 17, 13.70)
	['and all was dark.|', 'sentence', 'and all was dark. ^', 'quote'],
	['and all was dark|.', 'sentence', 'and all was dark. ^', 'quote'],
	['and all was dark. |', 'sentence', 'and all was dark. ^', 'quote'],
	['and all| was dark.', 'sentence', 'and all ^ was dark.', 'quote'],
	// note marks
	['“not lit”|', 'note', '“not lit”^'],
	['“not lit.”|', 'note', '“not lit.”^'],
	['“not lit”|.', 'note', '“not lit”.^'],
	['“not lit|”.', 'note', '“not lit”.^'],
	['“who pays?|”', 'note', '“who pays?”^'],
	['(as others found|)', 'note', '(as others found^)'],
	['(As others found|.)', 'note', '(As others found.^)'],
	['dark|—and cold', 'note', 'dark^—and cold'],
	['dark|!', 'note', 'dark!^'],
	['dark|?', 'note', 'dark?^'],
	['in 18|84 they', 'note', 'in 1884^ they'],
	['dark.+|', 'note', 'dark.+^'],
	['Lamps and eels|', 'note', 'Lamps and eels^', 'heading'],
	['one lamp a day|.', 'note', 'one lamp a day.^', 'list'],
	['14 lamps|', 'note', '14 lamps^', 'cell'],
	['The quay in 1890|.', 'note', 'The quay in 1890.^', 'caption'],
	['and all was dark|.', 'note', 'and all was dark.^', 'quote'],
	['See on this |', 'note', 'See on this ^', 'note'],
	// raised numbers
	['dark|, and', 'raised', 'dark,^ and'],
	['“not lit|.”', 'raised', '“not lit.”^'],
	['14 lamps|', 'raised', '14 lamps^', 'cell'],
	['The quay in 1890|.', 'raised', 'The quay in 1890.^', 'caption'],
	['dark |(in winter)', 'raised', 'dark^ (in winter)'],
	['and all was dark|.', 'raised', 'and all was dark.^', 'quote']
];

test('the table of places', () => {
	const wrong = TABLE.map(([text, kind, expected, where]) => ({
		case: `${kind}, ${where ?? 'paragraph'}: ${text}`,
		got: insert(text, kind, where),
		expected
	})).filter((r) => r.got !== r.expected);
	assert.deepEqual(wrong, []);
	assert.ok(TABLE.length >= 60);
});
