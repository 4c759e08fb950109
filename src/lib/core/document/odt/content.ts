/** The text of a file (OpenDocument 1.3, Part 3, 5 to 10): blocks, words, notes, tables, pictures, formulas, references. */
import { imageSize } from 'image-size';
import type { Run } from '../../csl';
import { assetFromData } from '../../manuscript';
import { FONTS, SIZES, type PageSetup } from '../../page';
import { isRightToLeft } from '../clean-text';
import { Listed, type Contents } from '../contents';
import {
	captionLabel,
	legendWords,
	type CaptionLabel,
	type Captions,
	everyInline,
	inLanguage,
	splitTitle,
	type FinalBlock,
	type FinalCell,
	type FinalDoc,
	type FinalInline
} from '../final';
import { CommentRanges } from '../comment-ranges';
import { EntryLooks } from '../entry-looks';
import { annotationEnd, annotationXml } from './comments';
import { TAGS } from '../live-data';
import { mathml } from '../math';
import type { OpeningLine } from '../opening';
import { AutomaticStyles, type ParagraphLook } from './automatic';
import { BELOW_ENTRY, CONTENTS, ENTRY, HEADING } from './styles';
import { attributes, textXml, xml } from './xml';

/** A member of the package beside the text. */
export interface Member {
	path: string;
	type: string;
	bytes: Uint8Array;
}

const ENDINGS: Record<string, string> = {
	'image/png': 'png',
	'image/jpeg': 'jpg',
	'image/gif': 'gif',
	'image/webp': 'webp'
};
/** The comments that a piece is about. */
const aboutOf = (i: FinalInline): string => (i.t === 'text' ? (i.comments ?? []).join() : '');
const citeOf = (i: FinalInline): string => ((i.t === 'text' || i.t === 'note') && i.cite) || '';

/** Names of what counts, as the sequences of a text are called. */
const SEQUENCES = ['Table', 'Figure', 'Equation'] as const;

export class Content {
	readonly styles = new AutomaticStyles();
	readonly members: Member[] = [];
	private readonly referred = new Set<string>();
	private readonly captions: Captions;
	private readonly listed: Listed;
	readonly entries: EntryLooks;
	private notes = 0;
	private tables = 0;
	private objects = 0;
	/** Where a note or a cell stands, a paragraph has another style. */
	private readonly width: number;

	private readonly comments: CommentRanges;

	constructor(
		doc: FinalDoc,
		private readonly setup: PageSetup,
		/** Names say what can be made live again. */
		private live = false
	) {
		this.comments = new CommentRanges(doc);
		const { body } = splitTitle(doc);
		this.listed = new Listed(body, doc, setup.numbering);
		for (const i of everyInline(doc.blocks)) if (i.t === 'ref') this.referred.add(i.target);
		if (setup.contents || body.some((b) => b.t === 'contents' && b.of === 'headings'))
			for (const r of this.listed.of({ of: 'headings', levels: Infinity })) if (r.id) this.referred.add(r.id);
		this.captions = doc;
		this.entries = new EntryLooks(doc.blocks);
		this.width = SIZES[setup.paper].width - setup.margins.left - setup.margins.right;
	}

	/** Sequences have to be declared before they count (7.4.11). */
	declarations(): string {
		return `<text:sequence-decls>${SEQUENCES.map((n) => `<text:sequence-decl text:display-outline-level="0" text:name="${n}"/>`).join('')}</text:sequence-decls>`;
	}

	opening(lines: readonly OpeningLine[], title: FinalInline[]): string {
		const STYLES: Record<OpeningLine['style'], string> = {
			Title: 'Title',
			Author: 'Author',
			Normal: 'Standard',
			BodyText: 'Text_20_body',
			AbstractHeading: 'Abstract_20_Heading',
			Abstract: 'Abstract'
		};
		const written = (l: OpeningLine): string => {
			const look = { pageBefore: l.pageBefore, before: l.before, after: l.after };
			const style = this.styles.paragraph(STYLES[l.style], look);
			const words =
				l.words === 'title'
					? this.words(title)
					: l.words === 'again'
						? this.plain(title.filter((i) => i.t !== 'note'))
						: l.words.map((w) => this.run({ text: w.text, italic: w.italic, bold: w.bold })).join('');
			return `<text:p text:style-name="${style}">${words}</text:p>`;
		};
		// the title is the text's own; what stands around it is made for the page
		const out: string[] = [];
		let around: string[] = [];
		const close = () => {
			out.push(this.made(around.join('')));
			around = [];
		};
		for (const l of lines) {
			if (l.words !== 'title') {
				around.push(written(l));
				continue;
			}
			close();
			out.push(written(l));
		}
		close();
		return out.join('');
	}

