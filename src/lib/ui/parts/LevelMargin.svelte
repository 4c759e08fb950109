<script lang="ts">
	/** A margin whose items stand level with their places in the sheet, and never over one another. */
	import { tick, type Snippet } from 'svelte';
	import { stack } from '../draft/margin';

	interface Props {
		sheet: HTMLElement | null;
		/** Names of the items, in the order of the text. */
		keys: string[];
		/** Where an item belongs; undefined where that is not shown. */
		place: (key: string) => DOMRect | undefined;
		/** The one that is looked at, which is brought into sight. */
		current: string;
		/** Anything whose change may move places. */
		watch: unknown;
		label: string;
		item: Snippet<[string]>;
	}
	let { sheet, keys, place, current, watch, label, item }: Props = $props();
	let margin = $state<HTMLElement | null>(null);
	let tops = $state.raw<Map<string, { top: number; wanted: number }>>(new Map());

	let asked = 0;
	/** The item that was brought into sight last. */
	let seen = '';
	function measure() {
		asked = 0;
		if (!margin) return;
		const base = margin.getBoundingClientRect().top;
		const boxes = keys.flatMap((key) => {
			const at = place(key);
			const el = margin!.querySelector<HTMLElement>(`[data-key="${key}"]`);
			return at ? [{ key, wanted: at.top - base - 2, height: el?.offsetHeight ?? 30 }] : [];
		});
		tops = stack(boxes, 10);
		if (current === seen) return;
		seen = current;
		// the one that was opened is in sight, as its words are
		void tick().then(() => margin?.querySelector(`[data-key="${seen}"]`)?.scrollIntoView({ block: 'nearest' }));
	}
	const schedule = () => {
		if (!asked) asked = requestAnimationFrame(measure);
	};
	$effect(() => {
		void [keys, current, watch];
		schedule();
	});
	const sizes = new ResizeObserver(schedule);
	/** What grows or shrinks pushes the others. */
	function sized(el: HTMLElement) {
		sizes.observe(el);
		return { destroy: () => sizes.unobserve(el) };
	}
	$effect(() => {
		if (!sheet || !margin) return;
		sizes.observe(sheet);
		sizes.observe(margin);
		void document.fonts.ready.then(schedule);
		return () => sizes.disconnect();
	});
</script>

<aside class="margin" bind:this={margin} aria-label={label}>
	{#each keys as key (key)}
		{@const at = tops.get(key)}
		<div
			class="item"
			use:sized
			data-key={key}
			style:transform="translateY({at?.top ?? 0}px)"
			style:visibility={at ? 'visible' : 'hidden'}
		>
			{@render item(key)}
		</div>
	{/each}
</aside>

<style>
	.margin {
		position: relative;
		min-height: 100%;
	}
	.item {
		position: absolute;
		left: 0;
		right: 16px;
		top: 0;
		max-width: 380px;
		/* with what stands around it */
		scroll-margin: 72px 0;
	}
</style>
