/** Locators of any language of the locales, behind a year or a name. */
import { readLocator, tidyLocator } from '../source';

/** Forms of “page” and its kin beyond English (CSL locale files, short and long forms; those that are words elsewhere left out). */
const FOREIGN: [string, RegExp][] = [
	[
		'page',
		/^(?:S\.|Ss\.|s\.|ss\.|str\.|pág\.|págs\.|pag\.|pagg\.|pg\.|pgs\.|lk\.?|psl\.|o\.|σ\.|σσ\.|с\.|стр\.|sid\.|side|sidor?|Seiten?|página|páginas|pagina|pagine|blz\.|bl\.|à la page|aux pages|Bl\.)\s*(?=\d|[ivxlc]+\b)/u
	],
	['chapter', /^(?:Kap\.|Kapitel|chap\.|chapitre|cap\.|capítulo|capitolo|hfst\.|hoofdstuk|kap\.)\s*(?=\d|[ivxlc]+\b)/u],
	['section', /^(?:Abschn\.|Abschnitt|Abs\.|sec\.|sección|sez\.|par\.|§+)\s*(?=\d)/u],
	['figure', /^(?:Abb\.|Abbildung)\s*(?=\d)/u],
	['table', /^(?:Tab\.|Tabelle|tableau|tabla)\s*(?=\d)/u],
	['volume', /^(?:Bd\.|Band|tome|t\.|tomo)\s*(?=\d|[IVX]+\b)/u],
	['folio', /^(?:Bl\.|fol\.|f\.)\s*(?=\d)/u],
	['line', /^(?:Z\.|Zeile|l\.)\s*(?=\d)/u],
	['verse', /^(?:V\.|vers)\s*(?=\d)/u],
	['note', /^(?:Fn\.|Anm\.|n\.)\s*(?=\d)/u]
];
const VALUE =
	/^([A-Za-z]{0,2}\d+[a-z]?|[ivxlc]+)(?:\s*(?:[-–—,&]|and|und|et|y)\s*([A-Za-z]{0,2}\d+[a-z]?|[ivxlc]+))*(?:\s?(?:ff?\.?|sq\.|et seq\.|sqq\.))?/u;

export interface Behind {
	locator: { label: string; value: string } | null;
	suffix: string;
}

/** What stands behind year or name: a locator, then words. @param bareNumbers a number alone is a page */
export function readBehind(text: string, bareNumbers = true): Behind {
	const lead = /^[\s,:]*/u.exec(text)![0];
	const body = text.slice(lead.length).trimEnd();
	if (!body) return { locator: null, suffix: '' };
	for (const [label, re] of FOREIGN) {
		const m = re.exec(body);
		const v = m && VALUE.exec(body.slice(m[0].length));
		if (m && v) return rest(label, v[0], body.slice(m[0].length + v[0].length));
	}
	// “41f.” and “41 ff.” are pages
	const following = /^((?:pp?\.?\s*)?)(\d+\s?ff?\.?|\d+\s?(?:sqq?\.|et seq\.))(?=$|[\s,;])/u.exec(body);
	if (following) return rest('page', following[2].replace(/\s+/g, ''), body.slice(following[0].length));
	const l = readLocator(body, { romans: true });
	if (l && (bareNumbers || !/^[\divxlc]/.test(body) || /[–-]/.test(l.value)))
		return { locator: { label: l.label, value: l.value }, suffix: suffixOf(body.slice(l.length)) };
	return { locator: null, suffix: lead.includes(',') || lead.includes(':') ? `, ${body}` : ` ${body}`.trimStart() };
}

const rest = (label: string, value: string, behind: string): Behind => ({
	locator: { label, value: /f|sq|seq/.test(value) ? value.trim() : tidyLocator(value) },
	suffix: suffixOf(behind)
});
const suffixOf = (s: string) =>
	s
		.trimEnd()
		.replace(/^\s+(?=[^\s,])/, ' ')
		.trimStart()
		.replace(/^(?=[^,;:.\s])/, ' ')
		.trim();
