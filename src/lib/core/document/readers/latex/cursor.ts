/** Walks over the signs of a LaTeX text and takes arguments off it, as TeX does. */
import type * as Ast from '@unified-latex/unified-latex-types';
import { printRaw } from '@unified-latex/unified-latex-util-print-raw';

export type Node = Ast.Node;

export const isSpace = (n: Node | undefined): boolean => n?.type === 'whitespace' || n?.type === 'comment';
export const isString = (n: Node | undefined, content: string): boolean =>
	n?.type === 'string' && n.content === content;
/** A command of one of some names; that it is none of them says nothing on whether it is a command. */
interface Named extends Ast.Macro {
	readonly ofThese: true;
}
export const isMacro = (n: Node | undefined, ...names: string[]): n is Named =>
	n?.type === 'macro' && names.includes(n.content);

/** The name of an environment, which is a text or a piece of the tree. */
export const envName = (n: Ast.Environment): string =>
	typeof n.env === 'string' ? n.env : printRaw(n.env as unknown as Ast.Node);

/** Source text of a piece, without spaces around it. */
export const rawOf = (nodes: Node[]): string => printRaw(nodes).trim();

export class Cursor {
	/** What is still to come, the next one last, so that things can be put in front. */
	private readonly nodes: Node[];
	constructor(nodes: Node[]) {
		this.nodes = [...nodes].reverse();
	}
	get done(): boolean {
		return this.nodes.length === 0;
	}
	peek(ahead = 0): Node | undefined {
		return this.nodes[this.nodes.length - 1 - ahead];
	}
	next(): Node | undefined {
		return this.nodes.pop();
	}
	/** Puts something in front of what comes next. */
	put(nodes: Node[]): void {
		for (let i = nodes.length - 1; i >= 0; i--) this.nodes.push(nodes[i]);
	}
	skipSpace(): void {
		while (isSpace(this.peek())) this.next();
	}
	/** What is left. */
	rest(): Node[] {
		return [...this.nodes].reverse();
	}
	private drop(count: number): void {
		this.nodes.length -= count;
	}

	/** How many spaces come first. */
	private spaces(): number {
		let k = 0;
		while (isSpace(this.peek(k))) k++;
		return k;
	}

	star(): boolean {
		const k = this.spaces();
		if (!isString(this.peek(k), '*')) return false;
		this.drop(k + 1);
		return true;
	}

	/** An argument between two signs, `[…]`, `(…)` or `<…>`; null where none begins. */
	opt(open = '[', close = ']'): Node[] | null {
		const k = this.spaces();
		if (!isString(this.peek(k), open)) return null;
		let depth = 0;
		for (let j = k; j < this.nodes.length; j++) {
			const n = this.peek(j)!;
			if (n.type === 'parbreak') return null;
			if (isString(n, open)) depth++;
			else if (isString(n, close) && --depth === 0) {
				const inside = this.nodes.slice(this.nodes.length - j, this.nodes.length - 1 - k).reverse();
				this.drop(j + 1);
				// braces around all of it only keep brackets in
				return inside.length === 1 && inside[0].type === 'group' ? inside[0].content : inside;
			}
		}
		return null;
	}

	/** The next argument: what a group holds, or one sign; nothing at the end or before an empty line. */
	arg(): Node[] {
		const k = this.spaces();
		const n = this.peek(k);
		if (!n || n.type === 'parbreak') return [];
		this.drop(k + 1);
		if (n.type === 'group') return n.content;
		// of a word it is the first letter
		if (n.type === 'string' && n.content.length > 1) {
			const [first, ...more] = n.content;
			this.put([{ ...n, content: more.join('') }]);
			return [{ ...n, content: first }];
		}
		return [n];
	}

	/** Whether a group comes next. */
	get group(): boolean {
		return this.peek(this.spaces())?.type === 'group';
	}

	/** Whether a command of a name is still to come. */
	has(name: string): boolean {
		return this.nodes.some((n) => isMacro(n, name));
	}
}
