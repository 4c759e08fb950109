/**
 * Invented prose with typed citations, as styles print them: for measuring how typed citations are found. The text is full
 * of what looks like citations and is none.
 */
import {
	compileStyle,
	createProcessor,
	toPlain,
	toRuns,
	type Cite,
	type Cluster,
	type Item
} from '../src/lib/core/csl';
import type { MatchSource, Passage } from '../src/lib/core/match';
import { localeTree, styleIndex, styleTree } from '../scripts/catalogue';
import { makeItem } from '../scripts/references/items';
import { journalTitles } from '../scripts/references/strings';
import { random } from './corpus';

export interface Gold {
	passage: number;
	from: number;
	to: number;
	text: string;
	cites: { id: string; locator: string }[];
}

export interface Corpus {
	style: string;
	kind: string;
	passages: Passage[];
	list: string;
	sources: MatchSource[];
	gold: Gold[];
}

const SUBJECTS =
	'the harbour board|the lamplighters|most observers|the engineers|a small town|the insurers|early reports|local people|the committee|our sample|the second group|this reading|the first model|the ledger'.split(
		'|'
	);
const VERBS =
	'paid for the lamps|kept the quays dark|changed the rules|counted every moth|found no difference|raised the rate|left few traces|was slow to answer|measured the tide|agreed with the earlier figures|lost the argument|made the night shorter'.split(
		'|'
	);
const TAILS =
	'in the end|for many years|at every berth|against all advice|before the war|in most places|without much noise|at a low price|with some doubt|as one would expect'.split(
		'|'
	);

/** Sentences that hold what is no citation. */
const TRAPS: ((r: () => number) => string)[] = [
	() => 'The lamps were lit in 1868 and put out in 1931.',
	() => 'In 1904 the board met nine times (twice in May 1904).',
	(r) =>
		`The difference was small (p < .0${1 + Math.floor(r() * 8)}), and the groups were alike (n = ${20 + Math.floor(r() * 40)}).`,
	(r) => `Means are shown in Table ${1 + Math.floor(r() * 6)} and Figure ${1 + Math.floor(r() * 9)}.`,
	(r) => `The effect is plotted below (Figure ${1 + Math.floor(r() * 9)}).`,
	(r) => `From Equation (${1 + Math.floor(r() * 20)}) it follows that the flow is constant.`,
	() => 'There were three reasons: (a) cost, (b) habit and (c) fear.',
	() => 'Some lamps (e.g. those on the mole) were never lit.',
	() => 'The war (1914–1918) changed all this.',
	() => 'The reign of the old king (1837–1901) was long.',
	() => 'The estimate was high (M = 4.2, SD = 1.1).',
	() => 'The first act (the Lighting Act 1871) was repealed.',
	() => 'Prices rose by a tenth (see Section 3).',
	() => 'The Great Frost (1895) emptied the harbour.',
	() => 'The count was repeated (March 1902).',
	() => 'The result holds for all k (see Appendix B).',
	() => 'The pressure was low (12 kPa) at the burner.',
	() => 'J. R. was the last of them.',
	() => 'It cost 12 pounds (about 1,500 in today’s money).',
	() => 'They called it the long night (an old phrase).'
];

const sentence = (r: () => number): string => {
	const pick = <T>(l: readonly T[]): T => l[Math.floor(r() * l.length)];
	const s = pick(SUBJECTS);
	return `${s[0].toUpperCase()}${s.slice(1)} ${pick(VERBS)} ${pick(TAILS)}`;
};

/** Prose without citations, about so many words. */
export function plainProse(words: number, seed: number): Passage[] {
	const r = random(seed);
	const out: Passage[] = [];
	let n = 0;
	while (n < words) {
		const parts = Array.from({ length: 6 }, () =>
			r() < 0.4 ? TRAPS[Math.floor(r() * TRAPS.length)](r) : `${sentence(r)}.`
		);
		const text = parts.join(' ');
		n += text.split(' ').length;
		out.push({ text, kind: 'body', section: '' });
	}
	return out;
}

/** Sources of a library: invented items, some people with several works. */
export function library(count: number, seed: number): MatchSource[] {
	const journals = journalTitles();
	const kinds = [
		'article-journal',
		'article-journal',
		'book',
		'chapter',
		'thesis',
		'report',
		'article-newspaper',
		'paper-conference',
		'webpage'
	];
	return Array.from({ length: count }, (_, i) => {
		const item = makeItem(kinds[i % kinds.length], seed + i * 17, journals);
		return { id: `s${i}`, key: `key${i}`, item: { ...item, id: `s${i}` } };
	});
}

