/** Library, brought styles, bound works and choices: one file in the folder. */
import { inLines, mergeRows, mergeSource, mergeWork, sameContent, stable, type Head } from '$lib/core/folder';
import { newId } from '$lib/core/manuscript';
import { titleOf, type Source } from '$lib/core/source';
import { wholeWork, type Work } from '$lib/core/work';
import { emptyBackup, LOCAL, type Backup } from '../backup';
import { binSource, binStyle, binWork, freeKey } from '../bin';
import { announce } from '../changes';
import type { Database, OwnStyle, Setting } from '../db';
import { sift, soundSources, soundStyles, idOf } from '../repair';
import { isSetting } from '../settings';
import type { MergedPart, Part, Side } from './part';
import type { Note } from './state';

export interface LibraryValue {
	sources: Source[];
	styles: OwnStyle[];
	works: Work[];
	settings: Setting[];
	/** Manuscripts that were deleted. */
	gone: { id: string; at: number }[];
}

const many = (n: number, word: string): string => `${n.toLocaleString('en')} ${word}${n === 1 ? '' : 's'}`;
const byId = (x: { id: string }): string => x.id;
const named = (list: string[]): string =>
	list.length > 3 ? `${list.slice(0, 3).join(', ')} and ${list.length - 3} more` : list.join(', ');
const sameSource = (a: Source, b: Source): boolean =>
	a === b || JSON.stringify(a) === JSON.stringify(b) || sameContent(a, b);

/** Rows that are set aside for repair are not deleted: they count as they were had last. */
async function setAsideOf(table: string, base: Database): Promise<Set<string>> {
	const ids = await base.repair.toCollection().primaryKeys();
	return new Set(ids.filter((i) => i.startsWith(`${table}:`)).map((i) => i.slice(table.length + 1)));
}

export class LibraryPart implements Part<LibraryValue> {
	readonly id = 'file:library';
	readonly path = 'library.json';
	readonly history = 'history/library';

	/** @param gone manuscripts that were deleted */
	constructor(
		private readonly base: Database,
		public gone: LibraryValue['gone'],
		/** What this machine is called: a new name is told with the next file. */
		private readonly by = ''
	) {}

	private readSettings = async (): Promise<Setting[]> =>
		(await this.base.settings.toArray()).filter((s) => !LOCAL.has(s.key) && isSetting(s.key, s.value));

	async sign(): Promise<string> {
		const { base } = this;
		const last = async (t: { orderBy(k: string): { last(): PromiseLike<{ updatedAt?: number } | undefined> } }) =>
			(await t.orderBy('updatedAt').last())?.updatedAt ?? 0;
		return stable([
			[await base.sources.count(), await last(base.sources)],
			[await base.styles.count(), await last(base.styles)],
			[await base.works.count(), await last(base.works)],
			await this.readSettings(),
			this.gone,
			this.by
		]);
	}

	async read(): Promise<LibraryValue> {
		const { base } = this;
		return {
			sources: soundSources(await base.sources.toArray(), base),
			styles: soundStyles(await base.styles.toArray(), base),
			works: sift('works', await base.works.toArray(), wholeWork, idOf, base),
			settings: await this.readSettings(),
			gone: this.gone
		};
	}

	from({ sources, styles, works, settings }: Backup, head: Head): LibraryValue {
		return {
			sources,
			styles,
			works,
			settings,
			gone: Object.entries(head.gone ?? {}).map(([id, at]) => ({ id, at }))
		};
	}

	write({ sources, styles, works, settings, gone }: LibraryValue, head: Head, savedAt: string): string {
		const { format, version, savedAt: _, ...empty } = emptyBackup();
		const folder: Head = { ...head, gone: Object.fromEntries(gone.map((g) => [g.id, g.at])) };
		return inLines({ format, version, savedAt, folder, ...empty, sources, styles, works, settings }, 2);
	}

