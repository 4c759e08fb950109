/** What somebody changed, sentence by sentence, with who it was and when. */
import type { Node } from 'prosemirror-model';
import type { Sender, TrackedChange as Tracked } from '../paper';
import type { Comparison, Edit, Run } from './compare';
import { wordsOf, wordsWithin, type Token } from './tokens';

export interface Change {
	/** The same for the same two states, whatever was written here since. */
	id: string;
	edits: Edit[];
	/** The sentence or block that it is in, in the state that was sent. */
	from: number;
	to: number;
	by: string;
	at: string;
	/** The file's record of changes has it; otherwise it was found by comparing. */
	tracked: boolean;
}

const squeezed = (s: string): string => s.replace(/\s+/g, ' ').trim();

export function changesOf(cmp: Comparison, tracked: readonly Tracked[], sender: Sender): Change[] {
	const out: Change[] = [];
	const known = new Map(tracked.filter((t) => t.how === 'in').map((t) => [t.id, t]));
	const gone = tracked.filter((t) => t.how === 'out');
	let open: { run: Run; sentence: number; change: Change } | null = null;
	for (const e of cmp.edits) {
		const run = 'run' in e && e.what !== 'kind' ? e.run : null;
		const sentence = run ? sentenceAt(run, e) : -1;
		const who = authorOf(e, cmp, known, gone);
		if (open && run === open.run && sentence === open.sentence && sameAuthor(who, open.change)) {
			open.change.edits.push(e);
			continue;
		}
		const span = run ? sentenceSpan(run, sentence, e) : { from: e.from, to: e.to };
		const change: Change = {
			id: `c${out.length + 1}`,
			edits: [e],
			...span,
			by: who?.by || sender.by,
			at: who?.at || sender.at,
			tracked: who !== null
		};
		out.push(change);
		open = run ? { run, sentence, change } : null;
	}
	return out;
}

const sameAuthor = (who: Tracked | null, c: Change): boolean => (who ? c.tracked && who.by === c.by : !c.tracked);

/** The sentence that an edit is in; one that is new belongs to that before it. */
function sentenceAt(run: Run, e: Edit): number {
	if (!run.from.length) return 0;
	const i = run.from.findIndex((t) => t.from >= e.from);
	const at = i < 0 ? run.from.length : i;
	return run.sentences[e.from === e.to ? Math.max(0, at - 1) : Math.min(at, run.from.length - 1)];
}

function sentenceSpan(run: Run, sentence: number, e: Edit): { from: number; to: number } {
	const first = run.sentences.indexOf(sentence);
	if (first < 0) return { from: e.from, to: e.to };
	const last = run.sentences.lastIndexOf(sentence);
	return { from: Math.min(e.from, run.from[first].from), to: Math.max(e.to, run.from[last].to) };
}

function authorOf(e: Edit, cmp: Comparison, known: Map<string, Tracked>, gone: Tracked[]): Tracked | null {
	let who: Tracked | null = null;
	if (e.bTo > e.bFrom)
		cmp.after.nodesBetween(e.bFrom, e.bTo, (n) => {
			for (const m of n.marks) if (m.type.name === 'comment') who ??= known.get(m.attrs.id as string) ?? null;
			return who === null;
		});
	if (who || e.to === e.from || e.what === 'format' || e.what === 'kind') return who;
	const was = squeezed(cmp.before.textBetween(e.from, e.to, ' ', ' '));
	return was ? (gone.find((g) => alike(squeezed(g.text), was)) ?? null) : null;
}
/** Words that were deleted here are those of a deletion of the record, or are among them. */
const alike = (recorded: string, was: string): boolean =>
	recorded !== '' && (recorded.includes(was) || was.includes(recorded));

