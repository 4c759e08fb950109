<script lang="ts">
	/** One source on one line. */
	import { titleOf, type Source } from '$lib/core/source';
	import type { Column } from './columns';
	import Check from '../kit/Check.svelte';
	import Press from '../kit/Press.svelte';
	interface Props {
		source: Source;
		columns: Column[];
		template: string;
		cited: number;
		untidy: number;
		open: boolean;
		picked: boolean;
		onpick: (range: boolean) => void;
		onopen: () => void;
	}
	let { source, columns, template, cited, untidy, open, picked, onpick, onopen }: Props = $props();
</script>

<div class="grid" class:open>
	<Check class="box" checked={picked} aria-label="Select {titleOf(source.item)}" onclick={(e) => onpick(e.shiftKey)} />
	<Press class="opener" aria-expanded={open} onclick={onopen} style="--columns: {template}">
		{#each columns as c (c.id)}
			{#if c.id === 'author'}
				{@const author = c.text(source, cited)}
				<b class:untold={!author}>{author || 'No author'}</b>
			{:else if c.id === 'title'}
				<span class="t"
					>{c.text(source, cited)}{#if untidy}<i class="diamond" data-tip="{untidy} to clean up"></i><span
							class="visually-hidden">, {untidy} to clean up</span
						>{/if}{#if source.flagged}<span class="flag">flagged</span>{/if}</span
				>
			{:else}
				<span class:n={c.numeric} class:y={c.id === 'year'}>{c.text(source, cited)}</span>
			{/if}
		{/each}
	</Press>
</div>

<style>
	.grid {
		display: grid;
		grid-template-columns: 24px minmax(0, 1fr);
		gap: 0 14px;
		padding-left: 12px;
		align-items: center;
		font-size: 13.5px;
		border-bottom: 1px solid var(--line-soft);
		color: var(--ink-2);
		height: 39px;
	}
	.grid:hover {
		background: var(--desk-raised);
	}
	.grid :global(.opener) {
		display: grid;
		grid-template-columns: var(--columns) 24px;
		gap: 0 14px;
		align-items: baseline;
		text-align: left;
		padding: 8px 12px 8px 0;
		cursor: pointer;
	}
	.grid :global(.opener > *) {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	b {
		font-weight: 600;
		color: var(--ink);
	}
	b.untold {
		font-weight: 400;
		color: var(--ink-3);
	}
	.y,
	.n {
		font-variant-numeric: tabular-nums;
	}
	.n {
		text-align: right;
	}
	.t {
		font: 400 14.5px/1.35 var(--serif);
		color: var(--ink);
	}
	.t .diamond {
		margin: 0 3px 1px 9px;
		width: 6px;
		height: 6px;
	}
	.flag {
		font: 500 var(--tiny) / 1 var(--sans);
		color: var(--marigold);
		margin-left: 8px;
	}
	.grid.open {
		height: auto;
		background: none;
		border-color: transparent;
	}
	.grid.open .t {
		white-space: normal;
	}
	@media (max-width: 1000px) {
		.grid:not(.open) .t {
			white-space: nowrap;
		}
	}
</style>
