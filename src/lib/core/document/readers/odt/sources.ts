/** Bibliography marks (OpenDocument 1.3, Part 3, 8.1 and 19.752 ff.): a citation with its source in its attributes. */
import type { Item, Name } from '../../../csl';
import { readDate, readName } from '../../../source';
import { attribute, type Xml } from '../package-file';

/** `text:bibliography-type` as kinds of CSL. */
const KINDS: Record<string, string> = {
	article: 'article-journal',
	journal: 'article-journal',
	book: 'book',
	booklet: 'pamphlet',
	inbook: 'chapter',
	incollection: 'chapter',
	inproceedings: 'paper-conference',
	conference: 'paper-conference',
	proceedings: 'book',
	mastersthesis: 'thesis',
	phdthesis: 'thesis',
	techreport: 'report',
	manual: 'report',
	unpublished: 'manuscript',
	www: 'webpage',
	email: 'personal_communication',
	misc: 'document'
};
const FIELDS: Record<string, string> = {
	title: 'title',
	booktitle: 'container-title',
	journal: 'container-title',
	publisher: 'publisher',
	institution: 'publisher',
	school: 'publisher',
	organizations: 'publisher',
	address: 'publisher-place',
	volume: 'volume',
	number: 'issue',
	pages: 'page',
	edition: 'edition',
	series: 'collection-title',
	chapter: 'chapter-number',
	url: 'URL',
	isbn: 'ISBN',
	note: 'note'
};

const people = (text: string): Name[] =>
	text
		.split(/\s*;\s*|\s+and\s+/)
		.map(readName)
		.filter((n): n is Name => n !== null);

/** The source that a mark stands for. */
export function itemOfMark(mark: Xml): Item {
	const type = attribute(mark, 'text:bibliography-type');
	const id = attribute(mark, 'text:identifier');
	const item: Item = { id, type: KINDS[type] ?? 'document' };
	for (const [from, to] of Object.entries(FIELDS)) {
		const v = attribute(mark, `text:${from}`).trim();
		if (v && item[to] === undefined) item[to] = v;
	}
	if (item.type === 'thesis') item.genre = type === 'phdthesis' ? 'PhD thesis' : 'Master’s thesis';
	if (item.type === 'report' && item.issue) {
		item.number = item.issue;
		delete item.issue;
	}
	for (const role of ['author', 'editor']) {
		const names = people(attribute(mark, `text:${role}`));
		if (names.length) item[role] = names;
	}
	const issued = readDate([attribute(mark, 'text:month'), attribute(mark, 'text:year')].filter(Boolean).join(' '));
	if (issued) item.issued = issued;
	return item;
}
