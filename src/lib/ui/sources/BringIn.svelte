<script lang="ts">
	/** Bringing sources in: files or pasted text, a report first, then one step that can be undone. */
	import { Modal } from 'flowbite-svelte';
	import { FORMAT_NAMES, type ReadRecord, type ReadResult, type Skipped } from '$lib/core/exchange';
	import { shortAuthor, titleOf, yearOf } from '$lib/core/source';
	import { addSources, removeSources } from '$lib/data/sources';
	import { library } from '../library.svelte';
	import { toasts } from '../toasts.svelte';
	import { download } from '../download';
	import Btn from '../parts/Btn.svelte';

	let { files, onclose }: { files: File[]; onclose: () => void } = $props();
	let open = $state(true);
	let pasted = $state('');
	let report = $state.raw<{
		from: string;
		records: ReadRecord[];
		here: ReadRecord[];
		skipped: Skipped[];
		format: string;
	} | null>(null);
	let trouble = $state('');

	$effect(() => {
		if (files.length) void readFiles(files);
	});
	$effect(() => {
		if (!open) onclose();
	});

	/** What stands in the library already, by identifier or by author, year and title. */
	function fingerprint(item: ReadRecord['item']): string[] {
		const doi = typeof item.DOI === 'string' ? item.DOI.toLowerCase().replace(/^.*?(10\.)/, '$1') : '';
		const title = titleOf(item)
			.normalize('NFKD')
			.toLowerCase()
			.replace(/[^\p{L}\p{N}]/gu, '');
		return [doi && `doi:${doi}`, `${shortAuthor(item).toLowerCase()}|${yearOf(item)}|${title}`].filter(Boolean);
	}

	async function read(text: string, from: string) {
		const { readReferences } = await import('$lib/core/exchange');
		const { itemFaults } = await import('$lib/core/source/validate');
		const r: ReadResult | null = readReferences(text);
		if (!r) {
			trouble = `${from} is not BibTeX, RIS or CSL-JSON as far as one can tell. Nothing was taken in.`;
			return;
		}
		const skipped = [...r.skipped];
		const known = new Set([...library.sources.values()].flatMap((s) => fingerprint(s.item)));
		const records: ReadRecord[] = [];
		const here: ReadRecord[] = [];
		for (const rec of r.records) {
			const faults = itemFaults({ ...rec.item, id: rec.item.id || 'new' });
			if (faults.length)
				skipped.push({ line: rec.line, what: titleOf(rec.item), why: `${faults[0].field}: ${faults[0].message}` });
			else if (fingerprint(rec.item).some((f) => known.has(f))) here.push(rec);
			else records.push(rec);
		}
		const before = report;
		report = {
			from: before ? `${before.from}, ${from}` : from,
			format: FORMAT_NAMES[r.format],
			records: [...(before?.records ?? []), ...records],
			here: [...(before?.here ?? []), ...here],
			skipped: [...(before?.skipped ?? []), ...skipped].sort((a, b) => a.line - b.line)
		};
	}
	async function readFiles(list: File[]) {
		trouble = '';
		report = null;
		for (const f of list) {
			const bytes = new Uint8Array(await f.arrayBuffer());
			await read(decode(bytes), f.name);
		}
	}
	/** UTF-8, and Latin-1 where the bytes are no UTF-8. */
	function decode(bytes: Uint8Array): string {
		try {
			return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
		} catch (e) {
			if (!(e instanceof TypeError)) throw e;
			return new TextDecoder('windows-1252').decode(bytes);
		}
	}
	async function take() {
		if (!report) return;
		const added = await addSources(report.records, report.from);
		open = false;
		toasts.say(`${added.length} source${added.length === 1 ? '' : 's'} brought in.`, {
			label: 'Take back',
			run: async () => {
				await removeSources(added.map((s) => s.id));
			}
		});
	}
	function saveReport() {
		if (!report) return;
		const lines = [
			`Report on ${report.from}`,
			`Read: ${report.records.length}`,
			...report.records.map(
				(r) => `  line ${r.line}: ${titleOf(r.item)}${r.notes.length ? ` (${r.notes.join(' ')})` : ''}`
			),
			`Already here: ${report.here.length}`,
			...report.here.map((r) => `  line ${r.line}: ${titleOf(r.item)}`),
			`Skipped: ${report.skipped.length}`,
			...report.skipped.map((s) => `  line ${s.line}: ${s.what}: ${s.why}`)
		];
		download('import-report.txt', lines.join('\n'), 'text/plain');
	}
