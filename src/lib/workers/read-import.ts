/** Reading what is brought in: files of any format, each record looked up among what is here. Runs in the worker. */
import { readHtml } from '$lib/core/capture';
import type { Item } from '$lib/core/csl';
import { decodeText, FORMAT_NAMES, readReferences, type ReadRecord } from '$lib/core/exchange';
import { createMatcher, prepare, titleOf, type Excerpt, type Likeness } from '$lib/core/source';
import { itemFaults } from '$lib/core/source/validate';

export interface Lite {
	id: string;
	item: Item;
	key?: string;
	ignored?: string[];
}

/** One record of an import, and what the library has like it. */
export interface ImportRow {
	item: Item;
	key: string;
	tags: string[];
	annotation: string;
	shelves?: string[];
	excerpts?: Excerpt[];
	/** The reference as it was typed, and its fields that are doubtful. */
	typed?: string;
	doubtful?: string[];
	/** The paper or page in whose list it stands. */
	listedIn?: string;
	notes: string[];
	file: string;
	line: number;
	/** Not here yet; here already; perhaps here; a second time in the import itself. */
	state: 'new' | 'here' | 'perhaps' | 'repeated';
	/** The source or, for `repeated`, the number of the row that it is like. */
	like: (Likeness & { id: string }) | null;
}

export interface ImportSkipped {
	file: string;
	line: number;
	what: string;
	why: string;
}

export interface ImportReport {
	/** What each file was. */
	files: { name: string; format: string; read: number; skipped: number }[];
	rows: ImportRow[];
	skipped: ImportSkipped[];
	remarks: string[];
}

/** A source that is not one yet. */
export interface Draft {
	item: Item;
	key?: string;
	tags?: string[];
	shelves?: string[];
	annotation?: string;
	excerpts?: Excerpt[];
	/** To be said of it in the report. */
	note?: string;
	line?: number;
	typed?: string;
	doubtful?: string[];
	listedIn?: string;
	/** The source that it is, where that was told already. */
	like?: Likeness & { id: string };
}

export interface ImportFile {
	name: string;
	/** Bytes of a file, text that was pasted, or drafts that were made elsewhere (a PDF, a look-up, a colleague's library). */
	content: ArrayBuffer | string | Draft[];
	/** The words of a paper that drafts were made of: what it lists can be brought in too. */
	paper?: string;
}

const today = (): [number, number, number] => {
	const d = new Date();
	return [d.getFullYear(), d.getMonth() + 1, d.getDate()];
};

const LOOK = 'Taken from the page or paper: look it through.';

const draft = (d: Draft): ReadRecord & Draft => ({
	...d,
	key: d.key ?? '',
	line: d.line ?? 1,
	notes: d.note ? [d.note] : [],
	tags: d.tags ?? [],
	annotation: d.annotation ?? ''
});

/** What a page or paper is called. @param file where it has no title */
const nameOf = (item: Item | undefined, file: string): string => (item?.title ? titleOf(item) : file);

interface ReadFile {
	format: string;
	records: (ReadRecord & Partial<Draft>)[];
	skipped: Omit<ImportSkipped, 'file'>[];
	remarks: string[];
}

