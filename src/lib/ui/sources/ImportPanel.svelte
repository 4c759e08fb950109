<script lang="ts">
	/** Bringing sources in: files, pasted records, identifiers; a report first, then one step that can be undone. */
	import { Modal } from 'flowbite-svelte';
	import { untrack } from 'svelte';
	import type { Item } from '$lib/core/csl';
	import { download } from '../download';
	import Btn from '../kit/Btn.svelte';
	import Fold from '../kit/Fold.svelte';
	import Progress from '../kit/Progress.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import BookmarkButton from './BookmarkButton.svelte';
	import RestoreBackup from './RestoreBackup.svelte';
	import TakePackage from '../open/TakePackage.svelte';
	import { ImportSession } from './import.svelte';
	import ImportReport from './ImportReport.svelte';
	import type { LibraryView } from './library-view.svelte';
	import LookUpList from './LookUpList.svelte';
	import Words from '../kit/Words.svelte';
	import Alert from '../kit/Alert.svelte';

	interface Props {
		files: File[];
		view: LibraryView;
		/** Words to begin a look-up with. */
		question?: string;
		onclose: () => void;
		onopen: (id: string) => void;
		onhand: () => void;
	}
	let { files, view, question = '', onclose, onopen, onhand }: Props = $props();
	const b = new ImportSession();
	let open = $state(true);
	// svelte-ignore state_referenced_locally
	let text = $state(question);

	$effect(() => {
		const list = files;
		if (list.length) untrack(() => void b.readFiles(list));
	});
	$effect(() => {
		if (!open) {
			b.stop();
			onclose();
		}
	});

	/** What was looked up stands in the list from then on. */
	async function read() {
		const asked = text;
		const done = b.paste(asked);
		if (b.lookUps.list.length && text === asked) text = '';
		await done;
	}
	async function take() {
		const done = await view.attempt(() => b.take());
		if (!done) return;
		const { added, filled } = done;
		open = false;
		const parts = [
			added.length && `${added.length.toLocaleString('en')} source${added.length === 1 ? '' : 's'} brought in`,
			filled && `${filled} completed`
		].filter(Boolean);
		view.say(`${parts.join(', ')}.`);
		if (added.length === 1) onopen(added[0]);
	}
	const total = $derived(b.counts.add + b.counts.fill);
</script>

<Modal bind:open title="Import sources" aria-label="Import sources" size="lg" class="bring">
	{#if b.trouble}<Alert>{b.trouble}</Alert>{/if}
	{#if b.backup}
		<RestoreBackup file={b.backup} onclose={() => (open = false)} onbring={(sources) => void b.takeLibrary(sources)} />
	{:else if b.packed}
		<TakePackage file={b.packed} onclose={() => (open = false)} />
	{:else if b.progress}
		<p class="sum" role="status">Reading {b.progress.file}…</p>
		<Progress share={b.progress.share} label="Reading progress" />
		<div class="acts">
			<span class="spacer"></span>
			<Btn kind="ghost" onclick={() => b.stop()}>Stop</Btn>
		</div>
	{:else if b.report}
		<ImportReport {b} />
		<div class="acts">
			<Btn kind="quiet" onclick={() => download('import-report.txt', b.reportText(), 'text/plain')}
				>Save this report</Btn
			>
			<span class="spacer"></span>
			<Btn kind="ghost" onclick={() => (open = false)}>Cancel</Btn>
			<Btn kind="primary" disabled={!total} onclick={take}
				>{b.counts.add || !b.counts.fill
					? `Add ${b.counts.add.toLocaleString('en')} source${b.counts.add === 1 ? '' : 's'}`
					: ''}{b.counts.fill ? `${b.counts.add ? ', complete' : 'Complete'} ${b.counts.fill}` : ''}</Btn
			>
		</div>
	{:else}
		<label class="pick"
			>Identifiers, addresses or words, one per line; records in any format; or typed references
			<Words
				look="large"
				rows={b.lookUps.list.length ? 2 : 5}
				bind:value={text}
				placeholder={'10.5555/lk.2011.3\n978-0-306-40615-7\nlindqvist estuary\n@article{okonjo2019, …'}
				onkeydown={(e) => {
					if (e.key === 'Enter' && (e.ctrlKey || e.metaKey) && text.trim()) {
						e.preventDefault();
						void read();
					}
				}}
			/></label
		>
		{#if b.lookUps.list.length}
			<LookUpList
				list={b.lookUps}
				onhand={() => {
					open = false;
					onhand();
				}}
			/>
		{/if}
		<div class="acts">
			<PickFiles words="Files" many onpick={(list) => void b.readFiles(list)} />
			<PickFiles words="A folder" many folder onpick={(list) => void b.readFiles(list)} />
			<span class="spacer"></span>
			<Btn kind="ghost" onclick={() => (open = false)}>Cancel</Btn>
			{#if b.lookUps.list.length}
				<Btn kind="ghost" disabled={!text.trim() || b.lookUps.busy} onclick={read}>Look up more</Btn>
				<Btn
					kind="primary"
					disabled={b.lookUps.busy || !b.lookUps.ready.length}
					onclick={() =>
						b.takeDrafts(
							b.lookUps.ready.map((l) => ({
								name: l.question,
								drafts: [{ item: $state.snapshot(l.items[l.chosen]) as Item }]
							}))
						)}>Check {b.lookUps.ready.length}</Btn
				>
			{:else}
				<Btn kind="primary" disabled={!text.trim() || b.lookUps.busy} onclick={read}>Read</Btn>
			{/if}
		</div>
		<p class="hint">
			BibTeX, BibLaTeX, RIS, MEDLINE, CSL-JSON, MODS, typed references, saved web pages, PDF. Files and folders can be
			dropped anywhere on Sources. Nothing is added before you have seen the report.
		</p>
		<Fold title="A button for your browser"><BookmarkButton /></Fold>
	{/if}
</Modal>

<style>
	.pick {
		display: block;
		color: var(--ink-2);
		font-size: 13px;
		margin-bottom: 10px;
	}
	.sum {
		color: var(--ink);
		margin-bottom: 10px;
	}
	.hint {
		color: var(--ink-3);
		font-size: 12.5px;
		margin-top: 12px;
	}
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 14px;
		flex-wrap: wrap;
	}
	.spacer {
		flex: 1;
	}
</style>
