/** People and bodies out of the part of a reference that names them, in whatever order and with whatever marks. */
import { readName } from '../../source';
import type { Name } from '../../csl';
import { OWN_CLASSES } from './words';

const BODY = new Set(OWN_CLASSES.body);
const PARTICLE = new Set(OWN_CLASSES.particle);
const SUFFIX = /^(?:Jr|Sr|jr|sr|II|III|IV)\.?$/;
/** “J.”, “J. M.”, “J.-L.”, “JM”, “Ch.”: initials and nothing else. */
const INITIALS = /^(?:\p{Lu}\p{Ll}?\.[\s-]*|\p{Lu}(?=$|[\s-])[\s-]*)+$|^\p{Lu}{1,3}(?:-\p{Lu}{1,2})?\.?$/u;
/** “Smith JA”, “van der Berg J.-L.”: a family name with initials behind it. */
const BEHIND = /^(.*\p{Ll}\S*|\p{Lu}{3,}\S*)\s+((?:\p{Lu}\p{Ll}?\.[\s-]*)+|\p{Lu}{1,3}(?:-\p{Lu}{1,2})?\.?)$/u;
const AND = /\s*(?:,\s*)?(?:&|(?<!\p{L})(?:and|und|et|y|och|og|en|i|ja|e|a|ve|oraz|și|ir|un)(?!\p{L}))\s+/u;

export interface People {
	names: Name[];
	/** More people than are named. */
	more: boolean;
}

