<script lang="ts">
	/** Titles that sentence case changes, to be looked at; a click on a word makes it an exception, or none again. */
	import type { Retitled } from '$lib/core/citing';
	import Press from '../kit/Press.svelte';
	import { titleParts } from './title-words';

	interface Props {
		titles: Retitled[];
		/** The titles are printed so; otherwise they would be. */
		on: boolean;
		/** The person's exceptions. */
		capitals: string[];
		readOnly: boolean;
		onkeep: (word: string) => void;
		onlower: (word: string) => void;
		onclose: () => void;
	}
	let { titles, on, capitals, readOnly, onkeep, onlower, onclose }: Props = $props();
</script>

<div class="changes" role="region" aria-label="Titles in sentence case">
	<div class="head">
		<h4>
			{titles.length}
			{titles.length === 1 ? 'title' : 'titles'}
			{on ? 'in sentence case' : 'would change in sentence case'}
		</h4>
		<Press onclick={onclose}>Back to the comparison</Press>
	</div>
	<p>Your sources stay as they are. Click a word that is a name, and it keeps its capital in every title.</p>
	{#if capitals.length}
		<p class="exceptions">
			Kept by you:
			{#each capitals as w (w)}
				<Press disabled={readOnly} aria-label={`${w}: no exception any more`} onclick={() => onlower(w)}>{w} ×</Press>
			{/each}
		</p>
	{/if}
	<ul>
		{#each titles as t (t.id)}
			<li>
				{#each titleParts(t, capitals) as p, i (i)}{#if p.change === '' || readOnly}{p.text}{:else if p.change === 'kept'}<b
							>{p.text}</b
						>{:else}<Press aria-label={`${p.text}: keep the capital of ${p.typed}`} onclick={() => onkeep(p.typed)}
							>{p.text}</Press
						>{/if}{/each}
			</li>
		{/each}
	</ul>
</div>

<style>
	.changes {
		flex: 1;
		overflow: auto;
		min-height: 0;
	}
	.head {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		gap: 12px;
	}
	h4 {
		font: 500 13px/1.4 var(--sans);
		color: var(--ink-2);
	}
	.head :global(.press) {
		color: var(--verdigris-strong);
		cursor: pointer;
		font-size: 12.5px;
	}
	p {
		color: var(--ink-2);
		font-size: 12.5px;
		padding: 4px 0 8px;
	}
	li {
		font: 400 14.5px/1.5 var(--serif);
		padding: 5px 0;
		border-top: 1px solid var(--line-soft);
	}
	li :global(.press) {
		font: inherit;
		cursor: pointer;
		text-decoration: underline dotted var(--ink-3);
		text-underline-offset: 3px;
	}
	li :global(.press:hover) {
		color: var(--verdigris-strong);
		text-decoration-style: solid;
	}
	.exceptions :global(.press) {
		color: var(--verdigris-strong);
		cursor: pointer;
		padding: 0 4px;
	}
	li b {
		font-weight: 600;
	}
</style>
