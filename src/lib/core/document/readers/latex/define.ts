/** Commands that a paper defines for itself. */
import { isMacro, isString, rawOf, type Cursor, type Node } from './cursor';
import { Cursor as Walk } from './cursor';

interface Definition {
	/** Each argument: null for one that must be given, else what stands in for it; `*` for a star. */
	args: (Node[] | null | '*')[];
	body: Node[];
}

/** How much definitions may write in one document: what goes on without end is no text. */
const MOST = 200_000;

export class Definitions {
	private readonly all = new Map<string, Definition>();
	private written = 0;
	/** @param known commands whose meaning is known: how a paper sets them anew says nothing of its text */
	constructor(private readonly known: (name: string) => boolean) {}

	private keep(name: string, d: Definition): void {
		if (!this.known(name)) this.all.set(name, d);
	}

	/** Something would have gone on without end. */
	get endless(): boolean {
		return this.written > MOST;
	}

	has(name: string): boolean {
		return this.all.has(name);
	}

	/** What a command without arguments stands for; null for one that the paper does not define. */
	wordsOf(name: string): Node[] | null {
		return this.all.get(name)?.body ?? null;
	}

	/** `\newcommand{\x}[2][default]{…}` and its kin, read behind the command itself. */
	newCommand(at: Cursor): void {
		at.star();
		const [macro] = at.arg();
		const count = Number(rawOf(at.opt() ?? [])) || 0;
		const first = at.opt();
		const body = at.arg();
		if (macro?.type !== 'macro') return;
		this.keep(macro.content, {
			args: Array.from({ length: Math.min(9, count) }, (_, i) => (i === 0 && first ? first : null)),
			body
		});
	}

	/** `\NewDocumentCommand{\x}{m o O{…} s}{…}` (xparse manual, 2). */
	newDocumentCommand(at: Cursor): void {
		const [macro] = at.arg();
		const spec = new Walk(at.arg());
		const body = at.arg();
		const args: Definition['args'] = [];
		while (!spec.done) {
			const n = spec.next();
			if (n?.type !== 'string') continue;
			for (const c of n.content) {
				if (c === 'm' || c === 'v') args.push(null);
				else if (c === 'o') args.push([]);
				else if (c === 'O') args.push(spec.arg());
				else if (c === 's') args.push('*');
			}
		}
		if (macro?.type === 'macro') this.keep(macro.content, { args, body });
	}

	/** `\def\x#1#2{…}`. */
	def(at: Cursor): void {
		at.skipSpace();
		const macro = at.next();
		let count = 0;
		while (!at.done && at.peek()?.type !== 'group') if (isString(at.next(), '#')) count++;
		const body = at.arg();
		if (macro?.type === 'macro') this.keep(macro.content, { args: Array(Math.min(9, count)).fill(null), body });
	}

	/** `\let\x=\y`: the one means what the other means. */
	let(at: Cursor): void {
		at.skipSpace();
		const macro = at.next();
		at.skipSpace();
		if (isString(at.peek(), '=')) at.next();
		at.skipSpace();
		const to = at.next();
		at.skipSpace();
		if (macro?.type === 'macro' && to && !isMacro(to, macro.content))
			this.keep(macro.content, { args: [], body: [to] });
	}

	/** What a command of the paper's own stands for, its arguments taken; null for too much. */
	expand(name: string, at: Cursor): Node[] | null {
		const d = this.all.get(name)!;
		const given = d.args.map((a) => {
			if (a === '*') return at.star() ? [{ type: 'string', content: '*' } as Node] : [];
			return a === null ? at.arg() : (at.opt() ?? a);
		});
		if (this.written > MOST) return null;
		const out = this.fill(d.body, given);
		return this.written > MOST ? null : out;
	}

	/** The same formula without commands of the paper's own. */
	inFormula(nodes: Node[], depth = 0): Node[] {
		if (this.all.size === 0) return nodes;
		if (depth > 40) {
			this.written = MOST + 1;
			return nodes;
		}
		const at = new Walk(nodes);
		const out: Node[] = [];
		while (!at.done) {
			const n = at.next()!;
			if (n.type === 'macro' && this.has(n.content)) {
				const body = this.expand(n.content, at);
				if (body) out.push(...this.inFormula(body, depth + 1));
			} else if ('content' in n && Array.isArray(n.content)) {
				out.push({ ...n, content: this.inFormula(n.content, depth + 1) } as Node);
			} else out.push(n);
		}
		return out;
	}

	/** A body with its arguments put in. */
	private fill(body: Node[], args: Node[][]): Node[] {
		const out: Node[] = [];
		for (let i = 0; i < body.length && this.written <= MOST; i++) {
			this.written++;
			const n = body[i];
			const next = body[i + 1];
			const m = isString(n, '#') && next?.type === 'string' ? /^([1-9])(.*)$/s.exec(next.content) : null;
			if (m) {
				const arg = args[Number(m[1]) - 1] ?? [];
				this.written += sizeOf(arg);
				out.push(...arg);
				if (m[2]) out.push({ type: 'string', content: m[2] });
				i++;
			} else if ('content' in n && Array.isArray(n.content)) {
				out.push({ ...n, content: this.fill(n.content, args) } as Node);
			} else out.push(n);
		}
		return out;
	}
}

const sizeOf = (nodes: Node[]): number =>
	nodes.reduce((sum, n) => sum + 1 + ('content' in n && Array.isArray(n.content) ? sizeOf(n.content) : 0), 0);
