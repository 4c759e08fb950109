<script lang="ts">
	/** The library: one wide list in which a source opens in place. */
	import { liveQuery } from 'dexie';
	import { page } from '$app/state';
	import { Select } from 'flowbite-svelte';
	import { addSources, putBack, removeSources } from '$lib/data/sources';
	import { allUses, type Use } from '$lib/data/uses';
	import { kindOf, placeOf, shortAuthor, titleOf, yearOf, type Source } from '$lib/core/source';
	import { library } from '../library.svelte';
	import { toasts } from '../toasts.svelte';
	import Bar from '../parts/Bar.svelte';
	import Btn from '../parts/Btn.svelte';
	import BringIn from './BringIn.svelte';
	import OpenSource from './OpenSource.svelte';

	let query = $state('');
	let kind = $state('');
	let citedOnly = $state(false);
	let sort = $state<{ by: 'author' | 'year' | 'title' | 'kind' | 'cited'; down: boolean }>({
		by: 'author',
		down: false
	});
	let open = $state<string | null>(page.url.searchParams.get('open'));
	let picked = $state<Set<string>>(new Set());
	let bringing = $state(false);
	let uses = $state.raw<Map<string, Use[]>>(new Map());
	let shown = $state(page.url.searchParams.has('open') ? 100_000 : 200);
	let lastPicked = -1;

	$effect(() => {
		if (!library.ready || library.trouble) return;
		const sub = liveQuery(() => allUses()).subscribe({ next: (u) => (uses = u) });
		return () => sub.unsubscribe();
	});

	const count = (id: string) => uses.get(id)?.length ?? 0;
	const all = $derived([...library.sources.values()]);
	const kinds = $derived(
		[...new Set(all.map((s) => s.item.type))].map((t) => kindOf(t)).sort((a, b) => a.name.localeCompare(b.name))
	);
	const rows = $derived.by((): Source[] => {
		const q = query.trim();
		// the index is no state of its own: it changes with the sources
		void library.sources;
		let list = q
			? library.index
					.find(q, undefined, 5000)
					.map((id) => library.sources.get(id)!)
					.filter(Boolean)
			: all;
		if (kind) list = list.filter((s) => s.item.type === kind);
		if (citedOnly) list = list.filter((s) => count(s.id));
		if (q && sort.by === 'author' && !sort.down) return list;
		const value: Record<typeof sort.by, (s: Source) => string | number> = {
			author: (s) => shortAuthor(s.item) || titleOf(s.item),
			year: (s) => yearOf(s.item),
			title: (s) => titleOf(s.item),
			kind: (s) => kindOf(s.item.type).name,
			cited: (s) => count(s.id)
		};
		const compare = new Intl.Collator('en', { sensitivity: 'base', numeric: true }).compare;
		const of = value[sort.by];
		return [...list].sort((a, b) => {
			const x = of(a);
			const y = of(b);
			const d = typeof x === 'number' ? x - (y as number) : compare(x, y as string);
			return sort.down ? -d : d;
		});
	});

	/** A source that is asked for by address is brought into sight. */
	const asked = page.url.searchParams.get('open');
	function reveal(el: HTMLElement, id: string) {
		if (id === asked) requestAnimationFrame(() => el.scrollIntoView({ block: 'center' }));
	}

	async function add() {
		const [s] = await addSources([{ item: { id: '', type: 'book', title: '' } }], 'typed');
		open = s.id;
		query = '';
		kind = '';
	}
	async function remove(ids: string[]) {
		const gone = await removeSources(ids);
		picked = new Set();
		if (open && ids.includes(open)) open = null;
		const cited = ids.reduce((n, id) => n + count(id), 0);
		toasts.say(
			`${gone.length === 1 ? `“${titleOf(gone[0].item)}” is` : `${gone.length} sources are`} out of the library${cited ? `; ${cited} citation${cited === 1 ? ' shows' : 's show'} a gap` : ''}.`,
			{
				label: 'Bring back',
				run: () => putBack(gone)
			}
		);
	}
	function pick(i: number, id: string, e: MouseEvent) {
		const next = new Set(picked);
		if (e.shiftKey && lastPicked >= 0) {
			const [a, b] = [Math.min(lastPicked, i), Math.max(lastPicked, i)];
			for (const s of rows.slice(a, b + 1)) next.add(s.id);
		} else if (next.has(id)) next.delete(id);
		else next.add(id);
		lastPicked = i;
		picked = next;
	}
	function sortBy(by: typeof sort.by) {
		sort = { by, down: sort.by === by ? !sort.down : by === 'cited' };
	}
	async function save(format: 'bibtex' | 'ris' | 'csl-json') {
		const { writeBibtex, writeCslJson, writeRis } = await import('$lib/core/exchange');
		const { download } = await import('../download');
		const list = all.filter((s) => picked.has(s.id));
		const write = { bibtex: writeBibtex, ris: writeRis, 'csl-json': writeCslJson }[format];
		const ext = { bibtex: 'bib', ris: 'ris', 'csl-json': 'json' }[format];
		download(`sources.${ext}`, write(list), 'text/plain');
	}
	const columns: { by: typeof sort.by; name: string; cls?: string }[] = [
		{ by: 'author', name: 'Author' },
		{ by: 'year', name: 'Year' },
		{ by: 'title', name: 'Title' }
	];
	let dropping = $state(false);
	let files = $state.raw<File[]>([]);
	function dropped(e: DragEvent) {
		dropping = false;
		const list = [...(e.dataTransfer?.files ?? [])];
		if (!list.length) return;
		e.preventDefault();
		files = list;
		bringing = true;
	}
