<script lang="ts">
	/** What all views of a manuscript or a work share: printing means its pages, and never the screen. */
	import type { Snippet } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';

	/** @param home address of the text */
	let { home, children }: { home: string; children: Snippet } = $props();
	/** This view shows the pages and prints them itself. */
	const pages = $derived(page.url.pathname.endsWith('/hand-in') ?? false);
	function keys(e: KeyboardEvent) {
		if (!(e.ctrlKey || e.metaKey) || e.shiftKey || e.altKey || e.key.toLowerCase() !== 'p' || e.defaultPrevented)
			return;
		e.preventDefault();
		// what stands in a field and is not kept yet is kept when the field is left
		if (document.activeElement instanceof HTMLElement && !document.activeElement.isContentEditable)
			document.activeElement.blur();
		if (!pages) void goto(`${home}/hand-in?print`);
	}
</script>

<svelte:window onkeydown={keys} />
<div class="manuscript-view" class:pages>{@render children()}</div>
<p class="on-paper">Its pages print from Hand in, or by Ctrl P.</p>

<style>
	.manuscript-view {
		display: contents;
	}
	.on-paper {
		display: none;
	}
	@media print {
		.manuscript-view:not(.pages) {
			display: none;
		}
		.manuscript-view:not(.pages) + .on-paper {
			display: block;
		}
		.manuscript-view.pages > :global(:not(main)) {
			display: none !important;
		}
	}
</style>
