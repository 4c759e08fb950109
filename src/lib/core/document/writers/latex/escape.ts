/** Text as LaTeX prints it: signs that mean something else are written out (the LaTeX Companion, 2nd edition, 3.1 and table 7.6). */

const SIGNS: Record<string, string> = {
	'\\': '\\textbackslash{}',
	'{': '\\{',
	'}': '\\}',
	$: '\\$',
	'&': '\\&',
	'#': '\\#',
	'%': '\\%',
	_: '\\_',
	'~': '\\textasciitilde{}',
	'^': '\\textasciicircum{}',
	"'": '\\textquotesingle{}',
	'`': '\\textasciigrave{}',
	'"': '\\textquotedbl{}',
	'\u00a0': '~',
	'\u00ad': '\\-'
};

/** Words of a text; dashes and brackets typed side by side are kept from becoming one sign. */
export const escapeTex = (text: string): string =>
	text
		.replace(/\s*[\r\n\t]\s*/g, ' ')
		.replace(/[\\{}$&#%_~^'`"\u00a0\u00ad]/g, (c) => SIGNS[c])
		.replace(/-(?=-)/g, '-{}')
		.replace(/<(?=<)/g, '<{}')
		.replace(/>(?=>)/g, '>{}')
		.replace(/,(?=,)/g, ',{}')
		.replace(/([?!])(?=\\textasciigrave)/g, '$1{}');

/** An address within `\href`. */
export const escapeUrl = (url: string): string =>
	url.replace(/[\\{}%#&~_^]/g, (c) => (c === '\\' || c === '{' || c === '}' ? encodeURIComponent(c) : `\\${c}`));
