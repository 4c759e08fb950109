/** A bound work of ten chapters: opened, and formatted after one edit in one of them. Figures in milliseconds of one run. */
import { Transform } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { createSession } from '../src/lib/core/citing';
import {
	openDoc,
	readCitations,
	readDoc,
	schema,
	setDocAttrs,
	storeDoc,
	type DocStyle
} from '../src/lib/core/manuscript';
import { joinWork, newWork, placeOf } from '../src/lib/core/work';
import { localeTree, styleTree } from '../scripts/catalogue';
import { makeClusters, makeItems, random } from './corpus';

const { nodes } = schema;
const STYLES: [id: string, form: DocStyle['form']][] = [
	['chicago-fullnote-bibliography', 'footnotes'],
	['apa', 'in-text'],
	['ieee', 'in-text']
];

/** A chapter of so many words, with citations spread over its paragraphs. */
function chapter(n: number, words: number, clusters: ReturnType<typeof makeClusters>, style: DocStyle): Node {
	const rnd = random(n + 1);
	const word = () => 'lamp quay harbour night wage bell tide gas round shore'.split(' ')[Math.floor(rnd() * 10)];
	const blocks: Node[] = [nodes.heading.create({ id: `t${n}`, level: 1 }, schema.text(`Chapter of ${word()}`))];
	const paragraphs = Math.ceil(words / 100);
	for (let p = 0; p < paragraphs; p++) {
		if (p % 40 === 0) blocks.push(nodes.heading.create({ id: `h${n}-${p}`, level: 2 }, schema.text(`On ${word()}`)));
		const own = clusters.slice(
			Math.floor((p * clusters.length) / paragraphs),
			Math.floor(((p + 1) * clusters.length) / paragraphs)
		);
		const inline: Node[] = [];
		const each = Math.floor(100 / (own.length + 1));
		for (let k = 0; k <= own.length; k++) {
			inline.push(schema.text(`${Array.from({ length: each }, word).join(' ')} `));
			if (own[k]) inline.push(nodes.citation.create({ id: `c${n}-${own[k].id}`, cites: own[k].cites }));
		}
		blocks.push(nodes.paragraph.create(null, inline));
	}
	return setDocAttrs(new Transform(nodes.doc.create(null, blocks)), { style }).doc;
}

export function runWorksBench({ small, log }: { small: boolean; log(line: string): void }): void {
	const [words, cites] = small ? [4000, 60] : [40_000, 600];
	const items = makeItems(small ? 300 : 2000);
	const ids = [...items.keys()];
	log(
		`\nbound work: ten chapters, ${(words * 10).toLocaleString('en')} words, ${(cites * 10).toLocaleString('en')} citations`
	);
	for (const [id, form] of STYLES) {
		const style: DocStyle = { id, title: id, form, locale: '', facts: null };
		const chapters = Array.from({ length: 10 }, (_x, n) => chapter(n, words, makeClusters(ids, cites, n + 3), style));
		const stored = chapters.map((doc) => storeDoc(doc));
		const work = {
			...newWork(
				'Whole',
				chapters.map((_c, n) => `m${n}`)
			),
			style
		};
		const making = { listHeading: () => 'Works', numeric: false };
		const time = <T>(act: () => T): [T, number] => {
			const begun = performance.now();
			return [act(), performance.now() - begun];
		};
		const session = createSession();
		session.putSources([...items.values()], []);
		session.useStyle(id, id, styleTree(id)!, localeTree);
		const [docs, read] = time(() => new Map(stored.map((s, n) => [`m${n}`, readDoc(openDoc(s))])));
		const [joined, join] = time(() => joinWork(work, docs, making));
		const [reading, found] = time(() => readCitations(joined.doc, form));
		const [first, formatted] = time(() => session.format({ clusters: reading.clusters, uncited: [] }));
		const place = placeOf(work, joined, 'm4', docs.get('m4')!);
		const edits: number[] = [];
		let { answer } = first;
		for (let n = 0; n < 20; n++) {
			// a page more in a citation of the fifth chapter
			const at = Math.floor((n * reading.clusters.length) / 40);
			const clusters = reading.clusters.with(at, {
				...reading.clusters[at],
				cites: reading.clusters[at].cites.map((c) => ({ ...c, locator: { label: 'page', value: String(n + 1) } }))
			});
			const [result, ms] = time(() => session.format({ clusters, uncited: [], have: answer }));
			({ answer } = result);
			edits.push(ms);
		}
		edits.sort((a, b) => a - b);
		const open = read + join + found + formatted;
		log(
			`  ${id}: open ${open.toFixed(0)} ms (read ${read.toFixed(0)}, join ${join.toFixed(0)}, citations ${found.toFixed(0)}, format ${formatted.toFixed(0)}); after one edit median ${edits[10].toFixed(1)} ms, most ${edits[19].toFixed(1)} ms; the fifth chapter alone has ${place.before.length} citations before it`
		);
	}
}
