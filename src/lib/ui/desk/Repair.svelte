<script lang="ts">
	/** Records that could not be used: set aside, named, and saved as text; some can be completed and put back. */
	import { liveQuery } from 'dexie';
	import { Modal } from 'flowbite-svelte';
	import { completed, discardRepair, repairSource, toRepair } from '$lib/data/repair-source';
	import type { RepairRow } from '$lib/data/db';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { download } from '../download';
	import Btn from '../kit/Btn.svelte';
	import Records from './Records.svelte';

	let rows = $state.raw<RepairRow[]>([]);
	let open = $state(false);
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
		works: 'Bound work',
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
</script>

{#if rows.length}
	<Btn kind="link" class="care" onclick={() => (open = true)}
		><i class="diamond" aria-hidden="true"></i>{rows.length}
		{rows.length === 1 ? 'record needs' : 'records need'} repair</Btn
	>
{/if}
<Modal bind:open title="Needs repair" size="md" outsideclose>
	<p>These records could not be read and were set aside, as they were. Everything else works.</p>
	<Records
		label="Records that need repair"
		{rows}
		title={nameOf}
		about={(r) => `${NAMES[r.from]}: ${r.fault}`}
		deleteLabel={(r) => `Delete ${nameOf(r)}`}
		remove={(r) => discardRepair(r.id)}
	>
		{#snippet ways(r)}
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
		{/snippet}
	</Records>
	{#if rows.length > 1}
		<Btn kind="ghost" onclick={() => download('to-repair.json', text(rows), 'application/json')}>Save all as text</Btn>
	{/if}
</Modal>
