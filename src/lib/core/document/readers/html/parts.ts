/** Tables and figures of a page. */
import { newId, paragraph, rectangular, withWidths, words, type Block, type Caption, type Cell } from '../../../paper';
import { NAMED_LABEL, withoutNumber } from '../captions';
import { takePicture } from '../pictures';
import { attr, elements, isElement, kidsOf, type Element } from './dom';
import type { HtmlReader } from './index';

/** Wider spans are slips of the page. */
const WIDEST = 1000;

const span = (e: Element, name: string): number => {
	const n = Number(attr(e, name) || 1);
	return Number.isInteger(n) && n >= 1 ? Math.min(n, WIDEST) : 1;
};

function captionOf(e: Element | undefined, reader: HtmlReader): Caption | null {
	const content = e ? withoutNumber(reader.lines.read(kidsOf(e)), NAMED_LABEL) : [];
	return content.length ? { content, lang: e ? attr(e, 'lang') : '' } : null;
}

export function tableOf(n: Element, reader: HtmlReader, depth: number): Block[] {
	const own = (e: Element, name: string) => kidsOf(e).filter((k): k is Element => isElement(k) && k.name === name);
	const parts = [n, ...['thead', 'tbody', 'tfoot'].flatMap((p) => own(n, p))];
	const rows = parts.flatMap((p) =>
		own(p, 'tr').map((tr) =>
			kidsOf(tr).flatMap((c): Cell[] => {
				if (!isElement(c) || (c.name !== 'td' && c.name !== 'th')) return [];
				const blocks = reader.blocks(kidsOf(c), depth + 1);
				const align =
					/(left|center|right|justify)/.exec(
						attr(c, 'align') || /text-align:\s*(\w+)/.exec(attr(c, 'style'))?.[1] || ''
					)?.[1] ?? '';
				return [
					{
						header: c.name === 'th' || p.name === 'thead',
						colspan: span(c, 'colspan'),
						rowspan: span(c, 'rowspan'),
						widths: null,
						align: align as Cell['align'],
						blocks: blocks.length ? blocks : [paragraph([])]
					}
				];
			})
		)
	);
	const filled = rows.filter((r) => r.length);
	if (!filled.length) return [];
	const caption = captionOf(own(n, 'caption')[0], reader);
	const columns = [n, ...own(n, 'colgroup')]
		.flatMap((p) => own(p, 'col'))
		.map((c) => parseFloat(/(?:^|;)\s*width:\s*([\d.]+%)/.exec(attr(c, 'style'))?.[1] ?? '') || undefined);
	const table = withWidths(rectangular(filled), columns);
	return [{ t: 'table', id: attr(n, 'id') || newId(), inner: newId(), rows: table, caption }];
}

export function figureOf(n: Element, reader: HtmlReader): Block[] {
	const all = n.name === 'img' ? [n] : [...elements(kidsOf(n))];
	const caption = captionOf(
		all.find((e) => e.name === 'figcaption'),
		reader
	) ?? { content: [], lang: '' };
	const table = all.find((e) => e.name === 'table');
	if (table) {
		const [block, ...more] = tableOf(table, reader, 0);
		return block?.t === 'table' && !block.caption && caption.content.length
			? [{ ...block, caption }, ...more]
			: block
				? [block, ...more]
				: [];
	}
	const images = all.filter((e) => e.name === 'img');
	if (!images.length)
		return [
			...reader.blocks(
				kidsOf(n).filter((k) => !(isElement(k) && k.name === 'figcaption')),
				1
			),
			...(caption.content.length ? [paragraph(caption.content)] : [])
		];
	if (images.length > 1) reader.lost.add('more than one picture in a figure: the first is kept', reader.where);
	const [img] = images;
	const src = attr(img, 'src');
	const asset = src.startsWith('data:')
		? fromData(src, reader)
		: src
			? takePicture(src, [], reader.beside, reader.paper, reader.lost, reader.where)
			: '';
	const alt = attr(img, 'alt');
	const width =
		/(?:^|;)\s*width:\s*(\d+(?:\.\d+)?)%/.exec(attr(img, 'style'))?.[1] ?? /^(\d+)%$/.exec(attr(img, 'width'))?.[1];
	return [
		{
			t: 'figure',
			id: attr(n, 'id') || newId(),
			asset,
			alt,
			caption: caption.content.length || n.name === 'figure' ? caption : { content: words(alt), lang: '' },
			...(width ? { width: Number(width) } : {})
		}
	];
}

/** A picture that the page holds itself. */
function fromData(src: string, reader: HtmlReader): string {
	const m = /^data:[\w/+.-]*;base64,([A-Za-z0-9+/=\s]+)$/.exec(src);
	if (!m) {
		reader.lost.add('a picture in the page that is no PNG, JPEG, GIF or WebP', reader.where);
		return '';
	}
	const name = `picture-${Object.keys(reader.paper.assets).length + 1}`;
	let bytes: Uint8Array;
	try {
		bytes = Uint8Array.from(atob(m[1].replace(/\s/g, '')), (c) => c.charCodeAt(0));
	} catch (e) {
		if (!(e instanceof Error)) throw e;
		reader.lost.add('a picture in the page that is cut off', reader.where);
		return '';
	}
	return takePicture(name, [], () => bytes, reader.paper, reader.lost, reader.where);
}
