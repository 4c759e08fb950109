/** Papers of any shape for property tests of writers. */
import type fc from 'fast-check';
import type { Item } from '../csl';
import { readDoc, SCHEMA_VERSION } from '../manuscript';
import { fromManuscript } from './from-manuscript';
import { everyLine, words } from './make';
import { randomDoc } from './random-doc';
import { emptyPaper, type Block, type Paper } from './types';

/** A manuscript of any shape with a source for every citation, and one list of them at its end. */
export const anyPaper: fc.Arbitrary<Paper> = randomDoc.map((content): Paper => {
	const paper = fromManuscript(readDoc({ version: SCHEMA_VERSION, content: JSON.stringify(content) }));
	const ids = new Set<string>();
	for (const { line } of everyLine(paper))
		for (const i of line) if (i.t === 'citation') for (const c of i.cites) ids.add(c.sourceId);
	const item = (id: string): Item => ({ id, type: 'book', title: `On ${id}`, author: [{ family: `F${id}` }] }) as Item;
	const blocks: Block[] = paper.blocks.filter((b) => b.t !== 'bibliography');
	const heading = {
		t: 'heading' as const,
		id: '',
		level: 2,
		content: words('References'),
		lang: '',
		align: '' as const
	};
	blocks.push({ t: 'bibliography', id: 'list', settings: {}, heading });
	return { ...emptyPaper(), ...paper, blocks, sources: [...ids].map((id) => ({ id, key: id, item: item(id) })) };
});

/** Letters and digits of a text, for what formats print otherwise around them. */
export const letters = (s: string): string => s.replace(/[^\p{L}\p{N}]/gu, '');

/** Every cite of a paper in order of their words, sources by their keys. */
export function citesOf(p: Paper): { key: string; locator: unknown; prefix: string; suffix: string; form: string }[] {
	const key = new Map(p.sources.map((s) => [s.id, s.key]));
	return [...everyLine(p)].flatMap(({ line }) =>
		line.flatMap((i) =>
			i.t === 'citation'
				? i.cites.map(({ sourceId, locator, prefix, suffix, form }) => ({
						key: key.get(sourceId) ?? sourceId,
						locator: locator && { label: locator.label, value: locator.value },
						prefix,
						suffix,
						form
					}))
				: []
		)
	);
}