	/** What is made for the page alone: a live file leaves it behind when it comes back. */
	made(blocks: string): string {
		return this.live && blocks
			? `<text:section text:style-name="${this.styles.section(1)}" text:name="${TAGS.made}-${++this.sections}">${blocks}</text:section>`
			: blocks;
	}
	private sections = 0;

	/**
	 * Contents, or a list of figures or tables (8.3, 8.5, 8.6), with its rows; the number of a row's page is a reference of its own.
	 * @param apart whether they begin on a new page
	 */
	contents(b: Contents, apart = false): string {
		const name = { headings: 'table-of-content', figures: 'illustration-index', tables: 'table-index' }[b.of];
		const title = xml(b.title);
		const heading = this.paragraph(
			'Contents_20_Heading',
			[{ t: 'text', run: { text: b.title } }],
			apart ? { pageBefore: true } : {}
		);
		const levels = b.of === 'headings' ? Array.from({ length: b.levels }, (_, n) => n + 1) : [1];
		const templates = levels.map(
			(n) =>
				`<text:${name}-entry-template${b.of === 'headings' ? ` text:outline-level="${n}"` : ''} text:style-name="${CONTENTS(n)}">${
					b.of === 'headings' ? '<text:index-entry-link-start/><text:index-entry-chapter/>' : ''
				}<text:index-entry-text/><text:index-entry-tab-stop style:type="right" style:leader-char="."/><text:index-entry-page-number/>${
					b.of === 'headings' ? '<text:index-entry-link-end/>' : ''
				}</text:${name}-entry-template>`
		);
		const source =
			b.of === 'headings'
				? ` text:outline-level="${b.levels}"`
				: ` text:caption-sequence-name="${b.of === 'figures' ? 'Figure' : 'Table'}" text:caption-sequence-format="text"`;
		const rows = this.listed.of(b).map((r) => {
			const words = `${textXml(r.label)}${this.plain(r.words)}`;
			const to = xml(`ref-${r.id}`);
			const page = this.pageOf(r.id, b.of === 'headings');
			const row = b.of === 'headings' ? `<text:a xlink:type="simple" xlink:href="#${to}">${words}</text:a>` : words;
			return `<text:p text:style-name="${CONTENTS(r.level)}">${r.id ? `${row}<text:tab/>${page}` : words}</text:p>`;
		});
		return `<text:${name} text:name="${title}" text:protected="false"><text:${name}-source${source}><text:index-title-template text:style-name="Contents_20_Heading">${title}</text:index-title-template>${templates.join('')}</text:${name}-source><text:index-body><text:index-title text:name="${title}_Head">${heading}</text:index-title>${rows.join('')}</text:index-body></text:${name}>`;
	}

	// --- words ----------------------------------------------------------------------------------------------------------

	private run(r: Run): string {
		const style = this.styles.words(r);
		const inner = textXml(r.text);
		const words = style ? `<text:span text:style-name="${style}">${inner}</text:span>` : inner;
		return r.link && /^(https?:|mailto:)/i.test(r.link)
			? `<text:a xlink:type="simple" xlink:href="${xml(r.link)}">${words}</text:a>`
			: words;
	}

