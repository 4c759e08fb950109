/** Content controls (ECMA-376-1, 17.5.2 structured document tags): words that a live file knows again when it comes back. */
import {
	BuilderElement,
	convertToXmlComponent,
	XmlComponent,
	type Paragraph,
	type ParagraphChild,
	type Table
} from 'docx';
import { treeOf } from './xml-tree';

const text = (s: string): string => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');

class Control extends XmlComponent {
	constructor(tag: string, name: string, id: number, kids: readonly unknown[]) {
		super('w:sdt');
		const properties = treeOf(
			`<w:sdtPr><w:alias w:val="${text(name)}"/><w:tag w:val="${text(tag)}"/><w:id w:val="${id}"/></w:sdtPr>`
		);
		this.root.push(
			convertToXmlComponent(properties),
			new BuilderElement({ name: 'w:sdtContent', children: kids as XmlComponent[] })
		);
	}
}

/** Makes the controls of one file; each has a number of its own. */
export class Controls {
	private count = 0;

	/** Around words of a paragraph. @param name what a person sees on it */
	words(tag: string, name: string, kids: ParagraphChild[]): ParagraphChild {
		// the library types what it takes from outside more widely than what stands in a paragraph
		return new Control(tag, name, ++this.count, kids) as unknown as ParagraphChild;
	}

	/** Around paragraphs. */
	blocks(tag: string, name: string, kids: (Paragraph | Table)[]): Paragraph {
		return new Control(tag, name, ++this.count, kids) as unknown as Paragraph;
	}
}
