/** The formatting worker: one session, its sources, its styles. Each job says itself what it is to be formatted in. */
import * as Comlink from 'comlink';
import { asksSentences, changeClusters, createSession, readStyleFile, styleSlug } from '$lib/core/citing';
import { compileStyle, StyleError, type Cluster, type Tree } from '$lib/core/csl';
import { parseXml } from '$lib/core/csl/xml';
import { texts } from '$lib/core/guards';
import { knownWords, loadWords } from '$lib/core/source/sentence-case';
import { anatomy } from '$lib/core/citing/anatomy';
import { checkStyle } from '$lib/core/citing/style-check';
import { failure, type Failure, type FormatApi, type FormatJob, type StyleRef } from './format-api';
import { latestOnly } from './latest';
import { areItems, areKnownWords, isClusterChange, isFormatJob, isStyleRef } from './requests';
import { LoadError, loadLocales, localeTree, treeOf, withParent } from './style-loader';

const session = createSession();
const latest = latestOnly();
/** The citations of the manuscript, as the page tells them. */
let sent: Cluster[] = [];
/** The style the session is in, with the tree it was made from. */
let current: { key: string; tree: Tree } | null = null;

const UNREADABLE = failure('processor', 'Formatting was asked in a way that it cannot read; load the page anew.');

const asSent = (clusters: Cluster[] | 'sent'): Cluster[] => (clusters === 'sent' ? sent : clusters);

/** Whatever was thrown, as an answer. */
function failed(e: unknown): Failure {
	if (e instanceof StyleError) return failure('style', e.message, e.line, e.column);
	if (e instanceof LoadError) return failure('network', e.message);
	const message = e instanceof Error ? e.message : String(e);
	return failure('processor', `The citations could not be formatted: ${message}.`);
}

/** The tree of a style with the locales it needs. @throws LoadError, StyleError */
async function ready(style: StyleRef): Promise<Tree> {
	const tree = await treeOf(style.id);
	if (!tree) throw new StyleError(`There is no style “${style.id}” in the catalogue.`);
	await loadLocales(tree, style.lang);
	return tree;
}

/** What the library knows; told by the page before the first job. */
let known = knownWords([]);
/** What the session was told of it. */
let told: typeof known | null = null;

/** Loads the words that sentence case goes by, where a job needs them. @throws LoadError where it cannot do without */
async function readyWords({ style, house, full }: FormatJob): Promise<void> {
	const asked = asksSentences(house, style.id);
	if (told === known || (!asked && !full)) return;
	try {
		const words = await loadWords();
		if (told === known) return;
		session.useTitleWords({ words, known });
		told = known;
	} catch {
		// what would change is not listed then; that is all
		if (asked) throw new LoadError('The names that keep their capitals in titles have not arrived.');
	}
}

/** Puts the session into a style; nothing, where it is in it. @throws StyleError */
function useStyle({ id, title, lang }: StyleRef, tree: Tree): void {
	const key = `${id}|${title}|${lang}`;
	if (current?.key === key && current.tree === tree) return;
	current = null;
	session.useStyle(id, title, tree, localeTree, lang || undefined);
	current = { key, tree };
}

const api: FormatApi = {
	putSources(items, gone) {
		if (!areItems(items) || !texts(gone)) throw new TypeError('Sources came in a way that cannot be read.');
		session.putSources(items, gone);
	},

	putKnown(next) {
		if (!areKnownWords(next)) throw new TypeError('Names came in a way that cannot be read.');
		known = next;
	},

	updateClusters(change) {
		if (!isClusterChange(change)) throw new TypeError('Citations came in a way that cannot be read.');
		sent = changeClusters(sent, change);
	},

	async format(job) {
		if (!isFormatJob(job)) return UNREADABLE;
		// before anything is waited for: later it may have been told something else
		const clusters = asSent(job.clusters);
		try {
			const [tree, mine] = await Promise.all([ready(job.style), latest.turn(job.serial), readyWords(job)]);
			if (!job.full && (!mine || !latest.newest(job.serial))) return { ok: 'superseded' };
			useStyle(job.style, tree);
			session.useHouse(job.house);
			const { uncited, full, have } = job;
			return { ok: true, result: session.format({ clusters, uncited, full, have }) };
		} catch (e) {
			return failed(e);
		}
	},

	preview(cites, noteNumber) {
		try {
			if (!current) return failure('processor', 'Nothing has been formatted yet.');
			return { ok: true, preview: session.preview(cites, noteNumber) };
		} catch (e) {
			return failed(e);
		}
	},

	async styleInfo(style) {
		if (!isStyleRef(style)) return UNREADABLE;
		try {
			const tree = await ready(style);
			return { ok: true, info: session.infoOf(style.id, style.title, tree, localeTree, style.lang || undefined) };
		} catch (e) {
			return failed(e);
		}
	},

	async prepare(job) {
		if (!isFormatJob(job)) return;
		const clusters = asSent(job.clusters);
		const { id, title, lang } = job.style;
		// what is wrong with it is said when it is used
		const tree = await ready(job.style).catch(() => null);
		if (tree) session.prepare(id, title, tree, localeTree, lang || undefined, { clusters, uncited: job.uncited });
	},

	async anatomy(id) {
		try {
			const tree = await ready({ id, title: id, lang: '' });
			const info = tree.children.find((c): c is Tree => typeof c !== 'string' && c.name === 'info');
			const rights = info?.children.find((c): c is Tree => typeof c !== 'string' && c.name === 'rights');
			const style = compileStyle(tree, { locales: localeTree });
			return { ok: true, traits: anatomy(tree, style), licence: rights?.attrs.license ?? '' };
		} catch (e) {
			return failed(e);
		}
	},

	async checkStyle(id, items) {
		if (!areItems(items)) return UNREADABLE;
		try {
			const tree = await ready({ id, title: id, lang: '' });
			return { ok: true, check: checkStyle(tree, compileStyle(tree, { locales: localeTree }), items) };
		} catch (e) {
			return failed(e);
		}
	},

	async checkFile(xml) {
		try {
			const parsed = parseXml(xml);
			const file = readStyleFile(parsed);
			const tree = await withParent(parsed, file.parent);
			await loadLocales(tree, '');
			const style = compileStyle(tree, { locales: localeTree });
			return { ok: true, file, warnings: file.parent ? [] : style.warnings };
		} catch (e) {
			return failed(e);
		}
	},

	async keepReady(ids) {
		// titles in sentence case want them; what does not arrive is asked for when it is needed
		await loadWords().catch(failed);
		for (const id of ids) {
			// one that does not arrive is fetched when it is used, or the next time
			const answer = await ready({ id: styleSlug(id), title: id, lang: '' }).catch(failed);
			if ('kind' in answer && answer.kind === 'network') return;
		}
	}
};

Comlink.expose(api);
