/** Which variables hold what (CSL 1.0.2, appendix IV). */

export const NAME_VARIABLES = new Set(
	(
		'author chair collection-editor compiler composer container-author contributor curator director editor ' +
		'editorial-director editor-translator editortranslator executive-producer guest host illustrator interviewer narrator organizer ' +
		'original-author performer producer recipient reviewed-author script-writer series-creator translator'
	).split(' ')
);

export const DATE_VARIABLES = new Set('accessed available-date event-date issued original-date submitted'.split(' '));

export const NUMBER_VARIABLES = new Set(
	(
		'chapter-number citation-number collection-number edition first-reference-note-number issue locator number ' +
		'number-of-pages number-of-volumes page page-first part-number printing-number section supplement-number version volume'
	).split(' ')
);

export const TEXT_VARIABLES = new Set(
	(
		'abstract annote archive archive_collection archive_location archive-place authority call-number citation-key ' +
		'citation-label collection-title container-title container-title-short dimensions division DOI event event-place ' +
		'event-title genre ISBN ISSN jurisdiction keyword language license medium note original-publisher ' +
		'original-publisher-place original-title part-title PMCID PMID publisher publisher-place references reviewed-genre ' +
		'reviewed-title scale source status title title-short URL volume-title year-suffix'
	).split(' ')
);

/** Names of text variables from before CSL 1.0, still in data and styles. */
const OLDER = new Set(['journalAbbreviation', 'shortTitle']);

/** Whether CSL knows a variable of that name. */
export const isVariable = (name: string): boolean =>
	[NAME_VARIABLES, DATE_VARIABLES, NUMBER_VARIABLES, TEXT_VARIABLES, OLDER].some((s) => s.has(name));

/** Item types of CSL 1.0.2, appendix III. */
export const ITEM_TYPES = (
	'article article-journal article-magazine article-newspaper bill book broadcast chapter classic collection dataset ' +
	'document entry entry-dictionary entry-encyclopedia event figure graphic hearing interview legal_case legislation ' +
	'manuscript map motion_picture musical_score pamphlet paper-conference patent performance periodical ' +
	'personal_communication post post-weblog regulation report review review-book software song speech standard ' +
	'thesis treaty webpage'
).split(' ');

/** Locator kinds (CSL 1.0.2, appendix II). */
export const LOCATOR_KINDS = (
	'act appendix article-locator book canon chapter column elocation equation figure folio issue line note opus page ' +
	'paragraph part rule scene section sub-verbo supplement table timestamp title-locator verse version volume'
).split(' ');
