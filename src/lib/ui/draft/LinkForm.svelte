<script lang="ts">
	/** The address that words link to. */
	import { onMount } from 'svelte';
	import type { Command } from 'prosemirror-state';
	import { addressOf, removeLink, setLink } from '$lib/editor/writing';
	import Btn from '../kit/Btn.svelte';
	import { outside } from '../parts/outside';
	import Field from '../kit/Field.svelte';
	import Alert from '../kit/Alert.svelte';
	interface Props {
		/** The address of the link that the caret is in. */
		href: string | null;
		run: (command: Command) => void;
		onclose: () => void;
		onaway: () => void;
	}
	let { href, run, onclose, onaway }: Props = $props();
	// what it was when the form was opened
	// svelte-ignore state_referenced_locally
	let typed = $state(href ?? '');
	let wrong = $state(false);
	let input = $state<HTMLInputElement | null>(null);
	onMount(() => {
		input?.focus({ preventScroll: true });
		input?.select();
	});
	function submit(e: SubmitEvent) {
		e.preventDefault();
		const address = addressOf(typed);
		if (address) return run(setLink(address));
		wrong = true;
		input?.focus();
	}
	function keys(e: KeyboardEvent) {
		e.stopPropagation();
		if (e.key === 'Escape') onclose();
	}
	function away(target: Element) {
		if (!target.closest('[data-stop="link"]')) onaway();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form class="bar-menu" onsubmit={submit} use:outside={away} onkeydown={keys} aria-label="Link">
	<label
		>Web or mail address
		<Field
			bind:element={input}
			bind:value={typed}
			type="text"
			inputmode="url"
			placeholder="https://"
			autocomplete="off"
			spellcheck="false"
			aria-invalid={wrong || undefined}
			aria-describedby={wrong ? 'link-trouble' : undefined}
			oninput={() => (wrong = false)}
		/></label
	>
	{#if wrong}<Alert id="link-trouble"
			>That is not a web or mail address. One looks like https://example.org or name@example.org.</Alert
		>{/if}
	<div>
		<Btn kind="primary" type="submit">{href ? 'Change link' : 'Add link'}</Btn>
		{#if href}<Btn kind="quiet" onclick={() => run(removeLink)}>Remove link</Btn>{/if}
	</div>
</form>

<style>
	form {
		left: 0;
		right: auto;
		width: 320px;
		padding: 12px;
		display: grid;
		gap: 10px;
	}
	label {
		display: grid;
		gap: 5px;
		color: var(--ink-2);
		font-size: var(--small);
	}
	div {
		display: flex;
		gap: 8px;
	}
</style>
