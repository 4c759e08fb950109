<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { library } from '$lib/services/library.svelte';
	import Toasts from '$lib/ui/parts/Toasts.svelte';
	import Banner from '$lib/ui/parts/Banner.svelte';
	let { children }: { children: Snippet } = $props();
	onMount(() => void library.start());
</script>

{#if library.trouble}
	<Banner text={library.trouble} />
{/if}
{@render children()}
<Toasts />
