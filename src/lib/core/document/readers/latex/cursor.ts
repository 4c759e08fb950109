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
	private i = 0;
	private nodes: Node[];
	constructor(nodes: Node[]) {
		this.nodes = nodes;
	}
	get done(): boolean {
		return this.i >= this.nodes.length;
	}
	peek(ahead = 0): Node | undefined {
		return this.nodes[this.i + ahead];
	}
	next(): Node | undefined {
		return this.nodes[this.i++];
	}
	/** Puts something in front of what comes next. */
	put(nodes: Node[]): void {
		this.nodes = [...nodes, ...this.nodes.slice(this.i)];
		this.i = 0;
	}
	skipSpace(): void {
		while (isSpace(this.peek())) this.i++;
	}
	/** What is left. */
	rest(): Node[] {
		return this.nodes.slice(this.i);
	}

	/** What the next place that is no space would be. */
	private ahead(): number {
		let k = this.i;
		while (isSpace(this.nodes[k])) k++;
		return k;
	}

	star(): boolean {
		const k = this.ahead();
		if (!isString(this.nodes[k], '*')) return false;
		this.i = k + 1;
		return true;
	}

	/** An argument between two signs, `[…]`, `(…)` or `<…>`; null where none begins. */
	opt(open = '[', close = ']'): Node[] | null {
		const k = this.ahead();
		if (!isString(this.nodes[k], open)) return null;
		let depth = 0;
		for (let j = k; j < this.nodes.length; j++) {
			if (this.nodes[j].type === 'parbreak') return null;
			if (isString(this.nodes[j], open)) depth++;
			else if (isString(this.nodes[j], close) && --depth === 0) {
				this.i = j + 1;
				const inside = this.nodes.slice(k + 1, j);
				// braces around all of it only keep brackets in
				return inside.length === 1 && inside[0].type === 'group' ? inside[0].content : inside;
			}
		}
		return null;
	}

	/** The next argument: what a group holds, or one sign; nothing at the end or before an empty line. */
	arg(): Node[] {
		const k = this.ahead();
		const n = this.nodes[k];
		if (!n || n.type === 'parbreak') return [];
		this.i = k + 1;
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
		return this.nodes[this.ahead()]?.type === 'group';
	}
}
