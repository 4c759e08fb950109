<script lang="ts">
	/** What stands around the title by the kind of paper, where it will stand: typed on the sheet as in the Page panel. */
	import { onDestroy } from 'svelte';
	import type { TitleFields } from '$lib/core/page';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Field from '../kit/Field.svelte';
	import Words from '../kit/Words.svelte';
	import { PageFields } from './page-fields.svelte';

	/** @param side before the title stand the lines of a heading block, behind it all the rest */
	let { draft, side }: { draft: Draft; side: 'before' | 'behind' } = $props();
	// one for the draft that it was made with
	// svelte-ignore state_referenced_locally
	const typing = new PageFields(draft);
	onDestroy(() => typing.now());
	const opening = $derived(typing.kind.setup.opening);
	/** In the order in which they are printed; a running head stands at the head of pages, not here. */
	const order: (keyof TitleFields)[] = ['affiliation', 'course', 'instructor', 'date'];
	const BLOCK: (keyof TitleFields)[] = ['instructor', 'course', 'date'];
	const shown = (keys: (keyof TitleFields)[]) => keys.flatMap((k) => typing.list.filter((f) => f.key === k));
	const lines = $derived(
		side === 'before'
			? opening === 'heading-block'
				? shown(BLOCK)
				: []
			: opening === 'heading-block'
				? []
				: shown(order)
	);
	const long = $derived(side === 'behind' ? shown(['authorNote', 'abstract', 'keywords']) : []);
	const byline = $derived(
		(opening === 'heading-block') === (side === 'before') && opening !== 'title' ? draft.authors.join('; ') : ''
	);
	const words = (key: keyof TitleFields) => typing.page.fields[key];
</script>

<svelte:window onbeforeunload={() => typing.now()} />

{#if lines.length || long.length}
	<div class="front" role="group" aria-label={side === 'before' ? 'Above the title' : 'Below the title'}>
		{#if byline}<p class="by">{byline}</p>{/if}
		{#each lines as f (f.key)}
			<Field
				shown={words(f.key)}
				placeholder={f.name}
				aria-label={f.name}
				disabled={draft.readOnly}
				autocomplete="off"
				oninput={(e) => typing.typed(f.key, e.currentTarget.value)}
				onchange={(e) => typing.set(f.key, e.currentTarget.value)}
			/>
		{/each}
		{#each long as f (f.key)}
			{#if words(f.key)}<b>{f.name}</b>{/if}
			<Words
				rows={1}
				shown={words(f.key)}
				placeholder={f.name}
				aria-label={f.name}
				disabled={draft.readOnly}
				oninput={(e) => typing.typed(f.key, e.currentTarget.value)}
				onchange={(e) => typing.set(f.key, e.currentTarget.value)}
			/>
		{/each}
	</div>
{/if}

<style>
	.front {
		display: grid;
		gap: 1px;
		/* the words stand flush with those of the text */
		margin: 0 -7px 14px;
		font: 400 0.94em/1.5 var(--serif);
		cursor: default;
	}
	.by,
	b {
		margin: 0;
		padding: 0 7px;
	}
	b {
		margin-top: 8px;
		font-weight: 600;
	}
	.front :global(textarea) {
		display: block;
	}
	.front :global(:is(input, textarea)) {
		padding: 1px 6px;
		min-height: 0;
		height: auto;
		border-color: transparent;
		background: none;
		box-shadow: none;
		font: inherit;
		color: inherit;
		resize: none;
		field-sizing: content;
		width: 100%;
	}
	.front :global(:is(input, textarea)::placeholder) {
		color: var(--ink-3);
		opacity: 1;
	}
	.front :global(:is(input, textarea):hover:not(:disabled)) {
		border-color: var(--line-soft);
	}
	.front :global(:is(input, textarea):focus-visible) {
		border-color: var(--verdigris);
		outline: 1px solid var(--verdigris);
		outline-offset: 0;
	}
	@media print {
		.front {
			display: none;
		}
	}
</style>
