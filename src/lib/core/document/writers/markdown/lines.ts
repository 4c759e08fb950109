/** Lines of a paper as phrasing content of mdast; what only papers have stands in it as it is written (scan.ts of the reader). */
import type { PhrasingContent } from 'mdast';
import type { Inline, Mark } from '../../../paper';
import { trimmed } from '../trimmed';
import { writeCites } from './cites';

export interface LineContext {
	/** The cite key of a source; null for one that the paper does not hold. */
	key(sourceId: string): string | null;
	/** Name of the author of a source, for what has no form with keys. */
	author(sourceId: string): string;
	/** Label of a heading, a table, a figure or a formula; null for what is not there. */
	label(target: string): string | null;
	/** The words of a heading or caption. */
	title(target: string): string;
	/** The name of a note in the file, which is written at its end. */
	note(i: Extract<Inline, { t: 'note' }>): string;
	/** The name of a note by its id; null for none. */
	noteNamed(id: string): string | null;
	lost(what: string): void;
}

/** Words that are written as they are. */
const raw = (value: string): PhrasingContent => ({ type: 'html', value });

/** Marks by signs around words; those not here have nodes of their own. */
const AROUND: Partial<Record<Mark['t'], [string, string]>> = {
	superscript: ['<sup>', '</sup>'],
	subscript: ['<sub>', '</sub>'],
	underline: ['[', ']{.underline}'],
	'small-caps': ['[', ']{.smallcaps}']
};
/** Signs around words stand outside of links and code, in which they would be words. */
const DEPTH: Mark['t'][] = [
	'language',
	'small-caps',
	'underline',
	'superscript',
	'subscript',
	'em',
	'strong',
	'strike',
	'link',
	'code'
];
/** What has no sign in Markdown, and costs the words nothing. */
const SILENT = new Set<Mark['t']>(['quoted']);

/** A piece of a line, and the marks it stands in. */
interface Piece {
	node: PhrasingContent;
	marks: Mark[];
}
const sameMark = (a: Mark, b: Mark): boolean => JSON.stringify(a) === JSON.stringify(b);
const valueOf = (p: Piece | undefined): string => (p && 'value' in p.node ? p.node.value : '');

