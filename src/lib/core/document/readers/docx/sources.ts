/** Sources that a word-processor file keeps (ECMA-376, Part 1, 22.6: bibliography), and its citation fields (17.16.5). */
import type { Item, Name } from '../../../csl';
import type { PaperCite, PaperSource } from '../../../paper';
import { elementsOf, wordsIn, type PackageFile, type Xml } from '../package-file';

const NS = 'http://schemas.openxmlformats.org/officeDocument/2006/bibliography';

/** ST_SourceType (22.6.3.7) as kinds of CSL. */
const KINDS: Record<string, string> = {
	ArticleInAPeriodical: 'article-magazine',
	Book: 'book',
	BookSection: 'chapter',
	JournalArticle: 'article-journal',
	ConferenceProceedings: 'paper-conference',
	Report: 'report',
	SoundRecording: 'song',
	Performance: 'performance',
	Art: 'graphic',
	DocumentFromInternetSite: 'webpage',
	InternetSite: 'webpage',
	Film: 'motion_picture',
	Interview: 'interview',
	Patent: 'patent',
	ElectronicSource: 'document',
	Case: 'legal_case',
	Misc: 'document'
};
const TEXT: Record<string, string> = {
	Title: 'title',
	ShortTitle: 'title-short',
	JournalName: 'container-title',
	BookTitle: 'container-title',
	ConferenceName: 'container-title',
	PeriodicalTitle: 'container-title',
	InternetSiteTitle: 'container-title',
	AlbumTitle: 'container-title',
	City: 'publisher-place',
	Publisher: 'publisher',
	Institution: 'publisher',
	ProductionCompany: 'publisher',
	Volume: 'volume',
	Issue: 'issue',
	Pages: 'page',
	Edition: 'edition',
	NumberVolumes: 'number-of-volumes',
	ThesisType: 'genre',
	ChapterNumber: 'chapter-number',
	PatentNumber: 'number',
	CaseNumber: 'number',
	Medium: 'medium',
	URL: 'URL',
	DOI: 'DOI',
	Comments: 'note'
};
const ROLES: Record<string, string> = {
	Author: 'author',
	Editor: 'editor',
	Translator: 'translator',
	BookAuthor: 'container-author',
	Director: 'director',
	Compiler: 'compiler',
	Composer: 'composer',
	Performer: 'performer',
	Interviewer: 'interviewer',
	Interviewee: 'author',
	Artist: 'author',
	Inventor: 'author'
};
const MONTHS = 'january february march april may june july august september october november december'.split(' ');

const local = (x: Xml) => x.name.replace(/^.*:/, '');

/** The sources of a file, by their tags. */
export function sourcesOf(file: PackageFile): PaperSource[] {
	const out: PaperSource[] = [];
	for (const name of file.names) {
		if (!/^customXml\/item\d+\.xml$/.test(name)) continue;
		const root = file.xml(name);
		if (!root || local(root) !== 'Sources' || !Object.values(root.attrs).includes(NS)) continue;
		for (const s of elementsOf(root)) {
			const tag = textOf(s, 'Tag');
			if (local(s) === 'Source' && tag) out.push({ id: tag, key: tag, item: itemOf(s, tag) });
		}
	}
	return out;
}

const of = (x: Xml, name: string): Xml | undefined => elementsOf(x).find((k) => local(k) === name);
const textOf = (x: Xml, name: string): string => wordsIn(of(x, name)).replace(/\s+/g, ' ').trim();

function itemOf(s: Xml, tag: string): Item {
	const item: Item = { id: tag, type: KINDS[textOf(s, 'SourceType')] ?? 'document' };
	for (const [from, to] of Object.entries(TEXT)) {
		const v = textOf(s, from);
		if (v && item[to] === undefined) item[to] = v;
	}
	if (item.genre && item.type === 'report') item.type = 'thesis';
	const number = textOf(s, 'StandardNumber');
	if (/^(?:97[89])?[\d-]{9,}[\dX]$/i.test(number)) item.ISBN = number;
	else if (/^10\.\d{4,9}\//.test(number)) item.DOI ??= number;
	const issued = date(textOf(s, 'Year'), textOf(s, 'Month'), textOf(s, 'Day'));
	if (issued) item.issued = issued;
	const accessed = date(textOf(s, 'YearAccessed'), textOf(s, 'MonthAccessed'), textOf(s, 'DayAccessed'));
	if (accessed) item.accessed = accessed;
	const people = of(s, 'Author');
	for (const role of people ? elementsOf(people) : []) {
		const to = ROLES[local(role)];
		if (!to || item[to] !== undefined) continue;
		const names = namesOf(role);
		if (names.length) item[to] = names;
	}
	return item;
}

function namesOf(role: Xml): Name[] {
	const list = of(role, 'NameList');
	if (!list) {
		const body = textOf(role, 'Corporate');
		return body ? [{ literal: body }] : [];
	}
	return elementsOf(list)
		.filter((p) => local(p) === 'Person')
		.map((p): Name => ({
			family: textOf(p, 'Last'),
			given: [textOf(p, 'First'), textOf(p, 'Middle')].filter(Boolean).join(' ')
		}))
		.map((n) => (n.given ? n : { family: n.family }))
		.filter((n) => n.family);
}

function date(year: string, month: string, day: string): Item['issued'] {
	const y = /\d{4}/.exec(year)?.[0];
	if (!y) return year ? { literal: year } : undefined;
	const m = Number(month) || MONTHS.findIndex((x) => month && x.startsWith(month.toLowerCase().slice(0, 3))) + 1;
	const parts = [
		Number(y),
		...(m >= 1 && m <= 12 ? [m, ...(Number(day) >= 1 && Number(day) <= 31 ? [Number(day)] : [])] : [])
	];
	return { 'date-parts': [parts] };
}

/**
 * A CITATION field's instruction: `CITATION Tag \p 12 \m Other \n`.
 * Switches (17.16.5.9): \l language, \f before, \s behind, \p page, \v volume, \n no author, \t no title, \y no year, \m another.
 */
export function readCitationField(instruction: string): PaperCite[] | null {
	const words = instruction.match(/"[^"]*"|\S+/g) ?? [];
	if (words.shift()?.toUpperCase() !== 'CITATION' || !words.length) return null;
	const bare = (w: string | undefined) => (w ?? '').replace(/^"|"$/g, '');
	const out: PaperCite[] = [
		{ sourceId: bare(words.shift()), locator: null, prefix: '', suffix: '', form: 'parenthetical' }
	];
	for (let i = 0; i < words.length; i++) {
		const at = out.at(-1)!;
		const next = () => bare(words[++i]);
		switch (words[i].toLowerCase()) {
			case '\\m':
				out.push({ sourceId: next(), locator: null, prefix: '', suffix: '', form: 'parenthetical' });
				break;
			case '\\p':
				at.locator = { label: 'page', value: next() };
				break;
			case '\\v':
				at.locator ??= { label: 'volume', value: next() };
				break;
			case '\\f':
				at.prefix = next();
				break;
			case '\\s':
				at.suffix = next();
				break;
			case '\\n':
				at.form = 'year-only';
				break;
			case '\\l':
				i++;
		}
	}
	return out.every((c) => c.sourceId) ? out : null;
}
