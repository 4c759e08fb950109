/**
 * Handwritten entries: sources that no form fits, with the words of their entry, the place in the list and the
 * short form of their citations all typed by the person. They are sources like others; the words are kept in the field
 * `custom`, which CSL-JSON leaves to programs (CSL-JSON schema 1.0.2).
 */
import type { Cite, Cluster, Item } from '../csl';

export interface HandMade {
	/** Wording of the entry, with the markup that CSL fields may have. */
	text: string;
	/** What the list sorts it by. */
	sort: string;
	/** What a citation says. */
	short: string;
}

const FIELD = 'hand-made';

/** The words of a hand-made source; null for any other. */
export function handMadeOf(item: Item | undefined): HandMade | null {
	const raw = (item?.custom as Record<string, unknown> | undefined)?.[FIELD] as Partial<HandMade> | undefined;
	if (!raw || typeof raw.text !== 'string' || !raw.text.trim()) return null;
	const short = typeof raw.short === 'string' && raw.short.trim() ? raw.short.trim() : String(item!.title ?? '');
	return { text: raw.text, short, sort: typeof raw.sort === 'string' && raw.sort.trim() ? raw.sort : short };
}

/** A source that is a hand-made entry. */
export const handMadeItem = (id: string, h: HandMade): Item => ({
	id,
	type: 'document',
	title: h.short,
	custom: { [FIELD]: h }
});

/** What the processor is given in its place: something that sorts where it shall stand. */
export const standIn = (item: Item, h: HandMade): Item => ({
	id: item.id,
	type: 'document',
	author: [{ literal: h.sort }],
	title: h.sort
});

export interface Parted {
	/** Clusters without hand-made cites; where others are beside them, they carry the words. */
	clusters: Cluster[];
	/** Words of citations that have nothing else. */
	alone: Map<string, string>;
	/** Handwritten sources that are cited, for the list. */
	cited: string[];
}

const wordsOf = (c: Cite, h: HandMade): string =>
	`${c.prefix ? `${c.prefix.trim()} ` : ''}${h.short}${c.locator ? `, ${c.locator.value}` : ''}${c.suffix ?? ''}`;

/**
 * Takes hand-made cites out of what is formatted: in a group their words stand with the cite before or behind them,
 * alone they are the whole citation.
 * @param between what the style puts between cites
 */
export function partHandMade(clusters: Cluster[], made: (id: string) => HandMade | null, between = '; '): Parted {
	const alone = new Map<string, string>();
	const cited = new Set<string>();
	const next = clusters.map((cluster) => {
		if (!cluster.cites.some((c) => made(c.sourceId))) return cluster;
		const kept: Cite[] = [];
		let waiting: string[] = [];
		for (const c of cluster.cites) {
			const h = made(c.sourceId);
			if (h) {
				cited.add(c.sourceId);
				const last = kept.at(-1);
				if (last) last.suffix = `${last.suffix ?? ''}${between}${wordsOf(c, h)}`;
				else waiting.push(wordsOf(c, h));
			} else {
				kept.push({ ...c, prefix: `${waiting.map((w) => w + between).join('')}${c.prefix ?? ''}`.trim() });
				waiting = [];
			}
		}
		if (waiting.length) alone.set(cluster.id, waiting.join(between));
		return { ...cluster, cites: kept };
	});
	return { clusters: next, alone, cited: [...cited] };
}
