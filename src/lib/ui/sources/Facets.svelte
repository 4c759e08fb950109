<script lang="ts">
	/** Pills beside the search: shelf, kind, state, and what wants attention. */
	import { AT_ONCE, type LibraryView, type Panel } from './library-view.svelte';
	import Pick from '../kit/Pick.svelte';
	import Press from '../kit/Press.svelte';
	let { view, onshow }: { view: LibraryView; onshow: (panel: Panel) => void } = $props();
	const cut = (s: string) => (s.length > 34 ? `${s.slice(0, 32)}…` : s);
	const shelves = $derived([
		{ value: '', name: 'Any shelf' },
		...view.shelves.map((s) => ({ value: s, name: s })),
		{ value: '-', name: 'On no shelf' }
	]);
	const kinds = $derived([
		{ value: '', name: 'Any kind' },
		...view.kinds.map((k) => ({ value: k.type, name: k.name }))
	]);
	const states = $derived([
		{ value: '', name: `Cited or not` },
		{ value: 'cited', name: `Cited ${view.citedCount}` },
		{ value: 'never', name: 'Never cited' },
		...view.manuscripts.map((m) => ({ value: `in:${m.id}`, name: `Cited in ${cut(m.title)}` })),
		{ value: 'flagged', name: 'Flagged' },
		{ value: 'incomplete', name: 'Incomplete' }
	]);
	const untidy = $derived(view.findings?.size ?? 0);
	const count = (n: number | undefined) =>
		n === undefined ? (view.all.length > AT_ONCE ? '' : '…') : n.toLocaleString('en');
	const filter = () => {
		view.open = null;
		view.table.clear();
	};
</script>

<Pick look="pill" bind:value={view.shelf} onchange={filter} aria-label="Shelf" items={shelves} />
<Pick look="pill" bind:value={view.kind} onchange={filter} aria-label="Kind of source" items={kinds} />
<Pick look="pill" bind:value={view.state} onchange={filter} aria-label="Cited or not" items={states} />
<Press
	class={['facet', { on: view.panel === 'tidy' }]}
	aria-pressed={view.panel === 'tidy'}
	onclick={() => onshow(view.panel === 'tidy' ? '' : 'tidy')}
	>{#if untidy}<i class="diamond" aria-hidden="true"></i>{/if}To clean up <b>{count(view.findings?.size)}</b></Press
>
<Press
	class={['facet', { on: view.panel === 'duplicates' }]}
	aria-pressed={view.panel === 'duplicates'}
	onclick={() => onshow(view.panel === 'duplicates' ? '' : 'duplicates')}
	>Possible duplicates <b>{count(view.groups?.length)}</b></Press
>

<style>
	:global(.press.facet) {
		border: 1px solid var(--line);
		border-radius: 99px;
		padding: 7px 12px;
		font-size: 12.5px;
		color: var(--ink-2);
		cursor: pointer;
		white-space: nowrap;
	}
	b {
		font-weight: 600;
		color: var(--ink);
		font-variant-numeric: tabular-nums;
	}
	.diamond {
		margin-right: 6px;
	}
	:global(.press.facet.on) {
		border-color: var(--verdigris);
		color: var(--verdigris-strong);
		background: var(--verdigris-tint);
	}
</style>