async function readOne(f: ImportFile, here: Lite[]): Promise<ReadFile> {
	const none = { skipped: [], remarks: [] };
	if (Array.isArray(f.content)) {
		const records = f.content.map(draft);
		if (f.paper) {
			const { draftsListedInPaper } = await import('./typed-list');
			records.push(...(await draftsListedInPaper(f.paper, here, nameOf(records[0]?.item, f.name))).map(draft));
		}
		return { format: '', records, ...none };
	}
	const text = typeof f.content === 'string' ? f.content : decodeText(new Uint8Array(f.content));
	const r = readReferences(text);
	if (r)
		return {
			format: (r.formats ?? [r.format]).map((x) => FORMAT_NAMES[x]).join(', '),
			records: r.records,
			skipped: r.skipped,
			remarks: r.remarks ?? []
		};
	if (/\.x?html?$/i.test(f.name) || /^\s*(?:<!doctype html|<html[\s>]|<!--)/i.test(text)) {
		const items = readHtml(text, today());
		const { draftsListedInPage } = await import('./typed-list');
		const list = await draftsListedInPage(text, here, nameOf(items[0], f.name));
		return {
			format: 'web page',
			records: [...items.map((item) => draft({ item, note: LOOK })), ...list.map(draft)],
			skipped:
				items.length || list.length
					? []
					: [{ line: 1, what: text.trim().slice(0, 60), why: 'The page says nothing of what it is.' }],
			remarks: []
		};
	}
	const { isTypedList } = await import('$lib/core/match');
	if (isTypedList(text)) {
		const { draftsOfList } = await import('./typed-list');
		return { format: 'typed references', records: (await draftsOfList(text, here)).map(draft), ...none };
	}
	return {
		format: 'unknown',
		records: [],
		skipped: [
			{
				line: 1,
				what: text.trim().slice(0, 60),
				why: text.trim()
					? 'This is no format that can be read here: BibTeX, RIS, MEDLINE, CSL-JSON, MODS, HTML, PDF or typed references.'
					: 'The file is empty.'
			}
		],
		remarks: []
	};
}

/** A record goes on to the next slice so that word of progress gets out. */
const SLICE = 500;
const breathe = () => new Promise<void>((r) => setTimeout(r, 0));

/**
 * Reads files and looks every record up among what is here.
 * @param progress told how far it is, 0 to 1, and where
 * @param deliver takes the rows in slices, so that no message is large; the report then has none
 */
export async function readImport(
	files: ImportFile[],
	here: Lite[],
	progress: (share: number, file: string) => void,
	deliver?: (rows: ImportRow[]) => Promise<void>
): Promise<ImportReport> {
	const report: ImportReport = { files: [], rows: [], skipped: [], remarks: [] };
	const known = createMatcher(here);
	const own = createMatcher();
	let slice: ImportRow[] = [];
	let count = 0;
	const flush = async () => {
		if (!deliver || !slice.length) return;
		const rows = slice;
		slice = [];
		await deliver(rows);
	};
	for (const [n, f] of files.entries()) {
		progress(n / files.length, f.name);
		await breathe();
		const r = await readOne(f, here);
		let read = 0;
		const skip = (line: number, what: string, why: string) => report.skipped.push({ file: f.name, line, what, why });
		for (const s of r.skipped) skip(s.line, s.what, s.why);
		for (const [i, rec] of r.records.entries()) {
			if (i % SLICE === SLICE - 1) {
				progress((n + (0.3 + 0.7 * (i / r.records.length))) / files.length, f.name);
				await breathe();
				await flush();
			}
			const faults = itemFaults({ ...rec.item, id: rec.item.id || 'new' });
			if (faults.length) {
				skip(rec.line, titleOf(rec.item), `${faults[0].field}: ${faults[0].message}`);
				continue;
			}
			const ready = prepare(rec.item);
			const there = rec.like ?? known.match(ready);
			const first = there ? null : own.match(ready);
			const state = there ? (there.sure ? 'here' : 'perhaps') : first?.sure ? 'repeated' : 'new';
			if (state !== 'repeated') own.add(String(count), ready);
			count++;
			(deliver ? slice : report.rows).push({
				...rec,
				file: f.name,
				state,
				like: there ?? (state === 'repeated' ? first : null)
			});
			read++;
		}
		report.files.push({
			name: f.name,
			format: r.format,
			read,
			skipped: report.skipped.filter((s) => s.file === f.name).length
		});
		await flush();
		report.remarks.push(...r.remarks.map((x) => (files.length > 1 ? `${f.name}: ${x}` : x)));
	}
	return report;
}