	/** In a live file each citation stands in a bookmark of its own. */
	words(list: FinalInline[]): string {
		if (!this.live) return this.plain(list);
		let out = '';
		for (let from = 0; from < list.length;) {
			const id = citeOf(list[from]);
			let to = from + 1;
			while (to < list.length && citeOf(list[to]) === id && (id || aboutOf(list[to]) === aboutOf(list[from]))) to++;
			if (list[from - 1]?.t === 'note' && list[from].t === 'note') out += this.run({ text: ',', sup: true });
			const part = list.slice(from, to);
			const about = part.map((i) => this.comments.at(i));
			out += about
				.flatMap((a) => a.begin)
				.map(annotationXml)
				.join('');
			out += id ? this.bookmarked(TAGS.citation + id, () => this.plain(part)) : this.plain(part);
			out += about
				.flatMap((a) => a.end)
				.map(annotationEnd)
				.join('');
			from = to;
		}
		return out;
	}
	/** Nothing within it is live by itself. */
	private bookmarked(name: string, write: () => string): string {
		if (!this.live) return write();
		this.live = false;
		const words = write();
		this.live = true;
		const named = `text:name="${xml(name)}"`;
		return `<text:bookmark-start ${named}/>${words}<text:bookmark-end ${named}/>`;
	}

	private plain(list: FinalInline[]): string {
		return list
			.map((i, at) => {
				switch (i.t) {
					case 'text':
						return this.run(i.run);
					case 'break':
						return '<text:line-break/>';
					case 'math':
						return this.formula(i.tex);
					case 'ref':
						return this.reference(i);
					case 'note':
						// two marks side by side are two numbers
						return (list[at - 1]?.t === 'note' ? this.run({ text: ',', sup: true }) : '') + this.note(i);
				}
			})
			.join('');
	}

	private note(i: Extract<FinalInline, { t: 'note' }>): string {
		const style = i.kind === 'footnote' ? 'Footnote' : 'Endnote';
		const paragraphs = (i.paragraphs.length ? i.paragraphs : [[]]).map((p) => this.paragraph(style, p)).join('');
		return `<text:note text:id="note${++this.notes}" text:note-class="${i.kind}"><text:note-citation>${i.number}</text:note-citation><text:note-body>${paragraphs}</text:note-body></text:note>`;
	}

	/** The number of a page; the other program finds it. */
	private pageOf(id: string, heading: boolean): string {
		const tag = heading ? 'bookmark-ref' : 'sequence-ref';
		return `<text:${tag} text:reference-format="page" text:ref-name="${xml(`ref-${id}`)}">–</text:${tag}>`;
	}
	private reference(i: Extract<FinalInline, { t: 'ref' }>): string {
		const kind = this.kinds.get(i.target);
		const name = xml(`ref-${i.target}`);
		if (i.show === 'page') return this.pageOf(i.target, kind === 'heading' || kind === 'bibliography' || !kind);
		if (kind === 'heading' || !kind)
			return `<text:bookmark-ref text:reference-format="text" text:ref-name="${name}">${xml(i.text)}</text:bookmark-ref>`;
		const format = { label: 'category-and-value', number: 'value', title: 'caption' }[i.show];
		return `<text:sequence-ref text:reference-format="${format}" text:ref-name="${name}">${xml(i.text)}</text:sequence-ref>`;
	}
	private readonly kinds = new Map<string, FinalBlock['t']>();

	/** What references lead to, before any of it is written. */
	learn(blocks: readonly FinalBlock[]): void {
		for (const b of blocks) {
			if ('id' in b && b.id) this.kinds.set(b.id, b.t);
			if (b.t === 'list') for (const item of b.items) this.learn(item);
		}
	}

	/** The number of something that is counted (7.4.13 text:sequence). */
	private sequence(
		of: (typeof SEQUENCES)[number],
		id: string,
		{ prefix = '', number, roman = false }: { prefix?: string; number: string; roman?: boolean }
	): string {
		// by chapter the first of each begins anew
		const formula = prefix ? ` text:formula="ooow:${number === '1' || number === 'I' ? '1' : `${of}+1`}"` : '';
		return `${xml(prefix)}<text:sequence text:ref-name="${xml(`ref-${id}`)}" text:name="${of}" ${formula} style:num-format="${roman ? 'I' : '1'}">${number}</text:sequence>`;
	}

