<script lang="ts">
	/** Records that could not be used: set aside, named, and saved as text; some can be completed and put back. */
	import { liveQuery } from 'dexie';
	import { Modal } from 'flowbite-svelte';
	import { completed, discardRepair, toRepair } from '$lib/data/repair';
	import { repairSource } from '$lib/data/repair-source';
	import type { RepairRow } from '$lib/data/db';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { download } from '../download';
	import Btn from '../parts/Btn.svelte';

	let rows = $state.raw<RepairRow[]>([]);
	let open = $state(false);
	let asking = $state('');
	$effect(() => {
		const sub = liveQuery(() => toRepair()).subscribe({
			next: (list) => (rows = list),
			error: () => (rows = []) // what is wrong with the storage is said above the desk
		});
		return () => sub.unsubscribe();
	});
	const NAMES: Record<RepairRow['from'], string> = {
		sources: 'Source',
		manuscripts: 'Manuscript',
		versions: 'Earlier state',
		styles: 'Style',
		settings: 'Setting',
		ahead: 'Typed last'
	};
	/** Whatever of it reads like a name. */
	function nameOf(r: RepairRow): string {
		const raw = r.raw as { title?: unknown; key?: unknown; item?: { title?: unknown } } | null;
		const words = [raw?.title, raw?.item?.title, raw?.key].find((x) => typeof x === 'string' && x);
		return (words as string | undefined) ?? r.id;
	}
	const text = (list: RepairRow[]) => JSON.stringify(list, null, '\t');
	async function repair(r: RepairRow) {
		const key = await repairSource(r);
		toasts.say(key ? `It is in the library again, as ${key}. Look it through.` : 'It could not be put back.');
	}
	async function discard(id: string) {
		asking = '';
		await discardRepair(id);
	}
</script>

{#if rows.length}
	<button type="button" class="word" onclick={() => (open = true)}
		><i class="diamond" aria-hidden="true"></i>{rows.length}
		{rows.length === 1 ? 'record needs' : 'records need'} repair</button
	>
{/if}
<Modal bind:open title="Needs repair" size="md" outsideclose>
	<p>These records could not be read and were set aside, as they were. Everything else works.</p>
	<ul aria-label="Records that need repair">
		{#each rows as r (r.id)}
			<li>
				<span class="what"><b>{nameOf(r)}</b> {NAMES[r.from]}: {r.fault}</span>
				{#if asking === r.id}
					<Btn kind="ghost" onclick={() => inBackground(discard(r.id), 'It could not be deleted.')}>Delete for good</Btn
					>
					<Btn kind="quiet" onclick={() => (asking = '')}>Keep</Btn>
				{:else}
					{#if r.from === 'sources' && completed(r.raw)}
						<Btn kind="ghost" onclick={() => inBackground(repair(r), 'It could not be put back.')}
							>Complete and put back</Btn
						>
					{/if}
					<Btn
						kind="quiet"
						label="Save {nameOf(r)} as text"
						onclick={() => download(`${r.from}-to-repair.json`, text([r]), 'application/json')}>Save as text</Btn
					>
					<Btn kind="quiet" label="Delete {nameOf(r)}" onclick={() => (asking = r.id)}>Delete</Btn>
				{/if}
			</li>
		{/each}
	</ul>
	{#if rows.length > 1}
		<Btn kind="ghost" onclick={() => download('to-repair.json', text(rows), 'application/json')}>Save all as text</Btn>
	{/if}
</Modal>

<style>
	.word {
		display: inline-flex;
		gap: 7px;
		align-items: center;
		color: var(--marigold);
		cursor: pointer;
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	ul {
		max-height: 46vh;
		overflow: auto;
		margin: 12px 0;
	}
	li {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 6px 0;
		border-top: 1px solid var(--line-soft);
	}
	.what {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
		color: var(--ink-2);
		font-size: 13px;
	}
	b {
		color: var(--ink);
		font: 600 15px/1.35 var(--serif);
		display: block;
	}
</style>
