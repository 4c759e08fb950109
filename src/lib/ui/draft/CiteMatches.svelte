<script lang="ts">
	/** The sources that match what is typed in the cite line: its list box. */
	import { kindOf, shortAuthor, titleOf, yearOf } from '$lib/core/source';
	import { library } from '$lib/services/library.svelte';
	import type { CiteLineState } from './citeline.svelte';

	let { line, onchoose }: { line: CiteLineState; onchoose: (id: string) => void } = $props();

	/** The text before, in and behind the first word that was typed. */
	function highlight(text: string) {
		const q = line.part.query.trim().split(/\s+/)[0] ?? '';
		const at = q.length > 1 ? text.toLowerCase().indexOf(q.toLowerCase()) : -1;
		return at < 0 ? [text, '', ''] : [text.slice(0, at), text.slice(at, at + q.length), text.slice(at + q.length)];
	}
</script>

<ul class="matches" id="cite-matches" role="listbox" aria-label="Matching sources" aria-busy={!line.answered}>
	{#each line.matches as id, i (id)}
		{@const s = library.sources.get(id)}
		{#if s}
			{@const who = highlight(shortAuthor(s.item) || titleOf(s.item))}
			{@const what = highlight(titleOf(s.item))}
			{@const here = line.uses.get(id)?.here ?? 0}
			<!-- svelte-ignore a11y_click_events_have_key_events -->
			<li
				class="row"
				class:on={i === line.marked}
				id="match-{i}"
				role="option"
				aria-selected={i === line.marked}
				onclick={() => onchoose(id)}
				onmousemove={() => (line.marked = i)}
			>
				<b>{who[0]}<mark>{who[1]}</mark>{who[2]}</b>
				<span class="y">{yearOf(s.item)}</span>
				<span class="t">{what[0]}<mark>{what[1]}</mark>{what[2]}</span>
				<span class="c">{kindOf(s.item.type).name.toLowerCase()}{here ? ` · ${here} here` : ''}</span>
			</li>
		{/if}
	{/each}
</ul>

<style>
	.matches {
		max-height: 250px;
		overflow: auto;
	}
	.row {
		display: grid;
		grid-template-columns: 150px 62px 1fr auto;
		gap: 10px;
		padding: 6px 12px;
		align-items: baseline;
		cursor: pointer;
	}
	.row.on {
		background: var(--desk-raised);
		box-shadow: inset 2px 0 0 var(--verdigris);
	}
	.row b,
	.row .t {
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.row b {
		font-weight: 600;
	}
	.row .y {
		font-variant-numeric: tabular-nums;
		color: var(--ink-2);
		white-space: nowrap;
	}
	.row .t {
		color: var(--ink-2);
	}
	.row .c {
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
	}
	mark {
		background: none;
		color: inherit;
		font-weight: 700;
		text-decoration: underline;
		text-decoration-color: var(--verdigris-line);
		text-underline-offset: 3px;
	}
</style>
