/**
 * Web pages and exported HTML as papers: semantic elements, notes by their roles (DPUB-ARIA 1.1: doc-noteref, doc-footnote,
 * doc-endnotes) or by how programs write them. Nothing is run and nothing is fetched.
 */
import { DomUtils, parseDocument } from 'htmlparser2';
import {
	emptyPaper,
	everyBlock,
	mapLines,
	newId,
	paragraph,
	textOf,
	words,
	type Block,
	type Paper
} from '../../../paper';
import { CONTENTS_OF, contentsNamed, MOST_LEVELS, type ContentsOf } from '../../../page';
import { equationIn } from '../equation';
import { settleLevels } from '../levels';
import { withoutLead } from '../captions';
import { Losses } from '../../losses';
import type { Beside, ReadPaper } from '../types';
import { attr, elements, isElement, kidsOf, wordsOf, type Element, type Node } from './dom';
import { Lines } from './lines';
import { findNotes, type Notes } from './notes';
import { figureOf, tableOf } from './parts';

/** Elements whose content is none of the text. */
const SKIPPED = new Set([
	'script',
	'style',
	'template',
	'head',
	'noscript',
	'button',
	'form',
	'select',
	'svg',
	'iframe',
	'object',
	'video',
	'audio',
	'canvas'
]);
/** Elements that stand in a line. */
const INLINE = new Set(
	'a abbr b bdi bdo br cite code data dfn em font i img kbd label mark math q rp rt ruby s samp small span strike strong sub sup time tt u var wbr del ins big'.split(
		' '
	)
);
/** Deeper trees are cut: nobody writes so, and programs that write so do not mean it. */
const DEEPEST = 120;

export class HtmlReader {
	readonly paper: Paper = emptyPaper();
	readonly lost = new Losses();
	readonly lines: Lines;
	readonly notes: Notes;

	constructor(
		root: Node[],
		readonly beside: Beside
	) {
		this.notes = findNotes(root);
		this.lines = new Lines(this);
	}

	/** Where something is lost: under which heading. */
	where = 'at the beginning';

	blocks(nodes: Node[], depth = 0): Block[] {
		const out: Block[] = [];
		let line: Node[] = [];
		const flush = () => {
			const content = this.lines.read(line);
			line = [];
			if (content.length) out.push(paragraph(content));
		};
		if (depth > DEEPEST) {
			this.lost.add('elements that are nested very deeply: their words are kept', this.where);
			const text = wordsOf(nodes).replace(/\s+/g, ' ').trim();
			return text ? [paragraph(words(text))] : [];
		}
		for (const n of nodes) {
			if (!isElement(n)) {
				line.push(n);
				continue;
			}
			if (SKIPPED.has(n.name) || this.notes.bodies.has(n)) continue;
			const picture =
				n.name === 'img' ||
				(n.name === 'a' &&
					kidsOf(n).length === 1 &&
					isElement(kidsOf(n)[0]) &&
					(kidsOf(n)[0] as Element).name === 'img');
			if (INLINE.has(n.name) && !picture && !holdsBlocks(n)) {
				line.push(n);
				continue;
			}
			flush();
			out.push(...this.block(n, depth));
		}
		flush();
		return out;
	}

	private block(n: Element, depth: number): Block[] {
		const lang = attr(n, 'lang');
		switch (n.name) {
			case 'h1':
			case 'h2':
			case 'h3':
			case 'h4':
			case 'h5':
			case 'h6': {
				const content = this.lines.read(kidsOf(n));
				if (!content.length) return [];
				this.where = `in “${wordsOf([n]).replace(/\s+/g, ' ').trim().slice(0, 60)}”`;
				return [{ t: 'heading', id: attr(n, 'id'), level: Number(n.name[1]), content, lang, align: '' }];
			}
			case 'p': {
				const equation = this.equation(n);
				if (equation) return [equation];
				const content = this.lines.read(kidsOf(n));
				const align = /text-align:\s*(left|center|right|justify)/.exec(attr(n, 'style'))?.[1] ?? '';
				if (!content.length) return [];
				const legend = attr(n, 'class').split(/\s+/).includes('legend');
				const words = legend ? withoutLead(content) : content;
				return [{ ...paragraph(words), lang, align: align as never, ...(legend ? { legend } : {}) }];
			}
			case 'ul':
			case 'ol':
				return this.list(n, depth);
			case 'blockquote':
				return [{ t: 'quotation', blocks: this.blocks(kidsOf(n), depth + 1), lang }];
			case 'table':
				return tableOf(n, this, depth);
			case 'figure':
			case 'img':
				return figureOf(n, this);
			case 'pre':
				return [{ t: 'code', text: wordsOf([n]).replace(/^\n|\n$/g, ''), language: '' }];
			case 'nav': {
				// other navigation is no text
				const contents = contentsOf(n);
				return contents ? [contents] : [];
			}
			case 'hr':
				if (/page-break|break-(?:after|before)/.test(`${attr(n, 'style')} ${attr(n, 'class')}`))
					return [{ t: 'page-break' }];
				this.lost.add('a rule across the page', this.where);
				return [];
			case 'dl': {
				this.lost.add('a list of definitions: its words are kept as paragraphs', this.where);
				return this.blocks(kidsOf(n), depth + 1);
			}
			default:
				return this.blocks(kidsOf(n), depth + 1);
		}
	}

