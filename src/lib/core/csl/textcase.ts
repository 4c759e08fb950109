/** Text case (CSL 1.0.2, "text-case"), on rich output: markup stays, `nocase` spans are left alone. */
import { plainOf, type Rich } from './rich';

export type TextCase = 'lowercase' | 'uppercase' | 'capitalize-first' | 'capitalize-all' | 'sentence' | 'title';

/** Stop words of title case (CSL 1.0.2, "Title Case"). */
const STOP = new Set(
	'a an and as at but by down for from in into nor of on onto or over so the till to up via with yet'.split(' ')
);

/** Words that the standard does not list and styles treat in two ways: they stay as they were typed. */
const AS_TYPED = new Set(
	'about above across afore after against along amid among amongst anenst apropos apud around aside astride athwart atop before behind below beneath beside besides between beyond despite during except forenenst given lest like modulo near notwithstanding off out per plus pro qua sans since than through throughout under underneath until unto upon versus vs. v. v vs without within d de et von van toward towards inside amidst alongside'.split(
		' '
	)
);

/** Words behind which a letter is a designation: Series A, Part A, Vitamin A. */
const DESIGNATES =
	/\b(?:appendix|book|category|chapter|class|division|figure|form|grade|group|hepatitis|influenza|level|list|model|part|phase|plan|plate|point|problem|protein|schedule|section|series|serotype|stage|subtype|supplement|system|table|type|vitamin|volume)\s+$/i;

const upperFirst = (w: string, upper = (x: string) => x.toUpperCase()) => {
	// behind opening marks, but never behind a digit: 2nd stays 2nd
	const m = /^[^\p{L}\p{N}]*/u.exec(w)![0].length;
	const cp = w.codePointAt(m);
	if (cp === undefined) return w;
	const first = String.fromCodePoint(cp);
	return w.slice(0, m) + upper(first) + w.slice(m + first.length);
};

/** Maps text leaves outside `nocase` parts. */
function mapCase(r: Rich, f: (s: string) => string, skip: (r: Rich) => void): Rich {
	if (typeof r === 'string') return f(r);
	const raised = r.format?.['vertical-align'] ?? r.format?.['font-variant'];
	if (r.nocase || (r.flip && raised)) {
		skip(r);
		return r;
	}
	const kids = r.kids.map((k) => mapCase(k, f, skip));
	return { ...r, kids };
}

const isUpper = (s: string) => s === s.toUpperCase() && s !== s.toLowerCase();

/**
 * Applies a text case.
 * @param english whether title case may change anything: it is for English text only.
 */
export function applyCase(r: Rich, mode: TextCase, english: boolean, lang?: string): Rich {
	// the languages whose letters have pairs of their own: Turkish i and İ; others need no naming, and data may misspell it
	const own = /^(?:tr|az|lt)(?=[-_]|$)/i.exec(lang ?? '')?.[0].toLowerCase();
	const lower = (s: string) => (own ? s.toLocaleLowerCase(own) : s.toLowerCase());
	const upper = (s: string) => (own ? s.toLocaleUpperCase(own) : s.toUpperCase());
	switch (mode) {
		case 'lowercase':
			return mapCase(r, lower, () => {});
		case 'uppercase':
			return mapCase(r, upper, () => {});
		case 'capitalize-first': {
			let done = false;
			return mapCase(
				r,
				(s) => {
					if (done || !/\S/.test(s)) return s;
					done = true;
					return upperFirst(s, upper);
				},
				() => (done = true)
			);
		}
		case 'capitalize-all':
			return mapCase(
				r,
				(s) => s.replace(/[^\s]+/g, (w) => upperFirst(w, upper)),
				() => {}
			);
		case 'sentence':
			return sentence(r, lower, upper);
		case 'title':
			return english ? title(r) : r;
		default:
			// a case that CSL does not know changes nothing (lint.ts says so)
			return r;
	}
}

