/**
 * Word-processor files (ECMA-376, WordprocessingML) as papers: citations of the standard become live, notes, lists, tables,
 * figures, formulas and references come along. Nothing of a file is run and nothing is fetched.
 */
import { contentsNamed } from '../../../page';
import {
	cellContent,
	emptyPaper,
	mapLines,
	newId,
	paragraph,
	rectangular,
	Remarks,
	isUneven,
	withWidths,
	textOf,
	words,
	type Align,
	type Block,
	type Cell,
	type Heading,
	type Inline,
	type Paper
} from '../../../paper';
import { TAGS, type LiveFile } from '../../live-data';
import { captionKind, captionsBelow, withoutLead, withoutNumber } from '../captions';
import { equationIn } from '../equation';
import { settleOutline, titleIn } from '../levels';
import { BY_NAMES, liveAnswer, LiveText, namedIn, takeLive } from '../live';
import { Losses } from '../../losses';
import {
	attribute,
	child,
	children,
	descendants,
	elementsOf,
	openPackage,
	wordsIn,
	type PackageFile,
	type Xml
} from '../package-file';
import { pictureWidth, takePicture } from '../pictures';
import { recover } from '../recover';
import { takePage } from '../page-setup';
import { DocumentError, type ReadPaper } from '../types';
import { commentsOf, type CommentsPart } from './comments';
import { liveIn, tagOf } from './live';
import { pageOf, textWidthOf } from './page';
import { numberingsOf, on, relationsOf, stylesOf, type Level, type Relation, type Style } from './parts';
import { Runs, type Line } from './runs';
import { sourcesOf } from './sources';

/** A paragraph before lists, captions and figures are put together. */
interface Para {
	line: Line;
	style: Style | undefined;
	list: { numId: string; level: number } | null;
	align: Align;
	/** Its end was deleted, which is tracked: the next paragraph goes on in it. */
	endless?: boolean;
}

/** A list that goes on, and those it stands in. */
interface OpenList {
	numId: string;
	level: number;
	list: Extract<Block, { t: 'list' }>;
}

const EMPTY: Style = { name: '', level: 0, numId: '', marks: { bold: false, italic: false, smallCaps: false } };
const QUOTATION = /^(?:quote|intense quote|block text|block quotation|quotation|zitat|citation)\b/;
const WIDEST = 500;

export class DocxReader {
	readonly paper: Paper = emptyPaper();
	readonly styles: Map<string, Style>;
	private readonly stylesPart: string;
	/** Bookmarks that are referred to, with the words of the reference. */
	readonly references = new Map<string, string>();
	private readonly lost = new Losses();
	private readonly level: (numId: string, level: number) => Level;
	private readonly noteParts: Record<
		'footnote' | 'endnote',
		{ xml: Map<string, Xml>; relations: Map<string, Relation> }
	>;
	private readonly bookmarks = new Map<string, string>();
	private readonly document: Xml;
	private readonly relations: Map<string, Relation & { type: string }>;
	private where = 'at the beginning';
	/** In centimetres, where the file says it. */
	private readonly textWidth: number | undefined;
	private titled = false;
	/** What is live in the text; null for files of others. */
	live: LiveText | null = null;
	/** Comments and tracked changes. */
	readonly remarks = new Remarks();
	readonly comments: CommentsPart;

	constructor(
		name: string,
		private readonly file: PackageFile,
		private readonly given: LiveFile | null = null
	) {
		const main =
			[...relationsOf(file, '').values()].find((r) => r.type === 'officeDocument')?.target ?? 'word/document.xml';
		const root = file.xml(main);
		if (!root || !child(root, 'w:body')) throw new DocumentError(`“${name}” holds no text document.`);
		this.document = root;
		this.relations = relationsOf(file, main);
		const part = (type: string, usual: string) =>
			[...this.relations.values()].find((r) => r.type === type && !r.external)?.target ?? usual;
		this.stylesPart = part('styles', 'word/styles.xml');
		const { styles, lang } = stylesOf(file, this.stylesPart);
		this.styles = styles;
		this.paper.lang = lang;
		this.level = numberingsOf(file, part('numbering', 'word/numbering.xml'));
		const notes = (kind: 'footnote' | 'endnote') => {
			const path = part(`${kind}s`, `word/${kind}s.xml`);
			return {
				xml: new Map(children(file.xml(path), `w:${kind}`).map((n) => [attribute(n, 'w:id'), n])),
				relations: relationsOf(file, path)
			};
		};
		this.comments = commentsOf(
			file,
			part('comments', 'word/comments.xml'),
			part('commentsExtended', 'word/commentsExtended.xml')
		);
		this.noteParts = { footnote: notes('footnote'), endnote: notes('endnote') };
		this.textWidth = textWidthOf(child(root, 'w:body')!);
		this.titled = children(child(root, 'w:body'), 'w:p').some(
			(p) => this.styleOf(p)?.name === 'title' && saysSomething(p)
		);
	}

