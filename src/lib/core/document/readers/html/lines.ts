/** Lines of a page: words with their formatting, links, breaks, notes and formulas. */
import { newId, paragraph, type Inline, type Mark } from '../../../paper';
import { attr, elements, isElement, kidsOf, plays, wordsOf, type Element, type Node } from './dom';
import type { HtmlReader } from './index';

const MARKS: Record<string, Mark['t']> = {
	em: 'em',
	i: 'em',
	cite: 'em',
	dfn: 'em',
	var: 'em',
	strong: 'strong',
	b: 'strong',
	u: 'underline',
	ins: 'underline',
	sup: 'superscript',
	sub: 'subscript',
	s: 'strike',
	strike: 'strike',
	del: 'strike',
	code: 'code',
	kbd: 'code',
	samp: 'code',
	tt: 'code'
};

export class Lines {
	/** Notes that are being read: one within itself has no end. */
	private readonly reading = new Set<Element>();
	/** Words of links within the page. */
	private readonly linked = new WeakMap<Inline, string>();
	constructor(private readonly reader: HtmlReader) {}

	/** A note without the link in front of it that leads back to its mark. */
	private withoutLink<T extends { t: string }>(blocks: T[]): T[] {
		const first = blocks[0] as { t: string; content?: Inline[] } | undefined;
		const said = first?.content?.[0] && this.linked.get(first.content[0]);
		if (first?.content && said && /^(?:[[(]?\d{1,4}[\])]?[.)]?|[*†‡§¶↩↑^]+)$/.test(said))
			first.content = trimmedStart(first.content.slice(1));
		return blocks;
	}

	/** Links to something numbered, or to a heading by its words, are references; of others the words are kept. */
	withReferences(line: Inline[], places: ReadonlyMap<string, string | null>): Inline[] {
		return line.flatMap((i): Inline[] => {
			const said = i.t === 'cross-ref' ? this.linked.get(i) : undefined;
			if (i.t !== 'cross-ref' || said === undefined) return [i];
			const heading = places.get(i.target);
			if (i.show === 'page' && heading !== undefined) return [i];
			if (heading !== undefined && heading !== null && heading === said) return [{ ...i, show: 'title' }];
			const [, word, number] = /^(\p{L}+\.?\s+)?(\d+)$/u.exec(said) ?? [];
			if (heading === null && number) return [{ ...i, show: word ? 'label' : 'number' }];
			return [{ t: 'text', text: said, marks: i.marks }];
		});
	}

	/** Words of nodes, without space at the ends. */
	read(nodes: Node[]): Inline[] {
		const out: Inline[] = [];
		for (const n of nodes) this.piece(n, [], out, 0);
		return trimmed(out);
	}

	private piece(n: Node, marks: Mark[], out: Inline[], depth: number): void {
		if (!isElement(n)) {
			if (n.type === 'text') text(n.data ?? '', marks, out);
			return;
		}
		if (depth > 100 || /^(?:script|style|template|button|svg)$/.test(n.name) || plays(n, 'backlink')) return;
		if (n.name === 'br') return void out.push({ t: 'break', marks });
		if (n.name === 'wbr') return;
		if (n.name === 'math') return this.math(n, out);
		if (n.name === 'img') {
			if (attr(n, 'alt')) text(attr(n, 'alt'), marks, out);
			this.reader.lost.add('a picture within a line: its description stands there', this.reader.where);
			return;
		}
		const note = this.reader.notes.marks.get(n);
		if (note && !this.reading.has(note.body)) {
			this.reading.add(note.body);
			const all = this.reader.blocks(kidsOf(note.body));
			// a link back that says so is left out by itself: a number in front is the note's own word then
			const says = [...elements(kidsOf(note.body))].some((e) => plays(e, 'backlink'));
			const blocks = says ? all : withoutMark(this.withoutLink(all));
			this.reading.delete(note.body);
			// each time it is cited it is a note of its own
			out.push({
				t: 'note',
				id: newId(),
				kind: note.kind,
				blocks: blocks.length ? blocks : [paragraph([])],
				marks: []
			});
			return;
		}
		// a raised mark of a note is raised by itself
		const marker = n.name === 'sup' && [...elements(kidsOf(n))].some((e) => this.reader.notes.marks.has(e));
		const next = marker ? marks : this.with(n, marks);
		const href = n.name === 'a' ? attr(n, 'href') : '';
		if (/^#./.test(href) && kidsOf(n).length && wordsOf([n]).trim()) {
			const i: Inline = {
				t: 'cross-ref',
				target: href.slice(1),
				show: attr(n, 'class') === 'page-of' ? 'page' : 'label',
				marks
			};
			this.linked.set(i, wordsOf([n]).replace(/\s+/g, ' ').trim());
			return void out.push(i);
		}
		if (n.name === 'q') text('“', next, out);
		for (const k of kidsOf(n)) this.piece(k, next, out, depth + 1);
		if (n.name === 'q') text('”', next, out);
	}

	private with(n: Element, marks: Mark[]): Mark[] {
		const own: Mark[] = [];
		const t = Object.hasOwn(MARKS, n.name) ? MARKS[n.name] : null;
		if (t) own.push({ t } as Mark);
		const href = n.name === 'a' ? attr(n, 'href') : '';
		if (/^(?:https?:|mailto:)/i.test(href)) own.push({ t: 'link', href });
		const style = attr(n, 'style');
		if (/(?:^|\s)small-caps(?:\s|$)/.test(attr(n, 'class'))) own.push({ t: 'small-caps' });
		else if (/font-variant(?:-caps)?:\s*small-caps/i.test(style)) own.push({ t: 'small-caps' });
		if (/font-style:\s*italic/i.test(style)) own.push({ t: 'em' });
		if (/font-weight:\s*(?:bold|[6-9]00)/i.test(style)) own.push({ t: 'strong' });
		if (/vertical-align:\s*super/i.test(style)) own.push({ t: 'superscript' });
		const lang = n.name === 'html' ? '' : attr(n, 'lang');
		if (/^[a-zA-Z]{2,3}(?:-[\w-]+)?$/.test(lang)) own.push({ t: 'language', lang });
		return own.length ? [...marks.filter((m) => !own.some((o) => o.t === m.t)), ...own] : marks;
	}

	/** TeX that the formula brings with it (MathML 3, 5.1: annotation); its letters otherwise. */
	private math(n: Element, out: Inline[]): void {
		const tex = [...elements(kidsOf(n))].find((e) => e.name === 'annotation' && /tex/i.test(attr(e, 'encoding')));
		const words = wordsOf(kidsOf(tex ?? n)).trim();
		if (!tex) this.reader.lost.add('the setting of a formula: its letters are kept', this.reader.where);
		if (words) out.push({ t: 'math', tex: words, marks: [] });
	}
}

