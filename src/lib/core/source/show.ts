/** Short forms of a source for lists: who, when, what, where. */
import { normalDate, stripMarkup, type Item, type Name } from '../csl';
import { NAME_VARIABLES } from '../csl';

const order = ['author', 'editor', 'director', 'composer', 'compiler', 'interviewer', 'translator', 'performer'];

/** A name as one types it: "Family, Given", with particles and suffix. */
export function writeName(n: Name): string {
	if (n.literal) return n.literal;
	const family = [n['non-dropping-particle'], n.family].filter(Boolean).join(' ');
	const given = [n.given, n['dropping-particle']].filter(Boolean).join(' ');
	return [family, given, n.suffix].filter(Boolean).join(', ');
}

/** Reads a typed name; organisations are said by the caller. */
export function readName(text: string): Name | null {
	const parts = text
		.trim()
		.replace(/\s+/g, ' ')
		.split(/\s*,\s*/)
		.filter(Boolean);
	if (!parts.length) return null;
	if (parts.length === 1) {
		const words = parts[0].split(' ');
		if (words.length === 1) return { family: parts[0] };
		let at = words.length - 1;
		while (at > 1 && /^\p{Ll}/u.test(words[at - 1])) at--;
		return withParticle({ family: words.slice(at).join(' '), given: words.slice(0, at).join(' ') });
	}
	const n: Name = withParticle({ family: parts[0], given: parts[1] });
	if (parts[2]) n.suffix = parts.slice(2).join(', ');
	return n;
}

function withParticle(n: Name): Name {
	const m = /^((?:\p{Ll}[\p{L}’']*\s+)+)(\S.*)$/u.exec(n.family ?? '');
	return m ? { 'non-dropping-particle': m[1].trim(), family: m[2], given: n.given } : n;
}

const familyOf = (n: Name) =>
	n.literal || [n['non-dropping-particle'], n.family].filter(Boolean).join(' ') || n.given || '';

export function creatorsOf(item: Item): Name[] {
	for (const v of order) {
		const l = item[v];
		if (Array.isArray(l) && l.length) return l as Name[];
	}
	for (const v of NAME_VARIABLES) {
		const l = item[v];
		if (Array.isArray(l) && l.length) return l as Name[];
	}
	return [];
}

/** "Okonjo & Brandt", "Nakagawa and 22 others"; the title where nobody is named. */
export function shortAuthor(item: Item): string {
	const names = creatorsOf(item);
	if (!names.length) return '';
	if (names.length === 1) return familyOf(names[0]);
	if (names.length === 2) return `${familyOf(names[0])} & ${familyOf(names[1])}`;
	if (names.length === 3) return `${familyOf(names[0])}, ${familyOf(names[1])} & ${familyOf(names[2])}`;
	return `${familyOf(names[0])} and ${names.length - 1} others`;
}

export function yearOf(item: Item): string {
	const d = normalDate(item.issued);
	if (!d) return '';
	if (!d.start) return d.literal;
	const y = (n: number) => (n < 0 ? `${-n} BC` : String(n));
	const end = d.end && d.end.year !== d.start.year ? `–${y(d.end.year)}` : '';
	return `${d.circa ? 'c. ' : ''}${y(d.start.year)}${end}`;
}

const text = (v: unknown) => (typeof v === 'string' ? v : typeof v === 'number' ? String(v) : '');
export const titleOf = (item: Item): string => stripMarkup(text(item.title)) || 'Untitled';
export const placeOf = (item: Item): string =>
	stripMarkup(
		text(item['container-title']) ||
			text(item.publisher) ||
			text(item.archive) ||
			text(item.authority) ||
			text(item['event-title'])
	);

/** What stands for a source in a slip: author and year, else a short title. */
export function shortLabel(item: Item): { name: string; year: string } {
	const author = shortAuthor(item);
	const title = text(item['title-short']) || titleOf(item);
	return { name: author || (title.length > 42 ? `${title.slice(0, 40)}…` : title), year: yearOf(item) };
}

/** A readable cite key that is not taken: family name, year, a letter where needed. */
export function makeKey(item: Item, taken: (key: string) => boolean): string {
	const plain = (s: string) =>
		s
			.normalize('NFKD')
			.replace(/[^\p{L}\p{N}]/gu, '')
			.toLowerCase();
	const names = creatorsOf(item);
	const who = names.length ? plain(familyOf(names[0])) : plain(titleOf(item).split(/\s+/).slice(0, 2).join(''));
	const base = `${who.slice(0, 20) || 'source'}${/\d+/.exec(yearOf(item))?.[0] ?? ''}`;
	if (!taken(base)) return base;
	for (let i = 1; ; i++) {
		const key = base + (i < 26 ? String.fromCharCode(97 + i) : `-${i}`);
		if (!taken(key)) return key;
	}
}
