/** Papers held against each other in tests: what names things, and how neighbours are cut, is no difference. */
import { emptyPaper, everyLine, mapLines, paragraph, type Block, type Inline, type Paper } from '../../paper';

const sorted = (i: Inline): Inline => ({
	...i,
	marks: (i.t === 'break' ? [] : [...i.marks])
		.filter((m) => m.t !== 'quoted' && m.t !== 'comment')
		.sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b)))
});

/** Neighbours of one look are one; spaces at the ends of a line are none. */
function joined(line: Inline[]): Inline[] {
	const out: Inline[] = [];
	for (const i of line.map(sorted)) {
		const last = out.at(-1);
		if (i.t === 'text' && last?.t === 'text' && JSON.stringify(last.marks) === JSON.stringify(i.marks))
			out[out.length - 1] = { ...last, text: last.text + i.text };
		else out.push(i);
	}
	return out
		.map((i) => (i.t === 'text' ? { ...i, text: i.text.replace(/\s+/g, ' ') } : i))
		.filter((i) => i.t !== 'text' || i.text);
}

/** Blocks as JSON in which every name is told by the order of its first appearance. */
export function plainBlocks(paper: Pick<Paper, 'blocks' | 'sources'>): unknown {
	const names = new Map<string, string>();
	const name = (id: string) => names.get(id) ?? (names.set(id, `n${names.size}`), names.get(id)!);
	const keys = new Map(paper.sources.map((s) => [s.id, s.key]));
	const NAMES = new Set(['target', 'note', 'source']);
	/** Only what is referred to needs a name of its own. */
	const told = new Set<unknown>();
	for (const { line } of everyLine({ head: emptyPaper().head, blocks: paper.blocks }))
		for (const i of line) {
			if (i.t === 'cross-ref') told.add(i.target);
			if (i.t === 'note-ref') told.add(i.note);
		}
	const walk = (v: unknown): unknown => {
		if (Array.isArray(v)) return v.map(walk);
		if (!v || typeof v !== 'object') return v;
		return Object.fromEntries(
			Object.entries(v).flatMap(([k, x]) => {
				if (k === 'raw' || k === 'override' || k === 'moved') return [];
				if (k === 'sourceId') return [[k, keys.get(x as string) ?? x]];
				if (k === 'id') return told.has(x) ? [[k, name(x as string)]] : [];
				if (k === 'inner') return [];
				// as the page has it
				if (k === 'align' && x === 'left') return [[k, '']];
				if (NAMES.has(k)) return [[k, x ? name(x as string) : '']];
				if (k === 'asset') return [[k, x ? 'picture' : '']];
				return [[k, walk(x)]];
			})
		);
	};
	const solid = (blocks: Block[]): Block[] => blocks.filter((b) => b.t !== 'paragraph' || b.content.length);
	return walk(solid(mapLines(paper.blocks, joined)));
}

/** What stands before the text, in the same way. */
export const plainHead = ({ head, sources }: Paper): unknown => ({
	...head,
	abstract: plainBlocks({ blocks: head.abstract, sources }),
	title: plainBlocks({ blocks: [paragraph(head.title)], sources })
});

/** Keys and titles of sources, in an order that no format changes. */
export const sourcesOf = (p: Paper): unknown[] => p.sources.map((s) => [s.key, s.item.title]).sort();
