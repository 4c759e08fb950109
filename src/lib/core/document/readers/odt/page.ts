/** The page set-up of an OpenDocument text (OpenDocument 1.3, Part 3, 16.5 page layouts, 16.9 master pages). */
import { attribute, child, children, descendants, elementsOf, wordsIn, type Xml } from '../package-file';
import type { EdgePiece, FilePage } from '../page-setup';

const UNITS: Record<string, number> = { cm: 1, mm: 0.1, in: 2.54, pt: 2.54 / 72, pc: 2.54 / 6, px: 2.54 / 96 };
/** A length in centimetres; undefined for one that is none. */
export function lengthOf(s: string): number | undefined {
	const m = /^(-?\d*\.?\d+)(cm|mm|in|pt|pc|px)$/.exec(s);
	return m ? Number(m[1]) * UNITS[m[2]] : undefined;
}

/** The layout of the pages that text has: that of the master page “Standard”, or of the first there is. */
function layoutOf(styles: Xml | null): { layout: Xml | undefined; master: Xml | undefined } {
	const masters = children(child(styles, 'office:master-styles'), 'style:master-page');
	const master = masters.find((m) => attribute(m, 'style:name') === 'Standard') ?? masters[0];
	const name = attribute(master, 'style:page-layout-name');
	const layout = [...descendants(styles, 'style:page-layout')].find((l) => attribute(l, 'style:name') === name);
	return { layout, master };
}

/** Width of the text in centimetres; undefined where the file does not say. */
export function textWidthOf(styles: Xml | null): number | undefined {
	const p = child(layoutOf(styles).layout, 'style:page-layout-properties');
	const [width, left, right] = ['fo:page-width', 'fo:margin-left', 'fo:margin-right'].map((a) =>
		lengthOf(attribute(p, a))
	);
	return width && left !== undefined && right !== undefined && width > left + right ? width - left - right : undefined;
}

/** Columns of the section that most of the text stands in; undefined where it stands in none. */
function columnsOf(content: Xml | null, text: Xml): number | undefined {
	const whole = wordsIn(text).length;
	const section = children(text, 'text:section').find((s) => wordsIn(s).length * 2 > whole);
	const style = [...descendants(content, 'style:style')].find(
		(s) =>
			attribute(s, 'style:family') === 'section' && attribute(s, 'style:name') === attribute(section, 'text:style-name')
	);
	return Number(attribute([...descendants(style, 'style:columns')][0], 'fo:column-count')) || undefined;
}

/** @param text the text within the content */
export function pageOf(styles: Xml | null, content: Xml | null, text: Xml): FilePage {
	const { layout, master } = layoutOf(styles);
	const p = child(layout, 'style:page-layout-properties');
	const measure = (name: string) => lengthOf(attribute(p, name));
	// a head stands within the page's own margin: what it takes is part of what a reader sees as margin
	const edgeOf = (kind: 'header' | 'footer') => {
		const look = child(child(layout, `style:${kind}-style`), 'style:header-footer-properties');
		const part = child(master, `style:${kind}`);
		const shown = part !== undefined && attribute(part, 'style:display') !== 'false';
		const taken = shown
			? (lengthOf(attribute(look, 'svg:height') || attribute(look, 'fo:min-height')) ?? 0) +
				(lengthOf(attribute(look, kind === 'header' ? 'fo:margin-bottom' : 'fo:margin-top')) ?? 0)
			: 0;
		return { pieces: shown ? piecesOf(part) : [], taken };
	};
	const header = edgeOf('header');
	const footer = edgeOf('footer');
	const top = measure('fo:margin-top') ?? measure('fo:margin');
	const bottom = measure('fo:margin-bottom') ?? measure('fo:margin');
	const columns = Number(attribute(child(p, 'style:columns'), 'fo:column-count'));
	const first = child(master, 'style:header-first') ?? child(master, 'style:footer-first');
	return {
		width: measure('fo:page-width'),
		height: measure('fo:page-height'),
		margins: {
			top: top === undefined ? undefined : top + header.taken,
			bottom: bottom === undefined ? undefined : bottom + footer.taken,
			left: measure('fo:margin-left') ?? measure('fo:margin'),
			right: measure('fo:margin-right') ?? measure('fo:margin')
		},
		columns: columns || columnsOf(content, text),
		lineNumbers: [...descendants(styles, 'text:linenumbering-configuration')].some(
			(x) => attribute(x, 'text:number-lines') === 'true'
		),
		roman: attribute(p, 'style:num-format').toLowerCase() === 'i',
		firstPlain: first !== undefined && !wordsIn(first).trim(),
		header: header.pieces,
		footer: footer.pieces,
		...typeOf(styles)
	};
}

/** How text is set: by the style “Text body”, what that is made from, and the defaults. */
function typeOf(styles: Xml | null): Partial<FilePage> {
	const root = child(styles, 'office:styles');
	const named = new Map(
		children(root, 'style:style')
			.filter((s) => attribute(s, 'style:family') === 'paragraph')
			.map((s) => [attribute(s, 'style:name'), s])
	);
	const chain: Xml[] = [];
	const begin = named.get('Text_20_body') ?? named.get('Standard');
	for (let at = begin; at && chain.length < 20; at = named.get(attribute(at, 'style:parent-style-name')))
		chain.push(at);
	const usual = children(root, 'style:default-style').find((s) => attribute(s, 'style:family') === 'paragraph');
	if (usual) chain.push(usual);
	const said = (part: 'paragraph' | 'text', ...names: string[]): string => {
		for (const s of chain) {
			const properties = child(s, `style:${part}-properties`);
			const found = names.map((n) => attribute(properties, n)).find(Boolean);
			if (found) return found;
		}
		return '';
	};
	const size = lengthOf(said('text', 'fo:font-size'));
	const height = said('paragraph', 'fo:line-height');
	const after = lengthOf(said('paragraph', 'fo:margin-bottom'));
	const points = (cm: number | undefined) => (cm === undefined ? undefined : (cm / 2.54) * 72);
	return {
		font: said('text', 'style:font-name', 'fo:font-family') || undefined,
		size: size === undefined ? undefined : +points(size)!.toFixed(1),
		lines: height === '' || height === 'normal' ? 1 : /^\d+%$/.test(height) ? parseInt(height, 10) / 100 : undefined,
		indent: lengthOf(said('paragraph', 'fo:text-indent')) ?? 0,
		after: points(after) ?? 0,
		justify: said('paragraph', 'fo:text-align') === 'justify'
	};
}

/** The pieces of a head or foot, by place. */
function piecesOf(part: Xml | undefined): EdgePiece[][] {
	const out: EdgePiece[][] = [[], [], []];
	for (const p of children(part, 'text:p')) {
		let place = 0;
		const walk = (x: Xml): void => {
			for (const k of x.kids) {
				if (typeof k === 'string') out[place].push(k);
				else if (k.name === 'text:tab') place = Math.min(2, place + 1);
				else if (k.name === 'text:page-number') out[place].push({ page: true });
				else if (k.name === 'text:s') out[place].push(' ');
				else if (elementsOf(k).length || k.kids.length) walk(k);
			}
		};
		walk(p);
	}
	return out;
}
