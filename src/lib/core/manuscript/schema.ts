/**
 * The document schema of a manuscript. Everything a manuscript can hold is here from the start; a change of meaning
 * gets a new SCHEMA_VERSION and a step in migrate.ts.
 */
import { Schema, type DOMOutputSpec, type MarkSpec, type NodeSpec } from 'prosemirror-model';
import { CONTENTS_OF, type ContentsOf } from '../page';
import { isAssetId, safeImage } from './assets';
import { cleanCites, cleanMoved } from './cites';
import { cleanOverride } from './override';
import {
	SAFE_LINK,
	blockAttrs,
	blockDom,
	oneOf,
	validLink,
	validAsset,
	validShare,
	validCites,
	validStyle,
	docObject,
	objectOrNull,
	plainObject,
	shareOf,
	validLanguage,
	id,
	lang,
	align
} from './schema-attrs';
import { tableSpecs } from './schema-tables';

/** 3: contents, lists of figures and tables, references to pages. 4: notes below tables and figures, widths of pictures. */
export const SCHEMA_VERSION = 4;

const parseJson = <T>(s: string | null, fallback: T): T => {
	if (!s) return fallback;
	try {
		return JSON.parse(s) as T;
	} catch (e) {
		if (e instanceof SyntaxError) return fallback;
		throw e;
	}
};

/** What references show (cross-refs.ts). */
const SHOWN = ['label', 'number', 'title', 'page'];
const LIST_NUMBERS = ['decimal', 'lower-alpha', 'upper-alpha', 'lower-roman', 'upper-roman'] as const;
const HTML_NUMBERS: Record<string, string> = {
	a: 'lower-alpha',
	A: 'upper-alpha',
	i: 'lower-roman',
	I: 'upper-roman'
};

