<script lang="ts">
	/** An entry that no form fits: its words, where it sorts, what a citation of it says. */
	import { onMount } from 'svelte';
	import { parseField, toHtml } from '$lib/core/csl';
	import type { HandMade } from '$lib/core/citing';
	import Btn from '../kit/Btn.svelte';
	import { fieldText } from './field-text';
	import Field from '../kit/Field.svelte';
	import Alert from '../kit/Alert.svelte';

	let {
		words,
		onkeep,
		oncancel
	}: { words: HandMade | null; onkeep: (words: HandMade) => Promise<void>; oncancel: () => void } = $props();
	let box = $state<HTMLElement | null>(null);
	// svelte-ignore state_referenced_locally
	let sort = $state(words?.sort ?? '');
	// svelte-ignore state_referenced_locally
	let short = $state(words?.short ?? '');
	let problem = $state('');
	onMount(() => {
		if (words) box!.innerHTML = toHtml(parseField(words.text));
		box!.focus();
		box!.parentElement!.scrollIntoView({ block: 'nearest' });
	});
	async function keep() {
		const text = fieldText(box!);
		if (!text) problem = 'The entry is empty.';
		else if (!short.trim()) problem = 'Enter what a citation of it says, such as the holder’s name.';
		else {
			try {
				await onkeep({ text, short: short.trim(), sort: sort.trim() || short.trim() });
			} catch (e) {
				problem = (e as Error).message;
			}
		}
	}
</script>

<div class="made" role="group" aria-label="An entry by hand">
	<span aria-hidden="true">The entry, as it is to be printed</span>
	<div
		class="words"
		bind:this={box}
		contenteditable="true"
		role="textbox"
		tabindex="0"
		aria-multiline="true"
		aria-label="Wording of the entry"
	></div>
	<label>Citations say <Field bind:value={short} /></label>
	<label>Sorted under <Field bind:value={sort} placeholder={short} /></label>
	{#if problem}<Alert>{problem}</Alert>{/if}
	<div class="acts">
		<Btn kind="ghost" onclick={keep}>Save the entry</Btn>
		<Btn kind="quiet" onclick={oncancel}>Cancel</Btn>
	</div>
</div>

<style>
	.made {
		display: grid;
		gap: 6px;
		padding: 8px;
		border: 1px solid var(--line);
		border-radius: var(--r2);
	}
	.words {
		min-height: 3em;
		font: 400 14px/1.45 var(--serif);
		color: var(--ink);
		border: 1px solid var(--line);
		border-radius: var(--r1);
		padding: 6px 8px;
	}
	label {
		display: grid;
		grid-template-columns: 96px 1fr;
		gap: 8px;
		align-items: center;
	}
	.acts {
		display: flex;
		gap: 8px;
	}
</style>
