/** Style tree → compiled style: closures for layouts and sort keys, options resolved, errors with their place. */
import { child, elements, textOf, type Tree } from './tree';
import { StyleError, type Warning } from './errors';
import type { Eval, StyleFacts } from './context';
import { compileChoose, compileGroup, compileLabel, compileNumber, compileText } from './elements';
import { compileDate } from './date-element';
import { compileDecor, readFormat } from './decor';
import { buildLocale, type Locale, type LocaleSource } from './locale';
import { compileNames, inheritNames, type NameDefaults, type Outer } from './names-element';
import { gather, type Format, type Rich } from './rich';
import type { Area } from './types';
import { lintStyle } from './lint';
import { checkSize } from './size';
import { dateOf } from './read';
import { NAME_VARIABLES } from './variables';

export interface SortKey {
	run: Eval;
	descending: boolean;
	/** The key is a date, whose missing value goes last. */
	variable: string;
	macro: string;
	min?: number;
	useFirst?: number;
	useLast?: boolean;
	/** The key reads the citation number. */
	usesNumber: boolean;
}

export interface Layout {
	run: Eval;
	delimiter: string;
	prefix: string;
	suffix: string;
	format?: Format;
	sort: SortKey[];
	/** The layout's own elements, one by one, for `second-field-align`. */
	fields: Eval[];
}

export interface CitationOptions {
	addNames: boolean;
	addGiven: boolean;
	givenRule: 'all-names' | 'all-names-with-initials' | 'primary-name' | 'primary-name-with-initials' | 'by-cite';
	addYearSuffix: boolean;
	collapse: '' | 'citation-number' | 'year' | 'year-suffix' | 'year-suffix-ranged';
	citeGroupDelimiter: string | null;
	yearSuffixDelimiter: string | null;
	afterCollapseDelimiter: string | null;
	nearNoteDistance: number;
	/** The style prints locators. */
	usesLocator: boolean;
}

export interface BibliographyOptions {
	hangingIndent: boolean;
	secondFieldAlign: '' | 'flush' | 'margin';
	lineSpacing: number;
	entrySpacing: number;
	subsequentAuthorSubstitute: string | null;
	substituteRule: string;
}

export interface CompiledStyle {
	id: string;
	title: string;
	class: 'in-text' | 'note';
	/** author-date, author, numeric, label or note, as the style's category says; empty where it does not. */
	format: string;
	locale: Locale;
	facts: StyleFacts;
	citation: Layout;
	bibliography: Layout | null;
	citationOptions: CitationOptions;
	bibliographyOptions: BibliographyOptions;
	/** How many `disambiguate` conditions a cite can meet. */
	disambiguateConditions: number;
	/** Citations show the citation number. */
	numeric: boolean;
	/** Entries show the citation number. */
	bibliographyNumeric: boolean;
	usesFirstNoteNumber: boolean;
	/** Citations depend on where in the sequence they stand. */
	usesPosition: boolean;
	warnings: Warning[];
}

export interface CompileOptions {
	/** Where locale trees come from. */
	locales: LocaleSource;
	/** Language to use unless the style insists; default: the style's, then en-US. */
	lang?: string;
	/** Use `lang` even where the style names a default locale. */
	forceLang?: boolean;
	abbreviate?: StyleFacts['abbreviate'];
}

/** The language a style is written out in. */
export function styleLanguage(t: Tree, wanted?: string, force = false): string {
	const own = t.attrs['default-locale'];
	const lang = (force ? (wanted ?? own) : (own ?? wanted)) ?? 'en-US';
	return lang.split('-x-')[0];
}

/**
 * Compiles a style.
 * @throws StyleError where the tree is no independent CSL style or calls what is not there.
 */
