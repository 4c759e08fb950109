/** Very much rich text is read in parts, between which keys are heard. */
import { DOMParser as Reader, Fragment, Slice, type Node as DocNode } from 'prosemirror-model';
import { schema } from '$lib/core/manuscript';
import { pastedPage, safeHtml } from './paste';

/** Characters of HTML of one part. */
const PART = 50_000;

/** Elements that other programs put around everything. */
const AROUND = /^(?:DIV|B|SPAN|SECTION|ARTICLE|MAIN|CENTER|FONT)$/;

const pause = () => new Promise<void>((r) => setTimeout(r));

/** How our own copies say where the slice is open; null for one that is part of something deeper. */
function openOf(page: Document): [number, number] | 'foreign' | null {
	const said = page.querySelector('[data-pm-slice]')?.getAttribute('data-pm-slice');
	if (said === undefined || said === null) return 'foreign';
	const m = /^(\d+) (\d+) \[\]$/.exec(said);
	return m && [Number(m[1]), Number(m[2])];
}

/** Loose words between blocks become paragraphs. */
function asBlocks(nodes: readonly DocNode[]): DocNode[] {
	const out: DocNode[] = [];
	let loose: DocNode[] = [];
	const flush = () => {
		if (loose.length) out.push(schema.nodes.paragraph.create(null, loose));
		loose = [];
	};
	for (const n of nodes) {
		if (n.isInline) loose.push(n);
		else {
			flush();
			out.push(n);
		}
	}
	flush();
	return out;
}

/** The HTML of what stands in the page, one part after the other. */
function* partsOf(page: Document): Generator<string> {
	let around: Element = page.body;
	while (around.children.length === 1 && AROUND.test(around.children[0].tagName)) {
		const [only] = around.children;
		if (around.textContent?.trim() !== only.textContent?.trim()) break;
		around = only;
	}
	let part = '';
	const box = page.createElement('div');
	for (const n of [...around.childNodes]) {
		box.replaceChildren(n);
		part += box.innerHTML;
		if (part.length < PART) continue;
		yield part;
		part = '';
	}
	if (part) yield part;
}

/** @returns what the HTML holds; null where that has to be read at once */
export async function readLarge(html: string): Promise<Slice | null> {
	const page = pastedPage(html);
	const open = openOf(page);
	if (!open) return null;
	const reader = Reader.fromSchema(schema);
	const nodes: DocNode[] = [];
	for (const part of partsOf(page)) {
		await pause();
		const box = document.implementation.createHTMLDocument().createElement('div');
		box.innerHTML = safeHtml(part);
		reader.parseSlice(box, { preserveWhitespace: open !== 'foreign' }).content.forEach((n) => nodes.push(n));
	}
	await pause();
	const content = Fragment.fromArray(asBlocks(nodes));
	if (open === 'foreign') return Slice.maxOpen(content, false);
	const whole = Slice.maxOpen(content);
	return new Slice(content, Math.min(open[0], whole.openStart), Math.min(open[1], whole.openEnd));
}
