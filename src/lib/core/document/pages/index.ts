/**
 * The final manuscript as pages: HTML and a style sheet that a paged-media program lays out (`ui/pages`). Footnotes stand
 * where their marks are and are floated to the foot; numbers are those of the manuscript, so that pages made apart agree.
 */
import { contentsTitle, type PageSetup, type TitleFields } from '../../page';
import { Listed, ownContents, type Contents, type ContentsRow } from '../contents';
import { blockHtml, esc, inlineHtml, placeId, type PutNote } from '../html';
import { splitTitle, type FinalDoc, type FinalInline } from '../final';
import { HeadingNumbers } from './numbers';
import { abstractHtml, openingHtml, surnameOf } from './opening';
import { pageStyle } from './style';

export interface PagesFile {
	/** What stands in the pages. */
	html: string;
	css: string;
	lang: string;
	title: string;
}

const plain = (list: readonly FinalInline[]): string =>
	list
		.map((i) => {
			if (i.t === 'text') return i.run.text;
			if (i.t === 'ref') return i.text;
			return i.t === 'math' ? i.tex : i.t === 'break' ? ' ' : '';
		})
		.join('');

/** Numbers of pages stand where they are known: once all pages are there. Until then there is room for one. */
const PAGE_OF = /<a href="#([^"]+)" class="page-of">[^<]*<\/a>/g;
const PAGE_TO = '<a href="#$1"><span data-to="$1">00</span></a>';

export function writePages(doc: FinalDoc, setup: PageSetup, fields: TitleFields): PagesFile {
	const endnotes: string[] = [];
	const put: PutNote = (note) => {
		const mark = `<sup>${note.number}</sup>`;
		const words = note.paragraphs.map((p) => inlineHtml(p, put));
		if (note.kind === 'endnote') {
			endnotes.push(`<p>${mark} ${words.join('<br>')}</p>`);
			return mark;
		}
		// a note is laid out within its paragraph, which holds no blocks
		const lines = words.map((w, i) => `<span class="p">${i ? '' : `${mark} `}${w}</span>`).join('');
		return `${mark}<span class="fn" data-number="${note.number}">${lines}</span>`;
	};

	const { title, body: all } = splitTitle(doc);
	// what is listed needs a name
	const body = all.map((b, n) => (b.t === 'heading' && !b.id ? { ...b, id: `head-${n + 1}` } : b));
	const listed = new Listed(body, doc, setup.numbering);
	const around = { ...doc, listed };
	const numbers = new HeadingNumbers(setup.numbering);
	const out: string[] = [];
	let runIn = '';
	const flush = () => {
		if (runIn) out.push(`<p class="first">${runIn}</p>`);
		runIn = '';
	};
	const placeEndnotes = () => {
		if (endnotes.length) out.push(`<section class="endnotes own-page"><h2>Notes</h2>${endnotes.join('')}</section>`);
		endnotes.length = 0;
	};
	for (const b of body) {
		if (b.t === 'heading') {
			flush();
			const id = placeId(b.id);
			const number = numbers.next(b.level);
			const words = `${esc(number)}${inlineHtml(b.inlines, put)}`;
			const look = setup.headings[Math.min(b.level, 6) - 2] ?? setup.headings[0];
			if (look.runIn) {
				const stop = /[.?!:]$/.test(plain(b.inlines).trim()) ? '' : '.';
				runIn = `<span class="run-in-${b.level}" id="${id}">${words}${stop}</span> `;
			} else out.push(`<h${b.level} id="${id}" dir="auto">${words}</h${b.level}>`);
			continue;
		}
		if (b.t === 'paragraph' && b.legend === undefined) {
			const lang = b.lang ? ` lang="${esc(b.lang)}"` : '';
			const align = b.align ? ` style="text-align: ${b.align}${b.align === 'left' ? '' : '; text-indent: 0'}"` : '';
			out.push(`<p class="first" dir="auto"${lang}${align}>${runIn}${inlineHtml(b.inlines, put)}</p>`);
			runIn = '';
			continue;
		}
		flush();
		if (b.t === 'bibliography') placeEndnotes();
		if (b.t === 'contents') out.push(contentsHtml(b, listed.of(b), put));
		else out.push(b.t === 'table' ? withHead(blockHtml(b, put, around)) : blockHtml(b, put, around));
	}
	flush();
	placeEndnotes();

	const opening = openingHtml({ title, authors: doc.authors, fields }, setup, put);
	const own = ownContents(body, setup, contentsTitle('headings', doc.lang));
	const list = own ? contentsHtml(own, listed.of(own), put, true) : '';
	const inColumns =
		setup.columns === 2 ? `<div class="columns">${abstractHtml(fields, setup)}${out.join('\n')}</div>` : out.join('\n');
	const abstract = setup.opening === 'byline' && setup.columns === 1 ? abstractHtml(fields, setup) : '';
	// what only machines read has no place on paper
	const html = `${opening}${abstract}${list}\n${inColumns}`
		.replace(/<annotation[^>]*>[^<]*<\/annotation>/g, '')
		.replace(PAGE_OF, PAGE_TO);
	return {
		html: `<div class="paper" lang="${esc(doc.lang)}">${html}</div>`,
		css: pageStyle(setup, {
			title: doc.title,
			runningHead: fields.runningHead.trim(),
			surname: surnameOf(doc.authors[0] ?? '')
		}),
		lang: doc.lang,
		title: doc.title
	};
}

/** @param apart whether the text goes on on a page of its own */
function contentsHtml(b: Contents, list: readonly ContentsRow[], put: PutNote, apart = false): string {
	if (!list.length) return '';
	const rows = list.map((r) => {
		const id = r.id && placeId(r.id);
		return `<a class="level-${r.level}"${id ? ` href="#${id}"` : ''}><span class="what" dir="auto">${esc(r.label)}${inlineHtml(r.words, put)}</span><span class="dots"></span><span class="to" data-to="${id}"></span></a>`;
	});
	return `<nav class="contents${apart ? ' apart' : ''}"><p class="label" dir="auto">${esc(b.title)}</p>${rows.join('')}</nav>`;
}

/** Rows of header cells at the top of a table are its head, which is repeated on each page. */
function withHead(table: string): string {
	const rows =
		/^(<table[^>]*>(?:<caption>.*?<\/caption>)?(?:<colgroup>.*?<\/colgroup>)?)((?:<tr>(?:<th[^>]*>.*?<\/th>)+<\/tr>)+)/s.exec(
			table
		);
	if (!rows) return table;
	return `${rows[1]}<thead>${rows[2]}</thead><tbody>${table.slice(rows[0].length).replace('</table>', '</tbody></table>')}`;
}
