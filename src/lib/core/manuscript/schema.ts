/**
 * The document schema of a manuscript. Everything a manuscript can hold is here from the start; a change of meaning
 * gets a new SCHEMA_VERSION and a step in migrate.ts.
 */
import { Schema, type DOMOutputSpec, type MarkSpec, type NodeSpec } from 'prosemirror-model';
import { tableNodes } from 'prosemirror-tables';
import { cleanHand } from './hand';

export const SCHEMA_VERSION = 1;

/** One source within a citation, as the document keeps it. */
export interface DocCite {
	sourceId: string;
	locator: { label: string; value: string } | null;
	prefix: string;
	suffix: string;
	form: 'parenthetical' | 'narrative' | 'author-only' | 'year-only';
}

/** What a citation jumped over when the style's kind moved its mark, so that it can go back exactly. */
export interface Moved {
	/** The space that stood before the citation. */
	space: string;
	/** The marks it stood before and now stands behind. */
	marks: string;
	/** The marks went inside the closing quotation mark that stood before the citation. */
	inside: boolean;
	/** Formatting of that space and of those marks, where they had any. */
	spaceLook?: unknown[];
	marksLook?: unknown[];
}

/** What a reference to a note points to: a note by its id, or the first note that cites a source. */
export interface NoteTarget {
	note: string;
	source: string;
}

/** The style a document is written in. */
export interface DocStyle {
	id: string;
	title: string;
	form: 'in-text' | 'footnotes' | 'endnotes';
	/** Language of terms and dates; empty follows the style. */
	locale: string;
}

const parseJson = <T>(s: string | null, fallback: T): T => {
	if (!s) return fallback;
	try {
		return JSON.parse(s) as T;
	} catch (e) {
		if (e instanceof SyntaxError) return fallback;
		throw e;
	}
};

const table = tableNodes({ tableGroup: 'block', cellContent: 'paragraph+', cellAttributes: {} });

