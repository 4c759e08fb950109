/** Words of a paragraph with their formatting, notes, fields, formulas and pictures (ECMA-376, Part 1, 17.3.2 and 17.16). */
import { MOST_LEVELS } from '../../../page';
import { newId, type Block, type Inline, type Mark } from '../../../paper';
import { captionKind } from '../captions';
import { liveInline, type LiveHere } from '../live';
import { attribute, child, descendants, elementsOf, wordsIn, type Xml } from '../package-file';
import { TAGS } from '../../live-data';
import type { DocxReader } from './index';
import { tagOf } from './live';
import { deletedIn, whoOf } from './comments';
import { toTex } from './omml';
import { on, type Relation } from './parts';
import { readCitationField } from './sources';

/** A field that is open: what it is told, then what it shows. */
interface Field {
	instruction: string;
	/** One that never ends stands for nothing: its words are text. */
	ends: boolean;
	result: boolean;
	/** Words that it shows, where they do not stand in the text themselves. */
	shown: string;
}

/** Fields whose words are made anew, or stand for something live. */
const SWALLOWED = /^\s*(?:CITATION|BIBLIOGRAPHY|TOC|INDEX|REF|PAGEREF|NOTEREF)\b/i;

/** A picture of a paragraph, which becomes a figure. */
export interface Picture {
	relation: string;
	alt: string;
	/** In centimetres, where the file says it. */
	width: number | undefined;
}

export interface Line {
	content: Inline[];
	pictures: Picture[];
	/** Formulas that stand alone. */
	equations: string[];
	pageBreak: boolean;
	bookmarks: string[];
	/** A number field of a caption: Table, Figure. */
	sequence: string;
	/** A bibliography begins here. */
	bibliography: boolean;
	/** Contents, or a list of figures or tables, ended in it. */
	contents: Block | null;
	/** What boxes beside the text hold (17.17.1). */
	boxes: Xml[];
}

export class Runs {
	/** Fields go through paragraphs. */
	private readonly fields: Field[] = [];
	private line: Line = emptyLine();
	/** Marks where fields begin that have an end. */
	private readonly ending: ReadonlySet<Xml>;

	constructor(
		private readonly reader: DocxReader,
		private readonly relations: Map<string, Relation>,
		container: Xml
	) {
		this.ending = endingFields(container);
	}

	/** Whether the paragraph is within a list of references or contents that is made anew. */
	get swallowing(): boolean {
		return this.fields.some((f) => f.result && f.ends && /^\s*(?:BIBLIOGRAPHY|TOC|INDEX)\b/i.test(f.instruction));
	}

	read(p: Xml): Line {
		this.line = emptyLine();
		for (const x of elementsOf(p)) this.piece(x, []);
		return this.line;
	}

	private put(bare: Inline): void {
		const i = this.reader.remarks.cover(bare);
		const field = this.fields.findLast((f) => f.ends && (SWALLOWED.test(f.instruction) || !f.result));
		if (field) {
			if (field.result && i.t === 'text') field.shown += i.text;
			return;
		}
		const last = this.line.content.at(-1);
		if (i.t === 'text' && last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(i.marks))
			last.text += i.text;
		else this.line.content.push(i);
	}

	private piece(x: Xml, marks: Mark[]): void {
		switch (x.name) {
			case 'w:r':
				return this.run(x, marks);
			case 'w:hyperlink': {
				const r = this.relations.get(attribute(x, 'r:id'));
				const href = r?.external && /^(?:https?:|mailto:)/i.test(r.target) ? r.target : '';
				for (const k of elementsOf(x)) this.piece(k, href ? [...marks, { t: 'link', href }] : marks);
				return;
			}
			case 'w:sdt': {
				const inside = elementsOf(child(x, 'w:sdtContent'));
				const tag = this.reader.live ? tagOf(x) : '';
				if (tag === TAGS.made) return;
				const live = this.reader.live?.citation(tag);
				if (!live) return inside.forEach((k) => this.piece(k, marks));
				return this.put(this.citation(live, inside));
			}
			case 'w:fldSimple':
				this.begin(attribute(x, 'w:instr'), true);
				this.fields.at(-1)!.result = true;
				for (const k of elementsOf(x)) this.piece(k, marks);
				return this.end();
			case 'w:del':
			case 'w:moveFrom': {
				const words = deletedIn(x);
				if (!/\S/.test(words)) return;
				this.reader.remarks.change('out', whoOf(x), words);
				this.reader.loses('a deletion that was tracked: the words are left out');
				return;
			}
			case 'w:ins':
			case 'w:moveTo': {
				const id = this.reader.remarks.change('in', whoOf(x), '');
				this.reader.loses('an insertion that was tracked: it stands as text');
				this.reader.remarks.begin(id, id);
				for (const k of elementsOf(x)) this.piece(k, marks);
				return this.reader.remarks.end(id);
			}
			case 'w:commentRangeStart':
			case 'w:commentRangeEnd':
				this.reader.comments.mark(x, this.reader.remarks);
				return;
			case 'w:bookmarkStart':
				this.line.bookmarks.push(attribute(x, 'w:name'));
				return;
			case 'm:oMath':
				return this.put({ t: 'math', tex: toTex(x).trim(), marks: [] });
			case 'm:oMathPara':
				for (const m of descendants(x, 'm:oMath')) this.line.equations.push(toTex(m).trim());
				return;
			case 'w:pPr':
				return;
			case 'mc:AlternateContent': {
				const choice = child(x, 'mc:Choice') ?? child(x, 'mc:Fallback');
				for (const k of elementsOf(choice)) this.piece(k, marks);
				return;
			}
			default:
				for (const k of elementsOf(x)) this.piece(k, marks);
		}
	}

