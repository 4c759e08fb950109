/** Environments of LaTeX: lists, quotations, figures and tables with their captions, formulas, statements. */
import {
	newId,
	paragraph,
	plainWords,
	textOf,
	words,
	type Align,
	type Block,
	type Inline,
	type ListNumbers
} from '../../../paper';
import { toRoman } from '../../../csl';
import type { LatexReader } from '.';
import { ALIGNED, FORMULAS, HOLDERS, STATEMENTS } from './commands';
import { Cursor, isMacro, rawOf, type Node } from './cursor';
import { Flow } from './flow';
import { byCommas } from './front';
import { GRIDS, readGrid } from './tables';
import { withoutLead } from '../captions';
import { languageOf } from './text';

/** A figure or a table that is being read. */
interface Float {
	kind: 'figure' | 'table';
	/** What its label names. */
	anchor: { id: string };
	caption: Inline[] | null;
	/** Words of its parts, (a), (b) and so on. */
	parts: Inline[][];
	pictures: string[];
	alt: string;
	/** Of its picture, in per cent of the text's. */
	width: number;
	tables: Extract<Block, { t: 'table' }>[];
}

const FLOATS: Record<string, Float['kind']> = {
	figure: 'figure',
	wrapfigure: 'figure',
	sidewaysfigure: 'figure',
	SCfigure: 'figure',
	floatingfigure: 'figure',
	table: 'table',
	wraptable: 'table',
	sidewaystable: 'table',
	SCtable: 'table'
};
const FLOAT_ARGS: Record<string, string> = { wrapfigure: 'omm', wraptable: 'omm', SCfigure: 'oo', SCtable: 'oo' };
const LISTS: Record<string, boolean> = {
	itemize: false,
	description: false,
	list: false,
	trivlist: false,
	compactitem: false,
	compactdesc: false,
	enumerate: true,
	compactenum: true,
	asparaenum: true,
	inparaenum: true
};
const QUOTATIONS = new Set([
	'quote',
	'quotation',
	'verse',
	'displayquote',
	'displaycquote',
	'quoting',
	'blockquotation'
]);
const CODE = new Set([
	'lstlisting',
	'minted',
	'Verbatim',
	'verbatim',
	'alltt',
	'algorithmic',
	'algorithm',
	'algorithm2e'
]);
const KEYWORDS = new Set(['keywords', 'keyword', 'IEEEkeywords', 'Keywords']);
const DRAWINGS = new Set(['tikzpicture', 'picture', 'pgfpicture', 'pspicture', 'forest', 'axis', 'circuitikz']);
const ALIGN: Record<string, Align> = { center: 'center', flushright: 'right', flushleft: 'left' };

export class Environments {
	/** Kinds of statements with their words: those everybody has, and the paper's own. */
	readonly statements = new Map(Object.entries(STATEMENTS));
	private readonly counted = new Map<string, number>();
	private readonly floats: Float[] = [];
	constructor(private readonly r: LatexReader) {}

	read(full: string, content: Node[], flow: Flow): void {
		const name = full.replace(/\*$/, '');
		const at = new Cursor(content);
		if (name === 'math') return flow.piece({ t: 'math', tex: this.r.tex(content), marks: flow.marks });
		if (FORMULAS.has(name)) return this.formula(content, name, !full.endsWith('*'), flow);
		if (Object.hasOwn(FLOATS, name)) return this.float(FLOATS[name], FLOAT_ARGS[name] ?? 'o', at, flow);
		if (Object.hasOwn(GRIDS, full)) return this.grid(full, at, flow);
		if (Object.hasOwn(LISTS, name)) return this.list(name, LISTS[name], at, flow);
		if (QUOTATIONS.has(name)) {
			const source = at.opt();
			const blocks = this.r.blocks(at.rest());
			const last = blocks.at(-1);
			// the source of a quotation stands behind it
			if (source && last?.t === 'paragraph') last.content = [...last.content, ...words(' '), ...this.r.inlines(source)];
			return flow.block({ t: 'quotation', blocks, lang: '' });
		}
		if (CODE.has(name)) return this.code(name, at, flow);
		if (name === 'abstract') {
			flow.end();
			at.opt();
			this.r.paper.head.abstract.push(...this.r.blocks(at.rest()));
			return;
		}
		if (KEYWORDS.has(name)) {
			this.r.paper.head.keywords.push(...byCommas(content, (n) => this.r.inlines(n)));
			return;
		}
		if (name === 'thebibliography') return this.r.typedList(content, flow);
		if (name === 'comment') return this.r.loses('a passage that is switched off');
		if (name === 'proof' || this.statements.has(name)) return this.statement(name, full !== name, at, flow);
		if (Object.hasOwn(ALIGN, name)) return this.aligned(ALIGN[name], at, flow);
		if (name === 'subfigure' || name === 'subtable') return this.part(at, flow);
		if (DRAWINGS.has(name)) return this.drawing(name, flow);
		if (name === 'otherlanguage') return this.otherLanguage(at, flow);
		if (!Object.hasOwn(HOLDERS, name)) {
			this.r.loses(`the environment ${full}: the words in it are kept`);
			while (at.opt());
		} else this.r.skip(HOLDERS[name], at);
		flow.end();
		const { marks } = flow;
		this.r.walk(at, flow);
		flow.end();
		flow.mark(marks);
	}

