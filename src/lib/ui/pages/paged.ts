/** Lays a paper out in pages, in a frame of its own. */
import pagedUrl from 'pagedjs/dist/paged.min.js?url';
import type { PagesFile } from '$lib/core/document';
import { roman, SIZES, type PageSetup } from '$lib/core/page';
import { fontFaces, type FontFaces } from './fonts';
import { keepTogether } from './keep-lines';

/** What is used of the program that lays out. */
interface PagedPage {
	element: HTMLElement;
	/** Where the next page goes on, in the source. */
	endToken?: { node: Node; offset?: number };
}
interface Chunker {
	/** What is laid out. */
	source: Element;
	loadFonts(): Promise<unknown>;
	/** When the next page is begun. */
	q: { tick: (run: () => void) => void };
	on(event: 'renderedPage', run: (page: PagedPage) => void): void;
	start(): void;
	stop(): void;
}
interface PagedProgram {
	Previewer: new () => {
		preview(content: DocumentFragment, styles: Record<string, string>[], into: HTMLElement): Promise<unknown>;
		chunker: Chunker;
	};
	Handler: new (...args: unknown[]) => object;
	registerHandlers(...handlers: unknown[]): void;
}

/** What is told of each page as it is done: the page itself, its style sheets, and that of its fonts. */
export type OnPage = (page: HTMLElement, css: string, fonts: string) => void;

/** Why there are no pages: the program that makes them could not be loaded, or failed. */
export class PagesError extends Error {}

const loaded = (el: HTMLElement, what: string): Promise<void> =>
	new Promise((done, fail) => {
		el.addEventListener('load', () => done(), { once: true });
		el.addEventListener('error', () => fail(new PagesError(`${what} could not be loaded.`)), { once: true });
	});

/** An empty frame that nobody sees, and that is laid out all the same. */
async function openFrame(): Promise<HTMLIFrameElement> {
	const frame = document.createElement('iframe');
	frame.src = '/sheets';
	frame.title = 'Pages are laid out here';
	frame.tabIndex = -1;
	frame.setAttribute('aria-hidden', 'true');
	frame.style.cssText =
		'position: fixed; left: -20000px; top: 0; width: 1600px; height: 1200px; border: 0; visibility: hidden';
	const ready = loaded(frame, 'The frame for pages');
	document.body.append(frame);
	await ready;
	// an answer that is none of ours, such as the browser's own page about an error, cannot be looked into
	if (!frame.contentDocument) {
		frame.remove();
		throw new PagesError('The frame for pages could not be loaded.');
	}
	return frame;
}

/**
 * Lays a paper out, a lot of pages after the other, each in a fresh frame: what a frame has done slows it down, and the
 * work would grow with the square of the text.
 * @param onPage called with each page
 * @param signal stops the work; what was begun is thrown away
 * @throws PagesError, or the signal's reason
 */
export async function layOut(file: PagesFile, setup: PageSetup, onPage: OnPage, signal: AbortSignal): Promise<void> {
	const parsed = new DOMParser().parseFromString(file.html, 'text/html');
	let rest: DocumentFragment | null = document.createDocumentFragment();
	rest.append(...[...parsed.body.childNodes].map((n) => document.adoptNode(n)));
	const faces = await fontFaces(setup.font);
	let number = 0;
	const numbered: OnPage = (page, css, fonts) => {
		page.id = `page-${++number}`;
		page.dataset.pageNumber = String(number);
		// the first of a lot is the first of all only once
		if (number > 1) page.classList.remove('pagedjs_first_page');
		onPage(page, css, fonts);
	};
	while (rest) {
		const later = splitOff(rest, LOT * capacity(setup));
		const around = rest.firstElementChild;
		rest = await layLot(rest, file, faces, numbered, signal);
		if (!later) continue;
		if (!rest) {
			// it could be cut nowhere: what comes later begins a page
			rest = document.createDocumentFragment();
			rest.append(around!.cloneNode(false));
		}
		rest.firstElementChild!.append(...later);
	}
}