export function compileStyle(t: Tree, options: CompileOptions): CompiledStyle {
	const fail = (message: string, at: Tree = t): never => {
		throw new StyleError(message, at.line ?? 0, at.column ?? 0);
	};
	if (t.name === 'locale') fail('This is a CSL locale file, not a style. Bring the style that goes with it.');
	if (t.name !== 'style') fail(`A CSL style begins with <style>, this begins with <${t.name}>.`);
	const version = t.attrs.version ?? '1.0';
	if (/^\d+\.\d+/.test(version) && parseFloat(version) > 1.0 && !/^1\.0/.test(version) && !/mlz/.test(version)) {
		fail(`This style is written for CSL ${version}; styles up to 1.0.2 can be used.`);
	}
	const info = child(t, 'info');
	const citation = child(t, 'citation');
	if (!citation) {
		const parent = info && elements(info).find((l) => l.name === 'link' && l.attrs.rel === 'independent-parent');
		if (parent) fail(`This style only points to another one: ${parent.attrs.href ?? ''}. Choose that style.`, parent);
		fail('The style has no <citation>, so it cannot cite.');
	}
	const lang = styleLanguage(t, options.lang, options.forceLang);
	const locale = buildLocale(
		lang,
		options.locales,
		elements(t).filter((e) => e.name === 'locale')
	);
	// a tree without places comes from the shipped catalogue, which a test looks through
	const warnings = t.line ? lintStyle(t, locale) : [];
	const macros = new Map<string, Tree>();
	for (const e of elements(t)) if (e.name === 'macro' && e.attrs.name) macros.set(e.attrs.name, e);
	const rootNames = inheritNames(t, { attrs: {} });
	const facts: StyleFacts = {
		english: /^en/i.test(lang),
		pageRangeFormat: t.attrs['page-range-format'] ?? '',
		demote: (t.attrs['demote-non-dropping-particle'] as StyleFacts['demote']) ?? 'display-and-sort',
		initializeWithHyphen: t.attrs['initialize-with-hyphen'] !== 'false',
		explicitYearSuffix: { citation: false, bibliography: false },
		abbreviate: options.abbreviate
	};
	let conditions = 0;
	let numeric = false;
	let bibliographyNumeric = false;
	let usesFirstNote = false;
	let usesPosition = false;
	let usesLocator = false;

	const compileArea = (areaTree: Tree, area: Area): Layout => {
		const defaults = inheritNames(areaTree, rootNames);
		checkSize(areaTree, macros);
		const compiler = new AreaCompiler(locale, macros, defaults, fail);
		const layoutTree = child(areaTree, 'layout');
		if (!layoutTree) fail(`<${area}> has no <layout>.`, areaTree);
		const layout = layoutTree as Tree;
		const sortTree = child(areaTree, 'sort');
		const sort = (sortTree ? elements(sortTree) : []).filter((k) => k.name === 'key').map((k) => compiler.sortKey(k));
		const fields = elements(layout).map((e) => compiler.element(e));
		const uses = compiler.reachable(layout);
		if (uses.variables.has('year-suffix')) facts.explicitYearSuffix[area] = true;
		if (area === 'citation') {
			conditions = uses.conditions;
			usesPosition = uses.positions || dependsOnPosition(t) || dependsOnPosition(areaTree);
			numeric = uses.variables.has('citation-number');
			usesFirstNote = uses.variables.has('first-reference-note-number');
			usesLocator = uses.variables.has('locator');
		}
		if (area === 'bibliography') bibliographyNumeric = uses.variables.has('citation-number');
		return {
			fields,
			run: (c) => gather(fields, c, ''),
			delimiter: layout.attrs.delimiter ?? '',
			prefix: layout.attrs.prefix ?? '',
			suffix: layout.attrs.suffix ?? '',
			format: readFormat(layout.attrs),
			sort
		};
	};

	const ct = citation as Tree;
	const citationLayout = compileArea(ct, 'citation');
	const bt = child(t, 'bibliography');
	const bibliographyLayout = bt ? compileArea(bt, 'bibliography') : null;
	const a = ct.attrs;
	const b = bt?.attrs ?? {};
	const category = info && elements(info).find((e) => e.name === 'category' && e.attrs['citation-format']);
	return {
		id: textOf(info && child(info, 'id')),
		title: textOf(info && child(info, 'title')),
		class: t.attrs.class === 'note' ? 'note' : 'in-text',
		format: category ? category.attrs['citation-format'] : '',
		locale,
		facts,
		citation: citationLayout,
		bibliography: bibliographyLayout,
		citationOptions: {
			addNames: a['disambiguate-add-names'] === 'true',
			addGiven: a['disambiguate-add-givenname'] === 'true',
			givenRule: (a['givenname-disambiguation-rule'] as CitationOptions['givenRule']) ?? 'by-cite',
			addYearSuffix: a['disambiguate-add-year-suffix'] === 'true',
			collapse: (a.collapse as CitationOptions['collapse']) ?? '',
			citeGroupDelimiter: a['cite-group-delimiter'] ?? null,
			yearSuffixDelimiter: a['year-suffix-delimiter'] ?? null,
			afterCollapseDelimiter: a['after-collapse-delimiter'] ?? null,
			nearNoteDistance: a['near-note-distance'] != null ? parseInt(a['near-note-distance'], 10) || 0 : 5,
			usesLocator
		},
		bibliographyOptions: {
			hangingIndent: b['hanging-indent'] === 'true',
			secondFieldAlign: (b['second-field-align'] as BibliographyOptions['secondFieldAlign']) ?? '',
			lineSpacing: b['line-spacing'] != null ? parseInt(b['line-spacing'], 10) : 1,
			entrySpacing: b['entry-spacing'] != null ? parseInt(b['entry-spacing'], 10) : 1,
			subsequentAuthorSubstitute: b['subsequent-author-substitute'] ?? null,
			substituteRule: b['subsequent-author-substitute-rule'] ?? 'complete-all'
		},
		disambiguateConditions: conditions,
		numeric,
		bibliographyNumeric,
		usesFirstNoteNumber: usesFirstNote,
		usesPosition,
		warnings
	};
}

