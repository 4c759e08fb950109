/** Text as it can go into any file. */

/**
 * Characters that XML 1.0 (2.2, Char) does not allow: controls become a space where they would part words and nothing
 * where a space stands beside them; U+FFFE, U+FFFF and halves of surrogate pairs become the replacement character or go.
 */
export function cleanText(s: string): string {
	if (!FORBIDDEN.test(s)) return s;
	return (
		s
			.replace(/[\uFFFE\uFFFF]/g, '')
			.replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD')
			// eslint-disable-next-line no-control-regex -- the controls are what is looked for
			.replace(/(\s?)[\u0000-\u0008\u000B\u000C\u000E-\u001F]+(\s?)/g, (_m, before: string, after: string) =>
				before && after ? before : before || after || ' '
			)
	);
}
// eslint-disable-next-line no-control-regex -- the controls are what is looked for
const FORBIDDEN = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF\uD800-\uDFFF]/;

/** The first letter that has a direction is one of a right-to-left script (Unicode UAX #9, P2 and P3, by script). */
const STRONG = /[\p{L}]/u;
const RTL = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Adlam}]/u;
export function isRightToLeft(s: string): boolean {
	const first = STRONG.exec(s)?.[0];
	return first !== undefined && RTL.test(first);
}
