<script lang="ts">
	/** A formula in TeX, with what it will look like. */
	import { mathml } from '$lib/core/document/math';
	import { formulaAt, putFormula } from '$lib/editor/insertions';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Words from '../kit/Words.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';
	let { draft, run, onclose, onaway }: FormProps = $props();
	// what it was when the form was opened
	// svelte-ignore state_referenced_locally
	const { view } = draft.writing;
	const there = view && formulaAt(view.state);
	// svelte-ignore state_referenced_locally
	const inNote = view !== draft.view;
	let tex = $state(there?.tex ?? '');
	let inline = $state(there?.inline ?? inNote);
	let numbered = $state(there?.numbered ?? true);
	const shown = $derived(tex.trim() ? mathml(tex, !inline) : '');

	function submit() {
		if (tex.trim()) run(putFormula({ tex: tex.trim(), inline, numbered: numbered && !inline }));
	}
	function keys(e: KeyboardEvent) {
		if (e.key !== 'Enter' || e.shiftKey) return;
		e.preventDefault();
		submit();
	}
</script>

<InsertForm label="Equation" {onclose} {onaway} onsubmit={submit}>
	<label
		>TeX
		<Words bind:value={tex} rows={3} spellcheck={false} placeholder={'E = \\tfrac{1}{2} m v^2'} onkeydown={keys} />
	</label>
	<div class="shown" aria-label="Preview">
		{#if shown}{@html shown}{:else if shown === null}<span class="hint"
				>Not complete, or not TeX that is known here</span
			>{:else}<span class="hint">What it will look like</span>{/if}
	</div>
	{#if !inNote}<Check bind:checked={inline}>In the line of the text</Check>{/if}
	{#if !inline}<Check bind:checked={numbered}>Numbered</Check>{/if}
	<div class="acts">
		<Btn kind="primary" type="submit" disabled={!tex.trim()}>{there ? 'Change equation' : 'Insert equation'}</Btn>
	</div>
</InsertForm>

<style>
	.shown {
		min-height: 48px;
		display: grid;
		place-items: center;
		overflow-x: auto;
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-radius: var(--r1);
		padding: 6px;
	}
</style>