	/** A citation of a live file. */
	private citation(here: LiveHere, inside: Xml[]): Inline {
		const { line } = this;
		this.line = emptyLine();
		for (const k of inside) this.piece(k, []);
		const now = said(this.line.content);
		this.line = line;
		return liveInline(here, now, (what) => this.reader.loses(what));
	}

	private run(r: Xml, around: Mark[]): void {
		const marks = [...this.marksOf(child(r, 'w:rPr')), ...around];
		const text = (s: string) => s && this.put({ t: 'text', text: s, marks });
		for (const x of elementsOf(r)) {
			switch (x.name) {
				case 'w:t':
					text(wordsIn(x));
					break;
				case 'w:tab':
				case 'w:ptab':
					text(' ');
					break;
				case 'w:noBreakHyphen':
					text('\u2011');
					break;
				case 'w:sym':
					text(String.fromCodePoint(Number.parseInt(attribute(x, 'w:char'), 16) & 0xfff || 0x20));
					break;
				case 'w:br':
				case 'w:cr':
					if (attribute(x, 'w:type') === 'page') this.line.pageBreak = true;
					else if (attribute(x, 'w:type') !== 'column') this.put({ t: 'break', marks });
					break;
				case 'w:footnoteReference':
				case 'w:endnoteReference': {
					const kind = x.name === 'w:footnoteReference' ? 'footnote' : 'endnote';
					this.put({ t: 'note', id: newId(), kind, blocks: this.reader.note(kind, attribute(x, 'w:id')), marks: [] });
					break;
				}
				case 'w:fldChar':
					this.mark(x);
					break;
				case 'w:commentReference':
					this.comment(x);
					break;
				case 'w:instrText': {
					const field = this.fields.at(-1);
					if (field && !field.result) field.instruction += wordsIn(x);
					break;
				}
				case 'w:drawing':
				case 'w:pict':
				case 'w:object':
					this.picture(x);
					break;
				case 'mc:AlternateContent':
					for (const k of elementsOf(child(x, 'mc:Choice') ?? child(x, 'mc:Fallback'))) this.picture(k);
			}
		}
	}

	/** A comment without a range is about the words before it. */
	private comment(x: Xml): void {
		const { remarks, comments } = this.reader;
		const id = comments.mark(x, remarks);
		const last = this.line.content.findLast((i) => i.t === 'text');
		if (id && !remarks.has(id) && last) last.marks = [...last.marks, { t: 'comment', id }];
	}

	private picture(x: Xml): void {
		const blip = [...descendants(x, 'a:blip')][0];
		const image = [...descendants(x, 'v:imagedata')][0];
		const relation = attribute(blip, 'r:embed') || attribute(blip, 'r:link') || attribute(image, 'r:id');
		const boxes = boxesIn(x);
		this.line.boxes.push(...boxes);
		if (!relation) {
			this.reader.loses(boxes.length ? 'a text box: its text follows the paragraph' : 'a drawing');
			return;
		}
		const described = [...descendants(x, 'wp:docPr')][0];
		// in English Metric Units: 360,000 a centimetre (20.4.2.7 extent)
		const extent = Number(attribute([...descendants(x, 'wp:extent')][0], 'cx'));
		this.line.pictures.push({
			relation,
			alt: attribute(described, 'descr') || attribute(image, 'o:title'),
			width: extent > 0 ? extent / 360_000 : undefined
		});
	}

	private marksOf(rPr: Xml | undefined): Mark[] {
		if (!rPr) return [];
		const out: Mark[] = [];
		const style = this.reader.styles.get(attribute(child(rPr, 'w:rStyle'), 'w:val'));
		const has = (name: string, from: boolean | undefined) =>
			child(rPr, name) ? on(child(rPr, name)) : (from ?? false);
		const language = attribute(child(rPr, 'w:lang'), 'w:val');
		if (
			language &&
			this.reader.paper.lang &&
			language.slice(0, 2) !== this.reader.paper.lang.slice(0, 2) &&
			/^[a-z]{2,3}(?:-[A-Za-z0-9-]+)?$/.test(language)
		)
			out.push({ t: 'language', lang: language });
		if (has('w:b', style?.marks.bold)) out.push({ t: 'strong' });
		if (has('w:i', style?.marks.italic)) out.push({ t: 'em' });
		if (has('w:smallCaps', style?.marks.smallCaps)) out.push({ t: 'small-caps' });
		if (on(child(rPr, 'w:u')) && style?.name !== 'hyperlink') out.push({ t: 'underline' });
		if (on(child(rPr, 'w:strike'))) out.push({ t: 'strike' });
		const raised = attribute(child(rPr, 'w:vertAlign'), 'w:val');
		if (raised === 'superscript' || raised === 'subscript') out.push({ t: raised });
		return out;
	}

