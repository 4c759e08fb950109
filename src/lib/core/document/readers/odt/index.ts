/**
 * OpenDocument text (OpenDocument 1.3, Part 3) as papers: bibliography marks become live citations with their sources,
 * notes, lists, tables, figures, formulas and references come along. Nothing of a file is run and nothing is fetched.
 */
import {
	cellContent,
	emptyPaper,
	mapLines,
	newId,
	paragraph,
	rectangular,
	Remarks,
	withWidths,
	words,
	type Block,
	type Cell,
	type Inline,
	type Mark,
	type Paper
} from '../../../paper';
import { captionKind, captionsBelow, figuresBelow, withoutLead, withoutNumber } from '../captions';
import { equationIn } from '../equation';
import { settleOutline, titleIn } from '../levels';
import { TAGS, type LiveFile } from '../../live-data';
import { BY_NAMES, liveAnswer, liveInline, LiveText, namedIn, takeLive, type LiveHere } from '../live';
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
import { contentsOf, titleOf } from './contents';
import { liveIn, tagIn } from './live';
import { annotation, trackedIn } from './remarks';
import { itemOfMark } from './sources';
import { lengthOf, pageOf, textWidthOf } from './page';
import { takeStyles, type ListStyle, type Style } from './styles';

const WIDEST = 500;
/** Pieces of a text that are made anew, or stand for nothing here. */
const SKIPPED = new Set([
	'text:tracked-changes',
	'text:sequence-decls',
	'office:forms',
	'text:alphabetical-index',
	'text:variable-decls',
	'text:user-field-decls'
]);

/** A formula has a picture beside it for programs that cannot set it. */
const hasPicture = (x: Xml): boolean =>
	x.name === 'text:p' &&
	[...descendants(x, 'draw:frame')].some((f) => child(f, 'draw:image') !== undefined && !child(f, 'draw:object'));

class OdtReader {
	private readonly paper: Paper = emptyPaper();
	private readonly lost = new Losses();
	/** Comments and tracked changes; ids of insertions by what the file calls them. */
	private readonly remarks = new Remarks();
	private changes = new Map<string, string>();
	private readonly styles = new Map<string, Style>();
	private readonly listStyles = new Map<string, ListStyle[]>();
	private readonly bookmarks = new Map<string, string>();
	private readonly references = new Map<string, string>();
	private where = 'at the beginning';
	/** What a line holds that stands beside it. */
	private pictures: { href: string; alt: string; caption: Inline[]; width: number | undefined }[] = [];
	/** In centimetres, where the file says it. */
	private textWidth: number | undefined;
	private marked: string[] = [];
	/** Boxes beside the paragraph that is read. */
	private boxes: Xml[] = [];
	private captionOf = '';

	constructor(
		private readonly name: string,
		private readonly file: PackageFile,
		private readonly given: LiveFile | null = null
	) {}

	read(): ReadPaper {
		const { file, paper, name } = this;
		if ([...descendants(file.xml('META-INF/manifest.xml'), 'manifest:encryption-data')].length)
			throw new DocumentError(
				`“${name}” is protected by a password. Open it where it was written, take the password away, and save it.`
			);
		const content = file.xml('content.xml');
		const text = child(child(content, 'office:body'), 'office:text');
		if (!text) throw new DocumentError(`“${name}” holds no text document.`);
		for (const part of [file.xml('styles.xml'), content])
			for (const k of elementsOf(part))
				if (/^office:(?:automatic-)?styles$/.test(k.name)) takeStyles(k, this.styles, this.listStyles);
		const meta = child(file.xml('meta.xml'), 'office:meta');
		this.live = liveIn(meta, (what) => this.lost.add(what, this.where));
		if (!this.live && this.given && this.named().length) {
			this.live = new LiveText(this.given);
			this.lost.add(BY_NAMES, this.where);
		}
		const author = wordsIn(child(meta, 'dc:creator') ?? child(meta, 'meta:initial-creator')).trim();
		if (author) paper.head.authors = [{ name: author, affiliations: [], email: '' }];
		const fo = [...descendants(file.xml('styles.xml'), 'style:text-properties')].find((x) =>
			attribute(x, 'fo:language')
		);
		const language = attribute(fo, 'fo:language');
		if (/^[a-z]{2,3}$/.test(language) && language !== 'zxx')
			paper.lang = [language, attribute(fo, 'fo:country')].filter((x) => x && x !== 'none').join('-');
		this.changes = trackedIn(text, this.remarks);
		if (this.remarks.tracked.length) this.lost.add('tracked changes: the text stands as it is now', this.where);
		takeLive(this.live, paper);
		this.textWidth = textWidthOf(file.xml('styles.xml'));
		paper.blocks = this.blocks(text);
		recover(this.live, paper, !this.names().some((n) => n.startsWith(TAGS.own)), (what) =>
			this.lost.add(what, this.where)
		);
		settleOutline(paper.blocks, this.titled);
		takePage(pageOf(file.xml('styles.xml'), content, text), paper, titleIn(paper.blocks), this.lost);
		paper.blocks = mapLines(paper.blocks, (line) => line.flatMap((i) => this.reference(i)));
		this.remarks.give(paper);
		return {
			paper,
			tracked: this.remarks.tracked,
			sender: { by: author, at: wordsIn(child(meta, 'dc:date')).trim() },
			bibliographies: [],
			...liveAnswer(this.live, () => this.named()),
			dropped: this.lost.all()
		};
	}

