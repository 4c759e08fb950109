<script lang="ts">
	/** What keys do in every view, with a search. */
	import { Modal } from 'flowbite-svelte';
	import { findShortcuts } from './shortcuts';
	import Field from '../kit/Field.svelte';
	let { open = $bindable() }: { open: boolean } = $props();
	let query = $state('');
	const groups = $derived(findShortcuts(query));
</script>

<Modal bind:open title="Shortcuts" aria-label="Shortcuts" size="sm" class="keys">
	<Field
		look="large"
		type="search"
		bind:value={query}
		aria-label="Find a shortcut"
		placeholder="What it does, or a key"
		autofocus
	/>
	{#each groups as g (g.name)}
		<h3>{g.name}</h3>
		<dl>
			{#each g.rows as r (r.keys.join() + r.what)}
				<div>
					<dt>
						{#each r.keys as k (k)}<kbd>{k}</kbd>
						{/each}
					</dt>
					<dd>{r.what}</dd>
				</div>
			{/each}
		</dl>
	{:else}
		<p role="status">No shortcut matches “{query}”.</p>
	{/each}
</Modal>

<style>
	h3 {
		font: 600 var(--small) / 1.4 var(--sans);
		color: var(--ink-3);
		margin: 14px 0 6px;
	}
	dl {
		display: grid;
		gap: 8px;
	}
	dl div {
		display: grid;
		grid-template-columns: 150px 1fr;
		align-items: baseline;
		color: var(--ink);
	}
	p {
		color: var(--ink-2);
		margin-top: 14px;
	}
</style>