const dependsOnPosition = (t: Tree) =>
	t.attrs['et-al-subsequent-min'] != null || t.attrs['et-al-subsequent-use-first'] != null;

/**
 * The label of pages right before a locator is the locator's: the pages are printed elsewhere, if at all. The label of a
 * locator right before the pages of a source is that of the pages (common practice).
 */
const resolveLabel = (e: Tree, next: Tree | undefined): Tree => {
	const pair = e.name === 'label' && next?.name === 'text' ? `${e.attrs.variable} ${next.attrs.variable}` : '';
	return pair === 'page locator' || pair === 'locator page'
		? { ...e, attrs: { ...e.attrs, variable: next!.attrs.variable } }
		: e;
};

/** Compiles the elements of one area; macros once each, since inherited name options differ between areas. */
class AreaCompiler {
	private readonly done = new Map<string, Eval>();
	private readonly open: string[] = [];

	constructor(
		private readonly locale: Locale,
		private readonly macros: Map<string, Tree>,
		private readonly defaults: NameDefaults,
		private readonly fail: (message: string, at?: Tree) => never
	) {}

	macro = (name: string, at: Tree): Eval => {
		const ready = this.done.get(name);
		if (ready) return ready;
		const tree = this.macros.get(name);
		if (!tree) return this.fail(`The macro “${name}” is called but not defined.`, at);
		if (this.open.includes(name)) {
			return this.fail(`The macro “${name}” calls itself: ${[...this.open, name].join(' → ')}.`, at);
		}
		this.open.push(name);
		const run = this.all(tree);
		this.open.pop();
		this.done.set(name, run);
		return run;
	};

	private children(t: Tree, outer: Outer | null): Eval[] {
		const list = elements(t);
		return list.map((e, i) => {
			const run = this.element(resolveLabel(e, list[i + 1]), outer);
			return this.labelsItself(e, list[i + 1]) ? (c) => (c.inBibliography ? null : run(c)) : run;
		});
	}

	/** Whether a locator's label stands before a macro that has the label of pages: in an entry one of them is enough. */
	private labelsItself(e: Tree, next: Tree | undefined): boolean {
		if (e.name !== 'label' || e.attrs.variable !== 'locator') return false;
		const macro = next?.name === 'text' ? this.macros.get(next.attrs.macro ?? '') : undefined;
		const first = macro && elements(macro).flatMap((k) => (k.name === 'group' ? elements(k) : k))[0];
		return first?.name === 'label' && first.attrs.variable === 'page';
	}

	/** All child elements of a tree, one after the other. */
	all = (t: Tree, outer: Outer | null = null): Eval => {
		const kids = this.children(t, outer);
		if (kids.length === 1) return kids[0];
		return (c) => gather(kids, c, '');
	};

	/** A branch of `choose`: its parts stay apart, so that a group can put its delimiter between them. */
	private branch(t: Tree, outer: Outer | null): Eval {
		const kids = this.children(t, outer);
		if (kids.length === 1) return kids[0];
		return (c) => {
			let first: Rich | null = null;
			let parts: Rich[] | null = null;
			for (const k of kids) {
				const r = k(c);
				if (r == null || r === '') continue;
				if (parts) parts.push(r);
				else if (first === null) first = r;
				else parts = [first, r];
			}
			return parts ? { kids: parts, spread: true } : first;
		};
	}

