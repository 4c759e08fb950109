<script lang="ts">
	/** Words in place of what the style says, with italics and the like; nothing else of what is pasted stays. */
	import { onMount } from 'svelte';
	import Btn from '../kit/Btn.svelte';
	import { fieldText } from './field-text';

	interface Props {
		/** What stands there now, as safe HTML. */
		html: string;
		label: string;
		onkeep: (text: string) => void;
		oncancel: () => void;
	}
	let { html, label, onkeep, oncancel }: Props = $props();
	let box = $state<HTMLElement | null>(null);
	let empty = $state(false);

	onMount(() => {
		box!.innerHTML = html;
		box!.focus();
		getSelection()?.selectAllChildren(box!);
		getSelection()?.collapseToEnd();
	});
	function keep() {
		const text = fieldText(box!);
		if (text) onkeep(text);
		else empty = true;
	}
	function keydown(e: KeyboardEvent) {
		if (e.key === 'Enter') {
			e.preventDefault();
			keep();
		} else if (e.key === 'Escape') {
			e.preventDefault();
			e.stopPropagation();
			oncancel();
		}
	}
	function paste(e: ClipboardEvent) {
		e.preventDefault();
		const text = e.clipboardData?.getData('text/plain').replace(/\s+/g, ' ') ?? '';
		document.execCommand('insertText', false, text);
	}
</script>

<div class="hand">
	<div
		class="words"
		bind:this={box}
		contenteditable="true"
		role="textbox"
		tabindex="0"
		aria-label={label}
		aria-invalid={empty}
		onkeydown={keydown}
		onpaste={paste}
		oninput={() => (empty = false)}
	></div>
	<p class="say">
		{empty
			? 'Enter some words. To follow the style again, choose Restore beside it.'
			: 'These words stay as you write them. When the source or the style changes you are shown what it would be.'}
	</p>
	<div class="acts">
		<span class="spacer"></span>
		<Btn kind="quiet" onclick={oncancel}>Cancel</Btn>
		<Btn kind="primary" onclick={keep}>Keep these words</Btn>
	</div>
</div>

<style>
	.hand {
		padding: 10px 12px 6px;
		border-top: 1px solid var(--line-soft);
		background: var(--desk-raised);
	}
	.words {
		font: 400 14.5px/1.5 var(--serif);
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r1);
		padding: 7px 9px;
		min-height: 38px;
		overflow-wrap: anywhere;
	}
	.say {
		color: var(--ink-2);
		font-size: var(--small);
		padding: 6px 2px;
	}
	.acts {
		display: flex;
		gap: 4px;
	}
	.spacer {
		flex: 1;
	}
</style>
