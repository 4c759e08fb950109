/**
 * Where a page may end: no line of a paragraph stands alone at its foot or on top of the next (two lines at least, as
 * CSS Fragmentation 3, 4.3 has widows and orphans), and no heading is parted from what it heads.
 */

/** Blocks whose lines are counted. */
const LINES = 'p, li, blockquote, figcaption';
const HEADING = 'h1, h2, h3, h4, h5, h6';
const LEAST = 2;

interface Spot {
	node: Text;
	offset: number;
	top: number;
	height: number;
	left: number;
}

/** Words of a block with the places they stand at; a note's words stand elsewhere. */
function wordsIn(block: Element): Spot[] {
	const doc = block.ownerDocument;
	const walker = doc.createTreeWalker(block, NodeFilter.SHOW_TEXT);
	const out: Spot[] = [];
	const range = doc.createRange();
	for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
		if (node.parentElement?.closest('sup, sub, .fn')) continue;
		for (const m of node.data.matchAll(/\S+/g)) {
			range.setStart(node, m.index);
			range.setEnd(node, m.index + 1);
			const { top, height, left, width } = range.getBoundingClientRect();
			if (width || height) out.push({ node, offset: m.index, top, height, left });
		}
	}
	return out;
}

/** First words of lines: where a word is lower, or in another column, a line begins. */
function linesOf(words: readonly Spot[]): Spot[] {
	return words.filter((w, i) => {
		const before = words[i - 1];
		return !before || Math.abs(w.top - before.top) > Math.max(w.height, before.height) * 0.5 || w.left < before.left;
	});
}

const isBefore = (a: Spot, range: Range): boolean => range.comparePoint(a.node, a.offset) < 0;

/** The highest of the headings that stand right before a block. */
function headingsBefore(block: Element): Element {
	let first = block;
	for (let prev = first.previousElementSibling; prev?.matches(HEADING); prev = first.previousElementSibling)
		first = prev;
	return first;
}

/** There is something of the page before this block. */
function hasBefore(block: Element, rendered: Element): boolean {
	for (let el: Element | null = block; el && el !== rendered; el = el.parentElement)
		if (el.previousElementSibling) return true;
	return false;
}

/**
 * Moves the end of a page up, where it has to.
 * @param overflow what no longer stands on the page
 * @returns the same, or more; undefined to leave it as it is
 */
export function keepTogether(overflow: Range, rendered: Element): Range | undefined {
	const { startContainer } = overflow;
	const moved = overflow.cloneRange();
	const element =
		startContainer.nodeType === Node.ELEMENT_NODE ? (startContainer as Element) : startContainer.parentElement;
	const at = startContainer.nodeType === Node.ELEMENT_NODE ? startContainer.childNodes[overflow.startOffset] : null;
	let block = (at?.nodeType === Node.ELEMENT_NODE ? (at as Element) : element)?.closest(LINES) ?? null;
	// a list item or quotation of several paragraphs breaks between them
	const inner = block?.querySelector(LINES);
	if (inner) block = null;
	if (block && rendered.contains(block)) {
		const lines = linesOf(wordsIn(block));
		const here = lines.filter((l) => isBefore(l, overflow));
		const there = lines.length - here.length;
		// what stands before it on the last page was counted there
		const begun = block.hasAttribute('data-split-from');
		const stay = there > 0 && there < LEAST ? here.length - (LEAST - there) : here.length;
		if (here.length && there > 0) {
			if (stay >= LEAST || (begun && stay > 0)) {
				if (stay === here.length) return undefined;
				moved.setStart(here[stay].node, here[stay].offset);
				return moved;
			}
			if (!begun) return before(moved, block, rendered);
		}
		if (!here.length) return before(moved, block, rendered);
		return undefined;
	}
	return at?.nodeType === Node.ELEMENT_NODE ? before(moved, at as Element, rendered) : undefined;
}

/** The page ends before a block, and before the headings over it; not where nothing would be left on it. */
function before(range: Range, block: Element, rendered: Element): Range | undefined {
	const first = headingsBefore(block);
	if (!hasBefore(first, rendered)) return undefined;
	range.setStartBefore(first);
	return range;
}