	loses(what: string): void {
		this.lost.add(what, this.where);
	}

	read(): ReadPaper {
		const { paper } = this;
		this.live = liveIn(this.file, (what) => this.loses(what));
		if (!this.live && this.given && this.named().length) {
			this.live = new LiveText(this.given);
			this.loses(BY_NAMES);
		}
		paper.sources = sourcesOf(this.file);
		takeLive(this.live, paper);
		const core = this.file.xml('docProps/core.xml');
		const creator = wordsIn(child(core, 'dc:creator')).trim();
		if (creator) paper.head.authors = creator.split(/\s*;\s*/).map((name) => ({ name, affiliations: [], email: '' }));
		paper.blocks = this.blocks(child(this.document, 'w:body')!, this.relations);
		recover(this.live, paper, !this.tags().some((t) => t.startsWith(TAGS.own)), (what) => this.loses(what));
		settleOutline(paper.blocks, this.titled);
		const body = child(this.document, 'w:body')!;
		takePage(
			pageOf(this.file, body, this.stylesPart, this.relations, this.styles),
			paper,
			titleIn(paper.blocks),
			this.lost
		);
		paper.blocks = mapLines(paper.blocks, (line) => line.flatMap((i) => this.reference(i)));
		this.remarks.give(paper);
		return {
			paper,
			tracked: this.remarks.tracked,
			sender: {
				by: wordsIn(child(core, 'cp:lastModifiedBy')).trim() || creator,
				at: wordsIn(child(core, 'dcterms:modified')).trim()
			},
			bibliographies: [],
			...liveAnswer(this.live, () => this.named()),
			dropped: this.lost.all()
		};
	}

	private named(): string[] {
		return namedIn(this.tags());
	}
	/** Tags of all controls. */
	private tags(): string[] {
		const parts = [this.document, ...Object.values(this.noteParts).flatMap((p) => [...p.xml.values()])];
		return parts.flatMap((p) => [...descendants(p, 'w:sdt')].map(tagOf));
	}

	/** The blocks of a note; a mark in front of it goes. */
	note(kind: 'footnote' | 'endnote', id: string): Block[] {
		const { xml, relations } = this.noteParts[kind];
		const note = xml.get(id);
		// a note within itself would have no end
		xml.delete(id);
		const blocks = note ? this.blocks(note, relations) : [];
		if (note) xml.set(id, note);
		else this.loses('the words of a note, which the file does not hold');
		const first = blocks[0];
		if (first?.t === 'paragraph' && first.content[0]?.t === 'text') {
			const [head] = first.content;
			const rest = head.text.replace(/^\s+/, '');
			first.content = rest ? [{ ...head, text: rest }, ...first.content.slice(1)] : first.content.slice(1);
		}
		return blocks.length ? blocks : [paragraph([])];
	}

	private reference(i: Inline): Inline[] {
		if (i.t !== 'cross-ref' || !i.target.startsWith('#')) return [i];
		const name = i.target.slice(1);
		const target = this.bookmarks.get(name);
		if (target) return [{ ...i, target }];
		return words(this.references.get(name) ?? '', i.marks);
	}

	private styleOf(p: Xml): Style | undefined {
		return this.styles.get(attribute(child(child(p, 'w:pPr'), 'w:pStyle'), 'w:val'));
	}

	// --- blocks -------------------------------------------------------------------------------------------------------

	private blocks(container: Xml, relations: Map<string, Relation>): Block[] {
		const runs = new Runs(this, relations, container);
		const pieces: (Para | Block)[] = [];
		const walk = (x: Xml) => {
			for (const k of elementsOf(x)) {
				if (k.name === 'w:p') pieces.push(...this.para(k, runs, relations));
				else if (k.name === 'w:tbl') pieces.push(this.table(k, relations));
				else if (k.name === 'w:sdt') pieces.push(...this.control(k, runs, relations, walk));
				else if (/^w:comment(?:RangeStart|RangeEnd)$/.test(k.name)) this.comments.mark(k, this.remarks);
				else if (/^w:(?:ins|moveTo|customXml|smartTag)$/.test(k.name)) walk(k);
				else if (k.name === 'm:oMathPara' || k.name === 'm:oMath')
					pieces.push(...this.para({ name: 'w:p', attrs: {}, kids: [k] }, runs, relations));
			}
		};
		walk(container);
		return this.together(titled(withoutEnds(pieces)), relations);
	}