/** More letters than a page can hold: they are never narrower than two fifths of their height. */
function capacity({ paper, margins, size, noteSize }: PageSetup): number {
	const pt = 72 / 2.54;
	const area =
		(SIZES[paper].width - margins.left - margins.right) * (SIZES[paper].height - margins.top - margins.bottom);
	return Math.ceil((area * pt * pt) / (0.4 * Math.min(size, noteSize) ** 2));
}

/** Takes the blocks away that stand behind so many letters: a lot is not to read through all that comes later. */
function splitOff(text: DocumentFragment, letters: number): Node[] | null {
	const blocks = [...(text.firstElementChild?.childNodes ?? [])];
	let sum = 0;
	const at = blocks.findIndex((b) => (sum += b.textContent?.length ?? 0) > letters);
	const later = at < 0 ? [] : blocks.slice(at + 1);
	for (const b of later) b.parentNode!.removeChild(b);
	return later.length ? later : null;
}

/** So many pages are a lot. */
const LOT = 60;

/** @returns what is left for the next lot; null for nothing */
async function layLot(
	fragment: DocumentFragment,
	file: PagesFile,
	faces: FontFaces,
	onPage: OnPage,
	signal: AbortSignal
): Promise<DocumentFragment | null> {
	signal.throwIfAborted();
	const opened = ahead ?? openProgram();
	ahead = null;
	const { frame, Paged } = await opened;
	const stopped = new Promise<never>((_, fail) =>
		signal.addEventListener('abort', () => fail(signal.reason as Error), { once: true })
	);
	// whoever stops it hears of it by the race below, or not at all
	stopped.catch(() => undefined);
	try {
		const doc = frame.contentDocument!;
		doc.documentElement.lang = file.lang;
		const fontStyle = doc.createElement('style');
		fontStyle.textContent = faces.css;
		doc.head.append(fontStyle);
		const content = doc.createDocumentFragment();
		content.append(...[...fragment.childNodes].map((n) => doc.adoptNode(n)));
		const text = content.textContent ?? '';
		const into = doc.createElement('div');
		doc.body.append(into);

		const previewer = new Paged.Previewer();
		const { chunker } = previewer;
		// it would wait for a frame before each page; what else there is to do comes in between all the same
		chunker.q.tick = nextTask();
		// only faces that have letters of this text
		chunker.loadFonts = async () => {
			const fonts = faces.families.flatMap((f) => STYLES.map((s) => doc.fonts.load(`${s} 12px ${f}`, text)));
			const all = await Promise.allSettled(fonts);
			// in another font lines and pages would end elsewhere
			if (all.some((r) => r.status === 'rejected') || [...doc.fonts].some((f) => f.status === 'error'))
				throw new PagesError('The font of the pages could not be loaded.');
		};
		const css = () =>
			[...doc.querySelectorAll('style[data-pagedjs-inserted-styles]')].map((x) => x.textContent).join('\n');
		const hand = (element: HTMLElement) => {
			// a mark is there already: the program's own has no words
			for (const a of element.querySelectorAll('a[data-footnote-call]')) a.removeAttribute('href');
			if (!signal.aborted) onPage(document.adoptNode(element), css(), faces.css);
		};
		let rest: DocumentFragment | null = null;
		let done = 0;
		const waiting: HTMLElement[] = [];
		chunker.on('renderedPage', (page) => {
			waiting.push(page.element);
			if (++done >= LOT && mayCut(page)) {
				rest = takeRest(chunker.source, page.endToken!);
				chunker.stop();
				// it would begin anew
				chunker.start = () => {
					throw new Cut();
				};
			}
			// the last ones are looked at once more as the next begins
			else if (waiting.length > KEPT) hand(waiting.shift()!);
		});
		try {
			await Promise.race([previewer.preview(content, [{ 'paper.css': file.css }], into), stopped]);
		} catch (e) {
			if (!(e instanceof Cut)) throw e;
		}
		waiting.forEach(hand);
		return rest;
	} finally {
		frame.remove();
	}
}

/** Runs what it is given as a task of its own, behind those that wait. */
function nextTask(): (run: () => void) => void {
	const { port1, port2 } = new MessageChannel();
	const waiting: (() => void)[] = [];
	port1.onmessage = () => waiting.shift()?.();
	return (run) => {
		waiting.push(run);
		port2.postMessage(null);
	};
}

