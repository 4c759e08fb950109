/** A stored manuscript, ready to be handed in: final, with its pages, its lists and what is still open. */
import {
	applyEntryOverride,
	arrangeBibliography,
	citedInSection,
	cleanBibliography,
	layoutOf,
	readCitations,
	settingsOf,
	styleOf
} from '$lib/core/manuscript';
import {
	coveredItem,
	coverFinal,
	leftNames,
	namesOf,
	whoOf,
	worksOf,
	type AnonymousChoice,
	type Left,
	type Place
} from '$lib/core/anonymous';
import { mathml, toFinal, writePages, type FinalDoc } from '$lib/core/document';
import type { Node } from 'prosemirror-model';
import { cleanPage, printedFields, setupOf, type PageChoice, type PageSetup, type TitleFields } from '$lib/core/page';
import type { BibliographyWords, EntryOutput } from '$lib/core/citing';
import { formatStored, type FormattedManuscript, type NotFormatted } from '$lib/services/format-stored';
import { getSetting } from '$lib/data/settings';
import type { Source } from '$lib/core/source';
import { library } from '$lib/services/library.svelte';

export interface Ready {
	kind: 'ready';
	formatted: FormattedManuscript;
	final: FinalDoc;
	page: PageChoice;
	/** What is printed before the text. */
	fields: TitleFields;
	setup: PageSetup;
	/** Bibliographies; one of all that is cited where the manuscript has none. */
	lists: BibliographyWords[];
	/** What is still open, in words. */
	notes: string[];
	/** What was covered, where it is for reviewers. */
	covered: CoveredFor | null;
}

export interface CoveredFor {
	names: string[];
	/** All sources of the manuscript, and which of them are the writers' own. */
	sources: Source[];
	works: ReadonlySet<string>;
	places: Place[];
	/** Names that are still in the text. */
	left: Left[];
}

/**
 * Reads and formats a manuscript; whatever stands in the way is an answer.
 * @param hidden for reviewers, who shall not know who wrote it
 */
export async function makeReady(id: string, hidden: AnonymousChoice | null = null): Promise<Ready | NotFormatted> {
	let works: ReadonlySet<string> = new Set<string>();
	let names: string[] = [];
	let sources: Source[] = [];
	const f = await formatStored(id, async ({ doc, manuscript }) => {
		if (hidden) {
			sources = citedSources(doc);
			names = namesOf(hidden, [...manuscript.authors, await getSetting('name')]);
			works = worksOf(hidden, names, sources);
		}
		return (s) => (works.has(s.id) ? coveredItem(s.item) : s.item);
	});
	if (f.kind === 'trouble') return f;
	const { doc, style, reading, manuscript: m, result: r } = f;
	const whole = toFinal(doc, m.title, m.authors, style.form, {
		citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs ?? [], leadRuns: c.leadRuns ?? [] }])),
		entries: entriesOf(r.bibliography),
		...(f.entriesAt ? { entriesAt: (pos: number) => entriesOf(f.entriesAt!(pos)) } : {}),
		hanging: r.style.hangingIndent,
		aligned: Boolean(r.style.secondFieldAlign),
		lang: r.style.lang,
		resolve: library.resolve,
		picture: (asset) => f.pictures.get(asset) ?? '',
		covered: works,
		source: (x) => (works.has(x) ? undefined : library.sources.get(x))
	});
	const page = cleanPage(settingsOf(doc).page);
	const printed = printedFields(page);
	const citations = reading.citations.map((c) => ({ id: c.id, sources: c.cites.map((x) => x.sourceId) }));
	const who = whoOf(names, works, sources, page.fields.affiliation, citations);
	const covering = hidden && coverFinal(whole, who, new Set(hidden.kept), printed);
	const final = covering?.final ?? whole;
	const fields = covering?.fields ?? printed;
	const setup = setupOf(page, r.style.lang);
	const lists = listsOf(f, works);
	const notes = f.instead ? [`${f.instead} This page is in APA 7th.`] : [];
	if (f.alone) notes.push(f.alone);
	const missing = f.whole?.joined.missing.length ?? 0;
	if (missing)
		notes.push(
			`${missing} chapter${missing === 1 ? ' of this work is' : 's of this work are'} not on the desk; the file does not have ${missing === 1 ? 'it' : 'them'}.`
		);
	const { length: open } = reading.placeholders;
	if (open) notes.push(`${open} place${open === 1 ? '' : 's'} still marked “source needed”.`);
	const odd = unreadFormulas(doc);
	if (odd) notes.push(`${odd} formula${odd === 1 ? '' : 's'} cannot be read as TeX and will print as typed.`);
	const gone = r.warnings.filter((w) => w.itemId && !w.field).length;
	if (gone)
		notes.push(
			`${gone} cited source${gone === 1 ? ' is' : 's are'} not in the library; the text says so where it stands.`
		);
	if (!lists.length && reading.citations.length)
		notes.push('The manuscript has no bibliography, so the file has none.');
	return {
		kind: 'ready',
		formatted: f,
		final,
		page,
		fields,
		setup,
		lists: lists.length ? lists : [listOf(f, works, {}, 0)],
		notes,
		covered: covering && {
			names,
			sources,
			works,
			places: covering.places,
			// the pages have what stands before the text as well
			left: leftNames(writePages(final, setup, fields).html, names)
		}
	};
}

const entriesOf = (list: EntryOutput[] | null | undefined) =>
	list?.map((e) => ({
		id: e.id,
		runs: e.runs ?? [],
		...(e.whole ? { whole: { runs: e.whole.runs ?? [] } } : {})
	})) ?? null;

function unreadFormulas(doc: Node): number {
	let n = 0;
	doc.descendants((node) => {
		if (node.type.name === 'math' || node.type.name === 'equation')
			n += mathml(node.attrs.tex as string, false) === null ? 1 : 0;
	});
	return n;
}

/** Sources that are cited or listed, once each. */
function citedSources(doc: Node): Source[] {
	const { form } = styleOf(doc)!;
	const ids = [
		...readCitations(doc, form, library.resolve).citations.flatMap((c) => c.cites.map((x) => x.sourceId)),
		...settingsOf(doc).uncited.map((u) => library.resolve(u.id))
	];
	return [...new Set(ids)].flatMap((x) => library.sources.get(x) ?? []);
}

function listsOf(f: FormattedManuscript, covered: ReadonlySet<string>): BibliographyWords[] {
	const out: BibliographyWords[] = [];
	f.doc.descendants((n, pos) => {
		if (n.type.name === 'bibliography') out.push(listOf(f, covered, n.attrs.settings, pos));
		return !n.isTextblock;
	});
	return out;
}

function listOf(
	{ doc, entryOverrides, result: r, entriesAt }: FormattedManuscript,
	covered: ReadonlySet<string>,
	raw: unknown,
	pos: number
): BibliographyWords {
	const settings = cleanBibliography(raw);
	const entries = ((entriesAt ? entriesAt(pos) : r.bibliography) ?? []).map((e) =>
		covered.has(e.id) ? e : applyEntryOverride(e, entryOverrides)
	);
	const here = settings.takes === 'section' ? citedInSection(doc, pos, library.resolve) : new Set<string>();
	const groups = arrangeBibliography(
		settings,
		entries,
		(x) => (covered.has(x) ? undefined : library.sources.get(x)),
		here
	);
	return { settings, look: layoutOf(settings, r.style.hangingIndent), groups };
}
