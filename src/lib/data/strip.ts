/** What the desk shows of a manuscript without opening it. */
import type { Node } from 'prosemirror-model';
import { countDoc, readCitations, readOutline, type CitingForm, type Reading } from '$lib/core/manuscript';
import { EMPTY_STRIP, type EvidenceStrip } from './db';
import { soundStrip } from './rows';

export interface Described {
	strip: EvidenceStrip;
	words: number;
}

/**
 * @param found what there is to check, where somebody has looked; placeholders otherwise
 * @param reading the document's citations, where somebody has read them
 */
export function describe(
	doc: Node,
	form: CitingForm,
	found?: { pos: number; what: string }[],
	reading: Reading = readCitations(doc, form)
): Described {
	const size = Math.max(1, doc.content.size);
	const at = (pos: number) => Math.round((Math.max(0, pos) / size) * 10000) / 10000;
	const gap = (hint: string) => (hint ? `Source needed: ${hint}` : 'Source needed');
	const checks = found ?? reading.placeholders.map((g) => ({ pos: g.pos, what: gap(g.hint) }));
	return {
		words: countDoc(doc).text,
		strip: {
			sections: readOutline(doc)
				.filter((s) => s.pos > 0)
				.map((s) => ({ at: at(s.pos), title: s.title })),
			ticks: reading.citations.map((c) => ({
				at: at(c.notePos >= 0 ? c.notePos : c.pos),
				size: c.cites.length,
				pos: c.notePos >= 0 ? c.notePos : c.pos
			})),
			checks: checks.map(({ pos, what }) => ({ at: at(pos), pos, what }))
		}
	};
}

/** A strip as it is kept: text, as the browser takes far longer to store thousands of small objects. */
export const storeStrip = (strip: EvidenceStrip): string => JSON.stringify(strip);

/** A kept strip as objects; an empty one where it cannot be read: it is made anew with the next save. */
export const openStrip = (kept: EvidenceStrip | string): EvidenceStrip =>
	!soundStrip(kept) ? EMPTY_STRIP : typeof kept === 'string' ? (JSON.parse(kept) as EvidenceStrip) : kept;
