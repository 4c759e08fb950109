/** Words around a cite, as documents write them: locator and what follows it. */
import { readLocator } from '../../source';
import type { PaperCite } from '../../paper';

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