/** What would go on with a key. */
const INTO_KEY = /^(?:[\p{L}\p{N}_]|[:.#$%&\-+?<>~/]+[\p{L}\p{N}_])/u;

/** Keeps what is written as it is apart from its neighbours, which the reader sees without their marks. */
function separate(line: Piece[]): Piece[] {
	return line.flatMap(({ node, marks }, i): Piece[] => {
		const next = line[i + 1];
		const others = next && (next.marks.length !== marks.length || !next.marks.every((m, k) => sameMark(m, marks[k])));
		// before what is written as it is, the end of a line would become a space
		if (node.type === 'break') return [{ node: others || next?.node.type === 'html' ? raw('<br>') : node, marks }];
		if (node.type !== 'html') return [{ node, marks }];
		let { value } = node;
		// a key ends where its braces do
		if (next && (others || INTO_KEY.test(valueOf(next)))) value = value.replace(/@([^\s{}[\]]+)$/, '@{$1}');
		// what follows a bracket at once would make a link of it, or attributes
		const open = /\]$/.test(value) && /^[({]/.test(valueOf(next));
		// behind a letter or a full stop a key would be part of an address
		const glued = /^-?@/.test(value) && /[\p{L}\p{N}_.]$/u.test(valueOf(line[i - 1]));
		return [
			...(glued ? [{ node: { type: 'text' as const, value: ' ' }, marks: [] }] : []),
			{ node: raw(value), marks },
			// signs of emphasis stand next to words, not next to spaces
			...(open ? [{ node: { type: 'text' as const, value: ' ' }, marks: others ? [] : marks }] : [])
		];
	});
}

/** Signs of emphasis stand next to words: spaces at the ends of what is emphasised come out (CommonMark 0.31, 6.2). */
function edges(within: Piece[]): { before: string; inner: Piece[]; after: string } {
	const inner = [...within];
	const cut = (at: number, pattern: RegExp): string => {
		const piece = inner.at(at);
		if (piece?.node.type !== 'text') return '';
		const { value } = piece.node;
		const space = pattern.exec(value)![0];
		const rest = at ? value.slice(0, value.length - space.length) : value.slice(space.length);
		inner.splice(at, 1, ...(rest ? [{ ...piece, node: { ...piece.node, value: rest } }] : []));
		return space;
	};
	const before = cut(0, /^\s*/);
	return { before, after: inner.length ? cut(-1, /\s*$/) : '', inner };
}
const space = (value: string): PhrasingContent[] => (value ? [{ type: 'text', value }] : []);

export class LineWriter {
	/** @param breaks how a line ends within a line: a heading, a cell and a caption have one line */
	constructor(
		private readonly c: LineContext,
		private readonly breaks: 'sign' | 'tag'
	) {}

	write(line: Inline[]): PhrasingContent[] {
		const pieces = trimmed(line).flatMap((i): Piece[] => {
			const marks = this.kept(i);
			return this.nodes(i)
				.filter((n) => n.type !== 'text' || n.value)
				.map((node) => ({ node, marks }));
		});
		return this.group(separate(pieces));
	}

	private kept(i: Inline): Mark[] {
		if (i.t === 'break') return [];
		const all = [...i.marks].sort((a, b) => DEPTH.indexOf(a.t) - DEPTH.indexOf(b.t));
		return all.filter((m) => {
			if (SILENT.has(m.t)) return false;
			if (m.t === 'comment') {
				this.c.lost('a comment');
				return false;
			}
			// a mark of a note is raised by itself
			if ((i.t === 'note-ref' || i.t === 'note') && m.t === 'superscript') return false;
			// links and code hold words alone
			return i.t === 'text' || (m.t !== 'code' && m.t !== 'link');
		});
	}

	/** Neighbours that share a mark stand in it together. */
	private group(line: Piece[]): PhrasingContent[] {
		const out: PhrasingContent[] = [];
		for (let i = 0; i < line.length;) {
			const [mark] = line[i].marks;
			if (!mark) {
				out.push(line[i++].node);
				continue;
			}
			const has = (x: Piece) => x.marks.find((m) => sameMark(m, mark));
			const within: Piece[] = [];
			for (; i < line.length && has(line[i]); i++) {
				const found = has(line[i]);
				within.push({ ...line[i], marks: line[i].marks.filter((m) => m !== found) });
			}
			out.push(...this.marked(mark, within));
		}
		return out;
	}

	private marked(mark: Mark, within: Piece[]): PhrasingContent[] {
		if (mark.t === 'code')
			return [{ type: 'inlineCode', value: within.map(({ node }) => ('value' in node ? node.value : ' ')).join('') }];
		const emphasis = { em: 'emphasis', strong: 'strong', strike: 'delete' } as const;
		if (mark.t === 'em' || mark.t === 'strong' || mark.t === 'strike') {
			const { before, inner, after } = edges(within);
			const children = this.group(inner);
			return [...space(before), ...(children.length ? [{ type: emphasis[mark.t], children }] : []), ...space(after)];
		}
		const children = this.group(within);
		if (!children.length) return [];
		if (mark.t === 'link') return [{ type: 'link', url: mark.href, children }];
		const around =
			mark.t === 'language' ? (['[', `]{lang=${mark.lang}}`] as const) : (AROUND[mark.t] ?? (['', ''] as const));
		return [raw(around[0]), ...children, raw(around[1])];
	}

	private nodes(i: Inline): PhrasingContent[] {
		switch (i.t) {
			case 'text':
				return [{ type: 'text', value: i.text }];
			case 'break':
				return this.breaks === 'tag' ? [raw('<br>')] : [{ type: 'break' }];
			case 'math':
				return [raw(`$${i.tex.replace(/\s+/g, ' ').trim()}$`)];
			case 'note':
				return [raw(`[^${this.c.note(i)}]`)];
			case 'note-ref': {
				const name = this.c.noteNamed(i.note);
				if (name) return [raw(`[^${name}]`)];
				this.c.lost('a reference to a missing note');
				return [{ type: 'text', value: '[no such note]' }];
			}
			case 'cross-ref':
				return this.reference(i);
			case 'citation':
				return this.citation(i);
			case 'placeholder':
				this.c.lost('“source needed”: written as text');
				return [{ type: 'text', value: i.hint ? `[source needed: ${i.hint}]` : '[source needed]' }];
		}
	}

	private reference(i: Extract<Inline, { t: 'cross-ref' }>): PhrasingContent[] {
		const label = this.c.label(i.target);
		if (label && i.show === 'page') this.c.lost('the number of a page: what is on it is named');
		if (label && i.show !== 'title') return [raw(`${i.show === 'number' ? '-' : ''}@${label}`)];
		this.c.lost(label ? 'a cross-reference by title: written as text' : 'a broken cross-reference');
		return [{ type: 'text', value: this.c.title(i.target) || '[no such place]' }];
	}

	private citation(i: Extract<Inline, { t: 'citation' }>): PhrasingContent[] {
		if (i.override) this.c.lost('the edited wording of a citation');
		const out: PhrasingContent[] = [];
		const known = i.cites.filter((x) => {
			if (this.c.key(x.sourceId) !== null) return true;
			this.c.lost('a citation whose source is missing');
			return false;
		});
		/** Runs of cites that have a form with keys. */
		let open: typeof known = [];
		const close = () => {
			if (open.length) out.push(raw(writeCites(open, (x) => this.c.key(x.sourceId)!)));
			open = [];
		};
		for (const x of known) {
			if (x.form !== 'author-only') {
				open.push(x);
				continue;
			}
			close();
			this.c.lost('a citation of the author alone: written as text');
			out.push({ type: 'text', value: this.c.author(x.sourceId) });
		}
		close();
		return out.flatMap((p, n) => (n ? [{ type: 'text' as const, value: ' ' }, p] : [p]));
	}
}
