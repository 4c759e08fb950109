<script lang="ts">
	import { page } from '$app/state';
	import DraftView from '$lib/ui/draft/DraftView.svelte';
	const id = $derived(page.params.id ?? '');
	/** A style to look at in the style panel. */
	const style = $derived(page.url.searchParams.get('style') ?? '');
	const at = $derived(Number(page.url.searchParams.get('at') ?? -1));
</script>

{#key id}
	<DraftView {id} {at} {style} />
{/key}
