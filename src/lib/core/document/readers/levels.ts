/** Levels of headings, brought to one measure: 1 is the title of the paper, 2 a section. */
import { everyBlock, textOf, type Block, type Heading } from '../../paper';

/**
 * Where the title stands apart, or several headings are of the first level, those are sections. A single heading of the
 * first level that stands before all others is the title.
 */
export function settleLevels(blocks: Block[], titleApart: boolean): void {
	const { headings, top } = headingsOf(blocks);
	if (!top.length || (!titleApart && top.length === 1 && headings[0] === top[0] && blocks[0] === top[0])) return;
	for (const h of headings) h.level++;
}

/**
 * The same for word processors, where a title has a style of its own and the first level of the outline is a section.
 * @param titled whether something has that style; the levels of headings count from it then
 */
export function settleOutline(blocks: Block[], titled: boolean): void {
	const { headings, top } = headingsOf(blocks);
	if (titled || top.length) return settleLevels(blocks, false);
	for (const h of headings) h.level++;
}

/** The title of a paper in plain words; empty where it has none. */
export const titleIn = ([first]: Block[]): string =>
	first?.t === 'heading' && first.level === 1 ? textOf(first.content) : '';

function headingsOf(blocks: Block[]): { headings: Heading[]; top: Heading[] } {
	const headings: Heading[] = [];
	for (const { block } of everyBlock(blocks)) {
		if (block.t === 'heading') headings.push(block);
		else if (block.t === 'bibliography') headings.push(block.heading);
	}
	return { headings, top: headings.filter((h) => h.level === 1) };
}
