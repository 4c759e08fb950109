<script lang="ts">
	/** Finding words in the manuscript, and putting others in their place. */
	import { onDestroy, onMount } from 'svelte';
	import { closeHistory } from 'prosemirror-history';
	import { findWords, replaceFound, type Found } from '$lib/editor/find';
	import { labelled } from '$lib/editor/commands';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import { many } from '../parts/many';
	import { CloseOutline } from '../parts/icons';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';

	let { draft, onclose }: { draft: Draft; onclose: () => void } = $props();
	let words = $state('');
	let by = $state('');
	let matchCase = $state(false);
	let wholeWords = $state(false);
	let at = $state(-1);
	let said = $state('');
	let input = $state<HTMLInputElement | null>(null);
	const found = $derived.by((): Found[] => {
		void draft.revision;
		const shown = { text: (id: string) => draft.output(id)?.text ?? '', asNotes: draft.asNotes };
		return draft.view ? findWords(draft.view.state.doc, words, { matchCase, wholeWords }, shown) : [];
	});
	const free = $derived(found.filter((f) => !f.fixed));
	const now = $derived(at >= 0 ? found[Math.min(at, found.length - 1)] : undefined);
	const status = $derived.by(() => {
		if (said) return said;
		if (!words.trim()) return '';
		if (!found.length) return 'Not found';
		return at >= 0 ? `${at + 1} of ${found.length}` : `${found.length} found`;
	});

	$effect(() => draft.found.show(found, at));
	onDestroy(() => draft.found.show([], -1));
	onMount(() => {
		const sel = draft.view?.state.selection;
		if (sel && !sel.empty) words = draft.view!.state.doc.textBetween(sel.from, sel.to, ' ').slice(0, 80);
		input?.focus();
		setTimeout(() => input?.select(), 0);
	});

	function go(by: 1 | -1) {
		said = '';
		if (!found.length) return;
		const here = draft.view!.state.selection.from;
		if (at < 0)
			at =
				Math.max(
					0,
					found.findIndex((f) => f.from >= here)
				) - (by > 0 ? 1 : 0);
		at = (at + by + found.length) % found.length;
		draft.found.goTo(found[at]);
	}
	/** @returns how many were replaced, all in one step of undo */
	function put(list: readonly Found[], what: string): number {
		const { view } = draft;
		if (!view || draft.readOnly) return 0;
		const { tr } = view.state;
		const done = replaceFound(tr, list, by);
		if (tr.docChanged) view.dispatch(closeHistory(labelled(tr, what)));
		return done;
	}
	function replaceOne() {
		if (!now) return go(1);
		if (now.fixed) {
			said = 'A citation is changed in its source';
			return;
		}
		// what stands behind is the next one; what was put in is not looked through again
		const past = now.from + by.length;
		if (!put([now], 'Replaced')) return;
		const next = found.findIndex((f) => f.from >= past);
		at = next < 0 ? -1 : next;
		if (next >= 0) draft.found.goTo(found[next]);
		else said = 'Replaced; no more behind it';
	}
	function replaceAll() {
		const kept = found.length - free.length;
		const done = put(free, `${many(free.length, 'place')} replaced`);
		at = -1;
		said = `${done} replaced${kept ? `, ${kept} in citations kept` : ''}`;
	}
	function close() {
		const last = now;
		onclose();
		draft.found.enter(last);
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') {
			e.stopPropagation();
			close();
		}
	}
	function findKeys(e: KeyboardEvent) {
		if (e.key !== 'Enter') return;
		e.preventDefault();
		go(e.shiftKey ? -1 : 1);
	}
	function replaceKeys(e: KeyboardEvent) {
		if (e.key !== 'Enter') return;
		e.preventDefault();
		replaceOne();
	}
	/** Asked for once more: the words are there to be typed over. */
	function again(e: KeyboardEvent) {
		if ((e.ctrlKey || e.metaKey) && e.key === 'f') input?.select();
	}
	const anew = () => {
		at = -1;
		said = '';
	};
</script>

<svelte:window onkeydown={again} />

<!-- svelte-ignore a11y_no_static_element_interactions -->
<search class="find" onkeydown={keys} aria-label="Find and replace">
	<div class="row">
		<Field
			bind:element={input}
			bind:value={words}
			oninput={anew}
			onkeydown={findKeys}
			type="search"
			aria-label="Find in the text"
			placeholder="Find"
		/>
		<Btn kind="quiet" onclick={close} label="Close" keys="Esc"><CloseOutline class="icon" /></Btn>
	</div>
	<div class="row">
		<Btn kind="quiet" onclick={() => go(-1)} disabled={!found.length} keys="Shift Enter">Previous</Btn>
		<Btn kind="quiet" onclick={() => go(1)} disabled={!found.length} keys="Enter">Next</Btn>
		<span class="status" role="status">{status}</span>
	</div>
	{#if !draft.readOnly}
		<Field bind:value={by} onkeydown={replaceKeys} type="text" aria-label="Replace with" placeholder="Replace with" />
		<div class="row">
			<Btn kind="quiet" onclick={replaceOne} disabled={!free.length}>Replace</Btn>
			<Btn kind="quiet" onclick={replaceAll} disabled={!free.length}>Replace all</Btn>
		</div>
	{/if}
	<div class="options">
		<label><Check bind:checked={matchCase} onchange={anew} /> Match case</label>
		<label><Check bind:checked={wholeWords} onchange={anew} /> Whole words</label>
	</div>
</search>

<style>
	.find {
		position: fixed;
		top: calc(var(--bar) + 8px);
		right: 12px;
		display: grid;
		gap: 6px;
		width: 300px;
		max-width: calc(100vw - 24px);
		padding: 8px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		box-shadow: var(--lift);
		z-index: 24;
		font-size: var(--small);
		color: var(--ink-2);
	}
	.row,
	.options {
		display: flex;
		gap: 6px;
		align-items: center;
	}
	.status {
		flex: 1;
		color: var(--ink-3);
	}
	.options {
		gap: 16px;
		padding-left: 2px;
	}
	label {
		display: flex;
		gap: 6px;
		align-items: center;
	}
	.find :global(.btn) {
		padding: 5px 8px;
	}
</style>
