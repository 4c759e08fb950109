/**
 * Keeps an open manuscript: writes each edit ahead, saves soon after, and notices when somebody else writes or deletes
 * the same manuscript. Nothing is written over silently: what others changed beside the text is taken over, what they
 * changed in the text is taken over where nothing is unsaved here, and kept as a manuscript of its own where something is.
 */
import type { Step } from 'prosemirror-transform';
import { newId } from '$lib/core/manuscript';
import { db, type Database, type Manuscript } from '$lib/data/db';
import { ManuscriptWriter, textChangedAt } from '$lib/data/manuscripts';
import { Autosave, type SaveState } from './autosave';
import type { LocalStorage } from '$lib/data/local';
import { WriteAhead, type Recovered } from './write-ahead';
import { keepForRepair } from '$lib/data/repair';

/** Something the person has to know about who else wrote. */
export type Conflict =
	/** It was deleted elsewhere; nothing is unsaved here. */
	| { kind: 'gone' }
	/** It was deleted elsewhere while this tab wrote, and has been put back. */
	| { kind: 'put-back' }
	/** Its text was changed elsewhere, and is shown now. */
	| { kind: 'adopted' }
	/** Its text was changed elsewhere while this tab wrote; both are on the desk. */
	| { kind: 'both'; copy: string };

export interface PersistenceOptions {
	row: Manuscript;
	/** Nothing is ever written: another tab writes this manuscript. */
	readOnly: boolean;
	storage: LocalStorage | null;
	base?: Database;
	/** The manuscript as it is now. */
	snapshot(): Partial<Manuscript>;
	/** Does beforehand what takes a while. */
	prepare?: () => void;
	/** Takes over what somebody else wrote: text and title, or the title alone. */
	adopt(row: Manuscript, textToo: boolean): void;
	onState(state: SaveState, trouble: unknown): void;
	onConflict(c: Conflict): void;
	autosave?: { delay?: number; longest?: number; retry?: number };
}

/** Last saves of manuscripts that are being closed. */
const closings = new Set<Promise<boolean>>();

/** Waits until what was written in manuscripts that were left is in the database: for who reads them from there. */
export const closingsDone = async (): Promise<void> => void (await Promise.all(closings));

export class Persistence {
	readonly autosave: Autosave;
	readonly ahead: WriteAhead;
	private readonly writer: ManuscriptWriter;
	private readonly base: Database;
	private closed = false;

	constructor(private readonly o: PersistenceOptions) {
		this.base = o.base ?? db;
		this.writer = new ManuscriptWriter(o.row, this.base);
		this.ahead = new WriteAhead(o.row.id, newId(), textChangedAt(o.row), o.readOnly ? null : o.storage);
		this.autosave = new Autosave({
			prepare: o.prepare,
			write: () => this.write(),
			onState: o.onState,
			...o.autosave
		});
		if (o.readOnly) this.autosave.stop(true);
	}

	/** The record as it was saved or read last. */
	get row(): Manuscript {
		return this.writer.last;
	}

	/** What the person did last would be lost if the page went now. */
	get atRisk(): boolean {
		return this.autosave.unsaved && (this.ahead.lacking || this.autosave.state === 'failed');
	}

	/** The text changed by these steps; or the title. */
	changed(steps: readonly Step[], title?: string): void {
		if (this.o.readOnly || this.closed) return;
		this.ahead.add(steps, title);
		this.autosave.changed();
	}

	/** Saves what is unsaved, now. @returns whether everything is saved */
	save(): Promise<boolean> {
		return this.autosave.save();
	}

	/** Looks whether somebody else has written or deleted the manuscript. */
	async check(): Promise<void> {
		// a save of our own may be on its way
		await this.autosave.save();
		if (this.closed) return;
		const { id, updatedAt } = this.row;
		const same = (await this.base.manuscripts.where('updatedAt').equals(updatedAt).primaryKeys()).includes(id);
		// while something is unsaved the next save decides
		if (same || this.closed || this.autosave.unsaved || this.row.updatedAt !== updatedAt) return;
		const now = await this.base.manuscripts.get(id);
		if (this.closed || this.autosave.unsaved || this.row.updatedAt !== updatedAt) return;
		if (!now) {
			this.o.onConflict({ kind: 'gone' });
			return;
		}
		this.adopt(now);
	}

	/** Puts the manuscript back on the desk after it was deleted elsewhere. */
	async putBack(): Promise<void> {
		await this.writer.putBack(this.stamped(this.ahead.step));
		this.ahead.rebase(textChangedAt(this.row));
	}

	/**
	 * What was written ahead by an earlier session is in the text again: it is written ahead anew as one edit of this one,
	 * before the earlier entries are let go. What does not fit is kept for repair.
	 */
	recovered(found: Recovered): void {
		const { steps, title, keys, misfits } = found;
		if (steps.length || title !== undefined) {
			this.ahead.add(steps, title, keys);
			this.autosave.changed();
			if (this.ahead.lacking) return;
		}
		found.remove(keys);
		for (const m of misfits)
			keepForRepair(
				{ id: m.key, from: 'ahead', fault: 'It does not fit the text as it is now.', raw: m.raw },
				this.base
			)
				// what cannot be kept there stays where it is, and is read again with the next opening
				.then(() => found.remove([m.key]))
				.catch(() => undefined);
	}

	/**
	 * Nothing is written any more after a last save.
	 * @param pending what still comes into the text, and is saved with it
	 * @returns whether everything was saved
	 */
	async close(pending: Promise<unknown> = Promise.resolve()): Promise<boolean> {
		const saving = pending.then(() => this.autosave.save());
		closings.add(saving);
		try {
			const saved = await saving;
			this.closed = true;
			this.autosave.stop(true);
			return saved || this.o.readOnly;
		} finally {
			closings.delete(saving);
		}
	}

	private adopt(row: Manuscript): void {
		const { doc, updatedAt } = this.row;
		const textToo = JSON.stringify(row.doc) !== JSON.stringify(doc);
		this.writer.accept(row);
		this.ahead.rebase(textChangedAt(row));
		this.o.adopt(row, textToo);
		if (textToo && updatedAt !== row.updatedAt) this.o.onConflict({ kind: 'adopted' });
	}

	private stamped(step: number): Partial<Manuscript> {
		return { ...this.o.snapshot(), saved: { session: this.ahead.session, step } };
	}

	private async write(): Promise<void> {
		const { step } = this.ahead;
		const change = this.stamped(step);
		const outcome = await this.writer.save(change);
		switch (outcome.kind) {
			case 'saved':
				if (outcome.row.title !== change.title) this.o.adopt(outcome.row, false);
				break;
			case 'gone':
				await this.writer.putBack(change);
				this.o.onConflict({ kind: 'put-back' });
				break;
			case 'changed': {
				const { copy } = await this.writer.keepBoth(outcome.row, change);
				this.o.onConflict({ kind: 'both', copy: copy.title });
			}
		}
		this.ahead.saved(step);
	}
}
