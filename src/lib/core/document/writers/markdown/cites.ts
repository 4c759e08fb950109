/** Citations with keys: `[see @key, p. 3; @other]`, `@key [p. 3]`, `[-@key]`. */
import type { PaperCite } from '../../../paper';
import { readBehind } from '../../readers/cite-text';
import { spelt } from '../locator';

/** A key with braces where it ends in a sign, or has others than those of plain keys. */
const keyed = (key: string): string =>
	/^[\p{L}\p{N}_](?:[\p{L}\p{N}_]|[:.#$%&\-+?<>~/](?=[\p{L}\p{N}_]))*$/u.test(key) ? `@${key}` : `@{${key}}`;

const TAGS: [RegExp, string][] = [
	[/<\/?i>/g, '*'],
	[/<\/?b>/g, '**'],
	[/<span style="font-variant:\s*small-caps;?">(.*?)<\/span>/g, '[$1]{.smallcaps}']
];

/** Words around a cite with their formatting (CSL-JSON, rich text). */
function affix(text: string): string {
	const safe = text.replace(/[[\]@^~*_$`\\]/g, '\\$&');
	return TAGS.reduce((s, [tag, sign]) => s.replace(tag, sign), safe);
}

/** What stands behind a key, so that it is read as what it was. */
function behind({ locator, suffix }: PaperCite): string {
	const said = spelt(locator);
	const rest = affix(suffix);
	const space = suffix && !/^[\s,.;:]/.test(suffix) ? ' ' : '';
	const back = readBehind(`${said && `, ${said}`}${space}${suffix}`);
	const same = JSON.stringify(back.locator) === JSON.stringify(locator) && back.suffix === suffix.trim();
	// braces say what is the locator and what is not
	return `, ${same ? said : `{${said}}`}${space}${rest}`.replace(/^, (?=[\s,.;:]|$)/, '');
}

/** Cites as they stand in brackets. */
const inBrackets = (cites: PaperCite[], key: (c: PaperCite) => string): string =>
	cites
		.map((c) => {
			const prefix = affix(c.prefix).replace(/;/g, ',').trim();
			return `${prefix && `${prefix} `}${c.form === 'year-only' ? '-' : ''}${keyed(key(c))}${behind(c)}`;
		})
		.join('; ');

/**
 * A citation. One in the sentence comes before its bracket, in which the others stand.
 * @param key the cite key of a source
 */
export function writeCites(cites: PaperCite[], key: (c: PaperCite) => string): string {
	const parts: string[] = [];
	let group: PaperCite[] = [];
	const close = () => {
		if (group.length) parts.push(`[${inBrackets(group, key)}]`);
		group = [];
	};
	for (const c of cites) {
		if (c.form !== 'narrative') {
			group.push(c);
			continue;
		}
		close();
		const prefix = affix(c.prefix).trim();
		const place = c.locator ? behind(c).replace(/^,?\s*/, '') : behind(c).trim();
		parts.push(`${prefix && `${prefix} `}${keyed(key(c))}${place && ` [${place}]`}`);
	}
	close();
	return parts.join(' ');
}
