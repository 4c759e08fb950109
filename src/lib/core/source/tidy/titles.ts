/** What is odd about titles. */
import { normalDate, type Item } from '../../csl';
import { isHeadline, isSentence, isShouting, seemsForeign, toSentence, type ShippedWords } from '../sentence-case';
import { toHeadline } from './headline';
import { mainTitle } from '../main-title';
import { textFinding, textOf, type Finding, type TidyContext } from './types';

const TITLES = ['title', 'container-title', 'collection-title'];

/** What bears a name rather than a title. */
const NAMED = new Set(['legislation', 'legal_case', 'bill', 'treaty', 'regulation', 'hearing', 'event', 'periodical']);

/** Proper names of publications keep their headline capitals; only what stands for a work of its own is a sentence. */
const OWN_NAME = new Set(['container-title', 'collection-title']);

const isEnglish = (item: Item, title: string, words: ShippedWords): boolean =>
	item.language ? /^en\b/i.test(String(item.language)) : !seemsForeign(title, words);

export function titleCase(item: Item, ctx: TidyContext): Finding[] {
	const out: Finding[] = [];
	const { sentence } = ctx;
	if (!sentence) return out;
	for (const field of TITLES) {
		const t = textOf(item, field);
		if (!t) continue;
		const named = OWN_NAME.has(field) || NAMED.has(item.type);
		if (isShouting(t)) {
			const stop = ctx.titles === 'headline' || named ? toHeadline(t, sentence) : toSentence(t, sentence);
			out.push(textFinding('capitals', field, 'In capitals throughout', t, stop));
			continue;
		}
		if (named) continue;
		if (ctx.titles === 'sentence' && isHeadline(t) && isEnglish(item, t, sentence.words)) {
			const s = toSentence(t, sentence);
			if (s !== t)
				out.push(textFinding('title-case', field, 'In headline capitals; styles that want them make them', t, s));
		}
		if (ctx.titles === 'headline' && isSentence(t) && isEnglish(item, t, sentence.words)) {
			const s = toHeadline(t, sentence);
			if (s !== t) out.push(textFinding('title-case', field, 'Written as a sentence', t, s));
		}
	}
	return out;
}

const SHORTENED = new Set(['book', 'article-journal', 'article-magazine', 'chapter', 'thesis', 'report']);
/** Titles of so many characters are long in a note. */
const LONG_TITLE = 60;

/**
 * A long title whose main title would do in notes (Chicago 17, 14.33: titles of more than four words are shortened). The
 * main title is used there without being asked; stored, it can be made shorter still.
 */
export function shortTitle(item: Item): Finding[] {
	const t = textOf(item, 'title');
	if (t.length <= LONG_TITLE || !SHORTENED.has(item.type) || item['title-short'] || item.shortTitle) return [];
	const main = mainTitle(t);
	return main === t.trim() ? [] : [textFinding('short-title', 'title-short', 'No short title for notes', '', main)];
}

export function trailingStop(item: Item): Finding[] {
	return [...TITLES, 'publisher', 'publisher-place']
		.map((field): Finding | null => {
			const t = textOf(item, field);
			const m = /^(.*[^.\s])\s*([.,;:/])\s*$/s.exec(t);
			if (!m) return null;
			// an abbreviation, an initial or a company's form keeps its full stop
			if (
				m[2] === '.' &&
				/(?:\b(?:\p{Lu}|Inc|Ltd|Co|Corp|Bros|St|Jr|Sr|etc|al|vol|no|ed|Mr|Mrs|Dr)|\.\p{L})$/u.test(m[1])
			)
				return null;
			return textFinding('stop', field, m[2] === '.' ? 'A full stop at the end' : `“${m[2]}” at the end`, t, m[1]);
		})
		.filter((f): f is Finding => f !== null);
}

const LONG = new Set(['abstract', 'note', 'annote']);

export function spaces(item: Item): Finding[] {
	const out: Finding[] = [];
	for (const field of Object.keys(item)) {
		const v = item[field];
		if (typeof v !== 'string' || LONG.has(field) || field === 'id' || field === 'type') continue;
		const clean = v.replace(/\s+/g, (s) => (s === '\u00a0' || s === '\u202f' ? s : ' ')).trim();
		if (clean !== v) out.push(textFinding('spaces', field, 'Extra spaces', v, clean));
	}
	return out;
}

/** "Tides (1997)" with the same year as the date, or no date at all. */
export function yearInTitle(item: Item): Finding[] {
	const t = textOf(item, 'title');
	const m = /^(.{4,}?)\s*(?:[([](1[5-9]\d\d|20\d\d)[)\]]|,\s*(1[5-9]\d\d|20\d\d))\s*\.?$/s.exec(t);
	if (!m) return [];
	const year = Number(m[2] ?? m[3]);
	const d = normalDate(item.issued);
	if (d?.start && d.start.year !== year) return [];
	// "Harbour lamps, 1868, 1931" and "… in 1874" are titles
	if (m[3] && d?.start === undefined) return [];
	return [
		textFinding(
			'year-in-title',
			'title',
			'The year is part of the title',
			t,
			m[1],
			d ? {} : { issued: { 'date-parts': [[year]] } }
		)
	];
}
