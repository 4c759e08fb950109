/** Signs of LaTeX as they print: quotation marks, dashes, accents, symbols. */
import { fromTex } from '../../../exchange';

/** Quotation marks and dashes (the LaTeX Companion, 3.1; LaTeX2e manual, "Text symbols"). */
export const typeset = (text: string): string =>
	text
		.replace(/``/g, '“')
		.replace(/''/g, '”')
		.replace(/`/g, '‘')
		.replace(/'/g, '’')
		.replace(/---/g, '—')
		.replace(/--/g, '–')
		.replace(/~/g, '\u00a0');

/** Names of accents that take the sign behind them. */
export const ACCENTS = new Set(["'", '`', '^', '"', '~', '=', '.', 'c', 'v', 'u', 'H', 'r', 'k', 'd', 'b', 't']);

/** Commands that are one sign each, beside those the reference formats know. */
const SIGNS: Record<string, string> = {
	' ': ' ',
	',': '\u2009',
	';': ' ',
	':': ' ',
	'!': '',
	'/': '',
	'-': '\u00ad',
	'@': '',
	'%': '%',
	'&': '&',
	$: '$',
	'#': '#',
	_: '_',
	'{': '{',
	'}': '}',
	ldots: '…',
	dots: '…',
	textellipsis: '…',
	slash: '/',
	textbackslash: '\\',
	textasciitilde: '~',
	textasciicircum: '^',
	textbar: '|',
	textless: '<',
	textgreater: '>',
	textunderscore: '_',
	textdegree: '°',
	degree: '°',
	textendash: '–',
	textemdash: '—',
	textquoteleft: '‘',
	textquoteright: '’',
	textquotedblleft: '“',
	textquotedblright: '”',
	textbullet: '•',
	textperiodcentered: '·',
	textregistered: '®',
	texttrademark: '™',
	textcopyright: '©',
	copyright: '©',
	pounds: '£',
	textsterling: '£',
	euro: '€',
	texteuro: '€',
	S: '§',
	P: '¶',
	dag: '†',
	ddag: '‡',
	TeX: 'TeX',
	LaTeX: 'LaTeX',
	LaTeXe: 'LaTeX2e',
	BibTeX: 'BibTeX',
	quad: '\u2003',
	qquad: '\u2003\u2003',
	enspace: '\u2002',
	thinspace: '\u2009',
	nobreakspace: '\u00a0',
	newblock: ' ',
	eg: 'e.g.',
	ie: 'i.e.',
	textquotesingle: "'",
	textquotedbl: '"',
	textasciigrave: '`',
	lq: '‘',
	rq: '’',
	guillemotleft: '«',
	guillemotright: '»',
	flqq: '«',
	frqq: '»',
	glqq: '„',
	grqq: '“',
	checkmark: '✓',
	textmu: 'µ',
	texttimes: '×'
};

/** What a command without arguments prints; null for one that is no sign. */
export function signOf(name: string): string | null {
	if (Object.hasOwn(SIGNS, name)) return SIGNS[name];
	if (!/^[A-Za-z]+$/.test(name)) return null;
	const read = fromTex(`\\${name}{}`);
	return read && !read.includes('\\') ? read : null;
}

/** An accent with the sign that it stands on. */
export const accented = (name: string, on: string): string => fromTex(`\\${name}{${on}}`);

/** Languages by their names in babel and polyglossia. */
const LANGUAGES: Record<string, string> = {
	american: 'en-US',
	australian: 'en-AU',
	austrian: 'de-AT',
	brazil: 'pt-BR',
	brazilian: 'pt-BR',
	british: 'en-GB',
	catalan: 'ca',
	croatian: 'hr',
	czech: 'cs',
	danish: 'da',
	dutch: 'nl',
	english: 'en',
	estonian: 'et',
	finnish: 'fi',
	french: 'fr',
	francais: 'fr',
	german: 'de',
	ngerman: 'de',
	greek: 'el',
	hebrew: 'he',
	hungarian: 'hu',
	icelandic: 'is',
	italian: 'it',
	latin: 'la',
	norsk: 'nb',
	norwegian: 'nb',
	nynorsk: 'nn',
	polish: 'pl',
	portuges: 'pt',
	portuguese: 'pt',
	romanian: 'ro',
	russian: 'ru',
	slovak: 'sk',
	slovene: 'sl',
	spanish: 'es',
	swedish: 'sv',
	swissgerman: 'de-CH',
	turkish: 'tr',
	UKenglish: 'en-GB',
	ukrainian: 'uk',
	USenglish: 'en-US'
};
export const languageOf = (name: string): string => LANGUAGES[name.trim()] ?? '';
