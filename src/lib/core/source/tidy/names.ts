/** What is odd about names of people. */
import { NAME_VARIABLES, type Name } from '../../csl';
import { readName, writeName } from '../show';
import type { Finding, Rule } from './types';

const INITIALS = /^(?:\p{Lu}\.?[\s-]?){1,4}$/u;
const AND = /\s+(?:and|und|et|y)\s+|\s*&\s*|\s*;\s*/i;
const ET_AL = /[,\s]*\b(?:et\.? al\.?|and others|u\.\s?a\.)\s*$/i;
const DEGREE = /^(?:(?:Prof|Dr|Dipl|Ing|Rev|Sir|PhD|Ph\.D)\.?\s+)+|[\s,]+(?:Ph\.?\s?D|M\.?D|M\.?Sc|B\.?A)\.?$/i;
/** Words by which an organisation is told from a person. */
const ORG =
	/\b(?:archive|association|board|borough|bureau|centre|center|city|college|commission|committee|company|council|county|department|federation|foundation|group|inc|institute|institution|journal|laboratory|library|ltd|ministry|museum|network|office|organi[sz]ation|port|press|project|school|service|society|team|trust|union|university)\b/i;

interface Said {
	rule: string;
	message: string;
	/** What stands in its place: none, one or several names. */
	instead: Name[];
}

function look(n: Name): Said | null {
	const family = n.family?.trim() ?? '';
	const given = n.given?.trim() ?? '';
	const literal = n.literal?.trim() ?? '';
	const whole = literal || family;
	const edges = /^[\s,;]+|[\s,;]+$/g;
	const trimmed: Name = { ...n };
	for (const part of ['literal', 'family', 'given', 'suffix'] as const) {
		if (typeof n[part] === 'string') trimmed[part] = n[part]!.replace(edges, '');
	}
	if ([family, given, literal].some((v) => v && v !== v.replace(edges, ''))) {
		const empty = !trimmed.family && !trimmed.given && !trimmed.literal;
		return { rule: 'comma', message: 'A comma in the wrong part', instead: empty ? [] : [trimmed] };
	}
	if (/^(?:et\.? al\.?|and others|others|u\.\s?a\.)$/i.test(whole || given))
		return whole === 'others' ? null : { rule: 'et-al', message: '“et al.” is no name', instead: [] };
	for (const part of ['literal', 'family', 'given', 'suffix'] as const) {
		const v = n[part]?.trim();
		if (v && ET_AL.test(v)) {
			const rest = v.replace(ET_AL, '');
			return { rule: 'et-al', message: '“et al.” stands in a name', instead: rest ? [{ ...n, [part]: rest }] : [] };
		}
	}
	if (/^(?:and|und|et|&)\s+\S/i.test(whole)) {
		const rest = whole.replace(/^(?:and|und|et|&)\s+/i, '');
		return {
			rule: 'and',
			message: '“and” stands before the name',
			instead: [literal ? { ...n, literal: rest } : { ...n, family: rest }]
		};
	}
	if (whole && AND.test(whole) && !ORG.test(whole)) {
		const text = given ? `${whole}, ${given}` : whole;
		const list = text
			.split(AND)
			.map((s) => readName(s))
			.filter((x): x is Name => x !== null);
		if (list.length > 1) return { rule: 'run-together', message: 'Several people in one name', instead: list };
	}
	if (given && AND.test(given) && /\p{L}{2}/u.test(given.split(AND)[1] ?? '')) {
		const [first, ...rest] = given.split(AND);
		const others = rest.map((s) => readName(s)).filter((x): x is Name => x !== null);
		return {
			rule: 'run-together',
			message: 'Several people in one name',
			instead: [{ ...n, given: first.trim() }, ...others]
		};
	}
	// "Okafor, E., Sund, A." and "Okafor E, Sund A"
	if (whole && !given && !ORG.test(whole)) {
		const parts = whole.split(/\s*,\s*/).filter(Boolean);
		if (parts.length >= 4 && parts.length % 2 === 0 && parts.every((p, i) => i % 2 === 0 || INITIALS.test(p)))
			return {
				rule: 'run-together',
				message: 'Several people in one name',
				instead: parts.flatMap((p, i) => (i % 2 ? [] : [{ family: p, given: parts[i + 1] }]))
			};
		if (parts.length >= 2 && parts.every((p) => /^\S+\s(?:\p{Lu}\.?){1,3}$/u.test(p)))
			return {
				rule: 'run-together',
				message: 'Several people in one name',
				instead: parts.map((p) => ({ family: p.split(/\s/)[0], given: p.split(/\s/)[1] }))
			};
		if (parts.length === 2 && whole.includes(','))
			return { rule: 'comma', message: 'Family and given name in one part', instead: [readName(whole)!] };
	}
	if (family && given && INITIALS.test(family) && !INITIALS.test(given) && family.length > 1 && /[.\s]/.test(family))
		return {
			rule: 'swapped',
			message: 'Family and given name are swapped',
			instead: [{ ...n, family: given, given: family }]
		};
	const degree = given ? given.replace(DEGREE, '') : '';
	if (given && degree !== given && degree)
		return { rule: 'degree', message: 'A title stands in the name', instead: [{ ...n, given: degree }] };
	if (family.length > 3 && family === family.toUpperCase() && /\p{Lu}{4}/u.test(family)) {
		const calm = family.toLowerCase().replace(/(^|[\s’'-])(\p{L})/gu, (_, a: string, b: string) => a + b.toUpperCase());
		return { rule: 'shouted-name', message: 'A name in capitals', instead: [{ ...n, family: calm }] };
	}
	return null;
}

const say = (names: Name[]) => names.map(writeName).join('; ');

/** One finding a role and rule: all names of that role that the rule speaks of are fixed together. */
export const names: Rule = (item) => {
	const out: Finding[] = [];
	for (const field of Object.keys(item)) {
		if (!NAME_VARIABLES.has(field) || !Array.isArray(item[field])) continue;
		const list = item[field] as Name[];
		const said = list.map((n) => (n && typeof n === 'object' ? look(n) : null));
		for (const rule of new Set(said.flatMap((s) => (s ? [s.rule] : [])))) {
			const touched = list.filter((_, i) => said[i]?.rule === rule);
			const next = list.flatMap((n, i) => (said[i]?.rule === rule ? said[i].instead : [n]));
			if (JSON.stringify(next) === JSON.stringify(list)) continue;
			const instead = said.flatMap((s) => (s?.rule === rule ? s.instead : []));
			out.push({
				rule: `name-${rule}`,
				field,
				message: said.find((s) => s?.rule === rule)!.message,
				present: say(touched),
				proposed: instead.length ? say(instead) : '(left out)',
				change: { [field]: next.length ? next : undefined }
			});
		}
	}
	return out;
};
