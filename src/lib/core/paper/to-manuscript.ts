/**
 * A paper as a manuscript. Where a paper holds more than manuscripts do (a list within a note), its words are kept in
 * the form that there is, and what that cost is listed.
 */
import type { Mark as DocMark, Node } from 'prosemirror-model';
import {
	assetId,
	isAssetId,
	newId,
	readDoc,
	shareOf,
	SAFE_LINK,
	safeImage,
	schema,
	SCHEMA_VERSION
} from '../manuscript';
import { MOST_LEVELS } from '../page';
import { MARK_NAMES, OWN } from './from-manuscript';
import { paragraph, textOf, words } from './make';
import { isTracked } from './remarks';
import type { Block, Caption, Cell, Dropped, Inline, Mark, Paper } from './types';

const n = schema.nodes;
const DOC_MARKS = Object.fromEntries(Object.entries(MARK_NAMES).map(([doc, paper]) => [paper, doc]));

export interface Made {
	doc: Node;
	/** Names of the authors, in order. */
	authors: string[];
	/** Pictures, named as the document names them. */
	assets: Paper['assets'];
	dropped: Dropped[];
}

/**
 * @param tracked whether marks of tracked changes stay, for what is compared and not kept
 * @throws ManuscriptError for a paper that fits no document in spite of all
 */
export function toManuscript(paper: Paper, tracked = false): Made {
	const maker = new Maker(paper, tracked);
	const blocks = [...headBlocks(paper), ...paper.blocks].flatMap((b) => maker.block(b));
	const attrs = Object.fromEntries(OWN.filter((k) => paper.own[k] !== undefined).map((k) => [k, paper.own[k]]));
	const doc = schema.node('doc', attrs, blocks.length ? blocks : [n.paragraph.create()]);
	return {
		// read as every stored document is: what does not fit the schema is found here and not in the editor
		doc: readDoc({ version: SCHEMA_VERSION, content: doc.toJSON() }),
		authors: paper.head.authors.map((a) => a.name).filter(Boolean),
		assets: maker.assets,
		dropped: maker.dropped()
	};
}

/** What stands before the text, as text: title, abstract, keywords. */
function headBlocks({ head }: Paper): Block[] {
	const out: Block[] = [];
	if (head.title.length) out.push({ t: 'heading', id: '', level: 1, content: head.title, lang: '', align: '' });
	const more = head.authors.flatMap((a) => {
		const beside = [...a.affiliations, a.email].filter(Boolean);
		return beside.length ? [`${a.name} (${beside.join('; ')})`] : [];
	});
	for (const line of more) out.push(paragraph(words(line)));
	if (head.date) out.push(paragraph(words(head.date)));
	out.push(...head.thanks.map(paragraph));
	if (head.abstract.length) {
		out.push({ t: 'heading', id: '', level: 2, content: words('Abstract'), lang: '', align: '' }, ...head.abstract);
	}
	if (head.keywords.length) {
		out.push(paragraph([...words('Keywords: ', [{ t: 'em' }]), ...words(head.keywords.join(', '))]));
	}
	return out;
}

class Maker {
	readonly assets: Paper['assets'] = {};
	private readonly named = new Map<string, string>();
	/** What was lost, by its words, with its first place and how often. */
	private readonly lost = new Map<string, { where: string; times: number }>();
	private section = '';

	constructor(
		paper: Paper,
		private readonly tracked: boolean
	) {
		for (const [name, asset] of Object.entries(paper.assets)) {
			const id = isAssetId(name) ? name : assetId(asset.bytes);
			this.named.set(name, id);
			this.assets[id] = asset;
		}
	}

	dropped(): Dropped[] {
		return [...this.lost].map(([what, { where, times }]) => ({
			what: times > 1 ? `${what} (${times} times)` : what,
			where
		}));
	}

	private loses(what: string): void {
		const known = this.lost.get(what);
		if (known) known.times++;
		else this.lost.set(what, { where: this.section ? `in “${this.section}”` : 'at the beginning', times: 1 });
	}

