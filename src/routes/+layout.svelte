<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, watchUnexpected } from '$lib/services/problems';
	import Toasts from '$lib/ui/parts/Toasts.svelte';
	import Banner from '$lib/ui/parts/Banner.svelte';
	let { children }: { children: Snippet } = $props();
	onMount(() => {
		inBackground(library.start(), 'The library could not be read.');
		return watchUnexpected();
	});
</script>

{#if library.trouble}
	<Banner text={library.trouble} />
{/if}
{@render children()}
<Toasts />
