/** CSL files as text. The parser is heavy and only wanted for files: import it as `$lib/core/csl/xml`. */
import { SaxesParser } from 'saxes';
import { StyleError } from './errors';
import type { Tree } from './tree';

/** Largest file, in characters; the largest style of the catalogue has about 180,000. */
const LONGEST = 3_000_000;
/** Deepest nesting of elements; the catalogue's deepest style has 15. */
const DEEPEST = 200;

/**
 * Reads XML text into a tree. Document types and entity declarations are refused, so neither entity
 * expansion nor external entities can happen (XML 1.0, 4.4).
 * @throws StyleError with line and column where the text is not well-formed, too long or nested too deep.
 */
export function parseXml(xml: string): Tree {
	if (xml.length > LONGEST)
		throw new StyleError(
			`The file has ${xml.length.toLocaleString('en')} characters; a style may have 3,000,000.`,
			1,
			0
		);
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
		if (stack.push(node) > DEEPEST) fail(`Elements are nested more than ${DEEPEST} deep; no style needs that.`);
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
