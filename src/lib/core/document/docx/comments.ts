/** Comments of a live file (ECMA-376-1, 17.13.4): their words, and the marks around what they are about. */
import {
	CommentRangeEnd,
	CommentRangeStart,
	CommentReference,
	Paragraph,
	TextRun,
	type ICommentOptions,
	type ParagraphChild
} from 'docx';
import type { Said } from '../../paper';
import { cleanText } from '../clean-text';
import type { RangedComment } from '../comment-ranges';

const initials = (by: string): string =>
	by
		.split(/\s+/)
		.map((w) => w[0] ?? '')
		.join('');

function part(id: number, { by, at, text }: Said, parentId?: number): ICommentOptions {
	const date = new Date(at);
	return {
		id,
		author: cleanText(by),
		initials: cleanText(initials(by)),
		...(Number.isNaN(date.getTime()) ? {} : { date }),
		...(parentId === undefined ? {} : { parentId }),
		children: cleanText(text)
			.split('\n')
			.map((line) => new Paragraph({ children: [new TextRun(line)] }))
	};
}

/** Every comment, with its replies behind it. */
export const commentParts = (all: readonly RangedComment[]): ICommentOptions[] =>
	all.flatMap(({ n, comment, replies }) => [
		part(n, comment),
		...comment.replies.map((r, i) => part(replies[i], r, n))
	]);

const numbers = (list: readonly RangedComment[]): number[] => list.flatMap((c) => [c.n, ...c.replies]);

/** Marks before a piece, and behind it. */
export const rangeMarks = ({
	begin,
	end
}: {
	begin: RangedComment[];
	end: RangedComment[];
}): { before: ParagraphChild[]; behind: ParagraphChild[] } => ({
	before: numbers(begin).map((n) => new CommentRangeStart(n)),
	behind: numbers(end).flatMap((n) => [new CommentRangeEnd(n), new TextRun({ children: [new CommentReference(n)] })])
});