export function readPeople(text: string): People {
	let s = text
		.replace(/\s+/g, ' ')
		.trim()
		.replace(/^[,;:\s]+|[,;:\s]+$/g, '');
	const more =
		/(?:,|;)?\s*(?:(?<!\p{L})et\.?\s+al\b|\band\s+others\b|\bu\.\s?a\b|\b(?:e|y)\s+(?:otros|outros|altri)\b|…)\.?,?$/iu.exec(
			s
		);
	if (more) s = s.slice(0, more.index);
	s = s.replace(/\s*\(?\b(?:eds?|hrsg|dir|dirs|trans)\b\.?\)?\s*$/iu, '').replace(/[\s,;(]+$/, '');
	if (!s) return { names: [], more: Boolean(more) };
	return { names: split(s).map(settle), more: Boolean(more) };
}

const isBody = (s: string): boolean => {
	const words = s.split(' ');
	return (
		words.some((w) => BODY.has(w.toLowerCase().replace(/\.$/, ''))) ||
		(words.length > 2 && words.slice(1, -1).some((w) => /^(?:of|for|on|the|für|pour|para)$/.test(w)))
	);
};

function split(s: string): Name[] {
	// bodies have their own commas and “and”
	if (isBody(s) && !/;|\p{Lu}\./u.test(s)) return [{ literal: s }];
	if (/;|\/|\s[–—-]\s/.test(s))
		return s
			.split(/\s*(?:;|\/|\s[–—-]\s)\s*(?:(?:and|&|und|et|y|e)\s+)?|\s+&\s+/u)
			.filter(Boolean)
			.flatMap((p) => (AND.test(p) && !isBody(p) ? p.split(AND) : [p]))
			.map(one);
	const pieces: { text: string; and: boolean }[] = [];
	for (const [k, part] of s.split(AND).entries()) {
		part
			.split(/\s*,\s*/)
			.filter(Boolean)
			.forEach((text, n) => pieces.push({ text, and: k > 0 && n === 0 }));
	}
	// “Berman, Jr., G. P.”: the suffix stands between
	for (let i = 1; i + 1 < pieces.length; i++)
		if (SUFFIX.test(pieces[i].text) && INITIALS.test(pieces[i + 1].text) && !pieces[i + 1].and) {
			[pieces[i], pieces[i + 1]] = [pieces[i + 1], pieces[i]];
			i++;
		}
	if (pieces.length === 1) return [one(s)];
	const out: Name[] = [];
	const inverted = firstIsInverted(pieces);
	const alternating = inverted && alternate(pieces);
	for (let i = 0; i < pieces.length; i++) {
		const { text } = pieces[i];
		const next = pieces[i + 1];
		const last = out.at(-1);
		if (SUFFIX.test(text) && last) {
			last.suffix = text;
			continue;
		}
		const pair = next && !next.and && !isBody(text) && !BEHIND.test(text.replace(/\s+(?:Jr|Sr|II|III|IV)\.?$/, ''));
		if (pair && INITIALS.test(next.text) && !INITIALS.test(text)) {
			out.push(person(text, next.text));
			i++;
		} else if (
			pair &&
			inverted &&
			wordsOf(text) <= 2 &&
			!hasInitials(text) &&
			(i === 0 || alternating || wordsOf(text) === 1) &&
			!SUFFIX.test(next.text)
		) {
			out.push(person(text, next.text));
			i++;
		} else out.push(one(text));
	}
	return out;
}

const wordsOf = (s: string) => s.split(' ').filter((w) => !PARTICLE.has(w.toLowerCase())).length;
const hasInitials = (s: string) => /(?:^|\s)\p{Lu}\.(?:\s|$|-|\p{Lu})/u.test(s);

/** Family and given names in turn, all through: nobody stands in the order of speech. */
function alternate(pieces: { text: string; and: boolean }[]): boolean {
	const own = pieces.filter((p) => !SUFFIX.test(p.text));
	return (
		own.length % 2 === 0 &&
		own.every((p, i) => i < 2 || i % 2 === 1 || wordsOf(p.text) < 2 || wordsOf(own[i + 1].text) < 2) &&
		own.every((p, i) => (i % 2 ? !p.and && wordsOf(p.text) <= 2 : wordsOf(p.text) <= 2 && !hasInitials(p.text)))
	);
}

/** The first name is written family name first: one word or a known shape, with a given name behind the comma. */
function firstIsInverted(pieces: { text: string; and: boolean }[]): boolean {
	const [a, b] = pieces;
	if (!b || b.and || BEHIND.test(a.text) || hasInitials(a.text) || isBody(a.text)) return false;
	if (INITIALS.test(b.text)) return true;
	if (wordsOf(a.text) === 1) return true;
	// “García Pérez, Ana”, and not “John Smith, Mary Lee”
	return pieces.length === 2 && wordsOf(b.text) === 1;
}

function one(s: string): Name {
	const text = s.trim();
	if (isBody(text)) return { literal: text };
	const [family, given, suffix] = text.split(/\s*,\s*/);
	if (given !== undefined) {
		if (SUFFIX.test(given)) return { ...one(family), suffix: given };
		return { ...person(family, given), ...(suffix ? { suffix } : {}) };
	}
	const tailed = /^(.*\S)\s+((?:Jr|Sr|II|III|IV)\.?)$/.exec(text);
	if (tailed && (BEHIND.test(tailed[1]) || tailed[1].includes(' '))) return { ...one(tailed[1]), suffix: tailed[2] };
	const m = BEHIND.exec(text);
	if (m && !/^\p{Lu}\.?(?:\s|$)/u.test(text)) return person(m[1], m[2]);
	// “Araújo J de la”: a particle behind the initials
	const behind = new RegExp(
		`^(\\S.*?)\\s+((?:\\p{Lu}\\.?[\\s-]?){1,3})\\s((?:(?:${[...PARTICLE].join('|')})\\s?)+)$`,
		'u'
	).exec(text);
	if (behind) return { ...person(behind[1], behind[2]), 'non-dropping-particle': behind[3].trim() };
	// behind initials everything is the family name: “T. Price Hussain”
	const spoken = /^((?:\p{Lu}\p{Ll}?\.(?:[\s-]*(?=\p{Lu}\p{Ll}?\.)|\s*))+)(\S.*)$/u.exec(tailed ? tailed[1] : text);
	if (spoken) return { ...person(spoken[2], spoken[1]), ...(tailed ? { suffix: tailed[2] } : {}) };
	const words = text.split(' ');
	let tail: string | undefined;
	if (words.length > 2 && SUFFIX.test(words.at(-1)!)) tail = words.pop();
	if (words.length === 1) return { family: text };
	let at = words.length - 1;
	while (at > 1 && PARTICLE.has(words[at - 1].toLowerCase()) && /^\p{Ll}/u.test(words[at - 1])) at--;
	return { ...person(words.slice(at).join(' '), words.slice(0, at).join(' ')), ...(tail ? { suffix: tail } : {}) };
}

/** A family name in capitals is one of the style's making. */
function uncapital(family: string, given: string): string {
	if (!/\p{Lu}{3}/u.test(family) || /\p{Ll}/u.test(family) || /^\p{Lu}{4,}$/u.test(given)) return family;
	return family
		.split(/(?<=[\s’'-])/u)
		.map((w) => (PARTICLE.has(w.trim().toLowerCase()) ? w.toLowerCase() : w.charAt(0) + w.slice(1).toLowerCase()))
		.join('');
}

function person(family: string, given: string): Name {
	const n = readName(`${uncapital(family, given)}, ${given.trim()}`) ?? { family };
	// “García, Ana de la”: what stands behind the given name belongs to the family
	const m = /^(.*\S)\s+((?:(?:van|von|de|der|den|la|du|da|do|dos|di|del|zu|af|ten)\s*)+)$/.exec(n.given ?? '');
	if (m && !n['non-dropping-particle']) {
		n.given = m[1];
		n['non-dropping-particle'] = m[2].trim();
	}
	return n;
}

const settle = (n: Name): Name => {
	const out: Name = {};
	for (const [k, v] of Object.entries(n)) if (v) (out as Record<string, unknown>)[k] = v;
	if (out.given && /^\p{Lu}{2,3}$/u.test(out.given)) out.given = [...out.given].map((c) => `${c}.`).join(' ');
	return out;
};
