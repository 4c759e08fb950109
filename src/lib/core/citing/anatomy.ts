/**
 * What a style does, in plain words, read from its own rules, so that it can be held against the instructions of a
 * journal (CSL 1.0.2: "Citation", "Bibliography", "Names", "Sorting", "Locators").
 */
import type { CompiledStyle, Tree } from '../csl';

export interface Trait {
	what: string;
	says: string;
}

const elementsOf = (t: Tree): Tree[] => t.children.filter((c): c is Tree => typeof c !== 'string');
const childOf = (t: Tree | undefined, name: string): Tree | undefined =>
	t && elementsOf(t).find((c) => c.name === name);

/** All elements below one, macros that are called included, each once. */
function* reach(t: Tree, macros: Map<string, Tree>, seen = new Set<Tree>()): Generator<Tree> {
	for (const c of elementsOf(t)) {
		if (seen.has(c)) continue;
		seen.add(c);
		yield c;
		const called = c.attrs.macro ? macros.get(c.attrs.macro) : undefined;
		if (called && !seen.has(called)) {
			seen.add(called);
			yield* reach(called, macros, seen);
		}
		yield* reach(c, macros, seen);
	}
}

const KEY_WORDS: [RegExp, string][] = [
	[/^citation-number$/, 'the order of first citation'],
	[/author|editor|translator|contributor|name/i, 'author'],
	[/issued|date|year/i, 'date'],
	[/container/i, 'journal or book'],
	[/title/i, 'title'],
	[/type|genre/i, 'kind'],
	[/locator|page|volume/i, 'place in the work']
];
const keyWord = (name: string): string | null => KEY_WORDS.find(([re]) => re.test(name))?.[1] ?? null;

