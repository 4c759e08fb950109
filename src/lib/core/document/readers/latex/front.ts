/** Title, authors and what belongs to them, as the many classes of LaTeX have them. */
import { textOf, type Inline, type TitleBlock } from '../../../paper';
import { Cursor, isMacro, isString, type Node } from './cursor';

/** Commands whose argument names the place where an author works. */
export const PLACES = new Set([
	'affil',
	'affiliation',
	'address',
	'institute',
	'institution',
	'inst',
	'IEEEauthorblockA',
	'university',
	'department',
	'affaddr',
	'thanks',
	'footnote',
	'orgdiv',
	'orgname'
]);

/**
 * Authors of one `\author{…}`, parted by `\and`; lines below a name, and what the commands of places hold, are where
 * they work.
 */
export function readAuthors(nodes: Node[], head: TitleBlock, line: (nodes: Node[]) => Inline[]): void {
	for (const part of split(nodes, (n) => isMacro(n, 'and', 'And', 'AND'))) {
		const at = new Cursor(part);
		const lines: Node[][] = [[]];
		const affiliations: string[] = [];
		let email = '';
		while (!at.done) {
			const n = at.next()!;
			if (isMacro(n, '\\', 'newline')) {
				at.opt();
				lines.push([]);
			} else if (n.type === 'macro' && PLACES.has(n.content)) {
				at.opt();
				const place = textOf(line(at.arg()));
				if (n.content !== 'inst' && place) affiliations.push(place);
			} else if (isMacro(n, 'email', 'ead')) {
				at.opt();
				email = textOf(line(at.arg()));
			} else if (isMacro(n, 'IEEEauthorblockN', 'name')) lines[0].push(...at.arg());
			else if (isMacro(n, 'orcidID', 'orcid', 'orcidlink', 'corref', 'fnref', 'fnmsep', 'textsuperscript', 'label')) {
				at.opt();
				at.arg();
			} else lines[lines.length - 1].push(n);
		}
		const [names = '', ...more] = lines.map((l) => textOf(line(l))).filter(Boolean);
		for (const place of more) {
			if (/^\S+@\S+$/.test(place)) email = place;
			else affiliations.push(place);
		}
		// several names in one place stand with commas
		const list = names.split(/\s*,\s*(?:and\s+)?|\s+and\s+/).filter(Boolean);
		const suffix = /^(?:Jr|Sr|I{1,3}|IV)\.?$/;
		list.forEach((name, i) => {
			if (suffix.test(name) && i) {
				head.authors[head.authors.length - 1].name += `, ${name}`;
			} else head.authors.push({ name: name.replace(/[\s,*†‡\d]+$/, ''), affiliations, email });
		});
	}
}

export function split(nodes: Node[], at: (n: Node) => boolean): Node[][] {
	const out: Node[][] = [[]];
	for (const n of nodes) {
		if (at(n)) out.push([]);
		else out[out.length - 1].push(n);
	}
	return out;
}

/** Parts of a text between commas and `\sep`. */
export const byCommas = (nodes: Node[], line: (nodes: Node[]) => Inline[]): string[] =>
	split(nodes, (n) => isMacro(n, 'sep', 'and') || isString(n, ',') || isString(n, ';'))
		.map((p) => textOf(line(p)).replace(/\.$/, ''))
		.filter(Boolean);