	/** A control around paragraphs: in a live file it can be a list of sources, or what was made for the page. */
	private control(sdt: Xml, runs: Runs, relations: Map<string, Relation>, walk: (x: Xml) => void): (Para | Block)[] {
		const content = child(sdt, 'w:sdtContent') ?? { name: '', attrs: {}, kids: [] };
		const tag = this.live ? tagOf(sdt) : '';
		if (tag === TAGS.made) return [];
		const list = tag.startsWith(TAGS.bibliography) ? tag.slice(TAGS.bibliography.length) : null;
		if (list !== null && this.live) {
			const first = children(content, 'w:p').flatMap((p) => this.para(p, runs, relations))[0];
			const words = first && !('t' in first) ? trimmed(first.line.content) : [];
			const heading: Heading = {
				t: 'heading',
				id: '',
				level: 2 - (this.titled ? 0 : 1),
				content: words,
				lang: '',
				align: ''
			};
			return [{ t: 'bibliography', id: list, settings: this.live.file.bibliographies[list] ?? {}, heading }];
		}
		if (this.live?.has(tag)) {
			// some programs draw a control around the whole paragraph
			const inside = children(content, 'w:p').flatMap((p) => elementsOf(p).filter((k) => k.name !== 'w:pPr'));
			const inner = { ...sdt, kids: [...children(sdt, 'w:sdtPr'), { name: 'w:sdtContent', attrs: {}, kids: inside }] };
			return this.para({ name: 'w:p', attrs: {}, kids: [inner] }, runs, relations);
		}
		walk(content);
		return [];
	}

	private para(p: Xml, runs: Runs, relations: Map<string, Relation>): (Para | Block)[] {
		const pPr = child(p, 'w:pPr');
		const style = this.styleOf(p);
		const before = runs.swallowing;
		const line = runs.read(p);
		const numPr = child(pPr, 'w:numPr');
		const numId = attribute(child(numPr, 'w:numId'), 'w:val') || (style?.numId ?? '');
		const jc = attribute(child(pPr, 'w:jc'), 'w:val');
		const ALIGN: Record<string, Align> = { center: 'center', right: 'right', end: 'right', both: 'justify' };
		if (line.bibliography)
			return [
				{
					t: 'bibliography',
					id: newId(),
					settings: {},
					heading: { t: 'heading', id: '', level: 2, content: [], lang: '', align: '' }
				}
			];
		if (line.contents?.t === 'contents') {
			return [line.contents];
		}
		if (before || runs.swallowing || /^toc \d|^table of figures/.test(style?.name ?? '')) return [];
		if (style?.level && line.content.length)
			this.where = `in “${line.content
				.map((i) => (i.t === 'text' ? i.text : ''))
				.join('')
				.trim()
				.slice(0, 60)}”`;
		return [
			{
				line,
				style,
				list:
					numId && numId !== '0' && !style?.level
						? { numId, level: Math.min(8, Number(attribute(child(numPr, 'w:ilvl'), 'w:val')) || 0) }
						: null,
				align: Object.hasOwn(ALIGN, jc) ? ALIGN[jc] : '',
				endless: child(child(pPr, 'w:rPr'), 'w:del') !== undefined
			},
			...line.boxes.flatMap((box) => this.blocks(box, relations))
		];
	}

