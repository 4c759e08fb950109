/** What a compiled style asks of the text around a citation. */
import type { CompiledStyle } from '../csl';
import type { StyleFacts } from '../manuscript';

export interface StyleInfo extends StyleFacts {
	id: string;
	title: string;
	format: string;
	hangingIndent: boolean;
	secondFieldAlign: '' | 'flush' | 'margin';
	entrySpacing: number;
	lineSpacing: number;
	hasBibliography: boolean;
}

/** Facts of a style for the interface and for placement. */
export function styleInfo(id: string, title: string, s: CompiledStyle): StyleInfo {
	const term = (name: string, usual: string) => s.locale.terms.get(`${name}/long/`)?.single ?? usual;
	const raised = s.citation.format?.['vertical-align'] === 'sup';
	return {
		id,
		title,
		class: s.class,
		format: s.format,
		placement: s.class === 'note' ? 'note' : raised ? 'raised' : 'sentence',
		punctuationInQuote: s.locale.punctuationInQuote,
		hangingIndent: s.bibliographyOptions.hangingIndent,
		secondFieldAlign: s.bibliographyOptions.secondFieldAlign,
		entrySpacing: s.bibliographyOptions.entrySpacing,
		lineSpacing: s.bibliographyOptions.lineSpacing,
		hasBibliography: s.bibliography !== null,
		lang: s.locale.lang,
		quotes: {
			open: term('open-quote', '“'),
			close: term('close-quote', '”'),
			innerOpen: term('open-inner-quote', '‘'),
			innerClose: term('close-inner-quote', '’')
		}
	};
}

/**
 * What a list of sources is called: MLA 9, 5.1 "Works Cited"; with notes "Bibliography" (Chicago 17, 14.61);
 * otherwise "References" (APA 7, 9.43; common practice elsewhere).
 */
export const bibliographyHeading = (styleId: string, notes: boolean): string =>
	styleId.startsWith('modern-language-association') ? 'Works Cited' : notes ? 'Bibliography' : 'References';

/** Styles often asked for, with the short names people know them by. */
export const FEATURED: { id: string; name: string }[] = [
	{ id: 'apa', name: 'APA 7th' },
	{ id: 'modern-language-association', name: 'MLA 9th' },
	{ id: 'chicago-fullnote-bibliography', name: 'Chicago 17th, full note' },
	{ id: 'chicago-fullnote-bibliography-with-ibid', name: 'Chicago 17th, full note with ibid.' },
	{ id: 'chicago-author-date', name: 'Chicago 17th, author–date' },
	{ id: 'turabian-author-date', name: 'Turabian 9th, author–date' },
	{ id: 'ieee', name: 'IEEE' },
	{ id: 'vancouver', name: 'Vancouver' },
	{ id: 'american-medical-association', name: 'AMA 11th' },
	{ id: 'harvard-cite-them-right', name: 'Harvard, Cite Them Right 12th' },
	{ id: 'american-chemical-society', name: 'ACS' },
	{ id: 'american-political-science-association', name: 'APSA' },
	{ id: 'chicago-note-bibliography', name: 'Chicago 17th, short notes' },
	{ id: 'modern-humanities-research-association', name: 'MHRA' },
	{ id: 'oscola', name: 'OSCOLA 4th' },
	{ id: 'american-sociological-association', name: 'ASA' },
	{ id: 'council-of-science-editors-author-date', name: 'CSE, name–year' },
	{ id: 'nature', name: 'Nature' },
	{ id: 'science', name: 'Science' },
	{ id: 'american-institute-of-physics', name: 'AIP' },
	{ id: 'association-for-computing-machinery', name: 'ACM' },
	{ id: 'american-society-of-civil-engineers', name: 'ASCE' },
	{ id: 'elsevier-harvard', name: 'Elsevier, Harvard' },
	{ id: 'springer-basic-author-date', name: 'Springer, author–date' },
	{ id: 'iso690-author-date-fr', name: 'ISO 690, auteur–date (Français)' },
	{ id: 'deutsche-gesellschaft-fur-psychologie', name: 'DGPs (Deutsch)' },
	{ id: 'iso690-author-date-es', name: 'ISO 690, autor–fecha (Español)' },
	{ id: 'gost-r-7-0-5-2008', name: 'ГОСТ Р 7.0.5 (Русский)' },
	{ id: 'china-national-standard-gb-t-7714-2015-numeric', name: 'GB/T 7714 (中文)' },
	{ id: 'iso690-author-date-cs', name: 'ČSN ISO 690 (Čeština)' }
];

export const featuredName = (id: string): string | null => FEATURED.find((f) => f.id === id)?.name ?? null;
