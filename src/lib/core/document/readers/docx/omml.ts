/** Office mathematics (ECMA-376, Part 1, 22.1) as TeX: what papers use; of the rest the letters. */
import { attribute, child, children, elementsOf, wordsIn, type Xml } from '../package-file';

const CHARS: Record<string, string> = {
	'∑': '\\sum',
	'∏': '\\prod',
	'∫': '\\int',
	'∮': '\\oint',
	'⋃': '\\bigcup',
	'⋂': '\\bigcap',
	'≤': '\\le ',
	'≥': '\\ge ',
	'≠': '\\ne ',
	'±': '\\pm ',
	'×': '\\times ',
	'⋅': '\\cdot ',
	'·': '\\cdot ',
	'∞': '\\infty ',
	'→': '\\to ',
	'∈': '\\in ',
	'∂': '\\partial ',
	'∇': '\\nabla ',
	'≈': '\\approx ',
	'−': '-',
	α: '\\alpha ',
	β: '\\beta ',
	γ: '\\gamma ',
	δ: '\\delta ',
	ε: '\\varepsilon ',
	θ: '\\theta ',
	λ: '\\lambda ',
	μ: '\\mu ',
	π: '\\pi ',
	ρ: '\\rho ',
	σ: '\\sigma ',
	τ: '\\tau ',
	φ: '\\varphi ',
	χ: '\\chi ',
	ψ: '\\psi ',
	ω: '\\omega ',
	Γ: '\\Gamma ',
	Δ: '\\Delta ',
	Σ: '\\Sigma ',
	Ω: '\\Omega '
};
const letters = (s: string): string =>
	[...s]
		.map(
			(c) =>
				CHARS[c] ??
				(/[{}#$%&_^\\~]/.test(c) ? `\\${c === '\\' ? 'backslash ' : c === '~' ? 'sim ' : c === '^' ? 'wedge ' : c}` : c)
		)
		.join('');
const FUNCTIONS = /^(?:sin|cos|tan|log|ln|exp|lim|max|min|det|arg)$/;

export function toTex(x: Xml): string {
	const part = (name: string) => toTex(child(x, name) ?? { name: '', attrs: {}, kids: [] });
	const value = (of: string, name: string) => attribute(child(child(x, of), name), 'm:val');
	switch (x.name) {
		case 'm:r': {
			const text = children(x, 'm:t')
				.map(wordsIn)
				.join('')
				.replace(/\u200b/g, '');
			return FUNCTIONS.test(text) ? `\\${text} ` : letters(text);
		}
		case 'm:f':
			return `\\frac{${part('m:num')}}{${part('m:den')}}`;
		case 'm:sSup':
			return `{${part('m:e')}}^{${part('m:sup')}}`;
		case 'm:sSub':
			return `{${part('m:e')}}_{${part('m:sub')}}`;
		case 'm:sSubSup':
			return `{${part('m:e')}}_{${part('m:sub')}}^{${part('m:sup')}}`;
		case 'm:rad': {
			const degree = part('m:deg');
			return `\\sqrt${degree ? `[${degree}]` : ''}{${part('m:e')}}`;
		}
		case 'm:nary': {
			const sign = value('m:naryPr', 'm:chr') || '∫';
			const low = part('m:sub');
			const high = part('m:sup');
			return `${CHARS[sign] ?? sign}${low ? `_{${low}}` : ''}${high ? `^{${high}}` : ''} ${part('m:e')}`;
		}
		case 'm:d': {
			const open = value('m:dPr', 'm:begChr') || '(';
			const close = value('m:dPr', 'm:endChr') || ')';
			const fence = (c: string) => (/[{}]/.test(c) ? `\\${c}` : c);
			return `\\left${fence(open)}${children(x, 'm:e').map(toTex).join(',')}\\right${fence(close)}`;
		}
		case 'm:func':
			return `${part('m:fName')}${part('m:e')}`;
		case 'm:m':
			return `\\begin{matrix}${children(x, 'm:mr')
				.map((r) => children(r, 'm:e').map(toTex).join(' & '))
				.join(' \\\\ ')}\\end{matrix}`;
		case 'm:eqArr':
			return `\\begin{aligned}${children(x, 'm:e').map(toTex).join(' \\\\ ')}\\end{aligned}`;
		case 'm:acc':
			return `\\${value('m:accPr', 'm:chr') === '̅' ? 'bar' : value('m:accPr', 'm:chr') === '̃' ? 'tilde' : 'hat'}{${part('m:e')}}`;
		case 'm:bar':
			return `\\overline{${part('m:e')}}`;
		case 'm:limLow':
			return `${part('m:e').trim()}_{${part('m:lim')}}`;
		case 'm:rPr':
		case 'm:ctrlPr':
			return '';
		default:
			return elementsOf(x)
				.filter((k) => !/Pr$/.test(k.name))
				.map(toTex)
				.join('');
	}
}
