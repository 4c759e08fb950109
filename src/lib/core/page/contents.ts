/** What contents and lists of figures and tables are called, by language (from memory; common practice). */
import { languageOf } from './captions';

/** What they list. */
export type ContentsOf = 'headings' | 'figures' | 'tables';
export const CONTENTS_OF: readonly ContentsOf[] = ['headings', 'figures', 'tables'];
/** Levels of headings that a manuscript has, and its contents may go down to. */
export const MOST_LEVELS = 3;

/** Headings, figures, tables. English as in Turabian 9, A.2.1. */
const WORDS: Record<string, readonly [string, string, string]> = {
	en: ['Contents', 'Figures', 'Tables'],
	de: ['Inhaltsverzeichnis', 'Abbildungsverzeichnis', 'Tabellenverzeichnis'],
	fr: ['Table des matières', 'Table des figures', 'Liste des tableaux'],
	es: ['Índice', 'Índice de figuras', 'Índice de tablas'],
	it: ['Indice', 'Indice delle figure', 'Indice delle tabelle'],
	pt: ['Sumário', 'Lista de figuras', 'Lista de tabelas'],
	nl: ['Inhoud', 'Lijst van figuren', 'Lijst van tabellen'],
	sv: ['Innehåll', 'Figurer', 'Tabeller'],
	da: ['Indhold', 'Figurer', 'Tabeller'],
	nb: ['Innhold', 'Figurer', 'Tabeller'],
	fi: ['Sisällys', 'Kuvat', 'Taulukot'],
	pl: ['Spis treści', 'Spis rysunków', 'Spis tabel'],
	cs: ['Obsah', 'Seznam obrázků', 'Seznam tabulek']
};

/** @param lang BCP 47; English for languages that are not known here */
export const contentsTitle = (of: ContentsOf, lang: string): string =>
	(WORDS[languageOf(lang)] ?? WORDS.en)[CONTENTS_OF.indexOf(of)];

/** What a title says that it heads; null for other words. Upper and lower case are the same. */
export function contentsNamed(title: string): ContentsOf | null {
	const said = title.trim().toLowerCase();
	for (const list of Object.values(WORDS)) {
		const at = list.findIndex((w) => w.toLowerCase() === said);
		if (at >= 0) return CONTENTS_OF[at];
	}
	return null;
}
