<script lang="ts">
	import { shortLabel } from '$lib/core/source';
	import { writeLocator, type DocCite } from '$lib/core/manuscript';
	import { editCitation } from '$lib/editor/cite-target';
	import { pair, select } from '$lib/editor/navigation';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { factsOf } from '$lib/editor/facts';
	import { overrideStates } from '$lib/core/proof/quick';
	import type { Slip } from './margin';
	import EditRemark from './EditRemark.svelte';
	import Press from '../kit/Press.svelte';
	let { draft, slip }: { draft: Draft; slip: Slip } = $props();
	const edits = $derived.by(() => {
		void draft.revision;
		return slip.citations.some((c) => c.override)
			? new Map(overrideStates(factsOf(draft)).map((e) => [e.id, e]))
			: new Map();
	});
	const on = $derived(slip.citations.some((c) => c.id === draft.selectedCitation));
	function label(c: DocCite) {
		void draft.revision;
		const s = draft.source(c.sourceId);
		return s ? shortLabel(s.item) : null;
	}
</script>

<div class="slip" class:on>
	{#each slip.citations as c (c.id)}
		<Press
			class={{ here: draft.selectedCitation === c.id || draft.hovered === c.id }}
			onpointerenter={() => pair(draft, c.id)}
			onpointerleave={() => pair(draft, null)}
			onclick={() => select(draft, c.pos)}
			ondblclick={() => editCitation(draft, c.id)}
		>
			{#each c.cites as x, i (i)}
				{@const l = label(x)}
				<span class="row">
					{#if l}
						<b>{l.name} {l.year}</b>
						{#if x.locator}<span class="loc">{writeLocator(x.locator)}</span>{/if}
						{#if x.form === 'narrative'}<span>in the sentence</span>{:else if x.form === 'year-only'}<span
								>year only</span
							>{:else if x.form === 'author-only'}<span>author only</span>{/if}
					{:else}
						<span class="warn"><i class="diamond" aria-hidden="true"></i>Source not in the library</span>
					{/if}
				</span>
			{/each}
		</Press>
		{#if edits.get(c.id)}
			<EditRemark {draft} edit={edits.get(c.id)!} onedit={() => editCitation(draft, c.id, true)} />
		{/if}
	{/each}
</div>

<style>
	.slip {
		margin-left: 22px;
		max-width: 262px;
		font-size: 12.5px;
		line-height: 1.42;
		color: var(--ink-2);
		border-left: 2px solid var(--line);
		padding: 1px 0 1px 8px;
		position: relative;
	}
	.slip::before {
		content: '';
		position: absolute;
		left: -24px;
		top: 10px;
		width: 22px;
		border-top: 1px solid var(--line);
	}
	.slip.on,
	.slip.on::before {
		border-color: var(--verdigris);
	}
	.slip > :global(.press) {
		display: block;
		width: 100%;
		text-align: left;
		padding: 0 4px;
		border-radius: 3px;
		cursor: pointer;
	}
	.slip > :global(.press:hover),
	.slip > :global(.press.here) {
		background: var(--desk-raised);
	}
	.row {
		display: block;
	}
	b {
		font-weight: 600;
		color: var(--ink);
	}
	.loc {
		color: var(--verdigris-strong);
		font-variant-numeric: tabular-nums;
	}
	.warn {
		color: var(--marigold);
		display: flex;
		gap: 6px;
		align-items: center;
	}
</style>
