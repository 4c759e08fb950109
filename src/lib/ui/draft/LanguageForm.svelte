<script lang="ts">
	/** The language of a passage. */
	import { onMount } from 'svelte';
	import type { Command, EditorState } from 'prosemirror-state';
	import { languageAt, setLanguage } from '$lib/editor/language';
	import Btn from '../kit/Btn.svelte';
	import Pick from '../kit/Pick.svelte';
	import { outside } from '../parts/outside';
	import { LANGUAGES } from './languages';
	interface Props {
		/** Where the caret is, or what is selected. */
		state: EditorState;
		run: (command: Command) => void;
		onclose: () => void;
		onaway: () => void;
	}
	let { state: before, run, onclose, onaway }: Props = $props();
	// as it was when the form was opened
	// svelte-ignore state_referenced_locally
	const [now, selected] = [languageAt(before), !before.selection.empty];
	let lang = $state(now);
	let form = $state<HTMLFormElement | null>(null);
	const names = new Intl.DisplayNames(['en'], { type: 'language' });
	const items = [
		{ value: '', name: selected ? 'As the text around' : 'As the manuscript' },
		...LANGUAGES.map((l) => ({ value: l.lang, name: l.name })),
		...(now && !LANGUAGES.some((l) => l.lang === now) ? [{ value: now, name: names.of(now) ?? now }] : [])
	];
	onMount(() => form?.querySelector('select')?.focus());
	function keys(e: KeyboardEvent) {
		e.stopPropagation();
		if (e.key === 'Escape') onclose();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form
	class="bar-menu"
	aria-label="Language"
	bind:this={form}
	use:outside={onaway}
	onkeydown={keys}
	onsubmit={(e) => {
		e.preventDefault();
		run(setLanguage(lang));
	}}
>
	<label
		>{selected ? 'Language of the selected words' : 'Language of this paragraph'}<Pick
			bind:value={lang}
			{items}
		/></label
	>
	<p>Spelling is checked in it, and files say so.</p>
	<Btn kind="primary" type="submit">Set language</Btn>
</form>

<style>
	form {
		left: 0;
		right: auto;
		width: 290px;
		padding: 12px;
		display: grid;
		gap: 10px;
		justify-items: start;
	}
	label {
		display: grid;
		gap: 5px;
		width: 100%;
		color: var(--ink-2);
		font-size: var(--small);
	}
	p {
		color: var(--ink-3);
		font-size: var(--small);
		line-height: 1.4;
	}
</style>