	/** Captions to their tables and figures, items to lists, lines of quotations to quotations. */
	private together(pieces: (Para | Block)[], relations: Map<string, Relation>): Block[] {
		const out: Block[] = [];
		/** A caption that stands above what it is of. */
		let above: Para | null = null;
		let item: OpenList[] | null = null;
		const flush = () => {
			if (above) out.push(paragraph(above.line.content));
			above = null;
		};
		const below = captionsBelow(
			pieces.map((p) => ('t' in p ? (p.t === 'table' ? 'thing' : '') : captionAt(p, 'table') ? 'caption' : ''))
		);
		for (let i = 0; i < pieces.length; i++) {
			const piece = pieces[i];
			if ('t' in piece) {
				item = null;
				if (piece.t === 'table') {
					const next = !below && nextIs(pieces[i + 2], 'table') ? null : captionAt(pieces[i + 1], 'table');
					const caption: Para | null = above ?? next;
					if (caption && caption !== above) i++;
					above = null;
					if (caption) {
						this.name(caption, piece.id);
						out.push({ ...piece, caption: { content: withoutNumber(trimmed(caption.line.content)), lang: '' } });
						continue;
					}
				} else flush();
				out.push(piece);
				continue;
			}
			const { line, style = EMPTY } = piece;
			if (line.pictures.length) {
				item = null;
				const caption: Para | null = above ?? captionAt(pieces[i + 1], 'figure');
				if (caption && caption !== above) i++;
				above = null;
				out.push(...this.figures(line, caption, relations));
				if (line.content.some((x) => x.t !== 'text' || x.text.trim())) out.push(paragraph(trimmed(line.content)));
				continue;
			}
			const next = nextIs(pieces[i + 1], 'table') ? 'table' : hasPicture(pieces[i + 1]) ? 'figure' : null;
			if (next && captionAt(piece, next)) {
				flush();
				above = piece;
				continue;
			}
			flush();
			if (isCaption(piece) && kindOf(piece) === 'figure') {
				// its picture did not come
				item = null;
				const id = newId();
				this.name(piece, id);
				out.push({
					t: 'figure',
					id,
					asset: '',
					alt: '',
					caption: { content: withoutNumber(trimmed(line.content)), lang: '' }
				});
				continue;
			}
			for (const tex of line.equations) out.push({ t: 'equation', id: newId(), tex, numbered: false });
			const content = trimmed(line.content);
			if (piece.list && content.length) {
				item = this.item(piece, content, item, out);
				continue;
			}
			item = null;
			const equation = equationIn(content, style.name === 'equation');
			if (equation) {
				const id = newId();
				this.name(piece, id);
				out.push({ t: 'equation', id, ...equation });
				continue;
			}
			if (style.name === 'title' || style.level) {
				if (!content.length) continue;
				const level = style.name === 'title' ? 1 : style.level + (this.titled ? 1 : 0);
				const heading: Heading = { t: 'heading', id: newId(), level, content, lang: '', align: '' };
				this.name(piece, heading.id);
				out.push(heading);
			} else if (content.length) {
				const legend = style.name === 'legend';
				const block = {
					...paragraph(legend ? withoutLead(content) : content),
					align: piece.align,
					...(legend ? { legend } : {})
				};
				const last = out.at(-1);
				if (!QUOTATION.test(style.name)) out.push(block);
				else if (last?.t === 'quotation') last.blocks.push(block);
				else out.push({ t: 'quotation', blocks: [block], lang: '' });
			}
			if (line.pageBreak) out.push({ t: 'page-break' });
		}
		flush();
		return out;
	}

	/** What is referred to by a bookmark of a caption or a heading is the thing itself. */
	private name(p: Para, id: string): void {
		for (const b of p.line.bookmarks) this.bookmarks.set(b, id);
	}

	private item(p: Para, content: Inline[], before: OpenList[] | null, out: Block[]): OpenList[] {
		const { numId, level } = p.list!;
		// deeper items may have a numbering of their own
		const open = before && (level > 0 || before[0]?.numId === numId) ? before : [];
		while (open.length && open.at(-1)!.level > level) open.pop();
		const top = open.at(-1);
		if (top?.level === level && top.numId === numId) {
			top.list.items.push([paragraph(content)]);
			return open;
		}
		if (top?.level === level) open.pop();
		const kind = this.level(numId, level);
		const list: OpenList['list'] = {
			t: 'list',
			ordered: kind.ordered,
			start: kind.start,
			numbers: kind.numbers,
			items: [[paragraph(content)]]
		};
		const around = open.at(-1);
		if (around) around.list.items.at(-1)!.push(list);
		else out.push(list);
		open.push({ numId, level, list });
		return open;
	}

	private figures(line: Line, caption: Para | null, relations: Map<string, Relation>): Block[] {
		return line.pictures.map(({ relation, alt, width }, n): Block => {
			const r = relations.get(relation);
			const asset = r
				? takePicture(r.target, [], (path) => this.file.bytes(path), this.paper, this.lost, this.where)
				: '';
			const id = newId();
			if (caption && n === 0) this.name(caption, id);
			return {
				t: 'figure',
				id,
				asset,
				alt,
				...pictureWidth(this.paper.assets[asset]?.bytes, width, this.textWidth),
				caption: { content: caption && n === 0 ? withoutNumber(trimmed(caption.line.content)) : [], lang: '' }
			};
		});
	}

