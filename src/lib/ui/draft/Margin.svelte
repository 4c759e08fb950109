<script lang="ts">
	/** The margin: notes level with their marks, or slips level with their paragraphs; never overlapping. */
	import { beginningInSight, elementAt } from '$lib/editor/navigation';
	import { factsOf } from '$lib/editor/facts';
	import { tick } from 'svelte';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Beside from './Beside.svelte';
	import MarginNote from './MarginNote.svelte';
	import MarginSlip from './MarginSlip.svelte';
	import { hasComments, isSlip, itemsBetween, slipsOf, stack, type MarginItem } from './margin';

	let { draft, sheet }: { draft: Draft; sheet: HTMLElement | null } = $props();
	let root = $state<HTMLElement | null>(null);
	let tops = $state.raw<Map<string, { top: number; wanted: number }>>(new Map());
	let scheduled = 0;

	/** Positions of the text near the window; what stands farther away is not drawn. */
	let near = $state.raw({ from: 0, to: 0 });

	/** Shows comments, and what is said of quotations; loaded once there are any. */
	let beside = $state.raw<typeof import('./beside-parts') | null>(null);
	const slips = $derived(draft.asNotes ? [] : slipsOf(draft.shown));
	const remarks = $derived.by(() => {
		void draft.formatting.done;
		void draft.quotations;
		return draft.style && beside ? beside.quoteRemarks(factsOf(draft)) : [];
	});
	const remarkByKey = $derived(new Map(remarks.map((r) => [`q-${r.what}-${r.quotation.id}`, r])));
	/** The comment that is opened. */
	let opened = $state('');
	const comments = $derived.by(() => {
		void draft.shown;
		return beside?.placedComments(draft.store.doc) ?? [];
	});
	$effect(() => {
		void draft.revision;
		if (beside || !(draft.quotations.length || hasComments(draft.store.doc))) return;
		draft.inBackground(
			import('./beside-parts').then((m) => (beside = m)),
			'Remarks beside the text cannot be shown: that part of the page could not be loaded.'
		);
	});
	$effect(() => beside?.paintComments(comments, opened));
	const all = $derived<MarginItem[]>(
		[
			...draft.shown.notes.map((n) => ({ key: n.id, pos: n.pos, anchor: n.id, note: n })),
			...slips,
			...comments
				.filter((c) => !c.comment.done || c.id === opened)
				.map((c) => ({ key: `m-${c.id}`, pos: c.from, anchor: '' })),
			...remarks.map((r) => ({
				key: `q-${r.what}-${r.quotation.id}`,
				pos: draft.shown.citations.find((c) => c.id === r.quotation.citation)?.pos ?? r.quotation.to,
				anchor: r.quotation.citation
			}))
		].sort((a, b) => a.pos - b.pos)
	);
	/** The note that is written in stays, wherever the page is scrolled to. */
	let writing = $state('');
	const items = $derived.by(() => {
		// before the text is there, nothing is near
		const shown = draft.whole && near.to ? all : itemsBetween(all, near.from, near.to);
		const kept = writing && !shown.some((i) => i.key === writing) ? all.find((i) => i.key === writing) : undefined;
		return kept ? [...shown, kept].sort((a, b) => a.pos - b.pos) : shown;
	});

	/** Looks which part of the text is near the window: a window's height before it and behind it. */
	function look() {
		const next = draft.near(1);
		if (!next) return;
		lookedAt = sheet?.closest('.surface')?.scrollTop ?? 0;
		const { from, to } = next;
		if (from !== near.from || to !== near.to) near = { from, to };
	}

	let waited = false;
	function measure(time: number) {
		scheduled = 0;
		if (!root || !draft.view) return;
		// while the page is scrolled the margin takes its turn in the frames in which no blocks wake
		if (draft.scrollIdle.moving && draft.virtualizer?.busy(time) && !waited) {
			waited = true;
			return schedule();
		}
		waited = false;
		look();
		if (narrow) {
			fold();
			return;
		}
		const base = root.getBoundingClientRect().top;
		const boxes = items.map((i) => {
			const a = (draft.anchor(i.anchor) ?? elementAt(draft, i.pos))?.getClientRects()[0];
			const el = root!.querySelector<HTMLElement>(`[data-key="${CSS.escape(i.key)}"]`);
			return { key: i.key, wanted: a ? a.top - base - 3 : 0, height: el?.offsetHeight ?? 40 };
		});
		const next = stack(boxes);
		if (next.size !== tops.size || [...next].some(([k, t]) => tops.get(k)?.top !== t.top)) tops = next;
	}
	/** A narrow window has no margin: what belongs to the selected citation or note hangs below its line. */
	const query = matchMedia('(max-width: 760px)');
	let narrow = $state(query.matches);
	$effect(() => {
		const look = () => (narrow = query.matches);
		query.addEventListener('change', look);
		return () => query.removeEventListener('change', look);
	});
	let foldTop = $state(0);
	let foldBox = $state<HTMLElement | null>(null);
	const folded = $derived.by(() => {
		const id = writing || draft.selectedCitation;
		if (!id) return [];
		const own = remarks.filter((r) => r.quotation.citation === id).map((r) => `q-${r.what}-${r.quotation.id}`);
		const slip = slips.find((s) => s.citations.some((c) => c.id === id));
		return all.filter((i) => i.key === id || i === slip || own.includes(i.key));
	});
	function fold() {
		const id = writing || draft.selectedCitation;
		const a = id ? draft.anchor(id)?.getClientRects() : undefined;
		const page = sheet?.closest('.page')?.getBoundingClientRect();
		if (!a?.length || !page) return;
		const top = a[a.length - 1].bottom - page.top + 8;
		if (top === foldTop) return;
		foldTop = top;
		void tick().then(() => foldBox?.scrollIntoView({ block: 'nearest' }));
	}

	let lookedAt = 0;
	/** A window's height beyond the window is drawn: looking again can wait until half of it has gone by, or for rest. */
	function scrolled() {
		const surface = sheet?.closest('.surface');
		if (!surface) return;
		atRest();
		if (Math.abs(surface.scrollTop - lookedAt) > surface.clientHeight / 2) schedule();
	}
	function atRest() {
		draft.scrollIdle.moved();
		draft.scrollIdle.runWhenScrollIdle(schedule);
		draft.scrollIdle.runWhenScrollIdle(lookAround);
	}
	/** Which section is looked at. */
	function lookAround() {
		draft.inSight = beginningInSight(draft);
	}
	function schedule() {
		if (!scheduled) scheduled = requestAnimationFrame(measure);
	}
	$effect(() => {
		void draft.revision;
		void items;
		void folded;
		void narrow;
		void draft.formatting.done;
		schedule();
	});
	$effect(() => {
		if (!sheet || !root) return;
		// a long sheet changes its height with every part that is laid out for the first time
		const seen = new ResizeObserver(draft.long ? atRest : schedule);
		seen.observe(sheet);
		seen.observe(root);
		const surface = sheet.closest('.surface');
		surface?.addEventListener('scroll', scrolled, { passive: true });
		void document.fonts.ready.then(schedule);
		return () => {
			seen.disconnect();
			surface?.removeEventListener('scroll', scrolled);
		};
	});
