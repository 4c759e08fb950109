/** Bringing sources in, step by step: what came, what it is, what the library has of it, what is to be done with it. */
import { detectFormat } from '$lib/core/exchange';
import { completed, isTypedList, type ReadEntry } from '$lib/core/match';
import { blankSource, recognise, titleOf, type Source } from '$lib/core/source';
import { looksLikeBackup } from '$lib/data/backup';
import { looksLikePackage } from '$lib/data/package';
import { addSources, enriched, type NewSource } from '$lib/data/sources';
import {
	callback,
	runJob,
	Stopped,
	type Draft,
	type ImportFile,
	type ImportReport,
	type ImportRow,
	type Job
} from '$lib/workers/library';
import { areRows, isReport, sound } from '$lib/workers/library-answers';
import { library } from '$lib/services/library.svelte';
import { compareWords, LOOK_UP } from './compare-words';
import { EntryLookUp } from './entry-look-up.svelte';
import { LookUps } from './look-ups.svelte';

/** What to do with a record. */
export type Choice = 'add' | 'fill' | 'leave';

const DEFAULT: Record<ImportRow['state'], Choice> = { new: 'add', here: 'leave', perhaps: 'add', repeated: 'leave' };

export class ImportSession {
	report = $state.raw<ImportReport | null>(null);
	/** Choices that differ from what is usual, by the number of the row. */
	choices = $state.raw<Record<number, Choice>>({});
	progress = $state<{ share: number; file: string } | null>(null);
	trouble = $state('');
	/** A backup that was dropped among the files. */
	backup = $state.raw<File | null>(null);
	/** A package that was dropped among the files. */
	packed = $state.raw<File | null>(null);
	readonly lookUps = new LookUps();
	from = $state('');
	private job: Pick<Job<ImportReport>, 'stop'> | null = null;

	choice(i: number): Choice {
		const { state, listedIn } = this.report!.rows[i];
		// of what a paper lists the person takes what is wanted
		return this.choices[i] ?? (listedIn ? 'leave' : DEFAULT[state]);
	}
	choose(i: number, c: Choice): void {
		this.choices = { ...this.choices, [i]: c };
	}
	chooseAll(rows: number[], c: Choice): void {
		this.choices = { ...this.choices, ...Object.fromEntries(rows.map((i) => [i, c])) };
	}
	readonly counts = $derived.by(() => {
		const out = { add: 0, fill: 0, leave: 0 };
		void this.choices;
		this.report?.rows.forEach((_, i) => out[this.choice(i)]++);
		return out;
	});

	/** Reads text that was pasted: records of a format, else identifiers and words to be looked up, one a line. */
	async paste(text: string): Promise<void> {
		this.trouble = '';
		if (detectFormat(text) || /^\s*</.test(text)) {
			await this.read([{ name: 'the pasted text', content: text }]);
			return;
		}
		const lines = text
			.split(/\r?\n/)
			.map((l) => l.trim())
			.filter(Boolean);
		// a letter to somebody is neither
		const ids = lines.filter((l) => recognise(l)).length;
		if (!ids && isTypedList(text)) {
			await this.read([{ name: 'the pasted text', content: text }]);
			return;
		}
		if (lines.length > 1 && !ids && lines.some((l) => l.split(/\s+/).length > 14)) {
			this.trouble =
				'This is neither records of a known format, nor references, nor identifiers, one a line. Nothing was added.';
			return;
		}
		await this.lookUps.ask(lines);
	}

	async readFiles(files: File[]): Promise<void> {
		this.trouble = '';
		const list: ImportFile[] = [];
		for (const f of files) {
			const content = await f.arrayBuffer();
			const head = new TextDecoder('latin1').decode(content.slice(0, 60));
			if (head.startsWith('%PDF')) list.push(await this.readPdf(f.name, content, files.length > 1));
			else if (looksLikeBackup(head)) this.backup = f;
			else if (looksLikePackage(head)) this.packed = f;
			else list.push({ name: f.name, content });
		}
		if (list.length) await this.read(list);
	}

