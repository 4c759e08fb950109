<script lang="ts">
	/** A few citations and entries of one's own text, as a style makes them. */
	import type { EntryOutput } from '$lib/core/citing';
	import type { Sample } from './style-samples';

	let { title, list, entries }: { title: string; list: Sample[]; entries: EntryOutput[] } = $props();
</script>

<div>
	<h4>{title}</h4>
	<!-- eslint-disable svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes data -->
	{#each list as s (s.id)}
		{#if s.notes}
			<p>…{s.words} {@html s.lead}<sup>{s.n}</sup></p>
		{:else}
			<p>…{s.words} <span class="cite">{@html s.html}</span></p>
		{/if}
	{/each}
	{#each list.filter((s) => s.notes) as s (s.id)}
		<p class="small"><sup>{s.n}</sup> {@html s.html}</p>
	{/each}
	{#each entries as e (e.id)}
		<div class="entry hang">{@html e.html}</div>
	{/each}
	<!-- eslint-enable svelte/no-at-html-tags -->
</div>

<style>
	div {
		min-width: 0;
		overflow-wrap: anywhere;
	}
	h4 {
		font: 500 var(--small) / 1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 8px;
	}
	p,
	.entry {
		margin-bottom: 10px;
	}
	.small {
		font-size: 13px;
		color: var(--ink-2);
	}
	.hang {
		padding-left: 1.4em;
		text-indent: -1.4em;
	}
	sup {
		color: var(--verdigris);
		font: 600 11px/0 var(--sans);
	}
</style>
