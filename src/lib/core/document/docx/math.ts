/** Formulas of a word-processor file. */
import { convertToXmlComponent, TextRun, type ParagraphChild } from 'docx';
import { omml } from '../math';
import { treeOf } from './xml-tree';

/** A formula, or its TeX as it was typed where that cannot be read. */
export function mathChild(tex: string): ParagraphChild {
	const xml = omml(tex);
	// the library types what it takes from outside more widely than what stands in a paragraph
	return xml === null ? new TextRun(tex) : (convertToXmlComponent(treeOf(xml)) as unknown as ParagraphChild);
}
