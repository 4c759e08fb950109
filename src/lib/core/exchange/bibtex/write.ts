/** Sources to BibTeX and BibLaTeX; what was read from there and is not ours comes back as it was. */
import type { Written } from '../types';
import { keptRows } from './keep';
import type { Flavour } from './rows';

/** Writes sources in a dialect. */
export function writeBibtex(list: Written[], flavour: Flavour = 'biblatex'): string {
	return list
		.map((s) => {
			const { type, rows } = keptRows(s, flavour);
			const body = [...rows].map(([k, v]) => `  ${k.replace(/\+\d+$/, '')} = {${v}},`).join('\n');
			return `@${type}{${s.key},\n${body}\n}\n`;
		})
		.join('\n');
}