	/** A formula as MathML, with its TeX; the TeX as it was typed where that cannot be read. */
	private formula(tex: string): string {
		const math = mathml(tex, true, { annotate: true, xml: true });
		if (math === null) return textXml(tex);
		const path = `Object ${++this.objects}`;
		this.members.push({
			path: `${path}/`,
			type: 'application/vnd.oasis.opendocument.formula',
			bytes: new Uint8Array()
		});
		this.members.push({
			path: `${path}/content.xml`,
			type: 'text/xml',
			bytes: new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8"?>\n${math}`)
		});
		return `<draw:frame draw:name="${path}" text:anchor-type="as-char" style:rel-width="scale" style:rel-height="scale"><draw:object xlink:href="./${path}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/></draw:frame>`;
	}

	// --- blocks ---------------------------------------------------------------------------------------------------------

	private direction(list: FinalInline[]): ParagraphLook {
		return isRightToLeft(list.map((i) => (i.t === 'text' ? i.run.text : ' ')).join('')) ? { rightToLeft: true } : {};
	}

	/** The next paragraph begins a page. */
	private turning = false;
	private turned(): ParagraphLook {
		const look = this.turning ? { pageBefore: true } : {};
		this.turning = false;
		return look;
	}
	/** A paragraph of its own where what follows cannot begin a page. */
	private blankTurned(): string {
		return this.turning ? this.paragraph('Standard', []) : '';
	}

	private paragraph(style: string, list: FinalInline[], look: ParagraphLook = {}, before = ''): string {
		const name = this.styles.paragraph(style, { ...this.direction(list), ...look, ...this.turned() });
		return `<text:p text:style-name="${name}">${before}${this.words(list)}</text:p>`;
	}

	/** @param turn whether they begin on a new page */
	body(list: readonly FinalBlock[], turn: boolean): string {
		this.turning = turn;
		return this.blocks(list) + this.blankTurned();
	}

	private blocks(list: readonly FinalBlock[], inList = false): string {
		return list.map((b) => this.block(b, inList)).join('');
	}

	private block(b: FinalBlock, inList: boolean): string {
		switch (b.t) {
			case 'paragraph':
				return this.paragraph(
					b.legend !== undefined ? 'Legend' : inList ? 'Standard' : 'Text_20_body',
					inLanguage(b.inlines, b.lang),
					{ align: b.align },
					b.legend ? this.bookmarked(`${TAGS.made}-${++this.sections}`, () => this.plain(legendWords(b))) : ''
				);
			case 'heading': {
				// before its notes, which have paragraphs of their own
				const style = this.styles.paragraph(HEADING(b.level), {
					...this.direction(b.inlines),
					align: b.align,
					...this.turned()
				});
				const marked = this.marked(b.id, this.words(inLanguage(b.inlines, b.lang)));
				return `<text:h text:style-name="${style}" text:outline-level="${Math.max(1, b.level - 1)}">${marked}</text:h>`;
			}
			case 'quote':
				return b.paragraphs.map((p) => this.paragraph('Quotations', inLanguage(p, b.lang))).join('');
			case 'list': {
				const turn = this.blankTurned();
				const items = b.items.map(
					(item, n) =>
						`<text:list-item${n === 0 && b.ordered && b.start !== 1 ? ` text:start-value="${b.start}"` : ''}>${this.blocks(item, true)}</text:list-item>`
				);
				return `${turn}<text:list text:style-name="${this.styles.list(b.ordered, b.numbers)}">${items.join('')}</text:list>`;
			}
			case 'figure': {
				const form = captionLabel(b, this.captions);
				// whichever comes first turns the page
				const caption = () => this.paragraph('Figure', b.caption, {}, this.label(b, form));
				return form.above ? caption() + this.picture(b) : this.picture(b) + caption();
			}
			case 'table': {
				if (inList) return this.boxed(b);
				const caption = b.caption
					? this.paragraph('Table', b.caption, {}, this.label(b, captionLabel(b, this.captions)))
					: this.blankTurned();
				return caption + this.table(b);
			}
			case 'equation': {
				const look = b.number ? { formula: this.width } : { align: 'center' };
				const style = this.styles.paragraph('Equation', { ...look, ...this.turned() });
				const number = b.number
					? `<text:tab/>(${this.sequence('Equation', b.id, { ...b, number: String(b.number) })})`
					: '';
				return `<text:p text:style-name="${style}">${b.number ? '<text:tab/>' : ''}${this.formula(b.tex)}${number}</text:p>`;
			}
			case 'page-break':
				// within a list the item goes on there; two in a row leave a page empty
				if (inList) return this.blankTurned() + this.paragraph('Standard', [], { pageBefore: true });
				if (this.turning) return this.blankTurned() + this.block(b, inList);
				this.turning = true;
				return '';
			case 'contents':
				return this.contents(b);
			case 'bibliography':
				return this.live
					? `<text:section text:style-name="${this.styles.section(1)}" text:name="${xml(TAGS.bibliography + b.id)}">${this.sources(b)}</text:section>`
					: this.sources(b);
		}
	}

