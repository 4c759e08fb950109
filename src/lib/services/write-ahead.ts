/**
 * Write-ahead: each edit is put down at once, before the manuscript is saved, in the browser's local storage. That is
 * written within the call, so an edit survives a reload, a closed tab and a crash in the very next moment; the database,
 * which takes longer, has it with the next save, and what was written ahead is let go.
 *
 * An entry has the steps of one transaction. What a saved manuscript already has is told by its record: the session that
 * saved it, and the number of the last entry that is in it (`Manuscript.saved`).
 */
import { Step } from 'prosemirror-transform';
import type { Node } from 'prosemirror-model';
import { schema, wrapStep } from '$lib/core/manuscript';
import { keysOf, type LocalStorage } from '$lib/data/local';

const PREFIX = 'rapid-quill-ahead';
const keyOf = (manuscript: string, session: string, step: number): string =>
	`${PREFIX}|${manuscript}|${session}|${String(step).padStart(9, '0')}`;

interface Entry {
	/** When the manuscript's text had been changed last, as the session began. */
	base: number;
	steps: unknown[];
	/** The title, where the edit changed it. */
	title?: string;
	/** Entries of an earlier session that this one has in it: they count no more. */
	replaces?: string[];
}

function readEntry(text: string | null): Entry | null {
	try {
		const e = JSON.parse(text ?? 'null') as Partial<Entry> | null;
		const sound =
			e !== null &&
			typeof e === 'object' &&
			typeof e.base === 'number' &&
			Array.isArray(e.steps) &&
			(e.title === undefined || typeof e.title === 'string') &&
			(e.replaces === undefined || (Array.isArray(e.replaces) && e.replaces.every((k) => typeof k === 'string')));
		return sound ? (e as Entry) : null;
	} catch {
		return null; // half an entry is the last thing a crash leaves: the edit before it is whole
	}
}

/** Writes ahead for one open manuscript. */
export class WriteAhead {
	/** Number of the last entry. */
	step = 0;
	private first = 1;
	/** An edit could not be written ahead, and is not saved yet. */
	lacking = false;

	/** @param base when the manuscript's text had been changed last, as it was opened */
	constructor(
		private readonly manuscript: string,
		readonly session: string,
		private base: number,
		private readonly storage: LocalStorage | null
	) {}

	/** Puts an edit down. Where the storage has no room, `lacking` says that only a save keeps it. */
	add(steps: readonly Step[], title?: string, replaces?: string[]): void {
		const entry: Entry = { base: this.base, steps: steps.map((s) => s.toJSON() as unknown), title, replaces };
		this.step++;
		try {
			if (!this.storage) throw new Error('There is no storage.');
			this.storage.setItem(keyOf(this.manuscript, this.session, this.step), JSON.stringify(entry));
		} catch {
			this.lacking = true;
		}
	}

	/** From now on edits are of the text as it was at another time of change. */
	rebase(textAt: number): void {
		this.base = textAt;
	}

	/** Everything up to an entry is in the saved manuscript. */
	saved(upTo: number): void {
		for (; this.first <= upTo; this.first++) this.storage?.removeItem(keyOf(this.manuscript, this.session, this.first));
		if (upTo >= this.step) this.lacking = false;
	}
}

export interface Recovered {
	/** Steps that lead from the saved document to what was written last. */
	steps: Step[];
	title: string | undefined;
	/** Entries that do not fit the document, as they were: for the list of what needs repair. */
	misfits: { key: string; raw: string }[];
	/** Entries that were read and are of use or no more use; misfits are not among them. */
	keys: string[];
	/** Removes entries from the storage. */
	remove(keys: string[]): void;
}

/**
 * What was written ahead of the last save of a manuscript.
 * @param saved how far the record says it has been saved
 * @param textAt when the record says its text was changed last
 */
export function recover(
	manuscript: string,
	doc: Node,
	saved: { session: string; step: number } | undefined,
	textAt: number,
	storage: LocalStorage | null
): Recovered {
	const out: Recovered = { steps: [], title: undefined, misfits: [], keys: [], remove: () => {} };
	if (!storage) return out;
	const begin = `${PREFIX}|${manuscript}|`;
	const keys = keysOf(storage, begin);
	out.remove = (list) => list.forEach((k) => storage.removeItem(k));
	const replaced = new Set(keys.flatMap((k) => readEntry(storage.getItem(k))?.replaces ?? []));
	let now = doc;
	let broken = false;
	for (const key of keys) {
		const [session, number] = key.slice(begin.length).split('|');
		const raw = storage.getItem(key) ?? '';
		const entry = readEntry(raw);
		const mine = saved?.session === session;
		if (replaced.has(key) || !entry || (mine && Number(number) <= saved.step)) {
			out.keys.push(key);
			continue;
		}
		const next = mine || entry.base === textAt ? applied(now, entry) : null;
		if (!next || broken) {
			// whatever follows rests on it
			broken = true;
			out.misfits.push({ key, raw });
			continue;
		}
		out.keys.push(key);
		now = next.doc;
		out.steps.push(...next.steps);
		if (entry.title !== undefined) out.title = entry.title;
	}
	return out;
}

/** A document after an entry; null where the entry does not fit it. */
function applied(doc: Node, entry: Entry): { doc: Node; steps: Step[] } | null {
	try {
		let now = doc;
		const steps = entry.steps.map((s) => wrapStep(Step.fromJSON(schema, s)));
		for (const s of steps) {
			const r = s.apply(now);
			if (!r.doc) return null;
			now = r.doc;
		}
		now.check();
		return { doc: now, steps };
	} catch (e) {
		// no step of this schema, or one for another document: that is what the answer says
		if (e instanceof Error) return null;
		throw e;
	}
}
