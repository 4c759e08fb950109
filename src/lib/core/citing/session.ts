/**
 * Joins manuscript, sources and style: holds a processor per style and says what every citation, note and entry shows.
 * Runs in the worker; what leaves it is plain data.
 */
import {
	compileStyle,
	createProcessor,
	parseField,
	toHtml,
	toPlain,
	toRuns,
	type Cluster,
	type Item,
	type LocaleSource,
	type Processor,
	type Rich,
	type Run,
	type Tree,
	type Warning
} from '../csl';
import { entryChange, type EntryChange } from './entry-list';
import { cleanHouse, houseItems, type HouseRules } from './house';
import { houseEntry } from './house-entry';
import { dropsArticle, withShortTitle } from './main-title';
import { asksSentences } from './sentence-manuals';
import { sentenceTitles, type Retitled, type SentenceTitles, type TitleWords } from './sentence-titles';
import { handMadeOf, partHandMade, standIn, type HandMade } from './hand-made';
import { keptOut } from './kept-out';
import { styleInfo, type StyleInfo } from './kind';
import { omittedTwin, withoutTwin } from './same-publisher';

export interface ClusterOutput {
	id: string;
	html: string;
	text: string;
	/** Narrative words in front of a note's mark; empty for none. */
	lead: string;
	runs?: Run[];
	leadRuns?: Run[];
}

export interface EntryOutput {
	id: string;
	html: string;
	text: string;
	runs?: Run[];
	/** What it is where no entry of the same author stands right before it; only where that is something else. */
	whole?: { html: string; text: string; runs?: Run[] };
}

export interface Omitted {
	id: string;
	/** Where the manual says so; empty where the style itself prints nothing. */
	why: string;
}

export interface SessionResult {
	/** Number of this answer; give it as `have` with the next job, once it is shown. */
	answer: number;
	style: StyleInfo;
	/** Citations that show something else than in the answer that the job says is shown; all where it says none. */
	changed: ClusterOutput[];
	/**
	 * Null where the style has no list; undefined where it is the same as in the answer that the job says is shown, or
	 * `entries` has what is not.
	 */
	bibliography: EntryOutput[] | null | undefined;
	/** What of the list is not as it was in the answer that the job says is shown. */
	entries?: EntryChange;
	/** Sources that are not in the list: the style prints nothing of them, or its manual cites them in the text only. */
	omitted: Omitted[];
	/**
	 * What sentence case changes, or would change where it is not asked for, in the titles of listed sources; only in
	 * answers to `full` jobs.
	 */
	retitled?: { on: boolean; titles: Retitled[] };
	warnings: Warning[];
}

export interface PreviewOutput {
	html: string;
	lead: string;
	/** The entry of each cited source. */
	entries: EntryOutput[];
}

export interface Job {
	clusters: Cluster[];
	uncited: string[];
	/** Give everything, with runs: for files. What is shown is not touched by it. */
	full?: boolean;
	/** Number of the answer that is shown; where it is not the last one, everything is given again. */
	have?: number;
}

export interface Session {
	putSources(items: Item[], gone: string[]): void;
	useStyle(id: string, title: string, tree: Tree, locales: LocaleSource, lang?: string): StyleInfo;
	/** Facts of a style; the style in use stays. */
	infoOf(id: string, title: string, tree: Tree, locales: LocaleSource, lang?: string): StyleInfo;
	/** Compiles a style that may be used next and formats a job in it, so that using it is quick. */
	prepare(id: string, title: string, tree: Tree, locales: LocaleSource, lang: string | undefined, job: Job): void;
	/** House rules of the manuscript from now on. */
	useHouse(rules: HouseRules): void;
	/** Words that sentence case goes by; without them titles stay as they are. */
	useTitleWords(words: TitleWords): void;
	format(job: Job): SessionResult;
	/** Cites as they would stand in the manuscript that was formatted last. */
	preview(cites: Cluster['cites'], noteNumber: number): PreviewOutput;
	readonly style: StyleInfo | null;
}

/** So many styles are kept ready to go back to. */
const READY = 4;

interface Ready {
	tree: Tree;
	processor: Processor;
	info: StyleInfo;
	/** What stands before, behind and between the cites of the style. */
	around: Around;
	sentences: () => SentenceTitles | null;
}

interface Around {
	before: string;
	after: string;
	between: string;
}