	/** An item of a list may hold no table (5.3.3 text:list-item): there it stands in a box in a line of its own. */
	private boxed(b: Extract<FinalBlock, { t: 'table' }>): string {
		const style = this.styles.paragraph('Standard', this.turned());
		const inside = this.block(b, false);
		return `<text:p text:style-name="${style}"><draw:frame draw:style-name="${this.styles.box()}" draw:name="Table in a list ${this.tables}" text:anchor-type="as-char" style:rel-width="100%" svg:width="${this.width.toFixed(2)}cm"><draw:text-box>${inside}</draw:text-box></draw:frame></text:p>`;
	}

	/** Words of a heading in a bookmark, where something leads to it. */
	private marked(id: string, words: string): string {
		const name = xml(`ref-${id}`);
		return id && this.referred.has(id)
			? `<text:bookmark-start text:name="${name}"/>${words}<text:bookmark-end text:name="${name}"/>`
			: words;
	}

	/** “Table 2. ” before a caption. */
	private label(
		b: Extract<FinalBlock, { t: 'table' | 'figure' }>,
		{ word, prefix, number, roman, end, ownLine }: CaptionLabel
	): string {
		if (!number) return '';
		const counted = this.sequence(b.t === 'table' ? 'Table' : 'Figure', b.id, { prefix, number, roman });
		const label = `<text:span text:style-name="Caption_20_Label">${xml(word)} ${counted}${end}</text:span>`;
		return `${label}${ownLine ? '<text:line-break/>' : ' '}`;
	}

	private picture(b: Extract<FinalBlock, { t: 'figure' }>): string {
		const asset = assetFromData(b.src);
		const described = (): string =>
			this.paragraph('Picture', [{ t: 'text', run: { text: `[Picture${b.alt ? `: ${b.alt}` : ''}]` } }]);
		if (!asset) return b.alt ? described() : '';
		let size: { width: number; height: number };
		try {
			size = imageSize(asset.bytes);
		} catch (e) {
			// no picture of the kind it says it is; the file is written all the same
			if (e instanceof Error) return described();
			throw e;
		}
		const path = `Pictures/${asset.id.replace(/[^A-Za-z0-9]/g, '').slice(0, 40)}.${ENDINGS[asset.type] ?? 'png'}`;
		if (!this.members.some((m) => m.path === path)) this.members.push({ path, type: asset.type, bytes: asset.bytes });
		// 96 pixels to an inch, and no wider than the text
		const natural = (size.width / 96) * 2.54;
		const width = b.width ? b.width * this.width : Math.min(natural, this.width);
		const height = (width * size.height) / size.width;
		return `<text:p text:style-name="${this.styles.paragraph('Picture', this.turned())}"><draw:frame${attributes({
			'draw:name': `Picture ${b.number}`,
			'text:anchor-type': 'as-char',
			'svg:width': `${width.toFixed(2)}cm`,
			'svg:height': `${height.toFixed(2)}cm`
		})}><draw:image xlink:href="${path}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/>${
			b.alt ? `<svg:desc>${xml(b.alt)}</svg:desc>` : ''
		}</draw:frame></text:p>`;
	}

