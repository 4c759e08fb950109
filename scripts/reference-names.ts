/** Names of people and institutions in printed texts, for what is held against the reference (reference-faults.ts). */
import type { Item } from '../src/lib/core/csl';
import type { About } from './reference-about';

export const PARTICLES = 'van der|van|von|de';
const NAMES = [
	'author',
	'editor',
	'translator',
	'composer',
	'director',
	'recipient',
	'interviewer',
	'container-author'
];

export interface Person {
	family?: string;
	given?: string;
	literal?: string;
}

export const people = (items: readonly Item[]): Person[] =>
	items.flatMap((i) => NAMES.flatMap((n) => ((i as Record<string, unknown>)[n] as Person[] | undefined) ?? []));

export const literal = (s: string) => s.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** The initials of a given name, with or without stops and spaces. */
const initials = (given: string): string =>
	given
		.split(/[\s.-]+/)
		.filter(Boolean)
		.map((w) => `${literal(w[0])}\\.?`)
		.join('[\\s-]*');

/** Without given names, in full or as initials, beside a family name. */
export function withoutGiven(text: string, items: readonly Item[]): string {
	for (const { family, given } of people(items)) {
		if (!family || !given) continue;
		const g = `(?:${literal(given)}|${initials(given)})`;
		const f = literal(family);
		text = text
			.replace(new RegExp(`(?<!\\p{L})${f},? ${g}(?!\\p{L})`, 'giu'), family)
			.replace(new RegExp(`(?<!\\p{L})${g} ?(?:(?:${PARTICLES}) )?${f}(?!\\p{L})`, 'giu'), family);
	}
	return text;
}

/** Letters of names and what parts names in lists of them, cut or not. */
export const BETWEEN_NAMES =
	/^(?:[\s,;.&/{}[\]]|(?<!\p{L})(?:\p{Ll}{1,3}\.?|and others|u\. a\.|italic|small|bold)(?!\p{L}))*$/u;

/** Without the names of people, and initials of their given names. */
export function withoutPeople(text: string, items: readonly Item[]): string {
	let rest = text;
	for (const { family, given } of people(items))
		for (const part of [family, given])
			if (part) {
				const name = literal(part).replace(/-/g, '[- ]');
				rest = rest.replace(new RegExp(`(?<!\\p{L})${name}(?!\\p{L})`, 'giu'), '');
			}
	return rest.replace(/(?<!\p{L})\p{Lu}\.?(?!\p{L})/gu, '');
}

/** Whether two entries are the same but for a list of names that the reference writes out and we cut. */
export function cutNames(ours: string, reference: string, items: readonly Item[]): boolean {
	let same = 0;
	while (same < ours.length && ours.at(-1 - same) === reference.at(-1 - same)) same++;
	// whole words
	while (same && /\p{L}/u.test(ours.at(-same)!)) same--;
	const [a, b] = [ours, reference].map((t) => t.slice(0, t.length - same));
	const more = people(items).some(
		({ family }) =>
			family && b.toLowerCase().includes(family.toLowerCase()) && !a.toLowerCase().includes(family.toLowerCase())
	);
	return more && [a, b].every((h) => BETWEEN_NAMES.test(withoutPeople(h, items)));
}

/** Without what stands right before and behind the names of institutions. */
export function bareInstitutions(text: string, { items, nameAffixes }: About): string {
	for (const { literal: name } of people(items))
		for (const { prefix, suffix } of name ? nameAffixes : [])
			text = text.replace(
				new RegExp(
					`(?:${literal(prefix)})?(${literal(name!)})(?:\\{\\})?(?:${literal(suffix)}|${literal(suffix.trim())})?`,
					'giu'
				),
				'$1 '
			);
	return text;
}

/** The reference's text without the given name beside a family name with a particle, where ours has none. */
export function withoutGivenOfParticles(text: string, { items }: About, ours: string): string {
	for (const { family, given } of people(items)) {
		if (!family || !given) continue;
		const g = `(?:${literal(given)}|${initials(given)})`;
		const forms = [
			new RegExp(`(?<!\\p{L})${g}\\s?((?:${PARTICLES})\\s${literal(family)})(?!\\p{L})`, 'giu'),
			new RegExp(`(?<!\\p{L})(${literal(family)}), ${g},? (${PARTICLES})(?!\\p{L})`, 'giu')
		];
		for (const form of forms) {
			const theirs = [...text.matchAll(form)];
			const more = theirs.length - [...ours.matchAll(form)].length;
			for (const [whole, name, particle] of theirs.slice(0, Math.max(more, 0)))
				text = text.replace(whole, particle ? `${particle} ${name}` : name);
		}
	}
	return text;
}

/** The reference's text with the given names that ours has beside family names that several people bear. */
export function withGivenOf(text: string, ours: string, items: readonly Item[], shared: ReadonlySet<string>): string {
	for (const { family, given } of people(items)) {
		if (!family || !given || !shared.has(family)) continue;
		const own = new RegExp(
			`(?:${literal(given)}|${initials(given)}) ?(?:(?:${PARTICLES}) )?${literal(family)}(?!\\p{L})`,
			'u'
		).exec(ours)?.[0];
		if (own && !text.includes(own))
			text = text.replace(new RegExp(`(?<!\\p{L})${literal(family)}(?!\\p{L})`, 'u'), own);
	}
	return text;
}

/** Without names, what parts them, and words for more of them. */
export const withoutLists = (text: string, items: readonly Item[]): string =>
	withoutPeople(text.replace(/\{[^}]*\}/g, ''), items)
		.replace(/(?<!\p{L})(?:et al\.?|et|and|und|u\. a\.|Jr\.?|III|van der|van|von|de)(?!\p{L})/gu, '')
		.replace(/[…–&,]/g, '')
		.replace(/\s+/g, ' ');

/** Whether two sources are listed under one family name in two roles. */
export const sharedAcrossRoles = (items: readonly Item[]): boolean => {
	const roles = new Map<string, string>();
	return items.some((i) => {
		const role = NAMES.find((n) => (i as Record<string, unknown>)[n]);
		const family = role && ((i as Record<string, unknown>)[role] as Person[])[0]?.family;
		if (!family) return false;
		const before = roles.get(family);
		roles.set(family, role);
		return before !== undefined && before !== role;
	});
};
