/** One name: particles, initials, order, name parts (CSL 1.0.2, "Name", "Name-part Order"). */
import { parseField } from './field';
import { seq, type Format, type Rich } from './rich';
import { applyCase, type TextCase } from './textcase';
import type { Name } from './types';

export interface NamePart {
	format?: Format;
	prefix: string;
	suffix: string;
	textCase?: TextCase;
}

/** All that decides how a list of names is written; attributes inherited and resolved. */
export interface NameOptions {
	and: '' | 'text' | 'symbol';
	delimiter: string;
	precedesLast: string;
	precedesEtAl: string;
	etAlMin: number;
	etAlUseFirst: number;
	etAlUseLast: boolean;
	etAlSubsequentMin: number;
	etAlSubsequentUseFirst: number;
	form: 'long' | 'short' | 'count';
	initialize: boolean;
	initializeWith: string | null;
	sortOrder: '' | 'first' | 'all';
	sortSeparator: string;
	family?: NamePart;
	given?: NamePart;
}

const set = (v: unknown) => v === true || v === 1 || v === '1' || v === 'true' || v === 'always';

const CJK = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}]/u;

/** A name as data gave it, with text where text is meant and particles taken apart. */
export interface CleanName {
	family: string;
	given: string;
	dropping: string;
	particle: string;
	suffix: string;
	commaSuffix: boolean;
	literal: string;
	/** Family name first, without a comma, whatever the style says. */
	fixedOrder: boolean;
	/** Written in a script that joins family and given name without a space. */
	joined: boolean;
}

const cleanCache = new WeakMap<object, CleanName>();
const str = (v: unknown) => (typeof v === 'string' ? v : Number.isFinite(v) ? String(v) : '');

export function cleanName(n: Name | string): CleanName {
	if (typeof n !== 'object' || n === null) {
		return {
			family: '',
			given: '',
			dropping: '',
			particle: '',
			suffix: '',
			commaSuffix: false,
			literal: str(n),
			fixedOrder: false,
			joined: false
		};
	}
	let c = cleanCache.get(n);
	if (!c) {
		c = clean(n);
		cleanCache.set(n, c);
	}
	return c;
}

function clean(n: Name): CleanName {
	const c: CleanName = {
		family: str(n.family).trim(),
		given: str(n.given).trim(),
		dropping: str(n['dropping-particle']).trim(),
		particle: str(n['non-dropping-particle']).trim(),
		suffix: str(n.suffix).trim(),
		commaSuffix: set(n['comma-suffix']),
		literal: str(n.literal).trim(),
		fixedOrder: set(n['static-ordering']),
		joined: false
	};
	if (set(n.isInstitution) && !c.literal) c.literal = c.family;
	if (c.literal) return c;
	// a quoted family name is kept whole: "de Vries" with quotation marks has no particle
	if (/^"[^"]*"$/.test(c.family)) c.family = c.family.slice(1, -1);
	else if (n['parse-names'] !== false && n['parse-names'] !== 0) takeApart(c);
	c.joined = CJK.test(c.family + c.given) && !/\p{Script=Latin}/u.test(c.family);
	return c;
}

