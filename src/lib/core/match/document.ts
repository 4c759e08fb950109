/** The passages of a manuscript's document, with the positions of their characters, and where its typed list stands. */
import type { Node } from 'prosemirror-model';
import { styleOf, type DocCite } from '../manuscript';
import { isListHeading } from '../paper';
import { contextOf } from './context';
import { looksLikeList } from './list';
import type { LiveCitation, Passage } from './types';

/** Stands for what is no text within a line. */
const OBJECT = '\uFFFC';

export interface TypedList {
	/** An entry a paragraph, parted by empty lines. */
	text: string;
	/** Positions of the heading and the blocks behind it. */
	from: number;
	to: number;
	heading: Node;
}

/** Characters from an offset on that follow each other in the document, and the position of the first. */
export type Run = [offset: number, position: number];

/** The position of a character, or of the end of the passage. @param runs the first begins at 0 */
export function positionIn(runs: Run[], offset: number): number {
	let low = 0;
	let high = runs.length - 1;
	while (low < high) {
		const middle = (low + high + 1) >> 1;
		if (runs[middle][0] <= offset) low = middle;
		else high = middle - 1;
	}
	return runs[low][1] + offset - runs[low][0];
}

export interface DocPassages {
	passages: Passage[];
	/** Of each passage, where its characters stand in the document. */
	at: Run[][];
	/** Of each passage, the note it is of; empty outside notes. */
	notes: string[];
	list: TypedList | null;
}

/** @param resolve the source that is kept of those that were merged */
export function passagesOfDoc(doc: Node, resolve: (id: string) => string = (id) => id): DocPassages {
	const inNotes = (styleOf(doc)?.form ?? 'in-text') !== 'in-text';
	/** Live citations that the style makes notes of, until the next note. */
	let waiting: LiveCitation[] = [];
	const out: DocPassages = { passages: [], at: [], notes: [], list: listOf(doc) };
	let section = '';
	let note = { id: '', end: 0 };
	doc.descendants((node, pos, parent) => {
		const { list } = out;
		if (list && pos >= list.from && pos < list.to) return false;
		const { name } = node.type;
		if (name === 'heading') {
			section = node.textContent;
			return true;
		}
		if (name === 'note') note = { id: node.attrs.id as string, end: pos + node.nodeSize };
		if (name === 'citation' && inNotes && pos >= note.end) waiting.push({ at: -1, cites: citesOf(node, resolve) });
		if (!node.isTextblock) return name !== 'bibliography';
		const line = lineOf(node, pos, resolve);
		if (!/[\p{L}\p{N}]/u.test(line.text) && !line.live.length) return true;
		const kind =
			name === 'note_paragraph'
				? 'note'
				: name === 'caption'
					? 'caption'
					: parent?.type.spec.tableRole
						? 'cell'
						: 'body';
		let { live } = line;
		if (inNotes && kind !== 'note') live = [];
		else if (kind === 'note') [live, waiting] = [[...waiting, ...live], []];
		const { text, raised } = line;
		out.passages.push({ text, kind, section, ...(raised.length && { raised }), ...(live.length && { live }) });
		out.at.push(line.at);
		out.notes.push(kind === 'note' && pos < note.end ? note.id : '');
		return true;
	});
	return out;
}

interface Line {
	text: string;
	at: Run[];
	raised: [number, number][];
	live: LiveCitation[];
}

function lineOf(block: Node, pos: number, resolve: (id: string) => string): Line {
	let text = '';
	const live: LiveCitation[] = [];
	const at: Run[] = [];
	const raised: [number, number][] = [];
	block.forEach((child, offset) => {
		const start = pos + 1 + offset;
		if (!child.isText) {
			if (child.type.name === 'citation') live.push({ at: text.length, cites: citesOf(child, resolve) });
			at.push([text.length, start]);
			text += child.type.name === 'hard_break' ? ' ' : OBJECT;
			return;
		}
		const s = child.text!;
		if (child.marks.some((m) => m.type.name === 'superscript')) raised.push([text.length, text.length + s.length]);
		at.push([text.length, start]);
		text += s;
	});
	at.push([text.length, pos + 1 + block.content.size]);
	return { text, at, raised, live };
}

const citesOf = (citation: Node, resolve: (id: string) => string): LiveCitation['cites'] =>
	(citation.attrs.cites as DocCite[]).map((c) => ({ sourceId: resolve(c.sourceId), locator: c.locator }));

/** The blocks under a heading of references, where entries are typed there. */
function listOf(doc: Node): TypedList | null {
	let found: TypedList | null = null;
	let level = 0;
	doc.forEach((block, pos) => {
		const heading = block.type.name === 'heading';
		if (heading && isListHeading(block.textContent)) {
			found = { text: '', from: pos, to: pos + block.nodeSize, heading: block };
			level = block.attrs.level as number;
		} else if (found && level) {
			if ((heading && (block.attrs.level as number) <= level) || block.type.name === 'bibliography') level = 0;
			else {
				found.to = pos + block.nodeSize;
				found.text += entriesOf(block);
			}
		}
	});
	return looksLikeList((found as TypedList | null)?.text ?? '') ? found : null;
}

function entriesOf(block: Node): string {
	const words = (n: Node) => n.textBetween(0, n.content.size, '\n', ' ');
	if (block.type.name === 'ordered_list') {
		const first = block.attrs.order as number;
		return block.children.map((item, i) => `[${first + i}] ${words(item)}\n\n`).join('');
	}
	if (block.type.name === 'bullet_list') return block.children.map((item) => `${words(item)}\n\n`).join('');
	return `${words(block)}\n\n`;
}

/** How a typed citation that is none is remembered: by its words and those before it. */
export const placeOfTyped = (p: Passage, from: number, to: number): string => contextOf(p.text, from, to);
