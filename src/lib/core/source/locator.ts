/** Locators as people write them: `p 12`, `pp. 12–14`, `ch. 3`, `§ 2`, `fig 1a`, `1:02:30`, a bare number is a page. */

export interface TypedLocator {
	/** One of CSL's locator kinds. */
	label: string;
	value: string;
	/** How many characters of the text it took. */
	length: number;
}

const KINDS: [string, string][] = [
	['page', 'pp|pgs?|pages?|p'],
	['chapter', 'chapters?|chaps?|ch'],
	['section', 'sections?|sects?|secs?|§§|§|ss'],
	['paragraph', 'paragraphs?|paras?|¶¶|¶'],
	['figure', 'figures?|figs?'],
	['table', 'tables?|tabs?'],
	['line', 'lines?|ll?'],
	['verse', 'verses?|vv?'],
	['volume', 'volumes?|vols?'],
	['column', 'columns?|cols?'],
	['folio', 'folios?|fols?|ff|f'],
	['note', 'notes?|nn?'],
	['appendix', 'appendix|appendices|apps?'],
	['equation', 'equations?|eqs?'],
	['timestamp', 'timestamp|time|at'],
	['sub-verbo', 'sub verbo|s\\.?v\\.?'],
	['part', 'parts?|pts?'],
	['book', 'books?|bks?'],
	['issue', 'issues?|nos?'],
	['act', 'acts?'],
	['scene', 'scenes?|sc'],
	['opus', 'opus|op'],
	['article-locator', 'articles?|arts?'],
	['rule', 'rules?|r'],
	['canon', 'canons?|can'],
	['supplement', 'supplements?|supps?'],
	['elocation', 'elocations?|loc'],
	['title-locator', 'titles?|tit'],
	['version', 'versions?|ver']
];

const NUMBER = String.raw`(?:[A-Za-z]{0,3}\.?\d+(?:\.\d+)*[A-Za-z]?|[ivxlcdmIVXLCDM]+)`;
const LIST = String.raw`${NUMBER}(?:\s*(?:[-–—,&+]|and)\s*${NUMBER})*`;
const TIME = String.raw`\d{1,2}:\d{2}(?::\d{2})?(?:\s*[-–]\s*\d{1,2}:\d{2}(?::\d{2})?)?`;

/** What parts a kind from its number: a letter would be part of the number else, as in “vii”. */
const BETWEEN = String.raw`(?:\.\s*|\s+|(?<=[§¶])|(?=[\d“]))`;

const RULES: { label: string; re: RegExp }[] = [
	{ label: 'timestamp', re: new RegExp(`^(${TIME})(?=$|[\\s;,])`) },
	...KINDS.map(([label, words]) => ({
		label,
		re: new RegExp(
			`^(?:${words})${BETWEEN}(${label === 'timestamp' ? TIME : label === 'sub-verbo' ? String.raw`“?[\p{L}][\p{L}\s-]*”?` : LIST})(?=$|[\\s;,])`,
			'iu'
		)
	})),
	{ label: 'page', re: /^((?:\d+[a-z]?)(?:\s*[-–—,&]\s*\d+[a-z]?)*)(?=$|[\s;,])/i }
];

/** Ranges are kept with a hyphen, which the style turns into its own sign; lists get a comma and a space. */
export function tidyLocator(value: string): string {
	return value
		.trim()
		.replace(/\s*[-–—]+\s*/g, '-')
		.replace(/\s*,\s*/g, ', ')
		.replace(/\s*(?:&|\+|\band\b)\s*/g, ' & ');
}

/** Front matter is paged in small roman numerals; among words that look for a source these would be words. */
const ROMAN_PAGES = /^([ivxlc]+(?:\s*[-–—,]\s*[ivxlc]+)*)(?=$|[\s;,])/;

function one(s: string, years: boolean, romans: boolean): { label: string; value: string; length: number } | null {
	for (const { label, re } of RULES) {
		const m = re.exec(s);
		if (!m) continue;
		if (years && label === 'page' && /^(1[5-9]|20)\d\d$/.test(m[0])) return null;
		return { label, value: tidyLocator(m[1]), length: m[0].length };
	}
	const roman = romans ? ROMAN_PAGES.exec(s) : null;
	return roman ? { label: 'page', value: tidyLocator(roman[1]), length: roman[0].length } : null;
}

/**
 * Reads a locator at the start of a text; null where none stands there. A place within a place, `vol 2 p 15`, is one
 * locator of the first kind with the second written out behind it (common practice: Vol. 2, p. 15).
 * @param options `years`: a bare year (1500 to 2099) is left alone, it finds sources; `romans`: bare ones are pages
 */
export function readLocator(text: string, { years = false, romans = false } = {}): TypedLocator | null {
	const lead = /^\s*/.exec(text)![0].length;
	const first = one(text.slice(lead), years, romans);
	if (!first) return null;
	let length = lead + first.length;
	const gap = /^\s*,?\s+/.exec(text.slice(length))?.[0].length ?? 0;
	const rest = text.slice(length + gap);
	const second = gap && /^[\p{L}§¶]/u.test(rest) && first.label !== 'timestamp' ? one(rest, true, false) : null;
	if (!second || second.label === first.label) return { ...first, length };
	length += gap + second.length;
	return { label: first.label, value: `${first.value}, ${dotted(second)}`, length };
}

/** `p. 15`, as it is printed behind another locator. */
function dotted({ label, value }: { label: string; value: string }): string {
	const [word, ...rest] = writeLocator({ label, value }).split(' ');
	return `${/^(?:pp?|ch|para|fig|vol|col|fol|app|eq|no)$/.test(word) ? `${word}.` : word} ${rest.join(' ')}`;
}

/** How a kind of locator is written in the cite line. */
const SHORT: Record<string, string> = {
	page: 'p',
	chapter: 'ch',
	section: '§',
	paragraph: 'para',
	figure: 'fig',
	table: 'table',
	line: 'line',
	verse: 'verse',
	volume: 'vol',
	column: 'col',
	folio: 'fol',
	note: 'note',
	appendix: 'app',
	equation: 'eq',
	timestamp: '',
	'sub-verbo': 's.v.',
	part: 'part',
	book: 'book',
	issue: 'no'
};

/** A locator written out again as one would type it. */
export function writeLocator(l: { label: string; value: string } | null): string {
	if (!l || !l.value) return '';
	const many = l.label === 'page' && /[–,&-]/.test(l.value);
	const value = l.value.replace(/-/g, '–');
	const word = many ? 'pp' : (SHORT[l.label] ?? l.label.replace('-locator', ''));
	return word ? `${word} ${value}` : value;
}
