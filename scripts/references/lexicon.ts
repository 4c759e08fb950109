/** Words of styles in all languages of the locale files, by class: what the reader of lists knows of languages. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildLocale } from '../../src/lib/core/csl';
import { OWN_CLASSES } from '../../src/lib/core/match/list/words';
import { localeTree, root } from '../catalogue';

/** Terms by class; the first that a word is found under is its class. */
const CLASSES: [string, RegExp][] = [
	// by name: month-05
	['month-', /^month-\d\d$/],
	['season-', /^season-0\d$/],
	['and', /^and$/],
	['et-al', /^(?:et-al|and others)$/],
	['editor', /^(?:editor|editortranslator|editorial-director|collection-editor|container-author)$/],
	['translator', /^translator$/],
	[
		'role',
		/^(?:author|director|illustrator|interviewer|composer|compiler|reviewed-author|recipient|chair|producer|host)$/
	],
	['page', /^page$/],
	['volume', /^(?:volume|number-of-volumes)$/],
	['issue', /^(?:issue|number|supplement)$/],
	['edition', /^(?:edition|version)$/],
	['access', /^(?:accessed|retrieved|available at|cited|online|internet)$/],
	['no-date', /^no date$/],
	['in', /^in$/],
	['presented', /^presented at$/],
	['press', /^(?:in press|forthcoming)$/],
	['chapter', /^(?:chapter|chapter-number|section|part|book)$/]
];

export function buildLexicon(): Record<string, string> {
	const out: Record<string, string> = {};
	const ordinary = new Set([...OWN_CLASSES.the, ...OWN_CLASSES.particle]);
	const put = (word: string, c: string) => {
		const w = word.toLowerCase();
		if (w.length > 1 && /^\p{L}[\p{L}\p{M}'’-]*$/u.test(w) && !Object.hasOwn(out, w) && !ordinary.has(w)) out[w] = c;
	};
	const locales = readdirSync(join(root, 'static', 'locales'))
		.map((f) => f.replace('.json', ''))
		.sort((a, b) => Number(b.startsWith('en')) - Number(a.startsWith('en')) || a.localeCompare(b))
		.map((l) => buildLocale(l, localeTree, []));
	for (const [c, re] of CLASSES) {
		for (const locale of locales) {
			for (const [key, term] of locale.terms) {
				const [name, form] = key.split('/');
				if (!re.test(name) || form === 'symbol') continue;
				for (const text of [term.single, term.multiple])
					for (const w of text.split(/[^\p{L}\p{M}'’-]+/u))
						// short words of labels are ordinary words elsewhere
						if (w.length > 2 || /^(?:month-|page|volume|issue|editor|in|and|et-al)$/.test(c))
							put(w, c.endsWith('-') ? `${c}${Number(name.slice(-2))}` : c);
			}
		}
	}
	'first second third fourth fifth sixth seventh eighth ninth tenth'
		.split(' ')
		.forEach((w, i) => (out[w] ??= `ord-${i + 1}`));
	return out;
}
