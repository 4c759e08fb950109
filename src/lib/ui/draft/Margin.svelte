<script lang="ts">
	/** The margin: notes level with their marks, or slips level with their paragraphs; never overlapping. */
	import type { Draft } from '$lib/editor/draft.svelte';
	import MarginNote from './MarginNote.svelte';
	import MarginSlip from './MarginSlip.svelte';
	import { slipsOf, stack, type MarginItem } from './margin';

	let { draft, sheet }: { draft: Draft; sheet: HTMLElement | null } = $props();
	let root = $state<HTMLElement | null>(null);
	let tops = $state.raw<Map<string, { top: number; wanted: number }>>(new Map());
	let scheduled = 0;

	const slips = $derived.by(() => {
		void draft.revision;
		return draft.view ? slipsOf(draft.view.state.doc, draft.reading) : [];
	});
	const items = $derived<MarginItem[]>(
		[
			...draft.reading.notes.map((n) => ({ key: n.id, pos: n.pos, anchor: n.id })),
			...(draft.asNotes ? [] : slips.map((s) => ({ key: `s-${s.ids[0]}`, pos: s.pos, anchor: s.ids[0] })))
		].sort((a, b) => a.pos - b.pos)
	);
	const slipByKey = $derived(new Map(slips.map((s) => [`s-${s.ids[0]}`, s])));
	const noteById = $derived(new Map(draft.reading.notes.map((n) => [n.id, n])));

	function measure() {
		scheduled = 0;
		if (!root || !draft.view) return;
		const base = root.getBoundingClientRect().top;
		const boxes = items.map((i) => {
			const a = draft.anchor(i.anchor)?.getClientRects()[0];
			const el = root!.querySelector<HTMLElement>(`[data-key="${CSS.escape(i.key)}"]`);
			return { key: i.key, wanted: a ? a.top - base - 3 : 0, height: el?.offsetHeight ?? 40 };
		});
		tops = stack(boxes);
	}
	function schedule() {
		if (!scheduled) scheduled = requestAnimationFrame(measure);
	}

	$effect(() => {
		void draft.revision;
		void items;
		void draft.formatted;
		schedule();
	});
	$effect(() => {
		if (!sheet || !root) return;
		const seen = new ResizeObserver(schedule);
		seen.observe(sheet);
		seen.observe(root);
		void document.fonts.ready.then(schedule);
		return () => seen.disconnect();
	});
</script>

<aside class="margin" bind:this={root} aria-label={draft.asNotes ? 'Notes' : 'Citations beside the text'}>
	{#each items as item (item.key)}
		{@const at = tops.get(item.key)}
		<div
			class="item"
			data-key={item.key}
			style:transform="translateY({at?.top ?? 0}px)"
			style:visibility={at ? 'visible' : 'hidden'}
		>
			{#if at && at.top - at.wanted > 4}<i
					class="tie"
					style:height="{Math.min(at.top - at.wanted, 400)}px"
					aria-hidden="true"
				></i>{/if}
			{#if slipByKey.has(item.key)}
				<MarginSlip {draft} slip={slipByKey.get(item.key)!} />
			{:else if noteById.has(item.key)}
				<MarginNote {draft} note={noteById.get(item.key)!} onresize={schedule} />
			{/if}
		</div>
	{/each}
</aside>

<style>
	.margin {
		position: relative;
		align-self: stretch;
		min-height: 100%;
	}
	.item {
		position: absolute;
		left: 0;
		right: 12px;
		top: 0;
	}
	.tie {
		position: absolute;
		left: 8px;
		bottom: calc(100% - 10px);
		border-left: 1px solid var(--line);
	}
	@media (max-width: 760px) {
		.margin {
			display: none;
		}
	}
	@media print {
		.margin {
			display: none;
		}
	}
</style>
