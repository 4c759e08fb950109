/** Values of fields, whatever their shape. */
import { DATE_VARIABLES, NAME_VARIABLES, type Name } from '../csl';
import { writeDate } from './dates';
import { writeName } from './show';

export const isEmpty = (v: unknown): boolean =>
	v === undefined || v === null || v === '' || (Array.isArray(v) && !v.length);

/** A value as one line of words, for comparing and for reports. */
export function showValue(field: string, v: unknown): string {
	if (isEmpty(v)) return '';
	if (NAME_VARIABLES.has(field) && Array.isArray(v)) return (v as Name[]).map(writeName).join('; ');
	if (DATE_VARIABLES.has(field)) return writeDate(v);
	return typeof v === 'object' ? JSON.stringify(v) : String(v);
}
