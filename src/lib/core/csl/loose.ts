/** Values from outside that should be texts or numbers, and may be anything. */

/** A text or number as a text; empty for anything else. Never throws: an object of outside may have a `toString` that is no function. */
export const plainText = (x: unknown): string => (typeof x === 'string' || typeof x === 'number' ? String(x) : '');
/** A text or number as a number; NaN for anything else. */
export const plainNumber = (x: unknown): number => (typeof x === 'string' || typeof x === 'number' ? Number(x) : NaN);
