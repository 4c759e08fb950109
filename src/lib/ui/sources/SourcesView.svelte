<script lang="ts">
	/** The library: one wide list in which a source opens in place. */
	import { onDestroy, onMount, tick, untrack } from 'svelte';
	import { page } from '$app/state';
	import { replaceState } from '$app/navigation';
	import { addSources, removeSources } from '$lib/data/sources';
	import { titleOf } from '$lib/core/source';
	import { readQuery } from '$lib/core/search';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import Bar from '../parts/Bar.svelte';
	import Btn from '../kit/Btn.svelte';
	import ImportPanel from './ImportPanel.svelte';
	import Deleting from './Deleting.svelte';
	import Facets from './Facets.svelte';
	import { filesOf } from './files';
	import { LibraryView } from './library-view.svelte';
	import NoSources from './NoSources.svelte';
	import Selected from './Selected.svelte';
	import SourcesFoot from './SourcesFoot.svelte';
	import SourcesTable from './SourcesTable.svelte';
	import { RowWindow } from './table.svelte';
	import TidyPanel from './TidyPanel.svelte';
	import DuplicatesPanel from './DuplicatesPanel.svelte';
	import Field from '../kit/Field.svelte';

	const view = new LibraryView();
	view.follow();
	const rows = new RowWindow();
	const { table } = view;
	let bringing = $state(false);
	let files = $state.raw<File[]>([]);
	let dropping = $state(false);
	let width = $state(1280);
	let merging = $state.raw<string[] | null>(null);
	let deleting = $state.raw<string[] | null>(null);
	let list = $state<HTMLElement | null>(null);
	let search = $state<HTMLInputElement | null>(null);
	/** What is in the search field; what is searched for follows a moment later when the library is large. */
	let typed = $state('');

	onMount(() => {
		const q = page.url.searchParams;
		typed = view.query = q.get('find') ?? '';
		view.panel = (q.get('show') ?? '') as typeof view.panel;
		const started = view.start().then(async () => {
			const id = q.get('open');
			if (!id) return;
			await goTo(library.resolve(id));
		});
		inBackground(started, 'The library could not be read.');
		return () => view.stop();
	});
	onDestroy(() => rows.destroy());

	$effect(() => {
		table.ranked = view.ranked;
		table.data = view.found;
		table.counts = view.counts;
	});
	$effect(() => {
		const id = view.open;
		// an opened source keeps its place, whatever is typed into it
		untrack(() => {
			table.pinned = id ? (library.sources.get(id) ?? null) : null;
			view.openAt = id ? table.rows.findIndex((s) => s.id === id) : -1;
		});
	});
	const listed = $derived(table.rows);
	$effect(() => {
		const l = listed;
		void view.open;
		if (list && !view.panel) rows.mount(l.length, list.offsetTop, (i) => l[i]?.id ?? String(i));
	});
	$effect(() => {
		void library.sources;
		if (library.whole && !library.trouble) untrack(() => view.lookSoon());
	});
	$effect(() => {
		table.narrow = width <= 1000;
	});
	const unknown = $derived(readQuery(view.query).unknown);

	/** Opens a source and brings it into sight, once it is there. */
	async function goTo(id: string) {
		await library.settled();
		view.open = id;
		await tick();
		const at = table.rows.findIndex((s) => s.id === id);
		if (at < 0) return;
		requestAnimationFrame(() => rows.reveal(at));
		// an opened row has its height a moment later, and the page its length
		setTimeout(() => view.open === id && rows.reveal(at), 150);
	}
	function find(text: string) {
		view.query = text;
		view.open = null;
		table.clear();
		if (view.panel) show('');
	}
	function show(panel: typeof view.panel) {
		view.panel = panel;
		const url = new URL(page.url);
		if (panel) url.searchParams.set('show', panel);
		else url.searchParams.delete('show');
		replaceState(url, {});
		if (panel && !view.findings) void view.look();
		window.scrollTo({ top: 0 });
	}
	async function add() {
		show('');
		view.resetFilters();
		typed = '';
		const added = await view.attempt(() =>
			addSources([{ item: { id: '', type: 'book', title: '' } }], 'typed', undefined, 'Added a source')
		);
		if (!added) return;
		const [s] = added;
		await goTo(s.id);
		setTimeout(() => document.querySelector<HTMLElement>(`#kind-${CSS.escape(s.id)}`)?.focus(), 150);
	}
	/** What is cited is asked about first; the rest goes at once and can come back. */
	async function remove(ids: string[], sure = false) {
		if (!sure && ids.some((id) => view.counts.get(id))) {
			deleting = ids;
			return;
		}
		deleting = null;
		const cited = ids.reduce((n, id) => n + (view.counts.get(id) ?? 0), 0);
		const gone = await view.attempt(() => removeSources(ids));
		if (!gone) return;
		table.clear();
		if (view.open && ids.includes(view.open)) view.open = null;
		view.say(
			`${gone.length === 1 ? `“${titleOf(gone[0].item)}” is` : `${gone.length} sources are`} out of the library${cited ? `; ${cited} citation${cited === 1 ? ' shows' : 's show'} a gap` : ''}.`,
			'Bring back'
		);
	}
	function merge(ids: string[]) {
		merging = ids;
		deleting = null;
		show('duplicates');
	}
	async function dropped(e: DragEvent) {
		dropping = false;
		if (!e.dataTransfer?.types.includes('Files')) return;
		e.preventDefault();
		const got = await filesOf(e.dataTransfer);
		if (!got.length) return;
		files = got;
		bringing = true;
	}
	function keys(e: KeyboardEvent) {
		const t = e.target as HTMLElement;
		const writing = t.closest('input:not([type=checkbox]), textarea, select, [contenteditable="true"], dialog');
		const mod = e.ctrlKey || e.metaKey;
		if (mod && e.key.toLowerCase() === 'z' && !writing) {
			e.preventDefault();
			void (e.shiftKey ? view.redo() : view.undo());
		} else if (mod && e.key.toLowerCase() === 'a' && !writing && !view.panel) {
			e.preventDefault();
			table.pickAll();
		} else if (e.key === '/' && !writing && !mod) {
			e.preventDefault();
			search?.focus();
			search?.select();
		} else if (e.key === 'Escape' && !writing && view.open) view.open = null;
		else if ((e.key === 'ArrowDown' || e.key === 'ArrowUp') && t.classList.contains('opener')) {
			const at = Number(t.closest('li')?.dataset.index) + (e.key === 'ArrowDown' ? 1 : -1);
			if (at < 0 || at >= listed.length) return;
			e.preventDefault();
			const next = () => document.querySelector<HTMLElement>(`li[data-index="${at}"] .opener`);
			if (!next()) rows.reveal(at);
			requestAnimationFrame(() => next()?.focus());
		}
	}
