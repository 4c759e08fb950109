/** Long texts, of which only a part stands in the page at a time. What does that is loaded when there is one. */
import type { BlockVirtualizer } from './block-virtualizer';

/** More blocks than that make a text long. */
export const LONG = 150;
/** A text of fewer characters, as it is stored, has fewer blocks than a long one: each takes some forty. */
const SURELY_SHORT = LONG * 35;

let made: ((...args: ConstructorParameters<typeof BlockVirtualizer>) => BlockVirtualizer) | null = null;

/** Loads it; once. */
export async function readyForLong(): Promise<void> {
	const { BlockVirtualizer: Made } = await import('./block-virtualizer');
	made = (...args) => new Made(...args);
}

/** @param stored a document as it is kept: text, or an object, of which nothing is known */
export const mayBeLong = (stored: unknown): boolean => typeof stored !== 'string' || stored.length > SURELY_SHORT;

/** One for a text; null where it is not loaded: then all of the text stands in the page. */
export const virtualizerFor: (...args: ConstructorParameters<typeof BlockVirtualizer>) => BlockVirtualizer | null = (
	...args
) => made?.(...args) ?? null;
