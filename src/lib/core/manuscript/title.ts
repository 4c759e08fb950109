/** The title on the sheet and the name on the desk; the headings of lists. */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import { schema } from './schema';

export const UNTITLED = 'Untitled';

/** The name that a manuscript's own title gives it: its first heading, where that is one of the first level. */
export function nameOf(doc: Node): string {
	const first = doc.firstChild;
	const title = first?.type === schema.nodes.heading && first.attrs.level === 1 ? first.textContent.trim() : '';
	return title || UNTITLED;
}

/** The name after an edit: it follows the title until somebody names the manuscript otherwise. */
export const followTitle = (name: string, before: Node, after: Node): string =>
	name === nameOf(before) ? nameOf(after) : name;

/** Gives every list headed as one style has it the heading of another; a heading of the writer's own stays. */
export function renameBibliographies(tr: Transform, from: string, to: string): void {
	if (from === to) return;
	const at: number[] = [];
	tr.doc.descendants((node, pos) => {
		if (node.type === schema.nodes.bibliography && node.firstChild!.textContent === from) at.push(pos + 2);
		return node.type !== schema.nodes.bibliography;
	});
	for (const pos of at.reverse()) tr.replaceWith(pos, pos + from.length, schema.text(to));
}
