/** One paste may hold several formats one after another: where each begins. */
import type { Format } from './types';

export interface Part {
	format: Format;
	text: string;
	/** 1-based line where it begins. */
	line: number;
}

/** How a record of each format begins, at the start of a line. */
const STARTS: [Format, RegExp][] = [
	['ris', /^TY {1,2}-(?: |$)/],
	['nbib', /^PMID ?- /],
	['bibtex', /^[ \t]*@[ \t]*[a-zA-Z]+[ \t]*[{(]/],
	['mods', /^[ \t]*<(?:\?xml|(?:\w+:)?mods(?:Collection)?[\s>])/],
	['csl-json', /^[ \t]*(?:\[[ \t]*(?:\{|$)|\{[ \t]*(?:"|$))/]
];
const TAGGED: ReadonlySet<Format> = new Set(['ris', 'nbib']);

/** How deep in braces, or in brackets outside of strings, a line ends that began so deep. */
function depthBehind(line: string, depth: number, json: boolean): number {
	let quoted = false;
	for (let i = 0; i < line.length; i++) {
		const c = line[i];
		if (c === '\\') i++;
		else if (json && c === '"') quoted = !quoted;
		else if (quoted) continue;
		else if (c === '{' || (json && c === '[')) depth++;
		else if (c === '}' || (json && c === ']')) depth = Math.max(0, depth - 1);
	}
	return depth;
}

/**
 * Parts a text where another format begins. Within an entry in braces, an array or an element nothing begins but the
 * tags of RIS and MEDLINE, which stand at the very start of a line, and no line of the others begins so.
 * @returns the parts in order; one for a text of one format, none where nothing is known
 */
export function splitFormats(text: string): Part[] {
	const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
	const parts: (Part & { from: number })[] = [];
	let now: Format | null = null;
	let depth = 0;
	lines.forEach((line, i) => {
		const begins = STARTS.find(([f, re]) => (!depth || TAGGED.has(f)) && re.test(line))?.[0];
		if (begins && begins !== now) {
			now = begins;
			depth = 0;
			parts.push({ format: begins, text: '', line: parts.length ? i + 1 : 1, from: parts.length ? i : 0 });
		}
		if (now === 'bibtex') depth = depthBehind(line, /^@/.test(line) ? 0 : depth, false);
		else if (now === 'csl-json') depth = depthBehind(line, depth, true);
		else if (now === 'mods') {
			if (/<(?:\w+:)?mods(?:Collection)?[\s>]/.test(line)) depth = 1;
			if (/<\/(?:\w+:)?modsCollection>\s*$/.test(line) || /^\s*<\/(?:\w+:)?mods>\s*$/.test(line)) depth = 0;
		}
	});
	return parts.map(({ format, line, from }, i) => ({
		format,
		line,
		text: lines.slice(from, parts[i + 1]?.from).join('\n')
	}));
}

/** Whether records of more than one format begin in a text: cheaper than to part it. */
export const maybeMixed = (text: string): boolean =>
	STARTS.filter(([, re]) => new RegExp(re.source, 'm').test(text)).length > 1;
