/** One look at the folder: what is here goes there, what came there comes here. */
import { isWord } from '$lib/core/guards';
import { binManuscript } from '../bin';
import { BackupError } from '../backup';
import type { Database } from '../db';
import { Exchange, type Exchanged, type Who } from './exchange';
import { folderFault } from './handle-folder';
import { LibraryPart, type LibraryValue } from './library-part';
import { idOfFile, ManuscriptPart } from './manuscript-part';
import { picturesIn, takePictures, writePictures } from './pictures';
import { FolderError, type Folder } from './port';
import { READ_ME } from './read-me';
import { writeReadable } from './readable';
import { folderState, knownOf, noteState, seenFiles, type Note, type Seen } from './state';
import type { Part } from './part';

export interface Looking extends Who {
	/** Manuscripts with edits that were written ahead and are not saved yet: they are left as they are. */
	ahead: ReadonlySet<string>;
	/** Large files are written too, however lately they were. */
	hurry?: boolean;
	now?: number;
}

/** Somebody who has written so lately may be in the middle of a sentence; milliseconds. */
const PAUSE = 3000;
const DAY = 86_400_000;
/** Deleted manuscripts are remembered so long that every machine has seen it. */
const GONE_KEPT = 400 * DAY;
/** Ids that are names of files everywhere. */
const PLAIN = /^[\w-]{1,80}$/;

/**
 * Looks at the folder once and notes down how it went.
 * @throws FolderError where it could not be used; what went well before stays done
 */
export async function lookAtFolder(folder: Folder, base: Database, o: Looking): Promise<{ notes: Note[] }> {
	const notes: Note[] = [];
	const waits: string[] = [];
	try {
		const look = new Look(folder, base, o, notes, waits);
		const lacking = await look.run();
		const at = look.later ? {} : { at: o.now ?? Date.now() };
		await noteState({ ...at, trouble: '', asks: false, notes, waits, lacking }, base);
		return { notes };
	} catch (e) {
		const fault = e instanceof BackupError ? new FolderError(e.message) : folderFault(e);
		await noteState({ trouble: fault.message, asks: fault.asks, notes, waits }, base);
		throw fault;
	}
}

/** Databases whose copies for reading were looked through since the worker began. */
const looked = new Set<string>();

/** When each manuscript was changed, by the index alone: no text is read. */
async function quickTimes(base: Database): Promise<[string, number][]> {
	const all = base.manuscripts.orderBy('updatedAt');
	const [ids, times] = await base.transaction('r', base.manuscripts, () =>
		Promise.all([all.primaryKeys(), all.keys() as PromiseLike<unknown> as Promise<number[]>])
	);
	return ids.map((id, i) => [id, times[i]]);
}

/** Tells states of manuscripts apart by the indices alone: when it was changed, and which states are kept of it. */
async function quickSigns(base: Database, only?: string): Promise<Map<string, string>> {
	const out = new Map<string, string>();
	for (const [id, at] of await quickTimes(base)) {
		if (only !== undefined && id !== only) continue;
		const states = await base.versions.where('[manuscriptId+at]').between([id, 0], [id, Infinity]).keys();
		out.set(id, `${at} ${states.length} ${String(states.at(-1) ?? '')}`);
	}
	// one without a time of change is in no index: it is looked at each time
	for (const id of await base.manuscripts.toCollection().primaryKeys())
		if (!out.has(id)) out.set(id, `? ${performance.now()}`);
	return out;
}

class Look {
	private readonly now: number;
	/** Something that is large goes there with a later look. */
	later = false;
	constructor(
		private readonly folder: Folder,
		private readonly base: Database,
		private readonly o: Looking,
		private readonly notes: Note[],
		private readonly waits: string[]
	) {
		this.now = o.now ?? Date.now();
	}

	private seen: Record<string, Seen> = {};
	/** Something is not as it was seen last. */
	private touched = false;

