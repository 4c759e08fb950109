<script lang="ts">
	import { page } from '$app/state';
	import Unloaded from '$lib/ui/parts/Unloaded.svelte';
	const id = $derived(page.params.id ?? '');
</script>

{#key id}
	{#await import('$lib/ui/match/MatchView.svelte') then View}<View.default {id} />{:catch}<Unloaded />{/await}
{/key}
