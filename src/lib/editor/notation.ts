/**
 * Documents written in a line, for tests: blocks parted by “ / ”, as `p:words`, `h2:Heading`, `ul(li(p:one) / li(p:two))`,
 * `bib(h2:References)`, `br`, `eq`, `toc`. Within words `@` is a citation, `#` a note of one's own, `?` a place without a source,
 * `|` the caret, `{` and `}` the ends of a selection; a block behind `*`, or a thing in `[…]`, is selected as a whole.
 */
import type { Node } from 'prosemirror-model';
import { NodeSelection, Selection, TextSelection, type EditorState } from 'prosemirror-state';
import { CellSelection } from 'prosemirror-tables';
import { schema } from '$lib/core/manuscript';

const { nodes } = schema;

const BLOCKS: Record<string, { type: keyof typeof nodes & string; attrs?: Record<string, unknown> }> = {
	p: { type: 'paragraph' },
	h1: { type: 'heading', attrs: { level: 1 } },
	h2: { type: 'heading', attrs: { level: 2 } },
	h3: { type: 'heading', attrs: { level: 3 } },
	h4: { type: 'heading', attrs: { level: 4 } },
	h5: { type: 'heading', attrs: { level: 5 } },
	q: { type: 'blockquote' },
	ul: { type: 'bullet_list' },
	ol: { type: 'ordered_list' },
	li: { type: 'list_item' },
	t: { type: 'table' },
	r: { type: 'table_row' },
	c: { type: 'table_cell' },
	fig: { type: 'figure' },
	ct: { type: 'captioned_table' },
	cap: { type: 'caption' },
	bib: { type: 'bibliography', attrs: { id: 'list' } },
	br: { type: 'page_break' },
	eq: { type: 'equation' },
	toc: { type: 'contents' },
	n: { type: 'note_paragraph' }
};
const INLINE: Record<string, () => Node> = {
	'@': () => nodes.citation.create({ id: '', cites: [{ sourceId: 'a' }] }),
	'#': () => nodes.note.create({ id: '' }, nodes.note_paragraph.create()),
	'?': () => nodes.citation_placeholder.create({ id: '' }),
	'↵': () => nodes.hard_break.create()
};

interface Read {
	nodes: Node[];
	/** Positions of the marks of a selection, from the start of the nodes. */
	marks: [string, number][];
}

class Reader {
	private at = 0;
	constructor(private readonly text: string) {}

	blocks(): Read {
		const out: Read = { nodes: [], marks: [] };
		let pos = 0;
		for (;;) {
			const one = this.block();
			out.nodes.push(...one.nodes);
			for (const [m, p] of one.marks) out.marks.push([m, pos + p]);
			pos += one.nodes.reduce((n, k) => n + k.nodeSize, 0);
			if (!this.text.startsWith(' / ', this.at)) return out;
			this.at += 3;
		}
	}

	private block(): Read {
		const whole = this.text[this.at] === '*';
		if (whole) this.at++;
		const name = /^[a-z]+\d?/.exec(this.text.slice(this.at))?.[0] ?? '';
		const spec = BLOCKS[name];
		if (!spec) throw new Error(`No block at ${this.at} of ${this.text}`);
		this.at += name.length;
		const type = nodes[spec.type];
		let inner: Read = { nodes: [], marks: [] };
		if (this.text[this.at] === '(') {
			this.at++;
			inner = this.blocks();
			this.at++;
		} else if (this.text[this.at] === ':') {
			this.at++;
			inner = this.words();
		}
		const node = type.createChecked(spec.attrs ?? null, inner.nodes);
		const marks = inner.marks.map(([m, p]): [string, number] => [m, p + 1]);
		return { nodes: [node], marks: whole ? [['*', 0], ...marks] : marks };
	}

	private words(): Read {
		const out: Read = { nodes: [], marks: [] };
		let pos = 0;
		while (this.at < this.text.length && this.text[this.at] !== ')' && !this.text.startsWith(' / ', this.at)) {
			const c = this.text[this.at++];
			if ('|{}[]'.includes(c)) {
				if (c !== ']') out.marks.push([c, pos]);
				continue;
			}
			const node = INLINE[c]?.() ?? schema.text(c);
			out.nodes.push(node);
			pos += node.nodeSize;
		}
		return out;
	}
}

/** Reads a document and its selection. */
export function documentOf(text: string): { doc: Node; selection: Selection } {
	const { nodes: blocks, marks } = new Reader(text).blocks();
	const doc = nodes.doc.createChecked(null, blocks);
	const where = (m: string) => marks.find(([k]) => k === m)?.[1];
	const whole = where('*') ?? where('[');
	const selection =
		whole !== undefined
			? NodeSelection.create(doc, whole)
			: TextSelection.create(doc, where('|') ?? where('{') ?? 1, where('|') ?? where('}') ?? 1);
	return { doc, selection };
}

const named = (node: Node): string => {
	const level = node.type === nodes.heading ? `h${node.attrs.level as number}` : '';
	return level || (Object.keys(BLOCKS).find((k) => nodes[BLOCKS[k].type] === node.type) ?? node.type.name);
};

function written(node: Node, pos: number, selection: Selection): string {
	const { from, to, empty } = selection;
	const one = selection instanceof NodeSelection;
	if (!node.isTextblock) {
		const star = one && from === pos ? '*' : '';
		const inner: string[] = [];
		node.forEach((k, at) => inner.push(written(k, pos + 1 + at, selection)));
		return star + named(node) + (inner.length ? `(${inner.join(' / ')})` : '');
	}
	let words = '';
	const marksAt = (p: number, behind: boolean) => {
		if (one || selection instanceof CellSelection) return;
		if (empty) words += p === from && !behind ? '|' : '';
		else if (p === from && !behind) words += '{';
		else if (p === to && behind) words += '}';
	};
	const start = pos + 1;
	for (let i = 0; i <= node.content.size;) {
		marksAt(start + i, true);
		marksAt(start + i, false);
		const at = node.childAfter(i);
		if (!at.node) break;
		if (at.node.isText) {
			words += at.node.text![i - at.offset];
			i++;
			continue;
		}
		const sign = Object.keys(INLINE).find((k) => INLINE[k]().type === at.node!.type) ?? at.node.type.name;
		words += one && from === start + i ? `[${sign}]` : sign;
		i += at.node.nodeSize;
	}
	const star = one && from === pos ? '*' : '';
	return `${star}${named(node)}:${words}`;
}

/** A document and its selection in the same notation. */
export function notationOf(state: Pick<EditorState, 'doc' | 'selection'>): string {
	const out: string[] = [];
	state.doc.forEach((node, pos) => out.push(written(node, pos, state.selection)));
	return out.join(' / ');
}