/** The keys of a sort element in words. */
function sortWords(sort: Tree | undefined, macros: Map<string, Tree>): string[] {
	const out: string[] = [];
	for (const key of sort ? elementsOf(sort) : []) {
		let word = keyWord(key.attrs.variable ?? key.attrs.macro ?? '');
		const macro = key.attrs.macro ? macros.get(key.attrs.macro) : undefined;
		if (!word && macro)
			for (const e of reach(macro, macros)) {
				word = keyWord(e.attrs.variable ?? '');
				if (word) break;
			}
		if (!word) continue;
		if (key.attrs.sort === 'descending') word += ', the last first';
		if (!out.includes(word)) out.push(word);
	}
	return out.length || !sort ? out : ['a key of its own'];
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const numeral = (s: string): string => NUMBERS[Number(s)] ?? s;

/** The rule that shortens long lists of names, wherever it is said: nearest to the names first (CSL: inheritable options). */
function etAl(part: Tree, style: Tree, macros: Map<string, Tree>): string {
	const said = [...reach(part, macros)].find((e) => e.name === 'name' && e.attrs['et-al-min']) ?? part;
	const at = [said, part, style].find((e) => e.attrs['et-al-min']);
	if (!at) return 'all names, however many';
	const a = at.attrs;
	const last = a['et-al-use-last'] === 'true' ? ', then an ellipsis and the last' : ' and “et al.”';
	const later =
		a['et-al-subsequent-min'] && a['et-al-subsequent-min'] !== a['et-al-min']
			? `; cited again, from ${numeral(a['et-al-subsequent-min'])} on`
			: '';
	const first = a['et-al-use-first'] ?? '1';
	return `from ${numeral(a['et-al-min'])} names on: the first${first === '1' ? '' : ` ${numeral(first)}`}${last}${later}`;
}

/** @param tree the style's elements; @param s the same style compiled */
export function anatomy(tree: Tree, s: CompiledStyle): Trait[] {
	const macros = new Map(elementsOf(tree).flatMap((e) => (e.name === 'macro' ? [[e.attrs.name, e] as const] : [])));
	const citation = childOf(tree, 'citation')!;
	const bibliography = childOf(tree, 'bibliography');
	const layout = childOf(citation, 'layout');
	const inCitation = [...reach(citation, macros)];
	const inList = bibliography ? [...reach(bibliography, macros)] : [];
	const out: Trait[] = [];
	const say = (what: string, says: string) => out.push({ what, says });

	const numeric = s.numeric || s.format === 'numeric';
	say(
		'Cites',
		s.class === 'note'
			? 'in notes, whose marks stand in the text'
			: numeric
				? 'by number, in the text'
				: s.format === 'label'
					? 'by a label made of name and year'
					: s.format === 'author'
						? 'by author, without the year'
						: 'by author and date'
	);
	const { prefix, suffix } = s.citation;
	const raised = layout?.attrs['vertical-align'] === 'sup' || s.citation.format?.['vertical-align'] === 'sup';
	if (s.class !== 'note')
		say(
			'Form',
			raised
				? 'raised'
				: prefix || suffix
					? `between “${prefix.trim()}” and “${suffix.trim()}”`
					: inCitation.some((e) => /^[[(]/.test(e.attrs.prefix ?? ''))
						? 'each in brackets of its own'
						: 'without brackets'
		);
	const order = sortWords(childOf(citation, 'sort'), macros);
	say(
		'Several at once',
		`${order.length ? `ordered by ${order.join(', then ')}` : 'as entered'}, parted by “${(layout?.attrs.delimiter ?? '').trim() || ' '}”${
			citation.attrs.collapse === 'citation-number' ? '; numbers in a row as a range' : ''
		}`
	);
	if (!numeric || s.class === 'note') say('Names when cited', etAl(citation, tree, macros));

	const positions = new Set(inCitation.flatMap((e) => (e.attrs.position ?? '').split(/\s+/).filter(Boolean)));
	if (s.class === 'note' || positions.size)
		say(
			'Cited again',
			positions.size === 0
				? 'in full each time'
				: [
						!positions.has('ibid') && !positions.has('ibid-with-locator')
							? ''
							: inCitation.some((e) => e.attrs.term === 'ibid')
								? '“ibid.” right behind the same source'
								: 'shorter still right behind the same source',
						positions.has('subsequent') || positions.has('first') ? 'a short form otherwise' : '',
						positions.has('near-note') ? 'another one near by' : '',
						s.usesFirstNoteNumber ? 'with the number of the first note' : ''
					]
						.filter(Boolean)
						.join(', ')
		);
	const told = [
		s.citationOptions.addYearSuffix ? 'a letter behind the year' : '',
		s.citationOptions.addNames ? 'more names' : '',
		s.citationOptions.addGiven ? 'given names' : ''
	].filter(Boolean);
	if (told.length) say('Sources that look alike', `told apart by ${told.join(', ')}`);

	if (!bibliography) say('List', 'none: everything is in the citations');
	else {
		const keys = sortWords(childOf(bibliography, 'sort'), macros);
		say('Order of the list', keys.length ? `by ${keys.join(', then ')}` : 'by first citation');
		say('Names in the list', etAl(bibliography, tree, macros));
		// initialize="false" only points initials that are initials already (CSL 1.0.2, "Name")
		const initials = inList.find(
			(e) => e.name === 'name' && e.attrs['initialize-with'] !== undefined && e.attrs.initialize !== 'false'
		);
		say(
			'Given names',
			initials?.attrs['initialize-with'] !== undefined
				? `as initials${initials.attrs['initialize-with'].trim() === '' ? ' without full stops' : ''}`
				: tree.attrs['initialize-with'] !== undefined
					? 'as initials'
					: 'as the source has them'
		);
		const o = s.bibliographyOptions;
		say(
			'Entries stand',
			o.secondFieldAlign ? 'with their numbers in a column' : o.hangingIndent ? 'with a hanging indent' : 'flush left'
		);
		const shows = (v: string) => inList.some((e) => (e.attrs.variable ?? '').split(/\s+/).includes(v));
		say(
			'Links',
			shows('DOI') && shows('URL') ? 'DOI or address' : shows('DOI') ? 'DOI' : shows('URL') ? 'address' : 'none'
		);
	}
	const own = tree.attrs['default-locale'];
	say('Language', own ? `always ${own}` : 'that of the manuscript');
	if (tree.attrs['page-range-format'])
		say('Page ranges', RANGES[tree.attrs['page-range-format']] ?? tree.attrs['page-range-format']);
	return out;
}

const RANGES: Record<string, string> = {
	expanded: '321–328, all digits',
	minimal: '321–8, as few digits as can be',
	'minimal-two': '321–28, at least two digits',
	chicago: '321–28, as Chicago has it (Chicago 17, 9.61)',
	'chicago-15': '321–28, as Chicago has it (Chicago 17, 9.61)',
	'chicago-16': '321–28, as Chicago has it (Chicago 17, 9.61)'
};
