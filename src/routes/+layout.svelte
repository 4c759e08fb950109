<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { offline } from '$lib/offline/offline.svelte';
	import { preferences } from '$lib/services/preferences.svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, watchUnexpected } from '$lib/services/problems';
	import Toasts from '$lib/ui/parts/Toasts.svelte';
	import Banner from '$lib/ui/parts/Banner.svelte';
	import { help } from '$lib/services/help.svelte';
	let { children }: { children: Snippet } = $props();
	onMount(() => {
		inBackground(library.start(), 'The library could not be read.');
		preferences.start();
		// what is needed without the server is fetched when the page is at rest
		const later = setTimeout(
			() => inBackground(offline.prepare(), 'The app could not be made ready to work offline.'),
			5000
		);
		const stop = watchUnexpected();
		return () => {
			clearTimeout(later);
			stop();
		};
	});
	const shortcuts = () => import('$lib/ui/help/Shortcuts.svelte');
	/** `?` opens the list of keys, unless somebody is writing. */
	function keys(e: KeyboardEvent) {
		if (e.key !== '?' || (e.target as Element).closest('input, textarea, select, [contenteditable="true"]')) return;
		e.preventDefault();
		help.open = true;
	}
</script>

<svelte:window onkeydown={keys} />

{#if library.trouble}
	<Banner text={library.trouble} />
{/if}
{@render children()}
{#if help.open}{#await shortcuts() then Keys}<Keys.default bind:open={help.open} />{/await}{/if}
<Toasts />
