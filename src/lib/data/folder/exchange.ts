/**
 * One file of the folder and what is here, brought together. Each state of a file has a name and says of which states it
 * was made; so it is known whether the other machine went on from ours, ours from the other's, or both from a third, which
 * is then what they are compared with.
 */
import {
	HISTORY_GAP,
	headIn,
	historyName,
	nextLine,
	readHistoryName,
	thinned,
	type Head,
	type HistoryCopy
} from '$lib/core/folder';
import { newId } from '$lib/core/manuscript';
import { BackupError } from '../backup';
import type { Database } from '../db';
import { NotReadable, readPart, type Part, type ReadPart } from './part';
import type { Folder } from './port';
import { had, knownOf, textOfHad, type Had, type Known, type Note } from './state';

export interface Who {
	machine: string;
	by: string;
}

export interface Exchanged {
	/** What was here is in the folder, and what was in the folder is here. */
	done: boolean;
	/** Something came from the folder. */
	came: boolean;
	wrote: boolean;
	notes: Note[];
	/** It is large and was written a moment ago: what is new goes there with a later look. */
	later: boolean;
	/** Why it is not done, in words; empty where it is only for a moment. */
	why: string;
}

/** A file that breaks off may be on its way: it is given that long, in milliseconds. */
const PATIENCE = 120_000;
const decode = (b: Uint8Array): string => new TextDecoder().decode(b);
const NOTHING: Exchanged = { done: true, came: false, wrote: false, notes: [], later: false, why: '' };
/** Files of more bytes are written no oftener than that, in milliseconds: a minute is what a copy may be behind. */
const LARGE = 2_000_000;
const LARGE_GAP = 40_000;

/** Where a file of the folder could not be read yet: its size and time, and since when. */
const broken = new Map<string, { seen: string; since: number }>();

export class Exchange<T> {
	private copies: HistoryCopy[] | null = null;
	/** Why it was not done, in words. */
	private why = '';

	/** @param extra paths of files that a synchronising service put beside the file, because both had written it */
	constructor(
		private readonly part: Part<T>,
		private readonly folder: Folder,
		private readonly base: Database,
		private readonly who: Who,
		private readonly extra: string[] = [],
		private readonly now = Date.now(),
		/** Large files are written whenever something is new. */
		private readonly hurry = false
	) {}

	async run(): Promise<Exchanged> {
		const { part, folder, base } = this;
		const known = await knownOf(part.id, base);
		const sign = await part.sign();
		const info = await folder.info(part.path);
		const seen = known !== undefined && info !== null && info.size === known.size && info.at === known.at;
		if (seen && sign === known.sign && !this.extra.length) return NOTHING;
		let bytes = info && !seen ? await folder.read(part.path) : null;
		// written anew by whoever carries it; one that breaks off says the same of itself and is shorter
		if (bytes && known && info?.size === known.size && headIn(decode(bytes.subarray(0, 4000))) === known.stamp)
			bytes = null;
		if (!bytes && known && sign === known.sign && !this.extra.length) {
			// the same file, written anew by whoever carries it; or taken away by somebody
			if (info) await base.folder.put({ ...known, size: info.size, at: info.at });
			else await this.put(await this.textOf(known), known, sign);
			return NOTHING;
		}
		if (!bytes && known && info && !this.extra.length && !this.hurry) {
			const fresh = this.now - Date.parse(known.savedAt) < LARGE_GAP;
			if (known.size > LARGE && fresh) return { ...NOTHING, later: true };
		}
		const heads: ReadPart<T>[] = [];
		const notes: Note[] = [];
		/** The file itself, as another has written it. */
		let main: ReadPart<T> | undefined;
		if (bytes) {
			const read = await this.readOther(bytes, part.path, notes);
			if (read === 'later') return { ...NOTHING, done: false, why: this.why };
			if (read) heads.push((main = read));
		}
		const taken: string[] = [];
		for (const path of this.extra) {
			const more = await folder.read(path);
			const read = more && this.readQuietly(more);
			if (!read) continue;
			taken.push(path);
			heads.push(read);
		}
		const before: T | null = (await part.read()) as T | null;
		if (before === null && !heads.length) return NOTHING;
		let value: T | null = before;
		let came = false;
		for (const h of heads) {
			// it is what ours was made of: a file that came late
			if (known && (h.head.stamp === known.stamp || known.line.includes(h.head.stamp))) continue;
			if (value === null) {
				value = h.value;
				came = true;
				continue;
			}
			const common = await this.common(known, h.head);
			const merged = await part.merge(common?.value, value, { value: h.value, by: h.head.by, at: h.savedAt });
			notes.push(...merged.notes);
			came ||= !part.same(value, merged.value);
			value = merged.value;
		}
		if (value === null) return NOTHING;
		if (came && !(await part.apply(value, before, sign))) return { ...NOTHING, done: false };
		const after = came ? ((await part.read()) ?? value) : value;
		const nextSign = came ? await part.sign() : sign;
		let wrote = false;
		if (main && !taken.length && part.same(main.value, after)) {
			// nothing of ours is missing there
			await this.remember({ ...(await had({ ...main.head, savedAt: main.savedAt }, decode(bytes!))) }, known, nextSign);
		} else {
			await this.keepCopy(info !== null, bytes, main, known);
			const stamps = new Set((await this.list()).map((c) => c.stamp));
			const made = [...heads.map((h) => h.head), ...(known ? [known] : [])];
			const savedAt = new Date(this.now).toISOString();
			const head: Head = { stamp: newId(), line: nextLine(made, stamps), ...this.who };
			const text = part.write(after, head, savedAt);
			await this.put(text, { stamp: head.stamp, line: head.line, savedAt }, nextSign, known);
			wrote = true;
		}
		for (const path of taken) await this.setAside(path, heads[taken.indexOf(path) + (main ? 1 : 0)]);
		await this.thin();
		return { ...NOTHING, came, wrote, notes };
	}

