/**
 * Public interface of the source module. What is heavy has doors of its own: tidy/ (looking sources through),
 * sentence-case/ (titles), and validate.ts (Joi schemas, loaded when needed).
 */
export type { Clash, Excerpt, Source } from './types';
export { blankSource } from './blank';
export { KINDS, kindOf, type Kind } from './kinds';
export { FIELDS, fieldNamed, labelOf, type Field } from './fields';
export { shortAuthor, yearOf, titleOf, placeOf, shortLabel, makeKey, readName, writeName, creatorsOf } from './show';
export { readDate, writeDate } from './dates';
export {
	bareDoi,
	isbn10Ok,
	isbn13Ok,
	issnOk,
	normalIdentifier,
	orcidOk,
	readIsbn,
	readIssn,
	recognise,
	toIsbn13,
	type Identifier,
	type IdKind
} from './identifiers';
export { readLocator, writeLocator, tidyLocator, type TypedLocator } from './locator';
export { withBareDoi } from './stored';
export { fold, nameKey, words } from './fold';
export { mainTitle } from './main-title';
export { ownWorksOf } from './own-work';
export {
	createMatcher,
	findDuplicates,
	pairKey,
	prepare,
	type Prepared,
	type Group,
	type Likeness,
	type Matcher
} from './duplicates';
export { mergeRows, mergeSources, type MergeRow } from './merge';
export { isEmpty, showValue } from './values';
