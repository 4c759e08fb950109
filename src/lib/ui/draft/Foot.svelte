<script lang="ts">
	import type { Draft } from '$lib/editor/draft.svelte';
	import { help } from '$lib/services/help.svelte';
	import { many } from '../parts/many';
	import Press from '../kit/Press.svelte';
	let { draft }: { draft: Draft } = $props();
	const sources = $derived(new Set(draft.shown.citations.flatMap((c) => c.cites.map((x) => x.sourceId))).size);
	const n = (x: number) => x.toLocaleString('en');
	const note = $derived(
		draft.selectedCitation ? draft.shown.notes.find((x) => x.id === draft.selectedCitation) : undefined
	);
	const where = $derived(
		note
			? `Note ${note.number}${note.own ? ', yours' : ''}`
			: draft.section >= 0
				? (draft.outline[draft.section]?.title ?? '')
				: draft.title
	);
</script>

<footer class="foot">
	<span>{draft.writing.selected ? `${n(draft.writing.selected)} of ` : ''}{many(draft.words.text, 'word')}</span>
	{#if draft.words.notes}<span>{n(draft.words.text + draft.words.notes)} with your notes</span>{/if}
	<span
		>{many(sources, 'source')}, {many(draft.shown.citations.length, 'citation')}{draft.shown.notes.length
			? `, ${many(draft.shown.notes.length, 'note')}`
			: ''}</span
	>
	<span class="spacer"></span>
	<span class="change" role="status">{draft.lastChange}</span>
	<span class="where">{where}</span>
	{#if draft.place}<a href="/work/{draft.place.id}">in {draft.place.title || 'a bound work'}</a>{/if}
	<Press onclick={() => (help.open = true)}><kbd>?</kbd> shortcuts</Press>
</footer>

<style>
	.foot {
		display: flex;
		gap: var(--s5);
		align-items: center;
		padding: 0 var(--s4);
		border-top: 1px solid var(--line);
		color: var(--ink-3);
		font-size: var(--small);
		font-variant-numeric: tabular-nums;
		white-space: nowrap;
		overflow: hidden;
	}
	.spacer {
		flex: 1;
	}
	.where {
		overflow: hidden;
		text-overflow: ellipsis;
		max-width: 260px;
	}
	a {
		overflow: hidden;
		text-overflow: ellipsis;
		max-width: 220px;
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	.foot :global(.press) {
		cursor: pointer;
		color: inherit;
	}
	@media (max-width: 1000px) {
		.change {
			display: none;
		}
	}
	@media print {
		.foot {
			display: none;
		}
	}
</style>
