/** The face of the manuscript room. Comparing two states is `$lib/core/manuscript/compare`, loaded when needed. */
export { schema, SCHEMA_VERSION, cleanCites, type DocCite, type DocStyle, type Moved, type NoteTarget } from './schema';
export { openDoc, readDoc, storeDoc, ManuscriptError, type StoredDoc } from './migrate';
export { readCitations, type Reading, type NoteInfo, type CitationInfo, type CitingForm } from './clusters';
export { placeCitations, type PlacementKind } from './placement';
export { insertCitation, putGap, removeCitation, textAround, typeMark } from './insert';
export { readOutline, sectionAt, sectionLevel, countDoc, countWords, type Section, type WordCount } from './outline';
export { followTitle, nameOf, renameLists, UNTITLED } from './title';
export { docFromText } from './text-form';
export { readLocator, writeLocator, tidyLocator, type TypedLocator } from './locator';
export { firstWords, lastWords } from './snippet';
export { splitCitation, joinCitations, moveCite, neighbourOf, replaceSource } from './regroup';
export {
	cleanHand,
	cleanEntryHands,
	entryInHand,
	handHtml,
	handText,
	handIsOld,
	handRuns,
	type EntryHands,
	type Hand
} from './hand';
export {
	departure,
	insertBlock,
	insertFigure,
	insertRunIn,
	keepQuotation,
	readQuotations,
	restoreQuotation,
	type QuotationInfo,
	type QuoteMarks,
	type Quoting
} from './quoting';
export { insertNoteRef, noteRefNumber } from './note-refs';
export { cleanSettings, placementOf, type DocSettings, type FurtherSource } from './settings';
export {
	arrangeList,
	citedInSection,
	cleanList,
	listAdjusted,
	lookOf,
	LOOKS,
	MEDIA,
	mediumOf,
	type ListGroup,
	type ListLook,
	type ListSettings,
	type ListSource,
	type LookName,
	type Medium
} from './list';
export { convertQuotes } from './quotes';
export { sameSpots } from './spots';
export { noteToText, textToNote, turnNote } from './notes';
export { newId } from './ids';
