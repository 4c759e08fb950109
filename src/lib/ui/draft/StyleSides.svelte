<script lang="ts">
	/** One's own text now and as it would become, side by side: the same citations and entries on both. */
	import { sampleEntries, type SessionResult } from '$lib/core/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import StyleColumn from './StyleColumn.svelte';
	import { samplesOf, tellingCitations } from './style-samples';

	interface Props {
		draft: Draft;
		now: SessionResult | null;
		/** The text in the chosen style, once it is there. */
		then: SessionResult | null;
		/** The chosen style prints notes. */
		notes: boolean;
		/** The name of the chosen style. */
		title: string;
	}
	let { draft, now, then, notes, title }: Props = $props();

	const telling = $derived(tellingCitations(draft));
	/** Entries of different kinds of sources. */
	const kinds = $derived(
		new Set(sampleEntries(now?.bibliography ?? then?.bibliography ?? [], (id) => draft.source(id)?.item))
	);
	const sides = $derived([
		{
			title: `Now, in ${draft.docStyle.title}`,
			list: samplesOf(draft, telling, now, draft.asNotes),
			entries: now?.bibliography
		},
		{
			title: `After switching to ${title}`,
			list: samplesOf(draft, telling, then, notes),
			entries: then?.bibliography
		}
	]);
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="two" role="region" aria-label="Now and after switching" tabindex="0">
	{#each sides as side, i (i)}
		<StyleColumn title={side.title} list={side.list} entries={(side.entries ?? []).filter((e) => kinds.has(e.id))} />
	{/each}
</div>

<style>
	.two {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 18px;
		font: 400 14px/1.5 var(--serif);
		flex: 1;
		overflow: auto;
		min-height: 0;
	}
</style>