	private textOf = (k: Known): Promise<string> => textOfHad(k);

	private async put(text: string, as: Omit<Had, 'text'>, sign: string, before?: Known): Promise<void> {
		await this.folder.write(this.part.path, text);
		await this.remember(await had(as, text), before, sign);
	}
	private async remember(h: Had, before: Known | undefined, sign: string): Promise<void> {
		const { part, folder, base } = this;
		const info = await folder.info(part.path);
		const last: Had | undefined = before && {
			stamp: before.stamp,
			line: before.line,
			savedAt: before.savedAt,
			text: before.text
		};
		const row: Known = { id: part.id, ...h, size: info?.size ?? 0, at: info?.at ?? 0, sign };
		await base.folder.put(last && last.stamp !== h.stamp ? { ...row, before: last } : row);
	}

	/** The file as another wrote it; `later` where it may still be on its way. What cannot be read is put aside and said. */
	private async readOther(bytes: Uint8Array, path: string, notes: Note[]): Promise<ReadPart<T> | null | 'later'> {
		let why = 'it is none of Rapid Quill';
		try {
			const read = readPart(this.part, decode(bytes));
			if (read) {
				broken.delete(path);
				return read;
			}
		} catch (e) {
			if (e instanceof NotReadable) {
				this.why = `${path} in the folder is left as it is, and nothing is written to it: ${e.message}. Move it out of the folder to have it written anew`;
				return 'later';
			}
			if (!(e instanceof BackupError)) throw e;
			why = e.message.replace(/ Nothing was changed\..*$/, '').replace(/\.$/, '');
		}
		const seen = `${bytes.length}`;
		const last = broken.get(path);
		if (last?.seen !== seen) broken.set(path, { seen, since: this.now });
		if (last?.seen !== seen || this.now - last.since < PATIENCE) return 'later';
		broken.delete(path);
		await this.folder.write(`${this.part.history}/unreadable ${historyName(this.now, 'file')}`, bytes);
		notes.push({
			at: this.now,
			text: `${path} in the folder cannot be read (${why}). It is kept under history, and written anew from what is here.`
		});
		return null;
	}
	private readQuietly(bytes: Uint8Array): ReadPart<T> | null {
		try {
			return readPart(this.part, decode(bytes));
		} catch (e) {
			// it is not ours to tidy away
			if (e instanceof BackupError || e instanceof NotReadable) return null;
			throw e;
		}
	}

	/** The newest state that both come from. */
	private async common(known: Known | undefined, other: Head): Promise<ReadPart<T> | null> {
		if (!known) return null;
		const there = [other.stamp, ...other.line];
		const mine = new Set([known.stamp, ...known.line]);
		for (const h of [known, known.before])
			if (h && there.includes(h.stamp)) return readPart(this.part, await textOfHad(h));
		const copies = new Map((await this.list()).map((c) => [c.stamp, c]));
		for (const stamp of there) {
			const copy = mine.has(stamp) ? copies.get(stamp) : undefined;
			const bytes = copy && (await this.folder.read(`${this.part.history}/${copy.name}`));
			const read = bytes && this.readQuietly(bytes);
			if (read) return read;
		}
		return null;
	}

	// --- dated copies -------------------------------------------------------------------------------------------------

	private async list(): Promise<HistoryCopy[]> {
		this.copies ??= (await this.folder.list(this.part.history)).flatMap((f) => readHistoryName(f.name) ?? []);
		return this.copies;
	}

	/** Puts away what is written over, once an hour, and always what another machine wrote. */
	private async keepCopy(
		there: boolean,
		bytes: Uint8Array | null,
		main: ReadPart<T> | undefined,
		known: Known | undefined
	): Promise<void> {
		if (!there) return;
		const old = main
			? { stamp: main.head.stamp, savedAt: main.savedAt, text: bytes! }
			: known && !bytes
				? { stamp: known.stamp, savedAt: known.savedAt, text: await textOfHad(known) }
				: null;
		if (!old) return;
		const list = await this.list();
		const last = list.reduce((n, c) => Math.max(n, c.at), 0);
		const at = Date.parse(old.savedAt);
		if (list.some((c) => c.stamp === old.stamp) || (!main && at - last < HISTORY_GAP)) return;
		const name = historyName(at, old.stamp);
		await this.folder.write(`${this.part.history}/${name}`, old.text);
		this.copies = [...list, { name, at, stamp: old.stamp }];
	}
	private async setAside(path: string, h: ReadPart<T>): Promise<void> {
		await this.folder.write(
			`${this.part.history}/${historyName(Date.parse(h.savedAt), h.head.stamp)}`,
			(await this.folder.read(path)) ?? ''
		);
		await this.folder.remove(path);
	}
	private async thin(): Promise<void> {
		for (const c of thinned(await this.list(), this.now)) await this.folder.remove(`${this.part.history}/${c.name}`);
	}
}
