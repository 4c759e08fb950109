/** Public interface of the paper module: the format-neutral paper, made from manuscripts and turned back into them. */
export {
	emptyPaper,
	type Align,
	type Author,
	type Block,
	type Caption,
	type Cell,
	type Dropped,
	type Heading,
	type Inline,
	type ListNumbers,
	type Mark,
	type Paper,
	type PaperAsset,
	type PaperCite,
	type PaperSource,
	type TitleBlock
} from './types';
export {
	cellContent,
	everyBlock,
	everyLine,
	listedIn,
	mapLines,
	paragraph,
	plainWords,
	rectangular,
	textOf,
	words
} from './make';
export { isUneven, withWidths } from './widths';
export { isListHeading } from './list-heading';
export { countPaper, type PaperCount } from './count';
export { fromManuscript } from './from-manuscript';
export { toManuscript, type Made } from './to-manuscript';
export { newId } from '../manuscript';
export {
	cleanComments,
	commentsIn,
	isTracked,
	isTrackedId,
	Remarks,
	type Comment,
	type Comments,
	type Said,
	type Sender,
	type TrackedChange
} from './remarks';
