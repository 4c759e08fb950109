/** The final manuscript as one HTML file: semantic, with the roles of DPUB-ARIA 1.1 for notes and the list. */
import type { Run } from '../../csl';
import { captionForm, type CaptionLook } from '../../page';
import { mathml } from '../math';
import { Listed, type Contents, type ContentsRow } from '../contents';
import {
	captionLabel,
	legendWords,
	splitTitle,
	type CaptionLabel,
	type Captions,
	type BlockLook,
	type FinalBlock,
	type FinalCell,
	type FinalDoc,
	type FinalEntry,
	type FinalInline
} from '../final';

/** Text as it stands in HTML. */
export const esc = (s: string) =>
	s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

interface NoteOut {
	kind: 'footnote' | 'endnote';
	number: number;
	/** Which of its kind it is: numbers may begin anew. */
	nth: number;
	html: string;
}

/** Writes the mark of a note where it stands, and sees to its words. */
export type PutNote = (note: Extract<FinalInline, { t: 'note' }>) => string;

/** Writes the whole file. */
export function writeHtml(doc: FinalDoc): string {
	const notes: NoteOut[] = [];
	const put: PutNote = (i) => {
		const html = i.paragraphs.map((p) => `<p>${inlineHtml(p, put)}</p>`).join('');
		const nth = notes.filter((n) => n.kind === i.kind).length + 1;
		notes.push({ kind: i.kind, number: i.number, nth, html });
		return `<a id="ref-${i.kind}-${nth}" href="#${i.kind}-${nth}" role="doc-noteref"><sup>${i.number}</sup></a>`;
	};
	const listed = new Listed(splitTitle(doc).body, doc, '');
	const body = doc.blocks.map((b) => blockHtml(b, put, { ...doc, listed })).join('\n');
	const section = (kind: 'footnote' | 'endnote', title: string) => {
		const list = notes.filter((n) => n.kind === kind);
		if (!list.length) return '';
		const tag = kind === 'footnote' ? 'aside' : 'li';
		const items = list
			.map((n) => {
				const back = `<a href="#ref-${kind}-${n.nth}" role="doc-backlink" aria-label="Back to note ${n.number} in the text">${n.number}</a>`;
				return `<${tag} id="${kind}-${n.nth}" role="doc-${kind}">${back} <div>${n.html}</div></${tag}>`;
			})
			.join('\n');
		// in DPUB-ARIA 1.1 a footnote is a block of its own, an endnote an item of a list
		const inside = kind === 'footnote' ? items : `<ul>\n${items}\n</ul>`;
		return `<section${kind === 'endnote' ? ' role="doc-endnotes"' : ''} class="notes" aria-label="${title}"><h2>${title}</h2>\n${inside}</section>`;
	};
	return `<!doctype html>
<html lang="${esc(doc.lang)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${esc(doc.title)}</title>
${doc.authors.map((a) => `<meta name="author" content="${esc(a)}">`).join('\n')}
<style>
body { font: 12pt/1.6 'Literata Variable', Georgia, serif; max-width: 40em; margin: 3em auto; padding: 0 1em; color: #1b2433; }
h1, h2, h3, h4, h5 { line-height: 1.25; }
blockquote { margin: 1em 2em; }
.entries.aligned li { display: grid; grid-template-columns: 2.6em 1fr; }
.entries, .notes ul { list-style: none; padding: 0; } .entries .under { margin: 0.3em 0 0 2em; text-indent: 0; grid-column: 2; }
@media print { .own-page { break-before: page; } }
.notes aside, .notes li { display: grid; grid-template-columns: 2.2em 1fr; } .notes p { margin: 0 0 0.5em; }
.notes { border-top: 1px solid #999; margin-top: 3em; font-size: 0.9em; }
a { color: inherit; } [role=doc-noteref] { text-decoration: none; } sup { line-height: 0; }
.small-caps { font-variant: small-caps; }
.contents .label { font-weight: 700; } .contents ul { list-style: none; padding: 0; } .contents a { text-decoration: none; }
.contents .level-2 { padding-left: 1.5em; } .contents .level-3 { padding-left: 3em; } .contents .level-4 { padding-left: 4.5em; }
.page-break { break-after: page; border: 0; } .equation { display: flex; justify-content: center; gap: 2em; }
${captionCss(doc.captions, 'figure')}
${captionCss(doc.captions, 'table')}
figure img { max-width: 100%; } .legend { font-size: 0.92em; line-height: 1.35; margin-top: 0; }
table { border-collapse: collapse; } td, th { border: 1px solid #999; padding: 0.2em 0.6em; } td p, th p { margin: 0; }
</style>
</head>
<body>
<main>
${body}
</main>
${section('footnote', 'Notes')}
${section('endnote', 'Endnotes')}
</body>
</html>
`;
}

