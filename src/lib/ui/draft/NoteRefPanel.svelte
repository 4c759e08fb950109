<script lang="ts">
	/** Choosing the note a sentence refers to; its number follows whatever moves. */
	import { fold, shortLabel } from '$lib/core/source';
	import type { NoteTarget } from '$lib/core/manuscript';
	import { noteWords } from '$lib/editor/citing';
	import { referTo } from '$lib/editor/commands';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Press from '../kit/Press.svelte';
	import SideSearch from './SideSearch.svelte';

	let { draft }: { draft: Draft } = $props();
	let query = $state('');
	interface Row {
		key: string;
		number: number;
		words: string;
		target: NoteTarget;
	}
	const rows = $derived.by(() => {
		void draft.revision;
		const notes: Row[] = draft.shown.notes.map((n) => ({
			key: n.id,
			number: n.number,
			words: noteWords(draft, n),
			target: { note: n.id, source: '' }
		}));
		const first: Row[] = [];
		for (const c of draft.shown.citations)
			for (const { sourceId } of c.cites) {
				const source = draft.source(sourceId);
				const target = { note: '', source: sourceId };
				const number = draft.refNumber(target);
				if (!source || !number || first.some((r) => r.target.source === sourceId)) continue;
				const l = shortLabel(source.item);
				first.push({ key: `s-${sourceId}`, number, words: `${l.name} ${l.year}`, target });
			}
		return { notes, first };
	});
	const filtered = (list: Row[]) => {
		const words = fold(query).split(/\s+/).filter(Boolean);
		return list.filter((r) => words.every((w) => fold(`${r.number} ${r.words}`).includes(w))).slice(0, 200);
	};
	const groups = $derived([
		{ title: 'A note', rows: filtered(rows.notes) },
		{ title: 'Wherever a source is cited first', rows: filtered(rows.first) }
	]);
	function refer(r: Row | undefined) {
		if (!r) return;
		draft.side = '';
		draft.run(referTo(r.target));
		draft.view?.focus();
	}
</script>

<SideSearch
	label="See note…"
	bind:value={query}
	placeholder="Number, or words of the note"
	onkeydown={(e) => {
		if (e.key === 'Enter') {
			e.preventDefault();
			refer(groups[0].rows[0] ?? groups[1].rows[0]);
		}
	}}
/>
<div class="scroll">
	{#each groups as g (g.title)}
		{#if g.rows.length}
			<h3>{g.title}</h3>
			<ul aria-label={g.title}>
				{#each g.rows as r (r.key)}
					<li><Press onclick={() => refer(r)}><b>{r.number}</b><span>{r.words}</span></Press></li>
				{/each}
			</ul>
		{/if}
	{/each}
	{#if !rows.notes.length}
		<p class="none">There are no notes to refer to. Alt N writes one where the caret is.</p>
	{:else if !groups.some((g) => g.rows.length)}
		<p class="none">No note has “{query}”.</p>
	{/if}
</div>

<style>
	.scroll {
		flex: 1;
		overflow: auto;
		min-height: 0;
		padding-bottom: 10px;
	}
	h3 {
		font: 500 var(--small) / 1.3 var(--sans);
		color: var(--ink-3);
		padding: 12px 14px 4px;
	}
	.scroll :global(.press) {
		display: grid;
		grid-template-columns: 26px 1fr;
		width: 100%;
		text-align: left;
		padding: 6px 14px;
		cursor: pointer;
		font: 400 13px/1.4 var(--serif);
		color: var(--ink-2);
	}
	.scroll :global(.press:hover) {
		background: var(--desk-raised);
	}
	b {
		font: 600 12px/1.5 var(--sans);
		color: var(--verdigris);
	}
	span {
		display: -webkit-box;
		-webkit-line-clamp: 3;
		line-clamp: 3;
		-webkit-box-orient: vertical;
		overflow: hidden;
		overflow-wrap: anywhere;
	}
	.none {
		padding: 12px 14px;
		color: var(--ink-3);
		font-size: 13px;
	}
</style>
