<script lang="ts">
	/** Kinds of paper that a manuscript can be started from. */
	import { PAPERS } from '$lib/data/desk-manuscripts';
	import Press from '../kit/Press.svelte';
	let { onstart }: { onstart: (kind: string) => void } = $props();
</script>

<h2 class="start">Start from a kind of paper</h2>
<div class="kinds">
	{#each PAPERS as p (p.kind)}
		<Press onclick={() => onstart(p.kind)}><b>{p.kind}</b><span>{p.note}</span></Press>
	{/each}
</div>

<style>
	.start {
		color: var(--ink-3);
		font: 500 var(--small) / 1 var(--sans);
		margin: 26px 0 10px;
	}
	.kinds {
		display: flex;
		gap: 10px;
		flex-wrap: wrap;
	}
	.kinds :global(.press) {
		border: 1px dashed var(--ink-3);
		border-radius: var(--r2);
		padding: 11px 14px;
		text-align: left;
		cursor: pointer;
	}
	.kinds :global(.press:hover) {
		background: var(--desk-raised);
		border-style: solid;
	}
	.kinds b {
		display: block;
		font-weight: 600;
	}
	.kinds span {
		color: var(--ink-3);
		font-size: 12px;
	}
</style>
