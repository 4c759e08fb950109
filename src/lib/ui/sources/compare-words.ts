/** What the look-up has of a typed reference, in words. */
import type { Compared } from '$lib/core/match';
import { fieldNamed, showValue } from '$lib/core/source';

/** How each begins. */
export const LOOK_UP = 'Look-up: ';

export const fieldLabel = (field: string): string =>
	field === 'type' ? 'kind' : fieldNamed(field).label.replace(/^\p{Lu}(?!\p{Lu})/u, (c) => c.toLowerCase());

/** @param answer null where it has nothing */
export function compareWords(answer: Compared | null): string {
	if (!answer) return `${LOOK_UP}not found.`;
	const { item, why, adds, differs } = answer;
	const parts = [`${LOOK_UP}found by ${why}`];
	if (adds.length) parts.push(`added ${adds.map(fieldLabel).join(', ')}`);
	if (differs.length)
		parts.push(`differs in ${differs.map((f) => `${fieldLabel(f)} (“${showValue(f, item[f])}” there)`).join(', ')}`);
	return `${parts.join('; ')}.`;
}
