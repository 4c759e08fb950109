<script lang="ts">
	/** The bin: what was deleted in the last thirty days, and the way back. */
	import { formatDistanceToNowStrict } from 'date-fns';
	import { liveQuery } from 'dexie';
	import { Modal } from 'flowbite-svelte';
	import { binned, DAYS_KEPT, emptyOldBin, forget, putBack } from '$lib/data/bin';
	import type { BinRow } from '$lib/data/db';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../parts/Btn.svelte';

	/** So many are listed at a time; the others follow as these go. */
	const MOST = 200;
	let rows = $state.raw<BinRow[]>([]);
	let open = $state(false);
	/** The row, or all, that the person is asked about. */
	let asking = $state('');
	$effect(() => {
		inBackground(emptyOldBin(), 'The bin could not be tidied.');
		const sub = liveQuery(() => binned()).subscribe({
			next: (list) => (rows = list),
			error: () => (rows = []) // what is wrong with the storage is said above the desk
		});
		return () => sub.unsubscribe();
	});
	const KINDS = { source: 'source', manuscript: 'manuscript', style: 'style' };
	const many = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
	async function back(ids: string[]) {
		const done = await putBack(ids);
		const parts = [
			done.manuscripts && many(done.manuscripts, 'manuscript'),
			done.sources && many(done.sources, 'source'),
			done.styles && many(done.styles, 'style')
		].filter(Boolean);
		const here = done.here.length ? ` ${many(done.here.length, 'item')} had come back already.` : '';
		toasts.say(`${parts.length ? `Put back: ${parts.join(', ')}.` : 'Nothing was put back.'}${here}`);
	}
	async function drop(ids: string[]) {
		asking = '';
		await forget(ids);
	}
</script>

{#if rows.length}
	<button type="button" class="word" onclick={() => (open = true)}>Bin ({rows.length})</button>
{/if}
<Modal bind:open title="Bin" size="md" class="bin" outsideclose>
	<p>
		What you deleted is kept for {DAYS_KEPT} days. A manuscript comes back with its earlier states and the deleted sources
		it cites.
	</p>
	{#if rows.length}
		<ul aria-label="Deleted">
			{#each rows.slice(0, MOST) as r (r.id)}
				<li>
					<span class="what"
						><b>{r.title || 'Untitled'}</b>
						{KINDS[r.kind]}, {formatDistanceToNowStrict(r.at, { addSuffix: true })}</span
					>
					{#if asking === r.id}
						<Btn kind="ghost" onclick={() => inBackground(drop([r.id]), 'It could not be deleted.')}
							>Delete for good</Btn
						>
						<Btn kind="quiet" onclick={() => (asking = '')}>Keep</Btn>
					{:else}
						<Btn
							kind="ghost"
							label="Put back {r.title}"
							onclick={() => inBackground(back([r.id]), 'It could not be put back.')}>Put back</Btn
						>
						<Btn kind="quiet" label="Delete {r.title} for good" onclick={() => (asking = r.id)}>Delete</Btn>
					{/if}
				</li>
			{/each}
		</ul>
		<div class="all">
			<Btn kind="ghost" onclick={() => inBackground(back(rows.map((r) => r.id)), 'They could not be put back.')}
				>Put everything back</Btn
			>
			{#if asking === 'all'}
				<Btn kind="ghost" onclick={() => inBackground(drop(rows.map((r) => r.id)), 'The bin could not be emptied.')}
					>Delete {many(rows.length, 'item')} for good</Btn
				>
				<Btn kind="quiet" onclick={() => (asking = '')}>Keep them</Btn>
			{:else}
				<Btn kind="quiet" onclick={() => (asking = 'all')}>Empty the bin</Btn>
			{/if}
		</div>
	{:else}
		<p>The bin is empty.</p>
	{/if}
</Modal>

<style>
	.word {
		color: inherit;
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
	.all {
		display: flex;
		gap: 8px;
		flex-wrap: wrap;
	}
</style>
