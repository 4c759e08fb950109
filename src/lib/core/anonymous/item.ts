/** A source as it is cited in a paper for blind review: "Author, 2019" (common practice; APA 7, 8.1 knows no rule for it). */
import type { DateValue, Item } from '../csl';

/** What stands for a writer, and for the title of a work that would name them. */
export const AUTHOR = 'Author';
export const NO_TITLE = '[Title removed for review]';

/** The year alone: a day could be looked up. */
function yearOnly(date: DateValue | undefined): DateValue | undefined {
	const year = date?.['date-parts']?.[0]?.[0];
	return year === undefined || year === null ? undefined : { 'date-parts': [[year]] };
}

/** Nothing of it stays but its id, its year and its language. */
export function coveredItem(item: Item): Item {
	const issued = yearOnly(item.issued as DateValue | undefined);
	return {
		id: item.id,
		type: 'document',
		author: [{ literal: AUTHOR }],
		title: NO_TITLE,
		...(issued ? { issued } : {}),
		...(typeof item.language === 'string' ? { language: item.language } : {})
	};
}