</script>

<svelte:window onkeydown={keys} bind:innerWidth={width} />
<svelte:head><title>Sources · Rapid Quill</title></svelte:head>
<Bar here="Sources">
	<Btn kind="ghost" onclick={() => (bringing = true)}>Import</Btn>
	<Btn kind="primary" onclick={add}>New source</Btn>
</Bar>
<main
	class="lib"
	class:dropping
	ondragover={(e) => {
		if (e.dataTransfer?.types.includes('Files')) {
			e.preventDefault();
			dropping = true;
		}
	}}
	ondragleave={(e) => e.target === e.currentTarget && (dropping = false)}
	ondrop={dropped}
>
	<h1 class="visually-hidden">Sources</h1>
	<div class="tools">
		<Field
			look="large"
			type="search"
			bind:element={search}
			bind:value={typed}
			oninput={() => find(typed)}
			placeholder="Find by anything you remember: okafor eels, year:1868-1900, tag:archive"
			aria-label="Find sources"
			aria-describedby={unknown.length ? 'find-unknown' : undefined}
		/>
		<Facets {view} onshow={show} />
	</div>
	{#if unknown.length}
		<p class="hint" id="find-unknown">
			“{unknown.join('”, “')}” is no field word. There are author: title: in: year: tag: shelf: kind: cited: has: no:
			key: note: and flagged.
		</p>
	{/if}
	{#if table.pickedIds.length && !view.panel}
		<Selected {view} onmerge={merge} onremove={remove} />
	{/if}
	{#if deleting}
		<Deleting
			{view}
			ids={deleting}
			onkeep={() => (deleting = null)}
			ondelete={(ids) => remove(ids, true)}
			onmerge={merge}
		/>
	{/if}
	{#if view.panel === 'tidy'}
		<TidyPanel
			{view}
			onclose={() => show('')}
			ongo={(id) => {
				typed = '';
				void goTo(id);
			}}
		/>
	{:else if view.panel === 'duplicates'}
		<DuplicatesPanel
			{view}
			chosen={merging}
			onclose={() => {
				merging = null;
				table.clear();
				show('');
			}}
		/>
	{:else}
		<SourcesTable {view} {rows} bind:list onremove={(ids) => remove(ids)} />
		{#if (library.whole || library.trouble) && !listed.length}
			<NoSources
				{view}
				onbring={() => (bringing = true)}
				onall={() => {
					typed = '';
					view.resetFilters();
				}}
			/>
		{/if}
	{/if}
</main>
<SourcesFoot {view} {listed} />
{#if bringing}
	<ImportPanel
		{files}
		{view}
		question={view.query && !listed.length ? view.query : ''}
		onclose={() => {
			bringing = false;
			files = [];
		}}
		onopen={(id) => {
			typed = '';
			view.resetFilters();
			void goTo(id);
		}}
		onhand={add}
	/>
{/if}

<style>
	.lib {
		padding: 0 40px 60px;
		max-width: 1360px;
		margin: 0 auto;
		min-height: calc(100vh - var(--bar) - var(--foot));
	}
	.lib.dropping {
		outline: 2px dashed var(--verdigris);
		outline-offset: -10px;
	}
	.tools {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 18px 0 12px;
	}
	.hint {
		color: var(--ink-2);
		font-size: 12.5px;
		padding: 0 12px 8px;
	}
	@media (max-width: 1000px) {
		.lib {
			padding: 0 18px 60px;
		}
		.tools {
			flex-wrap: wrap;
		}
	}
</style>
