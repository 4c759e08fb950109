/**
 * Reads LaTeX: what the classes, natbib, biblatex and the usual packages mean, not how they set it. Parsing is
 * unified-latex's; commands take their arguments here, since what they take depends on the paper's own definitions.
 * Nothing is run: definitions are written out up to a bound, conditions are not evaluated.
 */
import type * as Ast from '@unified-latex/unified-latex-types';
import { parseMinimal } from '@unified-latex/unified-latex-util-parse';
import { printRaw } from '@unified-latex/unified-latex-util-print-raw';
import { decodeText } from '../../../exchange';
import { emptyPaper, mapLines, newId, type Block, type Inline, type Mark, type Paper } from '../../../paper';
import { fieldText } from '../cite-text';
import { Losses } from '../../losses';
import { takePicture } from '../pictures';
import { DocumentError, type Beside, type ReadPaper } from '../types';
import { readTypedList } from './bibliography';
import { citeCommand, ONLY_PART, readCite } from './cites';
import { DECLARED, MARKED, SECTIONS, SETTING } from './commands';
import { Cursor, envName, isMacro, rawOf, type Node } from './cursor';
import { Definitions } from './define';
import { Environments } from './environments';
import { Flow } from './flow';
import { withBrackets } from './brackets';
import { COMMANDS } from './special';
import { accented, ACCENTS, signOf } from './text';

/** Parts within parts, and groups within groups: deeper ones are none of a paper's. */
const DEEPEST = 60;

/** Something that a label can name. */
export interface Anchor {
	id: string;
	/** What a reference prints where it is no heading, figure, table or formula. */
	words?: string;
}

/**
 * Reads a LaTeX document with the parts that it takes in.
 * @param beside files that lie beside it: parts, pictures
 * @throws DocumentError where it is no LaTeX that can be parsed
 */
export function readLatex(source: string, beside: Beside): ReadPaper {
	return new LatexReader(beside).read(source);
}

export class LatexReader {
	readonly paper: Paper = emptyPaper();
	readonly lost = new Losses();
	readonly result: ReadPaper = { paper: this.paper, bibliographies: [], uncited: [], dropped: [] };
	readonly definitions = new Definitions(isKnown);
	/** Levels of headings that contents list (the counter `tocdepth`); 3 in the class `article`. */
	contentsLevels = 3;
	/** What the next label names. */
	anchor: Anchor | null = null;
	private readonly labels = new Map<string, Anchor>();
	readonly environments = new Environments(this);
	/** Notes whose words come later, by `\footnotetext`. */
	private readonly waiting: Extract<Inline, { t: 'note' }>[] = [];
	/** Whether conditions hold, where that is known, and the commands that set them. */
	readonly switches = new Map([
		['iftrue', true],
		['iffalse', false]
	]);
	readonly setters = new Map<string, [string, boolean]>();
	/** Before the document begins: commands say how it is set. */
	private before = false;
	/** Citations without brackets of their own. */
	private readonly bare = new WeakSet<Inline>();
	private depth = 0;
	private line = 1;
	private readonly files: string[] = [];
	private pictureFolders: string[] = [''];
	private hasList = false;

	constructor(readonly beside: Beside) {}

	read(source: string): ReadPaper {
		const nodes = parse(source);
		const flow = new Flow();
		const body = documentIn(nodes);
		if (body) {
			const before = nodes.slice(0, body.at);
			// what stands before the document says who and what, and is no text
			this.before = true;
			this.walk(new Cursor(before), new Flow());
			this.before = false;
			this.walk(new Cursor(body.content), flow);
		} else this.walk(new Cursor(nodes), flow);
		flow.end();
		this.paper.blocks = flow.blocks;
		this.settle();
		this.result.dropped = this.lost.all();
		return this.result;
	}

	where(): string {
		const file = this.files.at(-1);
		return file ? `${file}, line ${this.line}` : `line ${this.line}`;
	}
	loses(what: string): void {
		this.lost.add(what, this.where());
	}

	// --- parts of the text ----------------------------------------------------------------------------------------------

