/** Kinds of source in plain words, and the fields each usually needs (CSL 1.0.2, appendix III). */

export interface Kind {
	type: string;
	name: string;
	/** The fields that come first, in order. */
	fields: string[];
}

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
