/** So many characters before a place tell it from others. */
const BEFORE = 24;

/** A place in a text by its words and those before it; it survives changes elsewhere. */
export const contextOf = (text: string, from: number, to: number): string =>
	text.slice(Math.max(0, from - BEFORE), to).replace(/\s+/g, ' ');
