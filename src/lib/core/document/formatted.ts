/** The final manuscript as a paper: what citations print is words, for the formats that are written from papers. */
import type { Run } from '../csl';
import { assetFromData } from '../manuscript';
import {
	emptyPaper,
	newId,
	paragraph,
	words,
	type Block,
	type Cell,
	type Inline,
	type Mark,
	type Paper
} from '../paper';
import { captionLabel, type FinalBlock, type FinalDoc, type FinalInline } from './final';

export interface FormattedOptions {
	/**
	 * How numbers of captions and references come: as words, or left to the format, which counts by itself.
	 */
	numbers: 'words' | 'live';
}

/** Marks in the order of the schema. */
function marksOf(r: Run): Mark[] {
	return [
		...(r.link ? [{ t: 'link' as const, href: r.link }] : []),
		...(r.italic ? [{ t: 'em' as const }] : []),
		...(r.bold ? [{ t: 'strong' as const }] : []),
		...(r.underline ? [{ t: 'underline' as const }] : []),
		...(r.smallCaps ? [{ t: 'small-caps' as const }] : []),
		...(r.lang ? [{ t: 'language' as const, lang: r.lang }] : []),
		...(r.sup ? [{ t: 'superscript' as const }] : []),
		...(r.sub ? [{ t: 'subscript' as const }] : [])
	];
}

export function formattedPaper(doc: FinalDoc, { numbers }: FormattedOptions): Paper {
	const assets: Paper['assets'] = {};
	const kept = (src: string): string => {
		const a = assetFromData(src);
		if (!a) return '';
		assets[a.id] = { type: a.type, bytes: a.bytes };
		return a.id;
	};
	const line = (list: FinalInline[]): Inline[] =>
		list.flatMap((i): Inline[] => {
			switch (i.t) {
				case 'text':
					return words(i.run.text, marksOf(i.run));
				case 'break':
					return [{ t: 'break', marks: [] }];
				case 'math':
					return [{ t: 'math', tex: i.tex, marks: [] }];
				case 'ref':
					return numbers === 'words' ? words(i.text) : [{ t: 'cross-ref', target: i.target, show: i.show, marks: [] }];
				case 'note': {
					const blocks = i.paragraphs.map((p) => paragraph(line(p)));
					return [{ t: 'note', id: newId(), kind: i.kind, blocks, marks: [] }];
				}
			}
		});
	/** A caption; its label stands in it where numbers are words. */
	const caption = (b: Extract<FinalBlock, { t: 'table' | 'figure' }>, list: FinalInline[]) => {
		const { word, prefix, number } = captionLabel(b, doc);
		const label = numbers === 'words' && number ? `${word} ${prefix}${number}.` : '';
		return { content: [...words(label, [{ t: 'strong' }]), ...words(label && ' '), ...line(list)], lang: '' };
	};
	const blocks = (list: readonly FinalBlock[]): Block[] => list.flatMap(block);
	const block = (b: FinalBlock): Block[] => {
		switch (b.t) {
			case 'paragraph':
				return [
					{
						t: 'paragraph',
						content: [...words(b.legend ?? '', [{ t: 'em' }]), ...words(b.legend ? ' ' : ''), ...line(b.inlines)],
						lang: b.lang ?? '',
						align: b.align ?? '',
						...(b.legend === undefined ? {} : { legend: true as const })
					}
				];
			case 'heading': {
				const { id, level, lang = '', align = '' } = b;
				return [{ t: 'heading', id, level, content: line(b.inlines), lang, align }];
			}
			case 'quote':
				return [{ t: 'quotation', blocks: b.paragraphs.map((p) => paragraph(line(p))), lang: b.lang ?? '' }];
			case 'list': {
				const { ordered, start, numbers: kind } = b;
				return [{ t: 'list', ordered, start, numbers: kind, items: b.items.map(blocks) }];
			}
			case 'equation':
				return [{ t: 'equation', id: b.id, tex: b.tex, numbered: b.number > 0 }];
			case 'figure':
				return [
					{
						t: 'figure',
						id: b.id,
						asset: kept(b.src),
						alt: b.alt,
						caption: caption(b, b.caption),
						...(b.width ? { width: Math.round(b.width * 100) } : {})
					}
				];
			case 'table': {
				const rows = b.rows.map((r) =>
					r.map((c): Cell => ({
						header: c.header,
						colspan: c.colspan,
						rowspan: c.rowspan,
						widths: null,
						align: c.align,
						blocks: c.paragraphs.map((p) => paragraph(line(p)))
					}))
				);
				return [{ t: 'table', id: b.id, inner: newId(), rows, caption: b.caption && caption(b, b.caption) }];
			}
			case 'page-break':
				return [{ t: 'page-break' }];
			case 'contents':
				return [{ t: 'contents', of: b.of, title: b.own ? b.title : '', levels: b.levels }];
			case 'bibliography':
				return sources(b);
		}
	};
	const heading = (level: number, content: Inline[]): Block[] =>
		content.length ? [{ t: 'heading', id: '', level, content, lang: '', align: '' }] : [];
	const sources = (b: Extract<FinalBlock, { t: 'bibliography' }>): Block[] => [
		...heading(2, line(b.heading)),
		...(b.note ? [paragraph(words(b.note))] : []),
		...b.groups.flatMap((g) => [
			...heading(3, words(g.title)),
			...g.entries.flatMap((e): Block[] => [
				{
					...paragraph(line(e.runs.map((r) => ({ t: 'text', run: { ...r, text: r.text.replace(/\t/g, ' ') } })))),
					hanging: true
				},
				...e.under.map((text) => paragraph(words(text)))
			])
		])
	];
	const paper = emptyPaper();
	return {
		...paper,
		head: { ...paper.head, authors: doc.authors.map((name) => ({ name, affiliations: [], email: '' })) },
		lang: doc.lang,
		blocks: blocks(doc.blocks),
		assets
	};
}
