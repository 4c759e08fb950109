/**
 * A work as one document: title, front lists, chapters with their headings a level lower, the list behind them. All that
 * reads a manuscript (citations, numbers, proof, pages, files) reads it as one.
 */
import { Fragment, type Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import {
	cleanBibliography,
	editFacts,
	entryOverridesOf,
	newId,
	NO_COUNTS,
	placeCitations,
	placementOf,
	placementOfStyle,
	schema,
	setDocAttrs,
	settingsOf,
	styleOf,
	type DocSettings,
	type DocStyle,
	type EntryOverrides
} from '../manuscript';
import { chapterLabel } from './label';
import { textsOf, type Work, type WorkPart } from './types';

const { nodes } = schema;
/** The lowest level that a heading can have. */
const LOWEST = 5;

/** Where a block of the whole is from: a manuscript, and its place there; -1 for what the work adds to it. */
export interface Origin {
	from: number;
	to: number;
	manuscript: string;
	pos: number;
}

export interface Joined {
	doc: Node;
	/** In the order of the document; what the work itself says has none. */
	origins: Origin[];
	/** Chapters whose manuscript is not there. */
	missing: Extract<WorkPart, { t: 'text' }>[];
}

/** How a joined work is made up. */
export interface Making {
	/** Heading of a list; by the style where nothing is said. */
	listHeading(style: DocStyle): string;
	/** The style numbers its sources. */
	numeric: boolean;
	/** As one manuscript to write on in: no labels, no page breaks, no lists before the text. */
	plain?: boolean;
}

/** The style that a work is in: its own, or that of its first chapter. */
export function styleOfWork(work: Pick<Work, 'style' | 'parts'>, texts: ReadonlyMap<string, Node>): DocStyle {
	const first = textsOf(work).flatMap((p) => texts.get(p.manuscript) ?? [])[0];
	return (
		work.style ?? (first && styleOf(first)) ?? { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '', facts: null }
	);
}

const bibliographyOf = (heading: string, level: number, settings: unknown): Node =>
	nodes.bibliography.create(
		{ id: newId(), settings },
		nodes.heading.create({ id: newId(), level }, heading ? schema.text(heading) : null)
	);

/** Blocks with other ids where those are taken, references among them with them, and headings a level lower. */
function lowered(block: Node, ids: ReadonlyMap<string, string>): Node {
	const { type, attrs } = block;
	const next: Record<string, unknown> = { ...attrs };
	const other = (x: unknown): unknown => (typeof x === 'string' ? (ids.get(x) ?? x) : x);
	if (attrs.id) next.id = other(attrs.id);
	if (type === nodes.cross_ref) next.target = other(attrs.target);
	if (type === nodes.note_ref) next.note = other(attrs.note);
	if (type === nodes.heading) next.level = Math.min(LOWEST, (attrs.level as number) + 1);
	const content = block.isLeaf ? block.content : Fragment.from(block.children.map((c) => lowered(c, ids)));
	return block.isText ? block : type.create(next, content, block.marks);
}

/** Ids of a text that another has already, each with one that nothing has. */
function takenIds(doc: Node, seen: Set<string>): Map<string, string> {
	const own = new Set<string>();
	doc.descendants((n) => {
		if (n.attrs.id) own.add(n.attrs.id as string);
	});
	const out = new Map<string, string>();
	for (const id of own)
		if (seen.has(id)) {
			let n = 2;
			while (seen.has(`${id}-${n}`) || own.has(`${id}-${n}`)) n++;
			out.set(id, `${id}-${n}`);
		}
	for (const id of own) seen.add(out.get(id) ?? id);
	return out;
}

/** A work with the documents of its manuscripts, as one document. */
export function joinWork(work: Work, texts: ReadonlyMap<string, Node>, making: Making): Joined {
	const style = styleOfWork(work, texts);
	const facts = editFacts(style);
	const plain = making.plain === true;
	const lang = style.locale || facts.lang;
	// numbers that begin anew in each chapter need a list in each
	const anew = making.numeric && work.settings.numbers === 'chapter';
	const perChapter = anew || work.settings.list !== 'end';
	const atEnd = !anew && work.settings.list !== 'chapters';
	const heading = () => making.listHeading(style);
	const blocks: Node[] = [];
	const origins: Origin[] = [];
	const missing: Joined['missing'] = [];
	const begins: string[] = [];
	const chapters: string[] = [];
	let size = 0;
	const put = (block: Node, manuscript = '', pos = -1) => {
		blocks.push(block);
		if (manuscript) origins.push({ from: size, to: size + block.nodeSize, manuscript, pos });
		size += block.nodeSize;
	};
	let first: DocSettings | null = null;
	const uncited: DocSettings['uncited'] = [];
	const entryOverrides: EntryOverrides = {};
	const seen = new Set<string>();
	put(nodes.heading.create({ id: newId(), level: 1 }, work.title ? schema.text(work.title) : null));
	if (!plain) {
		const { contents, figures, tables } = work.front;
		for (const [of, asked] of [
			['headings', contents],
			['figures', figures],
			['tables', tables]
		] as const)
			if (asked) put(nodes.contents.create({ of }));
	}
	for (const part of work.parts) {
		if (part.t === 'part') {
			const id = newId();
			if (!plain) put(nodes.page_break.create());
			put(nodes.heading.create({ id, level: 2 }, part.title ? schema.text(part.title) : null));
			begins.push(id);
			continue;
		}
		const own = texts.get(part.manuscript);
		if (!own) {
			missing.push(part);
			continue;
		}
		const settings = settingsOf(own);
		first ??= settings;
		for (const u of settings.uncited) if (!uncited.some((x) => x.id === u.id)) uncited.push(u);
		for (const [id, o] of Object.entries(entryOverridesOf(own))) entryOverrides[id] ??= o;
		const from = placementOf(placementOfStyle(styleOf(own)), settings);
		const to = placementOf(placementOfStyle(style), first);
		const placing = placeCitations(own, to, facts.punctuationInQuote, undefined, from);
		const ids = takenIds(own, seen);
		if (!plain) put(nodes.page_break.create(), part.manuscript, 0);
		let listed = false;
		const title = own.firstChild?.type === nodes.heading && own.firstChild.attrs.level === 1 ? own.firstChild : null;
		const begin = (chapter: Node, pos: number) => {
			const id = chapter.attrs.id as string;
			begins.push(id);
			if (part.numbered) chapters.push(id);
			const words = plain || !part.numbered ? '' : chapterLabel(work.settings.label, chapters.length, lang);
			const content = words ? Fragment.from(schema.text(words)).append(chapter.content) : chapter.content;
			put(chapter.type.create(chapter.attrs, content), part.manuscript, pos);
		};
		if (!title) begin(nodes.heading.create({ id: newId(), level: 2 }), -1);
		const back = placing.mapping.invert();
		placing.doc.forEach((block, at) => {
			const pos = back.map(at);
			if (title && at === 0) {
				const chapter = lowered(block, ids);
				begin(
					chapter.attrs.id ? chapter : chapter.type.create({ ...chapter.attrs, id: newId() }, chapter.content),
					pos
				);
			} else if (block.type === nodes.bibliography) {
				if (!perChapter) return;
				listed = true;
				const set = { ...cleanBibliography(block.attrs.settings), takes: 'section' as const };
				const b = lowered(block, ids);
				put(b.type.create({ ...b.attrs, settings: set }, b.content), part.manuscript, pos);
			} else if (block.type !== nodes.contents || plain) put(lowered(block, ids), part.manuscript, pos);
		});
		// a chapter that cites nothing has nothing to list
		if (perChapter && !listed && cites(own))
			put(bibliographyOf(heading(), 3, { ...work.bibliography.settings, takes: 'section' }), part.manuscript, -1);
	}
	if (atEnd) {
		if (!plain && !work.bibliography.settings.own.ownPage) put(nodes.page_break.create());
		put(bibliographyOf(work.bibliography.heading || heading(), 2, work.bibliography.settings));
	}
	const doc = setDocAttrs(new Transform(nodes.doc.create(null, blocks)), {
		style,
		entryOverrides,
		settings: {
			...(first ?? settingsOf(nodes.doc.create(null, blocks))),
			noteNumbers: work.settings.notes === 'chapter' ? 'section' : 'through',
			page: { ...work.page },
			uncited,
			work: plain
				? null
				: {
						begins,
						chapters,
						things: work.settings.things,
						full: work.settings.full,
						before: NO_COUNTS,
						elsewhere: {}
					}
		}
	}).doc;
	return { doc, origins, missing };
}

function cites(doc: Node): boolean {
	let found = false;
	doc.descendants((n) => {
		found ||= n.type === nodes.citation;
		return !found;
	});
	return found;
}

/** The place in a manuscript that a place of the whole is from; null for what the work itself says. */
export function originOf(origins: readonly Origin[], pos: number): { manuscript: string; pos: number } | null {
	let low = 0;
	let high = origins.length - 1;
	while (low <= high) {
		const at = (low + high) >> 1;
		const o = origins[at];
		if (pos < o.from) high = at - 1;
		else if (pos >= o.to) low = at + 1;
		else return { manuscript: o.manuscript, pos: o.pos < 0 ? 0 : o.pos + (pos - o.from) };
	}
	return null;
}
