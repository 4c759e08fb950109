/**
 * The raw element tree of a CSL file, before it means anything.
 * Two forms of input lead here: XML text, with places for messages, and the compact trees of the
 * shipped catalogue (`{ n, a, c }`).
 */
export interface Tree {
	name: string;
	attrs: Record<string, string>;
	children: (Tree | string)[];
	line?: number;
	column?: number;
}

/** The catalogue's compact form: `n` name, `a` attributes, `c` children. */
export interface CompactTree {
	n: string;
	a?: Record<string, string>;
	c?: (CompactTree | string)[];
}

const NAMED: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The catalogue's strings still hold the character references of their files (XML 1.0, 4.1, 4.6). */
const decoded = (s: string): string =>
	s.includes('&')
		? s.replace(/&(?:#(\d+)|#x([\da-f]+)|(amp|lt|gt|quot|apos));/gi, (_, d, h, n) =>
				n ? NAMED[n.toLowerCase()] : String.fromCodePoint(d ? Number(d) : parseInt(h, 16))
			)
		: s;

/** Attribute values as a reader of XML gives them: white space of any kind is a space (XML 1.0, 3.3.3). */
function normalized(attrs: Record<string, string> | undefined): Record<string, string> {
	const out: Record<string, string> = {};
	for (const k in attrs) out[k] = decoded(attrs[k].replace(/[\t\r\n]+/g, ' '));
	return out;
}

/** Spells a catalogue tree out. */
export function expandTree(t: CompactTree): Tree {
	return {
		name: t.n,
		attrs: normalized(t.a),
		children: (t.c ?? []).map((c) => (typeof c === 'string' ? decoded(c) : expandTree(c)))
	};
}

/** Element children only. */
export function elements(t: Tree): Tree[] {
	return t.children.filter((c): c is Tree => typeof c !== 'string');
}

/** First child element of that name. */
export function child(t: Tree, name: string): Tree | undefined {
	return elements(t).find((c) => c.name === name);
}

/** All text below an element, joined. */
export function textOf(t: Tree | undefined): string {
	if (!t) return '';
	return t.children.map((c) => (typeof c === 'string' ? c : textOf(c))).join('');
}