function runHtml(r: Run): string {
	let s = esc(r.text);
	if (r.sup) s = `<sup>${s}</sup>`;
	if (r.sub) s = `<sub>${s}</sub>`;
	if (r.smallCaps) s = `<span class="small-caps">${s}</span>`;
	if (r.underline) s = `<u>${s}</u>`;
	if (r.bold) s = `<strong>${s}</strong>`;
	if (r.italic) s = `<em>${s}</em>`;
	if (r.lang) s = `<span lang="${esc(r.lang)}">${s}</span>`;
	if (r.link && /^(https?:|mailto:)/i.test(r.link)) s = `<a href="${esc(r.link)}">${s}</a>`;
	return s;
}

/** A formula; its TeX as it was typed where that cannot be read. */
const mathHtml = (tex: string, display: boolean): string =>
	mathml(tex, display, { annotate: true }) ?? `<code>${esc(tex)}</code>`;

/** Where references to a heading, table, figure or equation lead. */
export const placeId = (id: string): string => esc(`place-${id}`);
const place = (id: string): string => (id ? ` id="${placeId(id)}"` : '');

/** Words with their notes. */
export function inlineHtml(list: FinalInline[], put: PutNote): string {
	return list
		.map((i, at) => {
			if (i.t === 'text') return runHtml(i.run);
			if (i.t === 'break') return '<br>';
			if (i.t === 'math') return mathHtml(i.tex, false);
			if (i.t === 'ref')
				return `<a href="#${placeId(i.target)}"${i.show === 'page' ? ' class="page-of"' : ''}>${esc(i.text)}</a>`;
			// two marks side by side are two numbers
			return `${list[at - 1]?.t === 'note' ? '<sup>,</sup>' : ''}${put(i)}`;
		})
		.join('');
}

const HTML_NUMBERS = { 'lower-alpha': 'a', 'upper-alpha': 'A', 'lower-roman': 'i', 'upper-roman': 'I' } as const;

/** Language and alignment; the direction is that of the words (HTML, dir=auto). */
function look({ lang, align }: BlockLook): string {
	return ` dir="auto"${lang ? ` lang="${esc(lang)}"` : ''}${align ? ` style="text-align: ${align}"` : ''}`;
}

function cell(c: FinalCell, put: PutNote): string {
	const tag = c.header ? 'th' : 'td';
	const spans = `${c.colspan > 1 ? ` colspan="${c.colspan}"` : ''}${c.rowspan > 1 ? ` rowspan="${c.rowspan}"` : ''}`;
	const align = c.align ? ` style="text-align: ${c.align}"` : '';
	const [only, ...more] = c.paragraphs;
	const words = more.length
		? c.paragraphs.map((p) => `<p>${inlineHtml(p, put)}</p>`).join('')
		: only
			? inlineHtml(only, put)
			: '';
	return `<${tag}${spans}${align}>${words}</${tag}>`;
}

/** A block of text. */
export function blockHtml(b: FinalBlock, put: PutNote, doc: Captions & { listed: Listed }): string {
	switch (b.t) {
		case 'paragraph':
			return `<p${b.legend === undefined ? '' : ' class="legend"'}${look(b)}>${inlineHtml([...legendWords(b), ...b.inlines], put)}</p>`;
		case 'heading':
			return `<h${b.level}${place(b.id)}${look(b)}>${inlineHtml(b.inlines, put)}</h${b.level}>`;
		case 'quote':
			return `<blockquote${look(b)}>${b.paragraphs.map((p) => `<p dir="auto">${inlineHtml(p, put)}</p>`).join('')}</blockquote>`;
		case 'list': {
			const tag = b.ordered ? 'ol' : 'ul';
			const start = b.ordered && b.start !== 1 ? ` start="${b.start}"` : '';
			const type = b.ordered && b.numbers !== 'decimal' ? ` type="${HTML_NUMBERS[b.numbers]}"` : '';
			return `<${tag}${start}${type}>${b.items.map((i) => `<li>${i.map((x) => blockHtml(x, put, doc)).join('')}</li>`).join('')}</${tag}>`;
		}
		case 'figure': {
			const width = b.width ? ` style="width: ${+(b.width * 100).toFixed(1)}%"` : '';
			const picture = b.src ? `<img src="${esc(b.src)}" alt="${esc(b.alt)}"${width}>` : '';
			const form = captionLabel(b, doc);
			const caption = `<figcaption>${label(form)}${inlineHtml(b.caption, put)}</figcaption>`;
			return `<figure${place(b.id)}>${form.above ? caption + picture : picture + caption}</figure>`;
		}
		case 'table': {
			const caption = b.caption ? `<caption>${label(captionLabel(b, doc))}${inlineHtml(b.caption, put)}</caption>` : '';
			const columns = b.columns
				? `<colgroup>${b.columns.map((c) => `<col style="width: ${+(c * 100).toFixed(1)}%">`).join('')}</colgroup>`
				: '';
			return `<table${place(b.id)}${b.columns ? ' style="width: 100%; table-layout: fixed"' : ''}>${caption}${columns}${b.rows.map((r) => `<tr>${r.map((c) => cell(c, put)).join('')}</tr>`).join('')}</table>`;
		}
		case 'equation':
			return `<p class="equation"${place(b.id)}>${mathHtml(b.tex, true)}${b.number ? ` <span>(${b.prefix ?? ''}${b.number})</span>` : ''}</p>`;
		case 'page-break':
			return '<hr class="page-break">';
		case 'contents':
			return contentsHtml(b, doc.listed.of(b), put);
		case 'bibliography':
			return list(b, put);
	}
}

