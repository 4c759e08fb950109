/** Locators as documents with keys spell them: short forms have their full stop. */
import { writeLocator } from '../../source';
import type { PaperCite } from '../../paper';

export const spelt = (locator: PaperCite['locator']): string =>
	writeLocator(locator)
		.replace(/^(pp?|ch|para|fig|vol|col|fol|app|eq|no)\b(?!\.)/, '$1.')
		.replace(/–/g, '-');