	private async readPdf(name: string, content: ArrayBuffer, others: boolean): Promise<ImportFile> {
		const none = (why: string): ImportFile => {
			const said = `${name}: ${why} ${others ? 'The other files were read.' : 'Nothing was added.'}`;
			this.trouble = this.trouble ? `${this.trouble} ${said}` : said;
			return { name, content: [] };
		};
		try {
			const [{ pdfFacts }, { noDraftFrom, readPdf }] = await Promise.all([
				import('$lib/workers/pdf'),
				import('$lib/core/capture')
			]);
			const facts = await pdfFacts(content);
			const item = readPdf(facts);
			return item
				? { name, content: [{ item, note: 'Taken from the paper: look it through.' }], paper: facts.ending }
				: none(noDraftFrom(facts));
		} catch (e) {
			return none((e as Error).message);
		}
	}

	/** Drafts from a look-up, or a colleague's sources, go the same way: through the report. */
	async takeDrafts(files: { name: string; drafts: Draft[] }[]): Promise<void> {
		await this.read(files.map((f) => ({ name: f.name, content: f.drafts })));
	}

	/** The sources of a colleague's backup: imported, with what both have found. */
	async takeLibrary(sources: Source[]): Promise<void> {
		const name = this.backup?.name ?? 'the backup';
		this.backup = null;
		await this.takeDrafts([
			{
				name,
				drafts: sources.map(({ item, key, tags, shelves, annotation, excerpts }) => ({
					item,
					key,
					tags,
					shelves,
					annotation,
					excerpts
				}))
			}
		]);
	}

	private async read(files: ImportFile[]): Promise<void> {
		this.from = files.length === 1 ? files[0].name : `${files.length} files`;
		this.progress = { share: 0, file: this.from };
		// what is here already can be told only when all of it has been read
		let stopped = false;
		const waiting = (this.job = { stop: () => (stopped = true) });
		await library.start();
		if (stopped || this.job !== waiting) {
			this.trouble = 'Stopped. Nothing was added.';
			this.progress = null;
			return;
		}
		const rows: ImportRow[] = [];
		const job: Job<ImportReport> = runJob((api) =>
			api.read(
				files,
				// word of progress may come in behind the answer
				callback((share: number, file: string) => {
					if (this.job === job) this.progress = { share, file };
				}),
				callback(async (part: ImportRow[]) => void rows.push(...sound(part, areRows)))
			)
		);
		this.job = job;
		try {
			const r: ImportReport = { ...sound(await job.result, isReport), rows };
			// what is here and like them stands beside them
			await library.hold(rows.flatMap((x) => (x.like && x.state !== 'repeated' ? [x.like.id] : [])));
			if (!r.rows.length && !r.skipped.length) this.trouble ||= `There is nothing to add from ${this.from}.`;
			else if (!r.rows.length && r.files.every((f) => f.format === 'unknown'))
				this.trouble = `${this.from}: ${r.skipped[0].why} Nothing was added.`;
			else this.report = merged(this.report, r);
		} catch (e) {
			this.trouble =
				e instanceof Stopped
					? 'Stopped. Nothing was added.'
					: `This could not be read: ${(e as Error).message}. Nothing was added.`;
		} finally {
			this.progress = null;
			this.job = null;
		}
	}
	stop(): void {
		this.job?.stop();
		this.lookUps.stop();
		this.entryLookUp.stop();
	}

