/** What stands before the title of a chapter, by language (from memory; Turabian 9, A.2.2.1 for English). */
import { languageOf } from '../page';
import type { ChapterLabel } from './types';

const WORDS: Record<string, string> = {
	en: 'Chapter',
	de: 'Kapitel',
	fr: 'Chapitre',
	es: 'Capítulo',
	it: 'Capitolo',
	pt: 'Capítulo',
	nl: 'Hoofdstuk',
	sv: 'Kapitel',
	da: 'Kapitel',
	nb: 'Kapittel',
	fi: 'Luku',
	pl: 'Rozdział',
	cs: 'Kapitola'
};

/** @param lang BCP 47; English for languages that are not known here */
export function chapterLabel(label: ChapterLabel, number: number, lang: string): string {
	if (label === 'none' || !number) return '';
	return label === 'number' ? `${number}. ` : `${WORDS[languageOf(lang)] ?? WORDS.en} ${number}: `;
}
