/** The page set-up of a WordprocessingML file (ECMA-376, Part 1, 17.6 sections, 17.7 styles, 17.10 headers and footers). */
import type { Style } from './parts';
import {
	attribute,
	child,
	children,
	descendants,
	elementsOf,
	wordsIn,
	type PackageFile,
	type Xml
} from '../package-file';
import type { EdgePiece, FilePage } from '../page-setup';
import { on, type Relation } from './parts';

/** Centimetres of a length in twentieths of a point; undefined where there is none. */
const cm = (twips: string): number | undefined => {
	const n = Number(twips);
	return twips && Number.isFinite(n) ? (Math.abs(n) / 1440) * 2.54 : undefined;
};
const points = (twentieths: string): number | undefined => (twentieths ? Number(twentieths) / 20 : undefined);

/** The section that the text is in: the last, or the one before it where that is longer (title pages come first). */
export const sectionOf = (body: Xml): Xml | undefined =>
	child(body, 'w:sectPr') ?? [...descendants(body, 'w:sectPr')].at(-1);

/** Width of the text in centimetres; undefined where the file does not say. */
export function textWidthOf(body: Xml): number | undefined {
	const section = sectionOf(body);
	const width = cm(attribute(child(section, 'w:pgSz'), 'w:w'));
	const margins = child(section, 'w:pgMar');
	const left = cm(attribute(margins, 'w:left') || attribute(margins, 'w:start'));
	const right = cm(attribute(margins, 'w:right') || attribute(margins, 'w:end'));
	return width && left !== undefined && right !== undefined && width > left + right ? width - left - right : undefined;
}

/** @param styles the part that holds styles */
export function pageOf(
	file: PackageFile,
	body: Xml,
	styles: string,
	relations: ReadonlyMap<string, Relation>,
	known: ReadonlyMap<string, Style>
): FilePage {
	const section = sectionOf(body);
	const size = child(section, 'w:pgSz');
	const margins = child(section, 'w:pgMar');
	const edge = (kind: 'header' | 'footer', type: string): Xml | null => {
		const reference = children(section, `w:${kind}Reference`).find((r) => attribute(r, 'w:type') === type);
		const target = reference && relations.get(attribute(reference, 'r:id'))?.target;
		return target ? file.xml(target) : null;
	};
	const pieces = (kind: 'header' | 'footer') => edgeOf(edge(kind, 'default'));
	const first = on(child(section, 'w:titlePg')) ? [edge('header', 'first'), edge('footer', 'first')] : null;
	return {
		width: cm(attribute(size, 'w:w')),
		height: cm(attribute(size, 'w:h')),
		margins: {
			top: cm(attribute(margins, 'w:top')),
			right: cm(attribute(margins, 'w:right') || attribute(margins, 'w:end')),
			bottom: cm(attribute(margins, 'w:bottom')),
			left: cm(attribute(margins, 'w:left') || attribute(margins, 'w:start'))
		},
		columns: Number(attribute(child(section, 'w:cols'), 'w:num')) || undefined,
		lineNumbers: child(section, 'w:lnNumType') !== undefined,
		roman: /roman/i.test(attribute(child(section, 'w:pgNumType'), 'w:fmt')),
		firstPlain: first ? first.every((e) => !wordsIn(e).trim()) : false,
		header: pieces('header'),
		footer: pieces('footer'),
		...typeOf(file.xml(styles), body, known)
	};
}