const nodes: Record<string, NodeSpec> = {
	/**
	 * `style` is the citation style in force, so that undo takes a switch back; `hand` has entries said by hand; `set` is
	 * what the manuscript decides over the style (settings.ts).
	 */
	doc: { content: 'block+', attrs: { style: { default: null }, hand: { default: {} }, set: { default: {} } } },
	paragraph: { group: 'block', content: 'inline*', parseDOM: [{ tag: 'p' }], toDOM: () => ['p', 0] },
	heading: {
		group: 'block',
		content: 'inline*',
		defining: true,
		attrs: { level: { default: 2, validate: 'number' } },
		parseDOM: [1, 2, 3, 4, 5, 6].map((level) => ({ tag: `h${level}`, attrs: { level: Math.min(level, 4) } })),
		toDOM: (n) => [`h${n.attrs.level}`, 0]
	},
	blockquote: {
		group: 'block',
		content: 'paragraph+',
		defining: true,
		parseDOM: [{ tag: 'blockquote' }],
		toDOM: () => ['blockquote', 0]
	},
	bullet_list: { group: 'block', content: 'list_item+', parseDOM: [{ tag: 'ul' }], toDOM: () => ['ul', 0] },
	ordered_list: {
		group: 'block',
		content: 'list_item+',
		attrs: { order: { default: 1, validate: 'number' } },
		parseDOM: [{ tag: 'ol', getAttrs: (d) => ({ order: (d as HTMLOListElement).start ?? 1 }) }],
		toDOM: (n) => (n.attrs.order === 1 ? ['ol', 0] : ['ol', { start: n.attrs.order }, 0])
	},
	list_item: { content: 'paragraph block*', defining: true, parseDOM: [{ tag: 'li' }], toDOM: () => ['li', 0] },
	figure: {
		group: 'block',
		content: 'caption',
		isolating: true,
		attrs: { src: { default: '' }, alt: { default: '' } },
		parseDOM: [
			{
				tag: 'figure',
				contentElement: 'figcaption',
				getAttrs: (d) => {
					const img = (d as HTMLElement).querySelector('img');
					return { src: safeImage(img?.getAttribute('src')), alt: img?.getAttribute('alt') ?? '' };
				}
			}
		],
		toDOM: (n): DOMOutputSpec => ['figure', ['img', { src: n.attrs.src, alt: n.attrs.alt }], ['figcaption', 0]]
	},
	caption: { content: 'inline*', parseDOM: [{ tag: 'figcaption' }], toDOM: () => ['div', { class: 'caption' }, 0] },
	...table,
	page_break: {
		group: 'block',
		parseDOM: [{ tag: 'hr' }],
		toDOM: () => ['hr', { class: 'page-break' }]
	},
	bibliography: {
		group: 'block',
		content: 'heading',
		isolating: true,
		defining: true,
		// `set` is what the list takes in and how it looks (list.ts)
		attrs: { id: { default: '' }, set: { default: {} } },
		parseDOM: [
			{
				tag: 'section[data-rq-bibliography]',
				getAttrs: (d) => ({ set: parseJson((d as HTMLElement).getAttribute('data-rq-list'), {}) })
			}
		],
		toDOM: (n) => ['section', { 'data-rq-bibliography': n.attrs.id, 'data-rq-list': JSON.stringify(n.attrs.set) }, 0]
	},
	text: { group: 'inline' },
	hard_break: { group: 'inline', inline: true, selectable: false, parseDOM: [{ tag: 'br' }], toDOM: () => ['br'] },
	citation: {
		group: 'inline',
		inline: true,
		atom: true,
		marks: '',
		attrs: {
			id: { default: '' },
			cites: { default: [] },
			/** Said by hand (hand.ts); null follows the style. */
			pinned: { default: null },
			moved: { default: null }
		},
		parseDOM: [
			{
				tag: 'span[data-rq-citation]',
				getAttrs: (d) => {
					const raw = parseJson<Record<string, unknown>>((d as HTMLElement).getAttribute('data-rq-citation'), {});
					const cites = cleanCites(raw.cites);
					return cites.length
						? { id: String(raw.id ?? ''), cites, pinned: cleanHand(raw.pinned), moved: raw.moved ?? null }
						: false;
				}
			}
		],
		toDOM: (n) => ['span', { 'data-rq-citation': JSON.stringify(n.attrs) }]
	},
	note: {
		group: 'inline',
		inline: true,
		atom: true,
		isolating: true,
		content: 'paragraph+',
		attrs: { id: { default: '' }, kind: { default: 'footnote' } },
		parseDOM: [
			{
				tag: 'span[data-rq-note]',
				getAttrs: (d) => {
					const kind = (d as HTMLElement).getAttribute('data-rq-note');
					return { kind: kind === 'endnote' ? 'endnote' : 'footnote' };
				}
			}
		],
		toDOM: (n) => ['span', { 'data-rq-note': n.attrs.kind }, 0]
	},
	/** The number of another note: of one by its id, or of the first that cites a source (note-refs.ts). */
	note_ref: {
		group: 'inline',
		inline: true,
		atom: true,
		attrs: { note: { default: '', validate: 'string' }, source: { default: '', validate: 'string' } },
		parseDOM: [
			{
				tag: 'span[data-rq-note-ref]',
				getAttrs: (d) => ({
					note: (d as HTMLElement).getAttribute('data-rq-note-ref') ?? '',
					source: (d as HTMLElement).getAttribute('data-rq-source') ?? ''
				})
			}
		],
		toDOM: (n) => ['span', { 'data-rq-note-ref': n.attrs.note, 'data-rq-source': n.attrs.source }]
	},
	gap: {
		group: 'inline',
		inline: true,
		atom: true,
		attrs: { id: { default: '' }, hint: { default: '', validate: 'string' } },
		parseDOM: [
			{ tag: 'span[data-rq-gap]', getAttrs: (d) => ({ hint: (d as HTMLElement).getAttribute('data-rq-gap') ?? '' }) }
		],
		toDOM: (n) => ['span', { 'data-rq-gap': n.attrs.hint }]
	}
};