const nodes: Record<string, NodeSpec> = {
	/**
	 * `style` is the citation style in force with what edits need to know of it, so that undo takes a switch back;
	 * `entryOverrides` are entries edited by hand; `settings` is what the manuscript decides over the style
	 * (settings.ts); `comments` holds the words of comments, by the id of their anchors (the mark `comment`).
	 */
	doc: {
		content: '(block | bibliography | contents)+',
		attrs: {
			style: { default: null, validate: validStyle },
			entryOverrides: { default: {}, validate: docObject },
			settings: { default: {}, validate: docObject },
			comments: { default: {}, validate: docObject }
		}
	},
	paragraph: {
		group: 'block',
		content: 'inline*',
		// the note below a table or figure: what its readers need to know, and whose it is
		attrs: { lang, align, legend: { default: false, validate: 'boolean' } },
		parseDOM: [
			{ tag: 'p', getAttrs: (d) => ({ ...blockAttrs(d), legend: (d as HTMLElement).classList?.contains('legend') }) }
		],
		toDOM: (n) => ['p', blockDom(n), 0]
	},
	heading: {
		group: 'block',
		content: 'inline*',
		defining: true,
		attrs: { id, level: { default: 2, validate: oneOf(1, 2, 3, 4, 5) }, lang, align },
		parseDOM: [1, 2, 3, 4, 5, 6].map((level) => ({
			tag: `h${level}`,
			getAttrs: (d) => ({ level: Math.min(level, 5), ...blockAttrs(d) })
		})),
		toDOM: (n) => [`h${n.attrs.level}`, blockDom(n), 0]
	},
	blockquote: {
		group: 'block',
		content: 'paragraph+',
		defining: true,
		attrs: { lang },
		parseDOM: [{ tag: 'blockquote', getAttrs: (d) => ({ lang: blockAttrs(d).lang }) }],
		toDOM: (n) => ['blockquote', blockDom(n), 0]
	},
	bullet_list: { group: 'block', content: 'list_item+', parseDOM: [{ tag: 'ul' }], toDOM: () => ['ul', 0] },
	ordered_list: {
		group: 'block',
		content: 'list_item+',
		attrs: {
			order: { default: 1, validate: 'number' },
			numbers: { default: 'decimal', validate: oneOf(...LIST_NUMBERS) }
		},
		parseDOM: [
			{
				tag: 'ol',
				getAttrs: (d) => {
					const start = Number((d as HTMLElement).getAttribute('start') ?? 1);
					const type = (d as HTMLElement).getAttribute('type') ?? '';
					return { order: Number.isInteger(start) ? start : 1, numbers: HTML_NUMBERS[type] ?? 'decimal' };
				}
			}
		],
		toDOM: (n) => {
			const type = Object.keys(HTML_NUMBERS).find((k) => HTML_NUMBERS[k] === n.attrs.numbers);
			return ['ol', { ...(n.attrs.order === 1 ? {} : { start: n.attrs.order }), ...(type ? { type } : {}) }, 0];
		}
	},
	list_item: { content: 'paragraph block*', defining: true, parseDOM: [{ tag: 'li' }], toDOM: () => ['li', 0] },
	/** A picture with its caption; `asset` names the picture in the table of assets (assets.ts). */
	figure: {
		group: 'block',
		content: 'caption',
		isolating: true,
		attrs: {
			id,
			asset: { default: '', validate: validAsset },
			alt: { default: '', validate: 'string' },
			/** Per cent of the width of the text; 0 for the picture's own, at most that of the text. */
			width: { default: 0, validate: validShare }
		},
		parseDOM: [
			{
				tag: 'figure',
				contentElement: (d) => (d as HTMLElement).querySelector('figcaption') ?? document.createElement('figcaption'),
				getAttrs: (d) => {
					const picture = pictureAttrs((d as HTMLElement).querySelector('img'));
					return picture ? { ...picture, width: shareOf((d as HTMLElement).getAttribute('data-rq-width')) } : false;
				}
			},
			// a picture on its own is a figure whose caption is still to be written
			{ tag: 'img', getAttrs: (d) => pictureAttrs(d as HTMLElement) ?? false }
		],
		toDOM: (n): DOMOutputSpec => [
			'figure',
			{ 'data-rq-asset': n.attrs.asset, ...(n.attrs.width ? { 'data-rq-width': String(n.attrs.width) } : {}) },
			['img', { src: n.attrs.asset.startsWith('data:') ? n.attrs.asset : '', alt: n.attrs.alt }],
			['figcaption', 0]
		]
	},
	caption: {
		content: 'inline*',
		attrs: { lang },
		parseDOM: [{ tag: 'figcaption' }, { tag: 'caption' }],
		toDOM: (n) => ['div', { ...blockDom(n), class: 'caption' }, 0]
	},
	...tableSpecs,
	/** A table with its caption, numbered. */
	captioned_table: {
		group: 'block',
		content: 'caption table',
		isolating: true,
		attrs: { id },
		parseDOM: [{ tag: 'div[data-rq-table]' }],
		toDOM: () => ['div', { 'data-rq-table': '' }, 0]
	},
	/** A displayed equation in TeX. */
	equation: {
		group: 'block',
		atom: true,
		attrs: { id, tex: { default: '', validate: 'string' }, numbered: { default: true, validate: 'boolean' } },
		parseDOM: [
			{
				tag: 'div[data-rq-equation]',
				getAttrs: (d) => ({
					tex: (d as HTMLElement).getAttribute('data-rq-equation') ?? '',
					numbered: (d as HTMLElement).getAttribute('data-rq-numbered') !== 'false'
				})
			}
		],
		toDOM: (n) => [
			'div',
			{ 'data-rq-equation': n.attrs.tex, 'data-rq-numbered': String(n.attrs.numbered) },
			n.attrs.tex
		]
	},
	page_break: {
		group: 'block',
		parseDOM: [{ tag: 'hr' }],
		toDOM: () => ['hr', { class: 'page-break' }]
	},
	/**
	 * Contents, or a list of figures or tables, made anew from what is there; an empty title is that of the language. Stands
	 * between the blocks of the document, never within one.
	 */
	contents: {
		atom: true,
		attrs: {
			of: { default: 'headings', validate: oneOf(...CONTENTS_OF) },
			title: { default: '', validate: 'string' },
			levels: { default: 3, validate: oneOf(1, 2, 3) }
		},
		parseDOM: [
			{
				tag: 'nav[data-rq-contents]',
				getAttrs: (d) => {
					const of = (d as HTMLElement).getAttribute('data-rq-contents') as ContentsOf;
					const levels = Number((d as HTMLElement).getAttribute('data-rq-levels'));
					const title = (d as HTMLElement).getAttribute('data-rq-title') ?? '';
					return CONTENTS_OF.includes(of) && [1, 2, 3].includes(levels) ? { of, title, levels } : false;
				}
			}
		],
		toDOM: (n) => [
			'nav',
			{ 'data-rq-contents': n.attrs.of, 'data-rq-title': n.attrs.title, 'data-rq-levels': n.attrs.levels }
		]
	},
	/** Stands between the blocks of the document, never within one. */
	bibliography: {
		content: 'heading',
		isolating: true,
		defining: true,
		// `settings` is what it includes and how it looks (bibliography.ts)
		attrs: { id, settings: { default: {}, validate: plainObject } },
		parseDOM: [
			{
				tag: 'section[data-rq-bibliography]',
				// the entries that follow the heading are made anew from the sources
				contentElement: (d) => {
					const heading = (d as HTMLElement).querySelector('h1, h2, h3, h4');
					const only = (d as HTMLElement).ownerDocument.createElement('div');
					if (heading) only.append(heading.cloneNode(true));
					return only;
				},
				getAttrs: (d) => {
					const settings = parseJson<unknown>((d as HTMLElement).getAttribute('data-rq-settings'), {});
					return {
						id: (d as HTMLElement).getAttribute('data-rq-bibliography') ?? '',
						settings: settings && typeof settings === 'object' && !Array.isArray(settings) ? settings : {}
					};
				}
			}
		],
		toDOM: (n) => [
			'section',
			{ 'data-rq-bibliography': n.attrs.id, 'data-rq-settings': JSON.stringify(n.attrs.settings) },
			0
		]
	},
	text: { group: 'inline' },
	hard_break: { group: 'inline', inline: true, selectable: false, parseDOM: [{ tag: 'br' }], toDOM: () => ['br'] },
	citation: {
		group: 'inline',
		inline: true,
		atom: true,
		marks: '',
		attrs: {
			id,
			cites: { default: [], validate: validCites },
			/** Edited by hand (override.ts); null follows the style. */
			override: { default: null, validate: objectOrNull },
			moved: { default: null, validate: objectOrNull }
		},
		parseDOM: [
			{
				tag: 'span[data-rq-citation]',
				getAttrs: (d) => {
					const raw = parseJson<Record<string, unknown>>((d as HTMLElement).getAttribute('data-rq-citation'), {});
					const cites = cleanCites(raw.cites);
					return cites.length
						? { id: String(raw.id ?? ''), cites, override: cleanOverride(raw.override), moved: cleanMoved(raw.moved) }
						: false;
				}
			}
		],
		toDOM: (n) => ['span', { 'data-rq-citation': JSON.stringify(n.attrs) }]
	},
	/** One of the writer's own notes. Its paragraphs hold what paragraphs hold, but no notes. */
	note: {
		group: 'inline',
		inline: true,
		atom: true,
		isolating: true,
		content: 'note_paragraph+',
		attrs: { id, kind: { default: 'footnote', validate: oneOf('footnote', 'endnote') } },
		parseDOM: [
			// what stands around it for other programs only
			{ tag: '[data-rq-outside]', ignore: true, priority: 90 },
			{
				tag: 'span[data-rq-note]',
				getAttrs: (d) => ({
					kind: (d as HTMLElement).getAttribute('data-rq-note') === 'endnote' ? 'endnote' : 'footnote'
				})
			}
		],
		toDOM: (n) => ['span', { 'data-rq-note': n.attrs.kind }, 0]
	},
	note_paragraph: {
		content: '(text | hard_break | citation | citation_placeholder | note_ref | cross_ref | math)*',
		attrs: { lang, align },
		// spans, as a paragraph within a paragraph ends the outer one in HTML
		parseDOM: [
			{ tag: 'span[data-rq-note-paragraph]', getAttrs: blockAttrs },
			{ tag: 'p', context: 'note/', getAttrs: blockAttrs, priority: 60 }
		],
		toDOM: (n) => ['span', { 'data-rq-note-paragraph': '', ...blockDom(n) }, 0]
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
	/** The number of a heading, table, figure or equation, by its id. */
	cross_ref: {
		group: 'inline',
		inline: true,
		atom: true,
		attrs: {
			target: { default: '', validate: 'string' },
			show: { default: 'label', validate: oneOf(...SHOWN) }
		},
		parseDOM: [
			{
				tag: 'span[data-rq-cross-ref]',
				getAttrs: (d) => {
					const show = (d as HTMLElement).getAttribute('data-rq-show') ?? '';
					return {
						target: (d as HTMLElement).getAttribute('data-rq-cross-ref') ?? '',
						show: SHOWN.includes(show) ? show : 'label'
					};
				}
			}
		],
		toDOM: (n) => ['span', { 'data-rq-cross-ref': n.attrs.target, 'data-rq-show': n.attrs.show }]
	},
	/** A formula within a line, in TeX. */
	math: {
		group: 'inline',
		inline: true,
		atom: true,
		attrs: { tex: { default: '', validate: 'string' } },
		parseDOM: [
			{ tag: 'span[data-rq-math]', getAttrs: (d) => ({ tex: (d as HTMLElement).getAttribute('data-rq-math') ?? '' }) }
		],
		toDOM: (n) => ['span', { 'data-rq-math': n.attrs.tex }, n.attrs.tex]
	},
	/** A place marked "source needed". */
	citation_placeholder: {
		group: 'inline',
		inline: true,
		atom: true,
		attrs: { id, hint: { default: '', validate: 'string' } },
		parseDOM: [
			{
				tag: 'span[data-rq-placeholder]',
				getAttrs: (d) => ({ hint: (d as HTMLElement).getAttribute('data-rq-placeholder') ?? '' })
			}
		],
		toDOM: (n) => ['span', { 'data-rq-placeholder': n.attrs.hint }]
	}
};

const marks: Record<string, MarkSpec> = {
	link: {
		attrs: { href: { validate: validLink } },
		inclusive: false,
		parseDOM: [
			{
				tag: 'a[href]',
				getAttrs: (d) => {
					const href = (d as HTMLElement).getAttribute('href') ?? '';
					return SAFE_LINK.test(href) ? { href } : false;
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
	/** Words in another language than the block they stand in. */
	language: {
		attrs: { lang: { validate: validLanguage } },
		parseDOM: [
			{
				tag: 'span[lang]',
				getAttrs: (d) => {
					const language = blockAttrs(d).lang;
					return language ? { lang: language } : false;
				}
			}
		],
		toDOM: (m) => ['span', { lang: m.attrs.lang }, 0]
	},
	/** What a comment is about; several may overlap. The words of comments are in the document's attributes. */
	comment: {
		attrs: { id: { validate: 'string' } },
		excludes: '',
		inclusive: false,
		parseDOM: [
			{
				tag: 'span[data-rq-comment]',
				getAttrs: (d) => ({ id: (d as HTMLElement).getAttribute('data-rq-comment') ?? '' })
			}
		],
		toDOM: (m) => ['span', { 'data-rq-comment': m.attrs.id }, 0]
	},
	superscript: { excludes: 'subscript', parseDOM: [{ tag: 'sup' }], toDOM: () => ['sup', 0] },
	subscript: { excludes: 'superscript', parseDOM: [{ tag: 'sub' }], toDOM: () => ['sub', 0] }
};

/** The picture of pasted markup: one of ours by its name, one that comes as data; never one elsewhere. */
function pictureAttrs(img: HTMLElement | null): { asset: string; alt: string } | null {
	const own = img?.closest('[data-rq-asset]')?.getAttribute('data-rq-asset') ?? '';
	// the data itself names it as well, and is there in another browser too
	const asset = safeImage(img?.getAttribute('src')) || (isAssetId(own) ? own : '');
	return asset ? { asset, alt: img?.getAttribute('alt') ?? '' } : null;
}

export const schema = new Schema({ nodes, marks });
