/** One part of a bracket, between semicolons, read as citations: names with years, names with pages. */
import { AND, BODY, DAY_MONTH, ET_AL, LEAD, NOT_NAMES, PEOPLE, YEAR } from './grammar';
import { readBehind } from './locators';
import type { Typed } from './resolve';
import type { TypedCite } from './types';

/** A citation as it is written, before a source is found for it. */
export interface Written extends Typed {
	locator: TypedCite['locator'];
	prefix: string;
	suffix: string;
	form: TypedCite['form'];
	/** Its form alone says that it is a citation: several people, “et al.”, a page behind the year. */
	strong: boolean;
	/** The name is a word that begins sentences or counts things as well: only a source that fits makes it a citation. */
	suspect?: boolean;
	/** The name is that of a body, with the short name it gets here. */
	introduces?: { short: string; full: string };
}

const re = (s: string) => new RegExp(s, 'u');
const TITLE = '[“"‘«][^”"’»]{2,90}[”"’»],?';
const HEAD = `(?:(?<people>${PEOPLE})|(?<body>${BODY})|(?<title>${TITLE}))`;
const ABBREVIATION = '(?:\\s*[\\[(](?<short>[\\p{Lu}][\\p{Lu}\\p{Ll}&.-]{1,14})[\\])])?';
const SEPARATOR = '(?:\\s*,\\s*|\\s*:\\s*|\\s+|\\s*,?\\s*(?=\\())';
/** “(éd. 1964)”, “(eds.), 2004”: whoever is named edited it. */
const EDITED = '(?:,?\\s*\\(?(?:eds?|éds?|dirs?|orgs?|coords?|Hrsg|Hgg?|red|comps?)\\.\\)?,?)?';
const NAMED_YEAR = re(`^${HEAD}${ABBREVIATION}${EDITED}${SEPARATOR}\\(?(?<year>${YEAR})\\)?`);
const BODY_YEAR = re(`^(?<body>${BODY})${ABBREVIATION}${SEPARATOR}\\(?(?<year>${YEAR})\\)?`);
const YEAR_FIRST = re(`^\\(?(?<year>${YEAR})\\)?(?![\\d%])`);
const MORE_YEARS = re(`^(?:\\s*[,&]\\s*|\\s+(?:and|und|et|y)\\s+)(?<year>${YEAR})(?![\\d])`);
const MORE_LETTERS = /^\s*[,&]\s*(?:and\s+)?([a-z])(?![\p{L}.\d])/u;
const THROUGH =
	/\b(?:as\s+)?(?:cited|quoted|qtd\.|discussed|reported)\s+(?:in|by)\s+|\b(?:zit(?:iert)?\.?\s+(?:nach|in|bei))\s+|\bcité(?:e)?\s+(?:par|dans)\s+|\bcitado\s+(?:en|por)\s+|\bapud\s+|\bciteerd\s+in\s+/iu;

