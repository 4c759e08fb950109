/** Quotations that silently depart from their excerpt, and those without a place where the style wants one. */
import { wantsPlace } from '../citing';
import { departure, firstWords, type QuotationInfo } from '../manuscript';
import type { Checker, Facts } from './types';

export interface QuoteRemark {
	quotation: QuotationInfo;
	what: 'departs' | 'no place';
	/** The source that it is about. */
	sourceId: string;
}

/** What is to be said about the quotations of a text. */
export function quoteRemarks(f: Pick<Facts, 'quotations' | 'style' | 'source' | 'resolve'>): QuoteRemark[] {
	const out: QuoteRemark[] = [];
	for (const quotation of f.quotations) {
		const sourceId = f.resolve(quotation.sourceId);
		if (quotation.basis !== null && departure(quotation.basis, quotation.text) === 'silent')
			out.push({ quotation, what: 'departs', sourceId });
		// of a group of cites any may be the one that is quoted
		const placeless = quotation.cited.map(f.resolve).find((id) => {
			const source = f.source(id);
			return source && wantsPlace(f.style, source.item.type);
		});
		if (!quotation.located && placeless) out.push({ quotation, what: 'no place', sourceId: placeless });
	}
	return out;
}

const short = (q: QuotationInfo): string => `“${firstWords(q.text, 60)}”`;

export const departing: Checker = (f) =>
	quoteRemarks(f)
		.filter((r) => r.what === 'departs')
		.map(({ quotation: q, sourceId }) => ({
			check: 'departs',
			pos: q.from,
			sourceId,
			what: `${short(q)} departs from its excerpt without showing it`
		}));

export const missingLocators: Checker = (f) =>
	quoteRemarks(f)
		.filter((r) => r.what === 'no place')
		.map(({ quotation: q, sourceId }) => ({
			check: 'missing-locator',
			pos: q.from,
			sourceId,
			what: `${short(q)} says no place`
		}));
