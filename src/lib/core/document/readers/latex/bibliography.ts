/**
 * A typed list of references, `thebibliography`: each entry becomes a source that prints as it was typed, since nothing
 * is known of its parts. What a citation says of it is taken from its label, or from its first words.
 */
import { handMadeItem } from '../../../citing';
import type { PaperSource } from '../../../paper';
import { Cursor, isMacro, rawOf, type Node } from './cursor';

export function readTypedList(nodes: Node[], words: (nodes: Node[]) => string): PaperSource[] {
	const at = new Cursor(nodes);
	at.arg();
	const entries: { label: Node[] | null; key: string; nodes: Node[] }[] = [];
	while (!at.done) {
		const n = at.next()!;
		if (isMacro(n, 'bibitem')) {
			const label = at.opt();
			entries.push({ label, key: rawOf(at.arg()), nodes: [] });
		} else entries.at(-1)?.nodes.push(n);
	}
	return entries.flatMap(({ label, key, nodes: content }) => {
		const text = words(content);
		if (!key || !text) return [];
		const short = (label && fromLabel(words(label))) || fromEntry(text);
		return [{ id: key, key, item: handMadeItem(key, { text, short, sort: text.replace(/<[^>]*>/g, '') }) }];
	});
}

/** `Lark et al.(2001)Lark, de Roos, and Stone`, as natbib has it (its manual, 2.11). */
function fromLabel(label: string): string {
	const m = /^(.*?)\s*\((\d{4}[a-z]?|[^()]*)\)/.exec(label.replace(/<[^>]*>/g, ''));
	return m ? [m[1].trim(), m[2]].filter(Boolean).join(', ') : '';
}

/** The first name and the year. */
function fromEntry(entry: string): string {
	const plain = entry.replace(/<[^>]*>/g, '');
	const year = /\b(1[5-9]\d\d|20\d\d)[a-z]?\b/.exec(plain)?.[0] ?? '';
	const name = /^(?:(?:\p{Lu}\.[\s\u00a0-]*)+)?([^,.(“"]+)/u.exec(plain)?.[1].trim() ?? '';
	return [name || plain.slice(0, 30), year].filter(Boolean).join(', ');
}
