<script lang="ts">
	/** Where a source is cited: by manuscript and section, with the sentence. */
	import type { Use } from '$lib/data/uses';
	import Btn from '../kit/Btn.svelte';
	let { uses }: { uses: Use[] } = $props();
	let all = $state(false);
	const places = $derived(Object.entries(Object.groupBy(uses, (u) => u.manuscriptId)) as [string, Use[]][]);
	const MOST = 4;
</script>

<div class="places">
	{#each places as [id, list] (id)}
		<small
			>Cited {list.length === 1 ? 'once' : list.length === 2 ? 'twice' : `${list.length} times`} in
			<a href="/draft/{id}">{list[0].title}</a></small
		>
		{#each all ? list : list.slice(0, MOST) as u, i (i)}
			<p>
				<a href="/draft/{id}?at={u.pos}" aria-label="Go to this place in {u.title}"
					>{u.words || 'At the beginning of a paragraph'}<span class="mark"> ◦ </span>{u.after}</a
				>
				{#if u.section}<em>{u.section}</em>{/if}
			</p>
		{/each}
		{#if list.length > MOST}<Btn kind="link" class="small" onclick={() => (all = !all)}
				>{all ? 'Fewer' : `All ${list.length}`}</Btn
			>{/if}
	{:else}
		<small>Not cited in any manuscript</small>
	{/each}
</div>

<style>
	.places {
		padding: 14px 14px 0;
		font-size: 13px;
		color: var(--ink-2);
	}
	small {
		display: block;
		font: 500 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 7px;
	}
	small a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	p {
		margin-bottom: 7px;
		font: 400 13px/1.4 var(--serif);
	}
	p a:hover {
		color: var(--ink);
		text-decoration: underline;
		text-decoration-color: var(--verdigris-line);
	}
	.mark {
		color: var(--verdigris);
	}
	em {
		display: block;
		font: 400 11.5px/1.4 var(--sans);
		color: var(--ink-3);
	}
</style>
