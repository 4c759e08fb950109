<script lang="ts">
	import '../app.css';
	import { onMount, type Snippet } from 'svelte';
	import { localStorageHere } from '$lib/data/local';
	import { guide } from '$lib/services/guide.svelte';
	import { preferences } from '$lib/services/preferences.svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, watchUnexpected } from '$lib/services/problems';
	import Alert from '$lib/ui/kit/Alert.svelte';
	import Unloaded from '$lib/ui/parts/Unloaded.svelte';
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
		// where the person keeps copies in a folder
		if (localStorageHere()?.getItem('rapid-quill-folder'))
			inBackground(
				import('$lib/services/folder-copies').then(({ folderCopies }) => folderCopies.start()),
				'Copies in your folder could not be started.'
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
	<Alert look="band">{library.trouble}</Alert>
{/if}
{@render children()}
{#if help.open}{#await shortcuts() then Keys}<Keys.default bind:open={help.open} />{:catch}<Unloaded
			what="The list of shortcuts"
		/>{/await}{/if}
{#await import('$lib/ui/parts/Toasts.svelte') then Toasts}<Toasts.default
	/>{:catch}{#each toasts.list as t (t.id)}<Alert look="band">{t.text}</Alert>{/each}{/await}
