/** A manuscript taken apart into chapters at its headings. */
import { Fragment, type Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import {
	cleanBibliography,
	nameOf,
	newId,
	schema,
	sectionLevel,
	setDocAttrs,
	settingsOf,
	UNTITLED,
	type BibliographySettings
} from '../manuscript';
import { cleanPage, type PageChoice } from '../page';

const { nodes } = schema;

export interface Piece {
	title: string;
	doc: Node;
	/** What stood before the first heading is no chapter. */
	numbered: boolean;
}

export interface Apart {
	title: string;
	pieces: Piece[];
	/** The list of the whole, which the work has from now on. */
	bibliography: { heading: string; settings: BibliographySettings };
	page: PageChoice;
}

/** Headings go up a level, the title of a chapter to the first. */
function raised(block: Node, by: number): Node {
	if (block.type === nodes.heading)
		return nodes.heading.create(
			{ ...block.attrs, level: Math.max(1, (block.attrs.level as number) - by) },
			block.content
		);
	if (block.isLeaf || block.isTextblock) return block;
	return block.type.create(block.attrs, Fragment.from(block.children.map((c) => raised(c, by))), block.marks);
}

/** Whether a piece says anything. */
const says = (blocks: Node[]): boolean =>
	blocks.some((b) => b.type !== nodes.page_break && (b.isAtom || b.content.size > 0));

/**
 * Takes a document apart at its highest headings below the title. Every chapter keeps style and settings; lists of the
 * whole go to the work, contents too, which the work makes anew.
 * @returns null where there are fewer than two headings to part it at
 */
export function takeApart(doc: Node): Apart | null {
	const level = sectionLevel(doc);
	const titled = doc.firstChild?.type === nodes.heading && doc.firstChild.attrs.level === 1;
	const parts: Node[][] = [[]];
	let heads = 0;
	let bibliography: Apart['bibliography'] = { heading: '', settings: cleanBibliography(null) };
	doc.forEach((block, _pos, i) => {
		if (titled && i === 0) return;
		if (block.type === nodes.contents) return;
		if (block.type === nodes.bibliography) {
			const settings = cleanBibliography(block.attrs.settings);
			if (settings.takes === 'all') {
				bibliography = { heading: block.firstChild!.textContent, settings };
				return;
			}
		}
		if (block.type === nodes.heading && block.attrs.level === level) {
			heads++;
			parts.push([]);
		}
		parts.at(-1)!.push(block);
	});
	if (heads < 2) return null;
	const whole = settingsOf(doc);
	const lead = says(parts[0]);
	if (!lead) parts.shift();
	const pieces = parts.map((blocks, i): Piece => {
		// a page break before a chapter is the work's
		while (blocks.length > 1 && blocks.at(-1)!.type === nodes.page_break) blocks.pop();
		const untitled = lead && i === 0;
		const title = titled ? nameOf(doc) : UNTITLED;
		const content = [
			...(untitled ? [nodes.heading.create({ id: newId(), level: 1 }, schema.text(title))] : []),
			...blocks.map((b) => raised(b, level - 1))
		];
		// there is always a place to write in
		if (content.length === 1) content.push(nodes.paragraph.create());
		const made = setDocAttrs(new Transform(nodes.doc.create(doc.attrs, content)), {
			settings: { ...whole, noteNumbers: 'through', uncited: i === 0 ? whole.uncited : [] }
		}).doc;
		return { title: nameOf(made), doc: made, numbered: !untitled };
	});
	return { title: titled ? nameOf(doc) : UNTITLED, pieces, bibliography, page: cleanPage(whole.page) };
}
