/** A stored manuscript or bound work, formatted whole: for handing in and for proof. */
import type { Node } from 'prosemirror-model';
import { cleanHouse, type EntryOutput, type SessionResult } from '$lib/core/citing';
import {
	assetToData,
	assetsIn,
	entryOverridesOf,
	readCitations,
	settingsOf,
	styleOf,
	type DocSettings,
	type DocStyle,
	type EntryOverrides,
	type Reading
} from '$lib/core/manuscript';
import type { Cluster, Item } from '$lib/core/csl';
import type { Source } from '$lib/core/source';
import { getAssets } from '$lib/data/assets';
import { FormattingService, type FormatRequest } from './formatting/index.svelte';
import { library } from './library.svelte';
import { closingsDone } from './persistence';
import { readStored, type StoredText, type WholeWork } from './stored-text';

export interface FormattedManuscript {
	kind: 'formatted';
	manuscript: StoredText['manuscript'];
	doc: Node;
	style: DocStyle;
	reading: Reading;
	/** Sources listed without being cited, with the reason. */
	uncited: DocSettings['uncited'];
	entryOverrides: EntryOverrides;
	result: SessionResult;
	/** Entries of the list at a place, where lists differ: in a work whose chapters number their sources anew. */
	entriesAt: ((pos: number) => EntryOutput[] | null) | null;
	/** The work that it is, whole. */
	whole: WholeWork | null;
	/** Why it is as if it stood alone, though it is bound in a work. */
	alone: string;
	/** Cited and listed sources that the library has. */
	sources: Source[];
	/** Pictures of the text by their names, as data addresses. */
	pictures: Map<string, string>;
	/** The style could not be used, and another stands in; '' where it could. */
	instead: string;
}

/** Why there is nothing to show, in words for the person. */
export interface NotFormatted {
	kind: 'trouble';
	message: string;
}

const STAND_IN = { id: 'apa', title: 'APA 7th', lang: '' };

/**
 * Reads and formats a manuscript or a work; whatever stands in the way is an answer.
 * @param printing says of a text what its sources are printed as; as they are where this is left out
 */
export async function formatStored(
	id: string,
	printing?: (text: StoredText) => Promise<(source: Source) => Item>
): Promise<FormattedManuscript | NotFormatted> {
	const trouble = (message: string): NotFormatted => ({ kind: 'trouble', message });
	await library.start();
	await closingsDone();
	if (library.trouble) return trouble('This manuscript cannot be read from this browser’s storage.');
	let as = (s: Source): Item => s.item;
	// the same item for the same source each time: what is sent to the worker is told by it
	const items = new Map<string, Item>();
	const item = (x: string): Item | undefined => {
		const source = library.sources.get(x);
		if (source && !items.has(x)) items.set(x, as(source));
		return items.get(x);
	};
	const service = new FormattingService({ item });
	try {
		const stored = await readStored(id, service);
		if (typeof stored === 'string') return trouble(stored);
		if (printing) as = await printing(stored);
		return await formatText(stored, service);
	} finally {
		service.stop();
	}
}

async function formatText(
	{ manuscript, doc, whole, place, alone }: StoredText,
	service: FormattingService
): Promise<FormattedManuscript | NotFormatted> {
	const style = styleOf(doc)!;
	const settings = settingsOf(doc);
	const reading = readCitations(doc, style.form, library.resolve);
	const uncited = [...new Set(settings.uncited.map((f) => library.resolve(f.id)))];
	const ids = new Set([...reading.citations.flatMap((c) => c.cites.map((x) => x.sourceId)), ...uncited]);
	const sources = [...ids].flatMap((x) => library.sources.get(x) ?? []);
	const request: FormatRequest = {
		style: { id: style.id, title: style.title, lang: style.locale },
		house: cleanHouse(settings.house),
		clusters: place ? [...place.before, ...reading.clusters, ...place.behind] : reading.clusters,
		uncited
	};
	let outcome = await service.once(request);
	const instead = outcome.ok ? '' : outcome.message;
	if (!outcome.ok && outcome.kind !== 'worker') outcome = await service.once({ ...request, style: STAND_IN });
	if (!outcome.ok) return { kind: 'trouble', message: outcome.message };
	let result = outcome.value;
	// of what the other chapters cite nothing is shown here
	if (place) result = only(result, reading, new Set(ids));
	let entriesAt: FormattedManuscript['entriesAt'] = null;
	if (whole?.anew) {
		const parts = await byChapter(doc, reading, (clusters) => service.once({ ...request, clusters, uncited: [] }));
		if (typeof parts === 'string') return { kind: 'trouble', message: parts };
		result = { ...result, changed: parts.flatMap((p) => p.result.changed) };
		entriesAt = (pos) => parts.findLast((p) => p.from <= pos)?.result.bibliography ?? null;
	}
	return {
		kind: 'formatted',
		manuscript,
		doc,
		style,
		reading,
		uncited: settings.uncited,
		entryOverrides: entryOverridesOf(doc),
		result,
		entriesAt,
		whole,
		alone,
		sources,
		pictures: new Map((await getAssets(assetsIn(doc))).map((a) => [a.id, assetToData(a)])),
		instead
	};
}

/** What a text itself shows, of what it shows with others. */
function only(r: SessionResult, reading: Reading, ids: ReadonlySet<string>): SessionResult {
	const own = new Set(reading.clusters.map((c) => c.id));
	return {
		...r,
		changed: r.changed.filter((c) => own.has(c.id)),
		bibliography: r.bibliography?.filter((e) => ids.has(e.id)) ?? r.bibliography,
		omitted: r.omitted.filter((o) => ids.has(o.id))
	};
}

/** The citations of each chapter by themselves, with where it begins; words where that fails. */
async function byChapter(
	doc: Node,
	reading: Reading,
	format: (clusters: Cluster[]) => ReturnType<FormattingService['once']>
): Promise<{ from: number; result: SessionResult }[] | string> {
	const begins = new Set(settingsOf(doc).work?.begins);
	const from = [0];
	doc.forEach((n, pos) => void (begins.has(n.attrs.id as string) && from.push(pos)));
	const out: { from: number; result: SessionResult }[] = [];
	for (const [i, start] of from.entries()) {
		const end = from[i + 1] ?? Infinity;
		const clusters = reading.clusters.filter((_c, k) => {
			const { pos } = reading.citations[k];
			return pos >= start && pos < end;
		});
		const outcome = await format(clusters);
		if (!outcome.ok) return outcome.message;
		out.push({ from: start, result: outcome.value });
	}
	return out;
}
