/**
 * Notes whose numbers are not 1, 2, 3 to the end. Where they restart in every section each mark is written out
 * (ECMA-376-1, 17.11.14 customMarkFollows), so that every program prints the same number; where they go on from those of
 * other chapters, the file says with which they begin (17.11.20 numStart).
 */
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';

export interface PrintedNumbers {
	/** By the note's id in the file, from 1 on. */
	footnotes: number[];
	endnotes: number[];
}

export function writeOwnNumbers(file: Uint8Array, numbers: PrintedNumbers): Uint8Array {
	const parts = unzipSync(file);
	const edit = (name: string, change: (xml: string) => string) => {
		if (parts[name]) parts[name] = strToU8(change(strFromU8(parts[name])));
	};
	for (const [kind, list] of [
		['footnote', numbers.footnotes],
		['endnote', numbers.endnotes]
	] as const) {
		const mark = (id: string): string => `<w:t>${list[Number(id) - 1]}</w:t>`;
		const ref = new RegExp(`<w:${kind}Reference w:id="(\\d+)"/>`, 'g');
		edit('word/document.xml', (xml) =>
			xml.replace(ref, (_m, id: string) => `<w:${kind}Reference w:customMarkFollows="1" w:id="${id}"/>${mark(id)}`)
		);
		const own = new RegExp(`(<w:${kind} w:id="([1-9]\\d*)">(?:(?!</w:${kind}>)[\\s\\S])*?)<w:${kind}Ref/>`, 'g');
		edit(`word/${kind}s.xml`, (xml) => xml.replace(own, (_m, before: string, id: string) => before + mark(id)));
	}
	return zipSync(parts);
}

/** @param before how many notes of each kind come before the first one of the file */
export function startNumbersBehind(file: Uint8Array, before: { footnote: number; endnote: number }): Uint8Array {
	const part = 'word/settings.xml';
	const parts = unzipSync(file);
	const start = (kind: 'footnote' | 'endnote') =>
		before[kind] ? `<w:${kind}Pr><w:numStart w:val="${before[kind] + 1}"/></w:${kind}Pr>` : '';
	// in the order of the schema (A.1, CT_Settings) they stand before what is said of compatibility
	parts[part] = strToU8(strFromU8(parts[part]).replace('<w:compat>', `${start('footnote')}${start('endnote')}$&`));
	return zipSync(parts);
}
