/** The library's worker: reading files, telling duplicates, tidying; all that would hold the page up. */
import * as Comlink from 'comlink';
import { findDuplicates, type Group } from '$lib/core/source';
import { tidy, tidyContext, type Finding } from '$lib/core/source/tidy';
import { loadWords } from '$lib/core/source/sentence-case';
import { readImport, type ImportFile, type ImportReport, type ImportRow, type Lite } from './read-import';

/** What is in the library, as far as it was told. */
const here: Lite[] = [];

const api = {
	/** Tells a part of the library; the parts come one by one so that no message holds the page up. */
	know(part: Lite[]): void {
		here.push(...part);
	},

	read(
		files: ImportFile[],
		progress: (share: number, file: string) => void,
		deliver: (rows: ImportRow[]) => Promise<void>
	): Promise<ImportReport> {
		return readImport(files, here, progress, deliver);
	},

	/** Groups of likely duplicates. */
	duplicates(notDuplicates: string[]): Group[] {
		return findDuplicates(here, new Set(notDuplicates));
	},

	/** Findings of every source that has any. */
	async tidyAll(titles: 'sentence' | 'headline' | 'as-is'): Promise<{ id: string; findings: Finding[] }[]> {
		const ctx = tidyContext(
			titles,
			here.map((l) => l.item),
			await loadWords(),
			new Date()
		);
		return here.map((l) => ({ id: l.id, findings: tidy(l.item, ctx, l.ignored) })).filter((x) => x.findings.length);
	}
};

export type LibraryApi = typeof api;
Comlink.expose(api);