	private named(): string[] {
		return namedIn(this.names());
	}
	/** Names of bookmarks and sections. */
	private names(): string[] {
		const content = this.file.xml('content.xml');
		const marks = ['text:bookmark-start', 'text:bookmark', 'text:section'].flatMap((tag) => [
			...descendants(content, tag)
		]);
		return marks.map((x) => attribute(x, 'text:name'));
	}

	/** Names of a paragraph's style and of those it is made from. */
	private lineage(name: string): string[] {
		const out: string[] = [];
		for (let at = name; at && out.length < 20; at = this.styles.get(`paragraph ${at}`)?.parent ?? '')
			out.push(this.styles.get(`paragraph ${at}`)?.name ?? at.toLowerCase());
		return out;
	}

	private reference(i: Inline): Inline[] {
		if (i.t !== 'cross-ref' || !i.target.startsWith('#')) return [i];
		const target = this.bookmarks.get(i.target.slice(1));
		return target ? [{ ...i, target }] : words(this.references.get(i.target.slice(1)) ?? '', i.marks);
	}

	// --- blocks -------------------------------------------------------------------------------------------------------

	private blocks(container: Xml): Block[] {
		const out: Block[] = [];
		const all = elementsOf(container);
		const before = this.belowNext;
		const row = all.map((x) =>
			x.name === 'table:table' ? 'thing' : this.captionFor(x) !== 'figure' && this.captionFor(x) ? 'caption' : ''
		);
		const pictures = all.map((x) => (this.captionFor(x) === 'figure' ? 'caption' : hasPicture(x) ? 'thing' : ''));
		const below = captionsBelow(row);
		const above = figuresBelow(pictures);
		all.forEach((x, i) => {
			this.belowNext = !below && row[i] === 'caption' && row[i + 1] === 'thing';
			this.pictureNext = above && pictures[i] === 'caption' && pictures[i + 1] === 'thing';
			this.block(x, out);
		});
		this.belowNext = before;
		this.pictureNext = false;
		return out;
	}

	/** The caption that is read is of the picture that comes, and waits for it. */
	private pictureNext = false;
	private waiting: { content: Inline[]; marked: string[] } | null = null;

	/** The caption that is read is of the table that comes. */
	private belowNext = false;

	/** What a paragraph may be the caption of; empty where it is none. */
	private captionFor(x: Xml): 'table' | 'figure' | 'any' | '' {
		if (x.name !== 'text:p') return '';
		const lineage = this.lineage(attribute(x, 'text:style-name'));
		const sequence = attribute([...descendants(x, 'text:sequence')][0], 'text:name');
		if (!sequence && !lineage.some((n) => /^(?:caption|table|illustration|figure|drawing)$/.test(n))) return '';
		return captionKind(sequence, lineage[0] ?? '') || (sequence !== '' || lineage.includes('caption') ? 'any' : '');
	}

