/** Notes below tables and figures: what they begin with, by manual and language (all from memory). */
import { languageOf, type CaptionLook } from './captions';

/** What begins a note below a table or figure in APA 7, 7.14 and 7.28. */
const LEGEND: Record<string, string> = {
	en: 'Note',
	de: 'Anmerkung',
	fr: 'Note',
	es: 'Nota',
	it: 'Nota',
	pt: 'Nota',
	nl: 'Noot',
	sv: 'Anm',
	da: 'Note',
	nb: 'Merk',
	fi: 'Huom',
	pl: 'Uwaga',
	cs: 'Poznámka'
};
/** What stands before the first note below a table or figure, in italics; empty where manuals leave it to the writer. */
export const legendLead = (look: CaptionLook, lang: string): string =>
	look === 'own-line' ? `${LEGEND[languageOf(lang)] ?? LEGEND.en}.` : '';
/** Every word that such a note may begin with, for reading. */
export const LEGEND_WORDS = [...new Set(Object.values(LEGEND))];
