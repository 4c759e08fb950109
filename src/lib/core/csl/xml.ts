/** CSL files as text. The parser is heavy and only wanted for files: import it as `$lib/core/csl/xml`. */
import { SaxesParser } from 'saxes';
import { StyleError } from './errors';
import type { Tree } from './tree';

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
