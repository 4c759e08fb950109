/** Writers: rich output as HTML, as plain text, as runs for word-processor files. */
import type { Format, Rich } from './rich';

const escapeText = (s: string) => s.replace(/&/g, '&#38;').replace(/</g, '&#60;').replace(/>/g, '&#62;');

const escapeAttr = (s: string) => escapeText(s).replace(/"/g, '&#34;').replace(/'/g, '&#39;');

/** Characters that are raised letters and digits by themselves are raised text (their compatibility form, UAX 15). */
const RAISED_CHARS =
	/[ªº¹²³\u02b0-\u02b8\u02e0-\u02e4\u1d2c-\u1d61\u2070-\u207f\u2120\u2122\u3192-\u319f\u02c0\u02c1\u06e5\u06e6]/g;
/** Raised letters without a compatibility form. */
const RAISED_ALONE: Record<string, string> = { '\u02c0': 'ʔ', '\u02c1': 'ʕ', '\u06e5': 'و', '\u06e6': 'ي' };
const bodyText = (s: string) => {
	const t = escapeText(s);
	return t.search(RAISED_CHARS) < 0
		? t
		: t.replace(RAISED_CHARS, (c) => `<sup>${RAISED_ALONE[c] ?? c.normalize('NFKD')}</sup>`);
};

interface State {
	'font-style': string;
	'font-variant': string;
	'font-weight': string;
	'text-decoration': string;
	'vertical-align': string;
}

const START: State = {
	'font-style': 'normal',
	'font-variant': 'normal',
	'font-weight': 'normal',
	'text-decoration': 'none',
	'vertical-align': 'baseline'
};

/** The format a node really has where it stands: markup from data turns off what is already on. */
function resolve(f: Format, flip: boolean | undefined, s: State, explicit?: boolean): Format {
	const out: Format = {};
	if (explicit && f['font-style'] === 'normal') out['font-style'] = 'normal';
	if (!flip) {
		// "normal" says nothing where nothing else is on
		for (const k of Object.keys(f) as (keyof Format)[])
			if (f[k] !== START[k] || s[k] !== START[k] || k === 'vertical-align') out[k] = f[k];
		return out;
	}
	for (const k of Object.keys(f) as (keyof Format)[]) {
		const v = f[k]!;
		if (v === s[k] && v !== START[k] && k !== 'vertical-align') out[k] = START[k];
		else if (v !== s[k] || k === 'vertical-align') out[k] = v;
	}
	return out;
}

function tags(f: Format): [string, string] {
	let open = '';
	let close = '';
	const wrap = (o: string, c: string) => {
		open += o;
		close = c + close;
	};
	const style = (css: string) => wrap(`<span style="${css};">`, '</span>');
	const fv = f['font-variant'];
	if (fv === 'small-caps') style('font-variant:small-caps');
	else if (fv === 'normal') style('font-variant:normal');
	const fs = f['font-style'];
	if (fs === 'italic' || fs === 'oblique') wrap('<i>', '</i>');
	else if (fs === 'normal') style('font-style:normal');
	const va = f['vertical-align'];
	if (va === 'baseline') wrap('<span style="baseline">', '</span>');
	const fw = f['font-weight'];
	if (fw === 'bold') wrap('<b>', '</b>');
	else if (fw === 'normal') style('font-weight:normal');
	else if (fw === 'light') style('font-weight:light');
	const td = f['text-decoration'];
	if (td === 'underline') style('text-decoration:underline');
	else if (td === 'none') style('text-decoration:none');
	if (va === 'sup') wrap('<sup>', '</sup>');
	else if (va === 'sub') wrap('<sub>', '</sub>');
	return [open, close];
}

export interface HtmlOptions {
	/** Write links as anchors. */
	links?: boolean;
}

/** Rich output as HTML, in the form the conformance suite writes down. */
export function toHtml(r: Rich | null, options: HtmlOptions = {}): string {
	return html(r, START, options);
}

const DISPLAY: Record<string, string> = {
	block: 'csl-block',
	'left-margin': 'csl-left-margin',
	'right-inline': 'csl-right-inline',
	indent: 'csl-indent'
};

/** Line breaks around blocks, as the conformance suite has them. */
const AROUND: Record<string, [string, string]> = {
	block: ['\n\n    ', '\n'],
	'left-margin': ['\n    ', ''],
	'right-inline': ['', '\n  '],
	indent: ['', '\n  ']
};

function html(r: Rich | null, s: State, o: HtmlOptions): string {
	if (r == null) return '';
	if (typeof r === 'string') return bodyText(r);
	let state = s;
	let open = '';
	let close = '';
	if (r.format) {
		const f = resolve(r.format, r.flip, s, r.explicit);
		[open, close] = tags(f);
		state = { ...s, ...f };
	}
	let body = '';
	for (const k of r.kids) body += html(k, state, o);
	let out = open + body + close;
	if (r.link && o.links && /^https?:\/\//i.test(r.link)) out = `<a href="${escapeAttr(r.link)}">${out}</a>`;
	if (r.display && DISPLAY[r.display]) {
		const [before, after] = AROUND[r.display];
		out = `${before}<div class="${DISPLAY[r.display]}">${out}</div>${after}`;
	}
	return out;
}

export interface Run {
	text: string;
	italic?: boolean;
	bold?: boolean;
	smallCaps?: boolean;
	underline?: boolean;
	sup?: boolean;
	sub?: boolean;
	link?: string;
	/** BCP 47, where it is another than that of what is around. */
	lang?: string;
}

/** Rich output as a flat list of runs with resolved formatting. */
export function toRuns(r: Rich | null): Run[] {
	const out: Run[] = [];
	const walk = (n: Rich, s: State, link: string | undefined) => {
		if (typeof n === 'string') {
			const run: Run = { text: n };
			if (s['font-style'] === 'italic' || s['font-style'] === 'oblique') run.italic = true;
			if (s['font-weight'] === 'bold') run.bold = true;
			if (s['font-variant'] === 'small-caps') run.smallCaps = true;
			if (s['text-decoration'] === 'underline') run.underline = true;
			if (s['vertical-align'] === 'sup') run.sup = true;
			if (s['vertical-align'] === 'sub') run.sub = true;
			if (link) run.link = link;
			const last = out[out.length - 1];
			if (last && sameLook(last, run)) last.text += n;
			else out.push(run);
			return;
		}
		const state = n.format ? { ...s, ...resolve(n.format, n.flip, s) } : s;
		const spaced = n.display === 'left-margin';
		for (const k of n.kids) walk(k, state, n.link ?? link);
		if (spaced) walk('\t', START, undefined);
	};
	if (r != null) walk(r, START, undefined);
	return out;
}

const sameLook = (a: Run, b: Run) =>
	a.italic === b.italic &&
	a.bold === b.bold &&
	a.smallCaps === b.smallCaps &&
	a.underline === b.underline &&
	a.sup === b.sup &&
	a.sub === b.sub &&
	a.link === b.link;

/** Rich output as plain text; a left-margin block is followed by a space. */
export function toPlain(r: Rich | null): string {
	if (r == null) return '';
	if (typeof r === 'string') return r;
	let s = '';
	for (const k of r.kids) s += toPlain(k);
	if (r.display === 'left-margin' && !/\s$/.test(s)) s += ' ';
	return s;
}