	same = (a: LibraryValue, b: LibraryValue): boolean =>
		this.sameList(a.sources, b.sources, sameSource) &&
		this.sameList(a.styles, b.styles) &&
		this.sameList(a.works, b.works) &&
		this.sameList(a.gone, b.gone) &&
		stable([...a.settings].sort((x, y) => (x.key < y.key ? -1 : 1))) ===
			stable([...b.settings].sort((x, y) => (x.key < y.key ? -1 : 1)));

	private sameList<T extends { id: string }>(a: T[], b: T[], same: (x: T, y: T) => boolean = sameContent): boolean {
		const other = new Map(b.map((x) => [x.id, x]));
		return (
			a.length === b.length &&
			a.every((x) => {
				const y = other.get(x.id);
				return y !== undefined && same(x, y);
			})
		);
	}

	async merge(
		base: LibraryValue | undefined,
		mine: LibraryValue,
		{ value: theirs, by }: Side<LibraryValue>
	): Promise<MergedPart<LibraryValue>> {
		const now = Date.now();
		const notes: Note[] = [];
		const say = (text: string, open = false) => notes.push({ at: now, text, ...(open ? { open } : {}) });
		const broken = await setAsideOf('sources', this.base);
		const asHad = (base?.sources ?? []).filter((s) => broken.has(s.id) && !mine.sources.some((m) => m.id === s.id));
		const sources = mergeRows(base?.sources, [...mine.sources, ...asHad], theirs.sources, byId, {
			same: sameSource,
			both: (b, m, t) => mergeSource(b, m, t, by, now)
		});
		const clashed = sources.both.filter((s) => s.clashes?.some((c) => c.at === now));
		const plain = sources.put.length - clashed.length;
		if (plain > 0) say(`${many(plain, 'source')} came from ${by}.`);
		if (sources.gone.length)
			say(
				`${many(sources.gone.length, 'source')} deleted on ${by} went to the bin: ${named(sources.gone.map((s) => s.key))}.`
			);
		if (sources.kept.length)
			say(
				`Deleted on one machine and changed on the other, and therefore kept: ${named(sources.kept.map((s) => titleOf(s.item) || s.key))}.`
			);
		if (clashed.length)
			say(
				`Changed here and on ${by} in the same fields: ${named(clashed.map((s) => titleOf(s.item) || s.key))}. Both are kept; choose in Sources.`,
				true
			);

		const styles = mergeRows(base?.styles, mine.styles, theirs.styles, byId, {
			// of two files of one name the one that was brought last is used, and the other goes to the bin
			both: (_, m, t) => (t.updatedAt > m.updatedAt ? t : m)
		});
		for (const s of styles.both) say(`The style “${s.title}” was brought on both machines; the later one is used.`);

		const copies: Work[] = [];
		const works = mergeRows(base?.works, mine.works, theirs.works, byId, {
			both: (b, m, t) => {
				const { work, clash } = mergeWork(b, m, t);
				if (clash) {
					copies.push({ ...t, id: `work-${newId()}`, title: `${t.title} (from ${by})`, updatedAt: now });
					say(`The bound work “${m.title}” was changed here and on ${by}. Both are on the desk.`, true);
				}
				return work;
			}
		});
		if (works.gone.length) say(`Deleted on ${by} and now in the bin: ${named(works.gone.map((w) => w.title))}.`);

		const settings = mergeRows(base?.settings, mine.settings, theirs.settings, (s) => s.key, {
			both: (b, m, t) => {
				// what was put together by hand, entry by entry, is kept from both
				if (m.key !== 'notDuplicates' || !Array.isArray(m.value) || !Array.isArray(t.value)) return m;
				const before = new Set(Array.isArray(b?.value) ? (b.value as unknown[]) : []);
				const [mv, tv] = [m.value as unknown[], t.value as unknown[]];
				const out = [...new Set([...mv, ...tv])].filter((x) => !before.has(x) || (mv.includes(x) && tv.includes(x)));
				return { ...m, value: out };
			}
		});
		const gone = mergeRows(base?.gone, mine.gone, theirs.gone, byId, { both: (_, m) => m });
		return {
			value: {
				sources: this.freeKeys(sources.rows),
				styles: styles.rows,
				works: [...works.rows, ...copies],
				settings: settings.rows,
				gone: gone.rows
			},
			notes
		};
	}

