<script lang="ts">
	/** The bin: what was deleted in the last thirty days, and the way back. */
	import { formatDistanceToNowStrict } from 'date-fns';
	import { liveQuery } from 'dexie';
	import { Modal } from 'flowbite-svelte';
	import { binned, DAYS_KEPT, emptyOldBin, forget, putBack } from '$lib/data/bin';
	import type { BinRow } from '$lib/data/db';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import Records from './Records.svelte';
	import { many } from '../parts/many';

	/** So many are listed at a time; the others follow as these go. */
	const MOST = 200;
	let rows = $state.raw<BinRow[]>([]);
	let open = $state(false);
	/** The person is asked whether all of it shall go. */
	let emptying = $state(false);
	$effect(() => {
		inBackground(emptyOldBin(), 'What is older than 30 days could not be cleared from the bin.');
		const sub = liveQuery(() => binned()).subscribe({
			next: (list) => (rows = list),
			error: () => (rows = []) // what is wrong with the storage is said above the desk
		});
		return () => sub.unsubscribe();
	});
	const KINDS = { source: 'source', manuscript: 'manuscript', style: 'style', work: 'bound work' };
	async function back(ids: string[]) {
		const done = await putBack(ids);
		const parts = [
			done.manuscripts && many(done.manuscripts, 'manuscript'),
			done.works && many(done.works, 'bound work'),
			done.sources && many(done.sources, 'source'),
			done.styles && many(done.styles, 'style')
		].filter(Boolean);
		const here = done.here.length ? ` ${many(done.here.length, 'item')} had come back already.` : '';
		toasts.say(`${parts.length ? `Put back: ${parts.join(', ')}.` : 'Nothing was put back.'}${here}`);
	}
	async function empty() {
		emptying = false;
		await forget(rows.map((r) => r.id));
	}
</script>

{#if rows.length}
	<Btn kind="link" class="plain" onclick={() => (open = true)}>Bin ({rows.length})</Btn>
{/if}
<Modal bind:open title="Bin" size="md" class="bin" outsideclose>
	<p>
		What you deleted is kept for {DAYS_KEPT} days. A manuscript comes back with its earlier states and the deleted sources
		it cites.
	</p>
	{#if rows.length}
		<Records
			label="Deleted"
			rows={rows.slice(0, MOST)}
			title={(r) => r.title || 'Untitled'}
			about={(r) => `${KINDS[r.kind]}, ${formatDistanceToNowStrict(r.at, { addSuffix: true })}`}
			deleteLabel={(r) => `Delete ${r.title} for good`}
			remove={(r) => forget([r.id])}
		>
			{#snippet ways(r)}
				<Btn
					kind="ghost"
					label="Put back {r.title}"
					onclick={() => inBackground(back([r.id]), 'It could not be put back.')}>Put back</Btn
				>
			{/snippet}
		</Records>
		{#if rows.length > MOST}
			<p>The last {MOST} of {many(rows.length, 'item')} are listed; the others follow as these go.</p>
		{/if}
		<div class="all">
			<Btn kind="ghost" onclick={() => inBackground(back(rows.map((r) => r.id)), 'They could not be put back.')}
				>Put everything back</Btn
			>
			{#if emptying}
				<Btn kind="ghost" onclick={() => inBackground(empty(), 'The bin could not be emptied.')}
					>Delete {many(rows.length, 'item')} for good</Btn
				>
				<Btn kind="quiet" onclick={() => (emptying = false)}>Keep them</Btn>
			{:else}
				<Btn kind="quiet" onclick={() => (emptying = true)}>Empty the bin</Btn>
			{/if}
		</div>
	{:else}
		<p>The bin is empty.</p>
	{/if}
</Modal>

<style>
	.all {
		display: flex;
		gap: 8px;
		flex-wrap: wrap;
	}
</style>
