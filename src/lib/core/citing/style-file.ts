/** A CSL file that somebody brings: what it says about itself (CSL 1.0.2, "Info"; dependent styles). */
import { StyleError, type Tree } from '../csl';

export interface StyleFile {
	/** The id of the style within the app: the last part of its own. */
	id: string;
	title: string;
	/** Style whose rules it uses, by its id in the catalogue; empty for one with rules of its own. */
	parent: string;
	/** When it was changed, as it says: an ISO date; empty for none. */
	updated: string;
	licence: string;
	fields: string[];
	kind: string;
	note: boolean;
	language: string;
}

const kids = (t: Tree): Tree[] => t.children.filter((c): c is Tree => typeof c !== 'string');
const text = (t: Tree | undefined): string =>
	t
		? t.children
				.map((c) => (typeof c === 'string' ? c : text(c)))
				.join('')
				.trim()
		: '';

/** The last part of a style's address, which is how styles are known by name. */
export const styleSlug = (address: string): string =>
	address
		.trim()
		.replace(/[#?].*$/, '')
		.replace(/\.csl$/i, '')
		.replace(/\/+$/, '')
		.split('/')
		.at(-1)!
		.replace(/[^\w.-]+/g, '-')
		.toLowerCase();

/** Reads what a style says about itself. @throws StyleError where it is no style or says nothing of itself */
export function readStyleFile(tree: Tree): StyleFile {
	const fail = (message: string, at: Tree = tree): never => {
		throw new StyleError(message, at.line ?? 0, at.column ?? 0);
	};
	if (tree.name === 'locale') fail('This is a CSL locale file, not a style. Bring the style that goes with it.');
	if (tree.name !== 'style') fail(`A CSL style begins with <style>, this begins with <${tree.name}>.`);
	const info =
		kids(tree).find((e) => e.name === 'info') ?? fail('The style has no <info>, so it has neither name nor id.');
	const parts = kids(info);
	const title = text(parts.find((e) => e.name === 'title'));
	const own = text(parts.find((e) => e.name === 'id'));
	if (!title) fail('The style has no title. Write one in <info>.', info);
	if (!own) fail('The style has no <id> in its <info>.', info);
	const links = parts.filter((e) => e.name === 'link');
	const parent = links.find((l) => l.attrs.rel === 'independent-parent')?.attrs.href ?? '';
	const rights = parts.find((e) => e.name === 'rights');
	const categories = parts.filter((e) => e.name === 'category');
	return {
		id: styleSlug(own),
		title,
		parent: parent ? styleSlug(parent) : '',
		updated: text(parts.find((e) => e.name === 'updated')),
		licence: rights?.attrs.license ?? text(rights),
		fields: categories.flatMap((c) => (c.attrs.field ? [c.attrs.field] : [])),
		kind: categories.map((c) => c.attrs['citation-format']).find(Boolean) ?? '',
		note: tree.attrs.class === 'note',
		language: tree.attrs['default-locale'] ?? ''
	};
}

/** So much of a long line is shown: a style may come without a single line break. */
const SHOWN = 240;

/** The part of a line around a column, with … where it was cut. */
function part(line: string, column: number): string {
	if (line.length <= SHOWN) return line;
	const from = Math.max(0, Math.min(column - SHOWN / 2, line.length - SHOWN));
	return `${from ? '…' : ''}${line.slice(from, from + SHOWN)}${from + SHOWN < line.length ? '…' : ''}`;
}

/** Lines of a file around a place, each with its number, for showing where something is wrong. */
export function linesAround(
	file: string,
	line: number,
	by = 2,
	column = 0
): { n: number; text: string; here: boolean }[] {
	const first = Math.max(0, line - 1 - by);
	return file
		.split(/\r\n|\r|\n/)
		.slice(first, line + by)
		.map((t, i) => ({
			n: first + i + 1,
			text: part(t, first + i + 1 === line ? column : 0),
			here: first + i + 1 === line
		}));
}
