/** A source that was changed on two machines: field by field, and what both wrote in one field is kept beside it. */
import type { Clash, Excerpt, Source } from '../source';
import { sameContent, stable } from './same';

/** What of two lists stays: what both have, and what one has added; what one has taken out is out. */
function mergeList<T>(base: readonly T[], mine: readonly T[], theirs: readonly T[], idOf: (x: T) => string): T[] {
	const [before, here, there] = [base, mine, theirs].map((l) => new Set(l.map(idOf)));
	const stays = mine.filter((x) => there.has(idOf(x)) || !before.has(idOf(x)));
	return [...stays, ...theirs.filter((x) => !here.has(idOf(x)) && !before.has(idOf(x)))];
}

const word = (x: string): string => x;
const excerptId = (e: Excerpt): string => stable(e);
const clashId = (c: Clash): string => stable([c.field, c.theirs]);

/** Fields of a record that are text of the person's own, apart from those of the item. */
const OWN = ['key', 'annotation'] as const;

/**
 * @param base as both had it; undefined where nothing is known of it
 * @param by whose `theirs` is, for the words of what is kept beside
 */
export function mergeSource(
	base: Source | undefined,
	mine: Source,
	theirs: Source,
	by: string,
	now = Date.now()
): Source {
	const clashes: Clash[] = [];
	/** One field of both; what is here stays where both changed it. */
	const field = (name: string, b: unknown, m: unknown, t: unknown): unknown => {
		if (sameContent(m, t)) return m;
		if (base ? sameContent(b, m) : m === undefined || m === '') return t;
		if (base ? sameContent(b, t) : t === undefined || t === '') return m;
		clashes.push({ field: name, theirs: t ?? null, by, at: now });
		return m;
	};
	const item: Source['item'] = { ...mine.item };
	for (const name of new Set([...Object.keys(mine.item), ...Object.keys(theirs.item)])) {
		if (name === 'id') continue;
		const value = field(name, base?.item[name], mine.item[name], theirs.item[name]);
		if (value === undefined) delete item[name];
		else item[name] = value as never;
	}
	const own = Object.fromEntries(
		OWN.map((name) => [name, field(name, base?.[name], mine[name], theirs[name])])
	) as Record<(typeof OWN)[number], string>;
	const list = (name: 'tags' | 'shelves' | 'ignored' | 'replaces'): string[] =>
		mergeList(base?.[name] ?? [], mine[name] ?? [], theirs[name] ?? [], word);
	const [ignored, replaces] = [list('ignored'), list('replaces')];
	const open = mergeList(base?.clashes ?? [], mine.clashes ?? [], [...(theirs.clashes ?? []), ...clashes], clashId);
	const flagged = base && (mine.flagged ?? false) === (base.flagged ?? false) ? theirs.flagged : mine.flagged;
	return {
		...mine,
		...own,
		item,
		tags: list('tags'),
		shelves: list('shelves'),
		excerpts: mergeList(base?.excerpts ?? [], mine.excerpts, theirs.excerpts, excerptId),
		...(ignored.length ? { ignored } : {}),
		...(replaces.length ? { replaces } : {}),
		...(flagged ? { flagged } : { flagged: undefined }),
		...(open.length ? { clashes: open } : { clashes: undefined }),
		createdAt: Math.min(mine.createdAt, theirs.createdAt),
		updatedAt: Math.max(mine.updatedAt, theirs.updatedAt) + 1
	};
}