/** Particles written into the family or given name, and a suffix behind a comma. */
function takeApart(c: CleanName): void {
	if (!c.suffix) {
		const m = /^(.*?),(!?)\s*(.+)$/.exec(c.given);
		if (m) {
			const tail = m[3];
			c.given = m[1].trim();
			// a title behind a comma is dropped with its comma: François Hédelin, abbé d’
			if (/^\p{Ll}/u.test(tail) && !/^(?:jr|sr|esq)\b/i.test(tail)) c.dropping = c.dropping || `, ${tail}`;
			else {
				c.suffix = tail;
				c.commaSuffix = c.commaSuffix || m[2] === '!';
			}
		}
	}
	if (!c.particle) {
		const m =
			/^((?:(?:\p{Ll}\p{L}*(?:\.\p{Ll}\p{L}*)*\.?|[’']\p{Ll}+|[dlDL][’'])(?:\s+|(?<=[’'])))+)(?=\p{Lu}|\S)/u.exec(
				c.family
			);
		if (m && /^[’']?\p{Ll}/u.test(m[1]) && m[1].length < c.family.length) {
			c.particle = m[1].trim();
			c.family = c.family.slice(m[1].length).trim();
		} else {
			const apostrophe = /^(\p{Ll}{1,3}[’'])(\p{Lu}.*)$/u.exec(c.family);
			const hyphen = /^(al-|el-)(\p{L}.*)$/u.exec(c.family);
			const m2 = apostrophe ?? hyphen;
			if (m2) {
				c.particle = m2[1];
				c.family = m2[2];
			}
		}
	}
	if (!c.dropping) {
		const m = /^(.*?\S)((?:\s+(?:\p{Ll}[\p{L}’']*\.?))+)$/u.exec(c.given);
		if (m && /\p{Lu}/u.test(m[1]) && m[2].trim() !== 'et al.') {
			c.given = m[1].trim();
			c.dropping = m[2].trim();
		}
	}
}

/** What stands between a particle and what follows: no space after an apostrophe or hyphen, nor before a comma. */
const between = (a: string, b: string): string => (b.startsWith(',') || /[’'\-‐–]$/.test(a) ? '' : ' ');

/** Joins a particle to what follows. */
const glue = (a: string, b: string): string => (a && b ? a + between(a, b) + b : a || b);

/**
 * Given names as initials: `Jean-Luc Marie` with ". " is `J.-L. M.` (CSL 1.0.2, "initialize-with").
 * @param initialize false: only what already is an initial gets the mark.
 */
export function initials(given: string, mark: string, initialize: boolean, hyphen: boolean): string {
	const out: { text: string; initial: boolean }[] = [];
	const words = given
		.replace(/\.(?=\S)(?!-)/g, '. ')
		.split(/\s+/)
		.filter(Boolean);
	const m = mark.trimEnd();
	for (let word of words) {
		// markup around a name goes around its initial
		const markup = /^((?:<[^>]+>)+)(.*?)((?:<\/[^>]+>)+)(.*)$/.exec(word);
		if (markup) word = markup[2] + markup[4];
		const before = out.length;
		if (initialize) {
			const bare = word.replace(/\.$/, '');
			if (/^\p{Ll}/u.test(word) && !/^\p{Ll}$/u.test(bare)) {
				out.push({ text: word, initial: false });
				continue;
			}
			// parts that are initials already: J.-P.
			const subs = bare
				.split(/[-‐–]/)
				.map((s) => s.replace(/\.$/, ''))
				.filter(Boolean);
			const capital = (s: string) => {
				const first = /[\p{L}\p{N}]\p{M}*/u.exec(s);
				if (!first) return '';
				// what ends in a full stop is an abbreviation already: Ts., Ph., ME.
				if (word.endsWith('.') && s.length < 5) return s;
				// two capitals and then small letters are one sound: TSerendorj
				if (/^\p{Lu}{2}\p{Ll}/u.test(s)) return s[0] + s[1].toLowerCase();
				return first[0].toUpperCase();
			};
			let text = '';
			subs.forEach((s, i) => {
				const isLower = /^\p{Ll}/u.test(s);
				if (i > 0 && isLower) return;
				const f = capital(s);
				if (!f) return;
				if (i === 0) text += f + m;
				else text += hyphen ? `-${f}${m}` : mark === '' || m === mark ? f + m : ` ${f}${m}`;
			});
			if (text) out.push({ text, initial: true });
		} else {
			const bare = word.replace(/\.$/, '');
			if (/^\p{Lu}(?:-\p{Lu})?$/u.test(bare.replace(/\.-/g, '-')) || (word.endsWith('.') && bare.length < 5)) {
				const subs = bare.replace(/\./g, '').split('-');
				out.push({ text: subs.join(`${m}-`) + m, initial: true });
			} else out.push({ text: word, initial: false });
		}
		if (markup && out.length > before) {
			const last = out[out.length - 1];
			const head = /^[^-\s]+/.exec(last.text)![0];
			last.text = markup[1] + head + markup[3] + last.text.slice(head.length);
		}
	}
	let s = '';
	out.forEach((o, i) => {
		if (i === 0) s = o.text;
		else if (o.initial && out[i - 1].initial) s += (/\s$/.test(mark) ? ' ' : '') + o.text;
		else s += ` ${o.text}`;
	});
	return s.trim();
}

export interface NameForm {
	/** Family name first. */
	inverted: boolean;
	form: 'long' | 'short';
	/** 0 as the style says, 1 with initials, 2 with given names in full. */
	level: number;
	demote: 'never' | 'sort-only' | 'display-and-sort';
	hyphen: boolean;
	lang?: string;
}

function decorate(text: string, part: NamePart | undefined, lang?: string): Rich | null {
	if (!text) return null;
	let r = parseField(text);
	if (!part) return r;
	if (part.textCase) r = applyCase(r, part.textCase, true, lang);
	if (part.format) r = { kids: [r], format: part.format };
	return r;
}

/** Two pieces of one name part; each has its format by itself, the space between them has none. */
const decorateBoth = (a: string, b: string, part: NamePart | undefined, lang?: string): Rich | null =>
	a && b && part?.format
		? seq([decorate(a, part, lang), between(a, b), decorate(b, part, lang)])
		: decorate(glue(a, b), part, lang);

const affix = (r: Rich | null, part: NamePart | undefined): Rich | null =>
	r == null || !part || (!part.prefix && !part.suffix) ? r : seq([part.prefix, r, part.suffix]);

/** Writes one name. */
export function formatName(n: Name | string, o: NameOptions, f: NameForm): Rich | null {
	const c = cleanName(n);
	if (c.literal) return affix(decorate(c.literal, o.family, f.lang), o.family);
	const given = givenText(c, o, f);
	if (c.joined) {
		const family = decorate(c.family, o.family, f.lang);
		return f.form === 'short' && !f.level
			? family
			: seq([affix(family, o.family), affix(decorate(given, o.given, f.lang), o.given)]);
	}
	if (!c.family) return affix(decorateBoth(given, c.particle, o.given, f.lang), o.given);
	const short = f.form === 'short' && f.level === 0;
	if (short) return affix(familyPart(c.particle, c.family, o, f), o.family);
	if (c.fixedOrder) {
		return seq([
			affix(familyPart(c.particle, c.family, o, f), o.family),
			given ? ' ' : null,
			affix(decorate(given, o.given, f.lang), o.given)
		]);
	}
	if (f.inverted) {
		const demoted = f.demote === 'display-and-sort';
		const family = affix(familyPart(demoted ? '' : c.particle, c.family, o, f), o.family);
		const rest = decorateBoth(given, c.dropping, o.given, f.lang);
		const particle = demoted && c.particle ? decorate(c.particle, o.family, f.lang) : null;
		const g = affix(seq([rest, rest != null && particle != null ? ' ' : null, particle]), o.given);
		const parts: (Rich | null)[] = [family];
		if (g != null) parts.push(o.sortSeparator, g);
		if (c.suffix) parts.push(o.sortSeparator, suffixText(c, o));
		return seq(parts);
	}
	const front = decorate(given, o.given, f.lang);
	const dropping = c.dropping ? decorate(c.dropping, o.given, f.lang) : null;
	const family = affix(familyPart(c.particle, c.family, o, f), o.family);
	const wrapped = Boolean(o.family && (o.family.prefix || o.family.suffix));
	const link = /[’'-]$/.test(c.dropping) ? '' : ' ';
	const suffix = c.suffix ? [c.commaSuffix ? ', ' : ' ', suffixText(c, o)] : [];
	if (wrapped) {
		// affixes of the family part hold everything that belongs to the family name
		const core = seq([dropping, dropping != null ? link : null, familyPart(c.particle, c.family, o, f), ...suffix]);
		const g = affix(front, o.given);
		return seq([g, g != null ? ' ' : null, affix(core, o.family)]);
	}
	const g = affix(
		seq([front, front != null && dropping != null && !c.dropping.startsWith(',') ? ' ' : null, dropping]),
		o.given
	);
	return seq([g, g != null ? link : null, family, ...suffix]);
}

/** A style whose initials have no full stops has none behind Jr either (common practice of such styles). */
const suffixText = (c: CleanName, o: NameOptions): string =>
	o.initializeWith != null && !o.initializeWith.includes('.') ? c.suffix.replace(/\.$/, '') : c.suffix;

function familyPart(particle: string, family: string, o: NameOptions, f: NameForm): Rich | null {
	return decorateBoth(particle, family, o.family, f.lang);
}

function givenText(c: CleanName, o: NameOptions, f: NameForm): string {
	if (!c.given || c.joined || !c.family) return c.given;
	// a rule that stops at initials has them without a mark where a style that shows none says nothing of theirs
	const mark = o.initializeWith ?? (f.level === 1 && f.form === 'short' ? '' : null);
	if (mark == null) return c.given;
	const full = o.initialize && f.level < 2;
	return knownInitials(c.given, mark, full, f.hyphen);
}

/** Initials that were made lately: a library has the same given names again and again. */
const made = new Map<string, string>();
const MOST_MADE = 4000;

function knownInitials(given: string, mark: string, full: boolean, hyphen: boolean): string {
	const key = `${full ? 'f' : ''}${hyphen ? 'h' : ''}${mark}|${given}`;
	let text = made.get(key);
	if (text === undefined) {
		if (made.size >= MOST_MADE) made.clear();
		made.set(key, (text = initials(given, mark, full, hyphen)));
	}
	return text;
}

/** The text a name sorts by: family, given, suffix; particles where the style puts them (CSL 1.0.2, "Names", sorting order). */
export function nameSortKey(n: Name | string, o: NameOptions, demote: NameForm['demote'], hyphen: boolean): string {
	const c = cleanName(n);
	if (c.literal) return c.literal;
	const given = givenText(c, o, { inverted: true, form: 'long', level: 0, demote, hyphen });
	const whole = demote === 'never';
	const family = whole ? glue(c.particle, c.family) : c.family;
	if (o.form === 'short') return [family, whole ? '' : c.particle].filter(Boolean).join(' ');
	// with particles kept in front, one that is dropped stands before the given name; demoted ones stand where they are read
	const rest = whole ? [c.dropping, given] : [given, glue(c.dropping, c.particle)];
	return [family, ...rest, c.suffix].filter(Boolean).join(' ');
}
