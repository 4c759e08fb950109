/** Contents, and lists of figures and tables, as our writer has them: what stands between the tags of a `nav`. */
import { Parser } from 'htmlparser2';
import type { RootContent } from 'mdast';
import { CONTENTS_OF, MOST_LEVELS, type ContentsOf } from '../../../page';
import type { Block } from '../../../paper';

/** @returns the block that begins there, and where it ends; null for other HTML */
export function contentsAt(list: readonly RootContent[], at: number): { block: Block; end: number } | null {
	const open = list[at];
	if (open.type !== 'html' || !/^<nav\s[^>]*>$/.test(open.value.trim())) return null;
	let said: Record<string, string> = {};
	const parser = new Parser({ onopentag: (_, attributes) => (said = attributes) }, { decodeEntities: true });
	parser.write(open.value);
	parser.end();
	const of = said['data-of'] as ContentsOf;
	const end = list.findIndex((n, i) => i > at && n.type === 'html' && n.value.trim() === '</nav>');
	if (!CONTENTS_OF.includes(of) || end < 0) return null;
	const levels = Math.min(MOST_LEVELS, Math.max(1, Math.round(Number(said['data-levels'])) || 3));
	return { block: { t: 'contents', of, title: said.title ?? '', levels }, end };
}