	/** Blocks of a part of its own. */
	blocks(nodes: Node[], marks: Mark[] = []): Block[] {
		const flow = new Flow();
		flow.marks = marks;
		this.walk(new Cursor(nodes), flow);
		flow.end();
		return flow.blocks;
	}
	/** A part as one line: paragraphs are joined, other blocks lost. */
	inlines(nodes: Node[], marks: Mark[] = []): Inline[] {
		const out: Inline[] = [];
		for (const b of this.blocks(nodes, marks)) {
			if (b.t !== 'paragraph') this.loses(`something of the kind “${b.t}” within a line`);
			else out.push(...(out.length ? [{ t: 'text' as const, text: ' ', marks }] : []), ...b.content);
		}
		return out;
	}
	/** Words as fields of sources and of citations have them. */
	words(nodes: Node[]): string {
		const text = fieldText(this.inlines(nodes), new Set(), () => this.loses('a note or a reference within a citation'));
		return text.replace(/\u00a0/g, ' ').trim();
	}
	/** A formula as it is typed, the paper's own commands written out. */
	tex(nodes: Node[]): string {
		return printRaw(this.definitions.inFormula(nodes)).trim();
	}

	walk(at: Cursor, flow: Flow): void {
		if (++this.depth > DEEPEST) {
			this.loses('what is nested too deeply');
			this.depth--;
			return;
		}
		while (!at.done) this.node(at.next()!, at, flow);
		this.depth--;
	}

	private node(n: Node, at: Cursor, flow: Flow): void {
		if (n.position) this.line = n.position.start.line;
		switch (n.type) {
			case 'string':
				return flow.raw(n.content);
			case 'whitespace':
				return flow.raw(' ');
			case 'parbreak':
				return flow.end();
			case 'comment':
				if (n.content.trim()) this.loses('a comment in the file');
				// a line that ends in a comment goes on without a space
				return n.sameline && !n.leadingWhitespace ? undefined : flow.raw(' ');
			case 'group': {
				const marks = flow.marks;
				this.walk(new Cursor(n.content), flow);
				return flow.mark(marks);
			}
			case 'inlinemath':
				return flow.piece({ t: 'math', tex: this.tex(n.content), marks: flow.marks });
			case 'displaymath':
				return this.environments.formula(n.content, '', false, flow);
			case 'verb':
				return flow.text(n.content, { t: 'code' });
			case 'verbatim':
				return flow.block({ t: 'code', text: n.content.replace(/^\n|\n$/g, ''), language: '' });
			case 'environment':
			case 'mathenv':
				return this.environments.read(envName(n as Ast.Environment), n.content, flow);
			case 'macro':
				return this.macro(n.content, at, flow);
			case 'root':
				return this.walk(new Cursor(n.content), flow);
		}
	}

	// --- commands -------------------------------------------------------------------------------------------------------

	private macro(name: string, at: Cursor, flow: Flow): void {
		if (name.startsWith(ENTER)) return void this.files.push(name.slice(ENTER.length));
		if (name === LEAVE) return void this.files.pop();
		const set = this.setters.get(name);
		if (set) return void this.switches.set(...set);
		const special = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : this.isCondition(name) ? COMMANDS.iftrue : null;
		if (special) return special(this, at, flow, name);
		if (this.definitions.has(name)) {
			return at.put(this.definitions.expand(name, at) ?? []);
		}
		const cite = citeCommand(name);
		if (cite) {
			const { cites, bare, raw } = readCite(name, cite, at, (nodes) => this.words(nodes));
			if (ONLY_PART.has(name.toLowerCase())) this.loses(`\\${name}: the source is cited whole`);
			if (!cites.length) return;
			const citation: Inline = { t: 'citation', id: newId(), cites, raw, marks: flow.marks };
			if (bare) this.bare.add(citation);
			return flow.piece(citation);
		}
		if (Object.hasOwn(SECTIONS, name)) return this.section(name, at, flow);
		if (Object.hasOwn(MARKED, name)) {
			const mark = MARKED[name];
			if (name === 'texorpdfstring') {
				const shown = at.arg();
				at.arg();
				return at.put(shown);
			}
			at.opt();
			at.opt();
			const before = flow.marks;
			if (mark) flow.mark([...before, { t: mark } as Mark]);
			this.walk(new Cursor(at.arg()), flow);
			return flow.mark(before);
		}
		if (Object.hasOwn(DECLARED, name)) return flow.mark([...flow.marks, { t: DECLARED[name] } as Mark]);
		if (ACCENTS.has(name) && at.peek() && at.peek()?.type !== 'parbreak') {
			return flow.text(accented(name, rawOf(at.arg())));
		}
		const sign = signOf(name);
		if (sign !== null) {
			// braces behind a command only end its name
			const next = at.peek();
			if (next?.type === 'group' && !next.content.length) at.next();
			else if (/^[a-z]+$/i.test(name)) at.skipSpace();
			return flow.text(sign);
		}
		if (Object.hasOwn(SETTING, name)) return this.skip(SETTING[name], at);
		if (!this.before) this.loses(`the command \\${name}${at.group ? ': the words in it are kept' : ''}`);
		at.star();
		while (at.opt() !== null);
	}

