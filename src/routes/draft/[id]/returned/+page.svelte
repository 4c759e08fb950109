<script lang="ts">
	import { page } from '$app/state';
	import ReturnedView from '$lib/ui/returned/ReturnedView.svelte';
	const id = $derived(page.params.id ?? '');
</script>

{#key id}<ReturnedView {id} />{/key}
