/** What the view of a work calls its choices. */
import type { ChapterLabel, ListPlace } from '$lib/core/work';

export const SCOPES = {
	notes: { work: 'through the whole work', chapter: 'anew in each chapter' },
	things: { work: 'through the whole work', chapter: 'by chapter: Figure 2.3' },
	full: { work: 'once in the work', chapter: 'again in each chapter' },
	numbers: { work: 'through the whole work', chapter: 'anew in each chapter' }
} as const;
export const LISTS: Record<ListPlace, string> = {
	end: 'one, at the end',
	chapters: 'one behind each chapter',
	both: 'both, behind each and at the end'
};
export const BIBLIOGRAPHY_ORDERS = {
	style: 'as the style orders them',
	date: 'by date',
	kind: 'by kind, with headings'
};
export const LABELS: Record<ChapterLabel, string> = {
	word: 'Chapter 2: …',
	number: '2. …',
	none: 'without a number'
};