/** Styles of a kind, in an order that a seed decides. */
export function stylesOf(format: string, count: number, seed: number): string[] {
	const r = random(seed);
	const fit = styleIndex().filter((s) => s.kind === format);
	return fit
		.map((s) => ({ id: s.id, k: r() }))
		.sort((a, b) => a.k - b.k)
		.slice(0, count)
		.map((s) => s.id);
}

/** A paper that cites so many times by a style. @param listed the bibliography is typed at the end */
export function corpus(
	styleId: string,
	citations: number,
	sources: MatchSource[],
	seed: number,
	listed: boolean
): Corpus | null {
	const tree = styleTree(styleId);
	if (!tree) return null;
	const style = compileStyle(tree, { locales: localeTree });
	const r = random(seed);
	const pick = <T>(l: readonly T[]): T => l[Math.floor(r() * l.length)];
	const byId = new Map<string, Item>(sources.map((s) => [s.id, s.item]));
	const note = style.class === 'note';
	const numeric = style.numeric || style.format === 'numeric';
	const pool = Array.from({ length: Math.min(sources.length, Math.ceil(citations / 1.6)) }, () => pick(sources).id);
	const clusters = Array.from({ length: citations }, (_, i): Cluster => {
		const many = r() < 0.2 ? 2 + Math.floor(r() * 2) : 1;
		const ids = [...new Set(Array.from({ length: many }, () => pick(pool)))];
		const narrative = !note && !numeric && ids.length === 1 && r() < 0.3;
		const cites = ids.map((sourceId): Cite => {
			const c: Cite = { sourceId };
			if (r() < 0.3) c.locator = { label: 'page', value: pick(['12', '41', '133-140', '7', '210']) };
			if (!numeric && !narrative && r() < 0.08) c.prefix = pick(['see ', 'see also ', 'cf. ', 'e.g., ']);
			if (narrative) c.form = 'narrative';
			return c;
		});
		return { id: `c${i}`, noteNumber: note ? i + 1 : 0, cites };
	});
	const result = createProcessor({ style, getItem: (id) => byId.get(id) }).format({ clusters });
	const passages: Passage[] = [];
	const gold: Gold[] = [];
	let text = '';
	let inText = 0;
	let raised: [number, number][] = [];
	// in plain text nothing says what was raised
	const plain = r() < 0.5;
	const flush = () => {
		if (text)
			passages.push({
				text: text.trimEnd(),
				kind: 'body',
				section: '',
				...(raised.length && !plain ? { raised } : {})
			});
		text = '';
		raised = [];
		inText = 0;
	};
	clusters.forEach((c, i) => {
		const { output, lead } = result.clusters[i];
		const shown = toPlain(output ?? '')
			.replace(/\s+/g, ' ')
			.trim();
		const head = toPlain(lead ?? '').trim();
		const cites = c.cites.map((x) => ({ id: x.sourceId, locator: x.locator?.value ?? '' }));
		if (!shown) return;
		// a name and nothing else in the sentence is no citation: nobody could tell it from a mention
		if (!note && !/[\d([“「]/.test(shown)) return;
		if (r() < 0.5) text += `${TRAPS[Math.floor(r() * TRAPS.length)](r)} `;
		if (note) {
			passages.push({ text: shown, kind: 'note', section: '' });
			gold.push({ passage: passages.length - 1, from: 0, to: shown.length, text: shown, cites });
			return;
		}
		const whole = head && c.cites[0].form === 'narrative' ? `${head} ${shown}` : shown;
		const narrative = c.cites[0].form === 'narrative';
		if (narrative)
			text += pick(['As ', 'In short, ', 'However, ', '']) + whole + ` argued that ${sentence(r).toLowerCase()}. `;
		else if (toRuns(output).every((run) => run.sup)) {
			text += `${sentence(r)}${pick(['', '.', ','])}`;
			raised.push([text.length, text.length + whole.length]);
			text += `${whole}. `;
		} else text += `${sentence(r)} ${whole}. `;
		const end = narrative ? text.lastIndexOf(' argued that') : text.length - 2;
		gold.push({ passage: passages.length, from: end - whole.length, to: end, text: whole, cites });
		if (++inText >= 4) flush();
	});
	flush();
	const list =
		listed || numeric
			? (result.bibliography ?? [])
					.map((e) =>
						toPlain(e.whole ?? e.output)
							.replace(/\s+/g, ' ')
							.trim()
					)
					.join('\n\n')
			: '';
	return {
		style: styleId,
		kind: note ? 'note' : numeric ? 'numeric' : (style.format ?? ''),
		passages,
		list,
		sources,
		gold
	};
}
