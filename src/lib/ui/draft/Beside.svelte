<script lang="ts">
	/** What can stand in the margin's place: the words that choose it, and the panel that is open. */
	import type { Draft, Side } from '$lib/editor/draft.svelte';
	import Press from '../kit/Press.svelte';

	let { draft }: { draft: Draft } = $props();
	const tabs = $derived<{ side: Side; name: string }[]>([
		{ side: '', name: draft.asNotes ? 'Notes' : 'Citations' },
		{ side: 'excerpts', name: 'Excerpts' },
		{ side: 'sources', name: 'Sources' },
		{ side: 'page', name: 'Page' },
		{ side: 'versions', name: 'Versions' }
	]);
	// loaded when first opened
	const panels = {
		excerpts: () => import('./ExcerptPanel.svelte'),
		sources: () => import('./SourceDock.svelte'),
		page: () => import('./PagePanel.svelte'),
		versions: () => import('./VersionsPanel.svelte'),
		'note-ref': () => import('./NoteRefPanel.svelte')
	};
	function close() {
		draft.side = '';
		draft.view?.focus();
	}
</script>

<div class="beside">
	<nav aria-label="Beside the text">
		{#each tabs as t (t.side)}
			<Press
				aria-pressed={draft.side === t.side}
				onmousedown={(e) => e.preventDefault()}
				onclick={() => (draft.side = t.side)}>{t.name}</Press
			>
		{/each}
	</nav>
	{#if draft.side}
		<!-- svelte-ignore a11y_no_static_element_interactions -->
		<div class="panel" onkeydown={(e) => e.key === 'Escape' && close()}>
			{#await panels[draft.side]() then P}<P.default {draft} />{:catch}
				<p class="lost">This part of the page could not be loaded. Check the connection and choose it again.</p>
			{/await}
		</div>
	{/if}
</div>

<style>
	.beside {
		position: sticky;
		top: 0;
		z-index: 6;
	}
	nav {
		display: flex;
		gap: 2px;
		padding: 8px 6px 6px 12px;
		background: var(--desk);
	}
	nav :global(.press) {
		padding: 4px 6px;
		border-radius: var(--r1);
		font-size: var(--small);
		color: var(--ink-3);
		cursor: pointer;
	}
	nav :global(.press:hover) {
		background: var(--desk-raised);
		color: var(--ink);
	}
	nav :global(.press[aria-pressed='true']) {
		color: var(--ink);
		font-weight: 600;
	}
	.panel {
		position: absolute;
		left: 16px;
		right: 12px;
		height: calc(100vh - var(--bar) - var(--foot) - 52px);
		display: flex;
		flex-direction: column;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		overflow: hidden;
	}
	.lost {
		padding: 16px;
		color: var(--madder);
		font-size: 13px;
	}
	@media (max-width: 1120px) {
		nav {
			padding: 8px 6px 6px;
			gap: 0;
			justify-content: space-between;
		}
		nav :global(.press) {
			padding: 4px 2px;
			font-size: 12px;
		}
		.panel {
			left: 6px;
			right: 6px;
		}
	}
	@media (max-width: 760px) {
		.beside {
			grid-row: 1;
		}
		.panel {
			position: fixed;
			left: 46px;
			right: 6px;
			height: auto;
			max-height: 55vh;
			bottom: calc(var(--foot) + 6px);
			box-shadow: var(--lift);
		}
	}
	@media print {
		.beside {
			display: none;
		}
	}
</style>
