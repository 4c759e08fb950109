/** What is needed of the tree that the parser makes. */
export interface Text {
	type: 'text' | 'comment' | 'directive' | 'cdata' | 'root';
	data?: string;
	children?: Node[];
	parent?: Element | null;
}
export interface Element {
	type: 'tag' | 'script' | 'style';
	name: string;
	attribs: Record<string, string>;
	children: Node[];
	parent?: Element | null;
}
export type Node = Text | Element;

export const isElement = (n: Node): n is Element => n.type === 'tag' || n.type === 'script' || n.type === 'style';
export const kidsOf = (n: Node): Node[] => n.children ?? [];
/** An attribute; empty for none. */
export const attr = (n: Element | undefined, name: string): string =>
	n && Object.hasOwn(n.attribs, name) ? n.attribs[name].trim() : '';
/** A role or an `epub:type` of the element. */
export const plays = (n: Element, role: string): boolean =>
	`${attr(n, 'role')} ${attr(n, 'epub:type')}`.split(/\s+/).some((r) => r === `doc-${role}` || r === role);

/** All elements, in order. */
export function* elements(nodes: Node[]): Generator<Element> {
	const stack = [...nodes].reverse();
	for (let n = stack.pop(); n; n = stack.pop()) {
		if (isElement(n)) yield n;
		const kids = kidsOf(n);
		for (let i = kids.length - 1; i >= 0; i--) stack.push(kids[i]);
	}
}

/** All words below nodes, however deep they stand. */
export function wordsOf(nodes: Node[]): string {
	let out = '';
	const stack = [...nodes].reverse();
	for (let n = stack.pop(); n; n = stack.pop()) {
		if (n.type === 'text') out += n.data ?? '';
		const kids = kidsOf(n);
		for (let i = kids.length - 1; i >= 0; i--) stack.push(kids[i]);
	}
	return out;
}
