/**
 * What is live in a file whose names another program took away while it kept the data: known again by what it says. Some
 * programs keep a control and drop its name where there is a note in it.
 */
import { isObject } from '../../guards';
import { mapLines, textOf, type Block, type Inline, type Paper } from '../../paper';
import { titleOf } from '../../source';
import { TAGS } from '../live-data';
import { liveInline, type LiveText } from './live';

/**
 * Does nothing for a file that is not live, or has kept its names.
 * @param nameless no name of ours is left in the file: only then is anything but a citation known by what it says, since
 * somebody may have typed a list or a line of their own in a file whose names are there
 */
export function recover(live: LiveText | null, paper: Paper, nameless: boolean, loses: (what: string) => void): void {
	if (!live) return;
	recoverNotes(live, paper);
	if (!nameless) return;
	recoverLists(live, paper, loses);
	withoutOpening(live, paper);
}

const squeezed = (s: string): string => s.replace(/\s+/g, ' ').trim();
const letters = (s: string): string =>
	s
		.normalize('NFKD')
		.replace(/[^\p{L}\p{N}]+/gu, '')
		.toLowerCase();

/** What notes say, as it is compared with what was printed. */
const noteWords = (i: Extract<Inline, { t: 'note' }>): string =>
	squeezed(
		i.blocks
			.map((b) => (b.t === 'paragraph' ? b.content.map((x) => (x.t === 'text' ? x.text : ' ')).join('') : ''))
			.join(' ')
	);

/**
 * Some programs keep the data and take the names off controls with a note in them: a note that says word for word what a
 * citation printed, in the order in which they were printed, is that citation. Words in front of the note that it printed
 * as well go with it.
 */
function recoverNotes(live: LiveText, paper: Paper): void {
	const waiting = live.unseen();
	if (!waiting.length) return;
	let next = 0;
	paper.blocks = mapLines(paper.blocks, (line) => {
		const out: Inline[] = [];
		for (const i of line) {
			const words = i.t === 'note' ? noteWords(i) : '';
			const before = out.at(-1);
			const lead = (printed: string) => squeezed(printed.slice(0, printed.length - words.length));
			const at = words
				? waiting.findIndex(({ printed }, n) => {
						const all = squeezed(printed ?? '');
						if (n < next || !all.endsWith(words)) return false;
						const front = lead(all);
						return !front || (before?.t === 'text' && before.text.endsWith(front));
					})
				: -1;
			if (at < 0) {
				out.push(i);
				continue;
			}
			next = at + 1;
			const here = live.citation(TAGS.citation + waiting[at].id)!;
			const front = lead(squeezed(here.printed ?? ''));
			if (front && before?.t === 'text') {
				const text = before.text.slice(0, -front.length);
				out.pop();
				if (text) out.push({ ...before, text });
			}
			out.push(liveInline({ ...here, printed: null }, '', () => undefined));
		}
		return out;
	});
}

/** Of the paragraphs below a heading, so many name a source where they are its list. */
const MOST = 0.8;

/** A heading whose paragraphs name sources of the file, one each, is that of a list that has lost its name. */
function recoverLists(live: LiveText, paper: Paper, loses: (what: string) => void): void {
	const here = new Set(paper.blocks.flatMap((b) => (b.t === 'bibliography' ? [b.id] : [])));
	const titles = live.file.sources.map((s) => letters(titleOf(s.item))).filter((t) => t.length > 3);
	if (!titles.length) return;
	for (const [id, settings] of Object.entries(live.file.bibliographies)) {
		if (here.has(id)) continue;
		const at = paper.blocks.findLastIndex((b, i) => b.t === 'heading' && isList(entriesBelow(paper.blocks, i), titles));
		const heading = paper.blocks[at];
		if (heading?.t !== 'heading') return;
		const list: Block = { t: 'bibliography', id, settings, heading };
		loses('the names of what is live, which another program took away: the list of sources is made anew');
		paper.blocks.splice(at, 1 + entriesBelow(paper.blocks, at).length, list);
	}
}

function entriesBelow(blocks: readonly Block[], at: number): Block[] {
	const end = blocks.findIndex((b, i) => i > at && b.t !== 'paragraph');
	return blocks.slice(at + 1, end < 0 ? undefined : end);
}
const isList = (entries: readonly Block[], titles: readonly string[]): boolean => {
	const named = entries.filter((b) => {
		const words = b.t === 'paragraph' ? letters(textOf(b.content)) : '';
		return titles.some((t) => words.includes(t));
	});
	return entries.length > 0 && named.length >= MOST * entries.length;
};

/**
 * Lines of the title page that stand in front of the text, since another program took away that they were made for it.
 * @param fields what the title page was made of
 */
function withoutOpening(live: LiveText, paper: Paper): void {
	const { settings } = live.file.own;
	const page = isObject(settings) && isObject(settings.page) ? settings.page : {};
	const fields = isObject(page.fields) ? Object.values(page.fields) : [];
	const made = new Set(
		[
			...paper.blocks.flatMap((b) => (b.t === 'heading' && b.level === 1 ? [textOf(b.content)] : [])),
			...live.file.authors,
			live.file.authors.join(', '),
			...fields.flatMap((f) => (typeof f === 'string' ? f.split(/\n+/) : []))
		]
			.map(letters)
			.filter(Boolean)
	);
	let front = true;
	paper.blocks = paper.blocks.filter((b) => {
		const line = b.t === 'paragraph' && made.has(letters(textOf(b.content)));
		// what stands behind the first words of the text is no title page
		front &&= line || b.t === 'page-break' || (b.t === 'heading' && b.level === 1);
		return !(front && line);
	});
}
