<script lang="ts">
	/** In the place of a view that has nothing to show. */
	let { trouble, more = '' }: { trouble: string; more?: string } = $props();
</script>

<main>
	<h1>{trouble}</h1>
	{#if more}<p>{more}</p>{/if}
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