	private isCondition(name: string): boolean {
		return (
			this.switches.has(name) ||
			/^if(?:x|num|dim|odd|case|cat|defined|csname|pdf|xetex|luatex|mmode|vmode|hmode)$/.test(name)
		);
	}

	/** Takes arguments that say nothing. */
	skip(spec: string, at: Cursor): void {
		for (const c of spec) {
			if (c === '*') at.star();
			else if (c === 'o') at.opt();
			else if (c === 'p') at.opt('(', ')');
			else at.arg();
		}
	}

	private section(name: string, at: Cursor, flow: Flow): void {
		at.star();
		at.opt();
		const content = this.inlines(at.arg());
		const block: Block = { t: 'heading', id: newId(), level: SECTIONS[name], content, lang: '', align: '' };
		flow.block(block);
		this.anchor = block;
	}

	label(name: string): void {
		if (!this.anchor) return this.loses(`the label “${name}”, which stands at nothing that is numbered`);
		// the first name is that of the thing itself
		if (![...this.labels.values()].includes(this.anchor)) this.anchor.id = name;
		this.labels.set(name, this.anchor);
	}

	/** A picture: in a figure, or one of its own. */
	picture(path: string): string {
		for (const folder of this.pictureFolders.slice(0, -1))
			if (['', '.png', '.jpg', '.jpeg'].some((end) => this.beside(folder + path + end)))
				return takePicture(folder + path, ['png', 'jpg', 'jpeg'], this.beside, this.paper, this.lost, this.where());
		return takePicture(path, ['png', 'jpg', 'jpeg'], this.beside, this.paper, this.lost, this.where());
	}
	folders(list: string[]): void {
		this.pictureFolders = [...list, ''];
	}

	// --- notes, parts, lists of sources ---------------------------------------------------------------------------------

	note(nodes: Node[] | null, kind: 'footnote' | 'endnote', flow: Flow): void {
		const note: Extract<Inline, { t: 'note' }> = { t: 'note', id: newId(), kind, blocks: [], marks: flow.marks };
		flow.piece(note);
		if (!nodes) {
			this.waiting.push(note);
			return;
		}
		this.noteWords(note, nodes);
	}
	noteWords(note: Extract<Inline, { t: 'note' }>, nodes: Node[]): void {
		const before = this.anchor;
		this.anchor = { id: note.id, words: '' };
		note.blocks = this.blocks(nodes);
		note.id = this.anchor.id;
		this.anchor = before;
	}
	waitingNote(): Extract<Inline, { t: 'note' }> | undefined {
		return this.waiting.shift();
	}

	/** Takes in a file beside the document in the place of the command. */
	include(path: string, at: Cursor): void {
		const names = /\.\w+$/.test(path) ? [path] : [`${path}.tex`, path];
		const bytes = names.map((n) => this.beside(n)).find((b) => b !== null);
		if (!bytes) return this.loses(`the part ${path}: it is not beside the document`);
		if (this.files.length > 20) return this.loses(`the part ${path}: parts take each other in without end`);
		const nodes = parse(decodeText(bytes));
		const content = documentIn(nodes)?.content ?? nodes;
		at.put([command(ENTER + path), ...content, command(LEAVE)]);
	}
	bibliography(files: string[], title: Node[] | null, flow: Flow): void {
		this.result.bibliographies.push(...files.map((f) => (/\.\w+$/.test(f) ? f : `${f}.bib`)));
		if (this.hasList) return flow.end();
		this.hasList = true;
		const content: Inline[] = title ? this.inlines(title) : [];
		flow.block({
			t: 'bibliography',
			id: newId(),
			settings: {},
			heading: { t: 'heading', id: '', level: SECTIONS.section, content, lang: '', align: '' }
		});
	}
	/** `thebibliography`: entries that are typed become sources that print as they were typed. */
	typedList(nodes: Node[], flow: Flow): void {
		for (const s of readTypedList(nodes, (x) => this.words(x))) {
			this.paper.sources.push(s);
			this.result.uncited.push(s.key);
		}
		this.bibliography([], null, flow);
	}

