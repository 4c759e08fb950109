/** Of several sources that fit a citation, the one whose excerpts hold what is quoted before it. */
import { words } from '../source';
import type { Found } from './settle';
import type { Passage, TypedCite } from './types';

/** Quotations in the marks of many languages. */
const QUOTED = /“([^“”]+)”|"([^"]+)"|„([^„“”]+)[“”]|«([^«»]+)»|‘([^‘]{12,}?)’(?!\p{L})/gu;
/** Characters before a citation in which its quotation ends, and words from which one tells anything. */
const NEAR = 160;
const FEW = 3;

/** What is said of a candidate. */
export const QUOTED_FOUND = 'quoted words found';

/** What a writer changed or left out within a quotation: “visible to [their] creditors”, “the wick . . . burned” (common practice). */
const CHANGED = /\[[^\]]*\]|…|\.(?:\s?\.){2,}/u;

/** Quotations that end shortly before a place, each as the pieces of it that stand as they were, in words. */
function quotedBefore(text: string, at: number): string[][] {
	return [...text.slice(0, at).matchAll(QUOTED)]
		.filter((m) => m.index + m[0].length > at - NEAR)
		.map((m) =>
			m
				.slice(1)
				.find(Boolean)!
				.split(CHANGED)
				.map(words)
				.filter((w) => w.length)
		)
		.filter((pieces) => pieces.flat().length >= FEW)
		.map((pieces) => pieces.map((w) => ` ${w.join(' ')} `));
}

/** Whether a text has all pieces, one behind the other. */
function holdsInOrder(text: string, pieces: string[]): boolean {
	let from = 0;
	return pieces.every((p) => {
		const at = text.indexOf(p, from);
		// the space behind one may be that before the next
		from = at + p.length - 1;
		return at >= 0;
	});
}

/** Puts it first and says why; it stays a choice. @param excerpts of a source, by its id */
export function preferQuoted(found: Found[], passages: Passage[], excerpts: (id: string) => readonly string[]): void {
	const asked = new Map<string, string[]>();
	const of = (id: string): string[] => {
		if (!asked.has(id))
			asked.set(
				id,
				excerpts(id).map((e) => ` ${words(e).join(' ')} `)
			);
		return asked.get(id)!;
	};
	const prefer = (c: TypedCite, quoted: string[][]) => {
		const holds = c.candidates.filter((x) => of(x.sourceId).some((e) => quoted.some((q) => holdsInOrder(e, q))));
		if (holds.length !== 1) return;
		const best = { ...holds[0], why: QUOTED_FOUND };
		c.candidates = [best, ...c.candidates.filter((x) => x !== holds[0])];
		c.sourceId = best.sourceId;
	};
	for (const f of found) {
		const open = f.cites.filter((c) => c.status === 'choose');
		if (!open.length) continue;
		const quoted = quotedBefore(passages[f.passage].text, f.from);
		if (quoted.length) for (const c of open) prefer(c, quoted);
	}
}
