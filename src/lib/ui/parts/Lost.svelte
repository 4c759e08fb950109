<script lang="ts">
	/** In the place of a view that has nothing to show. */
	import type { Snippet } from 'svelte';
	let { trouble, more = '', children }: { trouble: string; more?: string; children?: Snippet } = $props();
</script>

<main>
	<h1>{trouble}</h1>
	{#if more}<p>{more}</p>{/if}
	{@render children?.()}
	<p><a href="/">Back to the desk</a></p>
</main>

<style>
	main {
		padding: 80px 40px;
	}
	h1 {
		font: 600 20px/1.3 var(--serif);
		margin-bottom: 8px;
	}
	a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
</style>
