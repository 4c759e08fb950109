<script lang="ts">
	/** A table of figures: Flowbite's in our looks; it scrolls where it is too wide. Rows and cells are the caller's. */
	import { Table } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';

	let { label, children }: { label?: string; children: Snippet } = $props();
</script>

<Table aria-label={label} class="kit-table" classes={{ div: 'kit-table-box' }}>{@render children()}</Table>
