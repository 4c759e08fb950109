/** Documents with citations and notes, and edits of them at random: what two people may do to one text, for property tests. */
import fc from 'fast-check';
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { schema } from '../manuscript';

const POOL =
	'harbour light lamp board quay tide ledger women wages winter gas oil town council petition morning storm pilot mole coal bread'.split(
		' '
	);
const word = fc.constantFrom(...POOL);
const n = schema.nodes;

/** Every citation has a source of its own, so that one that is gone is seen. */
export const citation = (id: string): Node =>
	n.citation.create({
		id,
		cites: [{ sourceId: `s-${id}`, locator: null, prefix: '', suffix: '', form: 'parenthetical' }]
	});
export const note = (id: string, words: string): Node =>
	n.note.create({ id, kind: 'footnote' }, n.note_paragraph.create(null, schema.text(words)));

type Piece = { words: string[]; end: 'none' | 'cite' | 'note' };
const sentence = fc.record({
	words: fc.array(word, { minLength: 3, maxLength: 9 }),
	end: fc.constantFrom('none', 'none', 'cite', 'note')
}) as fc.Arbitrary<Piece>;

/** Blocks with sentences; ids are counted through. */
export const randomText: fc.Arbitrary<Node> = fc
	.array(
		fc.record({
			kind: fc.constantFrom('paragraph', 'paragraph', 'paragraph', 'heading', 'quote', 'list', 'table'),
			sentences: fc.array(sentence, { minLength: 1, maxLength: 4 })
		}),
		{ minLength: 2, maxLength: 7 }
	)
	.map((blocks) => {
		let count = 0;
		const inline = (list: Piece[]): Node[] =>
			list.flatMap(({ words, end }, i) => {
				const text = `${i ? ' ' : ''}${words[0][0].toUpperCase()}${words[0].slice(1)} ${words.slice(1).join(' ')}`;
				count++;
				if (end === 'cite') return [schema.text(`${text} `), citation(`c${count}`), schema.text('.')];
				if (end === 'note') return [schema.text(`${text}.`), note(`n${count}`, `Note ${count} of ${words[0]}`)];
				return [schema.text(`${text}.`)];
			});
		const p = (list: Piece[]) => n.paragraph.create(null, inline(list));
		return n.doc.create(
			null,
			blocks.map(({ kind, sentences }, i) => {
				switch (kind) {
					case 'heading':
						return n.heading.create({ id: `h${i}`, level: 2 }, schema.text(sentences[0].words.join(' ')));
					case 'quote':
						return n.blockquote.create(null, [p(sentences)]);
					case 'list':
						return n.bullet_list.create(
							null,
							sentences.map((s) => n.list_item.create(null, p([s])))
						);
					case 'table':
						return n.table.create(null, [
							n.table_row.create(
								null,
								[sentences[0], sentences.at(-1)!].map((s) => n.table_cell.create(null, p([s])))
							)
						]);
					default:
						return p(sentences);
				}
			})
		);
	});

export interface Act {
	what:
		| 'word'
		| 'words'
		| 'delete'
		| 'cite'
		| 'note'
		| 'over'
		| 'drop-block'
		| 'add-block'
		| 'move'
		| 'split'
		| 'join'
		| 'sentence'
		| 'bold'
		| 'level';
	at: number;
	size: number;
	words: string[];
}
export const acts = (most: number): fc.Arbitrary<Act[]> =>
	fc.array(
		fc.record({
			what: fc.constantFrom(
				'word',
				'word',
				'words',
				'delete',
				'cite',
				'note',
				'over',
				'drop-block',
				'add-block',
				'move',
				'split',
				'join',
				'sentence',
				'bold',
				'level'
			),
			at: fc.nat(10_000),
			size: fc.nat(30),
			words: fc.array(word, { minLength: 1, maxLength: 5 })
		}) as fc.Arbitrary<Act>,
		{ maxLength: most }
	);

/** Does the acts one after the other. @param who begins the ids of what is new */
export function edited(doc: Node, list: readonly Act[], who: string): Node {
	const tr = new Transform(doc);
	list.forEach((act, i) => {
		const texts: { pos: number; node: Node }[] = [];
		tr.doc.descendants((node, pos) => {
			if (node.isTextblock && node.content.size) texts.push({ node, pos });
			return true;
		});
		if (!texts.length) return;
		const { node, pos } = texts[act.at % texts.length];
		const at = pos + 1 + (act.at % (node.content.size + 1));
		const inText = tr.doc.resolve(at);
		const inNote = node.type.name === 'note_paragraph';
		if (inText.parent !== node && act.what !== 'drop-block' && act.what !== 'move') return;
		const end = Math.min(pos + 1 + node.content.size, at + act.size);
		const top = tr.doc.resolve(pos).before(1);
		const block = tr.doc.nodeAt(top)!;
		const words = ` ${act.words.join(' ')} `;
		switch (act.what) {
			case 'word':
			case 'words':
				return void tr.insert(at, schema.text(act.what === 'word' ? words.slice(0, words.indexOf(' ', 1)) : words));
			case 'sentence':
				return void tr.insert(
					pos + 1 + node.content.size,
					[schema.text(` ${who} ${words.trim()}. `), ...(act.size % 2 ? [citation(`${who}${i}`)] : [])].flat()
				);
			case 'delete':
				return void tr.delete(at, tr.doc.resolve(end).parent === node ? end : at);
			case 'cite':
				return void tr.insert(at, citation(`${who}${i}`));
			case 'note':
				return inNote ? undefined : void tr.insert(at, note(`${who}${i}`, `${who} note ${i}`));
			case 'over': {
				const cites: number[] = [];
				tr.doc.descendants((x, p) => {
					if (x.type.name === 'citation') cites.push(p);
					return true;
				});
				if (cites.length)
					tr.setNodeAttribute(cites[act.at % cites.length], 'override', { text: `${who} ${act.words[0]}`, basis: '' });
				return;
			}
			case 'drop-block':
				return tr.doc.childCount > 1 ? void tr.delete(top, top + block.nodeSize) : undefined;
			case 'add-block':
				return void tr.insert(
					top,
					n.paragraph.create(null, [schema.text(`${who} added ${words.trim()} `), citation(`${who}${i}`)])
				);
			case 'move': {
				tr.delete(top, top + block.nodeSize);
				const places: number[] = [0];
				tr.doc.forEach((x, o) => void places.push(o + x.nodeSize));
				return void tr.insert(places[act.size % places.length], block);
			}
			case 'split':
				return node.type.name === 'paragraph' && block === node && at > pos + 2 && at < pos + node.content.size
					? void tr.split(at)
					: undefined;
			case 'join': {
				const next = tr.doc.nodeAt(pos + node.nodeSize);
				if (block === node && node.type.name === 'paragraph' && next?.type.name === 'paragraph')
					tr.join(pos + node.nodeSize);
				return;
			}
			case 'bold':
				return void tr.addMark(at, Math.max(at, end), schema.mark('strong'));
			case 'level':
				return node.type.name === 'heading' ? void tr.setNodeAttribute(pos, 'level', 2 + (act.size % 3)) : undefined;
		}
	});
	tr.doc.check();
	return tr.doc;
}
