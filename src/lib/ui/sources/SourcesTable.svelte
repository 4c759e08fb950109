<script lang="ts">
	/** The rows of the library, of which those near the window are drawn; one is opened in place. */
	import ColumnsMenu from './ColumnsMenu.svelte';
	import type { LibraryView } from './library-view.svelte';
	import OpenSource from './OpenSource.svelte';
	import SourceRow from './SourceRow.svelte';
	import type { RowWindow } from './table.svelte';
	import Press from '../kit/Press.svelte';

	interface Props {
		view: LibraryView;
		rows: RowWindow;
		/** The element of the list. */
		list: HTMLElement | null;
		onremove: (ids: string[]) => void;
	}
	let { view, rows, list = $bindable(), onremove }: Props = $props();
	// svelte-ignore state_referenced_locally
	const { table } = view;
	const listed = $derived(table.rows);
	const template = $derived(table.shown.map((c) => c.width).join(' '));
	const arrow = (id: string) => (view.query.trim() || table.sort?.by !== id ? '' : table.sort.down ? ' ↓' : ' ↑');
</script>

<div class="grid h" style:--columns={template}>
	<span></span>
	{#each table.shown as c (c.id)}
		<Press
			class={{ n: c.numeric }}
			onclick={() => view.sortBy(c.id)}
			aria-label="Sort by {c.id === 'cited' ? 'times cited' : c.name}">{c.name}{arrow(c.id)}</Press
		>
	{/each}
	<ColumnsMenu {view} />
</div>
<ul aria-label="Sources" bind:this={list} style:height="{rows.height}px">
	{#each rows.items as r (r.slot)}
		{@const s = listed[r.index]}
		{#if s}
			<li
				class:open={view.open === s.id}
				style:transform="translateY({r.start}px)"
				use:rows.measure={{ index: r.index, open: view.open === s.id }}
				aria-posinset={r.index + 1}
				aria-setsize={listed.length}
			>
				<SourceRow
					source={s}
					columns={table.shown}
					{template}
					cited={view.counts.get(s.id) ?? 0}
					untidy={view.findings?.get(s.id)?.length ?? 0}
					open={view.open === s.id}
					picked={Boolean(table.picked[s.id])}
					onpick={(range) => table.pick(r.index, range)}
					onopen={() => (view.open = view.open === s.id ? null : s.id)}
				/>
				{#if view.open === s.id}
					{#key s.id}<OpenSource source={s} {view} onremove={() => onremove([s.id])} />{/key}
				{/if}
			</li>
		{/if}
	{/each}
</ul>

<style>
	.grid.h {
		display: grid;
		grid-template-columns: 24px var(--columns) 24px;
		gap: 0 14px;
		align-items: baseline;
		padding: 8px 12px;
		font-size: var(--small);
		color: var(--ink-3);
		border-bottom: 1px solid var(--line);
	}
	.grid.h > :global(.press) {
		text-align: left;
		cursor: pointer;
		color: inherit;
		white-space: nowrap;
	}
	.grid.h :global(.n) {
		text-align: right;
	}
	ul {
		position: relative;
	}
	li {
		position: absolute;
		left: 0;
		right: 0;
		top: 0;
		contain: content;
	}
	li.open {
		contain: none;
		z-index: 2;
		left: -12px;
		right: -12px;
		padding: 4px 11px 18px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
	}
</style>
