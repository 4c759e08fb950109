/** One's own text in any style: a few citations and entries, as they would become (need N31). */
import {
	cleanHouse,
	madeUpCitations,
	sampleCitations,
	sampleEntries,
	type EntryOutput,
	type StyleInfo
} from '$lib/core/citing';
import {
	cleanSettings,
	placeCitations,
	placementOf,
	readCitations,
	readDoc,
	type CitingForm,
	type PlacementKind,
	type DocStyle
} from '$lib/core/manuscript';
import type { Manuscript } from '$lib/data/db';
import type { FormatWorker } from '$lib/workers/format';
import { library } from '../library.svelte';

/** Of a long manuscript the beginning is shown; it says enough of a style. */
const CLUSTERS = 60;

export interface SampleCitation {
	id: string;
	/** Words before it. */
	words: string;
	html: string;
	lead: string;
	/** Number of its note; 0 in the text. */
	note: number;
}
export interface Sample {
	id: string;
	title: string;
	style: StyleInfo;
	citations: SampleCitation[];
	entries: EntryOutput[];
	/** What a change to it would do to the whole manuscript. */
	counts: { citations: number; notes: number; moved: number; entries: number | null };
	trouble?: undefined;
}
export type SampleAnswer = Sample | { id: string; title: string; trouble: string };

/**
 * The text of a manuscript, or with none the library's sources, in a style.
 * @throws what the worker throws
 */
export async function sampleOf(
	worker: FormatWorker,
	m: Manuscript | null,
	style: { id: string; title: string },
	serial: number,
	from: PlacementKind = 'sentence'
): Promise<SampleAnswer | null> {
	const face = worker.face;
	const answer = await face.useStyle(style.id, style.title, m?.locale ?? '');
	if (!answer.ok) return { ...style, trouble: answer.message };
	const notes = answer.style.class === 'note';
	const { clusters, wordsOf, counts } = m ? ofManuscript(m, answer.style, from) : ofLibrary(notes);
	const ids = new Set(clusters.flatMap((c) => c.cites.map((x) => x.sourceId)));
	const items = [...ids].flatMap((id) => {
		const s = library.sources.get(id);
		return s ? [s.item] : [];
	});
	await face.putSources(JSON.parse(JSON.stringify(items)) as typeof items, []);
	const r = await face.format({ clusters: JSON.parse(JSON.stringify(clusters)), uncited: [], serial, full: true });
	if (!r) return null;
	const shown = new Map(r.changed.map((c) => [c.id, c]));
	const byId = new Map(r.bibliography?.map((e) => [e.id, e]));
	return {
		...style,
		style: answer.style,
		citations: sampleCitations(clusters).map((id) => {
			const { html = '', lead = '' } = shown.get(id) ?? {};
			const note = notes ? clusters.findIndex((c) => c.id === id) + 1 : 0;
			return { id, words: wordsOf(id), html, lead, note };
		}),
		entries: sampleEntries(r.bibliography ?? [], (id) => library.sources.get(id)?.item).map((id) => byId.get(id)!),
		counts: { ...counts, entries: r.bibliography === null ? null : counts.entries }
	};
}

function ofManuscript(m: Manuscript, style: StyleInfo, from: PlacementKind) {
	const doc = readDoc(m.doc);
	const settings = cleanSettings(doc.attrs.set);
	const form: CitingForm = style.class === 'note' ? 'footnotes' : 'in-text';
	const placed = placeCitations(doc, placementOf(style.placement, settings), style.american, undefined, from);
	const reading = readCitations(placed.doc, form, library.resolve);
	const info = new Map(reading.citations.map((c) => [c.id, c]));
	const own = (doc.attrs.style as DocStyle | null)?.form ?? m.form;
	const count = reading.citations.filter((c) => c.notePos < 0).length;
	return {
		clusters: reading.clusters.slice(0, CLUSTERS),
		wordsOf: (id: string) => {
			const c = info.get(id);
			if (!c || c.notePos >= 0) return '';
			const at = placed.doc.resolve(c.pos);
			const before = at.parent.textBetween(0, at.parentOffset, ' ', ' ');
			return before.trim().split(/\s+/).slice(-5).join(' ');
		},
		counts: {
			citations: count,
			notes: form === 'in-text' && own === 'in-text' ? 0 : count,
			moved: placed.steps.length,
			entries: new Set(reading.clusters.flatMap((c) => c.cites.map((x) => x.sourceId))).size
		}
	};
}

function ofLibrary(notes: boolean) {
	const clusters = madeUpCitations([...library.sources.values()].map((s) => s.item)).map((c) =>
		notes ? c : { ...c, noteNumber: 0 }
	);
	const words = ['The lamps were lit at dusk', 'Others counted them', 'and put out at dawn', 'The round took an hour'];
	return {
		clusters,
		wordsOf: (id: string) => words[clusters.findIndex((c) => c.id === id)] ?? '',
		counts: { citations: clusters.length, notes: 0, moved: 0, entries: 3 }
	};
}

/** Where citations stand in a manuscript as it is: as its style and its own rules have it. */
export async function placementNow(worker: FormatWorker, m: Manuscript): Promise<PlacementKind> {
	const answer = await worker.face.useStyle(m.styleId, m.styleTitle, m.locale);
	return answer.ok ? placementOf(answer.style.placement, cleanSettings(readDoc(m.doc).attrs.set)) : 'sentence';
}

/** House rules of a manuscript, for its preview. */
export const houseOf = (m: Manuscript | null) => cleanHouse(m ? cleanSettings(readDoc(m.doc).attrs.set).house : null);
