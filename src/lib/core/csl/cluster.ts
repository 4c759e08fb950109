/** Puts the rendered cites of one citation together: grouping, collapsing, delimiters, affixes (CSL 1.0.2, "Citation"). */
import { endsInStyleComma, withoutTrailingCommas } from './style-comma';
import type { CitationOptions, Layout } from './compile';
import { parseTyped } from './field';
import { findTag, plainOf, seq, withoutTag, type Rich } from './rich';
import { termText, type Locale } from './locale';
import type { Cite } from './types';

/** A cite on its way into a citation. */
export interface Rendered {
	cite: Cite;
	/** Everything the layout gave. */
	full: Rich | null;
	/** The same without its first names. */
	bare(): Rich | null;
	/** First names as text; empty where there are none. */
	names: string;
	citationNumber: number;
	/** 0-based; -1 none. */
	letter: number;
}

interface Piece {
	rich: Rich;
	/** What comes before it, when something does. */
	delimiter: string;
}

/** A locator that the style prints nowhere is none. */
const hasLocator = (c: Cite, o: CitationOptions) => o.usesLocator && Boolean(c.locator?.value);

/** Joins cites in their final order; the layout's affixes are added by the caller. */
export function assemble(
	list: Rendered[],
	layout: Layout,
	o: CitationOptions,
	locale: Locale,
	isNote: boolean,
	withAffixes: (r: Rich | null, c: Cite) => Rich | null
): Rich | null {
	const pieces =
		o.collapse === 'citation-number'
			? collapseNumbers(list, layout, o, locale, withAffixes)
			: collapseYears(list, layout, o, isNote, withAffixes);
	const kids: Rich[] = [];
	pieces.forEach((p, i) => {
		if (i && p.delimiter && !/^[.,;:]/.test(plainOf(p.rich))) {
			const before = pieces[i - 1].rich;
			if (/^\s*;/.test(p.delimiter) && endsInStyleComma(before)) {
				kids[kids.length - 1] = withoutTrailingCommas(before)!;
				kids.push(p.delimiter);
			} else {
				// words that a person ended with a mark bring no second one
				const closed = /[,;:]\s*$/.test(plainOf(before));
				kids.push(closed ? p.delimiter.replace(/^\s*[,;:.]/, '') : p.delimiter);
			}
		}
		kids.push(p.rich);
	});
	return seq(kids);
}

function collapseNumbers(
	list: Rendered[],
	layout: Layout,
	o: CitationOptions,
	locale: Locale,
	withAffixes: (r: Rich | null, c: Cite) => Rich | null
): Piece[] {
	const pieces: Piece[] = [];
	const dash = termText(locale, 'citation-range-delimiter') || '\u2013';
	let collapsed = false;
	let i = 0;
	while (i < list.length) {
		let j = i;
		// words may stand before the first and behind the last of a range
		const joins = (a: Rendered, b: Rendered) =>
			b.citationNumber === a.citationNumber + 1 && !a.cite.suffix && !b.cite.prefix && !hasLocator(b.cite, o);
		if (list[i].citationNumber && !hasLocator(list[i].cite, o)) {
			while (j + 1 < list.length && joins(list[j], list[j + 1])) j++;
		}
		const push = (r: Rich | null) => {
			if (r == null) return;
			const delimiter = collapsed && o.afterCollapseDelimiter != null ? o.afterCollapseDelimiter : layout.delimiter;
			pieces.push({ rich: r, delimiter });
		};
		if (j - i >= 2) {
			push(seq([withAffixes(list[i].full, list[i].cite), dash, withAffixes(list[j].full, list[j].cite)]));
			collapsed = true;
			i = j + 1;
		} else {
			push(withAffixes(list[i].full, list[i].cite));
			collapsed = false;
			i++;
		}
	}
	return pieces;
}

function collapseYears(
	list: Rendered[],
	layout: Layout,
	o: CitationOptions,
	isNote: boolean,
	withAffixes: (r: Rich | null, c: Cite) => Rich | null
): Piece[] {
	const grouping = o.citeGroupDelimiter != null || o.collapse.startsWith('year');
	if (!grouping) {
		return list.flatMap((r) => {
			const rich = withAffixes(r.full, r.cite);
			return rich == null ? [] : [{ rich, delimiter: layout.delimiter }];
		});
	}
	// cites with the same names come together behind the first of them
	const groups: Rendered[][] = [];
	for (const r of list) {
		const last = groups[groups.length - 1];
		const g = r.names
			? groups.find((x) => x[0].names === r.names)
			: last && years(o) && last[0].names === '' && sameButLetter(last[0], r)
				? last
				: undefined;
		if (g) g.push(r);
		else groups.push([r]);
	}
	// in notes every cite of a group has its own place, and is parted like any other
	const inside = o.citeGroupDelimiter ?? (isNote ? layout.delimiter : ', ');
	const pieces: Piece[] = [];
	let afterCollapse = false;
	for (const g of groups) {
		const between = afterCollapse && o.afterCollapseDelimiter != null ? o.afterCollapseDelimiter : layout.delimiter;
		const inner =
			g.length > 1 && years(o) ? yearPieces(g, layout, o, inside, withAffixes) : fullPieces(g, inside, withAffixes);
		if (inner.length) inner[0].delimiter = between;
		pieces.push(...inner);
		afterCollapse = g.length > 1 && years(o);
	}
	return pieces;
}

