/** What one text is within its work, so that it shows alone the numbers that it has in the whole. */
import type { Node } from 'prosemirror-model';
import type { Cluster } from '../csl';
import {
	NO_COUNTS,
	numberedIn,
	readCitations,
	styleOf,
	type CitingForm,
	type InWork,
	type Numbered
} from '../manuscript';
import { originOf, type Joined } from './join';
import { textsOf, type Work } from './types';

export interface Place {
	work: InWork;
	/** Note numbers begin with this text. */
	anew: boolean;
	/** Citations of the chapters before and behind, under ids that the text itself has none of. */
	before: Cluster[];
	behind: Cluster[];
	/** Everything in other chapters that can be referred to. */
	targets: { id: string; chapter: string; numbered: Numbered }[];
}

/**
 * @param joined the work with that text
 * @param own the document of the text
 */
export function placeOf(
	work: Work,
	joined: Joined,
	manuscript: string,
	own: Node,
	resolve: (id: string) => string = (id) => id
): Place {
	const { doc, origins } = joined;
	const parts = textsOf(work);
	const at = parts.findIndex((p) => p.manuscript === manuscript);
	const order = new Map(parts.map((p, i) => [p.manuscript, i]));
	const whose = (pos: number): number => order.get(originOf(origins, pos)?.manuscript ?? '') ?? -1;
	const form = formOf(doc);
	const reading = readCitations(doc, form, resolve);
	const before: Cluster[] = [];
	const behind: Cluster[] = [];
	reading.citations.forEach((c, i) => {
		const chapter = whose(c.pos);
		if (chapter < 0 || chapter === at) return;
		const cluster = { ...reading.clusters[i], id: `${parts[chapter].manuscript}/${c.id}` };
		(chapter < at ? before : behind).push(cluster);
	});
	const counts = { ...NO_COUNTS };
	const anew = work.settings.notes === 'chapter';
	for (const n of reading.notes) {
		if (whose(n.pos) >= at) continue;
		counts.notes++;
		if (!anew) counts[n.kind]++;
	}
	const { numbered } = parts[at];
	if (numbered) counts.chapter = parts.slice(0, at + 1).filter((p) => p.numbered && has(joined, p.manuscript)).length;
	const all = numberedIn(doc);
	const titles = new Map<string, string>();
	const targets: Place['targets'] = [];
	doc.descendants((n, pos) => {
		const id = n.attrs.id as string;
		const found = id ? all.get(id) : undefined;
		if (found) {
			const chapter = whose(pos);
			const key = parts[chapter]?.manuscript ?? '';
			if (found.kind === 'heading' && found.level === 2) titles.set(key, found.title);
			if (chapter >= 0 && chapter !== at) targets.push({ id, chapter: titles.get(key) ?? '', numbered: found });
			if (chapter >= 0 && chapter < at && found.number && work.settings.things === 'work')
				counts[found.kind as 'figure']++;
		}
		return !n.isTextblock;
	});
	return {
		work: {
			begins: [],
			chapters: [],
			things: work.settings.things,
			full: work.settings.full,
			before: counts,
			elsewhere: referredTo(own, new Map(targets.map((t) => [t.id, t.numbered])))
		},
		anew,
		before,
		behind,
		targets
	};
}

const has = ({ missing }: Joined, manuscript: string): boolean => !missing.some((m) => m.manuscript === manuscript);

const formOf = (doc: Node): CitingForm => styleOf(doc)?.form ?? 'in-text';

/** What a text refers to in other chapters. */
export function referredTo(doc: Node, targets: ReadonlyMap<string, Numbered>): Record<string, Numbered> {
	const own = numberedIn(doc);
	const out: Record<string, Numbered> = {};
	doc.descendants((n) => {
		if (n.type.name !== 'cross_ref') return;
		const target = n.attrs.target as string;
		const found = targets.get(target);
		if (found && !own.has(target)) out[target] = found;
	});
	return out;
}