const marks: Record<string, MarkSpec> = {
	link: {
		attrs: { href: { validate: 'string' } },
		inclusive: false,
		parseDOM: [
			{
				tag: 'a[href]',
				getAttrs: (d) => {
					const href = (d as HTMLElement).getAttribute('href') ?? '';
					return /^(https?:|mailto:)/i.test(href) ? { href } : false;
				}
			}
		],
		toDOM: (m) => ['a', { href: m.attrs.href, rel: 'noopener noreferrer' }, 0]
	},
	em: {
		parseDOM: [
			{ tag: 'i' },
			{ tag: 'em' },
			{ style: 'font-style=italic' },
			{ style: 'font-style=normal', clearMark: (m) => m.type.name === 'em' }
		],
		toDOM: () => ['em', 0]
	},
	strong: {
		parseDOM: [
			{ tag: 'b', getAttrs: (d) => (d as HTMLElement).style.fontWeight !== 'normal' && null },
			{ tag: 'strong' },
			{ style: 'font-weight', getAttrs: (v) => /^(bold(er)?|[6-9]\d\d)$/.test(v as string) && null }
		],
		toDOM: () => ['strong', 0]
	},
	underline: { parseDOM: [{ tag: 'u' }, { style: 'text-decoration=underline' }], toDOM: () => ['u', 0] },
	small_caps: { parseDOM: [{ style: 'font-variant=small-caps' }], toDOM: () => ['span', { class: 'small-caps' }, 0] },
	/** Words taken from a kept excerpt: `text` is what was kept, so that a departure from it can be seen (quoting.ts). */
	quoted: {
		attrs: { id: { validate: 'string' }, sourceId: { validate: 'string' }, text: { validate: 'string' } },
		parseDOM: [
			{
				tag: 'span[data-rq-quoted]',
				getAttrs: (d) => {
					const raw = parseJson<Record<string, unknown>>((d as HTMLElement).getAttribute('data-rq-quoted'), {});
					return typeof raw.id === 'string' && typeof raw.sourceId === 'string' && typeof raw.text === 'string'
						? { id: raw.id, sourceId: raw.sourceId, text: raw.text }
						: false;
				}
			}
		],
		toDOM: (m) => ['span', { class: 'quoted', 'data-rq-quoted': JSON.stringify(m.attrs) }, 0]
	},
	superscript: { excludes: 'subscript', parseDOM: [{ tag: 'sup' }], toDOM: () => ['sup', 0] },
	subscript: { excludes: 'superscript', parseDOM: [{ tag: 'sub' }], toDOM: () => ['sub', 0] }
};

/** Pictures come in as data or from this page only; nothing is fetched from elsewhere. */
export function safeImage(src: string | null | undefined): string {
	return src && /^(data:image\/(png|jpeg|gif|webp);|blob:)/i.test(src) ? src : '';
}

const FORMS = ['parenthetical', 'narrative', 'author-only', 'year-only'];

/** Cites from outside, made safe. */
export function cleanCites(raw: unknown): DocCite[] {
	if (!Array.isArray(raw)) return [];
	return raw
		.filter((c) => c && typeof c === 'object' && typeof c.sourceId === 'string' && c.sourceId)
		.map((c) => ({
			sourceId: c.sourceId as string,
			locator:
				c.locator && typeof c.locator.value === 'string' && c.locator.value
					? { label: String(c.locator.label ?? 'page'), value: c.locator.value as string }
					: null,
			prefix: typeof c.prefix === 'string' ? c.prefix : '',
			suffix: typeof c.suffix === 'string' ? c.suffix : '',
			form: FORMS.includes(c.form) ? (c.form as DocCite['form']) : 'parenthetical'
		}));
}

export const schema = new Schema({ nodes, marks });
