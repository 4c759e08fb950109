/** How long a quotation a style sets off as a block, and whether it wants the place of one. */
import type { StyleInfo } from './kind';

export interface BlockRule {
	/** What is counted; lines are lines of a typed page. */
	unit: 'words' | 'lines';
	/** From that many on the quotation is a block. */
	from: number;
	/** Where it is said. */
	source: string;
}

const RULES: [RegExp, BlockRule][] = [
	[/^apa\b/, { unit: 'words', from: 40, source: 'APA 7, 8.27' }],
	[/^modern-language-association\b/, { unit: 'lines', from: 5, source: 'MLA 9, 6.35' }],
	[/^turabian\b/, { unit: 'lines', from: 5, source: 'Turabian 9, 25.2.2' }],
	[/^chicago\b/, { unit: 'words', from: 100, source: 'Chicago 17, 13.10' }],
	[/^american-medical-association\b/, { unit: 'lines', from: 5, source: 'AMA 11, 8.6.14' }]
];

/** Sections from memory of the manuals; what no manual of ours rules is set off from 40 words on, which is common practice. */
export function blockRule(styleId: string): BlockRule {
	return (
		RULES.find(([re]) => re.test(styleId))?.[1] ?? { unit: 'words', from: 40, source: 'common practice, 40 words' }
	);
}

/** Characters of a line of a typed page: 12-point serif on 6.5 inches, counted on a sample; a page is not laid out here. */
const LINE = 88;

/** Whether a quotation stands as a block in a style. */
export function isBlock(rule: BlockRule, text: string): boolean {
	const words = text.trim().split(/\s+/);
	if (rule.unit === 'words') return words.length >= rule.from;
	let lines = 0;
	for (const part of text.trim().split(/\n+/)) {
		let room = 0;
		for (const w of part.split(/\s+/)) {
			if (room < w.length) {
				lines++;
				room = LINE;
			}
			room -= w.length + 1;
		}
	}
	return lines >= rule.from;
}

/** The rule in words: "as a block from 40 words on (APA 7, 8.27)". */
export const ruleInWords = (r: BlockRule): string =>
	r.unit === 'words'
		? `as a block from ${r.from} words on (${r.source})`
		: `as a block from ${r.from} lines on (${r.source})`;

/** Kinds of source that have no pages to point to. */
const PAGELESS =
	/^(?:webpage|post|post-weblog|motion_picture|broadcast|song|interview|personal_communication|speech|performance|graphic|figure|map|dataset|software|entry|entry-dictionary|entry-encyclopedia|classic)$/;

/**
 * Whether a quotation from such a source wants its place: styles by author and notes do (APA 7, 8.25; MLA 9, 6.16;
 * Chicago 17, 15.9), numbers and labels leave it to the writer.
 */
export const wantsPlace = (style: Pick<StyleInfo, 'format'>, type: string): boolean =>
	!/numeric|label/.test(style.format) && !PAGELESS.test(type);