</script>

<svelte:head><title>Sources · Rapid Quill</title></svelte:head>
<Bar here="Sources">
	<Btn kind="ghost" onclick={() => (bringing = true)}>Bring in</Btn>
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
		<input
			class="field"
			type="search"
			bind:value={query}
			placeholder="Find by anything you remember: okafor eels, 1868, archive"
			aria-label="Find sources"
		/>
		<Select
			size="sm"
			class="kind"
			bind:value={kind}
			aria-label="Kind of source"
			placeholder=""
			items={[{ value: '', name: 'Any kind' }, ...kinds.map((k) => ({ value: k.type, name: k.name }))]}
		/>
		<button
			type="button"
			class="facet"
			class:on={citedOnly}
			aria-pressed={citedOnly}
			onclick={() => (citedOnly = !citedOnly)}>Cited <b>{all.filter((s) => count(s.id)).length}</b></button
		>
	</div>
	{#if picked.size}
		<div class="picked" role="toolbar" aria-label="With the selected sources">
			<b>{picked.size} selected</b>
			<Btn kind="ghost" onclick={() => save('bibtex')}>Save as BibTeX</Btn>
			<Btn kind="ghost" onclick={() => save('ris')}>RIS</Btn>
			<Btn kind="ghost" onclick={() => save('csl-json')}>CSL-JSON</Btn>
			<Btn kind="ghost" onclick={() => remove([...picked])}>Delete</Btn>
			<Btn kind="quiet" onclick={() => (picked = new Set())}>Clear the selection</Btn>
		</div>
	{/if}
	<div class="grid h">
		<span></span>
		{#each columns as c (c.by)}
			<button type="button" onclick={() => sortBy(c.by)} aria-label="Sort by {c.name}"
				>{c.name}{sort.by === c.by ? (sort.down ? ' ↓' : ' ↑') : ''}</button
			>
		{/each}
		<span>In</span>
		<button type="button" onclick={() => sortBy('kind')} aria-label="Sort by kind"
			>Kind{sort.by === 'kind' ? (sort.down ? ' ↓' : ' ↑') : ''}</button
		>
		<button type="button" class="n" onclick={() => sortBy('cited')} aria-label="Sort by times cited"
			>Cited{sort.by === 'cited' ? (sort.down ? ' ↓' : ' ↑') : ''}</button
		>
	</div>
	<ul aria-label="Sources">
		{#each rows.slice(0, shown) as s, i (s.id)}
			<li class:open={open === s.id} use:reveal={s.id}>
				<div class="grid">
					<input
						type="checkbox"
						class="box"
						checked={picked.has(s.id)}
						aria-label="Select {titleOf(s.item)}"
						onclick={(e) => pick(i, s.id, e)}
					/>
					<button
						type="button"
						class="opener"
						aria-expanded={open === s.id}
						onclick={() => (open = open === s.id ? null : s.id)}
					>
						<b class:untold={!shortAuthor(s.item)}>{shortAuthor(s.item) || 'No author'}</b>
						<span class="y">{yearOf(s.item) || '–'}</span>
						<span class="t">{titleOf(s.item)}</span>
						<span class="where">{placeOf(s.item)}</span>
						<span>{kindOf(s.item.type).name.toLowerCase()}</span>
						<span class="n">{count(s.id) || '–'}</span>
					</button>
				</div>
				{#if open === s.id}
					<OpenSource source={s} uses={uses.get(s.id) ?? []} onremove={() => remove([s.id])} />
				{/if}
			</li>
		{/each}
	</ul>
	{#if rows.length > shown}
		<Btn kind="ghost" onclick={() => (shown += 500)}>Show more of {rows.length.toLocaleString('en')}</Btn>
	{/if}
	{#if library.ready && !rows.length}
		<div class="none">
			{#if all.length === 0}
				<h2>The library is empty</h2>
				<p>
					Bring in a BibTeX, RIS or CSL-JSON file, or enter a source by hand. One library serves all your manuscripts.
				</p>
				<p><Btn kind="primary" onclick={() => (bringing = true)}>Bring in</Btn></p>
			{:else}
				<p>
					No source matches{query ? ` “${query}”` : ' these choices'}.
					<button
						type="button"
						class="link"
						onclick={() => {
							query = '';
							kind = '';
							citedOnly = false;
						}}>Show all {all.length}</button
					>
				</p>
			{/if}
		</div>
	{/if}
</main>
<footer class="foot">
	<span>{all.length.toLocaleString('en')} sources</span>
	{#if rows.length !== all.length}<span>{rows.length.toLocaleString('en')} shown</span>{/if}
	<span>{all.filter((s) => count(s.id)).length} cited</span>
</footer>
{#if bringing}
	<BringIn
		{files}
		onclose={() => {
			bringing = false;
			files = [];
		}}
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
	.field {
		flex: 1;
		border: 1px solid var(--line);
		background: var(--sheet);
		border-radius: var(--r2);
		padding: 10px 12px;
		color: var(--ink);
		font-size: var(--text);
	}
	.field::placeholder {
		color: var(--ink-3);
	}
	.facet {
		border: 1px solid var(--line);
		border-radius: 99px;
		padding: 7px 12px;
		font-size: 12.5px;
		color: var(--ink-2);
		cursor: pointer;
		white-space: nowrap;
	}
	.facet b {
		font-weight: 600;
		color: var(--ink);
		font-variant-numeric: tabular-nums;
	}
	.facet.on {
		border-color: var(--verdigris);
		color: var(--verdigris-strong);
		background: var(--verdigris-tint);
	}
	.grid.h,
	.opener {
		display: grid;
		grid-template-columns: minmax(110px, 190px) 78px minmax(0, 1fr) minmax(90px, 190px) 130px 50px;
		gap: 0 14px;
		align-items: baseline;
	}
	.grid {
		font-size: 13.5px;
		border-bottom: 1px solid var(--line-soft);
		color: var(--ink-2);
	}
	.grid.h {
		grid-template-columns: 24px minmax(110px, 190px) 78px minmax(0, 1fr) minmax(90px, 190px) 130px 50px;
		padding: 8px 12px;
		font-size: var(--small);
		color: var(--ink-3);
		border-color: var(--line);
	}
	.grid.h button {
		text-align: left;
		cursor: pointer;
		color: inherit;
	}
	.grid.h .n {
		text-align: right;
	}
	li .grid {
		display: grid;
		grid-template-columns: 24px minmax(0, 1fr);
		gap: 0 14px;
		padding-left: 12px;
		align-items: center;
	}
	li .grid:hover {
		background: var(--desk-raised);
	}
	.opener {
		text-align: left;
		padding: 8px 12px 8px 0;
		cursor: pointer;
	}
	.opener > * {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.opener b {
		font-weight: 600;
		color: var(--ink);
	}
	.opener b.untold {
		font-weight: 400;
		color: var(--ink-3);
	}
	.opener .y,
	.n {
		font-variant-numeric: tabular-nums;
	}
	.opener .n {
		text-align: right;
	}
	.opener .t {
		font: 400 14.5px/1.35 var(--serif);
		color: var(--ink);
	}
	.box {
		width: 15px;
		height: 15px;
		border: 1.5px solid var(--ink-3);
		border-radius: 3px;
		background: var(--sheet);
		accent-color: var(--verdigris);
	}
	.box:checked {
		background-color: var(--verdigris);
	}
	li.open {
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		margin: 6px -12px 10px;
		padding: 6px 12px 18px;
	}
	li.open .grid {
		border-color: transparent;
		background: none;
	}
	li.open .opener .t {
		white-space: normal;
	}
	.picked {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 0 0 8px 12px;
		flex-wrap: wrap;
	}
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
	.link {
		color: var(--verdigris-strong);
		text-decoration: underline;
		cursor: pointer;
	}
	.foot {
		position: sticky;
		bottom: 0;
		background: var(--desk);
		display: flex;
		gap: var(--s5);
		align-items: center;
		height: var(--foot);
		padding: 0 var(--s4);
		border-top: 1px solid var(--line);
		color: var(--ink-3);
		font-size: var(--small);
		font-variant-numeric: tabular-nums;
	}
	@media (max-width: 1000px) {
		.lib {
			padding: 0 18px 60px;
		}
		.grid.h,
		.opener {
			grid-template-columns: minmax(90px, 140px) 60px minmax(0, 1fr) 100px 44px;
		}
		.grid.h {
			grid-template-columns: 24px minmax(90px, 140px) 60px minmax(0, 1fr) 100px 44px;
		}
		.grid.h > :nth-child(5),
		.opener .where {
			display: none;
		}
	}
</style>
