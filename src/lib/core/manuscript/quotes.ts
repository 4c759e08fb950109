/** Typed quotation marks in the shape of a language. */
import type { Node } from 'prosemirror-model';
import type { Transform } from 'prosemirror-transform';
import type { QuoteMarks } from './quote-marks';

const OPEN = '“„«‹‘‚「『';
const CLOSE = '”»›’」』';
const DOUBLE = '“”„«»「」';

/**
 * Turns the quotation marks of the text into those of a language. What is within a quotation takes the inner marks; an
 * apostrophe is no mark; a mark without its other half is left as it is. Words kept from an excerpt are left too.
 * @returns how many marks were changed
 */
export function convertQuotes(tr: Transform, to: QuoteMarks): number {
	const edits: { from: number; to: number; text: string; node: Node }[] = [];
	tr.doc.descendants((block, start) => {
		if (!block.isTextblock) return true;
		const open: { pos: number; length: number; mark: string; node: Node }[] = [];
		block.forEach((node, at) => {
			if (!node.isText || node.marks.some((m) => m.type.name === 'quoted')) return;
			const text = node.text!;
			for (let i = 0; i < text.length; i++) {
				const c = text[i];
				const before = text[i - 1] ?? ' ';
				const after = text[i + 1] ?? ' ';
				const pos = start + 1 + at + i;
				if (c === '’' && /[\p{L}\p{N}]/u.test(before) && /[\p{L}\p{N}]/u.test(after)) continue;
				const opens = OPEN.includes(c) && (c !== '“' || !open.some((o) => o.mark === '„') || /\s|[([]/.test(before));
				const closes =
					CLOSE.includes(c) || (c === '“' && open.at(-1)?.mark === '„') || (c === '‘' && open.at(-1)?.mark === '‚');
				if (closes && open.length && DOUBLE.includes(open.at(-1)!.mark) === DOUBLE.includes(c)) {
					const first = open.pop()!;
					const inner = open.length > 0;
					const narrow = /[\u00a0\u202f ]/.test(before) && '»›'.includes(c) ? 1 : 0;
					edits.push({
						from: first.pos,
						to: first.pos + first.length,
						text: inner ? to.innerOpen : to.open,
						node: first.node
					});
					edits.push({ from: pos - narrow, to: pos + 1, text: inner ? to.innerClose : to.close, node });
				} else if (opens) {
					const narrow = /[\u00a0\u202f]/.test(after) && '«‹'.includes(c) ? 1 : 0;
					open.push({ pos, length: 1 + narrow, mark: c, node });
				}
			}
		});
		return false;
	});
	const changed = edits.filter((e) => tr.doc.textBetween(e.from, e.to) !== e.text).sort((a, b) => b.from - a.from);
	const { schema } = tr.doc.type;
	for (const e of changed) tr.replaceWith(e.from, e.to, schema.text(e.text, e.node.marks));
	return changed.length;
}