	/**
	 * Does what was chosen, in one step that one undo takes back.
	 * @returns ids of what was added, and how many were filled
	 */
	async take(): Promise<{ added: string[]; filled: number }> {
		const rows = this.report!.rows;
		await library.hold(rows.flatMap((r) => (r.like && r.state !== 'repeated' ? [r.like.id] : [])));
		const add: NewSource[] = [];
		/** Numbers of rows by their place among those added, so that doubles in the import find their first. */
		const place = new Map<number, number>();
		const fill = new Map<string, Source>();
		rows.forEach((r, i) => {
			const c = this.choice(i);
			if (c === 'add') {
				place.set(i, add.length);
				const { key, tags, annotation, shelves, excerpts } = r;
				const origin = r.listedIn && `found in ${r.listedIn}`;
				add.push({ item: { ...r.item }, key, tags, annotation, shelves, excerpts, ...(origin && { origin }) });
			} else if (c === 'fill' && r.like && r.state !== 'repeated') {
				const s = fill.get(r.like.id) ?? library.sources.get(r.like.id);
				if (s) fill.set(s.id, enriched(s, r));
			}
		});
		// the second record of a work gives the first what that lacks
		rows.forEach((r, i) => {
			if (r.state !== 'repeated' || this.choice(i) !== 'fill') return;
			const first = place.get(Number(r.like!.id));
			if (first !== undefined)
				add[first] = {
					...add[first],
					item: enriched({ ...blankSource(add[first].item), ...add[first] }, r).item,
					tags: [...new Set([...(add[first].tags ?? []), ...r.tags])]
				};
		});
		const words = `Imported ${add.length.toLocaleString('en')} source${add.length === 1 ? '' : 's'}`;
		const what = fill.size ? `${words}, completed ${fill.size}` : words;
		const added = await addSources(add, this.from, undefined, what, [...fill.values()]);
		return { added: added.map((s) => s.id), filled: fill.size };
	}

	/** Whether there are references that were typed, which the look-up may know. */
	readonly comparable = $derived(this.report?.rows.some((r) => r.typed && r.state !== 'here') ?? false);

	/** Asks the look-up about references that were typed: what it adds is taken, where it differs is said. */
	async compare(): Promise<void> {
		const rows = this.report!.rows.flatMap((r, i) => (r.typed && r.state !== 'here' ? [i] : []));
		const entries = rows.map((i): ReadEntry => {
			const { item, typed, line } = this.report!.rows[i];
			return { item, text: typed!, line, confidence: {} };
		});
		await this.entryLookUp.ask(entries, (k, answer) => {
			if (!this.report) return;
			const change = (r: ImportRow): ImportRow => {
				const notes = [...r.notes.filter((n) => !n.startsWith(LOOK_UP)), compareWords(answer)];
				if (!answer) return { ...r, notes };
				const open = (r.doubtful ?? []).filter((f) => !(f in answer.item));
				const doubtful = [...new Set([...answer.differs, ...open])];
				return { ...r, item: completed(r.item, answer), doubtful, notes };
			};
			this.report = { ...this.report, rows: this.report.rows.map((r, i) => (i === rows[k] ? change(r) : r)) };
		});
	}
	readonly entryLookUp = new EntryLookUp();

	/** The report as text, to be kept. */
	reportText(): string {
		const r = this.report!;
		const at = (x: { file: string; line: number }) => `  ${x.file}, line ${x.line}: `;
		const words: Record<Choice, string> = { add: 'added', fill: 'completes what is here', leave: 'skipped' };
		const group = (title: string, states: ImportRow['state'][]) => {
			const list = r.rows.map((row, i) => ({ row, i })).filter(({ row }) => states.includes(row.state));
			return [
				`${title}: ${list.length}`,
				...list.map(
					({ row, i }) =>
						`${at(row)}${titleOf(row.item)} (${[words[this.choice(i)], row.like?.reason, ...row.notes].filter(Boolean).join('; ')})`
				)
			];
		};
		return [
			`Report on ${this.from}`,
			...r.files.map((f) => `${f.name}: ${f.format || 'draft'}, ${f.read} read, ${f.skipped} skipped`),
			'',
			...group('New', ['new']),
			...group('Possibly here', ['perhaps']),
			...group('Already here', ['here']),
			...group('Repeated in this import', ['repeated']),
			`Skipped: ${r.skipped.length}`,
			...r.skipped.map((s) => `${at(s)}${s.why} ${s.what}`),
			...r.remarks
		].join('\n');
	}
}
function merged(a: ImportReport | null, b: ImportReport): ImportReport {
	if (!a) return b;
	const offset = a.rows.length;
	return {
		files: [...a.files, ...b.files],
		rows: [
			...a.rows,
			...b.rows.map((r) =>
				r.state === 'repeated' && r.like ? { ...r, like: { ...r.like, id: String(Number(r.like.id) + offset) } } : r
			)
		],
		skipped: [...a.skipped, ...b.skipped],
		remarks: [...a.remarks, ...b.remarks]
	};
}
