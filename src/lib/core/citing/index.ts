/** The face of the citing room: the cite line's language, facts of styles, and the formatting session. */
export {
	parseLine,
	citesOfLine,
	writeLine,
	writeParts,
	gapHint,
	type LinePart,
	type Chosen,
	type Said,
	type CiteForm
} from './line';
export { blockRule, isBlock, ruleInWords, wantsPlace, type BlockRule } from './quoting';
export { cleanHouse, isAdjusted, readAbbreviations, type HouseRules } from './house';
export { nearestStyle } from './nearest';
export { styleInfo, listHeading, FEATURED, featuredName, type StyleInfo } from './kind';
export {
	createSession,
	type Session,
	type SessionResult,
	type ClusterOutput,
	type EntryOutput,
	type PreviewOutput
} from './session';