/** How the text is set: by the style that most of its paragraphs have, and what that is based on. */
function typeOf(root: Xml | null, body: Xml, known: ReadonlyMap<string, Style>): Partial<FilePage> {
	const styles = new Map(children(root, 'w:style').map((s) => [attribute(s, 'w:styleId'), s]));
	const usual = children(root, 'w:style').find(
		(s) => attribute(s, 'w:type') === 'paragraph' && /^(?:1|true|on)$/.test(attribute(s, 'w:default'))
	);
	const letters = new Map<string, number>();
	for (const p of children(body, 'w:p')) {
		const id = attribute(child(child(p, 'w:pPr'), 'w:pStyle'), 'w:val') || attribute(usual, 'w:styleId');
		const { name = '', level = 0 } = known.get(id) ?? {};
		if (!level && !/^(?:title|toc|caption|bibliography|quote)/.test(name))
			letters.set(id, (letters.get(id) ?? 0) + wordsIn(p).length);
	}
	const main = [...letters].sort((a, b) => b[1] - a[1])[0]?.[0] ?? attribute(usual, 'w:styleId');
	/** From the style itself to the defaults of the file. */
	const chain: Xml[] = [];
	for (let at = styles.get(main); at && chain.length < 20; at = styles.get(attribute(child(at, 'w:basedOn'), 'w:val')))
		chain.push(at);
	const defaults = child(root, 'w:docDefaults');
	const run = [...chain.map((s) => child(s, 'w:rPr')), child(child(defaults, 'w:rPrDefault'), 'w:rPr')];
	const paragraph = [...chain.map((s) => child(s, 'w:pPr')), child(child(defaults, 'w:pPrDefault'), 'w:pPr')];
	const said = (list: (Xml | undefined)[], name: string, ...attrs: string[]): string => {
		for (const x of list) {
			const found = attrs.map((a) => attribute(child(x, name), a)).find(Boolean);
			if (found) return found;
		}
		return '';
	};
	const half = Number(said(run, 'w:sz', 'w:val'));
	const rule = said(paragraph, 'w:spacing', 'w:lineRule') || 'auto';
	const line = Number(said(paragraph, 'w:spacing', 'w:line'));
	const justified = said(paragraph, 'w:jc', 'w:val');
	return {
		font: said(run, 'w:rFonts', 'w:ascii', 'w:hAnsi') || undefined,
		// without a size it is ten points (17.3.2.38 sz)
		size: half ? half / 2 : 10,
		lines: rule === 'auto' ? (line || 240) / 240 : undefined,
		indent: cm(said(paragraph, 'w:ind', 'w:firstLine')) ?? 0,
		after: points(said(paragraph, 'w:spacing', 'w:after')) ?? 0,
		justify: justified === 'both' || justified === 'distribute'
	};
}

/** The pieces of a head or foot, by place. */
function edgeOf(part: Xml | null): EdgePiece[][] {
	const out: EdgePiece[][] = [[], [], []];
	const PLACES: Record<string, number> = { center: 1, right: 2, end: 2 };
	for (const p of [...descendants(part, 'w:p')]) {
		let place = PLACES[attribute(child(child(p, 'w:pPr'), 'w:jc'), 'w:val')] ?? 0;
		const put = (piece: EdgePiece) => out[place].push(piece);
		let instruction = '';
		let field: '' | 'said' | 'shown' = '';
		const walk = (x: Xml): void => {
			for (const k of elementsOf(x)) {
				if (k.name === 'w:tab') {
					if (x.name === 'w:r') place = Math.min(2, place + 1);
				} else if (k.name === 'w:fldSimple') {
					if (/^\s*PAGE\b/i.test(attribute(k, 'w:instr'))) put({ page: true });
					else walk(k);
				} else if (k.name === 'w:fldChar') {
					const type = attribute(k, 'w:fldCharType');
					if (type === 'begin') [field, instruction] = ['said', ''];
					else if (type === 'separate') field = 'shown';
					else {
						if (/^\s*PAGE\b/i.test(instruction)) put({ page: true });
						[field, instruction] = ['', ''];
					}
				} else if (k.name === 'w:instrText') instruction += wordsIn(k);
				else if (k.name === 'w:t') {
					if (!field || (field === 'shown' && !/^\s*PAGE\b/i.test(instruction))) put(wordsIn(k));
				} else walk(k);
			}
		};
		walk(p);
	}
	return out;
}
