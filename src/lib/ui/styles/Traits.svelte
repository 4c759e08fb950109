<script lang="ts">
	/** What a style does, rule by rule. */
	import type { Trait } from '$lib/core/citing';

	let { traits }: { traits: readonly Trait[] } = $props();
</script>

<h2>What it does</h2>
<dl>
	{#each traits as t (t.what)}
		<div>
			<dt>{t.what}</dt>
			<dd>{t.says}</dd>
		</div>
	{/each}
</dl>

<style>
	h2 {
		font: 600 14px/1.3 var(--sans);
		color: var(--ink);
		margin: 8px 0 -4px;
	}
	dl {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
		gap: 0 28px;
		font-size: 13.5px;
	}
	dl > div {
		display: grid;
		grid-template-columns: 132px 1fr;
		gap: 10px;
		padding: 6px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	dt {
		color: var(--ink-3);
	}
</style>
