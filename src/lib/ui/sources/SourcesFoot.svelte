<script lang="ts">
	/** How much there is, what undo would take back, and the backup. */
	import { library } from '$lib/services/library.svelte';
	import Backup from './Backup.svelte';
	import Btn from '../kit/Btn.svelte';
	import type { LibraryView } from './library-view.svelte';

	let { view, listed }: { view: LibraryView; listed: readonly unknown[] } = $props();
</script>

<footer class="page-foot">
	<span>{view.all.length.toLocaleString('en')} sources</span>
	{#if listed.length !== view.all.length && !view.panel}<span>{listed.length.toLocaleString('en')} shown</span>{/if}
	<span>{view.citedCount.toLocaleString('en')} cited</span>
	{#if library.indexed < view.all.length}<span>{library.indexed.toLocaleString('en')} can be found so far</span>{/if}
	{#if view.undoName}
		<Btn kind="link" onclick={() => view.undo()} tip="Undo" keys="Ctrl Z"
			>Undo: {view.undoName[0].toLowerCase() + view.undoName.slice(1)}</Btn
		>
	{/if}
	<span class="spacer"></span>
	<Backup />
</footer>

<style>
	.spacer {
		flex: 1;
	}
</style>
