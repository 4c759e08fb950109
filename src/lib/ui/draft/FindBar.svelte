<script lang="ts">
	/** Finding words in a manuscript that is too long to be in the page as a whole. */
	import { onMount } from 'svelte';
	import { findWords, showFound, type Found } from '$lib/editor/find';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../parts/Btn.svelte';
	import { CloseOutline } from '../parts/icons';

	let { draft, onclose }: { draft: Draft; onclose: () => void } = $props();
	let words = $state('');
	let at = $state(-1);
	let input = $state<HTMLInputElement | null>(null);
	const found = $derived.by((): Found[] => {
		void draft.revision;
		return draft.view ? findWords(draft.view.state.doc, words) : [];
	});
	onMount(() => {
		const sel = draft.view?.state.selection;
		if (sel && !sel.empty) words = draft.view!.state.doc.textBetween(sel.from, sel.to, ' ').slice(0, 80);
		input?.focus();
		setTimeout(() => input?.select(), 0);
	});
	function go(by: 1 | -1) {
		if (!found.length) return;
		const here = draft.view!.state.selection.from;
		if (at < 0)
			at =
				Math.max(
					0,
					found.findIndex((f) => f.from >= here)
				) - (by > 0 ? 1 : 0);
		at = (at + by + found.length) % found.length;
		showFound(draft, found[at]);
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Enter') {
			e.preventDefault();
			go(e.shiftKey ? -1 : 1);
		} else if (e.key === 'Escape') {
			onclose();
			draft.view?.focus();
		}
	}
</script>

<search class="find">
	<input
		class="search-field"
		bind:this={input}
		bind:value={words}
		oninput={() => (at = -1)}
		onkeydown={keys}
		type="search"
		aria-label="Find in the text"
		placeholder="Find in the text"
	/>
	<span role="status"
		>{words.trim() ? (found.length ? `${at >= 0 ? `${at + 1} of ` : ''}${found.length}` : 'not found') : ''}</span
	>
	<Btn kind="quiet" onclick={() => go(-1)} disabled={!found.length}>Before</Btn>
	<Btn kind="quiet" onclick={() => go(1)} disabled={!found.length}>Next</Btn>
	<Btn kind="quiet" onclick={onclose} label="Close"><CloseOutline class="icon" /></Btn>
</search>

<style>
	.find {
		position: fixed;
		top: calc(var(--bar) + 8px);
		left: 50%;
		translate: -50% 0;
		display: flex;
		gap: 6px;
		align-items: center;
		padding: 6px 8px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		box-shadow: var(--lift);
		z-index: 24;
		font-size: var(--small);
		color: var(--ink-3);
	}
	input {
		width: 240px;
	}
	span {
		min-width: 64px;
	}
	.find :global(.btn) {
		padding: 5px 8px;
	}
</style>
