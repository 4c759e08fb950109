/**
 * The raw element tree of a CSL file, before it means anything.
 * Two forms of input lead here: XML text, with places for messages, and the compact trees of the
 * shipped catalogue (`{ n, a, c }`).
 */
import { SaxesParser } from 'saxes';
import { StyleError } from './errors';

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

/**
 * Reads XML text into a tree. Document types and entity declarations are refused, so neither entity
 * expansion nor external entities can happen (XML 1.0, 4.4).
 * @throws StyleError with line and column where the text is not well-formed.
 */
export function parseXml(xml: string): Tree {
	const parser = new SaxesParser({ xmlns: false });
	const stack: Tree[] = [];
	let root: Tree | null = null;
	const fail = (message: string): never => {
		throw new StyleError(message, parser.line, parser.column);
	};
	parser.on('error', (e) => fail(`This is not well-formed XML: ${e.message.replace(/^\d+:\d+: /, '')}`));
	parser.on('doctype', () => fail('A document type declaration is not allowed in a style. Remove the DOCTYPE line.'));
	parser.on('opentag', (tag) => {
		const name = tag.name.replace(/^cs:/, '');
		const node: Tree = {
			name,
			attrs: { ...(tag.attributes as Record<string, string>) },
			children: [],
			line: parser.line,
			column: parser.column
		};
		const parent = stack[stack.length - 1];
		if (parent) parent.children.push(node);
		else if (root) fail('A style has one outermost element.');
		else root = node;
		stack.push(node);
	});
	parser.on('closetag', () => void stack.pop());
	const text = (t: string) => {
		const parent = stack[stack.length - 1];
		if (parent && t) parent.children.push(t);
	};
	parser.on('text', text);
	parser.on('cdata', text);
	try {
		parser.write(xml.replace(/^\uFEFF/, '').trimStart()).close();
	} catch (e) {
		if (e instanceof StyleError) throw e;
		throw new StyleError(`This is not well-formed XML: ${(e as Error).message}`, parser.line, parser.column);
	}
	if (!root) throw new StyleError('The file is empty: a CSL style was expected.', 1, 0);
	return root;
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