	block(b: Block): Node[] {
		switch (b.t) {
			case 'paragraph':
				return [
					n.paragraph.create({ lang: b.lang, align: b.align, legend: b.legend ?? false }, this.inlines(b.content))
				];
			case 'heading':
				return [this.heading(b)];
			case 'list':
				return [
					(b.ordered ? n.ordered_list : n.bullet_list).create(
						b.ordered ? { order: b.start, numbers: b.numbers } : null,
						(b.items.length ? b.items : [[]]).map((item) => n.list_item.create(null, this.item(item)))
					)
				];
			case 'quotation':
				return [n.blockquote.create({ lang: b.lang }, this.paragraphs(b.blocks, 'a block quotation'))];
			case 'table':
				return b.rows.some((r) => r.length) ? [this.table(b)] : [];
			case 'figure':
				return [
					n.figure.create(
						{ id: b.id, asset: this.picture(b.asset), alt: b.alt, width: shareOf(b.width ?? 0) },
						this.caption(b.caption)
					)
				];
			case 'equation':
				return [n.equation.create({ id: b.id, tex: b.tex, numbered: b.numbered })];
			case 'code': {
				this.loses('the setting of a passage of code: its lines are kept as a paragraph');
				const lines = b.text.split('\n');
				return [
					n.paragraph.create(
						null,
						lines.flatMap((l, i) => [...(i ? [n.hard_break.create()] : []), ...(l ? [schema.text(l)] : [])])
					)
				];
			}
			case 'page-break':
				return [n.page_break.create()];
			case 'contents':
				return [n.contents.create({ of: b.of, title: b.title, levels: Math.min(MOST_LEVELS, Math.max(1, b.levels)) })];
			case 'bibliography':
				return [n.bibliography.create({ id: b.id, settings: b.settings }, this.heading(b.heading))];
		}
	}

	private heading(b: Extract<Block, { t: 'heading' }>): Node {
		this.section = textOf(b.content);
		if (b.level > 5) this.loses('headings below the fifth level: they are of the fifth');
		return n.heading.create(
			{ id: b.id, level: Math.min(5, Math.max(1, b.level)), lang: b.lang, align: b.align },
			this.inlines(b.content)
		);
	}

	/** An item begins with a paragraph. */
	private item(blocks: Block[]): Node[] {
		const list = blocks.flatMap((b) => {
			if (b.t === 'contents') this.loses('contents within a list');
			if (b.t === 'contents') return [];
			return b.t === 'bibliography' ? this.paragraphs([b], 'a list') : this.block(b);
		});
		return list[0]?.type === n.paragraph ? list : [n.paragraph.create(), ...list];
	}

	private caption = (c: Caption): Node => n.caption.create({ lang: c.lang }, this.inlines(c.content));

	private table(b: Extract<Block, { t: 'table' }>): Node {
		const rows = b.rows.map((r) =>
			n.table_row.create(
				null,
				r.map((c) => this.cell(c))
			)
		);
		const grid = n.table.create({ id: b.inner }, rows);
		return b.caption ? n.captioned_table.create({ id: b.id }, [this.caption(b.caption), grid]) : grid;
	}

	private cell(c: Cell): Node {
		const type = c.header ? n.table_header : n.table_cell;
		const attrs = { colspan: c.colspan, rowspan: c.rowspan, colwidth: c.widths, align: c.align };
		return type.create(attrs, this.paragraphs(c.blocks, 'a cell of a table'));
	}

	private picture(asset: string): string {
		const id = this.named.get(asset) ?? asset;
		return isAssetId(id) || safeImage(id) ? id : '';
	}

	/** Blocks where only paragraphs may stand; at least one. */
	private paragraphs(blocks: Block[], within: string, type = n.paragraph, inNote = false): Node[] {
		const out = this.flat(blocks, within).map((p) =>
			type.create({ lang: p.lang, align: p.align }, this.inlines(p.content, inNote))
		);
		return out.length ? out : [type.create()];
	}

