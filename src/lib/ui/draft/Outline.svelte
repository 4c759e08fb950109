<script lang="ts">
	import { goto } from '$lib/editor/navigation';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { ChevronDoubleLeftOutline, ChevronDoubleRightOutline } from '../parts/icons';
	let { draft, folded, onfold }: { draft: Draft; folded: boolean; onfold: () => void } = $props();
	const least = $derived(Math.min(...draft.outline.map((s) => s.level), 9));
</script>

<aside class="sections" class:folded aria-label="Outline">
	<div class="top">
		{#if !folded}<h2>Outline</h2>{/if}
		<Btn kind="quiet" class="fold" onclick={onfold} label={folded ? 'Show the outline' : 'Hide the outline'}>
			{#if folded}<ChevronDoubleRightOutline class="icon" />{:else}<ChevronDoubleLeftOutline class="icon" />{/if}
		</Btn>
	</div>
	{#if !folded}
		<nav aria-label="Sections">
			{#each draft.outline as s, i (s.pos)}
				<Press
					class={{ here: draft.section === i }}
					aria-current={draft.section === i ? 'location' : undefined}
					style="padding-left: {8 + (s.level - least) * 14}px"
					onclick={() => goto(draft, s.pos)}
				>
					<span class="name">{s.title}</span>
					{#if s.placeholders}<i class="diamond" aria-hidden="true"></i><span class="visually-hidden"
							>{s.placeholders} to check</span
						>{/if}
					<span class="n" aria-label={s.bibliography ? 'entries' : 'citations'}
						>{s.bibliography ? (draft.bibliography?.length ?? '') : s.citations || ''}</span
					>
				</Press>
			{/each}
		</nav>
		{#if draft.outline.length === 0}<p class="none">Headings you write are listed here.</p>{/if}
	{/if}
</aside>

<style>
	.sections {
		padding: 12px 10px 0 14px;
		border-right: 1px solid var(--line-soft);
		overflow: auto;
		min-height: 0;
	}
	.sections.folded {
		padding: 12px 2px 0;
	}
	.top {
		display: flex;
		align-items: center;
		justify-content: space-between;
		padding: 0 0 4px 8px;
	}
	.folded .top {
		padding: 0;
		justify-content: center;
	}
	h2 {
		font: 500 var(--tiny) / 1 var(--sans);
		color: var(--ink-3);
	}
	.sections :global(.btn.fold) {
		padding: 6px;
		color: var(--ink-3);
	}
	nav :global(.press) {
		display: flex;
		width: 100%;
		gap: 8px;
		align-items: baseline;
		padding: 6px 8px;
		border-radius: var(--r1);
		color: var(--ink-2);
		font-size: 13px;
		line-height: 1.3;
		text-align: left;
		cursor: pointer;
	}
	nav :global(.press:hover) {
		background: var(--desk-raised);
	}
	.name {
		overflow-wrap: anywhere;
	}
	.n {
		margin-left: auto;
		color: var(--ink-3);
		font-size: var(--small);
		font-variant-numeric: tabular-nums;
	}
	.diamond {
		margin-left: auto;
	}
	.diamond ~ .n {
		margin-left: 0;
	}
	nav :global(.press.here) {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 2px 0 0 var(--verdigris);
		border-radius: 0 var(--r1) var(--r1) 0;
		background: var(--desk-raised);
	}
	.none {
		color: var(--ink-3);
		font-size: var(--small);
		padding: 4px 8px;
	}
	@media (max-width: 1120px) {
		.sections:not(.folded) {
			position: absolute;
			z-index: 8;
			background: var(--desk);
			width: 240px;
			bottom: var(--foot);
			top: var(--bar);
			border-right: 1px solid var(--line);
			box-shadow: var(--lift);
		}
	}
</style>
