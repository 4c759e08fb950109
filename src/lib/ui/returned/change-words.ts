/** What a change did, in words. */
import type { Said } from '$lib/core/returned';

const LOOKS: Record<string, string> = {
	em: 'italic',
	strong: 'bold',
	underline: 'underlined',
	small_caps: 'small capitals',
	superscript: 'superscript',
	subscript: 'subscript'
};
const BLOCKS: Record<string, string> = {
	paragraph: 'a paragraph',
	heading: 'a heading',
	bullet_list: 'a list',
	ordered_list: 'a list',
	list_item: 'an item of a list',
	blockquote: 'a block quotation',
	table: 'a table',
	captioned_table: 'a table',
	table_row: 'a row of a table',
	figure: 'a figure',
	equation: 'an equation',
	page_break: 'a page break',
	note_paragraph: 'a paragraph of a note'
};
const blockName = (type: string): string => BLOCKS[type] ?? 'a passage';

/** What stands behind the name of whoever did it. */
export function verbOf(s: Said): string {
	switch (s.how) {
		case 'replaced':
			return 'replaced';
		case 'added':
			return s.of === 'sentence' ? 'added a sentence' : 'added';
		case 'removed':
			return s.of === 'sentence' ? 'removed a sentence' : 'removed';
		case 'added-block':
			return `added ${blockName(s.of)}`;
		case 'removed-block':
			return `removed ${blockName(s.of)}`;
		case 'replaced-block':
			return `changed ${blockName(s.of)}`;
		case 'moved':
			return `moved ${blockName(s.of)}`;
		case 'cite':
			return 'typed over a citation';
		case 'split':
			return 'began a new paragraph here';
		case 'joined':
			return 'joined two paragraphs';
		case 'kind':
			return /^heading/.test(s.of) ? `made it ${s.of.replace('heading', 'heading level')}` : 'made it a paragraph';
		case 'format':
			return `made it ${s.of
				.split(' ')
				.map((l) => `${l.startsWith('-') ? 'no longer ' : ''}${LOOKS[l.slice(1)] ?? l.slice(1)}`)
				.join(', ')}`;
	}
}

const LONGEST = 160;
/** Words as they are quoted; a long passage by its ends. */
export function quoted(text: string): string {
	if (text.length <= LONGEST) return `“${text}”`;
	const half = LONGEST / 2;
	return `“${text.slice(0, half).replace(/\s+\S*$/, '')} … ${text.slice(-half).replace(/^\S*\s+/, '')}”`;
}

/** What became of citations and notes. */
export function sourcesOf(s: Said): string {
	const list = (names: string[]) => names.map((n) => n.replace(/^\[|\]$/g, '')).join(', ');
	return [s.gone.length ? `Goes with it: ${list(s.gone)}.` : '', s.come.length ? `Comes with it: ${list(s.come)}.` : '']
		.filter(Boolean)
		.join(' ');
}
