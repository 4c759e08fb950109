<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { guide } from '$lib/services/guide.svelte';
	import { preferences } from '$lib/services/preferences.svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, watchUnexpected } from '$lib/services/problems';
	import Banner from '$lib/ui/parts/Banner.svelte';
	import { help } from '$lib/services/help.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	let { children }: { children: Snippet } = $props();
	onMount(() => {
		inBackground(library.start(), 'The library could not be read.');
		preferences.start();
		guide.start();
		// what is needed without the server is fetched when the page is at rest
		const later = setTimeout(
			() =>
				inBackground(
					import('$lib/offline/offline.svelte').then(({ offline }) => offline.prepare()),
					'The app could not be made ready to work offline.'
				),
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
{#if help.open}{#await shortcuts() then Keys}<Keys.default bind:open={help.open} />{:catch}<Banner
			text="The list of shortcuts could not be loaded. Check the connection and press ? again."
		/>{/await}{/if}
{#await import('$lib/ui/parts/Toasts.svelte') then Toasts}<Toasts.default />{:catch}{#each toasts.list as t (t.id)}<p
			role="alert"
		>
			{t.text}
		</p>{/each}{/await}
