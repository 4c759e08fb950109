/** Dates as people type them, to CSL-JSON and back. */
import { dateValue, normalDate, type DatePoint, type DateValue } from '../csl';

const MONTHS = 'January February March April May June July August September October November December'.split(' ');
const SEASONS = ['Spring', 'Summer', 'Autumn', 'Winter'];

/** Reads `2019`, `May 2019`, `2019-05-03`, `c. 1890`, `1890–1893`, `spring 2004`, `n.d.`, `forthcoming`; null when empty. */
export function readDate(text: string): DateValue | null {
	const s = text.trim();
	if (!s || /^n\.?\s?d\.?$/i.test(s)) return null;
	const d = normalDate(s);
	if (!d) return null;
	return dateValue(d) ?? { literal: s };
}

/** Writes a date so that readDate reads it again. */
export function writeDate(value: unknown): string {
	const d = normalDate(value);
	if (!d) return '';
	if (!d.start) return d.literal;
	const one = (p: DatePoint) => {
		const y = p.year < 0 ? `${-p.year} BC` : String(p.year);
		if (p.season) return `${SEASONS[p.season - 1]} ${y}`;
		if (p.day)
			return p.year < 0
				? `${p.day} ${MONTHS[p.month - 1]} ${y}`
				: `${y.padStart(4, '0')}-${String(p.month).padStart(2, '0')}-${String(p.day).padStart(2, '0')}`;
		return p.month ? `${MONTHS[p.month - 1]} ${y}` : y;
	};
	// an open range as ISO 8601-2 has it
	const range = d.end ? `${one(d.start)}–${one(d.end)}` : d.open ? `${one(d.start)}/` : one(d.start);
	return d.circa ? `c. ${range}` : range;
}