	/** What may stand in for names: of what a condition has side by side, the first that prints (common practice). */
	private alternative = (t: Tree, outer: Outer): Eval => {
		if (t.name !== 'choose') return this.element(t, outer);
		return compileChoose(t, (branch) => {
			const kids = elements(branch).map((e) => this.alternative(e, outer));
			if (kids.length === 1) return kids[0];
			return (c) => {
				for (const k of kids) {
					const r = k(c);
					if (r != null && r !== '') return r;
				}
				return null;
			};
		});
	};

	element = (t: Tree, outer: Outer | null = null): Eval => {
		switch (t.name) {
			case 'text':
				return compileText(t, this.locale, this.macro);
			case 'number':
				return compileNumber(t);
			case 'date':
				return compileDate(t, this.locale);
			case 'names':
				return compileNames(t, this.defaults, this.alternative, outer);
			case 'label':
				return compileLabel(t);
			case 'group':
				return compileGroup(t, this.children(t, outer));
			case 'choose':
				return compileChoose(t, (b) => this.branch(b, outer));
			default:
				// the look over the style has said so (lint.ts)
				return () => null;
		}
	};

	sortKey(k: Tree): SortKey {
		const a = k.attrs;
		const int = (v: string | undefined) => (v == null ? undefined : parseInt(v, 10) || undefined);
		const key: SortKey = {
			run: () => null,
			descending: a.sort === 'descending',
			variable: a.variable ?? '',
			macro: a.macro ?? '',
			min: int(a['names-min']),
			useFirst: int(a['names-use-first']),
			useLast: a['names-use-last'] == null ? undefined : a['names-use-last'] === 'true',
			usesNumber: false
		};
		if (a.macro != null) {
			key.run = this.macro(a.macro, k);
			const tree = this.macros.get(a.macro)!;
			key.usesNumber = this.reachable(tree).variables.has('citation-number');
		} else {
			key.run = this.variableKey(a.variable ?? '', k);
			key.usesNumber = a.variable === 'citation-number';
		}
		return key;
	}

	private variableKey(v: string, at: Tree): Eval {
		const node = (name: string, attrs: Record<string, string>, children: Tree[] = []): Tree => ({
			name,
			attrs,
			children,
			line: at.line,
			column: at.column
		});
		if (NAME_VARIABLES.has(v)) {
			return compileNames(
				node('names', { variable: v }, [node('name', { form: 'long', 'name-as-sort-order': 'all' })]),
				{ attrs: {} },
				this.element
			);
		}
		if (/^(accessed|available-date|event-date|issued|original-date|submitted)$/.test(v)) {
			const date = compileDate(
				node(
					'date',
					{ variable: v },
					['year', 'month', 'day'].map((n) => node('date-part', { name: n }))
				),
				this.locale
			);
			// a date in words has no place among dates: as a key of its own it counts as missing
			return (c) => (dateOf(c.item, v)?.start ? date(c) : null);
		}
		if (
			v === 'citation-number' ||
			v === 'volume' ||
			v === 'issue' ||
			v === 'number' ||
			v === 'chapter-number' ||
			v === 'collection-number' ||
			v === 'number-of-pages' ||
			v === 'number-of-volumes'
		) {
			return compileNumber(node('number', { variable: v }));
		}
		return compileText(node('text', { variable: v }), this.locale, this.macro);
	}

	/** Variables and conditions that can be reached from a tree through its macros. */
	reachable(t: Tree): { variables: Set<string>; conditions: number; positions: boolean } {
		const variables = new Set<string>();
		let conditions = 0;
		let positions = false;
		const seen = new Set<string>();
		const walk = (n: Tree) => {
			if (n.attrs.variable && (n.name === 'text' || n.name === 'number')) variables.add(n.attrs.variable);
			if (n.attrs.disambiguate) conditions++;
			if (n.attrs.position || dependsOnPosition(n)) positions = true;
			if (n.attrs.macro && !seen.has(n.attrs.macro)) {
				seen.add(n.attrs.macro);
				const m = this.macros.get(n.attrs.macro);
				if (m) walk(m);
			}
			for (const e of elements(n)) walk(e);
		};
		walk(t);
		return { variables, conditions, positions };
	}
}

export { compileDecor };