	/** @returns pictures that are named and not there */
	async run(): Promise<string[]> {
		const { folder, base } = this;
		this.seen = await seenFiles(base);
		const before = JSON.stringify(this.seen);
		if (!(await folder.info('Read me.txt'))) await folder.write('Read me.txt', READ_ME);
		const library = new LibraryPart(base, await this.goneHere(), this.o.by);
		const root = await folder.list('');
		const extra = root.map((f) => f.name).filter((n) => /^library.+\.json$/.test(n));
		await this.library(library, extra);
		const files = (await folder.list('manuscripts')).filter((f) => f.name.endsWith('.json'));
		const there = new Map(files.map((f) => [f.name.slice(0, -5), f]));
		const goneNow = await this.deletions(library.gone, there);
		const lacking = new Set((await folderState(base)).lacking);
		const here = await quickSigns(base);
		const stems = [...new Set([...here.keys(), ...there.keys()])];
		/** Of a file that a service put beside another, because both machines had written it, the name of that one. */
		const besideOf = (stem: string): string =>
			here.has(stem)
				? ''
				: (stems.find((id) => stem !== id && stem.startsWith(id) && /^[^0-9a-z]/i.test(stem.slice(id.length))) ?? '');
		const ids = stems.filter((id) => PLAIN.test(id) && !besideOf(id));
		for (const id of ids) {
			const beside = files.filter((f) => besideOf(f.name.slice(0, -5)) === id).map((f) => `manuscripts/${f.name}`);
			const known = this.seen[idOfFile(id)];
			const file = there.get(id);
			const same = known && file && known.size === file.size && known.at === file.at && known.sign === here.get(id);
			if (!same || beside.length) await this.manuscript(id, file !== undefined, beside, lacking);
		}
		// what became of deletions is in the library's file as well
		const gone = [...goneNow.values()].filter((g) => g.at > this.now - GONE_KEPT);
		await this.keepGone(gone);
		if (JSON.stringify(gone) !== JSON.stringify(library.gone))
			await this.library(new LibraryPart(base, gone, this.o.by), []);
		const left = await takePictures(lacking, folder, base);
		if (this.touched || !looked.has(base.name)) {
			const heads = new Map(
				(await quickTimes(base)).map(([id, at]) => [id, { title: this.seen[idOfFile(id)]?.title, at }])
			);
			this.notes.push(...(await writeReadable(folder, base, heads, this.now)));
			looked.add(base.name);
		}
		if (JSON.stringify(this.seen) !== before) await base.folder.put({ id: 'seen', files: this.seen });
		return left;
	}

	private async library(part: LibraryPart, extra: string[]): Promise<void> {
		const known = this.seen[part.id];
		const [info, sign] = [await this.folder.info(part.path), await part.sign()];
		if (known && info && known.size === info.size && known.at === info.at && known.sign === sign && !extra.length)
			return;
		const out = await this.exchange(part, extra);
		if (out.done && !out.later) await this.see(part, await part.sign());
	}

	private async exchange<T>(part: Part<T>, extra: string[]): Promise<Exchanged> {
		const { folder, base, o, now } = this;
		this.touched = true;
		const who = { machine: o.machine, by: o.by };
		const out = await new Exchange(part, folder, base, who, extra, now, o.hurry).run();
		this.later ||= out.later;
		this.notes.push(...out.notes);
		if (!out.done) this.waits.push(out.why || `${part.path} is not whole yet, or was changed at this moment`);
		if (part instanceof LibraryPart) await this.keepGone(part.gone);
		return out;
	}

	private async see(part: { id: string; path: string }, sign: string, title?: string): Promise<void> {
		const info = await this.folder.info(part.path);
		if (info) this.seen[part.id] = { sign, size: info.size, at: info.at, ...(title === undefined ? {} : { title }) };
	}

	// --- manuscripts --------------------------------------------------------------------------------------------------

