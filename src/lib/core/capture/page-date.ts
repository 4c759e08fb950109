/** Dates as pages and papers write them. */
import { dateValue, normalDate, type DateValue } from '../csl';

/** A date as pages write them, to its parts. */
export function pageDate(text: string | undefined): DateValue | undefined {
	if (!text) return undefined;
	return dateValue(normalDate(text.replace(/^(\d{4}-\d\d-\d\d)[T ].*$/, '$1'))) ?? undefined;
}