function contentsHtml(b: Contents, rows: readonly ContentsRow[], put: PutNote): string {
	const items = rows.map((r) => {
		const words = `${esc(r.label)}${inlineHtml(r.words, put)}`;
		return `<li class="level-${r.level}" dir="auto">${r.id ? `<a href="#${placeId(r.id)}">${words}</a>` : words}</li>`;
	});
	// of the roles in DPUB-ARIA 1.1 only contents have one
	return `<nav${b.of === 'headings' ? ' role="doc-toc"' : ''} class="contents" data-of="${b.of}" data-levels="${b.levels}" aria-label="${esc(b.title)}"><p class="label">${esc(b.title)}</p><ul>${items.join('')}</ul></nav>`;
}

/** How captions of tables or figures stand, as a rule of a style sheet. */
export function captionCss(look: CaptionLook = 'run-in', of: 'table' | 'figure'): string {
	const name = of === 'table' ? 'caption' : 'figcaption';
	const { align, italic, smallCaps } = captionForm(look, of);
	const looks = [`text-align: ${align}`, italic && 'font-style: italic', smallCaps && 'font-variant: small-caps'];
	return `${name} { ${looks.filter(Boolean).join('; ')} }${italic ? ` ${name} .label { font-style: normal }` : ''}`;
}

/** What stands before a caption: its kind and number. */
function label({ word, prefix, number, end, bold, ownLine }: CaptionLabel): string {
	if (!number) return '';
	const tag = bold ? 'b' : 'span';
	return `<${tag} class="label">${word} ${prefix}${number}${end}</${tag}>${ownLine ? '<br>' : ' '}`;
}

type List = Extract<FinalBlock, { t: 'bibliography' }>;

const FONTS = {
	'': '',
	serif: ` font-family: 'Literata Variable', Georgia, serif;`,
	sans: ' font-family: Arial, sans-serif;'
};

/** Style of the entries of a list, for pages and for what is pasted elsewhere. */
export function entryStyle({ look, aligned }: Pick<List, 'look' | 'aligned'>): string {
	const indent = aligned ? 0 : look.hanging;
	return `margin: 0 0 ${look.after}pt; line-height: ${look.lines * 1.2}; padding-left: ${indent}in; text-indent: ${look.firstLine - indent}in;`;
}

function list(b: List, put: PutNote): string {
	const heading = `${b.look.centred ? 'text-align: center;' : ''}${b.look.bold ? '' : ' font-weight: normal;'}`;
	const style = entryStyle(b);
	const items = (entries: FinalEntry[]) =>
		entries
			.map((e) => {
				const under = e.under.map((p) => `<p class="under">${esc(p)}</p>`).join('');
				return `<li id="entry-${esc(e.id)}" class="entry" style="${style}">${entry(e.runs, b.aligned)}${under}</li>`;
			})
			.join('\n');
	const groups = b.groups.map(
		(g) =>
			`${g.title ? `<h3>${esc(g.title)}</h3>\n` : ''}<ul class="entries${b.aligned ? ' aligned' : ''}">\n${items(g.entries)}\n</ul>`
	);
	const head = `<h2${heading ? ` style="${heading.trim()}"` : ''}>${inlineHtml(b.heading, put)}</h2>`;
	const note = b.note ? `<p>${esc(b.note)}</p>\n` : '';
	return `<section${place(b.id)} role="doc-bibliography"${b.look.ownPage ? ' class="own-page"' : ''}${FONTS[b.look.font] ? ` style="${FONTS[b.look.font].trim()}"` : ''}>${head}\n${note}${groups.join('\n')}</section>`;
}

/** An entry whose number stands in the margin has a tab behind it. */
function entry(runs: Run[], aligned: boolean): string {
	const at = runs.findIndex((r) => r.text.includes('\t'));
	if (!aligned || at < 0) return runs.map(runHtml).join('').replace(/\t/g, ' ');
	const [head, tail] = splitTab(runs, at);
	return `<span>${head.map(runHtml).join('')}</span><span>${tail.map(runHtml).join('').trimStart()}</span>`;
}

/** Splits runs at their first tab. */
export function splitTab(runs: Run[], at: number): [Run[], Run[]] {
	const r = runs[at];
	const i = r.text.indexOf('\t');
	return [
		[...runs.slice(0, at), { ...r, text: r.text.slice(0, i) }].filter((x) => x.text),
		[{ ...r, text: r.text.slice(i + 1) }, ...runs.slice(at + 1)].filter((x) => x.text)
	];
}
