/**
 * Field text into rich output: the markup that CSL-JSON allows in fields (CSL-JSON schema notes: i, b, sup, sub,
 * small capitals, nocase) and quotation marks, which later take the shape that their nesting and the locale ask for.
 */
import type { Rich, RichNode } from './rich';

interface Open {
	/** What closes it. */
	close: string;
	node: RichNode;
	/** The characters it was opened by, put back as text when it is never closed. */
	source: string;
}

const TAGS: [RegExp, string, () => RichNode][] = [
	[/^<i>/, '</i>', () => ({ kids: [], format: { 'font-style': 'italic' }, flip: true })],
	[/^<b>/, '</b>', () => ({ kids: [], format: { 'font-weight': 'bold' }, flip: true })],
	[/^<sup>/, '</sup>', () => ({ kids: [], format: { 'vertical-align': 'sup' }, flip: true })],
	[/^<sub>/, '</sub>', () => ({ kids: [], format: { 'vertical-align': 'sub' }, flip: true })],
	[/^<sc>/, '</sc>', () => ({ kids: [], format: { 'font-variant': 'small-caps' }, flip: true })],
	[
		/^<span style=(?:"|')font-variant:\s*small-caps;?(?:"|')>/,
		'</span>',
		() => ({ kids: [], format: { 'font-variant': 'small-caps' }, flip: true })
	],
	[/^<span class=(?:"|')nocase(?:"|')>/, '</span>', () => ({ kids: [], nocase: true })],
	[/^<span class=(?:"|')nodecor(?:"|')>/, '</span>', () => ({ kids: [], format: NO_DECORATION, flip: true })]
];
const NO_DECORATION = { 'font-style': 'normal', 'font-weight': 'normal', 'font-variant': 'normal' };

const OPENERS: Record<string, string> = { '“': '”', '‘': '’', '„': '“' };
const PLAIN = /^[^<"'“”‘’«»„&]*$/;
/** A thin space that does not break stands inside guillemets (French orthography). */
const guillemets = (s: string) => s.replace(/«[ \u00a0]/g, '«\u202f').replace(/[ \u00a0]»/g, '\u202f»');
const cache = new Map<string, Rich>();
const CACHE_LIMIT = 50000;

/** Parses field text; the result is shared, so never change it. */
export function parseField(s: string): Rich {
	if (PLAIN.test(s)) return s;
	let r = cache.get(s);
	if (r === undefined) {
		r = parse(guillemets(s));
		if (typeof r === 'object' && !r.format && !r.quote) r.field = true;
		else if (typeof r === 'object') r = { kids: [r], field: true };
		if (cache.size > CACHE_LIMIT) cache.clear();
		cache.set(s, r);
	}
	return r;
}

function parse(s: string): Rich {
	const root: RichNode = { kids: [] };
	const stack: Open[] = [];
	const top = () => (stack.length ? stack[stack.length - 1].node : root);
	const text = (t: string) => {
		const kids = top().kids;
		const last = kids[kids.length - 1];
		if (typeof last === 'string') kids[kids.length - 1] = last + t;
		else kids.push(t);
	};
	/** Gives up on the innermost open element: its content joins what is around it. */
	const dissolve = () => {
		const o = stack.pop()!;
		text(o.source === "'" ? '’' : o.source);
		for (const k of o.node.kids) {
			if (typeof k === 'string') text(k);
			else top().kids.push(k);
		}
	};
	let justOpened = false;
	const open = (node: RichNode, close: string, source: string) => {
		stack.push({ node, close, source });
		justOpened = true;
	};
	const closeAt = (depth: number) => {
		while (stack.length > depth + 1) dissolve();
		const o = stack.pop()!;
		top().kids.push(o.node);
	};
	const openIndex = (close: string) => {
		for (let i = stack.length - 1; i >= 0; i--) if (stack[i].close === close) return i;
		return -1;
	};
	let i = 0;
	while (i < s.length) {
		const c = s[i];
		if (c === '<') {
			const rest = s.slice(i);
			const t = TAGS.find(([re]) => re.test(rest));
			if (t) {
				const source = t[0].exec(rest)![0];
				open(t[2](), t[1], source);
				i += source.length;
				continue;
			}
			const end = /^<\/(?:i|b|sup|sub|sc|span)>/.exec(rest);
			if (end) {
				const at = openIndex(end[0]);
				if (at >= 0) {
					closeAt(at);
					i += end[0].length;
					continue;
				}
			}
			text(c);
			i++;
			continue;
		}
		const wasOpened = justOpened;
		justOpened = false;
		const before = s[i - 1] ?? ' ';
		const after = s[i + 1] ?? ' ';
		if (c === '"' || c === "'") {
			const at = openIndex(c);
			const startsWord =
				(/[\s([{<>/–—-]/.test(before) || (wasOpened && !/[\p{L}\p{N}]/u.test(before))) && !/\s/.test(after);
			const endsWord = !/\s/.test(before) && !/[\p{L}\p{N}]/u.test(after);
			if (at >= 0 && endsWord && stack.slice(at + 1).every((o) => o.close.length === 1)) closeAt(at);
			else if (startsWord && at < 0 && i < s.length - 1) open({ kids: [], quote: true, typed: c }, c, c);
			else text(c === "'" ? '’' : c);
			i++;
			continue;
		}
		if (
			OPENERS[c] &&
			openIndex(OPENERS[c]) < 0 &&
			s.indexOf(OPENERS[c], i + 1) > 0 &&
			!(c === '‘' && isApostrophe(before, after))
		) {
			open({ kids: [], quote: true, typed: c }, OPENERS[c], c);
			i++;
			continue;
		}
		if (c === '”' || c === '»' || c === '’' || c === '“') {
			const at = openIndex(c);
			const isWordApostrophe = c === '’' && /[\p{L}\p{N}]/u.test(after);
			if (at >= 0 && !isWordApostrophe && stack.slice(at + 1).every((o) => o.close.length === 1)) {
				closeAt(at);
				i++;
				continue;
			}
		}
		text(c);
		i++;
	}
	while (stack.length) dissolve();
	return root.kids.length === 1 ? root.kids[0] : root;
}

const isApostrophe = (before: string, after: string) => /[\p{L}\p{N}]/u.test(before) && /[\p{L}\p{N}]/u.test(after);

/**
 * Words a person typed around a cite: markup is read, curly quotation marks keep the shape they were typed in; straight
 * ones have none and take that of their depth, as in a field.
 */
export function parseTyped(s: string): Rich {
	const shape = (r: Rich): Rich => {
		if (typeof r === 'string') return r;
		const kids = r.kids.map(shape);
		const curly = r.quote && r.typed !== "'" && r.typed !== '"';
		return curly ? { ...r, kids, quote: r.typed === '‘' ? 'single' : 'double', typed: undefined } : { ...r, kids };
	};
	return shape(parseField(s));
}

/** Field text without its markup, for sorting and matching. */
export function stripMarkup(s: string): string {
	return s.replace(/<\/?(?:i|b|sup|sub|sc)>|<span [^>]*>|<\/span>/g, '');
}