</script>

<Modal bind:open title="Bring in sources" size="md" class="bring">
	{#if trouble}<p class="trouble" role="alert">{trouble}</p>{/if}
	{#if report}
		<p class="sum">
			From {report.from} ({report.format}): <b>{report.records.length} read</b>, {report.here.length} already here, {report
				.skipped.length} skipped.
		</p>
		<div class="lists">
			{#if report.records.length}
				<h3>Read</h3>
				<ul>
					{#each report.records as r, i (i)}
						<li>
							<b>{shortAuthor(r.item) || 'No author'}</b>
							{yearOf(r.item)} <i>{titleOf(r.item)}</i>{#if r.notes.length}<small>{r.notes.join(' ')}</small>{/if}
						</li>
					{/each}
				</ul>
			{/if}
			{#if report.here.length}
				<h3>Already here, left as they are</h3>
				<ul>
					{#each report.here as r, i (i)}<li>{shortAuthor(r.item)} {yearOf(r.item)} <i>{titleOf(r.item)}</i></li>{/each}
				</ul>
			{/if}
			{#if report.skipped.length}
				<h3>Skipped</h3>
				<ul>
					{#each report.skipped as s, i (i)}
						<li><span class="place">line {s.line}</span> {s.why}<code>{s.what}</code></li>
					{/each}
				</ul>
			{/if}
		</div>
		<div class="acts">
			<Btn kind="quiet" onclick={saveReport}>Save this report</Btn>
			<span class="spacer"></span>
			<Btn kind="ghost" onclick={() => (open = false)}>Cancel</Btn>
			<Btn kind="primary" disabled={!report.records.length} onclick={take}>Take in {report.records.length}</Btn>
		</div>
	{:else}
		<label class="pick"
			>Files in BibTeX, RIS or CSL-JSON
			<input
				type="file"
				multiple
				accept=".bib,.bibtex,.ris,.json,.txt"
				onchange={(e) => void readFiles([...(e.currentTarget.files ?? [])])}
			/></label
		>
		<label class="pick"
			>Or paste records here
			<textarea rows="8" bind:value={pasted} placeholder={'@article{okonjo2019, …'}></textarea></label
		>
		<div class="acts">
			<span class="spacer"></span>
			<Btn kind="ghost" onclick={() => (open = false)}>Cancel</Btn>
			<Btn
				kind="primary"
				disabled={!pasted.trim()}
				onclick={() => {
					trouble = '';
					void read(pasted, 'the pasted text');
				}}>Read</Btn
			>
		</div>
	{/if}
</Modal>

<style>
	.pick {
		display: block;
		color: var(--ink-2);
		font-size: 13px;
		margin-bottom: 14px;
	}
	.pick input,
	textarea {
		display: block;
		width: 100%;
		margin-top: 6px;
		border: 1px solid var(--line);
		border-radius: var(--r2);
		background: var(--sheet);
		color: var(--ink);
		padding: 9px 12px;
		font-size: 13px;
	}
	.sum {
		color: var(--ink);
	}
	.lists {
		max-height: 46vh;
		overflow: auto;
		font-size: 13px;
		color: var(--ink-2);
	}
	h3 {
		font: 500 var(--small) / 1 var(--sans);
		color: var(--ink-3);
		margin: 14px 0 6px;
	}
	li {
		padding: 5px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	li b {
		font-weight: 600;
		color: var(--ink);
	}
	li i {
		font-family: var(--serif);
		font-style: normal;
	}
	code {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.place {
		color: var(--marigold);
		font-weight: 600;
		margin-right: 4px;
	}
	small {
		display: block;
		color: var(--ink-3);
	}
	.trouble {
		color: var(--madder);
	}
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 14px;
	}
	.spacer {
		flex: 1;
	}
</style>