	private async manuscript(id: string, there: boolean, extra: string[], lacking: Set<string>): Promise<void> {
		const { base, folder, o } = this;
		// one that cannot be read waits for its repair: the folder keeps what it has
		if (await base.repair.get(`manuscripts:${id}`)) return;
		const quick = (await quickSigns(base, id)).get(id) ?? '';
		const row = await base.manuscripts.get(id);
		const part = new ManuscriptPart(id, base);
		const known = await knownOf(part.id, base);
		if (!row && !there) return;
		const info = there ? await folder.info(part.path) : null;
		const changedThere = info !== null && (info.size !== known?.size || info.at !== known.at);
		if (changedThere && row) {
			if (o.ahead.has(id)) {
				this.waits.push(`“${row.title}” has edits that were not saved: open it once`);
				return;
			}
			if (row.updatedAt > this.now - PAUSE && known) {
				this.waits.push(`“${row.title}” is being written`);
				return;
			}
		}
		if (row) await writePictures(picturesIn(row), folder, base);
		const out = await this.exchange(part, extra);
		const now = out.came ? await base.manuscripts.get(id) : row;
		if (out.done && !out.later)
			await this.see(part, out.came ? ((await quickSigns(base, id)).get(id) ?? '') : quick, now?.title);
		if (!out.came) return;
		if (now) for (const p of picturesIn(now)) lacking.add(p);
		if (!row && now) this.notes.push({ at: this.now, text: `“${now.title}” came from the folder.`, manuscript: id });
	}

	// --- what was deleted ---------------------------------------------------------------------------------------------

	private async goneHere(): Promise<LibraryValue['gone']> {
		const row = (await this.base.folder.get('gone')) as { list?: unknown } | undefined;
		return Array.isArray(row?.list)
			? (row.list as LibraryValue['gone']).filter((g) => isWord(g?.id) && typeof g.at === 'number')
			: [];
	}
	private keepGone = async (list: LibraryValue['gone']): Promise<void> =>
		void (await this.base.folder.put({ id: 'gone', list }));

	/** Deletes there what was deleted here, and here what was deleted there; what was changed since stays. */
	private async deletions(
		told: LibraryValue['gone'],
		there: Map<string, unknown>
	): Promise<Map<string, LibraryValue['gone'][number]>> {
		const { base, folder } = this;
		const gone = new Map(told.map((g) => [g.id, g]));
		const rows = await base.folder.toCollection().primaryKeys();
		for (const row of rows) {
			const id = row.startsWith(idOfFile('')) ? row.slice(idOfFile('').length) : '';
			if (!id || (await base.manuscripts.get(id)) || (await base.repair.get(`manuscripts:${id}`))) continue;
			const part = new ManuscriptPart(id, base);
			const known = await knownOf(part.id, base);
			const info = await folder.info(part.path);
			const same = known && info && info.size === known.size && info.at === known.at;
			if (info && !same && !gone.has(id)) {
				// it was changed there since: it comes back
				await base.folder.delete(row);
				continue;
			}
			if (info) {
				await folder.write(
					`${part.history}/${'deleted '}${new Date(this.now).toISOString().slice(0, 10)}.json`,
					(await folder.read(part.path)) ?? ''
				);
				await folder.remove(part.path);
				there.delete(id);
			}
			await base.folder.delete(row);
			delete this.seen[row];
			this.touched = true;
			if (!gone.has(id)) gone.set(id, { id, at: this.now });
		}
		for (const { id } of told) {
			const m = await base.manuscripts.get(id);
			if (!m) continue;
			const part = new ManuscriptPart(id, base);
			const known = await knownOf(part.id, base);
			const unchanged = known !== undefined && known.sign === (await part.sign()) && !this.o.ahead.has(id);
			if (!unchanged || there.has(id)) {
				gone.delete(id);
				if (known && !there.has(id))
					this.notes.push({
						at: this.now,
						text: `“${m.title}” was deleted on another machine and changed here: it is kept.`,
						manuscript: id
					});
				continue;
			}
			await base.transaction('rw', base.manuscripts, base.versions, base.bin, base.folder, async () => {
				await base.bin.put(binManuscript(m, await base.versions.where('manuscriptId').equals(id).toArray()));
				await base.versions.where('manuscriptId').equals(id).delete();
				await base.manuscripts.delete(id);
				await base.folder.delete(part.id);
			});
			delete this.seen[part.id];
			this.touched = true;
			this.notes.push({ at: this.now, text: `“${m.title}” was deleted on another machine. It is in the bin.` });
		}
		return gone;
	}
}
