/** Formulas of a word-processor file. */
import { convertToXmlComponent, TextRun, type ParagraphChild } from 'docx';
import { SaxesParser } from 'saxes';
import { omml } from '../math';

/** An element as the writer's library takes it. */
interface XmlTree {
	type: string;
	name?: string;
	attributes?: Record<string, string>;
	elements?: XmlTree[];
	text?: string;
}

function treeOf(xml: string): XmlTree {
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

/** A formula, or its TeX as it was typed where that cannot be read. */
export function mathChild(tex: string): ParagraphChild {
	const xml = omml(tex);
	// the library types what it takes from outside more widely than what stands in a paragraph
	return xml === null ? new TextRun(tex) : (convertToXmlComponent(treeOf(xml)) as unknown as ParagraphChild);
}