/** One thing that a change did, for the person. */
export interface Said {
	how:
		| 'replaced'
		| 'added'
		| 'removed'
		| 'added-block'
		| 'removed-block'
		| 'replaced-block'
		| 'moved'
		| 'format'
		| 'cite'
		| 'kind'
		| 'split'
		| 'joined';
	was: string;
	now: string;
	/** A whole sentence, a block (its type), or the look of words (names of marks). */
	of: string;
	/** Citations and notes that go and that come with it. */
	gone: string[];
	come: string[];
}

/** What a change did. @param label names a citation or another atom in a few words */
export function saidOf(c: Change, cmp: Comparison, label: (n: Node) => string): Said[] {
	return c.edits.map((e) => {
		const said = (how: Said['how'], more: Partial<Said> = {}): Said => ({
			how,
			was: '',
			now: '',
			of: '',
			gone: [],
			come: [],
			...more
		});
		const [was, now] = [textOf(cmp.before, e.from, e.to, label), textOf(cmp.after, e.bFrom, e.bTo, label)];
		const block = (doc: Node, pos: number) => doc.nodeAt(pos)?.type.name ?? '';
		switch (e.what) {
			case 'words': {
				const [a, b] = [e.run.from.slice(...e.hunk.a), e.run.to.slice(...e.hunk.b)];
				const atoms = atomsThatChange(a, b, label);
				const edges = (list: readonly Token[]) => list.filter((t) => t.kind === 'edge').length;
				const [old, young] = [wordsOf(a, label), wordsOf(b, label)];
				if (edges(b) > edges(a) && !/[\p{L}\p{N}]/u.test(old + young.replaceAll('¶', ''))) return said('split');
				if (edges(a) > edges(b) && !/[\p{L}\p{N}]/u.test(old.replaceAll('¶', '') + young)) return said('joined');
				const how = old && young ? 'replaced' : young ? 'added' : 'removed';
				return said(how, { was: old, now: young, of: isSentence(young || old) ? 'sentence' : '', ...atoms });
			}
			case 'format':
				return said('format', { was, now, of: [...e.on.map((l) => `+${l}`), ...e.off.map((l) => `-${l}`)].join(' ') });
			case 'cite':
				return said('cite', {
					was: label(e.before),
					now: (e.after.attrs.override as { text?: string } | null)?.text ?? ''
				});
			case 'kind':
				return said('kind', {
					was,
					of: e.after.type.name === 'heading' ? `heading ${(e.after.attrs.level as number) - 1}` : e.after.type.name
				});
			case 'added':
				return said('added-block', {
					now,
					of: block(cmp.after, e.bFrom),
					come: labels(cmp.after, e.bFrom, e.bTo, label)
				});
			case 'removed':
				return said('removed-block', {
					was,
					of: block(cmp.before, e.from),
					gone: labels(cmp.before, e.from, e.to, label)
				});
			case 'replaced':
				return said('replaced-block', { was, now, of: block(cmp.before, e.from) });
			case 'moved':
				return said('moved', { was, of: block(cmp.before, e.from) });
		}
	});
}

const isSentence = (s: string): boolean => /^[“"‘(]*\p{Lu}.*[.?!…]["”’)]*(?:\s*\[[^\]]*\])*$/su.test(s) && /\s/.test(s);
const isSource = (n: Node | null): boolean => n?.type.name === 'citation' || n?.type.name === 'note';

function atomsThatChange(
	a: readonly Token[],
	b: readonly Token[],
	label: (n: Node) => string
): { gone: string[]; come: string[] } {
	const only = (list: readonly Token[], other: readonly Token[]) =>
		list.filter((t) => isSource(t.node) && !other.some((o) => o.key === t.key)).map((t) => label(t.node!));
	return { gone: only(a, b), come: only(b, a) };
}

function labels(doc: Node, from: number, to: number, label: (n: Node) => string): string[] {
	const out: string[] = [];
	doc.nodesBetween(from, to, (n) => {
		if (isSource(n)) out.push(label(n));
		return true;
	});
	return out;
}

const textOf = (doc: Node, from: number, to: number, label: (n: Node) => string): string =>
	wordsWithin(doc, from, to, label).trim();
