<script lang="ts">
	import { page } from '$app/state';
	import DraftView from '$lib/ui/draft/DraftView.svelte';
	const id = $derived(page.params.id ?? '');
	/** A style to look at in the style panel. */
	const style = $derived.by(() => {
		const asked = page.url.searchParams.get('style') ?? '';
		return /^[\w.~-]{1,300}$/.test(asked) ? asked : '';
	});
	const at = $derived.by(() => {
		const asked = page.url.searchParams.get('at') ?? '';
		return /^\d{1,9}$/.test(asked) ? Number(asked) : -1;
	});
	const side = $derived(page.url.searchParams.get('side') === 'page' ? 'page' : '');
</script>

{#key id}
	<DraftView {id} {at} {style} {side} />
{/key}
