<script lang="ts">
	/** Putting a list of sources into the manuscript. */
	import { onMount } from 'svelte';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { insertBibliography, type BibliographyPlace } from '$lib/editor/bibliographies';
	import { outside } from '../parts/outside';
	import type { BibliographySettings } from '$lib/core/manuscript';
	import Press from '../kit/Press.svelte';

	let { draft, onclose }: { draft: Draft; onclose: () => void } = $props();
	let box = $state<HTMLElement | null>(null);
	const rows: {
		name: string;
		hint: string;
		place: BibliographyPlace;
		set?: Partial<BibliographySettings>;
		title?: string;
	}[] = [
		{ name: 'At the end', hint: 'all that is cited', place: 'end' },
		{ name: 'Start on a new page', hint: 'behind a page break', place: 'page' },
		{ name: 'Where the caret is', hint: 'behind this paragraph', place: 'caret' },
		{ name: 'For this section', hint: 'what is cited in it', place: 'caret', set: { takes: 'section' } },
		{ name: 'Grouped by kind', hint: 'archival, printed, online', place: 'end', set: { order: 'kind' } },
		{ name: 'Annotated', hint: 'with my annotations', place: 'end', set: { under: 'annotation' } }
	];
	onMount(() => {
		box?.querySelector('button')?.focus();
	});
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') {
			onclose();
			draft.view?.focus();
		}
		if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
		e.preventDefault();
		const all = [...box!.querySelectorAll('button')];
		const at = all.indexOf(document.activeElement as HTMLButtonElement) + (e.key === 'ArrowDown' ? 1 : -1);
		all[(at + all.length) % all.length].focus();
	}
</script>

<!-- svelte-ignore a11y_no_static_element_interactions -->
<div class="bar-menu" bind:this={box} use:outside={onclose} onkeydown={keys}>
	<p>Bibliography</p>
	<ul>
		{#each rows as r (r.name)}
			<li>
				<Press
					onclick={() => {
						onclose();
						draft.run(insertBibliography(r.place, r.set, r.title));
						draft.view?.focus();
					}}>{r.name}<small>{r.hint}</small></Press
				>
			</li>
		{/each}
	</ul>
</div>

<style>
	p {
		padding: 6px 9px 4px;
		color: var(--ink-3);
		font-size: var(--small);
	}
	li :global(.press) {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		width: 100%;
		text-align: left;
		padding: 7px 9px;
		border-radius: var(--r1);
		cursor: pointer;
	}
	li :global(.press:hover),
	li :global(.press:focus-visible) {
		background: var(--desk-raised);
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
	}
</style>
