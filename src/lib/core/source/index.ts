/** Public interface of the source module. The Joi schemas are heavy and stay behind validate.ts, loaded when needed. */
export type { Source, Excerpt } from './types';
export { blankSource } from './blank';
export { KINDS, FIELDS, kindOf, fieldNamed, labelOf, type Kind, type Field } from './kinds';
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
export {
	applyChange,
	findingKey,
	missingFields,
	RULE_NAMES,
	tidy,
	tidyContext,
	WORDS_FROM,
	type Change,
	type Finding,
	type TidyContext
} from './tidy';
export {
	isHeadline,
	isShouting,
	knownWords,
	loadWords,
	seemsForeign,
	toSentence,
	type KnownWords,
	type SentenceRules,
	type ShippedWords
} from './sentence-case';
export { fold, nameKey, words } from './fold';
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
