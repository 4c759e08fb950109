/** TeX in reference files: accents, symbols, simple markup and simple formulas to Unicode and back. */
import { ACCENT, AROUND, BLACKBOARD, FUNCTION, HIDDEN, INNER, SILENT, SYMBOL } from './tex-symbols';

interface Reader {
	s: string;
	i: number;
	/** Braced words whose capitals matter are kept as `nocase`. */
	protect: boolean;
	/** Within a formula. */
	math: boolean;
}

/** Reads TeX text. Braces vanish; a braced word whose capitals matter is kept as `nocase` when `protect` is set. */
export function fromTex(source: string, protect = false): string {
	// most values are plain words
	if (!/[\\{}$~`'-]/.test(source)) return source.replace(/\s+/g, ' ').trim();
	const out = read({ s: source.replace(/\s+/g, ' '), i: 0, protect, math: false }, '', 0);
	return out.replace(/---/g, '—').replace(/--/g, '–').replace(/``/g, '“').replace(/''/g, '”').trim();
}

/** Commands that are left in a text because nothing is known of them. */
export const unknownCommands = (text: string): string[] => [...new Set(text.match(/\\[a-zA-Z]+/g) ?? [])];

function read(r: Reader, until: string, depth: number): string {
	let out = '';
	while (r.i < r.s.length) {
		const c = r.s[r.i];
		if (c === until) {
			r.i++;
			return out;
		}
		r.i++;
		if (c === '{') out += braced(r, depth);
		else if (c === '\\') out += command(r, depth);
		else if (c === '~') out += '\u00a0';
		else if (c === '$') out += r.math ? '' : formula(r, '$');
		else if (r.math && (c === '^' || c === '_')) out += script(r, c, depth);
		else if (r.math && c === "'") out += '′';
		else out += c;
	}
	return out;
}

/** A group in braces, read from behind the opening one. */
function braced(r: Reader, depth: number): string {
	const plain = r.s[r.i] !== '\\';
	const inner = read(r, '}', depth + 1);
	const capitals =
		r.protect &&
		plain &&
		depth === 0 &&
		!r.math &&
		/\p{Lu}/u.test(inner) &&
		!/^[\p{Lu}\d.-]+$/u.test(inner) &&
		!inner.includes('<');
	return capitals ? `<span class="nocase">${inner}</span>` : inner;
}

/** The next argument: a group, a command, or one sign. */
function argument(r: Reader, depth: number): string {
	while (r.s[r.i] === ' ') r.i++;
	const c = r.s[r.i];
	if (c === undefined) return '';
	r.i++;
	return c === '{' ? read(r, '}', depth + 1) : c === '\\' ? command(r, depth) : c;
}

/** An argument in square brackets, which is not printed. */
function skipOption(r: Reader): void {
	if (r.s[r.i] !== '[') return;
	const end = r.s.indexOf(']', r.i);
	if (end > 0) r.i = end + 1;
}

/** A superscript or subscript of a formula. */
function script(r: Reader, c: string, depth: number): string {
	const inner = argument(r, depth);
	if (c === '^' && /^[°′∗†]$/.test(inner)) return inner;
	const tag = c === '^' ? 'sup' : 'sub';
	return inner ? `<${tag}>${inner}</${tag}>` : '';
}

/** A formula, read from behind its opening mark; without a closing one the mark stands. */
function formula(r: Reader, close: string): string {
	if (close === '$' && r.s[r.i] === '$') r.i++;
	const end = r.s.indexOf(close, r.i);
	if (end < 0) return close === '$' ? '$' : '';
	const body = r.s.slice(r.i, end);
	r.i = end + close.length;
	if (close === '$' && r.s[r.i] === '$') r.i++;
	const text = read({ s: body, i: 0, protect: false, math: true }, '', 1);
	return text
		.replace(/ {2,}/g, ' ')
		.replace(/([([]) | ([)\],])/g, '$1$2')
		.trim();
}

function command(r: Reader, depth: number): string {
	const c = r.s[r.i] ?? '';
	const name = /^[a-zA-Z]+/.exec(r.s.slice(r.i, r.i + 40))?.[0];
	if (name) {
		r.i += name.length;
		return word(r, name, depth);
	}
	r.i++;
	if (c === '(' || c === '[') return formula(r, c === '(' ? '\\)' : '\\]');
	if (/[&%$#_{} ]/.test(c)) return c;
	if (c === '\\' || c === ',' || c === ';' || c === ':' || c === '>') return ' ';
	if (ACCENT[c]) return accent(accented(r, depth), ACCENT[c]);
	return /[/@!*|-]/.test(c) || c === '' ? (c === '|' ? '‖' : '') : c;
}

/** A command with a name, read from behind it; spaces behind a name belong to it. */
function word(r: Reader, name: string, depth: number): string {
	const spaces = () => {
		while (r.s[r.i] === ' ') r.i++;
		if (r.s.startsWith('{}', r.i)) r.i += 2;
	};
	// accents within tabbing have a name of their own
	if (name === 'a' && /[`'=]/.test(r.s[r.i] ?? '')) {
		const mark = ACCENT[r.s[r.i++]];
		return accent(accented(r, depth), mark);
	}
	if (FUNCTION.has(name) && r.math) {
		spaces();
		return ` ${name} `;
	}
	if (Object.hasOwn(SYMBOL, name)) {
		spaces();
		return SYMBOL[name];
	}
	if (Object.hasOwn(ACCENT, name)) return accent(accented(r, depth), ACCENT[name]);
	if (SILENT.has(name)) {
		if (r.s[r.i] === '*') r.i++;
		spaces();
		return '';
	}
	if (/^(?:hskip|kern|penalty|vskip|mskip)$/.test(name)) {
		const size = /^\s*-?[\d.]+\s*(?:pt|em|ex|mm|cm|in|sp|mu|bp|pc)?(?:\s*(?:plus|minus)\s*-?[\d.]+\s*\w\w)*\s?/;
		r.i += size.exec(r.s.slice(r.i, r.i + 60))?.[0].length ?? 0;
		return '';
	}
	skipOption(r);
	if (HIDDEN.has(name)) {
		argument(r, depth);
		return '';
	}
	if (Object.hasOwn(AROUND, name)) {
		const [before, after] = AROUND[name];
		return before + argument(r, depth) + after;
	}
	if (name === 'uppercase' || name === 'MakeUppercase') return argument(r, depth).toUpperCase();
	if (name === 'mathbb') {
		const inner = argument(r, depth);
		return BLACKBOARD[inner] ?? inner;
	}
	if (name === 'ensuremath' || name === 'eqn') {
		const text = read({ s: group(r), i: 0, protect: false, math: true }, '', 1);
		if (name === 'eqn' && r.s[r.i] === '{') group(r);
		return text;
	}
	if (name === 'frac' || name === 'tfrac' || name === 'dfrac') {
		const part = (s: string) => (/[\s+−-]/.test(s) ? `(${s})` : s);
		const above = part(argument(r, depth));
		return `${above}/${part(argument(r, depth))}`;
	}
	// href{address}{words}, bibinfo{field}{words}, foreignlanguage{name}{words}: the second is printed
	if (/^(?:href|bibinfo|foreignlanguage|textlang|texorpdfstring)$/.test(name) && r.s[r.i] === '{') {
		const first = argument(r, depth);
		return r.s[r.i] === '{' && name !== 'texorpdfstring' ? argument(r, depth) : first;
	}
	if (INNER.has(name)) return argument(r, depth);
	// of what is not known the words stay; a name with capitals of its own is mostly printed as that name
	if (r.s[r.i] === '{') return argument(r, depth);
	if (/[A-Z]/.test(name)) {
		spaces();
		return name;
	}
	return `\\${name}`;
}

/** The source of the group that comes next, without its braces. */
function group(r: Reader): string {
	if (r.s[r.i] !== '{') return '';
	let depth = 0;
	const from = r.i + 1;
	for (; r.i < r.s.length; r.i++) {
		if (r.s[r.i] === '\\') r.i++;
		else if (r.s[r.i] === '{') depth++;
		else if (r.s[r.i] === '}' && --depth === 0) break;
	}
	return r.s.slice(from, r.i++);
}

/** What an accent stands on; a dotless i or j that runs into the letters behind it is parted from them. */
function accented(r: Reader, depth: number): string {
	while (r.s[r.i] === ' ') r.i++;
	const m = /^\\([ij])(?=[a-z])/.exec(r.s.slice(r.i, r.i + 3));
	if (!m) return argument(r, depth);
	r.i += 2;
	return m[1];
}

function accent(base: string, mark: string): string {
	const b = base.replace('ı', 'i').replace('ȷ', 'j');
	if (!b) return '';
	const [first] = b;
	return (first + mark).normalize('NFC') + b.slice(first.length);
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
