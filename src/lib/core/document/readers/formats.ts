/** Formats of documents that can be read, by the ends of their names. */
export const DOCUMENT_FORMATS = {
	docx: 'word processor',
	odt: 'OpenDocument',
	md: 'Markdown',
	tex: 'LaTeX',
	html: 'HTML',
	txt: 'plain text'
} as const;
export type DocumentFormat = keyof typeof DOCUMENT_FORMATS;

const ENDINGS: Record<string, DocumentFormat> = {
	docx: 'docx',
	docm: 'docx',
	dotx: 'docx',
	odt: 'odt',
	ott: 'odt',
	md: 'md',
	markdown: 'md',
	mdown: 'md',
	qmd: 'md',
	rmd: 'md',
	tex: 'tex',
	latex: 'tex',
	ltx: 'tex',
	html: 'html',
	htm: 'html',
	xhtml: 'html',
	txt: 'txt',
	text: 'txt'
};

/** The format that a file's name says; null for none that is read here. */
export const documentFormat = (name: string): DocumentFormat | null =>
	ENDINGS[/\.([a-z]+)$/i.exec(name)?.[1].toLowerCase() ?? ''] ?? null;

/** Endings of the files that can be opened, as a file picker takes them. */
export const DOCUMENT_ENDINGS = Object.keys(ENDINGS).map((e) => `.${e}`);