	private block(x: Xml, out: Block[]): void {
		const contents = contentsOf(x);
		if (contents) {
			const first = [...descendants(x, 'text:p')][0];
			if (this.styles.get(`paragraph ${attribute(first, 'text:style-name')}`)?.pageBreak && out.length)
				out.push({ t: 'page-break' });
			out.push(contents);
			return;
		}
		if (SKIPPED.has(x.name)) {
			if (/index$/.test(x.name)) this.lost.add('an index of words', this.where);
			return;
		}
		switch (x.name) {
			case 'text:h':
				return this.heading(x, out);
			case 'text:p':
				return this.para(x, out);
			case 'text:list':
				out.push(this.list(x, 0, ''));
				return;
			case 'table:table':
				this.captioned(this.table(x), out);
				return;
			case 'text:bibliography':
				out.push({
					t: 'bibliography',
					id: newId(),
					settings: {},
					heading: { t: 'heading', id: '', level: 2, content: words(titleOf(x)), lang: '', align: '' }
				});
				return;
			case 'text:section':
				if (this.liveSection(x, out)) return;
			// falls through
			case 'text:index-body':
			case 'text:soft-page-break':
			default:
				for (const k of elementsOf(x)) this.block(k, out);
		}
	}
	private titled = false;
	/** What is live in the text; null for files of others. */
	private live: LiveText | null = null;

	/** A list of sources of a live file, or what was made for the page. @returns whether the section is one of these */
	private liveSection(x: Xml, out: Block[]): boolean {
		const tag = this.live ? tagIn(attribute(x, 'text:name'), this.live) : '';
		if (tag === TAGS.made) return true;
		if (!this.live || !tag.startsWith(TAGS.bibliography)) return false;
		const id = tag.slice(TAGS.bibliography.length);
		const first = elementsOf(x).find((k) => k.name === 'text:h' || k.name === 'text:p');
		const content = first ? this.line(first) : [];
		const heading = {
			t: 'heading' as const,
			id: '',
			level: 2 - (this.titled ? 0 : 1),
			content,
			lang: '',
			align: '' as const
		};
		out.push({ t: 'bibliography', id, settings: this.live.file.bibliographies[id] ?? {}, heading });
		return true;
	}

	private heading(x: Xml, out: Block[]): void {
		const { boxes } = this;
		this.boxes = [];
		const content = this.line(x);
		const own = this.boxes;
		this.boxes = boxes;
		if (this.styles.get(`paragraph ${attribute(x, 'text:style-name')}`)?.pageBreak && out.length)
			out.push({ t: 'page-break' });
		if (content.length) {
			const id = newId();
			for (const b of this.marked) this.bookmarks.set(b, id);
			this.where = `in “${wordsIn(x).trim().slice(0, 60)}”`;
			const level = Math.min(6, Math.max(1, Number(attribute(x, 'text:outline-level')) || 1)) + (this.titled ? 1 : 0);
			out.push({ t: 'heading', id, level, content, lang: '', align: '' });
		}
		for (const box of own) out.push(...this.blocks(box));
	}

	private para(x: Xml, out: Block[]): void {
		const { boxes } = this;
		this.boxes = [];
		this.wordsOfPara(x, out);
		const own = this.boxes;
		this.boxes = boxes;
		for (const box of own) out.push(...this.blocks(box));
	}

