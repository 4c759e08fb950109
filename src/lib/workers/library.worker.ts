/**
 * The worker of jobs that need the whole library: reading files, telling duplicates, tidying. It reads the library by
 * itself, so that the page need not hold it, and ends with its job.
 */
import * as Comlink from 'comlink';
import { findDuplicates, type Group, type Source } from '$lib/core/source';
import { libraryFor } from '$lib/data/read-library';
import { tidy, tidyContext, type Finding } from '$lib/core/source/tidy';
import { loadWords } from '$lib/core/source/sentence-case';
import { readImport, type ImportFile, type ImportReport, type ImportRow, type Lite } from './read-import';

const lite = ({ id, item, ignored }: Source): Lite => ({ id, item, ignored });
let reading: Promise<Lite[]> | undefined;
/** What is in the library, read once. */
const here = () => (reading ??= libraryFor(lite));

const api = {
	async read(
		files: ImportFile[],
		progress: (share: number, file: string) => void,
		deliver: (rows: ImportRow[]) => Promise<void>
	): Promise<ImportReport> {
		return readImport(files, await here(), progress, deliver);
	},

	/** Groups of likely duplicates. */
	async duplicates(notDuplicates: string[]): Promise<Group[]> {
		return findDuplicates(await here(), new Set(notDuplicates));
	},

	/** Findings of every source that has any. */
	async tidyAll(titles: 'sentence' | 'headline' | 'as-is'): Promise<{ id: string; findings: Finding[] }[]> {
		const all = await here();
		const ctx = tidyContext(
			titles,
			all.map((l) => l.item),
			await loadWords(),
			new Date()
		);
		return all.map((l) => ({ id: l.id, findings: tidy(l.item, ctx, l.ignored) })).filter((x) => x.findings.length);
	}
};

export type LibraryApi = typeof api;
Comlink.expose(api);