	// --- fields -------------------------------------------------------------------------------------------------------

	private mark(x: Xml): void {
		const type = attribute(x, 'w:fldCharType');
		if (type === 'begin') this.begin('', this.ending.has(x));
		else if (type === 'separate' && this.fields.length) this.fields.at(-1)!.result = true;
		else if (type === 'end' && this.fields.length) this.end();
	}
	private begin(instruction: string, ends: boolean): void {
		this.fields.push({ instruction, ends, result: false, shown: '' });
	}
	private end(): void {
		const { instruction, shown } = this.fields.pop()!;
		const [, name = ''] = /^\s*(\w+)/.exec(instruction) ?? [];
		switch (name.toUpperCase()) {
			case 'CITATION': {
				const cites = readCitationField(instruction.trim());
				if (cites) this.put({ t: 'citation', id: newId(), cites, raw: shown.trim(), marks: [] });
				else this.put({ t: 'text', text: shown, marks: [] });
				return;
			}
			case 'BIBLIOGRAPHY':
				this.line.bibliography = true;
				return;
			case 'TOC':
				this.line.contents = contentsField(instruction);
				if (!this.line.contents) this.reader.loses('a list of captions that are neither of figures nor of tables');
				return;
			case 'INDEX':
				this.reader.loses('an index of words');
				return;
			case 'REF':
			case 'PAGEREF':
			case 'NOTEREF': {
				const target = /^\s*\w+\s+(\S+)/.exec(instruction)?.[1] ?? '';
				this.reader.references.set(target, shown);
				this.put(
					name.toUpperCase() !== 'NOTEREF' && target
						? {
								t: 'cross-ref',
								target: `#${target}`,
								show: name.toUpperCase() === 'PAGEREF' ? 'page' : shownBy(target, instruction),
								marks: []
							}
						: { t: 'text', text: shown, marks: [] }
				);
				return;
			}
			case 'SEQ':
				this.line.sequence = /^\s*SEQ\s+(\S+)/i.exec(instruction)?.[1] ?? '';
		}
	}
}

const LISTS = { table: 'tables', figure: 'figures', none: null } as const;

/** What a field of contents lists (17.16.5.68): what a sequence counts, or headings down to a level. */
function contentsField(instruction: string): Block | null {
	const counted = /\\[ac]\s+"?([^"\\]+?)"?(?:\s|$)/i.exec(instruction)?.[1].trim() ?? '';
	const of = counted ? LISTS[captionKind(counted, '') || 'none'] : 'headings';
	const levels = Number(/\\o\s+"?\d-(\d)/i.exec(instruction)?.[1]) || 3;
	return of
		? { t: 'contents', of, title: '', levels: of === 'headings' ? Math.min(MOST_LEVELS, Math.max(1, levels)) : 3 }
		: null;
}

/** What a reference shows: ours say it by their names, others by a switch for numbers (17.16.5.49). */
function shownBy(bookmark: string, instruction: string): 'label' | 'number' | 'title' {
	if (/^_RefTitle\d/.test(bookmark)) return 'title';
	return /^_RefNumber\d/.test(bookmark) || /\\[rnw]\b/.test(instruction) ? 'number' : 'label';
}

/** Where fields begin that have an end: what a field without one would swallow is the rest of the text. */
function endingFields(container: Xml): ReadonlySet<Xml> {
	const open: Xml[] = [];
	const out = new Set<Xml>();
	for (const x of descendants(container, 'w:fldChar')) {
		const type = attribute(x, 'w:fldCharType');
		if (type === 'begin') open.push(x);
		const begun = type === 'end' ? open.pop() : undefined;
		if (begun) out.add(begun);
	}
	return out;
}

/** The words of a line, with those of its notes. */
const said = (line: Inline[]): string =>
	line
		.map((i) => {
			if (i.t === 'text') return i.text;
			if (i.t !== 'note') return ' ';
			return i.blocks.map((b) => (b.t === 'paragraph' ? said(b.content) : '')).join(' ');
		})
		.join('');

const emptyLine = (): Line => ({
	content: [],
	pictures: [],
	equations: [],
	pageBreak: false,
	bookmarks: [],
	sequence: '',
	bibliography: false,
	contents: null,
	boxes: []
});

/** Boxes of a drawing; of what is written twice for older readers, the first. */
function boxesIn(x: Xml): Xml[] {
	if (x.name === 'w:txbxContent') return wordsIn(x).trim() ? [x] : [];
	if (x.name === 'mc:AlternateContent')
		return elementsOf(child(x, 'mc:Choice') ?? child(x, 'mc:Fallback')).flatMap(boxesIn);
	return elementsOf(x).flatMap(boxesIn);
}