	// --- formulas -------------------------------------------------------------------------------------------------------

	formula(content: Node[], name: string, numbered: boolean, flow: Flow): void {
		const labels: string[] = [];
		let plain = false;
		const without = (nodes: Node[]): Node[] => {
			const at = new Cursor(nodes);
			const out: Node[] = [];
			while (!at.done) {
				const n = at.next()!;
				if (isMacro(n, 'label')) labels.push(rawOf(at.arg()));
				else if (isMacro(n, 'nonumber', 'notag')) plain = true;
				else if (n.type !== 'comment') out.push(n);
			}
			return out;
		};
		const args = name === 'alignat' ? 1 : 0;
		const at = new Cursor(content);
		for (let i = 0; i < args; i++) at.arg();
		const tex = this.r.tex(without(at.rest()));
		const lines = ALIGNED.has(name);
		const block: Extract<Block, { t: 'equation' }> = {
			t: 'equation',
			id: newId(),
			tex: lines ? `\\begin{${INNER[name] ?? 'aligned'}}\n${tex}\n\\end{${INNER[name] ?? 'aligned'}}` : tex,
			numbered: numbered && name !== 'displaymath' && name !== '' && !(plain && !lines)
		};
		flow.block(block);
		const before = this.r.anchor;
		this.r.anchor = block;
		for (const l of labels) this.r.label(l);
		this.r.anchor = before;
	}

	// --- figures and tables ---------------------------------------------------------------------------------------------

	private float(kind: Float['kind'], args: string, at: Cursor, flow: Flow): void {
		this.r.skip(args, at);
		const float: Float = {
			kind,
			anchor: { id: newId() },
			caption: null,
			parts: [],
			pictures: [],
			alt: '',
			width: 0,
			tables: []
		};
		const before = this.r.anchor;
		this.r.anchor = float.anchor;
		this.floats.push(float);
		const inner = new Flow();
		this.r.walk(at, inner);
		inner.end();
		this.floats.pop();
		this.r.anchor = before;
		const caption = this.captionOf(float);
		const [table, ...tables] = float.tables;
		if (table) {
			table.id = float.anchor.id;
			table.caption = { content: caption, lang: '' };
			flow.block(table);
			tables.forEach((t) => flow.block(t));
		} else {
			const [asset = '', ...more] = float.pictures;
			for (const p of more) this.r.loses(`a second picture of one figure${p ? ` (${p})` : ''}`);
			flow.block({
				t: 'figure',
				id: float.anchor.id,
				asset,
				alt: float.alt || plainWords(caption),
				caption: { content: caption, lang: '' },
				...(float.width ? { width: float.width } : {})
			});
		}
		// words that stand there beside the caption: notes and credits
		for (const b of inner.blocks)
			flow.block(b.t === 'paragraph' ? { ...b, content: withoutLead(b.content), align: '', legend: true } : b);
	}

	private captionOf(f: Float): Inline[] {
		const parts = f.parts.flatMap((p, i) => [...words(` (${String.fromCharCode(97 + (i % 26))}) `), ...p]);
		return [...(f.caption ?? []), ...parts];
	}

