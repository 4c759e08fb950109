/** Sections of a document with what they hold. */
import type { Node } from 'prosemirror-model';
import { spotsOf, textBlocks } from './spots';

export interface Section {
	/** Position of the heading; -1 for text before the first heading. */
	pos: number;
	title: string;
	level: number;
	citations: number;
	placeholders: number;
	/** The heading of a bibliography block. */
	bibliography: boolean;
}

export function readOutline(doc: Node): Section[] {
	const sections: Section[] = [];
	const top: Section = { pos: -1, title: '', level: 0, citations: 0, placeholders: 0, bibliography: false };
	let current = top;
	textBlocks(doc, (node, pos, parent) => {
		if (node.type.name === 'heading') {
			current = {
				pos,
				title: node.textContent || 'Untitled section',
				level: node.attrs.level,
				citations: 0,
				placeholders: 0,
				bibliography: parent?.type.name === 'bibliography'
			};
			sections.push(current);
		}
		const count = (block: Node) => {
			for (const s of spotsOf(block))
				if (s.node.type.name === 'citation') current.citations++;
				else if (s.node.type.name === 'citation_placeholder') current.placeholders++;
				else if (s.node.type.name === 'note') s.node.forEach(count);
		};
		count(node);
	});
	// the title of the manuscript is no section
	const titled = sections[0]?.level === 1 ? sections.slice(1) : sections;
	if (sections[0]?.level === 1 && titled.length) top.citations += sections[0].citations;
	return titled.length ? titled : sections;
}

/** Level of the headings that begin a section: the highest there is below a title; 0 for none. */
export function sectionLevel(doc: Node): number {
	const levels: number[] = [];
	doc.forEach((n) => n.type.name === 'heading' && levels.push(n.attrs.level as number));
	if (levels[0] === 1 && levels.length > 1) levels.shift();
	return levels.length ? Math.min(...levels) : 0;
}

/** The section a position is in; -1 where it is before all of them. */
export function sectionAt(sections: Section[], pos: number): number {
	let at = -1;
	sections.forEach((s, i) => {
		if (s.pos <= pos) at = i;
	});
	return at;
}

export interface WordCount {
	/** Words of the text, without citations and notes. */
	text: number;
	/** Words in the writer's notes. */
	notes: number;
}

const WORD = /[\p{L}\p{N}]+(?:[’'.,-][\p{L}\p{N}]+)*/gu;
export const countWords = (s: string): number => s.match(WORD)?.length ?? 0;

const counted = new WeakMap<Node, WordCount>();

function countBlock(block: Node): WordCount {
	let s = '';
	let notes = 0;
	block.forEach((n) => {
		if (n.type.name === 'note') notes += countWords(n.textBetween(0, n.content.size, ' ', ' '));
		s += n.isText ? n.text : ' ';
	});
	return { text: countWords(s), notes };
}

/** Counts words; a citation is one break in the text. */
export function countDoc(doc: Node): WordCount {
	let text = 0;
	let notes = 0;
	doc.descendants((node) => {
		// the list and its heading are no text of the manuscript
		if (node.type.name === 'bibliography') return false;
		if (node.type.name === 'note') {
			notes += countWords(node.textBetween(0, node.content.size, ' ', ' '));
			return false;
		}
		if (node.isTextblock) {
			// blocks are never changed but replaced: each is counted once
			let n = counted.get(node);
			if (!n) counted.set(node, (n = countBlock(node)));
			text += n.text;
			notes += n.notes;
			return false;
		}
		return true;
	});
	return { text, notes };
}
