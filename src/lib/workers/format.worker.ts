/** The formatting worker: one session, its sources, its style. */
import * as Comlink from 'comlink';
import {
	changeClusters,
	createSession,
	type ClusterChange,
	readStyleFile,
	styleSlug,
	type StyleFile,
	type Trait,
	type HouseRules,
	type SessionResult,
	type PreviewOutput,
	type StyleInfo
} from '$lib/core/citing';
import {
	compileStyle,
	expandTree,
	fallbackChain,
	StyleError,
	styleLanguage,
	type CompactTree,
	type CompiledStyle,
	type Cluster,
	type Item,
	type Tree,
	type Warning
} from '$lib/core/csl';
import { parseXml } from '$lib/core/csl/xml';
import { anatomy } from '$lib/core/citing/anatomy';
import { db } from '$lib/data/db';
import { createLine } from './overtake';

const session = createSession();
const trees = new Map<string, Tree | null>();
const line = createLine();
/** The citations of the manuscript, as the page tells them. */
let told: Cluster[] = [];
const asTold = (clusters: Cluster[] | 'told'): Cluster[] => (clusters === 'told' ? told : clusters);

/** Styles and locales stay in the browser's own store, for when there is no connection. */
const STORE = 'csl';
async function fetchKept(path: string): Promise<Response> {
	const store = typeof caches === 'undefined' ? null : await caches.open(STORE);
	try {
		const r = await fetch(path);
		if (r.ok) await store?.put(path, r.clone());
		return r;
	} catch (e) {
		const kept = await store?.match(path);
		if (kept) return kept;
		throw new Error('There is no connection, and this style has not been used here before.', { cause: e });
	}
}

async function load(path: string): Promise<Tree | null> {
	if (trees.has(path)) return trees.get(path)!;
	const r = await fetchKept(path);
	if (r.status === 404) {
		trees.set(path, null);
		return null;
	}
	if (!r.ok) throw new Error(`The style data did not arrive (${r.status}). Try again.`);
	const tree = expandTree((await r.json()) as CompactTree);
	trees.set(path, tree);
	return tree;
}

const catalogued = (id: string): Promise<Tree | null> | null =>
	/^[\w.-]+$/.test(id) ? load(`/styles/${id}.json`) : null;

/** The tree of a style: of the catalogue, or one that was brought; a dependent one has its parent's rules. */
async function treeOf(id: string): Promise<Tree | null> {
	if (!id.startsWith('own-')) return catalogued(id);
	const own = await db.styles.get(id);
	if (!own) return null;
	return withParent(parseXml(own.xml), own.parent);
}

/** A dependent style is its parent, in the language it names itself (CSL 1.0.2, "Dependent styles"). */
async function withParent(tree: Tree, parent: string): Promise<Tree> {
	if (!parent) return tree;
	const rules = await catalogued(parent);
	if (!rules) throw new StyleError(`It uses the rules of “${parent}”, which is not in the catalogue.`);
	const lang = tree.attrs['default-locale'];
	return lang ? { ...rules, attrs: { ...rules.attrs, 'default-locale': lang } } : rules;
}

async function compiled(tree: Tree, lang?: string): Promise<CompiledStyle> {
	await Promise.all(fallbackChain(styleLanguage(tree, lang)).map((l) => load(`/locales/${l}.json`)));
	return compileStyle(tree, { locales: (l) => trees.get(`/locales/${l}.json`) ?? null, lang });
}

export type FileAnswer =
	{ ok: true; file: StyleFile; warnings: Warning[] } | { ok: false; message: string; line: number; column: number };

export type StyleAnswer = { ok: true; style: StyleInfo } | { ok: false; message: string; line: number; column: number };

export interface FormatJob {
	/** All of them, or those that were told. */
	clusters: Cluster[] | 'told';
	uncited: string[];
	full?: boolean;
	/** Requests are numbered; an older one that was overtaken answers null. */
	serial: number;
}

const face = {
	putSources(items: Item[], gone: string[]): void {
		session.putSources(items, gone);
	},

	/** Tells what has changed in the citations since it was told last. */
	tell(change: ClusterChange): void {
		told = changeClusters(told, change);
	},

	/** House rules of the manuscript, from now on. */
	useHouse(rules: HouseRules): void {
		session.useHouse(rules);
	},

	/** Takes a catalogue style by id, or a style as XML. */
	async useStyle(id: string, title: string, lang: string, xml?: string): Promise<StyleAnswer> {
		try {
			const tree = xml ? parseXml(xml) : await treeOf(id);
			if (!tree) return { ok: false, message: `There is no style “${id}” in the catalogue.`, line: 0, column: 0 };
			const wanted = styleLanguage(tree, lang || undefined, lang !== '');
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

	/** Makes ready a style that may be used next; what is wrong with it is said when it is used. */
	async prepare(id: string, title: string, lang: string, job: Pick<FormatJob, 'clusters' | 'uncited'>): Promise<void> {
		const clusters = asTold(job.clusters);
		const tree = await treeOf(id);
		if (!tree) return;
		await Promise.all(
			fallbackChain(styleLanguage(tree, lang || undefined, lang !== '')).map((l) => load(`/locales/${l}.json`))
		);
		session.prepare(id, title, tree, (l) => trees.get(`/locales/${l}.json`) ?? null, lang || undefined, {
			clusters,
			uncited: job.uncited
		});
	},

	/** What a style does, in plain words; empty where there is none by that id. */
	async anatomy(id: string): Promise<{ traits: Trait[]; licence: string }> {
		const tree = await treeOf(id);
		if (!tree) return { traits: [], licence: '' };
		const info = tree.children.find((c): c is Tree => typeof c !== 'string' && c.name === 'info');
		const rights = info?.children.find((c): c is Tree => typeof c !== 'string' && c.name === 'rights');
		return { traits: anatomy(tree, await compiled(tree)), licence: rights?.attrs.license ?? '' };
	},

	/** Looks a CSL file through: what it is, what is odd about it, or where it cannot be read. */
	async checkFile(xml: string): Promise<FileAnswer> {
		try {
			const tree = parseXml(xml);
			const file = readStyleFile(tree);
			const style = await compiled(await withParent(tree, file.parent));
			return { ok: true, file, warnings: file.parent ? [] : style.warnings };
		} catch (e) {
			if (e instanceof StyleError) return { ok: false, message: e.message, line: e.line, column: e.column };
			throw e;
		}
	},

	/** Fetches styles that shall be there without a connection. */
	async keepReady(ids: string[]): Promise<void> {
		for (const id of ids) {
			const tree = await treeOf(styleSlug(id));
			if (tree) await Promise.all(fallbackChain(styleLanguage(tree)).map((l) => load(`/locales/${l}.json`)));
		}
	},

	/** Formats; a request that a newer one has overtaken answers null at once. */
	async format(job: FormatJob): Promise<SessionResult | null> {
		// before it waits in line: later it may have been told something else
		const clusters = asTold(job.clusters);
		if (!(await line.turn(job.serial)) && !job.full) return null;
		return session.format({ ...job, clusters });
	},

	preview(cites: Cluster['cites'], noteNumber: number): PreviewOutput {
		return session.preview(cites, noteNumber);
	}
};

export type FormatFace = typeof face;
Comlink.expose(face);
