/** What stands in a line and is no text, named in a few words. */
import type { Node } from 'prosemirror-model';
import { shortLabel, writeLocator } from '$lib/core/source';
import type { DocCite } from '$lib/core/manuscript';
import { library } from '$lib/services/library.svelte';

const WORDS = 6;

export function nameAtom(n: Node): string {
	switch (n.type.name) {
		case 'citation':
			return `[${(n.attrs.cites as DocCite[]).map(nameCite).join('; ')}]`;
		case 'note': {
			const words = n.textBetween(0, n.content.size, ' ', () => '…').split(/\s+/);
			return `[note: ${words.slice(0, WORDS).join(' ')}${words.length > WORDS ? '…' : ''}]`;
		}
		case 'citation_placeholder':
			return `[source needed${n.attrs.hint ? `: ${n.attrs.hint as string}` : ''}]`;
		case 'math':
			return n.attrs.tex as string;
		case 'hard_break':
			return ' ';
		default:
			return '…';
	}
}

function nameCite(c: DocCite): string {
	const source = library.sources.get(library.resolve(c.sourceId));
	const { name, year } = source ? shortLabel(source.item) : { name: 'a source that is not here', year: '' };
	return [name, year, c.locator ? writeLocator(c.locator) : ''].filter(Boolean).join(' ');
}