	private table(tbl: Xml, relations: Map<string, Relation>): Block {
		/** Cells that go on below, by the column they begin in. */
		const open = new Map<number, Cell>();
		const rows = children(tbl, 'w:tr').map((tr) => {
			const header = on(child(child(tr, 'w:trPr'), 'w:tblHeader'));
			let column = 0;
			const cells: Cell[] = [];
			for (const tc of elementsOf(tr).flatMap((k) =>
				k.name === 'w:tc' ? [k] : k.name === 'w:sdt' ? children(child(k, 'w:sdtContent'), 'w:tc') : []
			)) {
				const tcPr = child(tc, 'w:tcPr');
				const colspan = Math.min(WIDEST, Math.max(1, Number(attribute(child(tcPr, 'w:gridSpan'), 'w:val')) || 1));
				const merge = child(tcPr, 'w:vMerge');
				const above = open.get(column);
				if (merge && attribute(merge, 'w:val') !== 'restart' && above) above.rowspan++;
				else {
					const content = cellContent(this.blocks(tc, relations));
					const cell: Cell = {
						header,
						colspan,
						rowspan: 1,
						widths: null,
						...content
					};
					cells.push(cell);
					if (merge) open.set(column, cell);
					else open.delete(column);
				}
				column += colspan;
			}
			return cells;
		});
		// columns that the program has fitted to their words are no choice where they come out even
		const columns = children(child(tbl, 'w:tblGrid'), 'w:gridCol').map((g) => Number(attribute(g, 'w:w')) || undefined);
		const fixed = attribute(child(child(tbl, 'w:tblPr'), 'w:tblLayout'), 'w:type') === 'fixed';
		const full = rectangular(rows);
		return {
			t: 'table',
			id: newId(),
			inner: newId(),
			rows: fixed || isUneven(columns) ? withWidths(full, columns) : full,
			caption: null
		};
	}
}

/** Paragraphs whose end was deleted, with what follows them. */
function withoutEnds(pieces: (Para | Block)[]): (Para | Block)[] {
	const out: (Para | Block)[] = [];
	for (const p of pieces) {
		const last = out.at(-1);
		if (last && !('t' in last) && last.endless && !('t' in p)) {
			const line = { ...last.line, content: [...last.line.content, ...p.line.content] };
			out[out.length - 1] = { ...last, line, endless: p.endless };
		} else out.push(p);
	}
	return out;
}

/** Words, or a note, a formula or a picture: a title may be any of these. */
const saysSomething = (p: Xml): boolean =>
	wordsIn(p).trim() !== '' ||
	['w:footnoteReference', 'w:endnoteReference', 'm:oMath', 'w:drawing'].some(
		(name) => [...descendants(p, name)].length > 0
	);

const isCaption = (p: Para): boolean =>
	p.style?.name !== 'equation' &&
	(/^(?:table )?caption$/.test(p.style?.name ?? '') ||
		(p.line.sequence !== '' && !/^equation$/i.test(p.line.sequence)));
const kindOf = (p: Para): 'table' | 'figure' | '' =>
	captionKind(p.line.sequence, p.style?.name === 'table caption' ? 'table' : '');
/** The caption of a table or figure, if that is what comes. */
const captionAt = (p: Para | Block | undefined, of: 'table' | 'figure'): Para | null =>
	p && !('t' in p) && isCaption(p) && (kindOf(p) || of) === of ? p : null;
const nextIs = (p: Para | Block | undefined, t: Block['t']): boolean => p !== undefined && 't' in p && p.t === t;
const hasPicture = (p: Para | Block | undefined): boolean =>
	p !== undefined && !('t' in p) && p.line.pictures.length > 0;

function trimmed(line: Inline[]): Inline[] {
	const out = [...line];
	while (out.length && (out.at(-1)!.t === 'break' || blank(out.at(-1)!))) out.pop();
	while (out.length && (out[0].t === 'break' || blank(out[0]))) out.shift();
	return out;
}
const blank = (i: Inline): boolean => i.t === 'text' && !i.text.trim();

/** @param given what is live in it, where it has lost that itself */
export const readDocx = (name: string, bytes: Uint8Array, given: LiveFile | null = null): ReadPaper =>
	new DocxReader(name, openPackage(name, bytes), given).read();

/** Contents take the words of the paragraph before them that says it is their heading; any other such paragraph stays. */
function titled(pieces: readonly (Para | Block)[]): (Para | Block)[] {
	const out: (Para | Block)[] = [];
	for (const p of pieces) {
		const last = out.at(-1);
		if ('t' in p && p.t === 'contents' && last && !('t' in last) && last.style?.name === 'toc heading') {
			const title = textOf(last.line.content);
			out[out.length - 1] = { ...p, title: contentsNamed(title) === p.of ? '' : title };
		} else out.push(p);
	}
	return out;
}