export function createSession(): Session {
	const items = new Map<string, Item>();
	let rules = cleanHouse(null);
	let house = houseItems(rules);
	let titleWords: TitleWords | null = null;
	/** Counts up whenever titles may become others. */
	let titling = 0;
	const made = (id: string): HandMade | null => handMadeOf(items.get(id));
	const standIns = new WeakMap<Item, Item>();
	const getItem = (id: string): Item | undefined => {
		const item = items.get(id);
		const h = handMadeOf(item);
		if (!item || !h) return item && house(item);
		if (!standIns.has(item)) standIns.set(item, standIn(item, h));
		return standIns.get(item);
	};
	let around: Around = { before: '', after: '', between: '; ' };
	const inAround = (words: string): Rich | null => parseField(around.before + words + around.after);
	/** An entry, hand-made ones in their own words. */
	const entryOf = (id: string, output: Rich): Rich | null => {
		const h = made(id);
		const item = items.get(id);
		return h ? parseField(h.text) : item ? houseEntry(rules, item, output) : output;
	};
	const wordsOf = (r: Rich | null, full = false) => ({
		html: toHtml(r, { links: true }),
		text: toPlain(r),
		...(full ? { runs: toRuns(r) } : {})
	});
	/** What the processor is given: without hand-made cites, whose sources are listed all the same. */
	const parted = (clusters: Cluster[], uncited: string[], { between }: Around = around) => {
		const p = partHandMade(clusters, made, between);
		return { ...p, uncited: [...new Set([...uncited, ...p.cited])] };
	};
	/** Sentence case as a style has it, made anew when words or exceptions change. */
	const titlesOf = (styleId: string): (() => SentenceTitles | null) => {
		let last: { titling: number; made: SentenceTitles } | null = null;
		return () => {
			if (!titleWords) return null;
			if (last?.titling !== titling) last = { titling, made: sentenceTitles(styleId, titleWords, rules.capitals) };
			return last.made;
		};
	};
	/** Styles compiled lately, with what their processors know; the last used is the last. */
	const ready = new Map<string, Ready>();
	const readied = (id: string, title: string, tree: Tree, locales: LocaleSource, lang = ''): Ready => {
		const key = `${id}|${lang}`;
		let r = ready.get(key);
		ready.delete(key);
		if (r?.tree !== tree) {
			const style = compileStyle(tree, { locales, lang: lang || undefined, forceLang: lang !== '' });
			// words by hand alone stand as any citation would: in the style's brackets, in a note as a sentence
			const { prefix = '', suffix = '', delimiter } = style.citation;
			// numbers stand close together, words do not
			const between = delimiter.trim() ? `${delimiter.trimEnd()} ` : '; ';
			const around = { before: prefix, after: suffix, between };
			const article = dropsArticle(id);
			const sentences = titlesOf(id);
			const twin = omittedTwin(id);
			const byManual = asksSentences(cleanHouse(null), id);
			const asks = () => rules.sentenceCase === 'always' || (rules.sentenceCase === 'style' && byManual);
			const forStyle = (source: string): Item | undefined => {
				const had = getItem(source);
				const stored = had && twin ? withoutTwin(had, twin) : had;
				const item = stored && asks() ? (sentences()?.item(stored) ?? stored) : stored;
				return item && rules.mainTitles ? withShortTitle(item, article) : item;
			};
			const processor = createProcessor({ style, getItem: forStyle });
			r = { tree, processor, info: styleInfo(id, title, style), around, sentences };
		}
		ready.set(key, r);
		if (ready.size > READY) ready.delete(ready.keys().next().value!);
		return r;
	};
	let processor: Processor | null = null;
	let info: StyleInfo | null = null;
	let sentences: () => SentenceTitles | null = () => null;
	let shown = new Map<string, unknown>();
	let list: unknown = undefined;
	/** The list as it was told last. */
	let told: EntryOutput[] | null = null;
	let leftOut = '';
	let last: Job = { clusters: [], uncited: [] };
	let answers = 0;

	const retitled = ({ clusters, uncited }: Job): SessionResult['retitled'] => {
		const titles = sentences();
		const ids = new Set([...clusters.flatMap((c) => c.cites.map((x) => x.sourceId)), ...uncited]);
		const changes = [...ids].map((id) => items.get(id) && !made(id) && titles?.change(items.get(id)!));
		return { on: asksSentences(rules, info!.id), titles: changes.filter((c): c is Retitled => Boolean(c)) };
	};
	const need = (): Processor => {
		if (!processor) throw new Error('No style has been chosen.');
		return processor;
	};
	return {
		get style() {
			return info;
		},
		putSources(next, gone) {
			for (const i of next) items.set(String(i.id), i);
			for (const id of gone) items.delete(id);
		},
		useStyle(id, title, tree, locales, lang) {
			const ready = readied(id, title, tree, locales, lang);
			({ processor, info, around, sentences } = ready);
			shown = new Map();
			list = undefined;
			return ready.info;
		},
		infoOf: (id, title, tree, locales, lang) => readied(id, title, tree, locales, lang).info,
		prepare(id, title, tree, locales, lang, job) {
			const r = readied(id, title, tree, locales, lang);
			r.processor.format(parted(job.clusters, job.uncited, r.around));
		},
		useHouse(next) {
			if (next.capitals.join('\n') !== rules.capitals.join('\n')) titling++;
			rules = next;
			house = houseItems(rules);
			list = undefined;
		},
		useTitleWords(words) {
			titleWords = words;
			titling++;
			list = undefined;
		},
		format(job) {
			last = job;
			if (!job.full && job.have !== undefined && job.have !== answers) {
				shown = new Map();
				list = undefined;
				told = null;
			}
			const { alone, ...given } = parted(job.clusters, job.uncited);
			const r = need().format(given);
			const changed: ClusterOutput[] = [];
			const now = new Map<string, unknown>();
			for (const c of r.clusters) {
				const words = alone.get(c.id);
				const key = words ?? c;
				now.set(c.id, key);
				if (job.full || shown.get(c.id) !== key) {
					const output: Rich | null = words === undefined ? c.output : inAround(words);
					const out: ClusterOutput = {
						id: c.id,
						html: toHtml(output),
						text: toPlain(output),
						lead: toHtml(c.lead)
					};
					if (job.full) {
						out.runs = toRuns(output);
						out.leadRuns = toRuns(c.lead);
					}
					changed.push(out);
				}
			}
			if (!job.full) shown = now;
			const asked = new Set(job.uncited);
			const out = (r.bibliography ?? []).flatMap(({ id }): Omitted[] => {
				const item = items.get(id);
				const why = item && !asked.has(id) ? keptOut(info!.id, item) : '';
				return why ? [{ id, why }] : [];
			});
			const left = new Set(out.map((o) => o.id));
			const listed = (r.bibliography ?? []).filter((e) => !left.has(e.id));
			let bibliography: EntryOutput[] | null | undefined;
			let entries: EntryChange | undefined;
			if (r.bibliography === null) bibliography = null;
			else if (job.full || r.bibliography !== list || [...left].join() !== leftOut) {
				bibliography = listed.map((e) => ({
					id: e.id,
					...wordsOf(entryOf(e.id, e.output), job.full),
					...(e.whole ? { whole: wordsOf(entryOf(e.id, e.whole), job.full) } : {})
				}));
			}
			if (!job.full) {
				const next = bibliography === undefined ? told : bibliography;
				// who says what is shown is told what is not
				if (bibliography && told && job.have !== undefined) {
					entries = entryChange(told, bibliography);
					bibliography = undefined;
				}
				told = next;
				list = r.bibliography;
				leftOut = [...left].join();
				answers++;
			}
			return {
				answer: answers,
				style: info!,
				changed,
				bibliography,
				...(entries ? { entries } : {}),
				omitted: [...r.omitted.map(({ id }) => ({ id, why: '' })), ...out],
				...(job.full ? { retitled: retitled(job) } : {}),
				warnings: r.warnings
			};
		},
		preview(cites, noteNumber) {
			const p = need();
			// the truth about a preview is the manuscript with the citation in it
			const ids = [...new Set(cites.map((c) => c.sourceId))];
			const id = '\u0000preview';
			const { alone, ...given } = parted([...last.clusters, { id, noteNumber, cites }], last.uncited);
			const r = p.format(given);
			const c = r.clusters[r.clusters.length - 1];
			const words = alone.get(id);
			const entries = (r.bibliography ?? [])
				.filter((e) => ids.includes(e.id))
				.map((e) => ({ id: e.id, html: toHtml(entryOf(e.id, e.output)), text: toPlain(entryOf(e.id, e.output)) }));
			const html = toHtml(words === undefined ? c.output : inAround(words));
			return { html, lead: toHtml(c.lead), entries };
		}
	};
}