/** Cites without names that differ only in the letter behind the year. */
const sameButLetter = (a: Rendered, b: Rendered) =>
	a.full != null &&
	b.full != null &&
	plainOf(withoutTag(a.full, 'year-suffix')) === plainOf(withoutTag(b.full, 'year-suffix'));

const years = (o: CitationOptions) => o.collapse.startsWith('year');

function fullPieces(g: Rendered[], inside: string, withAffixes: (r: Rich | null, c: Cite) => Rich | null): Piece[] {
	return g.flatMap((r) => {
		const rich = withAffixes(r.full, r.cite);
		return rich == null ? [] : [{ rich, delimiter: inside }];
	});
}

function yearPieces(
	g: Rendered[],
	layout: Layout,
	o: CitationOptions,
	inside: string,
	withAffixes: (r: Rich | null, c: Cite) => Rich | null
): Piece[] {
	const pieces: Piece[] = [];
	const suffixes = o.collapse === 'year-suffix' || o.collapse === 'year-suffix-ranged';
	const suffixDelimiter = o.yearSuffixDelimiter ?? o.citeGroupDelimiter ?? layout.delimiter;
	const yearOf = (r: Rendered) => {
		const b = r.bare();
		return b == null ? '' : plainOf(withoutTag(b, 'year-suffix'));
	};
	const plain = (r: Rendered) => !r.cite.prefix && !r.cite.suffix && !hasLocator(r.cite, o);
	const canShare = (r: Rendered) => r.letter >= 0 && plain(r);
	let i = 0;
	while (i < g.length) {
		const r = g[i];
		const rich = withAffixes(pieces.length === 0 ? r.full : r.bare(), r.cite);
		// a year behind a locator would read as part of it: 1999, 328; 2000, 475 (Chicago 17, 15.30)
		const delimiter =
			i > 0 && hasLocator(g[i - 1].cite, o) && o.afterCollapseDelimiter != null
				? o.afterCollapseDelimiter
				: // without a name to leave out it is printed whole
					r.names === ''
					? layout.delimiter
					: inside;
		if (rich != null) pieces.push({ rich, delimiter });
		i++;
		if (!suffixes || r.cite.suffix || hasLocator(r.cite, o)) continue;
		const year = yearOf(r);
		if (r.letter < 0) {
			// the same year once more says nothing
			while (i < g.length && r.names && g[i].letter < 0 && plain(g[i]) && yearOf(g[i]) === year) i++;
			continue;
		}
		while (i < g.length && canShare(g[i]) && yearOf(g[i]) === year) {
			let j = i;
			if (o.collapse === 'year-suffix-ranged') {
				while (
					j + 1 < g.length &&
					g[j].letter === g[j - 1].letter + 1 &&
					canShare(g[j + 1]) &&
					g[j + 1].letter === g[j].letter + 1 &&
					yearOf(g[j + 1]) === year
				)
					j++;
			}
			const suffix = findTag(g[j].full, 'year-suffix');
			if (suffix) pieces.push({ rich: suffix, delimiter: j > i ? '\u2013' : suffixDelimiter });
			i = j + 1;
		}
	}
	return pieces;
}

/** Words before and after a cite, spaced as words are. */
export function affixes(r: Rich | null, c: Cite): Rich | null {
	// what a person typed stays, even where the style writes nothing
	if (!c.prefix && !c.suffix) return r;
	const prefix = c.prefix ? parseTyped(/[\s([“‘'"/–—-]$/.test(c.prefix) ? c.prefix : `${c.prefix} `) : null;
	const suffix = c.suffix ? parseTyped(/^[\s,.;:!?)\]’”'"/–—-]/.test(c.suffix) ? c.suffix : ` ${c.suffix}`) : null;
	return seq([prefix && { kids: [prefix], tag: 'prefix' }, r, suffix && { kids: [suffix], tag: 'suffix' }]);
}
