<script lang="ts">
	import { page } from '$app/state';
	import Bar from '$lib/ui/parts/Bar.svelte';
</script>

<Bar here="" />
<main class="lost">
	<h1>{page.status === 404 ? 'There is nothing at this address' : 'This page could not be shown'}</h1>
	<p>{page.error?.message ?? ''} Your manuscripts and sources are where they were.</p>
	<p><a href="/">Back to the desk</a></p>
</main>

<style>
	.lost {
		padding: 80px 40px;
	}
	h1 {
		font: 600 24px/1.2 var(--serif);
		margin-bottom: 12px;
	}
	a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
</style>
