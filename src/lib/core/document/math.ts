/** Formulas: TeX as MathML Core for pages, and as Office Math (ECMA-376-1, 22.1) for word processors. */
import { mml2omml } from 'mathml2omml';
import temml from 'temml';

export interface MathOptions {
	/** The TeX stands in it as well (MathML 3, 5.1). */
	annotate?: boolean;
	/** It says its name space: for files of XML. */
	xml?: boolean;
}

/** @returns MathML; null where the TeX cannot be read, and is printed as it was typed */
export function mathml(
	tex: string,
	display: boolean,
	{ annotate = false, xml = false }: MathOptions = {}
): string | null {
	try {
		return temml.renderToString(tex, { displayMode: display, throwOnError: true, trust: false, annotate, xml });
	} catch {
		// its message is about TeX's own parts; that it cannot be read is said in Hand in
		return null;
	}
}

/** @returns one `m:oMath` element; null where the TeX cannot be read */
export function omml(tex: string): string | null {
	const source = mathml(tex, true);
	if (source === null) return null;
	// an operator without a body of its own would be drawn with an empty box
	return mml2omml(source, { disableDecode: true }).replace(/<m:e\/>/g, '<m:e><m:r><m:t>\u200b</m:t></m:r></m:e>');
}