function text(raw: string, marks: Mark[], out: Inline[]): void {
	const last = out.at(-1);
	let s = raw.replace(/[ \t\r\n\f]+/g, ' ');
	if (s.startsWith(' ') && (!last || last.t === 'break' || (last.t === 'text' && last.text.endsWith(' '))))
		s = s.slice(1);
	if (!s) return;
	if (last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(marks)) last.text += s;
	else out.push({ t: 'text', text: s, marks });
}

function trimmed(line: Inline[]): Inline[] {
	for (let last = line.at(-1); last; last = line.at(-1)) {
		if (last.t === 'break') line.pop();
		else if (last.t === 'text' && last.text.endsWith(' ')) {
			last.text = last.text.trimEnd();
			if (!last.text) line.pop();
		} else break;
	}
	return line;
}

/** A note without the number that stands in front of it. */
function withoutMark<T extends { t: string }>(blocks: T[]): T[] {
	const first = blocks[0] as { t: string; content?: Inline[] } | undefined;
	if (first?.t !== 'paragraph' || !first.content?.length) return blocks;
	const [head] = first.content;
	if (head.t === 'text') {
		const rest = head.text.replace(/^\s*(?:[[(]\d{1,4}[\])]|\d{1,4}[.)]?(?=\s|$)|[*†‡§¶↩↑^]+(?=\s|$))\s*/, '');
		if (rest !== head.text)
			first.content = trimmedStart([...(rest ? [{ ...head, text: rest }] : []), ...first.content.slice(1)]);
	}
	return blocks;
}
function trimmedStart(line: Inline[]): Inline[] {
	const [head] = line;
	if (head?.t === 'text') head.text = head.text.trimStart();
	return head?.t === 'text' && !head.text ? line.slice(1) : line;
}
