<script lang="ts">
	/** Where the list has no rows: why, and the first thing to do. */
	import { library } from '$lib/services/library.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import type { LibraryView } from './library-view.svelte';

	interface Props {
		view: LibraryView;
		onbring: () => void;
		/** Shows all sources again. */
		onall: () => void;
	}
	let { view, onbring, onall }: Props = $props();
</script>

<div class="none">
	{#if library.trouble}
		<p>{library.trouble}</p>
	{:else if view.all.length === 0}
		<h2>The library is empty</h2>
		<p>
			Import a file from a database, paste identifiers or addresses, drop a PDF, or enter a source by hand. One library
			serves all your manuscripts.
		</p>
		<p><Btn kind="primary" onclick={onbring}>Import</Btn></p>
	{:else if view.hits.trouble}
		<Alert>{view.hits.trouble}</Alert>
	{:else if library.indexed < view.all.length}
		<p>
			Still reading the library: {library.indexed.toLocaleString('en')} of {view.all.length.toLocaleString('en')} can be found
			so far.
		</p>
	{:else}
		<p>
			No source matches{view.query ? ` “${view.query}”` : ' these choices'}.
			<Btn kind="link" onclick={onall}>Show all {view.all.length.toLocaleString('en')}</Btn>
			{#if view.query}or <Btn kind="link" onclick={onbring}>look it up</Btn>{/if}
		</p>
	{/if}
</div>

<style>
	.none {
		padding: 40px 12px;
		color: var(--ink-2);
	}
	.none h2 {
		font: 600 18px/1.3 var(--serif);
		color: var(--ink);
		margin-bottom: 6px;
	}
	.none p {
		margin-bottom: 12px;
	}
</style>
