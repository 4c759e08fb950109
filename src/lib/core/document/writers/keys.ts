/** Cite keys of the sources of a paper, as documents with keys name them. */
import { fold, makeKey } from '../../source';
import type { PaperSource } from '../../paper';

/** Letters, digits and single signs between them: a key that every format of keys takes as it is. */
const PLAIN = /^[A-Za-z0-9_](?:[A-Za-z0-9_]|[:.+/-](?=[A-Za-z0-9_]))*$/;

/** @returns for each source its own key where it is plain and no other's, else one of author and year */
export function citeKeys(sources: readonly PaperSource[]): Map<string, string> {
	const taken = new Set<string>();
	const out = new Map<string, string>();
	const own = sources.filter((s) => PLAIN.test(s.key));
	for (const s of own) {
		if (taken.has(s.key)) continue;
		taken.add(s.key);
		out.set(s.id, s.key);
	}
	for (const s of sources) {
		if (out.has(s.id)) continue;
		const made = fold(makeKey(s.item, () => false)).replace(/[^A-Za-z0-9_]/g, '') || 'source';
		let key = made;
		for (let n = 2; taken.has(key); n++) key = `${made}-${n}`;
		taken.add(key);
		out.set(s.id, key);
	}
	return out;
}
