<script lang="ts">
	import type { Snippet } from 'svelte';
	import { page } from '$app/state';
	import PrintsPages from '$lib/ui/parts/PrintsPages.svelte';

	let { children }: { children: Snippet } = $props();
</script>

<PrintsPages home="/draft/{page.params.id ?? ''}">{@render children()}</PrintsPages>