/** A year with what stands around it, taken apart. */
export function readYear(text: string): { year: string; letter: string } {
	const m = /((?:1[4-9]|20)\d\d)(?:[–/-](?:\d{4}|\d\d))?,?\s?-?([a-z])?$/.exec(
		text.replace(/^\[\d{4}\]\s?|^\(\d{4}\)\s?|^\d{4}\//, '').trim()
	);
	if (m) return { year: m[1], letter: m[2] ?? '' };
	return {
		year: 'no date',
		letter: /(?:-|\.\s?|\s)([a-z])$/.exec(text.replace(/n\.\s?d\.$|o\.\s?J\.$|s\.\s?[fda]\.$/, ''))?.[1] ?? ''
	};
}

/** Family names out of a list of people as it stands in a sentence or a bracket. */
export function readNames(text: string): { names: Typed['names']; etAl: boolean } {
	const al = new RegExp(`${ET_AL}\\s*$`, 'u').exec(text);
	const s = al ? text.slice(0, al.index) : text;
	const pieces: string[] = [];
	for (const p of s.split(new RegExp(AND, 'u'))) pieces.push(...p.split(/\s*[,;]\s*/));
	const names: Typed['names'] = [];
	for (const piece of pieces.map((x) => x.trim()).filter(Boolean)) {
		const p = piece.replace(/\s+(?:Jr\.?|Sr\.?|III?|IV)$/, '');
		if (/^(?:\p{Lu}\.[\s-]?)+$/u.test(p) && names.length) {
			names.at(-1)!.initials = letters(p);
			continue;
		}
		if (/^(?:Jr\.?|Sr\.?|III?|IV)$/.test(p)) continue;
		const m = /^((?:\p{Lu}\.[\s-]?)+)\s*(.*)$/u.exec(p);
		names.push(m && m[2] ? { family: m[2], initials: letters(m[1]) } : { family: p, initials: '' });
	}
	return { names, etAl: Boolean(al) };
}
const letters = (s: string) => s.toLowerCase().replace(/[^\p{L}]/gu, '');

/** Words that end the names of laws and events, and of no authors. */
const EVENTS =
	/^(?:act|acts|bill|law|laws|war|wars|treaty|convention|directive|regulations?|protocol|code|order|rules|statute|constitution|reform|frost|fire|famine|flood|crisis|revolution|exhibition|games|olympics|election|census|gesetz|krieg|loi|guerre|ley|guerra)$/i;

/** The first name is no name but a word of another use. */
function isSuspect(names: Typed['names']): boolean {
	const words = names[0]?.family.split(/\s+/) ?? [];
	const bare = (w: string) => w.toLowerCase().replace(/[.’']/g, '');
	return (
		!words.length || NOT_NAMES.has(bare(words[0])) || NOT_NAMES.has(bare(words.at(-1)!)) || EVENTS.test(words.at(-1)!)
	);
}

/** Words before the names, as they stand. */
function takeLead(part: string): { lead: string; rest: string } {
	let rest = part;
	let lead = '';
	for (let i = 0; i < 3; i++) {
		const m = LEAD.exec(rest);
		if (!m) break;
		lead += m[0];
		rest = rest.slice(m[0].length);
	}
	return { lead: lead.trim(), rest };
}

/**
 * Citations of a part that have years.
 * @param before the names that a part which is a year alone belongs to
 */
export function readDated(typed: string, before: Pick<Typed, 'names' | 'etAl'> | null): Written[] {
	const part = typed.trim().replace(/^,\s*/, '');
	// a whole date is one where a source is known for it; most dates are dates
	const dateless = part.replace(DAY_MONTH, '');
	if (dateless !== part) return readDated(dateless, before).map((w) => ({ ...w, suspect: true, strong: false }));
	const through = THROUGH.exec(part);
	if (through && through.index > 0) {
		const inner = readDated(part.slice(through.index + through[0].length), null);
		if (inner.length)
			return [{ ...inner[0], prefix: `${part.slice(0, through.index)}${through[0]}`.trim() }, ...inner.slice(1)];
	}
	let { lead, rest } = takeLead(part);
	let m = NAMED_YEAR.exec(rest) ?? BODY_YEAR.exec(rest);
	if (!m) {
		// words of the writer before the names: “the classic account is Tarrow 2004”
		const inside = new RegExp(`(?<=^|[\\s,])${PEOPLE}${SEPARATOR}\\(?${YEAR}`, 'u').exec(rest);
		if (
			inside &&
			inside.index > 0 &&
			rest.slice(0, inside.index).trim().split(/\s+/).length <= 8 &&
			/^\p{Ll}/u.test(rest)
		) {
			lead = `${lead} ${rest.slice(0, inside.index)}`.trim();
			rest = rest.slice(inside.index);
			m = NAMED_YEAR.exec(rest);
		}
	}
	const out: Written[] = [];
	const base = { prefix: lead, suffix: '', form: 'parenthetical' as const, locator: null };
	let people: Pick<Typed, 'names' | 'etAl' | 'title'>;
	let year: string;
	let strong = false;
	let suspect = false;
	let introduces: Written['introduces'];
	if (m?.groups) {
		const g = m.groups;
		const who = g.people ?? g.body;
		if (who !== undefined) {
			people = readNames(who);
			const whole = rest
				.slice(0, m[0].indexOf(g.year))
				.replace(/[\s,:(]+$/, '')
				.replace(/\s*[[(][^\])]*[\])]?$/, '');
			if (g.short) introduces = { short: g.short, full: whole };
			// “Ministry of Labour and Housing” is one body
			if (g.body !== undefined || g.short) people = { names: [{ family: whole, initials: '' }], etAl: false };
			suspect = isSuspect(people.names);
			strong = people.etAl || people.names.length > 1 || people.names[0].initials !== '';
		} else people = { names: [], etAl: false, title: g.title.replace(/[“”"‘’«»,]/g, '') };
		year = g.year;
		rest = rest.slice(m[0].length);
	} else {
		const y = before ? YEAR_FIRST.exec(rest) : null;
		if (!y || !before) return [];
		people = before;
		year = y.groups!.year;
		rest = rest.slice(y[0].length);
	}
	if (/^[\d%]|^\s*(?:BC|BCE|AD|CE|km|kg|m\b|°)/u.test(rest)) return [];
	const add = (y: string): void =>
		void out.push({
			...people,
			...readYear(y),
			...base,
			prefix: out.length ? '' : lead,
			strong: strong && !suspect,
			suspect,
			...(introduces && !out.length ? { introduces } : {})
		});
	add(year);
	for (;;) {
		const y = MORE_YEARS.exec(rest);
		if (y && !/^\s*,\s*\d{4}\s*[–-]\s*\d/.test(rest)) {
			add(y.groups!.year);
			rest = rest.slice(y[0].length);
			continue;
		}
		const l = out.at(-1)!.letter ? MORE_LETTERS.exec(rest) : null;
		if (l) {
			out.push({ ...out.at(-1)!, letter: l[1], prefix: '' });
			rest = rest.slice(l[0].length);
			continue;
		}
		break;
	}
	// “Tarrow 2004, Lowe 1978” and “Tarrow 2004 and Lowe 1978”
	const next = new RegExp(
		`^(?:\\s*,\\s*(?:and\\s+|&\\s*)?|\\s+(?:and|und|et|y|e)\\s+|\\s*&\\s*|\\s*/\\s*)(?=(?:(?:see|cf\\.?|also)\\s+)*${PEOPLE}${SEPARATOR}\\(?${YEAR})`,
		'u'
	).exec(rest);
	if (next) {
		const more = readDated(rest.slice(next[0].length), null);
		if (more.length) return [...out.map((o) => ({ ...o, strong: !o.suspect })), ...more];
	}
	// a page with citations behind it: “Tarrow 2004, 41, Lowe 1978, 12”
	const later = new RegExp(`(?<=\\d)\\s*,\\s*(?=${PEOPLE}${SEPARATOR}\\(?${YEAR})`, 'u').exec(rest);
	if (later) {
		const more = readDated(rest.slice(later.index + later[0].length), null);
		if (more.length) {
			Object.assign(out.at(-1)!, readBehind(rest.slice(0, later.index)), { strong: true });
			return [...out, ...more];
		}
	}
	const behind = readBehind(rest);
	Object.assign(out.at(-1)!, behind);
	if (behind.locator && /[,:]/.test(rest) && !suspect) for (const o of out) o.strong = true;
	return out;
}

const NAMED_PAGE = re(
	`^${HEAD}(?<between>\\s*,\\s*|\\s*:\\s*|\\s+)(?:(?<work>${TITLE}|[\\p{Lu}][^\\d,;]{2,60}?),?\\s+)?(?<at>(?:(?:pp?|pgs?|pages?|S|ch(?:ap)?|chapters?|vol|bd|nos?|sec|sections?|§+|figs?|figure|table|para|¶+|lines?|ll?|vv?|art|bk|pt|part|act|sc|fols?|col|n)\\.?\\s*)?(?:\\d+|[ivxlc]+\\b).*)$`
);
/** A name and nothing else: some styles part the authors of one work as others part works (ABNT NBR 10520). */
export const isNameAlone = (part: string): boolean =>
	new RegExp(`^(?:${PEOPLE})$`, 'u').test(takeLead(part.trim()).rest);

const NAME_ALONE = re(`^(?:(?<people>${PEOPLE})|(?<body>${BODY})|(?<title>${TITLE}))$`);

/** Citations of a part that have no year: “Tarrow 41”, “Tarrow, Night work 41”, “Tarrow”. */
export function readUndated(part: string): Written[] {
	const through = THROUGH.exec(part);
	if (through) {
		const inner = readUndated(part.slice(through.index + through[0].length));
		if (inner.length)
			return [{ ...inner[0], prefix: `${part.slice(0, through.index)}${through[0]}`.trim() }, ...inner.slice(1)];
	}
	const { lead, rest } = takeLead(part);
	// the names take as much as they can: “Port Ennis Courier 2”
	const m = NAMED_PAGE.exec(rest);
	const alone = m ? null : NAME_ALONE.exec(rest);
	const g = m?.groups ?? alone?.groups;
	if (!g) return [];
	const who = g.people ?? g.body;
	const read =
		who === undefined ? { names: [], etAl: false, title: g.title.replace(/[“”"‘’«»,]/g, '') } : readNames(who);
	const suspect = who !== undefined && isSuspect(read.names);
	const behind = m ? readBehind(g.at) : { locator: null, suffix: '' };
	if (m && (!behind.locator || /^\d{5,}$/.test(behind.locator.value))) return [];
	const title = g.work?.replace(/[“”"‘’«»,]/g, '').trim();
	return [
		{
			...read,
			...(title ? { title } : {}),
			year: '',
			letter: '',
			prefix: lead,
			...behind,
			form: 'parenthetical',
			strong: false,
			suspect
		}
	];
}
