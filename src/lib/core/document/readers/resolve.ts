/** Citations that were read name cite keys; here they find their sources. What is not found stays to be seen. */
import { isObject } from '../../guards';
import {
	everyLine,
	isListHeading,
	mapLines,
	newId,
	textOf,
	words,
	type Block,
	type Inline,
	type Paper,
	type PaperSource
} from '../../paper';

export interface Resolved {
	/** What stands in the text for citations whose sources are not there, as it was written. */
	unresolved: string[];
	/** The list of references has a heading that the document did not have. */
	headingMade: boolean;
}

/**
 * Joins a paper with its sources. A key that is not known stands as a place that needs a source, with what was written;
 * a name with @ in a sentence that is no key of any source is left as the words it is.
 * @param found sources by their cite keys, beside those the paper brought itself
 * @param uncited cite keys listed without being cited; `*` for all
 * @param live whether cites name the paper's own sources by their ids, and its lists are those it has
 */
export function resolveCitations(paper: Paper, found: PaperSource[], uncited: string[] = [], live = false): Resolved {
	const byKey = new Map<string, PaperSource>();
	for (const s of [...found, ...paper.sources]) if (!byKey.has(s.key)) byKey.set(s.key, s);
	// keys in LaTeX and Markdown differ by case; a slip of case is not held against anybody where there is no other
	const byFolded = new Map([...byKey].map(([k, s]) => [k.toLowerCase(), s]));
	const own = new Map(live ? paper.sources.map((s) => [s.id, s]) : []);
	const of = (key: string) => own.get(key) ?? byKey.get(key) ?? byFolded.get(key.toLowerCase());
	const used = new Map<string, PaperSource>();
	const unresolved: string[] = [];

	const one = (i: Extract<Inline, { t: 'citation' }>): Inline[] => {
		const known = i.cites.flatMap((c) => {
			const s = of(c.sourceId);
			if (s) used.set(s.id, s);
			return s ? [{ ...c, sourceId: s.id }] : [];
		});
		const missing = i.cites.filter((c) => !of(c.sourceId));
		if (!missing.length) return [{ ...i, cites: known }];
		if (!known.length) {
			unresolved.push(i.raw ?? missing.map((c) => c.sourceId).join('; '));
			if (i.raw && /^-?@/.test(i.raw)) return words(i.raw, i.marks);
			return [{ t: 'placeholder', id: i.id, hint: i.raw ?? '', marks: i.marks }];
		}
		return [
			{ ...i, cites: known },
			...missing.map((c): Inline => {
				unresolved.push(c.sourceId);
				return { t: 'placeholder', id: newId(), hint: c.sourceId, marks: i.marks };
			})
		];
	};
	const line = (l: Inline[]): Inline[] => l.flatMap((i) => (i.t === 'citation' ? one(i) : [i]));
	paper.head.title = line(paper.head.title);
	paper.head.abstract = mapLines(paper.head.abstract, line);
	paper.blocks = mapLines(paper.blocks, line);

	const all = uncited.includes('*');
	const more = all ? [...byKey.values()] : uncited.flatMap((k) => of(k) ?? []);
	for (const s of more) used.set(s.id, s);
	for (const k of uncited) if (k !== '*' && !of(k)) unresolved.push(k);
	const cited = citedIn(paper);
	const settings = isObject(paper.own.settings) ? paper.own.settings : {};
	const told = all || !Array.isArray(settings.uncited) ? [] : (settings.uncited as { id: string; why: string }[]);
	const listed = [...new Set(more)]
		.filter((s) => !cited.has(s.id))
		.map((s) => told.find((u) => u.id === s.id) ?? { id: s.id, why: '' });
	if (listed.length) paper.own = { ...paper.own, settings: { ...settings, uncited: listed } };
	paper.sources = [...used.values()];
	return { unresolved, headingMade: live ? false : giveList(paper, used.size > 0) };
}

function citedIn(paper: Paper): Set<string> {
	const ids = new Set<string>();
	for (const { line } of everyLine(paper))
		for (const i of line) if (i.t === 'citation') for (const c of i.cites) ids.add(c.sourceId);
	return ids;
}

/**
 * A paper with citations has a list: where it says so, under a heading at its end that waits for one, else at its end.
 * @returns whether its heading was made here
 */
function giveList(paper: Paper, cited: boolean): boolean {
	const { blocks } = paper;
	const own = blocks.findIndex((b) => b.t === 'bibliography');
	const isHeading = (b: Block | undefined): b is Extract<Block, { t: 'heading' }> =>
		b?.t === 'heading' && b.level > 1 && isListHeading(textOf(b.content));
	const list = blocks[own];
	if (list?.t === 'bibliography') {
		const before = blocks[own - 1];
		if (isHeading(before)) {
			blocks.splice(own - 1, 2, { ...list, heading: before });
			return false;
		}
		if (!list.heading.content.length) list.heading.content = words('References');
		return true;
	}
	if (!cited) return false;
	const last = blocks.findLastIndex((b) => b.t !== 'page-break');
	const heading = blocks[last];
	if (isHeading(heading)) {
		blocks.splice(last, 1, { t: 'bibliography', id: newId(), settings: {}, heading });
		return false;
	}
	// a list that was typed is there already
	if (blocks.some((b) => isHeading(b))) return false;
	blocks.push({
		t: 'bibliography',
		id: newId(),
		settings: {},
		heading: { t: 'heading', id: '', level: 2, content: words('References'), lang: '', align: '' }
	});
	return true;
}
