/** Words around a cite, as documents write them: locator and what follows it. */
import { readLocator } from '../../source';
import type { Inline, PaperCite } from '../../paper';

/**
 * Takes apart what stands behind a cite key or a comma: a locator first where there is one, the rest is the suffix.
 * @param text as it stands, with the comma in front
 */
export function readBehind(text: string): Pick<PaperCite, 'locator' | 'suffix'> {
	const lead = /^\s*,?\s*/.exec(text)![0];
	const body = text.slice(lead.length).trimEnd();
	// braces say what is the locator
	const braced = /^\{([^{}]*)\}/.exec(body);
	if (braced) {
		const said = braced[1].trim();
		const l = readLocator(said, { romans: true });
		const whole = l && l.length === said.length ? l : null;
		const locator = said ? { label: whole?.label ?? 'page', value: whole?.value ?? said } : null;
		return { locator, suffix: body.slice(braced[0].length).trim() };
	}
	const l = readLocator(body, { romans: true });
	if (l) return { locator: { label: l.label, value: l.value }, suffix: body.slice(l.length).trim() };
	return { locator: null, suffix: body ? `${lead.includes(',') ? ', ' : ''}${body}` : '' };
}

/**
 * Words with the formatting that prefixes, suffixes and fields of sources may have (CSL-JSON, rich text).
 * @param around formatting of all of it, which needs not be said
 * @param lost is told where something stands there that is no words
 */
export function fieldText(
	line: Inline[],
	around: ReadonlySet<string> = new Set(),
	lost: () => void = () => {}
): string {
	return line
		.map((i) => {
			if (i.t === 'math') return i.tex;
			if (i.t === 'break') return ' ';
			if (i.t !== 'text') {
				lost();
				return '';
			}
			const own = new Set(i.marks.map((m) => m.t).filter((t) => !around.has(t)));
			const text = i.text.replace(/\s+/g, ' ');
			const tag = TAGS.find(([t]) => own.has(t));
			return tag ? `${tag[1]}${text}${tag[2]}` : text;
		})
		.join('');
}
const TAGS: [Inline['marks'][number]['t'], string, string][] = [
	['em', '<i>', '</i>'],
	['strong', '<b>', '</b>'],
	['small-caps', '<span style="font-variant:small-caps;">', '</span>'],
	['superscript', '<sup>', '</sup>'],
	['subscript', '<sub>', '</sub>']
];
