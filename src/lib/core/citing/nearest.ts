/** The style to go to where citations shall stand in notes and the style in force has none, and the reverse. */
import { FEATURED } from './kind';

interface Entry {
	id: string;
	title: string;
	note: boolean;
}

const words = (s: string): string[] => s.toLowerCase().match(/[a-z]{3,}/g) ?? [];
/** Words that say how a style cites and not whose it is. */
const HOW = new Set(
	'author date note notes fullnote full short bibliography with without ibid title subsequent edition the and for'.split(
		' '
	)
);

/**
 * The nearest style of the other class: of the same publisher where it has one, one that is often asked for before
 * others, Chicago where nothing is near (its two systems are each other's counterpart: Chicago 17, 14.1 and 15.1).
 */
export function nearestStyle(id: string, list: Entry[], notes: boolean): Entry | null {
	const from = list.find((s) => s.id === id);
	// titles that use another's rules are no styles of their own
	const fits = list.filter((s) => s.note === notes && !s.id.includes('~'));
	const family = new Set(words(`${id} ${from?.title ?? ''}`).filter((w) => !HOW.has(w)));
	const often = new Map(FEATURED.map((f, i) => [f.id, 0.6 * (1 - i / FEATURED.length)]));
	const first = id.split(/[-~]/)[0];
	let best: Entry | null = null;
	let most = 0;
	for (const s of fits) {
		if (s.id.split('-')[0] !== first) continue;
		const own = words(`${s.id} ${s.title}`).filter((w) => !HOW.has(w));
		const shared = own.filter((w) => family.has(w)).length / Math.max(1, own.length);
		const score = shared + (often.get(s.id) ?? 0);
		if (score > most) [best, most] = [s, score];
	}
	return best ?? fits.find((s) => s.id === (notes ? 'chicago-fullnote-bibliography' : 'chicago-author-date')) ?? null;
}
