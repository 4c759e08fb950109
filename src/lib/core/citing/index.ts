/** Public interface of the citing module: the cite line's language, facts of styles, and the formatting session. */
export {
	parseLine,
	citesOfLine,
	writeLine,
	writeParts,
	placeholderHint,
	type LinePart,
	type Chosen,
	type Said,
	type CiteForm
} from './line';
export { changeClusters, clusterChange, sameClusters, type ClusterChange } from './cluster-change';
export { changeEntries, entryChange, type EntryChange } from './entry-list';
export { blockRule, isBlock, ruleInWords, wantsPlace, type BlockRule } from './quoting';
export { cleanHouse, isAdjusted, readAbbreviations, type HouseRules } from './house';
export { asksSentences } from './sentence-manuals';
export type { Retitled, TitleWords } from './sentence-titles';
export { bibliographyForClipboard, type BibliographyWords } from './bibliography-text';
export { linesAround, readStyleFile, styleSlug, type StyleFile } from './style-file';
export { madeUpCitations, sampleCitations, sampleEntries } from './sample';
export type { Trait } from './anatomy';
export { nearestStyle } from './nearest';
export { handMadeItem, handMadeOf, type HandMade } from './hand-made';
export { styleInfo, bibliographyHeading, FEATURED, featuredName, type StyleInfo } from './kind';
export {
	createSession,
	type Session,
	type SessionResult,
	type ClusterOutput,
	type EntryOutput,
	type Omitted,
	type PreviewOutput
} from './session';
