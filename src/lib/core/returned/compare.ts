/**
 * Two states of a document compared as trees: children of a block are laid side by side, blocks of text word by word,
 * notes within them for themselves. Ids that readers of files make anew (of headings, notes, tables) say nothing here;
 * citations are known by theirs.
 */
import type { Node } from 'prosemirror-model';
import { hunksOf, likeness, pairsOf, type Hunk, type Thing } from './align';
import { isTrackedId } from '../paper';
import { boundsOf, plainTex, sentencesOf, tokensOfRun, type Placed, type Token } from './tokens';

/** Blocks of text of one state that became blocks of text of the other; mostly one and one. */
export class Run {
	constructor(
		readonly a: readonly Placed[],
		readonly b: readonly Placed[]
	) {}
	#tokens?: { a: Token[]; b: Token[]; hunks: Hunk[]; sentences: number[] };
	private get all() {
		if (this.#tokens) return this.#tokens;
		const [a, b] = [tokensOfRun(this.a), tokensOfRun(this.b)];
		const sentences = sentencesOf(a);
		return (this.#tokens = { a, b, sentences, hunks: joined(hunksOfTokens(a, b), a, b, sentences) });
	}
	/** Tokens before and after. */
	get from(): readonly Token[] {
		return this.all.a;
	}
	get to(): readonly Token[] {
		return this.all.b;
	}
	get hunks(): readonly Hunk[] {
		return this.all.hunks;
	}
	/** Sentences of the tokens before. */
	get sentences(): readonly number[] {
		return this.all.sentences;
	}
	get boundsA() {
		return boundsOf(this.a);
	}
	get boundsB() {
		return boundsOf(this.b);
	}
}

/** Positions are those in the state before (`from`, `to`) and after (`bFrom`, `bTo`). */
export type Edit = { from: number; to: number; bFrom: number; bTo: number } & (
	| { what: 'words'; run: Run; hunk: Hunk }
	/** The same words look otherwise; names of marks. */
	| { what: 'format'; run: Run; on: string[]; off: string[] }
	/** Words were typed over what a citation prints. */
	| { what: 'cite'; run: Run; before: Node; after: Node }
	/** A block of text is of another kind or level. */
	| { what: 'kind'; run: Run; before: Node; after: Node }
	| { what: 'added' | 'removed' | 'replaced' }
	/** `at` is where it stands in the new order, among the blocks before. */
	| { what: 'moved'; at: number }
);

export interface Comparison {
	before: Node;
	after: Node;
	edits: Edit[];
	/** Of the block of text before that begins at a position. */
	runs: Map<number, Run>;
	/** What a block before, by the position it begins at, became. */
	became: Map<number, { from: number; to: number }>;
}

const isNote = (t: Token): boolean => t.node?.type.name === 'note';

/** Notes are the same where they say the same; what remains of them in one place was rewritten. */
function hunksOfTokens(a: readonly Token[], b: readonly Token[]): Hunk[] {
	const keys = (list: readonly Token[]) => list.map((t) => (t.node && isNote(t) ? `n:${saysOf(t.node)}` : t.key));
	return hunksOf(keys(a), keys(b)).flatMap((h) => {
		const [x, y] = [a.slice(...h.a), b.slice(...h.b)];
		if (!x.some(isNote) || !y.some(isNote)) return [h];
		const plain = (list: readonly Token[]) => list.map((t) => t.key);
		const off = (at: number, [i, j]: [number, number]): [number, number] => [at + i, at + j];
		return hunksOf(plain(x), plain(y)).map((s) => ({ a: off(h.a[0], s.a), b: off(h.b[0], s.b) }));
	});
}

/** Up to so many words that stayed between two changes of a sentence belong to the change. */
const BETWEEN = 2;

/** Whether a token was put in by a tracked change, whatever it says. */
const isTracked = (t: Token): boolean =>
	t.marks.every((m) => m.marks.some((k) => k.type.name === 'comment' && isTrackedId(k.attrs.id as string)));

/**
 * Changes of one sentence with hardly a word between them are one, and so are those that one tracked change covers;
 * citations and the like are never swallowed.
 */
function joined(hunks: Hunk[], a: Token[], b: Token[], sentences: number[]): Hunk[] {
	const out: Hunk[] = [];
	const words = (list: Token[]) => list.filter((t) => t.kind === 'word').length;
	const size = (h: Hunk) => words(a.slice(...h.a)) + words(b.slice(...h.b));
	for (const h of hunks) {
		const last = out.at(-1);
		const gap = last ? a.slice(last.a[1], h.a[0]) : [];
		const between = words(gap);
		const near =
			last &&
			gap.every((t) => t.kind === 'word' || t.kind === 'between') &&
			sentences[Math.max(0, last.a[1] - 1)] === sentences[Math.min(h.a[0], a.length - 1)] &&
			(b.slice(last.b[1], h.b[0]).every(isTracked) || (between <= BETWEEN && size(last) + size(h) >= 2 * between));
		if (last && near) {
			last.a[1] = h.a[1];
			last.b[1] = h.b[1];
		} else out.push({ a: [...h.a], b: [...h.b] });
	}
	return out;
}

/** What a block says, notes included; blocks that say the same have the same key. */
export function saysOf(n: Node): string {
	if (n.isText) return n.text!;
	switch (n.type.name) {
		case 'citation':
			return `\uFFFCc${n.attrs.id as string}\uFFFC`;
		case 'math':
		case 'equation':
			return `\uFFFCm${plainTex(n.attrs.tex as string)}\uFFFC`;
		case 'contents':
			return `\uFFFC${n.attrs.of as string}\uFFFC`;
		case 'hard_break':
			return '\n';
	}
	const inside = n.children.map(saysOf).join(n.inlineContent ? '' : '\u2029');
	return n.inlineContent && !n.isInline
		? inside.replace(/\s+/g, ' ').trim()
		: n.isInline
			? `\uFFFC${inside}\uFFFC`
			: inside;
}

const typeOf = (n: Node): string => (n.type.name === 'paragraph' || n.type.name === 'heading' ? 'text' : n.type.name);
const kindKey = (n: Node): string => (n.type.name === 'heading' ? `heading ${n.attrs.level as number}` : n.type.name);

const thingOf = (n: Node): Thing => {
	const says = saysOf(n);
	return {
		key: `${kindKey(n)}\u2028${says}`,
		type: typeOf(n),
		words: says.match(/[\p{L}\p{N}]+/gu) ?? []
	};
};

const columnsOf = (table: Node): number =>
	table.firstChild?.children.reduce((sum, c) => sum + ((c.attrs.colspan as number | undefined) ?? 1), 0) ?? 0;

const placed = (parent: Node, start: number): Placed[] => {
	const out: Placed[] = [];
	parent.forEach((node, offset) => out.push({ node, pos: start + offset }));
	return out;
};
const end = (p: Placed): number => p.pos + p.node.nodeSize;

/** Marks of words whose change is said. Others (links, languages, quotations) go with their words. */
export const LOOKS = ['em', 'strong', 'underline', 'small_caps', 'superscript', 'subscript'] as const;
type Mixed = Token['marks'];
const marksAt = (t: Mixed, at: number): Mixed[number]['marks'] => t.findLast((m) => m.at <= at)!.marks;

/** What of the look of a token changed, in as many pieces as it is set in. */
function looksOf(
	s: Token,
	t: Token,
	block: Node
): { from: number; bFrom: number; size: number; on: string[]; off: string[] }[] {
	// that headings are bold is said by their style, and by some programs once more
	const looks = block.type.name === 'heading' ? LOOKS.filter((l) => l !== 'strong') : LOOKS;
	const cuts = [...new Set([...s.marks, ...t.marks].map((m) => m.at))].sort((x, y) => x - y);
	return cuts.map((at, i) => {
		const [before, after] = [s, t].map((x) => looks.filter((l) => marksAt(x.marks, at).some((m) => m.type.name === l)));
		return {
			from: s.from + at,
			bFrom: t.from + at,
			size: (cuts[i + 1] ?? s.to - s.from) - at,
			on: after.filter((l) => !before.includes(l)),
			off: before.filter((l) => !after.includes(l))
		};
	});
}

/** Compares two documents. Linear in their length where little has changed. */
export function compare(before: Node, after: Node): Comparison {
	const out: Comparison = { before, after, edits: [], runs: new Map(), became: new Map() };
	const comparing = new Comparing(out);
	comparing.children(placed(before, 0), placed(after, 0), 0, 0);
	const edits = withMoves(out).filter((e) => !isMade(e, out));
	// what was moved is still the same block
	for (const e of edits)
		if (e.what === 'moved') {
			out.became.set(e.from, { from: e.bFrom, to: e.bTo });
			const [a, b] = [before.nodeAt(e.from)!, after.nodeAt(e.bFrom)!];
			out.edits = [];
			comparing.pair([{ node: a, pos: e.from }], [{ node: b, pos: e.bFrom }]);
			edits.push(...out.edits);
		}
	out.edits = edits;
	return out;
}

/** Lists that are made anew are nobody's change, and where pages turn is that of the page set-up. */
const MADE = new Set(['bibliography', 'contents', 'page_break']);
function isMade(e: Edit, { before, after }: Comparison): boolean {
	const n =
		e.what === 'removed' || e.what === 'moved'
			? before.nodeAt(e.from)
			: e.what === 'added'
				? after.nodeAt(e.bFrom)
				: null;
	return n !== null && MADE.has(n.type.name);
}

class Comparing {
	constructor(private readonly out: Comparison) {}

	/** @param aStart where the content of the two parents begins */
	children(as: Placed[], bs: Placed[], aStart: number, bStart: number): void {
		const pairs = this.grouped(as, bs);
		let [x, y] = [0, 0];
		let [aAt, bAt] = [aStart, bStart];
		const alone = (i: number, j: number) => {
			for (; x < i; x++) {
				aAt = end(as[x]);
				this.out.edits.push({ what: 'removed', from: as[x].pos, to: aAt, bFrom: bAt, bTo: bAt });
			}
			for (; y < j; y++) {
				bAt = end(bs[y]);
				this.out.edits.push({ what: 'added', from: aAt, to: aAt, bFrom: bs[y].pos, bTo: bAt });
			}
		};
		for (const { a, b } of pairs) {
			alone(a[0], b[0]);
			const [from, to] = [as.slice(...a), bs.slice(...b)];
			for (const p of from) this.out.became.set(p.pos, { from: to[0].pos, to: end(to.at(-1)!) });
			this.pair(from, to);
			[x, y] = [a[1], b[1]];
			[aAt, bAt] = [end(from.at(-1)!), end(to.at(-1)!)];
		}
		alone(as.length, bs.length);
	}

	/** Pairs of one and one, and paragraphs that were parted or joined, as ranges. */
	private grouped(as: Placed[], bs: Placed[]): Hunk[] {
		const [ta, tb] = [as.map((p) => thingOf(p.node)), bs.map((p) => thingOf(p.node))];
		const out: Hunk[] = pairsOf(ta, tb).map(([i, j]) => ({ a: [i, i + 1], b: [j, j + 1] }));
		const text = (p: Placed | undefined) => p?.node.inlineContent === true && p.node.type.name !== 'heading';
		const wordsOf = (t: Thing[], [i, j]: [number, number]) => t.slice(i, j).flatMap((x) => x.words);
		const better = (h: Hunk, a: [number, number], b: [number, number]): boolean =>
			likeness(wordsOf(ta, a), wordsOf(tb, b)) > likeness(wordsOf(ta, h.a), wordsOf(tb, h.b)) + 0.05;
		out.forEach((h, n) => {
			if (!text(as[h.a[0]]) || !text(bs[h.b[0]]) || ta[h.a[0]].key === tb[h.b[0]].key) return;
			const before = out[n - 1] ?? { a: [0, 0], b: [0, 0] };
			const behind = out[n + 1] ?? { a: [as.length, as.length], b: [bs.length, bs.length] };
			// a neighbour that is in no pair, on one side only, and whose words are those that are missing here
			for (let more = true; more;) {
				more = false;
				const grow: [boolean, [number, number], [number, number]][] = [
					[h.b[1] < behind.b[0] && h.a[1] === behind.a[0] && text(bs[h.b[1]]), h.a, [h.b[0], h.b[1] + 1]],
					[h.b[0] > before.b[1] && h.a[0] === before.a[1] && text(bs[h.b[0] - 1]), h.a, [h.b[0] - 1, h.b[1]]],
					[h.a[1] < behind.a[0] && h.b[1] === behind.b[0] && text(as[h.a[1]]), [h.a[0], h.a[1] + 1], h.b],
					[h.a[0] > before.a[1] && h.b[0] === before.b[1] && text(as[h.a[0] - 1]), [h.a[0] - 1, h.a[1]], h.b]
				];
				const next = grow.find(([can, a, b]) => can && better(h, a, b));
				if (next) {
					[, h.a, h.b] = next;
					more = true;
				}
			}
		});
		return out;
	}

	pair(as: Placed[], bs: Placed[]): void {
		const [a, b] = [as[0], bs[0]];
		if (a.node.inlineContent && !a.node.isInline) return this.text(as, bs);
		const replaced = () =>
			this.out.edits.push({ what: 'replaced', from: a.pos, to: end(a), bFrom: b.pos, bTo: end(b) });
		if (a.node.isLeaf) {
			if (saysOf(a.node) !== saysOf(b.node)) replaced();
			return;
		}
		if (a.node.type.name === 'table' && columnsOf(a.node) !== columnsOf(b.node)) return void replaced();
		const [inA, inB] = [placed(a.node, a.pos + 1), placed(b.node, b.pos + 1)];
		if (a.node.type.name !== 'table_row') return this.children(inA, inB, a.pos + 1, b.pos + 1);
		if (inA.length !== inB.length) return void replaced();
		inA.forEach((c, i) => {
			this.out.became.set(c.pos, { from: inB[i].pos, to: end(inB[i]) });
			this.children(placed(c.node, c.pos + 1), placed(inB[i].node, inB[i].pos + 1), c.pos + 1, inB[i].pos + 1);
		});
	}

	private text(as: Placed[], bs: Placed[]): void {
		const run = new Run(as, bs);
		for (const p of as) this.out.runs.set(p.pos, run);
		const [a, b] = [as[0], bs[0]];
		if (as.length === 1 && bs.length === 1) {
			if (kindKey(a.node) !== kindKey(b.node))
				this.out.edits.push({
					what: 'kind',
					run,
					before: a.node,
					after: b.node,
					from: a.pos,
					to: end(a),
					bFrom: b.pos,
					bTo: end(b)
				});
			if (a.node.content.eq(b.node.content)) return this.notesOf(a, b);
		}
		let [x, y] = [0, 0];
		for (const h of [...run.hunks, null]) {
			this.same(run, x, y, h ? h.a[0] : run.from.length);
			if (!h) break;
			this.out.edits.push({
				what: 'words',
				run,
				hunk: h,
				...span(run.from, h.a, run.boundsA, ['from', 'to']),
				...span(run.to, h.b, run.boundsB, ['bFrom', 'bTo'])
			} as Edit);
			[x, y] = [h.a[1], h.b[1]];
		}
	}

	/** Words that stayed: how they look, what was typed over citations, what became of notes. */
	private same(run: Run, x: number, y: number, until: number): void {
		let open: Extract<Edit, { what: 'format' }> | null = null;
		for (; x < until; x++, y++) {
			const [s, t] = [run.from[x], run.to[y]];
			for (const l of s.kind === 'edge' || isNote(s) ? [] : looksOf(s, t, run.a[0].node)) {
				if (open && open.on.join() === l.on.join() && open.off.join() === l.off.join()) {
					if (l.on.length || l.off.length)
						[open.to, open.bTo] = [l.from, l.bFrom].map((p) => p + l.size) as [number, number];
				} else if (!s.key.trim()) continue;
				else if (l.on.length || l.off.length) {
					const { on, off, from, bFrom, size } = l;
					open = { what: 'format', run, on, off, from, bFrom, to: from + size, bTo: bFrom + size };
					this.out.edits.push(open);
				} else open = null;
			}
			if (s.node?.type.name === 'citation' && handOf(s.node) !== handOf(t.node!))
				this.out.edits.push({
					what: 'cite',
					run,
					before: s.node,
					after: t.node!,
					from: s.from,
					to: s.to,
					bFrom: t.from,
					bTo: t.to
				});
			if (s.node?.type.name === 'note') this.note({ node: s.node, pos: s.from }, { node: t.node!, pos: t.from });
		}
	}

	private note(a: Placed, b: Placed): void {
		this.out.became.set(a.pos, { from: b.pos, to: end(b) });
		this.children(placed(a.node, a.pos + 1), placed(b.node, b.pos + 1), a.pos + 1, b.pos + 1);
	}
	/** The notes of two blocks that are the same. */
	private notesOf(a: Placed, b: Placed): void {
		a.node.forEach((node, offset) => {
			if (node.type.name === 'note') this.note({ node, pos: a.pos + 1 + offset }, { node, pos: b.pos + 1 + offset });
		});
	}
}

/** Words by hand of a citation, as they can be compared. */
export const handOf = (n: Node): string => JSON.stringify(n.attrs.override ?? null);

/** Where a stretch of tokens stands; an empty one stands behind the token before it. */
function span(
	tokens: readonly Token[],
	[i, j]: [number, number],
	bounds: { from: number; to: number },
	[f, t]: [string, string]
): Record<string, number> {
	const from = i < tokens.length ? tokens[i].from : bounds.to;
	return { [f]: from, [t]: j > i ? tokens[j - 1].to : from };
}

/** Words that a block must have to be known again elsewhere. */
const KNOWN = 4;

/** How alike a block must be to one elsewhere to be that one, moved and edited. */
const MOVED = 0.75;

/** A block that is gone here and new there, with hardly another word, was moved. */
function withMoves({ before, after, edits }: Comparison): Edit[] {
	const things = (what: Edit['what'], doc: Node, pos: (e: Edit) => number) =>
		edits.flatMap((e) => {
			const n = e.what === what ? doc.nodeAt(pos(e)) : null;
			const thing = n && thingOf(n);
			return thing && thing.words.length >= KNOWN ? [{ e, thing }] : [];
		});
	const gone = things('removed', before, (e) => e.from);
	if (!gone.length) return edits;
	const moved = new Map<Edit, Edit>();
	const away = new Set<Edit>();
	const fresh = things('added', after, (e) => e.bFrom);
	for (const least of [1, MOVED])
		for (const { e, thing } of fresh) {
			if (moved.has(e)) continue;
			const from = gone.find(
				(g) =>
					!away.has(g.e) &&
					g.thing.type === thing.type &&
					(least === 1 ? g.thing.key === thing.key : likeness(g.thing.words, thing.words) >= least)
			);
			if (!from) continue;
			away.add(from.e);
			moved.set(e, { what: 'moved', from: from.e.from, to: from.e.to, at: e.from, bFrom: e.bFrom, bTo: e.bTo });
		}
	return edits.flatMap((e) => (away.has(e) ? [] : [moved.get(e) ?? e]));
}
