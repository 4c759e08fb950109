/** Works of the writers of a text, which give them away in a paper for blind review (common practice). */
import type { Item, Name } from '../csl';
import { nameKey } from './fold';
import { readName } from './show';

/** Family name and first initial: what "A. Lowe" and "Ada Lowe" have in common. */
const key = (n: Name | null): string => {
	const family = nameKey(n?.family ?? n?.literal ?? '');
	return family && `${family} ${nameKey(n?.given ?? '').slice(0, 1)}`;
};

/** Tells works that somebody of these has written. @param writers names as they are typed */
export function ownWorksOf(writers: readonly string[]): (item: Item) => boolean {
	const own = new Set(writers.map((a) => key(readName(a))).filter(Boolean));
	return (item) => Boolean((item.author as Name[] | undefined)?.some((n) => own.has(key(n))));
}