function sentence(r: Rich, lower: (s: string) => string, upper: (s: string) => string): Rich {
	const shouting = isUpper(plainOf(r));
	let done = false;
	return mapCase(
		r,
		(s) => {
			let t = shouting ? lower(s) : s;
			if (!shouting) {
				// words that only begin with a capital go down; acronyms and mixed forms stay
				t = t.replace(/\p{L}[\p{L}\p{M}’']*/gu, (w) => (/^\p{Lu}[^\p{Lu}]*$/u.test(w) ? lower(w) : w));
			}
			if (!done && /\p{L}/u.test(t)) {
				done = true;
				t = upperFirst(t, upper);
			}
			return t;
		},
		() => (done = true)
	);
}

/** What ends a part of a title: the word behind it begins one. */
const ENDS = /[:?!.][”’"']?$/;

/**
 * Initials that journals and publishers call themselves by. A short name in capitals that begins with one is its own
 * (PLOS ONE, BMC BIOLOGY); anything else in capitals throughout came so from a database.
 */
const INITIALS =
	/^(?:ACM|ACS|AIP|AJS|AMA|APL|BJOG|BMC|BMJ|CNS|CVGIP|EMBO|EPL|ESAIM|FEBS|FEMS|IBM|ICES|IEEE|IET|IMA|ISA|ISME|JACC|JAMA|JMIR|NPJ|PLOS|PMLA|PNAS|RAIRO|RNA|SIAM|VLDB)\b(?:\s+\S+){0,2}$/;

function title(r: Rich): Rich {
	const whole = plainOf(r);
	const shouting =
		isUpper(whole) && /\p{L}{3,}/u.test(whole) && /\s/.test(whole.trim()) && !INITIALS.test(whole.trim());
	// where the last word begins, which is capitalized whatever it is
	const lastAt = /[^\s\p{P}]\S*\s*$/u.exec(whole)?.index ?? -1;
	let at = 0;
	let fresh = true; // at a place where a word is capitalized whatever it is
	let mid = false; // the previous leaf ended inside a word
	const up = (w: string) => (shouting ? upperFirst(w.toLowerCase()) : capital(w));
	const word = (w: string, here: number, after: string | undefined, before: string | undefined): string => {
		const typed = shouting ? w.toLowerCase() : w;
		const first = fresh;
		// a single letter is a designation: 07-x, β-carotene, link, n.
		if (!first && /^\p{Ll}[.,]?$/u.test(w) && w !== 'a') return w;
		const isLast = lastAt >= 0 && here <= lastAt && here + w.length > lastAt;
		if (first || isLast || /^[“‘"]/.test(w)) return up(w);
		const bare = w.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}.']+$/gu, '');
		const low = bare.toLowerCase();
		if (AS_TYPED.has(low) || AS_TYPED.has(low.replace(/\.$/, ''))) return after === '-' ? up(w) : typed;
		const isStop = STOP.has(low) || STOP.has(low.replace(/\.$/, ''));
		if (bare === 'A' && !shouting && designation(whole, here, w)) return w;
		const plain = shouting || bare === low || /^\p{Lu}\p{Ll}*$/u.test(bare);
		// the first part of a compound is no preposition: By-Law
		const opensCompound = after === '-' && before !== '-';
		return isStop && plain && !opensCompound ? w.toLowerCase() : up(w);
	};
	return mapCase(
		r,
		(s) => {
			const start = at;
			at += s.length;
			return s.replace(/[^\s\u2013\u2014/-]+|[\s\u2013\u2014/-]+/g, (w, off: number) => {
				if (/^[\s\u2013\u2014/-]+$/.test(w)) {
					mid = false;
					return w;
				}
				const inside = mid && off === 0;
				mid = off + w.length === s.length;
				if (inside) {
					// a colon right behind italics or quotation marks ends what stands before it as any does
					fresh = ENDS.test(w);
					return w;
				}
				const res = word(w, start + off, s[off + w.length], s[off - 1]);
				fresh = ENDS.test(w) && !/^\p{Lu}\.$|\.\p{Lu}\.$/u.test(w);
				return res;
			});
		},
		(n) => {
			at += plainOf(n).length;
			fresh = false;
			mid = false;
		}
	);
}

/** Whether a capital letter within a title is a name of something: behind a word like Series, or before a mark. */
const designation = (whole: string, at: number, w: string): boolean =>
	DESIGNATES.test(whole.slice(0, at)) ||
	/^\s*[^\s\p{L}\p{N}]/u.test(whole.slice(at + w.length)) ||
	/^\P{L}*A\P{L}+$/u.test(w);

/** Capitalizes a word that is all lower case; words with a capital anywhere keep their form. */
function capital(w: string): string {
	return /\p{Lu}/u.test(w) ? w : upperFirst(w);
}

/** Removes full stops (strip-periods), but none of DOIs and addresses. */
export function stripPeriods(r: Rich): Rich {
	if (typeof r === 'string') return r.replace(/\./g, '');
	// an identifier without its full stops is another one
	return r.link ? r : { ...r, kids: r.kids.map(stripPeriods) };
}