	/** A formula that is displayed, alone in its paragraph or with its number; null for other paragraphs. */
	private equation(n: Element): Block | null {
		const [math] = [...elements(kidsOf(n))].filter((e) => e.name === 'math');
		if (!math || attr(math, 'display') !== 'block') return null;
		const found = equationIn(this.lines.read(kidsOf(n)), true);
		return found && { t: 'equation', id: attr(n, 'id') || newId(), ...found };
	}

	private list(n: Element, depth: number): Block[] {
		const items = kidsOf(n).filter((k): k is Element => isElement(k) && k.name === 'li' && !this.notes.bodies.has(k));
		if (!items.length)
			return this.blocks(
				kidsOf(n).filter((k) => !(isElement(k) && k.name === 'li')),
				depth + 1
			);
		const start = Number(attr(n, 'start') || 1);
		const NUMBERS = { a: 'lower-alpha', A: 'upper-alpha', i: 'lower-roman', I: 'upper-roman' } as const;
		const type = attr(n, 'type');
		return [
			{
				t: 'list',
				ordered: n.name === 'ol',
				start: Number.isInteger(start) ? start : 1,
				numbers: Object.hasOwn(NUMBERS, type) ? NUMBERS[type as keyof typeof NUMBERS] : 'decimal',
				items: items.map((li) => this.blocks(kidsOf(li), depth + 1))
			}
		];
	}
}

/** An inline element that holds blocks, as links around whole sections do. */
function holdsBlocks(n: Element, depth = 0): boolean {
	// a formula has elements of its own
	return (
		n.name !== 'math' &&
		depth < DEEPEST &&
		kidsOf(n).some((k) => isElement(k) && (!INLINE.has(k.name) || holdsBlocks(k, depth + 1)))
	);
}

/** Contents, ours or those that say by their role that they are some (DPUB-ARIA 1.1, doc-toc); null for other navigation. */
function contentsOf(n: Element): Block | null {
	const said = attr(n, 'data-of') as ContentsOf;
	const of = CONTENTS_OF.includes(said) ? said : attr(n, 'role') === 'doc-toc' ? 'headings' : null;
	if (!of) return null;
	const title = attr(n, 'aria-label').trim();
	const levels = Number(attr(n, 'data-levels')) || 3;
	return {
		t: 'contents',
		of,
		title: contentsNamed(title) === of ? '' : title,
		levels: Math.min(MOST_LEVELS, Math.max(1, Math.round(levels)))
	};
}

export function readHtml(text: string, beside: Beside): ReadPaper {
	const root = parseDocument(text, { lowerCaseTags: true, decodeEntities: true }).children as unknown as Node[];
	const find = (name: string) =>
		DomUtils.getElementsByTagName(name, root as never, true, 1)[0] as unknown as Element | undefined;
	const reader = new HtmlReader(root, beside);
	const { paper } = reader;
	paper.lang = attr(find('html'), 'lang');
	const body = find('main') ?? find('article') ?? find('body');
	paper.blocks = reader.blocks(body ? kidsOf(body) : root);
	for (const meta of DomUtils.getElementsByTagName('meta', root as never, true) as unknown as Element[])
		if (attr(meta, 'name').toLowerCase() === 'author' && attr(meta, 'content'))
			paper.head.authors.push({ name: attr(meta, 'content'), affiliations: [], email: '' });
	// words of headings; null for what has a number
	const places = new Map<string, string | null>();
	for (const { block: b } of everyBlock(paper.blocks))
		if (b.t === 'heading') places.set(b.id, textOf(b.content));
		else if (b.t === 'table' || b.t === 'figure' || b.t === 'equation') places.set(b.id, null);
	paper.blocks = mapLines(paper.blocks, (line) => reader.lines.withReferences(line, places));
	settleLevels(paper.blocks, false);
	return { paper, bibliographies: [], uncited: [], dropped: reader.lost.all() };
}
