/**
 * BibTeX and BibLaTeX. Own reader: the packages at hand fail a whole file for one broken entry and drop the fields
 * they do not know; here each entry stands alone and what is not ours is kept under `custom`.
 */
import type { ReadRecord, ReadResult } from '../types';
import { toRecord } from './record';
import { scan } from './scan';

export { writeBibtex } from './write';

/** Reads a whole file; broken entries are skipped with their line and reason. */
export function readBibtex(text: string): ReadResult {
	const { entries, skipped, comments, preambles } = scan(text);
	const remarks: string[] = [];
	if (comments)
		remarks.push(
			`${comments} comment${comments === 1 ? '' : 's'} of the file ${comments === 1 ? 'belongs' : 'belong'} to no source and ${comments === 1 ? 'was' : 'were'} left.`
		);
	if (preambles)
		remarks.push(
			`${preambles === 1 ? 'A preamble' : `${preambles} preambles`} of the file ${preambles === 1 ? 'was' : 'were'} left.`
		);
	const seen = new Map<string, number>();
	const records = entries.flatMap((e) => {
		let r: ReadRecord;
		try {
			r = toRecord(e);
		} catch (error) {
			// an entry of impossible values costs the others nothing
			if (!(error instanceof TypeError)) throw error;
			const why = `What the entry says cannot be taken for a source (line ${e.line})`;
			skipped.push({ line: e.line, what: `@${e.type}{${e.key},`, why });
			return [];
		}
		const before = seen.get(e.key);
		if (e.key && before) r.notes.push(`The key “${e.key}” is also that of line ${before}; this one gets another.`);
		else seen.set(e.key, e.line);
		return [r];
	});
	return { format: 'bibtex', records, skipped, remarks };
}
