/** What a bound work shows of its chapters: words, notes, what is to be checked, sources that stand in several. */
import { readCitations, styleOf } from '$lib/core/manuscript';
import { originOf, textsOf, type WorkPart } from '$lib/core/work';
import type { EvidenceStrip, Manuscript } from '$lib/data/db';
import { describe, openStrip } from '$lib/data/strip';
import type { WholeWork } from '$lib/services/stored-text';

export interface ChapterRow {
	part: WorkPart;
	/** Its number; 0 for what has none. */
	number: number;
	/** Null where the manuscript is not on the desk. */
	manuscript: Manuscript | null;
	words: number;
	/** “notes 65–116”; empty for none. */
	notes: string;
	checks: number;
	/** It is written in another style than the work. */
	otherStyle: string;
}

export interface WorkFacts {
	rows: ChapterRow[];
	words: number;
	citations: number;
	sources: number;
	checks: number;
	strip: EvidenceStrip;
	origins: WholeWork['joined']['origins'];
	/** Sources of several chapters with the numbers of these, those of most chapters first. */
	shared: { id: string; chapters: string[] }[];
}

/** @param resolve gives for the id of a source that was merged into another the id of that */
export function factsOfWork({ work, joined, chapters }: WholeWork, resolve: (id: string) => string): WorkFacts {
	const { doc, origins } = joined;
	const style = styleOf(doc)!;
	const reading = readCitations(doc, style.form, resolve);
	const whose = (pos: number): string => originOf(origins, pos)?.manuscript ?? '';
	const notes = new Map<string, number[]>();
	for (const n of reading.notes) {
		const m = whose(n.pos);
		const range = notes.get(m);
		if (range) range[1] = n.number;
		else notes.set(m, [n.number, n.number]);
	}
	let count = 0;
	let checks = 0;
	const names = new Map<string, string>();
	const rows = work.parts.map((part): ChapterRow => {
		if (part.t === 'part') return { part, number: 0, manuscript: null, words: 0, notes: '', checks: 0, otherStyle: '' };
		const manuscript = chapters.get(part.manuscript) ?? null;
		const number = manuscript && part.numbered ? ++count : 0;
		names.set(part.manuscript, number ? String(number) : (manuscript?.title ?? ''));
		const range = notes.get(part.manuscript);
		const found = manuscript ? openStrip(manuscript.strip).checks.length : 0;
		checks += found;
		const other = manuscript && (manuscript.styleId !== style.id || manuscript.form !== style.form);
		return {
			part,
			number,
			manuscript,
			words: manuscript?.words ?? 0,
			notes: range ? (range[0] === range[1] ? `note ${range[0]}` : `notes ${range[0]}–${range[1]}`) : '',
			checks: found,
			otherStyle: other ? manuscript.styleTitle : ''
		};
	});
	const cited = new Map<string, Set<string>>();
	for (const c of reading.citations)
		for (const { sourceId } of c.cites) {
			if (!cited.has(sourceId)) cited.set(sourceId, new Set());
			cited.get(sourceId)!.add(whose(c.pos));
		}
	const order = textsOf(work).map((p) => p.manuscript);
	const shared = [...cited]
		.filter(([, in_]) => in_.size > 1)
		.map(([id, in_]) => ({ id, chapters: order.filter((m) => in_.has(m)).map((m) => names.get(m) ?? '') }))
		.sort((a, b) => b.chapters.length - a.chapters.length);
	const { strip } = describe(doc, style.form, checksIn(rows, joined.origins));
	return {
		rows,
		words: rows.reduce((n, r) => n + r.words, 0),
		citations: reading.citations.length,
		sources: cited.size,
		checks,
		strip,
		origins,
		shared
	};
}

/** What is to be checked in chapters, at their places in the whole. */
function checksIn(rows: ChapterRow[], origins: WholeWork['joined']['origins']): { pos: number; what: string }[] {
	return rows.flatMap(({ part, manuscript }) => {
		if (part.t !== 'text' || !manuscript) return [];
		const own = origins.filter((o) => o.manuscript === part.manuscript && o.pos >= 0);
		return openStrip(manuscript.strip).checks.flatMap(({ pos, what }) => {
			const block = own.findLast((o) => o.pos <= pos);
			return block ? [{ pos: Math.min(block.to - 1, block.from + pos - block.pos), what }] : [];
		});
	});
}
