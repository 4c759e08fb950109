/**
 * A text that was written on two machines: what one changed and the other did not is taken; what both changed in the same
 * place stays as it is here, and waits beside it to be decided.
 */
import type { Node } from 'prosemirror-model';
import { Transform } from 'prosemirror-transform';
import { isObject, type Loose } from '../guards';
import { attrValue, schema, setDocAttrs, settingsOf, type DocAttrs } from '../manuscript';
import { commentsIn } from '../paper';
import { changesOf, commentsHere, compare, plan, take, withComments } from '../returned';
import { sameContent, stable } from './same';

export interface MergedDoc {
	doc: Node;
	/** So many changes could be taken. */
	taken: number;
	/** So many wait to be decided. */
	open: number;
	/** Beside the text: what both decided otherwise, in words; it stays as it is here. */
	clashes: string[];
}

/**
 * @param base as both had it
 * @param who whose `theirs` is and when it was written (ISO 8601)
 */
export function mergeDoc(base: Node, mine: Node, theirs: Node, who: { by: string; at: string }): MergedDoc {
	const there = compare(base, theirs);
	const here = compare(base, mine);
	const all = plan(changesOf(there, [], who), there, here);
	const easy = all.filter((p) => !p.meets && !p.there);
	const tr = new Transform(mine);
	take(
		tr,
		easy.map((planned) => ({ planned, taking: 'instead' as const })),
		there,
		here
	);
	const clashes = new Set<string>();
	setDocAttrs(tr, mergedAttrs(base, mine, theirs, clashes));
	const [before, now] = [commentsIn(base), commentsIn(mine)];
	const came = commentsHere(commentsIn(theirs), there, compare(base, tr.doc))
		// what was taken out here stays out
		.filter((c) => now[c.id] || !before[c.id]);
	const { comments, fresh } = withComments(now, came);
	for (const c of fresh) tr.addMark(c.from, c.to, schema.mark('comment', { id: c.id }));
	setDocAttrs(tr, { comments });
	return {
		doc: tr.doc,
		taken: easy.length,
		open: all.filter((p) => p.meets && !p.there).length,
		clashes: [...clashes]
	};
}

/** Of two records, each entry by itself: what one changed and the other did not. Mine where both changed it. */
function pick<T>(b: T, m: T, t: T, clash: () => void): T {
	if (sameContent(m, t) || sameContent(b, t)) return m;
	if (sameContent(b, m)) return t;
	if (isObject(m) && isObject(t)) {
		const names = new Set([...Object.keys(m), ...Object.keys(t)]);
		const before: Loose = isObject(b) ? b : {};
		return Object.fromEntries(
			[...names].map((k) => [k, pick(before[k], m[k], t[k], clash)] as const).filter(([, v]) => v !== undefined)
		) as T;
	}
	if (Array.isArray(m) && Array.isArray(t)) {
		const [had, has] = [new Set((Array.isArray(b) ? b : []).map(stable)), new Set(m.map(stable))];
		const there = new Set(t.map(stable));
		return [
			...(m as unknown[]).filter((x) => there.has(stable(x)) || !had.has(stable(x))),
			...(t as unknown[]).filter((x) => !has.has(stable(x)) && !had.has(stable(x)))
		] as T;
	}
	clash();
	return m;
}

const WORDS: Record<string, string> = {
	style: 'the citation style',
	settings: 'what the manuscript decides for itself',
	entryOverrides: 'an entry edited by hand'
};

/** What a document says beside its text; comments are brought together apart. */
function mergedAttrs(base: Node, mine: Node, theirs: Node, clashes: Set<string>): Partial<DocAttrs> {
	const out: Record<string, unknown> = {};
	for (const [name, words] of Object.entries(WORDS)) {
		const [b, m, t] = [base, mine, theirs].map((d) =>
			name === 'settings' ? (settingsOf(d) as unknown) : (attrValue(d.attrs[name]) ?? (name === 'style' ? null : {}))
		);
		// a style is one choice; of what else there is, each entry
		out[name] =
			name === 'style' && !sameContent(b, m) && !sameContent(b, t) && !sameContent(m, t)
				? (clashes.add(words), m)
				: pick(b, m, t, () => clashes.add(words));
	}
	return out as Partial<DocAttrs>;
}
