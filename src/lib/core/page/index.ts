/** Public interface of the page module: kinds of paper, and how the pages of a manuscript are set up. */
export { KINDS, kindOf, UNCHOSEN, type PaperKind } from './kinds';
export { changeKind, changePage, cleanPage, NO_FIELDS, paperOf, printedFields, setupOf } from './choice';
export {
	CAPTION_WORDS,
	captionForm,
	captionNames,
	captionNumber,
	captionsOf,
	languageOf,
	roman,
	type CaptionForm,
	type CaptionLook,
	type CaptionNames
} from './captions';
export { CONTENTS_OF, contentsNamed, contentsTitle, MOST_LEVELS, type ContentsOf } from './contents';
export { missingSections } from './skeleton';
export { LEGEND_WORDS, legendLead } from './legend';
export { departures } from './departures';
export { SIZES, FONTS, type FontFace } from './measures';
export type {
	Departure,
	FontId,
	HeadingLook,
	Margins,
	Opening,
	PageChoice,
	PageSetup,
	PaperSize,
	Slot,
	Slots,
	TitleFields
} from './types';