	private wordsOfPara(x: Xml, out: Block[]): void {
		const name = attribute(x, 'text:style-name');
		const lineage = this.lineage(name);
		if (this.styles.get(`paragraph ${name}`)?.pageBreak && out.length) out.push({ t: 'page-break' });
		const content = this.line(x);
		const { pictures, marked, captionOf } = this;
		for (const { href, alt, caption, width } of pictures) {
			const asset = takePicture(
				href,
				[],
				(path) => this.file.bytes(path.replace(/^\.\//, '')),
				this.paper,
				this.lost,
				this.where
			);
			const id = newId();
			const { content: words = caption, marked: names = [] } = this.waiting ?? {};
			this.waiting = null;
			for (const b of names) this.bookmarks.set(b, id);
			out.push({
				t: 'figure',
				id,
				asset,
				alt,
				caption: { content: words, lang: '' },
				...pictureWidth(this.paper.assets[asset]?.bytes, width, this.textWidth)
			});
		}
		if (this.waiting && !this.pictureNext) {
			// the picture that it was of did not come
			const { content: words, marked: names } = this.waiting;
			this.waiting = null;
			const id = newId();
			for (const b of names) this.bookmarks.set(b, id);
			out.push({ t: 'figure', id, asset: '', alt: '', caption: { content: words, lang: '' } });
		}
		if (!content.length) return;
		const last = out.at(-1);
		const caption = lineage.some((n) => /^(?:caption|table|illustration|figure|drawing)$/.test(n)) || captionOf !== '';
		const kind = captionKind(captionOf, lineage[0] ?? '');
		const equation = lineage.includes('equation') ? equationIn(content, true) : null;
		if (equation) {
			const id = newId();
			for (const b of marked) this.bookmarks.set(b, id);
			out.push({ t: 'equation', id, ...equation });
		} else if (this.pictureNext) {
			this.waiting = { content: withoutNumber(content), marked };
		} else if (
			caption &&
			(last?.t === 'table' || last?.t === 'figure') &&
			!last.caption?.content.length &&
			!this.belowNext &&
			(kind || last.t) === last.t
		) {
			last.caption = { content: withoutNumber(content), lang: '' };
			for (const b of marked) this.bookmarks.set(b, last.id);
		} else if (caption && kind === 'figure') {
			// its picture did not come
			const id = newId();
			for (const b of marked) this.bookmarks.set(b, id);
			out.push({ t: 'figure', id, asset: '', alt: '', caption: { content: withoutNumber(content), lang: '' } });
		} else if (captionOf || this.belowNext || lineage.includes('table')) {
			// of what follows, if a table does
			this.above = { content, marked, block: paragraph(content) };
			out.push(this.above.block);
		} else if (lineage.includes('title')) {
			this.titled = true;
			out.push({ t: 'heading', id: newId(), level: 1, content, lang: '', align: '' });
		} else if (lineage.some((n) => /^quotations?$|block quot/.test(n))) {
			if (last?.t === 'quotation') last.blocks.push(paragraph(content));
			else out.push({ t: 'quotation', blocks: [paragraph(content)], lang: '' });
		} else {
			const align = this.styles.get(`paragraph ${name}`)?.align ?? '';
			if (lineage.includes('legend')) out.push({ ...paragraph(withoutLead(content)), align, legend: true });
			else out.push({ ...paragraph(content), align });
		}
	}

	private list(x: Xml, level: number, around: string): Block {
		const style = attribute(x, 'text:style-name') || around;
		const kind = this.listStyles.get(style)?.[level];
		const items = elementsOf(x).flatMap((item): Block[][] => {
			if (item.name !== 'text:list-item' && item.name !== 'text:list-header') return [];
			const out: Block[] = [];
			for (const k of elementsOf(item)) {
				if (k.name === 'text:list') out.push(this.list(k, level + 1, style));
				else this.block(k, out);
			}
			return [out];
		});
		const first = children(x, 'text:list-item')[0];
		const start = Number(attribute(first, 'text:start-value')) || (kind?.start ?? 1);
		return { t: 'list', ordered: kind?.ordered ?? false, start, numbers: kind?.numbers ?? 'decimal', items };
	}

	private above: { content: Inline[]; marked: string[]; block: Block } | null = null;

	/** A table with the caption that stands right above it. */
	private captioned(table: Extract<Block, { t: 'table' }>, out: Block[]): void {
		const { above } = this;
		if (above && out.at(-1) === above.block) {
			out.pop();
			table.caption = { content: withoutNumber(above.content), lang: '' };
			for (const b of above.marked) this.bookmarks.set(b, table.id);
		}
		this.above = null;
		out.push(table);
	}

	private table(x: Xml): Extract<Block, { t: 'table' }> {
		const rows: Cell[][] = [];
		const walk = (at: Xml, header: boolean) => {
			for (const k of elementsOf(at)) {
				if (k.name === 'table:table-header-rows') walk(k, true);
				else if (/^table:table-row(?:s|-group)$/.test(k.name)) walk(k, header);
				else if (k.name === 'table:table-row')
					rows.push(
						children(k, 'table:table-cell').map((c): Cell => {
							const span = (of: string) =>
								Math.min(WIDEST, Math.max(1, Number(attribute(c, `table:number-${of}-spanned`)) || 1));
							const content = cellContent(this.blocks(c));
							return {
								header,
								colspan: span('columns'),
								rowspan: span('rows'),
								widths: null,
								...content
							};
						})
					);
			}
		};
		walk(x, false);
		const columns = [...descendants(x, 'table:table-column')].flatMap((c) => {
			const width = this.styles.get(`table-column ${attribute(c, 'table:style-name')}`)?.width;
			return Array<number | undefined>(
				Math.min(WIDEST, Number(attribute(c, 'table:number-columns-repeated')) || 1)
			).fill(width);
		});
		const full = rectangular(rows.filter((r) => r.length));
		return { t: 'table', id: newId(), inner: newId(), rows: withWidths(full, columns), caption: null };
	}

	// --- lines --------------------------------------------------------------------------------------------------------

	/** Words of a paragraph; its pictures and bookmarks are in `pictures` and `marked` then. */
	private line(x: Xml): Inline[] {
		this.pictures = [];
		this.marked = [];
		this.captionOf = '';
		const out: Inline[] = [];
		const around = this.citing;
		this.citing = null;
		this.pieces(x, [], out);
		// one that goes on in another paragraph ends with this one
		this.cited(out);
		this.citing = around;
		while (out.length && (out.at(-1)!.t === 'break' || blank(out.at(-1)!))) out.pop();
		while (out.length && (out[0].t === 'break' || blank(out[0]))) out.shift();
		return out;
	}

	private pieces(x: Xml, marks: Mark[], out: Inline[]): void {
		for (const k of x.kids) {
			if (typeof k === 'string') this.say(k.replace(/[ \t\r\n]+/g, ' '), marks, out);
			else this.piece(k, marks, out);
		}
	}

	/** The citation of a live file that is being read; `here` is null for words that were made for the page. */
	private citing: { name: string; here: LiveHere | null; words: string } | null = null;

	private say(text: string, marks: Mark[], out: Inline[]): void {
		if (this.citing) this.citing.words += text;
		else this.put(text, marks, out);
	}
	private put(text: string, marks: Mark[], out: Inline[]): void {
		if (text) put(text, this.remarks.cover({ t: 'text', text, marks }).marks, out);
	}
	private cited(out: Inline[]): void {
		const { citing } = this;
		this.citing = null;
		if (citing?.here)
			out.push(this.remarks.cover(liveInline(citing.here, citing.words, (what) => this.lost.add(what, this.where))));
	}
	/** What stands in a live citation: words, those of its note among them. @returns false for what is none of it */
	private withinCitation(x: Xml, out: Inline[]): boolean {
		const { citing } = this;
		if (!citing) return false;
		// where two stand side by side, the next may begin before the end of this one is said
		if (x.name === 'text:bookmark-start' && tagIn(attribute(x, 'text:name'), this.live!)) {
			this.cited(out);
			return false;
		}
		if (x.name === 'text:bookmark-end' && attribute(x, 'text:name') === citing.name) this.cited(out);
		else if (/^text:(?:s|tab|line-break)$/.test(x.name)) citing.words += ' ';
		else if (x.name === 'text:note') {
			for (const p of elementsOf(child(x, 'text:note-body'))) {
				citing.words += ' ';
				this.pieces(p, [], out);
			}
		} else if (/^text:(?:span|a)$/.test(x.name)) this.pieces(x, [], out);
		return true;
	}

	private piece(x: Xml, marks: Mark[], out: Inline[]): void {
		if (this.withinCitation(x, out)) return;
		switch (x.name) {
			case 'text:s':
			case 'text:tab':
				return this.put(' ', marks, out);
			case 'text:line-break':
				return void out.push({ t: 'break', marks });
			case 'text:span': {
				const own = this.styles.get(`text ${attribute(x, 'text:style-name')}`)?.marks ?? [];
				return this.pieces(x, [...marks.filter((m) => !own.some((o) => o.t === m.t)), ...own], out);
			}
			case 'text:a': {
				const href = attribute(x, 'xlink:href');
				return this.pieces(x, /^(?:https?:|mailto:)/i.test(href) ? [...marks, { t: 'link', href }] : marks, out);
			}
			case 'text:note': {
				const kind = attribute(x, 'text:note-class') === 'endnote' ? 'endnote' : 'footnote';
				// what belongs to the line around it is not that of the note
				const { pictures, marked, captionOf } = this;
				const blocks = this.blocks(child(x, 'text:note-body') ?? { name: '', attrs: {}, kids: [] });
				Object.assign(this, { pictures, marked, captionOf });
				return void out.push({
					t: 'note',
					id: newId(),
					kind,
					blocks: blocks.length ? blocks : [paragraph([])],
					marks: []
				});
			}
			case 'text:bibliography-mark': {
				const id = attribute(x, 'text:identifier');
				if (!id) return this.pieces(x, marks, out);
				if (!this.paper.sources.some((s) => s.id === id)) this.paper.sources.push({ id, key: id, item: itemOfMark(x) });
				return void out.push({
					t: 'citation',
					id: newId(),
					cites: [{ sourceId: id, locator: null, prefix: '', suffix: '', form: 'parenthetical' }],
					raw: wordsIn(x),
					marks: []
				});
			}
			case 'text:bookmark':
			case 'text:bookmark-start':
			case 'text:reference-mark':
			case 'text:reference-mark-start': {
				const name = attribute(x, 'text:name');
				const tag = this.live && x.name.startsWith('text:bookmark') ? tagIn(name, this.live) : '';
				if (!tag) return void this.marked.push(name);
				this.citing = { name, here: this.live!.citation(tag), words: '' };
				// one of which nothing is printed
				if (x.name === 'text:bookmark') this.cited(out);
				return;
			}
			case 'text:sequence':
				this.captionOf = attribute(x, 'text:name') || 'sequence';
				if (attribute(x, 'text:ref-name')) this.marked.push(attribute(x, 'text:ref-name'));
				return this.pieces(x, marks, out);
			case 'text:bookmark-ref':
			case 'text:sequence-ref':
			case 'text:reference-ref': {
				const target = attribute(x, 'text:ref-name');
				this.references.set(target, wordsIn(x));
				const format = attribute(x, 'text:reference-format');
				const show = /^(?:number|value)/.test(format)
					? 'number'
					: format === 'page'
						? 'page'
						: /^(?:caption|text)$/.test(format)
							? 'title'
							: 'label';
				return void out.push({ t: 'cross-ref', target: `#${target}`, show, marks: [] });
			}
			case 'office:annotation':
				return annotation(x, this.remarks, out);
			case 'office:annotation-end':
				return this.remarks.end(attribute(x, 'office:name'));
			case 'text:change-start': {
				const id = this.changes.get(attribute(x, 'text:change-id'));
				return id ? this.remarks.begin(id, id) : undefined;
			}
			case 'text:change-end':
				return this.remarks.end(this.changes.get(attribute(x, 'text:change-id')) ?? '');
			case 'draw:frame':
				return this.frame(x, out);
			case 'draw:custom-shape':
			case 'draw:line':
				return this.lost.add('a drawing', this.where);
			default:
				this.pieces(x, marks, out);
		}
	}

	/** A picture, a formula, or a box that holds a picture with its caption. */
	private frame(x: Xml, out: Inline[]): void {
		const alt = wordsIn(child(x, 'svg:desc') ?? child(x, 'svg:title')).trim();
		const object = child(x, 'draw:object');
		const math = object ? this.file.xml(`${attribute(object, 'xlink:href').replace(/^\.\//, '')}/content.xml`) : null;
		const tex = [...descendants(math, 'annotation'), ...descendants(math, 'math:annotation')].find((a) =>
			/tex/i.test(attribute(a, 'encoding'))
		);
		if (math && /^(?:math:)?math$/.test(math.name)) {
			const letters = wordsIn(tex ?? child(child(math, 'semantics'), 'mrow') ?? math).trim();
			if (!tex) this.lost.add('the setting of a formula: its letters are kept', this.where);
			if (letters) out.push({ t: 'math', tex: letters, marks: [] });
			return;
		}
		const box = child(x, 'draw:text-box');
		if (box && child(box, 'table:table')) return void this.boxes.push(box);
		if (box) {
			const { pictures, marked } = this;
			const inner: Inline[] = [];
			for (const p of children(box, 'text:p')) {
				this.pictures = [];
				this.pieces(p, [], inner);
				for (const pic of this.pictures)
					pictures.push({ ...pic, caption: withoutNumber(inner.filter((i) => i.t !== 'break')) });
			}
			this.pictures = pictures;
			this.marked = marked;
			if (!pictures.length && inner.length) {
				this.lost.add('a text box: its text follows the paragraph', this.where);
				this.boxes.push(box);
			}
			return;
		}
		const image = child(x, 'draw:image');
		if (image) {
			const relative = /^(\d+(?:\.\d+)?)%$/.exec(attribute(x, 'style:rel-width'))?.[1];
			const width = relative && this.textWidth ? (Number(relative) / 100) * this.textWidth : undefined;
			this.pictures.push({
				href: attribute(image, 'xlink:href'),
				alt,
				caption: [],
				width: width ?? lengthOf(attribute(x, 'svg:width'))
			});
		} else this.lost.add('a drawing', this.where);
	}
}

function put(text: string, marks: Mark[], out: Inline[]): void {
	const last = out.at(-1);
	if (!text) return;
	if (last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(marks)) last.text += text;
	else out.push({ t: 'text', text, marks });
}
const blank = (i: Inline): boolean => i.t === 'text' && !i.text.trim();

/** @param given what is live in it, where it has lost that itself */
export const readOdt = (name: string, bytes: Uint8Array, given: LiveFile | null = null): ReadPaper =>
	new OdtReader(name, openPackage(name, bytes), given).read();