	// --- at the end -----------------------------------------------------------------------------------------------------

	private settle(): void {
		const { blocks } = this.paper;
		const line = (l: Inline[]): Inline[] =>
			withBrackets(l, this.bare).map((i) => (i.t === 'cross-ref' ? this.reference(i) : i));
		this.paper.blocks = mapLines(blocks, line);
		this.paper.head.abstract = mapLines(this.paper.head.abstract, line);
		for (const n of this.waiting)
			this.lost.add('the words of a note: only its mark stands in the text', `note ${n.id}`);
		if (this.definitions.endless)
			this.lost.add('a command of the paper’s own, which writes without end', 'in the text');
		levels(this.paper.blocks, this.paper.head.title.length > 0);
	}

	private reference(i: Extract<Inline, { t: 'cross-ref' }>): Inline {
		const anchor = this.labels.get(i.target);
		if (!anchor) {
			this.lost.add(`a reference to “${i.target}”, which is nowhere`, 'in the text');
			return { t: 'text', text: '??', marks: i.marks };
		}
		if (anchor.words === '') return { t: 'note-ref', note: anchor.id, source: '', marks: i.marks };
		return anchor.words === undefined ? { ...i, target: anchor.id } : { t: 'text', text: anchor.words, marks: i.marks };
	}
}

/** Commands of the text, which mean what they mean however a paper sets them. */
const isKnown = (name: string): boolean =>
	Object.hasOwn(SECTIONS, name) ||
	citeCommand(name) !== null ||
	['footnote', 'caption', 'label', 'ref', 'bibliography', 'item', 'maketitle', 'title', 'author', 'date'].includes(
		name
	);

/** Levels as a paper has them: the highest kind of section that there is becomes the second, below the title. */
function levels(blocks: Block[], titled: boolean): void {
	const headings = blocks.flatMap((b) => (b.t === 'heading' ? [b] : b.t === 'bibliography' ? [b.heading] : []));
	const top = Math.min(...headings.map((h) => h.level));
	// a document in chapters or parts has its sections below them
	const by = 2 - Math.min(top, SECTIONS.section);
	for (const h of headings) h.level = Math.max(titled ? 2 : 1, h.level + by);
}

/** Braces and environments within each other: deeper ones are none of a paper's. */
const NESTED = 400;

/**
 * Parses a text; signs in addresses that would begin a comment are kept.
 * @throws DocumentError where it is no LaTeX that can be parsed
 */
function parse(source: string): Node[] {
	let depth = 0;
	for (const [sign] of source.matchAll(/\\(?:begin|end)\b|\\[^]|[{}]/g)) {
		if (sign === '{' || sign === '\\begin') depth++;
		else if ((sign === '}' || sign === '\\end') && depth > 0) depth--;
		if (depth > NESTED) throw new DocumentError(`The document nests braces more than ${NESTED} deep and was not read.`);
	}
	const text = source.replace(
		/(\\(?:url|href|nolinkurl|path)\s*\{)([^{}\n]*)\}/g,
		(_, begin: string, url: string) => `${begin}${url.replace(/(?<!\\)[%#]/g, '\\$&')}}`
	);
	try {
		return whole(parseMinimal(text).content);
	} catch (e) {
		throw new DocumentError(`The document is no LaTeX that can be read: ${(e as Error).message}`, { cause: e });
	}
}

/** Where an environment is not closed the parser leaves a group that holds one piece and no list of them. */
function whole(nodes: Node[]): Node[] {
	for (const n of nodes) {
		if (n.type !== 'group' && n.type !== 'environment' && n.type !== 'mathenv') continue;
		if (!Array.isArray(n.content)) n.content = [n.content];
		whole(n.content);
	}
	return nodes;
}

/** The part that is the document, with its place; a part whose end is not found goes on to the end of the file. */
function documentIn(nodes: Node[]): { at: number; content: Node[] } | null {
	for (let at = 0; at < nodes.length; at++) {
		const n = nodes[at];
		if (n.type === 'environment' && envName(n) === 'document') return { at, content: n.content };
		if (isMacro(n, 'begin') && rawOf(nodes.slice(at + 1, at + 2)) === '{document}')
			return { at, content: nodes.slice(at + 2) };
	}
	return null;
}

/** Stand around what a part holds, so that places can be told; no command has such a name. */
const ENTER = 'enter ';
const LEAVE = 'leave ';
const command = (content: string): Node => ({ type: 'macro', content });
