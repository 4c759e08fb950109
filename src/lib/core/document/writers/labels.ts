/** Labels of what a paper refers to, for formats in which things are referred to by names. */
import { everyBlock, everyLine, listedIn, textOf, type Paper } from '../../paper';

export interface Labels {
	/** The label of a heading, a table, a figure or a formula, by its id; only of what needs one. */
	labels: Map<string, string>;
	/** Words of headings and captions. */
	titles: Map<string, string>;
}

/**
 * @param names that are something else's
 * @param links whether rows of contents lead to what they list
 */
export function labelsOf(paper: Pick<Paper, 'head' | 'blocks'>, names: Iterable<string>, links = false): Labels {
	const wanted = new Set<string>();
	for (const { line } of everyLine(paper)) for (const i of line) if (i.t === 'cross-ref') wanted.add(i.target);
	for (const b of paper.blocks)
		if (b.t === 'contents' && links) for (const r of listedIn(paper.blocks, b)) wanted.add(r.id);
	const taken = new Set(names);
	const labels = new Map<string, string>();
	const titles = new Map<string, string>();
	for (const { block: b } of everyBlock(paper.blocks)) {
		if (!('id' in b)) continue;
		const title = b.t === 'heading' ? b.content : b.t === 'table' || b.t === 'figure' ? b.caption?.content : null;
		if (title) titles.set(b.id, textOf(title));
		if (!b.id || !(wanted.has(b.id) || (b.t === 'equation' && b.numbered)) || labels.has(b.id)) continue;
		const plain = b.id.replace(/[^A-Za-z0-9_:.-]+/g, '-').replace(/^[^A-Za-z]+|[^A-Za-z0-9]+$/g, '');
		let label = plain || b.t;
		for (let n = 2; taken.has(label); n++) label = `${plain || b.t}-${n}`;
		taken.add(label);
		labels.set(b.id, label);
	}
	return { labels, titles };
}
