/**
 * A cite, or a part of an entry, may end in a comma that the style puts behind something for what follows it. Where nothing
 * follows, what parts or ends it stands in the comma's place: “Wage”; Brandt, not “Wage,” Brandt (common practice).
 */
import type { Rich } from './rich';

/** Whether the last mark is a comma of the style, behind something else than a comma. */
export function endsInStyleComma(r: Rich | null): boolean {
	if (r === null) return false;
	const end = { text: '', other: false };
	collectEnd(r, end);
	return !end.other && /[^,],\s*$/.test(end.text);
}

/**
 * Collects text from the end until two marks are there; `other` where what stands last is no comma by itself: a person
 * typed it, in a field or behind a cite, or it is part of a longer affix that closes no bracket.
 * @returns whether that is enough
 */
function collectEnd(r: Rich, end: { text: string; other: boolean }): boolean {
	if (typeof r === 'string') {
		if (!end.text.trim() && !/^[\s,]*$|[)\]],\s*$/.test(r)) end.other = true;
		end.text = r + end.text;
		return end.text.trim().length > 1;
	}
	const nothing = !end.text.trim();
	for (let i = r.kids.length - 1; i >= 0; i--) if (collectEnd(r.kids[i], end)) break;
	if (nothing && (r.field || r.tag === 'suffix') && end.text.trim()) end.other = true;
	return end.text.trim().length > 1;
}

/** What stands before a suffix: without the style's comma at its end, where the suffix begins with a full stop. */
export const withoutCommaBefore = (r: Rich | null, suffix: string): Rich | null =>
	r !== null && /^\s*\./.test(suffix) && endsInStyleComma(r) ? withoutTrailingCommas(r) : r;

/** Without the commas that it ends in, and the spaces behind them. */
export function withoutTrailingCommas(r: Rich): Rich | null {
	let out: Rich | null = r;
	do out = withoutComma(out).rest;
	while (out !== null && endsInStyleComma(out));
	return out;
}

/** Takes the last comma off; `done` once it is found, as only spaces may stand behind it. */
function withoutComma(r: Rich): { rest: Rich | null; done: boolean } {
	if (typeof r === 'string') {
		const text = r.trimEnd();
		if (!text) return { rest: null, done: false };
		return { rest: (text.endsWith(',') ? text.slice(0, -1) : text) || null, done: true };
	}
	const kids = [...r.kids];
	while (kids.length) {
		const { rest, done } = withoutComma(kids.pop()!);
		if (rest !== null) kids.push(rest);
		if (done) return { rest: kids.length ? { ...r, kids } : null, done };
	}
	return { rest: null, done: false };
}