</script>

{#snippet content(item: MarginItem)}
	{#if isSlip(item)}
		<MarginSlip {draft} slip={item} />
	{:else if item.note}
		<MarginNote {draft} note={item.note} onresize={schedule} />
	{:else if beside && remarkByKey.has(item.key)}
		<beside.QuoteRemark {draft} remark={remarkByKey.get(item.key)!} />
	{:else if beside}
		{@const c = comments.find((x) => `m-${x.id}` === item.key)}
		{#if c}<beside.CommentSlip
				{draft}
				{c}
				on={opened === c.id}
				onopen={() => (opened = opened === c.id ? '' : c.id)}
			/>{/if}
	{/if}
{/snippet}

<aside class="margin" bind:this={root} aria-label={draft.asNotes ? 'Notes' : 'Citations beside the text'}>
	<Beside {draft} />
	{#if narrow}
		{#if folded.length && !draft.side && !draft.cite}
			<div class="fold" bind:this={foldBox} style:top="{foldTop}px">
				{#each folded as item (item.key)}
					<div onfocusin={() => (writing = item.key)} onfocusout={() => (writing = '')}>
						{@render content(item)}
					</div>
				{/each}
			</div>
		{/if}
	{:else}
		{#each draft.side ? [] : items as item (item.key)}
			{@const at = tops.get(item.key)}
			<div
				class="item"
				data-key={item.key}
				onfocusin={() => (writing = item.key)}
				onfocusout={() => (writing = '')}
				style:transform="translateY({at?.top ?? 0}px)"
				style:visibility={at ? 'visible' : 'hidden'}
			>
				{#if at && at.top - at.wanted > 4}<i
						class="tie"
						style:height="{Math.min(at.top - at.wanted, 400)}px"
						aria-hidden="true"
					></i>{/if}
				{@render content(item)}
			</div>
		{/each}
	{/if}
</aside>

<style>
	.margin {
		grid-column: 2;
		grid-row: 1 / span 2;
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
	.fold {
		position: absolute;
		left: 12px;
		right: 12px;
		z-index: 5;
		display: grid;
		gap: 8px;
		padding: 10px 4px;
		background: var(--desk);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		box-shadow: var(--lift);
		max-height: 45vh;
		overflow: auto;
	}
	.fold :global(:is(.note, .slip, .remark)) {
		max-width: none;
	}
	@media (max-width: 760px) {
		.margin {
			display: contents;
		}
	}
	@media print {
		.margin {
			display: none;
		}
	}
</style>