/** A lot ends. */
class Cut extends Error {}

/** A frame with the program in it, which is told where pages may end. */
interface OpenProgram {
	frame: HTMLIFrameElement;
	Paged: PagedProgram;
}
let ahead: Promise<OpenProgram> | null = null;

/**
 * Opens the first frame while what is to be laid out is still being made.
 * @returns takes it away again, where nothing was laid out in it
 */
export function openAhead(): () => void {
	const mine = openProgram();
	// whoever lays out is told of it
	mine.catch(() => undefined);
	ahead = mine;
	return () => {
		if (ahead !== mine) return;
		ahead = null;
		mine.then(
			({ frame }) => frame.remove(),
			() => undefined
		);
	};
}

async function openProgram(): Promise<OpenProgram> {
	const frame = await openFrame();
	try {
		return { frame, Paged: await startProgram(frame) };
	} catch (e) {
		frame.remove();
		throw e;
	}
}

async function startProgram(frame: HTMLIFrameElement): Promise<PagedProgram> {
	const doc = frame.contentDocument!;
	const win = frame.contentWindow as Window & { PagedModule?: PagedProgram };
	const script = doc.createElement('script');
	script.src = pagedUrl;
	const ready = loaded(script, 'The program that lays out pages');
	doc.head.append(script);
	await ready;
	const Paged = win.PagedModule;
	if (!Paged) throw new PagesError('The program that lays out pages did not start.');
	class Keep extends Paged.Handler {
		onOverflow(overflow: Range | undefined, rendered: Element): Range | undefined {
			return overflow && keepTogether(overflow, rendered);
		}
	}
	Paged.registerHandlers(Keep);
	return Paged;
}

/** Between this page and the next the text may be cut: no list or table and no note goes on there. */
function mayCut({ element, endToken }: PagedPage): boolean {
	if (!endToken?.node) return false;
	const { node } = endToken;
	const around = node.nodeType === Node.ELEMENT_NODE ? (node as Element) : node.parentElement;
	if (around?.closest('ul, ol, table, figure, nav')) return false;
	const notes = element.querySelector('.pagedjs_footnote_area');
	if (notes?.querySelector('[data-last-split-element]')) return false;
	return [...element.querySelectorAll<HTMLElement>('a[data-footnote-call]')].every((a) =>
		notes?.querySelector(`[data-ref="${CSS.escape(a.dataset.footnoteCall!)}"]`)
	);
}

/** The text from a place on. A paragraph that goes on there is marked as such. */
function takeRest(source: Element, { node, offset }: { node: Node; offset?: number }): DocumentFragment {
	const range = node.ownerDocument!.createRange();
	if (node.nodeType === Node.TEXT_NODE) range.setStart(node, offset ?? 0);
	else range.setStartBefore(node);
	range.setEndAfter(source.lastChild!);
	const rest = range.extractContents();
	if (node.nodeType === Node.TEXT_NODE)
		for (let el = rest.firstElementChild; el; el = el.firstElementChild)
			if (el.matches('p, blockquote, li')) el.setAttribute('data-split-from', 'lot');
	return document.adoptNode(rest);
}

/** So many pages stay in the frame. */
const KEPT = 2;
const STYLES = ['400', 'italic 400', '700', 'italic 700'];

/**
 * Page numbers of contents and of references to pages, once all pages are there, in the numerals of the pages.
 * @returns them, by the place that they are of
 */
export function fillPageNumbers(pages: HTMLElement, numerals: PageSetup['pageNumbers']): Record<string, string> {
	const numbers: Record<string, string> = {};
	for (const to of pages.querySelectorAll<HTMLElement>('[data-to]')) {
		const target = pages.querySelector(`[id="${CSS.escape(to.dataset.to!)}"]`);
		const number = target?.closest<HTMLElement>('.pagedjs_page')?.dataset.pageNumber ?? '';
		to.textContent = number && numerals === 'roman' ? roman(Number(number)).toLowerCase() : number;
		numbers[to.dataset.to!] = to.textContent;
	}
	return numbers;
}