	/** Two machines may have given one key to two sources: the one that was made first keeps it, on both alike. */
	private freeKeys(list: Source[]): Source[] {
		const by = new Map<string, Source[]>();
		for (const s of list) by.set(s.key, [...(by.get(s.key) ?? []), s]);
		const taken = new Set(by.keys());
		const next = new Map<string, string>();
		for (const [key, group] of by)
			for (const s of group.sort((a, b) => a.createdAt - b.createdAt || (a.id < b.id ? -1 : 1)).slice(1)) {
				const free = freeKey(key, taken);
				taken.add(free);
				next.set(s.id, free);
			}
		return list.map((s) => (next.has(s.id) ? { ...s, key: next.get(s.id)!, updatedAt: s.updatedAt + 1 } : s));
	}

	async apply(value: LibraryValue, before: LibraryValue, sign: string): Promise<boolean> {
		const { base } = this;
		const was = new Map(before.sources.map((s) => [s.id, s]));
		const broken = await setAsideOf('sources', base);
		const put = value.sources.filter((s) => was.get(s.id) !== s && !broken.has(s.id));
		const stays = new Set(value.sources.map((s) => s.id));
		const gone = before.sources.filter((s) => !stays.has(s.id));
		const tables = [base.sources, base.styles, base.works, base.settings, base.bin];
		const done = await base.transaction('rw', tables, async () => {
			// a person may have written meanwhile: all of it is looked at again then
			if ((await this.sign()) !== sign) return false;
			// keys are unique: those that move from one source to another must be free first
			await base.sources.bulkDelete([...gone.map((s) => s.id), ...put.filter((s) => was.has(s.id)).map((s) => s.id)]);
			await base.sources.bulkPut(
				put.map((s) => ({ ...s, updatedAt: Math.max(s.updatedAt, (was.get(s.id)?.updatedAt ?? 0) + 1) }))
			);
			await base.bin.bulkPut(gone.map((s) => binSource(s)));
			await base.bin.bulkDelete(put.map((s) => `source:${s.id}`));
			await this.replace(base.styles, before.styles, value.styles, (s) => binStyle(s));
			await this.replace(base.works, before.works, value.works, (w) => binWork(w));
			const keys = new Set(value.settings.map((s) => s.key));
			await base.settings.bulkDelete(before.settings.filter((s) => !keys.has(s.key)).map((s) => s.key));
			await base.settings.bulkPut(value.settings);
			return true;
		});
		if (!done) return false;
		this.gone = value.gone;
		announce({ put: put.map((s) => s.id), gone: gone.map((s) => s.id) });
		return true;
	}

	/** Writes what changed; what goes, and what a later one takes the place of, is in the bin. */
	private async replace<T extends OwnStyle | Work>(
		table: { bulkPut(l: T[]): PromiseLike<unknown>; bulkDelete(l: string[]): PromiseLike<unknown> },
		before: T[],
		after: T[],
		toBin: (x: T) => ReturnType<typeof binStyle>
	): Promise<void> {
		const was = new Map(before.map((x) => [x.id, x]));
		const is = new Map(after.map((x) => [x.id, x]));
		const put = after.filter((x) => was.get(x.id) !== x);
		await this.base.bin.bulkPut(before.filter((x) => !is.has(x.id)).map(toBin));
		await table.bulkDelete(before.filter((x) => !is.has(x.id)).map((x) => x.id));
		await table.bulkPut(
			put.map((x) => ({ ...x, updatedAt: Math.max(x.updatedAt, (was.get(x.id)?.updatedAt ?? 0) + 1) }))
		);
	}
}
