/** Quotations that silently depart from their excerpt, and those without a place where the style wants one (need N21). */
import { wantsPlace } from '../citing';
import { departure, firstWords, type QuotationInfo } from '../manuscript';
import type { Checker, Facts } from './types';

export interface QuoteRemark {
	quotation: QuotationInfo;
	what: 'departs' | 'no place';
}

/** What is to be said about the quotations of a text. */
export function quoteRemarks(f: Pick<Facts, 'quotations' | 'style' | 'source' | 'resolve'>): QuoteRemark[] {
	const out: QuoteRemark[] = [];
	for (const quotation of f.quotations) {
		if (quotation.basis !== null && departure(quotation.basis, quotation.text) === 'silent')
			out.push({ quotation, what: 'departs' });
		const source = f.source(f.resolve(quotation.sourceId));
		if (!quotation.located && source && wantsPlace(f.style, source.item.type))
			out.push({ quotation, what: 'no place' });
	}
	return out;
}

const short = (q: QuotationInfo): string => `“${firstWords(q.text, 60)}”`;

export const departing: Checker = (f) =>
	quoteRemarks(f)
		.filter((r) => r.what === 'departs')
		.map(({ quotation: q }) => ({
			check: 'departs',
			pos: q.from,
			sourceId: f.resolve(q.sourceId),
			what: `${short(q)} departs from its excerpt without showing it`
		}));

export const withoutPlace: Checker = (f) =>
	quoteRemarks(f)
		.filter((r) => r.what === 'no place')
		.map(({ quotation: q }) => ({
			check: 'no-place',
			pos: q.from,
			sourceId: f.resolve(q.sourceId),
			what: `${short(q)} says no place`
		}));
