/**
 * The final manuscript as pages: HTML and a style sheet that a paged-media program lays out (`ui/pages`). Footnotes stand
 * where their marks are and are floated to the foot; numbers are those of the manuscript, so that pages made apart agree.
 */
import { type PageSetup, type TitleFields } from '../../page';
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

	const { title, body } = splitTitle(doc);
	const numbers = new HeadingNumbers(setup.numbering);
	const contents: { level: number; words: string; id: string }[] = [];
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
			const id = b.id ? placeId(b.id) : `head-${contents.length + 1}`;
			const number = numbers.next(b.level);
			const words = `${esc(number)}${inlineHtml(b.inlines, put)}`;
			const look = setup.headings[Math.min(b.level, 6) - 2] ?? setup.headings[0];
			contents.push({ level: b.level - 1, words: `${number}${plain(b.inlines)}`, id });
			if (look.runIn) {
				const stop = /[.?!:]$/.test(plain(b.inlines).trim()) ? '' : '.';
				runIn = `<span class="run-in-${b.level}" id="${id}">${words}${stop}</span> `;
			} else out.push(`<h${b.level} id="${id}" dir="auto">${words}</h${b.level}>`);
			continue;
		}
		if (b.t === 'paragraph') {
			const lang = b.lang ? ` lang="${esc(b.lang)}"` : '';
			const align = b.align ? ` style="text-align: ${b.align}${b.align === 'left' ? '' : '; text-indent: 0'}"` : '';
			out.push(`<p class="first" dir="auto"${lang}${align}>${runIn}${inlineHtml(b.inlines, put)}</p>`);
			runIn = '';
			continue;
		}
		flush();
		if (b.t === 'bibliography') placeEndnotes();
		out.push(b.t === 'table' ? withHead(blockHtml(b, put, doc)) : blockHtml(b, put, doc));
	}
	flush();
	placeEndnotes();

	const opening = openingHtml({ title, authors: doc.authors, fields }, setup, put);
	const list = setup.contents ? contentsHtml(contents.filter((c) => c.level <= setup.contents)) : '';
	const inColumns =
		setup.columns === 2 ? `<div class="columns">${abstractHtml(fields, setup)}${out.join('\n')}</div>` : out.join('\n');
	const abstract = setup.opening === 'byline' && setup.columns === 1 ? abstractHtml(fields, setup) : '';
	// what only machines read has no place on paper
	const html = `${opening}${abstract}${list}\n${inColumns}`.replace(/<annotation[^>]*>[^<]*<\/annotation>/g, '');
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

function contentsHtml(list: readonly { level: number; words: string; id: string }[]): string {
	if (!list.length) return '';
	const rows = list.map(
		(c) =>
			`<a class="level-${c.level}" href="#${c.id}"><span>${esc(c.words)}</span><span class="dots"></span><span class="to" data-to="${c.id}"></span></a>`
	);
	return `<nav class="contents"><p class="label">Contents</p>${rows.join('')}</nav>`;
}

/** Rows of header cells at the top of a table are its head, which is repeated on each page. */
function withHead(table: string): string {
	const rows = /^(<table[^>]*>(?:<caption>.*?<\/caption>)?)((?:<tr>(?:<th[^>]*>.*?<\/th>)+<\/tr>)+)/s.exec(table);
	if (!rows) return table;
	return `${rows[1]}<thead>${rows[2]}</thead><tbody>${table.slice(rows[0].length).replace('</table>', '</tbody></table>')}`;
}
