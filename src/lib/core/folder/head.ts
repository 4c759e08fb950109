/**
 * What a file in the folder says of itself: which state it is, and of which it was made. By that two machines know
 * whether one has gone on from the other, or both from a third.
 */
import { isNumber, isObject, isText, optional, texts } from '../guards';

export interface Head {
	/** Name of this state: letters and digits. */
	stamp: string;
	/** Names of the states it was made of, the latest first. */
	line: string[];
	/** The machine that wrote it, by its id and as its person calls it. */
	machine: string;
	by: string;
	/** Manuscripts that were deleted, with the time: in the file of the library. */
	gone?: Record<string, number>;
}

const STAMP = /^[0-9a-z]{1,64}$/;

/** A head that can be used; null for anything else. */
export function cleanHead(x: unknown): Head | null {
	if (!isObject(x) || !isText(x.stamp) || !STAMP.test(x.stamp) || !texts(x.line)) return null;
	if (!optional(x.gone, (g) => isObject(g) && Object.values(g).every(isNumber))) return null;
	const { gone } = x as unknown as Head;
	return {
		stamp: x.stamp,
		line: x.line.filter((s) => STAMP.test(s)),
		machine: isText(x.machine) ? x.machine : '',
		by: isText(x.by) && x.by ? x.by : 'another machine',
		...(gone ? { gone } : {})
	};
}

/** Name of the state at the beginning of a file, without reading all of it; empty for none. */
export const headIn = (text: string): string => /"stamp":\s*"([0-9a-z]{1,64})"/.exec(text.slice(0, 2000))?.[1] ?? '';

/** So many of the last states a file names, and besides them all of which there are dated copies. */
export const LINE = 30;

/** The states that a new one is made of. @param kept those of dated copies */
export function nextLine(
	made: readonly { stamp: string; line: readonly string[] }[],
	kept: ReadonlySet<string>
): string[] {
	const all = [...new Set([...made.map((h) => h.stamp), ...made.flatMap((h) => h.line)])];
	return all.filter((s, i) => i < LINE || kept.has(s));
}
