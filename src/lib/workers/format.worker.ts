/** The formatting worker: one session, its sources, its style. */
import * as Comlink from 'comlink';
import {
	createSession,
	type HouseRules,
	type SessionResult,
	type PreviewOutput,
	type StyleInfo
} from '$lib/core/citing';
import {
	expandTree,
	fallbackChain,
	parseXml,
	StyleError,
	styleLanguage,
	type CompactTree,
	type Cluster,
	type Item,
	type Tree
} from '$lib/core/csl';
import { createLine } from './overtake';

const session = createSession();
const trees = new Map<string, Tree | null>();
const line = createLine();

async function load(path: string): Promise<Tree | null> {
	if (trees.has(path)) return trees.get(path)!;
	const r = await fetch(path);
	if (r.status === 404) {
		trees.set(path, null);
		return null;
	}
	if (!r.ok) throw new Error(`The style data did not arrive (${r.status}). Try again.`);
	const tree = expandTree((await r.json()) as CompactTree);
	trees.set(path, tree);
	return tree;
}

export type StyleAnswer = { ok: true; style: StyleInfo } | { ok: false; message: string; line: number; column: number };

export interface FormatJob {
	clusters: Cluster[];
	uncited: string[];
	full?: boolean;
	/** Requests are numbered; an older one that was overtaken answers null. */
	serial: number;
}

const face = {
	putSources(items: Item[], gone: string[]): void {
		session.putSources(items, gone);
	},

	/** House rules of the manuscript, from now on. */
	useHouse(rules: HouseRules): void {
		session.useHouse(rules);
	},

	/** Takes a catalogue style by id, or a style as XML. */
	async useStyle(id: string, title: string, lang: string, xml?: string): Promise<StyleAnswer> {
		try {
			const tree = xml ? parseXml(xml) : /^[\w.-]+$/.test(id) ? await load(`/styles/${id}.json`) : null;
			if (!tree) return { ok: false, message: `There is no style “${id}” in the catalogue.`, line: 0, column: 0 };
			const wanted = styleLanguage(tree, lang || undefined);
			const chain = fallbackChain(wanted);
			await Promise.all(chain.map((l) => load(`/locales/${l}.json`)));
			return {
				ok: true,
				style: session.useStyle(id, title, tree, (l) => trees.get(`/locales/${l}.json`) ?? null, lang || undefined)
			};
		} catch (e) {
			if (e instanceof StyleError) return { ok: false, message: e.message, line: e.line, column: e.column };
			throw e;
		}
	},

	/** Formats; a request that a newer one has overtaken answers null at once. */
	async format(job: FormatJob): Promise<SessionResult | null> {
		if (!(await line.turn(job.serial)) && !job.full) return null;
		return session.format(job);
	},

	preview(cites: Cluster['cites'], noteNumber: number): PreviewOutput {
		return session.preview(cites, noteNumber);
	}
};

export type FormatFace = typeof face;
Comlink.expose(face);
