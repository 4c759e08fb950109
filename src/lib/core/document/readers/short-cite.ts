import type { PaperCite } from '../../paper';

/** A cite in short, for tests: form, prefix, key, locator, suffix. */
export const short = (c: PaperCite) =>
	[
		{ parenthetical: '', narrative: 'N ', 'year-only': 'Y ', 'author-only': 'A ' }[c.form],
		c.prefix && `(${c.prefix}) `,
		c.sourceId,
		c.locator && ` ${c.locator.label}=${c.locator.value}`,
		c.suffix && ` +${c.suffix}`
	]
		.filter(Boolean)
		.join('');
