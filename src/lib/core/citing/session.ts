/**
 * Joins manuscript, sources and style: holds a processor per style and says what every citation, note and entry shows.
 * Runs in the worker; what leaves it is plain data.
 */
import {
	compileStyle,
	createProcessor,
	toHtml,
	toPlain,
	toRuns,
	type Cluster,
	type Item,
	type LocaleSource,
	type Processor,
	type Run,
	type Tree,
	type Warning
} from '../csl';
import { cleanHouse, houseItems, type HouseRules } from './house';
import { styleInfo, type StyleInfo } from './kind';

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
}

export interface SessionResult {
	style: StyleInfo;
	/** Citations that show something else than in the result before; all of them the first time. */
	changed: ClusterOutput[];
	/** Null where the style has no list; undefined where it is the same as before. */
	bibliography: EntryOutput[] | null | undefined;
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
	/** Give everything, with runs: for files. */
	full?: boolean;
}

export interface Session {
	putSources(items: Item[], gone: string[]): void;
	useStyle(id: string, title: string, tree: Tree, locales: LocaleSource, lang?: string): StyleInfo;
	/** House rules of the manuscript from now on. */
	useHouse(rules: HouseRules): void;
	format(job: Job): SessionResult;
	/** Cites as they would stand in the manuscript that was formatted last. */
	preview(cites: Cluster['cites'], noteNumber: number): PreviewOutput;
	readonly style: StyleInfo | null;
}

export function createSession(): Session {
	const items = new Map<string, Item>();
	let house = houseItems(cleanHouse(null));
	const getItem = (id: string): Item | undefined => {
		const item = items.get(id);
		return item && house(item);
	};
	let processor: Processor | null = null;
	let info: StyleInfo | null = null;
	let shown = new Map<string, unknown>();
	let list: unknown = undefined;
	let last: Job = { clusters: [], uncited: [] };

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
			const style = compileStyle(tree, { locales, lang });
			processor = createProcessor({ style, getItem });
			info = styleInfo(id, title, style);
			shown = new Map();
			list = undefined;
			return info;
		},
		useHouse(rules) {
			house = houseItems(rules);
		},
		format(job) {
			last = job;
			const r = need().format({ clusters: job.clusters, uncited: job.uncited });
			const changed: ClusterOutput[] = [];
			const now = new Map<string, unknown>();
			for (const c of r.clusters) {
				now.set(c.id, c);
				if (job.full || shown.get(c.id) !== c) {
					const out: ClusterOutput = {
						id: c.id,
						html: toHtml(c.output),
						text: toPlain(c.output),
						lead: toHtml(c.lead)
					};
					if (job.full) {
						out.runs = toRuns(c.output);
						out.leadRuns = toRuns(c.lead);
					}
					changed.push(out);
				}
			}
			shown = now;
			let bibliography: EntryOutput[] | null | undefined;
			if (r.bibliography === null) bibliography = null;
			else if (job.full || r.bibliography !== list) {
				bibliography = r.bibliography.map((e) => ({
					id: e.id,
					html: toHtml(e.output, { links: true }),
					text: toPlain(e.output),
					...(job.full ? { runs: toRuns(e.output) } : {})
				}));
			}
			list = r.bibliography;
			return { style: info!, changed, bibliography, warnings: r.warnings };
		},
		preview(cites, noteNumber) {
			const p = need();
			// the truth about a preview is the manuscript with the citation in it
			const ids = [...new Set(cites.map((c) => c.sourceId))];
			const r = p.format({
				clusters: [...last.clusters, { id: '\u0000preview', noteNumber, cites }],
				uncited: last.uncited
			});
			const c = r.clusters[r.clusters.length - 1];
			const entries = (r.bibliography ?? [])
				.filter((e) => ids.includes(e.id))
				.map((e) => ({ id: e.id, html: toHtml(e.output), text: toPlain(e.output) }));
			const out = { html: toHtml(c.output), lead: toHtml(c.lead), entries };
			p.format({ clusters: last.clusters, uncited: last.uncited });
			return out;
		}
	};
}
