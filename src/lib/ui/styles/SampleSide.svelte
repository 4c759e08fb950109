<script lang="ts">
	/** One style on one's own text; what it has otherwise than another is marked. */
	import { markDifferences } from '$lib/core/citing/compare-html';
	import type { Sample, SampleAnswer } from './samples';
	import Alert from '../kit/Alert.svelte';

	let { sample, against = null }: { sample: SampleAnswer; against?: Sample | null } = $props();
	const marked = (id: string, html: string, of: { id: string; html: string }[] | undefined) => {
		const other = of?.find((x) => x.id === id);
		return other ? markDifferences(other.html, html) : html;
	};
</script>

<!-- eslint-disable svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes data -->
{#if sample.trouble !== undefined}
	<Alert>{sample.trouble}</Alert>
{:else}
	<div class="sample">
		{#each sample.citations as c (c.id)}
			{#if c.note}
				<p>{c.words ? `…${c.words}` : ''}{@html c.lead ? ` ${c.lead}` : ''}<sup>{c.note}</sup></p>
			{:else}
				<p>{c.words ? `…${c.words} ` : ''}<span class="cite">{@html marked(c.id, c.html, against?.citations)}</span></p>
			{/if}
		{/each}
		{#each sample.citations.filter((c) => c.note) as c (c.id)}
			<p class="note"><sup>{c.note}</sup> {@html marked(c.id, c.html, against?.citations)}</p>
		{/each}
		{#if sample.counts.entries === null}
			<p class="none">This style has no list of sources.</p>
		{:else}
			<p class="sub">In the bibliography</p>
			{#each sample.entries as e (e.id)}
				<div class="entry" class:hang={sample.style.hangingIndent}>
					{@html marked(e.id, e.html, against?.entries)}
				</div>
			{/each}
		{/if}
	</div>
{/if}

<!-- eslint-enable svelte/no-at-html-tags -->
<style>
	.sample {
		font: 400 14.5px/1.5 var(--serif);
		overflow-wrap: anywhere;
	}
	p,
	.entry {
		margin-bottom: 9px;
	}
	.cite {
		color: var(--ink);
		border-bottom: 1px solid var(--verdigris-line, var(--verdigris));
	}
	.note {
		font-size: 13.5px;
		color: var(--ink-2);
	}
	.sub {
		font: 500 var(--small) / 1.3 var(--sans);
		color: var(--ink-3);
		margin: 14px 0 8px;
	}
	.hang {
		padding-left: 1.5em;
		text-indent: -1.5em;
	}
	.entry :global(div) {
		text-indent: 0;
		display: inline;
	}
	sup {
		color: var(--verdigris);
		font: 600 11px/0 var(--sans);
	}
	.sample :global(mark) {
		background: var(--marigold-tint, color-mix(in srgb, var(--marigold-dot) 28%, transparent));
		color: inherit;
		border-radius: 2px;
	}
	.none {
		color: var(--ink-2);
		font: 400 13px/1.5 var(--sans);
	}
</style>
