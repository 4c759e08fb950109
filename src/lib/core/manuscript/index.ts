/** Public interface of the manuscript module. Comparing two states is `$lib/core/manuscript/compare`, loaded when needed. */
export { cleanCites, type DocCite, type Moved, type NoteTarget } from './cites';
export { blockDom, SAFE_LINK, shareOf, type Alignment } from './schema-attrs';
export { schema, SCHEMA_VERSION } from './schema';
export {
	attrValue,
	DocAttr,
	entryOverridesOf,
	sameDocument,
	setDocAttrs,
	settingsOf,
	styleOf,
	wrapAttrs,
	wrapStep,
	type DocAttrs
} from './doc-attrs';
export { cleanDocStyle, editFacts, factsOfStyle, placementOfStyle, type DocStyle, type StyleFacts } from './doc-style';
export { assetFromData, assetId, assetsIn, assetToData, isAssetId, safeImage, type Asset } from './assets';
export { openDoc, readDoc, storeDoc, ManuscriptError, type StoredDoc } from './migrate';
export { readCitations, type Reading, type NoteInfo, type CitationInfo, type CitingForm } from './clusters';
export { placeCitations, type PlacementKind } from './placement';
export { insertCitation, putPlaceholder, removeCitation, textAround, typeMark } from './insert';
export { readOutline, sectionAt, sectionLevel, countDoc, countWords, type Section, type WordCount } from './outline';
export { followTitle, nameOf, renameBibliographies, UNTITLED } from './title';
export { legendLeadIn } from './legend';
export { columnShares, SHEET } from './table-columns';
export { docFromText } from './text-form';
export { readLocator, writeLocator, tidyLocator, type TypedLocator } from '../source';
export { firstWords, lastWords } from './snippet';
export { sourcesNamedIn } from './named-sources';
export { splitCitation, joinCitations, moveCite, neighbourOf, replaceSource } from './regroup';
export {
	cleanOverride,
	cleanEntryOverrides,
	applyEntryOverride,
	overrideHtml,
	overrideText,
	overrideIsOutdated,
	overrideRuns,
	type EntryOverrides,
	type Override
} from './override';
export { departure, keepQuotation, readQuotations, restoreQuotation, type QuotationInfo } from './quotations';
export type { QuoteMarks } from './quote-marks';
export { insertBlock, insertFigure, insertRunIn, type Quoting } from './quoting';
export {
	captionNamesOf,
	contentsTitleIn,
	crossRefInSheet,
	crossRefText,
	listedRows,
	numberedIn,
	reachableIn,
	readNumbered,
	type CrossRefShow,
	type ContentsAttrs,
	type ListedRow
} from './cross-refs';
export type { Numbered } from './numbered';
export { cleanInWork, NO_COUNTS, type Counts, type InWork, type Scope } from './in-work';
export { insertNoteRef, noteRefNumber } from './note-refs';
export { cleanSettings, placementOf, type DocSettings, type UncitedSource } from './settings';
export {
	arrangeBibliography,
	citedInSection,
	cleanBibliography,
	bibliographyAdjusted,
	layoutOf,
	LOOKS,
	MEDIA,
	mediumOf,
	type BibliographyGroup,
	type BibliographyLayout,
	type BibliographySettings,
	type BibliographySource,
	type LayoutName,
	type Medium
} from './bibliography';
export { convertQuotes } from './quotes';
export { sameSpots } from './spots';
export { noteToText, textToNote, turnNote } from './notes';
export { newId } from './ids';
