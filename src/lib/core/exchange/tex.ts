/** TeX in reference files: accents, symbols and simple markup to Unicode and back. */

const ACCENT: Record<string, string> = {
	'`': '\u0300',
	"'": '\u0301',
	'^': '\u0302',
	'~': '\u0303',
	'=': '\u0304',
	u: '\u0306',
	'.': '\u0307',
	'"': '\u0308',
	r: '\u030a',
	H: '\u030b',
	v: '\u030c',
	d: '\u0323',
	c: '\u0327',
	k: '\u0328',
	b: '\u0331'
};
const SYMBOL: Record<string, string> = {
	ss: 'ß',
	ae: 'æ',
	AE: 'Æ',
	oe: 'œ',
	OE: 'Œ',
	aa: 'å',
	AA: 'Å',
	o: 'ø',
	O: 'Ø',
	l: 'ł',
	L: 'Ł',
	i: 'ı',
	j: 'ȷ',
	dh: 'ð',
	DH: 'Ð',
	th: 'þ',
	TH: 'Þ',
	ldots: '…',
	dots: '…',
	textendash: '–',
	textemdash: '—',
	textquoteleft: '‘',
	textquoteright: '’',
	textquotedblleft: '“',
	textquotedblright: '”',
	pounds: '£',
	copyright: '©',
	S: '§',
	P: '¶',
	textdegree: '°',
	textasciitilde: '~',
	textbackslash: '\\',
	alpha: 'α',
	beta: 'β',
	gamma: 'γ',
	delta: 'δ',
	mu: 'μ',
	pi: 'π',
	times: '×',
	pm: '±'
};
const WRAP: Record<string, string> = {
	textit: 'i',
	emph: 'i',
	textsl: 'i',
	mkbibemph: 'i',
	textbf: 'b',
	mkbibbold: 'b',
	textsuperscript: 'sup',
	textsubscript: 'sub',
	textsc: 'sc'
};

interface Reader {
	s: string;
	i: number;
}

/** Reads TeX text. Braces vanish; a braced word whose capitals matter is kept as `nocase` when `protect` is set. */
export function fromTex(source: string, protect = false): string {
	// most values are plain words
	if (!/[\\{}$~`'-]/.test(source)) return source.replace(/\s+/g, ' ').trim();
	const out = read({ s: source.replace(/\s+/g, ' '), i: 0 }, '', protect, 0);
	return out.replace(/---/g, '—').replace(/--/g, '–').replace(/``/g, '“').replace(/''/g, '”').trim();
}

function read(r: Reader, until: string, protect: boolean, depth: number): string {
	let out = '';
	while (r.i < r.s.length) {
		const c = r.s[r.i];
		if (c === until) {
			r.i++;
			return out;
		}
		r.i++;
		if (c === '{') {
			const plainBrace = r.s[r.i] !== '\\';
			const inner = read(r, '}', protect, depth + 1);
			const capitals =
				protect &&
				plainBrace &&
				depth === 0 &&
				/\p{Lu}/u.test(inner) &&
				!/^[\p{Lu}\d.-]+$/u.test(inner) &&
				!inner.includes('<');
			out += capitals ? `<span class="nocase">${inner}</span>` : inner;
		} else if (c === '\\') out += command(r, protect, depth);
		else if (c === '~') out += '\u00a0';
		else if (c === '$') out += math(r);
		else out += c;
	}
	return out;
}

function argument(r: Reader, protect: boolean, depth: number): string {
	while (r.s[r.i] === ' ') r.i++;
	if (r.s[r.i] === '{') {
		r.i++;
		return read(r, '}', protect, depth + 1);
	}
	if (r.s[r.i] === '\\') {
		r.i++;
		return command(r, protect, depth);
	}
	return r.s[r.i++] ?? '';
}

function command(r: Reader, protect: boolean, depth: number): string {
	const c = r.s[r.i] ?? '';
	if (/[&%$#_{} ]/.test(c)) {
		r.i++;
		return c;
	}
	if (c === '\\' || c === '/' || c === ',' || c === '-' || c === '@') {
		r.i++;
		return c === '\\' || c === ',' ? ' ' : '';
	}
	if (ACCENT[c] && !/[a-zA-Z]/.test(c)) {
		r.i++;
		return accent(argument(r, protect, depth), ACCENT[c]);
	}
	const m = /^[a-zA-Z]+/.exec(r.s.slice(r.i));
	if (!m) return '';
	const name = m[0];
	r.i += name.length;
	if (SYMBOL[name] !== undefined) {
		if (r.s[r.i] === ' ') r.i++;
		else if (r.s.startsWith('{}', r.i)) r.i += 2;
		return SYMBOL[name];
	}
	if (ACCENT[name]) return accent(argument(r, protect, depth), ACCENT[name]);
	if (WRAP[name]) {
		const inner = argument(r, protect, depth);
		return `<${WRAP[name]}>${inner}</${WRAP[name]}>`;
	}
	if (name === 'url' || name === 'href' || name === 'enquote' || name === 'mbox' || name === 'text') {
		const inner = argument(r, protect, depth);
		return name === 'enquote' ? `“${inner}”` : inner;
	}
	if (/^(it|em|bf|sc|rm|tt|sl|noopsort|relax)$/.test(name)) {
		if (r.s[r.i] === ' ') r.i++;
		return '';
	}
	// unknown to us: the words stay
	return r.s[r.i] === '{' ? argument(r, protect, depth) : `\\${name}`;
}

function accent(base: string, mark: string): string {
	const b = base.replace('ı', 'i').replace('ȷ', 'j');
	return b ? (b[0] + mark).normalize('NFC') + b.slice(1) : '';
}

function math(r: Reader): string {
	const end = r.s.indexOf('$', r.i);
	if (end < 0) return '$';
	const body = r.s.slice(r.i, end);
	r.i = end + 1;
	return body
		.replace(/\^\{?([^{}^_]+?)\}?(?=$|[\s_^])/g, '<sup>$1</sup>')
		.replace(/_\{?([^{}^_]+?)\}?(?=$|[\s_^])/g, '<sub>$1</sub>')
		.replace(/\\([a-zA-Z]+)\s?/g, (all, n: string) => SYMBOL[n] ?? all)
		.replace(/[{}]/g, '');
}

/** Writes text for a TeX file; Unicode letters stay as they are (UTF-8 is read by biber and current BibTeX set-ups). */
export function toTex(s: string): string {
	if (!/[\\{}&%$#_~<\u00a0]/.test(s)) return s;
	return s
		.replace(/[\\{}]/g, (c) => (c === '\\' ? '\\textbackslash{}' : `\\${c}`))
		.replace(/[&%$#_]/g, '\\$&')
		.replace(/~/g, '\\textasciitilde{}')
		.replace(/\u00a0/g, '~')
		.replace(/<span class="nocase">(.*?)<\/span>/g, '{$1}')
		.replace(/<(i|b|sup|sub|sc)>(.*?)<\/\1>/g, (_all, tag: string, inner: string) => {
			const name = { i: 'textit', b: 'textbf', sup: 'textsuperscript', sub: 'textsubscript', sc: 'textsc' }[tag];
			return `\\${name}{${inner}}`;
		});
}