	caption(at: Cursor, flow: Flow): void {
		at.star();
		at.opt();
		const content = this.r.inlines(at.arg());
		const float = this.floats.at(-1);
		if (float && !float.caption) float.caption = content;
		else if (float) float.caption = [...float.caption!, ...words(' '), ...content];
		else flow.block(paragraph(content));
	}
	subCaption(nodes: Node[]): void {
		this.floats.at(-1)?.parts.push(this.r.inlines(nodes));
	}

	/** A part of a figure: its caption is one of the parts. */
	private part(at: Cursor, flow: Flow): void {
		this.r.skip('oom', at);
		const whole = this.floats.at(-1);
		const caption = whole?.caption ?? null;
		if (whole) whole.caption = null;
		this.r.walk(at, flow);
		if (!whole) return;
		if (whole.caption) whole.parts.push(whole.caption);
		whole.caption = caption;
	}

	/**
	 * @param alt what describes the picture; empty for none
	 * @param width in per cent of the text's; 0 for the picture's own
	 */
	graphic(path: string, alt: string, width: number, flow: Flow): void {
		const asset = this.r.picture(path);
		const float = this.floats.at(-1);
		if (float) {
			float.pictures.push(asset);
			float.alt ||= alt;
			float.width ||= width;
		} else
			flow.block({
				t: 'figure',
				id: newId(),
				asset,
				alt,
				caption: { content: [], lang: '' },
				...(width ? { width } : {})
			});
	}

	private drawing(name: string, flow: Flow): void {
		this.r.loses(`a drawing (${name}): only its caption is kept`);
		if (!this.floats.length) flow.end();
	}

	private grid(name: string, at: Cursor, flow: Flow): void {
		this.r.skip(GRIDS[name], at);
		const float = this.floats.at(-1);
		if (float) {
			float.tables.push({ t: 'table', id: newId(), inner: newId(), rows: this.rows(at), caption: null });
			return;
		}
		// a table over several pages has its caption within
		const own: Float = {
			kind: 'table',
			anchor: { id: newId() },
			caption: null,
			parts: [],
			width: 0,
			pictures: [],
			alt: '',
			tables: []
		};
		this.floats.push(own);
		const before = this.r.anchor;
		this.r.anchor = own.anchor;
		const rows = this.rows(at);
		this.r.anchor = before;
		this.floats.pop();
		const caption = own.caption && { content: own.caption, lang: '' };
		flow.block({ t: 'table', id: own.anchor.id, inner: newId(), rows, caption });
	}
	private rows(at: Cursor) {
		return readGrid(at, (nodes) => {
			const blocks = this.r.blocks(nodes);
			return blocks.length ? blocks : [paragraph([])];
		}).filter((r) => r.some((c) => c.blocks.some((b) => b.t !== 'paragraph' || b.content.length)));
	}

	// --- text -----------------------------------------------------------------------------------------------------------

	private list(name: string, ordered: boolean, at: Cursor, flow: Flow): void {
		const options = rawOf(at.opt() ?? []);
		if (name === 'list') this.r.skip('mm', at);
		let start = Number(/start\s*=\s*(\d+)/.exec(options)?.[1] ?? 1);
		const items: { term: Node[] | null; nodes: Node[] }[] = [];
		while (!at.done) {
			const n = at.next()!;
			if (isMacro(n, 'item')) items.push({ term: at.opt(), nodes: [] });
			else if (items.length) items.at(-1)!.nodes.push(n);
			else if (isMacro(n, 'setcounter')) {
				at.arg();
				start = Number(rawOf(at.arg())) + 1 || 1;
			}
		}
		const before = this.r.anchor;
		const list: Extract<Block, { t: 'list' }> = {
			t: 'list',
			ordered,
			start,
			numbers: numbersOf(options),
			items: items.map(({ term, nodes }, i) => {
				this.r.anchor = ordered ? { id: newId(), words: numeral(start + i, numbersOf(options)) } : before;
				const blocks = this.r.blocks(nodes);
				const head = term ? this.r.inlines(term, name === 'description' ? [{ t: 'strong' }] : []) : [];
				if (!head.length) return blocks;
				const [first, ...rest] = blocks;
				return first?.t === 'paragraph'
					? [{ ...first, content: [...head, ...words(' '), ...first.content] }, ...rest]
					: [paragraph(head), ...blocks];
			})
		};
		this.r.anchor = before;
		flow.block(list);
	}

