/** Three kinds of file, and the formats each can be had in. */

export type FileKind = 'final' | 'live' | 'anonymous';
export type FileFormat = 'docx' | 'odt' | 'pdf' | 'html' | 'markdown' | 'latex' | 'text' | 'package';

export const KINDS: { id: FileKind; name: string; about: string; formats: FileFormat[] }[] = [
	{
		id: 'final',
		name: 'Final',
		about: 'Plain text and formatting; opens anywhere, nothing in it changes.',
		formats: ['docx', 'odt', 'pdf', 'html', 'markdown', 'latex', 'text']
	},
	{
		id: 'live',
		name: 'Live',
		about: 'To work on with somebody: citations and their sources travel inside and come back live.',
		formats: ['docx', 'odt', 'markdown', 'latex', 'package']
	},
	{
		id: 'anonymous',
		name: 'Anonymous',
		about: 'For blind review: names, your own works and the file’s properties are covered.',
		formats: ['docx', 'odt', 'pdf', 'html', 'markdown', 'latex', 'text']
	}
];

export const FORMATS: Record<FileFormat, { name: string; about: string; live?: string }> = {
	docx: {
		name: 'DOCX',
		about: 'Real notes, styles to change at one place, numbers and references as fields.',
		live: 'Reads like the final file; opened here again, by anyone, its citations are live.'
	},
	odt: {
		name: 'ODT',
		about: 'Real notes, styles to change at one place, numbers and references as fields.',
		live: 'Reads like the final file; opened here again, by anyone, its citations are live.'
	},
	pdf: { name: 'PDF', about: 'The pages shown here, by the browser’s print window.' },
	html: { name: 'HTML', about: 'One file, with notes and bibliography marked up for readers and machines.' },
	markdown: {
		name: 'Markdown',
		about: 'Citations as printed.',
		live: 'Citations as keys, with the sources (.bib) beside the text.'
	},
	latex: {
		name: 'LaTeX',
		about: 'Citations as printed.',
		live: 'Citations as commands, with the sources (.bib) beside the text.'
	},
	package: {
		name: 'Package',
		about:
			'For another library of Rapid Quill: the manuscript as it is here, its sources with excerpts and annotations, pictures and style.'
	},
	text: { name: 'Plain text', about: 'Words, notes and bibliography, for a mail or a form.' }
};

/** Formats whose live files read like the final ones; the others have cite keys. */
export const travelsWhole = (format: FileFormat): boolean => format === 'docx' || format === 'odt';

/** What a file is called on its button. */
export function fileWords(kind: FileKind, format: FileFormat): string {
	const { name } = FORMATS[format];
	const plain = format === 'text' ? 'plain text' : name;
	if (kind === 'anonymous') return `anonymous ${plain}`;
	if (format === 'package') return 'package';
	if (kind === 'live') return travelsWhole(format) ? `live ${plain}` : `${plain} with cite keys`;
	return plain;
}
