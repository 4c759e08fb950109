/** What proof shows of a stored manuscript. */
import type { Node } from 'prosemirror-model';
import { CHECKS, proofread, readLedger, type Check, type Facts, type Finding, type Ledger } from '$lib/core/proof';
import { readOutline, readQuotations, sectionAt } from '$lib/core/manuscript';
import { originOf } from '$lib/core/work';
import { contextFrom } from '$lib/core/source/tidy';
import { loadWords } from '$lib/core/source/sentence-case';
import type { EvidenceStrip } from '$lib/data/db';
import { getSetting } from '$lib/data/settings';
import { describe } from '$lib/data/strip';
import { formatStored } from '$lib/services/format-stored';
import { library } from '$lib/services/library.svelte';
import { homeOf } from '../parts/home';

export interface Proof {
	title: string;
	styleTitle: string;
	/** Said above everything: the style could not be used. */
	instead: string;
	groups: { check: Check; findings: (Finding & { section: string })[] }[];
	/** Checks that found nothing. */
	clean: Check[];
	ledger: Ledger;
	strip: EvidenceStrip;
	/** Where a position is in the text, 0 to 1. */
	at(pos: number): number;
	/** The address of a position: in a work it is one of the chapter that it is in. */
	link(pos: number): string;
	citations: number;
	/** The text, for what is counted later. */
	doc: Node;
}

/** What proof shows of a manuscript; words for the person where there is nothing to show. */
export async function readProof(id: string): Promise<Proof | string> {
	const f = await formatStored(id);
	if (f.kind === 'trouble') return f.message;
	const { doc, reading, result, manuscript } = f;
	const texts = new Map(result.changed.map((c) => [c.id, c.text]));
	await library.known();
	const words = await loadWords();
	const facts: Facts = {
		doc,
		reading,
		quotations: readQuotations(doc),
		style: result.style,
		entries: result.bibliography ?? null,
		omitted: result.omitted,
		entryOverrides: f.entryOverrides,
		uncited: f.uncited,
		authors: manuscript.authors,
		notDuplicates: new Set(await getSetting('notDuplicates')),
		tidy: contextFrom(await getSetting('titles'), library.words && { words, known: library.words }, new Date()),
		said: (x) => texts.get(x),
		source: (x) => library.sources.get(x),
		resolve: library.resolve
	};
	const findings = proofread(facts);
	const outline = readOutline(doc);
	const where = (pos: number): string => {
		if (pos < 0) return '';
		const at = sectionAt(outline, pos);
		const title = outline[at]?.title ?? 'Beginning';
		// sections of a work are those of some chapter
		const chapter = f.whole && outline.slice(0, at + 1).findLast((s) => s.level <= 2);
		return chapter && chapter.title !== title ? `${chapter.title} · ${title}` : title;
	};
	const groups = CHECKS.map((check) => ({
		check,
		findings: findings.filter((x) => x.check === check.name).map((x) => ({ ...x, section: where(x.pos) }))
	}));
	const at = (pos: number) => Math.max(0, pos) / Math.max(1, doc.content.size);
	const urgent = new Set(CHECKS.filter((c) => c.weight !== 'know').map((c) => c.name));
	return {
		title: manuscript.title,
		styleTitle: result.style.title,
		instead: f.instead,
		groups: groups.filter((g) => g.findings.length),
		clean: groups.filter((g) => !g.findings.length).map((g) => g.check),
		ledger: readLedger(facts),
		strip: {
			...describe(doc, f.style.form).strip,
			checks: findings
				.filter((x) => x.pos >= 0 && urgent.has(x.check))
				.map((x) => ({ at: at(x.pos), pos: x.pos, what: x.what }))
		},
		at,
		link: (pos: number) => {
			const chapter = f.whole && originOf(f.whole.joined.origins, pos);
			return chapter ? `/draft/${chapter.manuscript}?at=${chapter.pos}` : `${homeOf(id)}?at=${pos}`;
		},
		citations: reading.citations.length,
		doc
	};
}
