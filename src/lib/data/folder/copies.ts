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
import { folderState, knownOf, noteState, type Note } from './state';
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

	/** @returns pictures that are named and not there */
	async run(): Promise<string[]> {
		const { folder, base } = this;
		if (!(await folder.info('Read me.txt'))) await folder.write('Read me.txt', READ_ME);
		const library = new LibraryPart(base, await this.goneHere(), this.o.by);
		const root = await folder.list('');
		const extra = root.map((f) => f.name).filter((n) => /^library.+\.json$/.test(n));
		await this.exchange(library, extra);
		const files = (await folder.list('manuscripts')).filter((f) => f.name.endsWith('.json'));
		const there = new Set(files.map((f) => f.name.slice(0, -5)));
		const goneNow = await this.deletions(library.gone, there);
		const lacking = new Set((await folderState(base)).lacking);
		const ids = new Set(
			[...((await base.manuscripts.toCollection().primaryKeys()) as string[]), ...there].filter((id) => PLAIN.test(id))
		);
		for (const id of ids) {
			const beside = files
				.map((f) => f.name)
				.filter((n) => n !== `${id}.json` && n.startsWith(id) && !ids.has(n.slice(0, -5)));
			await this.manuscript(
				id,
				there.has(id),
				beside.map((n) => `manuscripts/${n}`),
				lacking
			);
		}
		// what became of deletions is in the library's file as well
		const gone = [...goneNow.values()].filter((g) => g.at > this.now - GONE_KEPT);
		await this.keepGone(gone);
		if (JSON.stringify(gone) !== JSON.stringify(library.gone))
			await this.exchange(new LibraryPart(base, gone, this.o.by), []);
		const left = await takePictures(lacking, folder, base);
		this.notes.push(...(await writeReadable(folder, base, this.now)));
		return left;
	}

	private async exchange<T>(part: Part<T>, extra: string[]): Promise<Exchanged> {
		const { folder, base, o, now } = this;
		const out = await new Exchange(part, folder, base, { machine: o.machine, by: o.by }, extra, now, o.hurry).run();
		this.later ||= out.later;
		this.notes.push(...out.notes);
		if (!out.done) this.waits.push(`${part.path} is not whole yet, or was changed at this moment`);
		if (part instanceof LibraryPart) await this.keepGone(part.gone);
		return out;
	}

	// --- manuscripts --------------------------------------------------------------------------------------------------

	private async manuscript(id: string, there: boolean, extra: string[], lacking: Set<string>): Promise<void> {
		const { base, folder, o } = this;
		// one that cannot be read waits for its repair: the folder keeps what it has
		if (await base.repair.get(`manuscripts:${id}`)) return;
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
		if (!out.came) return;
		const now = await base.manuscripts.get(id);
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
		there: Set<string>
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
			this.notes.push({ at: this.now, text: `“${m.title}” was deleted on another machine. It is in the bin.` });
		}
		return gone;
	}
}
