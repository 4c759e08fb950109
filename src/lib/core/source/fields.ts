/** Fields of a source in plain words (CSL 1.0.2, appendix IV), and what they are called for a kind. */

export type FieldKind = 'text' | 'names' | 'date' | 'number' | 'long';

export interface Field {
	name: string;
	label: string;
	kind: FieldKind;
	/** The form the field wants. */
	example: string;
}

const f = (name: string, label: string, kind: FieldKind, example = ''): Field => ({ name, label, kind, example });

export const FIELDS: Field[] = [
	f('author', 'Author', 'names', 'Okafor, Ebele'),
	f('title', 'Title', 'text', 'Eels and the lit channel: A net survey'),
	f('title-short', 'Short title', 'text', 'Eels and the lit channel'),
	f('container-title', 'In', 'text', 'Letters in Field Ecology'),
	f('container-title-short', 'In, abbreviated', 'text', 'Lett. Field Ecol.'),
	f('collection-title', 'Series', 'text', 'Studies in Municipal Work'),
	f('issued', 'Date', 'date', '2019, May 2019, 2019-05-03, c. 1890'),
	f('original-date', 'First published', 'date', '1909'),
	f('event-title', 'Event', 'text', 'Third Meeting on Urban Night'),
	f('event-place', 'Place of the event', 'text', 'Callow'),
	f('event-date', 'Date of the event', 'date', '2012-06-04'),
	f('volume', 'Volume', 'number', '12'),
	f('issue', 'Issue', 'number', '3'),
	f('page', 'Pages', 'text', '204-206'),
	f('edition', 'Edition', 'number', '2'),
	f('number', 'Number', 'text', '27'),
	f('number-of-volumes', 'Number of volumes', 'number', '4'),
	f('number-of-pages', 'Number of pages', 'number', '288'),
	f('chapter-number', 'Chapter number', 'number', '3'),
	f('collection-number', 'Number in the series', 'number', '14'),
	f('section', 'Section', 'text', '4'),
	f('publisher', 'Publisher', 'text', 'Saltmarsh Books'),
	f('publisher-place', 'Place', 'text', 'Northfield'),
	f('genre', 'What it is', 'text', 'PhD thesis'),
	f('medium', 'Medium', 'text', 'Photograph'),
	f('authority', 'Authority', 'text', 'Borough of Port Ennis'),
	f('archive', 'Archive', 'text', 'Port Ennis Municipal Archive'),
	f('archive_collection', 'Collection', 'text', 'Harbour Board'),
	f('archive_location', 'Shelfmark', 'text', 'HB/3'),
	f('archive-place', 'Place of the archive', 'text', 'Port Ennis'),
	f('scale', 'Scale', 'text', '1:2,400'),
	f('version', 'Version', 'text', '2.1'),
	f('DOI', 'DOI', 'text', '10.5555/hs.2019.12.201'),
	f('ISBN', 'ISBN', 'text', '978-0-00-000037-2'),
	f('ISSN', 'ISSN', 'text', '0000-0019'),
	f('PMID', 'PMID', 'text', '1234567'),
	f('URL', 'Address', 'text', 'https://example.org/heritage'),
	f('accessed', 'Accessed', 'date', '2026-10-02'),
	f('editor', 'Editor', 'names', 'Pell, Oriel'),
	f('translator', 'Translator', 'names', 'Hope, Ellen'),
	f('container-author', 'Author of the whole', 'names', 'Marlowe, Judith'),
	f('collection-editor', 'Series editor', 'names', 'Osei, Kwame'),
	f('director', 'Director', 'names', 'Arden, Louis'),
	f('interviewer', 'Interviewer', 'names', 'Fenn, Agnes'),
	f('recipient', 'Recipient', 'names', 'Okafor, A.'),
	f('composer', 'Composer', 'names', 'Alder, Rose'),
	f('performer', 'Performer', 'names', 'Iyer, Devika'),
	f('illustrator', 'Illustrator', 'names', 'Mercer, Ida'),
	f('reviewed-author', 'Author reviewed', 'names', 'Marlowe, Judith'),
	f('reviewed-title', 'Title reviewed', 'text', 'A town by the bell'),
	f('language', 'Language', 'text', 'en'),
	f('status', 'Status', 'text', 'forthcoming'),
	f('abstract', 'Abstract', 'long'),
	f('note', 'Note', 'long')
];

const byName = new Map(FIELDS.map((x) => [x.name, x]));
export const fieldNamed = (name: string): Field => byName.get(name) ?? f(name, name, 'text');

/** What a field is called for a kind, where that is not what it is called in general. */
const CALLED: Record<string, Record<string, string>> = {
	'container-title': {
		'article-journal': 'Journal',
		'article-magazine': 'Magazine',
		'article-newspaper': 'Newspaper',
		webpage: 'Site',
		post: 'Site',
		'post-weblog': 'Blog',
		chapter: 'Book',
		'paper-conference': 'Proceedings',
		broadcast: 'Programme',
		song: 'Album or series',
		'review-book': 'Journal',
		review: 'Journal'
	},
	publisher: {
		thesis: 'University',
		report: 'Institution',
		motion_picture: 'Studio',
		broadcast: 'Station',
		article: 'Archive'
	},
	author: {
		interview: 'Interviewee',
		graphic: 'Artist',
		patent: 'Inventor',
		personal_communication: 'Writer',
		song: 'By'
	},
	genre: { thesis: 'Kind of thesis' },
	number: { patent: 'Patent number', standard: 'Standard number', bill: 'Bill number', report: 'Report number' }
};

/** What a field is called for a kind of source. */
export const labelOf = (type: string, field: string): string => CALLED[field]?.[type] ?? fieldNamed(field).label;
