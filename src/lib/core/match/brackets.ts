/** Bracketed groups of a text: the outermost ones, with what stands in them. */
export interface Group {
	/** Of the opening bracket. */
	from: number;
	/** Behind the closing one. */
	to: number;
	open: '(' | '[';
	inner: string;
}

/** The longest that a bracket with citations gets, in characters. */
const LONGEST = 1200;

export function groupsOf(text: string): Group[] {
	const out: Group[] = [];
	const stack: number[] = [];
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (c === '(' || c === '[') stack.push(i);
		else if (c === ')' || c === ']') {
			const want = c === ')' ? '(' : '[';
			// one that was never closed does not hide those behind it
			while (stack.length && text[stack.at(-1)!] !== want) stack.pop();
			const from = stack.pop();
			if (from === undefined) continue;
			// within another one that closes: the outer one has it
			while (out.length && out.at(-1)!.from > from) {
				if (i - from > LONGEST) break;
				out.pop();
			}
			if (i - from <= LONGEST) out.push({ from, to: i + 1, open: want, inner: text.slice(from + 1, i) });
		}
	}
	return out.sort((a, b) => a.from - b.from);
}

/** Parts between semicolons; brackets within keep theirs. */
export function partsOf(inner: string): string[] {
	const out: string[] = [];
	let depth = 0;
	let from = 0;
	for (let i = 0; i < inner.length; i++) {
		if (/[([]/.test(inner[i])) depth++;
		else if (/[)\]]/.test(inner[i])) depth--;
		else if (inner[i] === ';' && depth <= 0) {
			out.push(inner.slice(from, i));
			from = i + 1;
		}
	}
	out.push(inner.slice(from));
	return out.map((s) => s.trim()).filter(Boolean);
}
