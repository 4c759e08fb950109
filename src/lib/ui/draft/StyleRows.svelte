<script lang="ts">
	/** The styles to choose from, in groups. */
	import { catalogue } from '$lib/services/style-catalogue.svelte';
	import Press from '../kit/Press.svelte';
	import type { StyleGroup, StyleRow } from './style-groups';

	interface Props {
		groups: StyleGroup[];
		query: string;
		/** The id of the style that is chosen. */
		picked: string;
		onpick: (row: StyleRow) => void;
	}
	let { groups, query, picked, onpick }: Props = $props();
</script>

<div class="scroll">
	{#each groups as g, i (i)}
		<h3>{g.title}</h3>
		<ul class="choices">
			{#each g.rows as r (r.id)}
				<li>
					<Press class={{ on: picked === r.id }} aria-pressed={picked === r.id} onclick={() => onpick(r)}
						><span>{r.name}</span><small>{r.kind}</small></Press
					>
				</li>
			{/each}
		</ul>
	{/each}
	{#if query.trim() && groups[0].rows.length === 0}
		<p class="none">
			{catalogue.complete || catalogue.trouble
				? `No style matches “${query}”. Try a word of the journal or the publisher.`
				: 'Loading the catalogue…'}
		</p>
	{/if}
	{#if catalogue.trouble}<p class="none">{catalogue.trouble}</p>{/if}
	<p class="none"><a href="/styles">All styles, compared and explained</a></p>
</div>

<style>
	.scroll {
		overflow: auto;
		min-height: 0;
	}
	h3 {
		font: 500 var(--tiny) / 1 var(--sans);
		color: var(--ink-3);
		padding: 14px 8px 6px;
	}
	.none {
		color: var(--ink-2);
		padding: 12px 8px;
	}
</style>
