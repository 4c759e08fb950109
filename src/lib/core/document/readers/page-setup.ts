/** The page set-up of a word-processor file as a manuscript chooses it: paper, margins, type, head and foot. */
import {
	changePage,
	cleanPage,
	SIZES,
	type FontId,
	type PageSetup,
	type PaperSize,
	type Slot,
	type Slots
} from '../../page';
import type { Paper } from '../../paper';
import type { Losses } from '../losses';

/** What a file says; what it does not say is left out. Lengths in centimetres, sizes in points. */
export interface FilePage {
	width?: number;
	height?: number;
	margins?: Partial<PageSetup['margins']>;
	font?: string;
	size?: number;
	/** Times the height of a line. */
	lines?: number;
	indent?: number;
	after?: number;
	justify?: boolean;
	columns?: number;
	lineNumbers?: boolean;
	roman?: boolean;
	firstPlain?: boolean;
	header?: EdgePiece[][];
	footer?: EdgePiece[][];
}

/** A piece of a head or foot: words, or the number of the page. Pieces stand left, in the middle and right. */
export type EdgePiece = string | { page: true };

const WHERE = 'in the page set-up';
const FONTS: [FontId, RegExp][] = [
	['garamond', /garamond|ebgaramond/i],
	['literata', /literata|georgia|charter/i],
	['times', /times|tinos|liberation serif|nimbus ro|termes|cambria|roman/i],
	['sans', /arial|arimo|helvet|calibri|carlito|sans|verdana|aptos|segoe|tahoma/i]
];
/** How far measures may be from those of a paper: files round them. */
const NEAR = 0.35;

const round = (n: number): number => +n.toFixed(2);

function sizeOf({ width, height }: FilePage, lost: Losses): PaperSize | undefined {
	if (!width || !height) return undefined;
	const ids = Object.keys(SIZES) as PaperSize[];
	const like = (w: number, h: number) =>
		ids.find((id) => Math.abs(SIZES[id].width - w) < NEAR && Math.abs(SIZES[id].height - h) < NEAR);
	const upright = like(width, height);
	if (!upright)
		lost.add(
			like(height, width)
				? 'pages that lie on their side: they stand upright here'
				: `the paper of ${round(width)} × ${round(height)} cm: A4 and US letter are known here`,
			WHERE
		);
	return upright;
}

/** What stands at the places of a head or foot. Words that are neither title nor author are listed as lost. */
function slotsOf(pieces: EdgePiece[][], paper: Paper, title: string, lost: Losses, edge: 'head' | 'foot'): Slots {
	const surname = paper.head.authors[0]?.name.split(/\s+/).at(-1) ?? '';
	const same = (a: string, b: string) => b !== '' && a.localeCompare(b, undefined, { sensitivity: 'accent' }) === 0;
	const slot = (list: EdgePiece[] = []): Slot => {
		const words = list
			.filter((p) => typeof p === 'string')
			.join('')
			.replace(/\s+/g, ' ')
			.trim();
		const page = list.some((p) => typeof p !== 'string');
		if (page && same(words, surname)) return 'surname-page';
		if (!page && same(words, title)) return words === title ? 'title' : 'running-head';
		if (words && !(page && /^[\p{P}\s]+$/u.test(words)))
			lost.add(`words at the ${edge} of the pages: “${words.slice(0, 60)}”`, WHERE);
		return page ? 'page' : '';
	};
	return { left: slot(pieces[0]), center: slot(pieces[1]), right: slot(pieces[2]) };
}

/** Puts a file's page set-up into the paper, but where the paper brings its own. @param title in plain words */
export function takePage(page: FilePage, paper: Paper, title: string, lost: Losses): void {
	const settings = (paper.own.settings ?? {}) as Record<string, unknown>;
	if (settings.page) return;
	const size = sizeOf(page, lost);
	const font = page.font ? FONTS.find(([, like]) => like.test(page.font!))?.[0] : undefined;
	const { top, right, bottom, left } = page.margins ?? {};
	const whole = [top, right, bottom, left].every((m) => m !== undefined);
	const said: Partial<PageSetup> = {
		paper: size,
		margins: whole ? { top: round(top!), right: round(right!), bottom: round(bottom!), left: round(left!) } : undefined,
		font,
		size: page.size,
		lines: page.lines === undefined ? undefined : round(page.lines),
		indent: page.indent === undefined ? undefined : round(page.indent),
		after: page.after === undefined ? undefined : round(page.after),
		justify: page.justify,
		columns: page.columns === 2 ? 2 : undefined,
		lineNumbers: page.lineNumbers || undefined,
		pageNumbers: page.roman ? 'roman' : undefined,
		firstPlain: page.firstPlain,
		header: slotsOf(page.header ?? [], paper, title, lost, 'head'),
		footer: slotsOf(page.footer ?? [], paper, title, lost, 'foot')
	};
	if (page.columns && page.columns > 2) lost.add(`${page.columns} columns: one or two are known here`, WHERE);
	// what is beyond the bounds of a set-up is left out
	const { changes } = cleanPage({ changes: JSON.parse(JSON.stringify(said)) as unknown });
	const choice = changePage(cleanPage({}), changes, paper.lang);
	if (Object.keys(choice.changes).length) paper.own = { ...paper.own, settings: { ...settings, page: choice } };
}
