/** Kinds of source in plain words, and the fields each usually needs (CSL 1.0.2, appendices III and IV). */

export interface Kind {
	type: string;
	name: string;
	/** The fields that come first, in order. */
	fields: string[];
}

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

const k = (type: string, name: string, fields: string): Kind => ({ type, name, fields: fields.split(' ') });

export const KINDS: Kind[] = [
	k('book', 'Book', 'author title issued publisher publisher-place edition editor ISBN'),
	k('chapter', 'Chapter', 'author title container-title editor page issued publisher publisher-place edition'),
	k('article-journal', 'Journal article', 'author title container-title volume issue page issued DOI'),
	k('article-magazine', 'Magazine article', 'author title container-title issued page URL'),
	k('article-newspaper', 'Newspaper article', 'author title container-title issued page publisher-place URL'),
	k('article', 'Preprint', 'author title publisher number issued DOI URL'),
	k('webpage', 'Web page or site', 'author title container-title issued URL accessed'),
	k('post-weblog', 'Blog post', 'author title container-title issued URL accessed'),
	k('post', 'Post', 'author title container-title issued URL accessed'),
	k('report', 'Report', 'author title publisher publisher-place number genre issued URL'),
	k('thesis', 'Thesis', 'author title genre publisher issued archive URL'),
	k(
		'paper-conference',
		'Conference paper',
		'author title container-title event-title event-place page issued publisher DOI'
	),
	k('entry', 'Entry in a reference work', 'author title container-title edition page issued publisher'),
	k('entry-encyclopedia', 'Encyclopaedia entry', 'author title container-title edition volume page issued publisher'),
	k('entry-dictionary', 'Dictionary entry', 'author title container-title edition page issued publisher'),
	k('interview', 'Interview', 'author interviewer title issued archive archive_location medium'),
	k('personal_communication', 'Letter or message', 'author recipient title issued archive archive_location'),
	k('speech', 'Lecture or speech', 'author title genre event-title event-place issued'),
	k('motion_picture', 'Film or video', 'director title publisher issued medium URL'),
	k('broadcast', 'Broadcast', 'author title container-title publisher issued medium URL'),
	k('song', 'Song or podcast', 'author performer title container-title number publisher issued medium URL'),
	k('musical_score', 'Score', 'composer title publisher publisher-place issued'),
	k('graphic', 'Image or artwork', 'author title issued medium archive archive_location'),
	k('figure', 'Figure', 'author title container-title issued page'),
	k('map', 'Map', 'author title issued publisher publisher-place scale archive archive_location'),
	k('manuscript', 'Manuscript', 'author title genre issued archive archive_location archive-place'),
	k('document', 'Archive document', 'author title genre issued archive archive_location archive-place'),
	k('pamphlet', 'Pamphlet', 'author title issued publisher publisher-place'),
	k('legislation', 'Law', 'title number authority section issued'),
	k('legal_case', 'Case', 'title authority volume container-title page issued'),
	k('bill', 'Bill', 'title number authority issued'),
	k('treaty', 'Treaty', 'title container-title volume page issued'),
	k('hearing', 'Hearing', 'author title event-title issued publisher-place'),
	k('regulation', 'Regulation', 'title number authority issued'),
	k('patent', 'Patent', 'author title number authority issued'),
	k('standard', 'Standard', 'author title number publisher publisher-place issued'),
	k('dataset', 'Data set', 'author title publisher version issued DOI URL'),
	k('software', 'Software', 'author title version publisher issued URL'),
	k(
		'review-book',
		'Book review',
		'author title reviewed-title reviewed-author container-title volume issue page issued'
	),
	k('review', 'Review', 'author title reviewed-title container-title issued'),
	k('performance', 'Performance', 'director title publisher publisher-place issued'),
	k('collection', 'Collection', 'author title archive archive_location issued'),
	k('classic', 'Classic work', 'author title translator publisher issued'),
	k('event', 'Event', 'title event-place issued'),
	k('periodical', 'Periodical', 'title volume issue publisher issued')
];

const kindByType = new Map(KINDS.map((x) => [x.type, x]));
export const kindOf = (type: string): Kind =>
	kindByType.get(type) ?? { type, name: 'Source', fields: ['author', 'title', 'issued'] };

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
