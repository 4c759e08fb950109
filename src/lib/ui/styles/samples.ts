/** One's own text in any style: a few citations and entries, as they would become. */
import {
	cleanHouse,
	madeUpCitations,
	sampleCitations,
	sampleEntries,
	type EntryOutput,
	type StyleInfo
} from '$lib/core/citing';
import {
	ManuscriptError,
	placeCitations,
	placementOf,
	placementOfStyle,
	readCitations,
	settingsOf,
	sourcesNamedIn,
	styleOf,
	type CitingForm
} from '$lib/core/manuscript';
import type { Node } from 'prosemirror-model';
import type { Manuscript } from '$lib/data/db';
import { docOf } from '$lib/data/manuscripts';
import type { FormattingService } from '$lib/services/formatting/index.svelte';
import { library } from '$lib/services/library.svelte';

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

/** The text of a manuscript, or with none the library's sources, in a style. */
export async function sampleOf(
	service: FormattingService,
	m: Manuscript | null,
	style: { id: string; title: string }
): Promise<SampleAnswer> {
	const ref = { ...style, lang: m?.locale ?? '' };
	const info = await service.styleInfo(ref);
	if (!info.ok) return { ...style, trouble: info.message };
	const notes = info.value.class === 'note';
	const doc = m && readable(m);
	if (doc) await library.hold(sourcesNamedIn(doc));
	const { clusters, wordsOf, counts } = doc ? ofManuscript(doc, info.value) : await ofLibrary(notes);
	const outcome = await service.once({ style: ref, house: houseFor(doc), clusters, uncited: [] });
	if (!outcome.ok) return { ...style, trouble: outcome.message };
	const r = outcome.value;
	const shown = new Map(r.changed.map((c) => [c.id, c]));
	const byId = new Map(r.bibliography?.map((e) => [e.id, e]));
	return {
		...style,
		style: info.value,
		citations: sampleCitations(clusters).map((id) => {
			const { html = '', lead = '' } = shown.get(id) ?? {};
			const note = notes ? clusters.findIndex((c) => c.id === id) + 1 : 0;
			return { id, words: wordsOf(id), html, lead, note };
		}),
		entries: sampleEntries(r.bibliography ?? [], (id) => library.sources.get(id)?.item).map((id) => byId.get(id)!),
		counts: { ...counts, entries: r.bibliography === null ? null : counts.entries }
	};
}

/** A manuscript's text; null where it cannot be read, which is said where it is opened. */
function readable(m: Manuscript): Node | null {
	try {
		return docOf(m);
	} catch (e) {
		if (e instanceof ManuscriptError) return null;
		throw e;
	}
}

const houseFor = (doc: Node | null) => cleanHouse(doc ? settingsOf(doc).house : null);

function ofManuscript(doc: Node, style: StyleInfo) {
	const settings = settingsOf(doc);
	const from = placementOf(placementOfStyle(styleOf(doc)), settings);
	const form: CitingForm = style.class === 'note' ? 'footnotes' : 'in-text';
	const placed = placeCitations(doc, placementOf(style.placement, settings), style.punctuationInQuote, undefined, from);
	const reading = readCitations(placed.doc, form, library.resolve);
	const info = new Map(reading.citations.map((c) => [c.id, c]));
	const own = styleOf(doc)?.form ?? 'in-text';
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

async function ofLibrary(notes: boolean) {
	const clusters = madeUpCitations((await library.someOfEachKind(1)).map((s) => s.item)).map((c) =>
		notes ? c : { ...c, noteNumber: 0 }
	);
	const words = ['The lamps were lit at dusk', 'Others counted them', 'and put out at dawn', 'The round took an hour'];
	return {
		clusters,
		wordsOf: (id: string) => words[clusters.findIndex((c) => c.id === id)] ?? '',
		counts: { citations: clusters.length, notes: 0, moved: 0, entries: 3 }
	};
}
