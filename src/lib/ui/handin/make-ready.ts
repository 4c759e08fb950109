/** A stored manuscript, ready to be handed in: final, with its pages, its lists and what is still open. */
import {
	applyEntryOverride,
	arrangeBibliography,
	citedInSection,
	cleanBibliography,
	layoutOf,
	settingsOf
} from '$lib/core/manuscript';
import { mathml, toFinal, type FinalDoc } from '$lib/core/document';
import type { Node } from 'prosemirror-model';
import { cleanPage, setupOf, type PageChoice, type PageSetup } from '$lib/core/page';
import type { BibliographyWords } from '$lib/core/citing';
import { formatStored, type FormattedManuscript, type NotFormatted } from '$lib/services/format-stored';
import { library } from '$lib/services/library.svelte';

export interface Ready {
	kind: 'ready';
	formatted: FormattedManuscript;
	final: FinalDoc;
	page: PageChoice;
	setup: PageSetup;
	/** Bibliographies; one of all that is cited where the manuscript has none. */
	lists: BibliographyWords[];
	/** What is still open, in words. */
	notes: string[];
}

/** Reads and formats a manuscript; whatever stands in the way is an answer. */
export async function makeReady(id: string): Promise<Ready | NotFormatted> {
	const f = await formatStored(id);
	if (f.kind === 'trouble') return f;
	const { doc, style, reading, manuscript: m, result: r } = f;
	const final = toFinal(doc, m.title, m.authors, style.form, {
		citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs ?? [], leadRuns: c.leadRuns ?? [] }])),
		entries:
			r.bibliography?.map((e) => ({
				id: e.id,
				runs: e.runs ?? [],
				...(e.whole ? { whole: { runs: e.whole.runs ?? [] } } : {})
			})) ?? null,
		hanging: r.style.hangingIndent,
		aligned: Boolean(r.style.secondFieldAlign),
		lang: r.style.lang,
		resolve: library.resolve,
		picture: (asset) => f.pictures.get(asset) ?? '',
		source: (x) => library.sources.get(x)
	});
	const lists = listsOf(f);
	const page = cleanPage(settingsOf(doc).page);
	const notes = f.instead ? [`${f.instead} This page is in APA 7th.`] : [];
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
		setup: setupOf(page, r.style.lang),
		lists: lists.length ? lists : [listOf(f, {}, 0)],
		notes
	};
}

function unreadFormulas(doc: Node): number {
	let n = 0;
	doc.descendants((node) => {
		if (node.type.name === 'math' || node.type.name === 'equation')
			n += mathml(node.attrs.tex as string, false) === null ? 1 : 0;
	});
	return n;
}

function listsOf(f: FormattedManuscript): BibliographyWords[] {
	const out: BibliographyWords[] = [];
	f.doc.descendants((n, pos) => {
		if (n.type.name === 'bibliography') out.push(listOf(f, n.attrs.settings, pos));
		return !n.isTextblock;
	});
	return out;
}

function listOf({ doc, entryOverrides, result: r }: FormattedManuscript, raw: unknown, pos: number): BibliographyWords {
	const settings = cleanBibliography(raw);
	const entries = (r.bibliography ?? []).map((e) => applyEntryOverride(e, entryOverrides));
	const here = settings.takes === 'section' ? citedInSection(doc, pos, library.resolve) : new Set<string>();
	const groups = arrangeBibliography(settings, entries, (x) => library.sources.get(x), here);
	return { settings, look: layoutOf(settings, r.style.hangingIndent), groups };
}
