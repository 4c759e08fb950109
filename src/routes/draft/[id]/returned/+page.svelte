<script lang="ts">
	import { page } from '$app/state';
	import Unloaded from '$lib/ui/parts/Unloaded.svelte';
	const id = $derived(page.params.id ?? '');
</script>

{#key id}
	{#await import('$lib/ui/returned/ReturnedView.svelte') then View}<View.default {id} />{:catch}<Unloaded />{/await}
{/key}
