<script lang="ts">
	/** What a page in the browser handed over, as a draft source: looked through first, kept when the person says so. */
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { kindOf, labelOf, showValue } from '$lib/core/source';
	import { draftsOf, readHandOver, readShared, type HandOver } from '$lib/core/capture/hand-over';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { isStorage, storageMessage } from '$lib/data/db';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Bar from '../parts/Bar.svelte';
	import ImportReport from '../sources/ImportReport.svelte';
	import { ImportSession } from '../sources/import.svelte';

	const b = new ImportSession();
	let from = $state<HandOver | null>(null);
	let nothing = $state(false);
	let trouble = $state('');
	let taking = $state(false);
	/** What stands in the draft, under the names that its kind has for it. */
	const said = $derived.by((): [string, string][] => {
		const item = b.report?.rows[0]?.item;
		if (!item) return [];
		const fields = Object.keys(item).filter((k) => k !== 'id' && k !== 'type' && showValue(k, item[k]));
		return [
			['Kind', kindOf(item.type).name],
			...fields.map((k): [string, string] => [labelOf(item.type, k), showValue(k, item[k])])
		];
	});
	const total = $derived(b.counts.add + b.counts.fill);

	onMount(() => {
		inBackground(begin(), 'What the page handed over could not be read. Nothing was added.');
		return () => b.stop();
	});
	async function begin() {
		from = page.url.hash.length > 1 ? readHandOver(page.url.hash) : readShared(page.url.searchParams);
		nothing = from === null;
		if (!from) return;
		const d = new Date();
		const drafts = draftsOf(from, [d.getFullYear(), d.getMonth() + 1, d.getDate()]);
		const note = 'Taken from the page: look it through.';
		await b.takeDrafts([{ name: new URL(from.url).host, drafts: drafts.map((x) => ({ ...x, note })) }]);
	}
	async function take() {
		taking = true;
		try {
			const { added } = await b.take();
			toasts.say(`${added.length === 1 ? 'The source is' : `${added.length} sources are`} in your library.`);
			await goto(added.length ? `/sources?open=${added[0]}` : '/sources');
		} catch (e) {
			trouble = `Nothing was added. ${isStorage(e) ? storageMessage(e) : (e as Error).message}`;
		} finally {
			taking = false;
		}
	}
</script>

<svelte:head><title>From the browser · Rapid Quill</title></svelte:head>
<div class="view">
	<Bar here="Sources" />
	<main>
		<h1>From the browser</h1>
		{#if nothing}
			<Alert>
				What came here is nothing that the bookmark button makes. Nothing was added. Copy the address of the page and
				look it up under Import in Sources.
			</Alert>
			<p class="acts"><Btn kind="primary" href="/sources">Go to Sources</Btn></p>
		{:else if from}
			<p class="from">{from.url}</p>
			{#if b.trouble || trouble}<Alert>{b.trouble || trouble}</Alert>{/if}
			{#if b.progress}<p role="status">Reading the page…</p>{/if}
			{#if b.report}
				<h2>What the page says of itself</h2>
				<dl>
					{#each said as [name, value] (name)}<dt>{name}</dt>
						<dd>{value}</dd>{/each}
				</dl>
				<ImportReport {b} />
				{#if from.words.trim()}
					<h2>Kept with it, as an excerpt</h2>
					<blockquote>{from.words.trim()}</blockquote>
				{/if}
				<div class="acts">
					<span class="hint">Nothing is kept before you add it.</span>
					<Btn kind="ghost" href="/sources">Do not add</Btn>
					<Btn kind="primary" disabled={!total || taking} onclick={take}>
						{b.counts.fill && !b.counts.add
							? 'Complete the source'
							: total > 1
								? `Add ${total} sources`
								: 'Add the source'}
					</Btn>
				</div>
			{/if}
		{/if}
	</main>
</div>

<style>
	.view {
		display: grid;
		grid-template-rows: var(--bar) minmax(0, 1fr);
		height: 100vh;
	}
	main {
		overflow: auto;
		width: min(860px, 100%);
		margin: 0 auto;
		padding: 34px 24px 60px;
	}
	h1 {
		font: 600 26px/1.25 var(--serif);
		margin: 0 0 4px;
	}
	h2 {
		font: 600 13px/1.4 var(--sans);
		margin: 18px 0 4px;
	}
	.from {
		color: var(--ink-3);
		font-size: 13px;
		overflow-wrap: anywhere;
		margin: 0 0 16px;
	}
	dl {
		display: grid;
		grid-template-columns: 150px 1fr;
		gap: 3px 12px;
		margin: 4px 0 14px;
		font-size: 13.5px;
	}
	dt {
		color: var(--ink-3);
	}
	dd {
		margin: 0;
		overflow-wrap: anywhere;
	}
	blockquote {
		margin: 0;
		padding: 8px 14px;
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-radius: var(--r2);
		font: 400 15px/1.5 var(--serif);
		white-space: pre-line;
	}
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 18px;
	}
	.hint {
		flex: 1;
		color: var(--ink-3);
		font-size: 12.5px;
	}
</style>