	private table(b: Extract<FinalBlock, { t: 'table' }>): string {
		/** Rows that a cell above still stands in, by column. */
		const open: number[] = [];
		const columns = Math.max(1, ...b.rows.map((r, n) => (n ? 0 : r.reduce((sum, c) => sum + c.colspan, 0))));
		const first = b.rows.findIndex((r) => !r.length || !r.every((c) => c.header));
		const heads = first < 0 ? b.rows.length : first;
		const rows = b.rows.map((row, n) => {
			let column = 0;
			const covered = () => {
				let out = '';
				for (; open[column] > 0; column++) {
					open[column]--;
					out += '<table:covered-table-cell/>';
				}
				return out;
			};
			const cells = row
				.map((c) => {
					const before = covered();
					for (let k = 0; k < c.colspan; k++) open[column++] = c.rowspan - 1;
					return before + this.cell(c, n, heads, b.rows.length) + '<table:covered-table-cell/>'.repeat(c.colspan - 1);
				})
				.join('');
			return `<table:table-row>${cells}${covered()}</table:table-row>`;
		});
		const head = heads ? `<table:table-header-rows>${rows.slice(0, heads).join('')}</table:table-header-rows>` : '';
		return `<table:table table:name="Table ${++this.tables}">${this.columns(columns, b.columns)}${head}${rows.slice(heads).join('')}</table:table>`;
	}

	private columns(count: number, shares: number[] | undefined): string {
		if (!shares) return `<table:table-column${count > 1 ? ` table:number-columns-repeated="${count}"` : ''}/>`;
		return shares.map((s) => `<table:table-column table:style-name="${this.styles.column(s)}"/>`).join('');
	}

	private cell(c: FinalCell, row: number, heads: number, rows: number): string {
		const last = row + c.rowspan >= rows;
		const above = row === 0;
		const below = last || row === heads - 1;
		const style = this.styles.cell(above && below ? 'both' : above ? 'above' : below ? 'below' : '');
		const paragraphs = (c.paragraphs.length ? c.paragraphs : [[]]).map((p) =>
			this.paragraph('Table_20_Contents', p, { align: c.align })
		);
		return `<table:table-cell${attributes({
			'table:style-name': style,
			'table:number-columns-spanned': c.colspan > 1 ? c.colspan : undefined,
			'table:number-rows-spanned': c.rowspan > 1 ? c.rowspan : undefined
		})}>${paragraphs.join('')}</table:table-cell>`;
	}

	/** A list of sources with its look. */
	private sources(b: Extract<FinalBlock, { t: 'bibliography' }>): string {
		const { look } = b;
		const font = look.font ? (look.font === 'sans' ? FONTS.sans.office : FONTS.times.office) : undefined;
		const n = this.entries.of(b);
		/** What goes on with what stands below it. */
		const close = { after: 0 };
		const style = this.styles.paragraph(HEADING(2), {
			...this.turned(),
			...(look.ownPage ? { pageBefore: true } : {}),
			align: look.centred ? 'center' : undefined,
			font,
			...(look.bold ? {} : { bold: false })
		});
		const head = `<text:h text:style-name="${style}" text:outline-level="1">${this.marked(b.id, this.words(b.heading))}</text:h>`;
		const note = b.note ? this.paragraph('Standard', [{ t: 'text', run: { text: b.note } }], { font }) : '';
		const groups = b.groups.map((g) => {
			const title = g.title
				? `<text:h text:style-name="${HEADING(3)}" text:outline-level="2">${textXml(g.title)}</text:h>`
				: '';
			const entries = g.entries.map((e) => {
				const runs = e.runs.map((r): FinalInline => ({
					t: 'text',
					run: b.aligned ? r : { ...r, text: r.text.replace(/\t/g, ' ') }
				}));
				const own = this.paragraph(ENTRY(n), runs, e.under.length ? close : {});
				const under = e.under.map((text, i) =>
					this.paragraph(BELOW_ENTRY(n), [{ t: 'text', run: { text } }], i < e.under.length - 1 ? close : {})
				);
				return own + under.join('');
			});
			return title + entries.join('');
		});
		return head + note + groups.join('');
	}
}