	/** Everything with words in it as paragraphs, one after another. */
	private flat(blocks: Block[], within: string): Extract<Block, { t: 'paragraph' }>[] {
		return blocks.flatMap((b) => {
			if (b.t === 'paragraph') return [b];
			if (b.t === 'page-break' || b.t === 'contents') return [];
			this.loses(`${NAMES[b.t]} within ${within}: its words are kept as paragraphs`);
			switch (b.t) {
				case 'heading':
					return [paragraph(b.content)];
				case 'list':
					return b.items.flatMap((item, i) => {
						const mark = b.ordered ? `${b.start + i}. ` : '• ';
						const [first = paragraph([]), ...rest] = this.flat(item, within);
						return [{ ...first, content: [...words(mark), ...first.content] }, ...rest];
					});
				case 'quotation':
					return this.flat(b.blocks, within);
				case 'table':
					return [
						...(b.caption ? [paragraph(b.caption.content)] : []),
						...b.rows.flatMap((r) => r.flatMap((c) => this.flat(c.blocks, within)))
					];
				case 'figure':
					return [paragraph(b.caption.content)];
				case 'equation':
					return [paragraph([{ t: 'math', tex: b.tex, marks: [] }])];
				case 'code':
					return b.text.split('\n').map((l) => paragraph(words(l)));
				case 'bibliography':
					return [paragraph(b.heading.content)];
			}
		});
	}

	private inlines(list: Inline[], inNote = false): Node[] {
		return list.flatMap((i) => this.inline(i, inNote));
	}

	private inline(i: Inline, inNote: boolean): Node[] {
		const marks = this.marks(i.marks);
		switch (i.t) {
			case 'text': {
				const text = i.text.replace(/[\r\n]+/g, ' ');
				return text ? [schema.text(text, marks)] : [];
			}
			case 'break':
				return [n.hard_break.create(null, null, marks)];
			case 'citation': {
				const attrs = { id: i.id || newId(), cites: i.cites, override: i.override ?? null, moved: i.moved ?? null };
				return i.cites.length
					? [n.citation.create(attrs, null, marks)]
					: [n.citation_placeholder.create({ id: i.id || newId(), hint: i.raw ?? '' }, null, marks)];
			}
			case 'note': {
				if (!inNote) {
					const paragraphs = this.paragraphs(i.blocks, 'a note', n.note_paragraph, true);
					return [n.note.create({ id: i.id || newId(), kind: i.kind }, paragraphs, marks)];
				}
				this.loses('a note within a note: its words stand in brackets');
				const inner = this.flat(i.blocks, 'a note').flatMap((p, k) => [...(k ? words(' ') : []), ...p.content]);
				return this.inlines([...words(' ('), ...inner, ...words(')')], true);
			}
			case 'note-ref':
				return [n.note_ref.create({ note: i.note, source: i.source }, null, marks)];
			case 'cross-ref':
				return [n.cross_ref.create({ target: i.target, show: i.show }, null, marks)];
			case 'math':
				return [n.math.create({ tex: i.tex }, null, marks)];
			case 'placeholder':
				return [n.citation_placeholder.create({ id: i.id || newId(), hint: i.hint }, null, marks)];
		}
	}

	private marks(list: Mark[]): DocMark[] {
		return list.reduce<readonly DocMark[]>((set, m) => {
			if (m.t === 'strike' || m.t === 'code') {
				this.loses(m.t === 'strike' ? 'a line through words' : 'typewriter letters of words');
				return set;
			}
			if (m.t === 'link' && !SAFE_LINK.test(m.href)) {
				this.loses(`a link to “${m.href}”, which is no web or mail address: its words are kept`);
				return set;
			}
			if (isTracked(m) && !this.tracked) return set;
			const { t, ...attrs } = m;
			return schema.mark(DOC_MARKS[t] ?? t, attrs).addToSet(set);
		}, []) as DocMark[];
	}
}

const NAMES: Record<Exclude<Block['t'], 'paragraph' | 'page-break' | 'contents'>, string> = {
	heading: 'a heading',
	list: 'a list',
	quotation: 'a block quotation',
	table: 'a table',
	figure: 'a figure',
	equation: 'a displayed equation',
	code: 'a passage of code',
	bibliography: 'a bibliography'
};
