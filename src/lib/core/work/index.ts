/** Public interface of bound works. */
export {
	chapterOf,
	isWork,
	isWorkId,
	newWork,
	textsOf,
	USUAL_SETTINGS,
	wholeWork,
	type ChapterLabel,
	type FrontLists,
	type ListPlace,
	type Work,
	type WorkPart,
	type WorkSettings
} from './types';
export { chapterLabel } from './label';
export { joinWork, originOf, styleOfWork, type Joined, type Making, type Origin } from './join';
export { takenBack } from './undo';
export { placeOf, referredTo, type Place } from './place';
export { takeApart, type Apart, type Piece } from './split';
