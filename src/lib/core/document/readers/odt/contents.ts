/** Contents, and lists of figures and tables, of a text (OpenDocument 1.3, Part 3, 8.3, 8.5 and 8.6): made anew here. */
import { contentsNamed, MOST_LEVELS, type ContentsOf } from '../../../page';
import type { Block } from '../../../paper';
import { attribute, child, descendants, wordsIn, type Xml } from '../package-file';

const INDEXES: Record<string, ContentsOf> = {
	'text:table-of-content': 'headings',
	'text:illustration-index': 'figures',
	'text:table-index': 'tables'
};

/** The title of an index. */
export const titleOf = (x: Xml): string => wordsIn([...descendants(x, 'text:index-title')][0]).trim();

/** Null for what is none. */
export function contentsOf(x: Xml): Block | null {
	if (!Object.hasOwn(INDEXES, x.name)) return null;
	const of = INDEXES[x.name];
	const asked = Number(attribute(child(x, `${x.name}-source`), 'text:outline-level')) || 3;
	const title = titleOf(x);
	return {
		t: 'contents',
		of,
		title: contentsNamed(title) === of ? '' : title,
		levels: of === 'headings' ? Math.min(MOST_LEVELS, Math.max(1, Math.round(asked))) : 3
	};
}
