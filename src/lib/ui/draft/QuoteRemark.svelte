<script lang="ts">
	/** Beside a quotation: that it departs from its excerpt, or says no place where the style wants one. */
	import { editCitation } from '$lib/editor/cite-target';
	import { keepQuote, restoreQuote } from '$lib/editor/commands';
	import type { Command } from 'prosemirror-state';
	import type { QuoteRemark } from '$lib/core/proof/quick';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';

	let { draft, remark }: { draft: Draft; remark: QuoteRemark } = $props();
	function does(command: Command) {
		draft.run(command);
		draft.view?.focus();
	}
	const q = $derived(remark.quotation);
</script>

<div class="remark">
	{#if remark.what === 'departs'}
		<p class="head"><i class="diamond" aria-hidden="true"></i>Differs from the excerpt</p>
		<p class="was">“{q.basis}”</p>
		{#if !draft.readOnly}
			<div class="acts">
				<Btn kind="quiet" onclick={() => does(restoreQuote(q, draft.facts.quotes))}>Use the excerpt’s words</Btn>
				<Btn kind="quiet" onclick={() => does(keepQuote(q))}>Keep mine</Btn>
			</div>
		{/if}
	{:else}
		<p class="head quiet">
			Quotation without a page
			{#if q.citation && !draft.readOnly}
				<Btn kind="link" onclick={() => editCitation(draft, q.citation)}>add it</Btn>
			{/if}
		</p>
	{/if}
</div>

<style>
	.remark {
		margin-left: 22px;
		max-width: 262px;
		font: 400 12px/1.4 var(--sans);
		color: var(--ink-2);
		padding: 1px 0 1px 12px;
	}
	.head {
		display: flex;
		gap: 7px;
		align-items: baseline;
		color: var(--marigold);
	}
	.head.quiet {
		color: var(--ink-3);
	}
	.was {
		font: 400 12.5px/1.45 var(--serif);
		color: var(--ink);
		padding: 3px 0 1px;
		overflow-wrap: anywhere;
		display: -webkit-box;
		-webkit-line-clamp: 6;
		line-clamp: 6;
		-webkit-box-orient: vertical;
		overflow: hidden;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		margin-left: -8px;
	}
	.acts :global(.btn) {
		padding: 4px 8px;
		font-size: 12px;
	}
</style>
