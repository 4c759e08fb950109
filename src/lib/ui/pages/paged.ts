/** Lays a paper out in pages, in a frame of its own. */
import pagedUrl from 'pagedjs/dist/paged.min.js?url';
import type { PagesFile } from '$lib/core/document';
import type { FontId } from '$lib/core/page';
import { fontFaces } from './fonts';
import { keepTogether } from './keep-lines';

/** What is used of the program that lays out. */
interface Chunker {
	loadFonts(): Promise<unknown>;
	on(event: 'renderedPage', run: (page: { element: HTMLElement }) => void): void;
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
	frame.className = 'page-frame';
	const ready = loaded(frame, 'The frame for pages');
	document.body.append(frame);
	await ready;
	return frame;
}

/**
 * @param onPage called with each page, which leaves the frame then: the work grows with the text, and not with its square
 * @param signal stops the work; what was begun is thrown away
 * @throws PagesError, or the signal's reason
 */
export async function layOut(file: PagesFile, font: FontId, onPage: OnPage, signal: AbortSignal): Promise<void> {
	const frame = await openFrame();
	const stopped = new Promise<never>((_, fail) =>
		signal.addEventListener('abort', () => fail(signal.reason as Error), { once: true })
	);
	// whoever stops it hears of it by the race below, or not at all
	stopped.catch(() => undefined);
	try {
		signal.throwIfAborted();
		const doc = frame.contentDocument!;
		const win = frame.contentWindow as Window & { PagedModule?: PagedProgram };
		doc.documentElement.lang = file.lang;
		const faces = await fontFaces(font);
		const fontStyle = doc.createElement('style');
		fontStyle.textContent = faces.css;
		const script = doc.createElement('script');
		script.src = pagedUrl;
		const ready = loaded(script, 'The program that lays out pages');
		doc.head.append(fontStyle, script);
		await Promise.race([ready, stopped]);
		const Paged = win.PagedModule;
		if (!Paged) throw new PagesError('The program that lays out pages did not start.');

		class Keep extends Paged.Handler {
			onOverflow(overflow: Range | undefined, rendered: Element): Range | undefined {
				return overflow && keepTogether(overflow, rendered);
			}
		}
		Paged.registerHandlers(Keep);

		const parsed = new DOMParser().parseFromString(file.html, 'text/html');
		// here it is a picture of the file: the role is that of an item of a list, which pages take apart
		for (const e of parsed.querySelectorAll('[role=doc-biblioentry]')) e.removeAttribute('role');
		const content = doc.createDocumentFragment();
		content.append(...[...parsed.body.childNodes].map((n) => doc.adoptNode(n)));
		const text = content.textContent ?? '';
		const into = doc.createElement('div');
		doc.body.append(into);

		const previewer = new Paged.Previewer();
		// only faces that have letters of this text
		previewer.chunker.loadFonts = () =>
			Promise.all(faces.families.flatMap((f) => STYLES.map((s) => doc.fonts.load(`${s} 12px ${f}`, text))));
		const css = () =>
			[...doc.querySelectorAll('style[data-pagedjs-inserted-styles]')].map((x) => x.textContent).join('\n');
		const hand = (element: HTMLElement) => {
			// a mark is there already: the program's own has no words
			for (const a of element.querySelectorAll('a[data-footnote-call]')) a.removeAttribute('href');
			if (!signal.aborted) onPage(document.adoptNode(element), css(), faces.css);
		};
		const waiting: HTMLElement[] = [];
		previewer.chunker.on('renderedPage', ({ element }) => {
			waiting.push(element);
			// the last ones are looked at once more as the next begins
			if (waiting.length > KEPT) hand(waiting.shift()!);
		});
		await Promise.race([previewer.preview(content, [{ 'paper.css': file.css }], into), stopped]);
		waiting.forEach(hand);
	} finally {
		frame.remove();
	}
}

/** So many pages stay in the frame. */
const KEPT = 2;
const STYLES = ['400', 'italic 400', '700', 'italic 700'];

/** Page numbers of the contents, once all pages are there. */
export function fillContents(pages: HTMLElement): void {
	for (const to of pages.querySelectorAll<HTMLElement>('.contents [data-to]')) {
		const target = pages.querySelector(`[id="${CSS.escape(to.dataset.to!)}"]`);
		to.textContent = target?.closest<HTMLElement>('.pagedjs_page')?.dataset.pageNumber ?? '';
	}
}