	/** A theorem and its kin: the word and the number that it prints, then what it says. */
	private statement(name: string, starred: boolean, at: Cursor, flow: Flow): void {
		const said = at.opt();
		const about = said ? this.r.inlines(said) : [];
		const before = this.r.anchor;
		let head = this.statements.get(name) ?? 'Proof';
		if (name === 'proof') {
			if (about.length) head = textOf(about);
		} else if (!starred) {
			const n = (this.counted.get(name) ?? 0) + 1;
			this.counted.set(name, n);
			head += ` ${n}`;
			this.r.anchor = { id: newId(), words: String(n) };
		}
		const blocks = this.r.blocks(at.rest());
		this.r.anchor = before;
		const more: Inline[] = about.length && name !== 'proof' ? [...words(' ('), ...about, ...words(')')] : [];
		const lead: Inline[] = [...words(head, [{ t: 'strong' }]), ...more, ...words('. ')];
		const [first, ...rest] = blocks;
		if (first?.t === 'paragraph') flow.block({ ...first, content: [...lead, ...first.content] });
		else for (const b of [paragraph(lead), ...blocks.slice(0, 1)]) flow.block(b);
		for (const b of rest) flow.block(b);
	}

	private aligned(align: Align, at: Cursor, flow: Flow): void {
		flow.end();
		const before = flow.align;
		// within a figure it says nothing of the text
		flow.align = this.floats.length ? '' : align;
		const { marks } = flow;
		this.r.walk(at, flow);
		flow.end();
		flow.mark(marks);
		flow.align = before;
	}

	private otherLanguage(at: Cursor, flow: Flow): void {
		at.opt();
		const lang = languageOf(rawOf(at.arg()));
		for (const b of this.r.blocks(at.rest())) {
			flow.block(b.t === 'paragraph' || b.t === 'heading' || b.t === 'quotation' ? { ...b, lang } : b);
		}
	}

	private code(name: string, at: Cursor, flow: Flow): void {
		const options = rawOf(at.opt() ?? []);
		const language = name === 'minted' ? rawOf(at.arg()) : (/language\s*=\s*(\w+)/.exec(options)?.[1] ?? '');
		const caption = /caption\s*=\s*\{?([^,}]+)/.exec(options)?.[1];
		if (caption) flow.block(paragraph(words(caption.trim())));
		const raw: Node[] = [];
		while (!at.done) {
			const n = at.next()!;
			if (isMacro(n, 'caption')) this.caption(at, flow);
			else if (isMacro(n, 'label')) at.arg();
			else raw.push(n);
		}
		const text = raw.map((n) => (n.type === 'string' ? n.content : rawOf([n]))).join('');
		flow.block({ t: 'code', text: text.replace(/^\n+|\s+$/g, ''), language });
	}
}

/** What stands for an environment within a formula. */
const INNER: Record<string, string> = { gather: 'gathered', multline: 'aligned', alignat: 'aligned' };

/** How an enumeration is numbered (enumitem manual, 3.1; enumerate package). */
function numbersOf(options: string): ListNumbers {
	const label = /label\s*=\s*(.*)/.exec(options)?.[1] ?? options;
	if (/\\alph|^\(?a\b/.test(label)) return 'lower-alpha';
	if (/\\Alph|^\(?A\b/.test(label)) return 'upper-alpha';
	if (/\\roman|^\(?i\b/.test(label)) return 'lower-roman';
	if (/\\Roman|^\(?I\b/.test(label)) return 'upper-roman';
	return 'decimal';
}

/** The number of an item as it is printed. */
function numeral(n: number, numbers: ListNumbers): string {
	const [how, what] = numbers.split('-');
	const text =
		what === 'alpha' ? String.fromCharCode(96 + (((n - 1) % 26) + 1)) : what === 'roman' ? toRoman(n) : String(n);
	return how === 'upper' ? text.toUpperCase() : text;
}
