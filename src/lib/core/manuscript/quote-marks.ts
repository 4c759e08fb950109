/** Quotation marks of a language, and those within a quotation. */

/** Quotation marks of a language. */
export interface QuoteMarks {
	open: string;
	close: string;
	innerOpen: string;
	innerClose: string;
}

/** Quotation marks inside a quotation take the inner form (Chicago 17, 13.30). */
export function innerQuotes(text: string, q: QuoteMarks): string {
	return text
		.replace(/(^|[\s([—–])["“„«]\s?/g, (_m, before: string) => `${before}${q.innerOpen}`)
		.replace(/["”]|\s?»|(?<=\p{L}[.,!?]?)“/gu, q.innerClose);
}
