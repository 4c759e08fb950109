/** XML as the writer’s library takes it from outside. */
import { SaxesParser } from 'saxes';

/** An element as the writer's library takes it. */
interface XmlTree {
	type: string;
	name?: string;
	attributes?: Record<string, string>;
	elements?: XmlTree[];
	text?: string;
}

/** @param xml one element, well formed */
export function treeOf(xml: string): XmlTree {
	const root: XmlTree = { type: 'element', elements: [] };
	const open = [root];
	const parser = new SaxesParser();
	parser.on('opentag', ({ name, attributes }) => {
		const element: XmlTree = { type: 'element', name, attributes: attributes as Record<string, string>, elements: [] };
		open.at(-1)!.elements!.push(element);
		open.push(element);
	});
	parser.on('closetag', () => void open.pop());
	parser.on('text', (text) => void open.at(-1)!.elements!.push({ type: 'text', text }));
	parser.write(xml).close();
	return root.elements![0];
}
