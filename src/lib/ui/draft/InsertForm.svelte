<script lang="ts">
	/** The form of something that is put into the text: closed by Escape and by a press beside it. */
	import type { Snippet } from 'svelte';
	import { inWindow } from '../parts/in-window';
	import { outside } from '../parts/outside';
	interface Props {
		label: string;
		onsubmit: () => void;
		onclose: () => void;
		onaway: () => void;
		children: Snippet;
	}
	let { label, onsubmit, onclose, onaway, children }: Props = $props();
	let form = $state<HTMLFormElement | null>(null);
	// the line above stays at the top: the browser would scroll to where it stands in the page
	$effect(() => form?.querySelector<HTMLElement>('input:not([type=file]), textarea')?.focus({ preventScroll: true }));
	function keys(e: KeyboardEvent) {
		e.stopPropagation();
		if (e.key === 'Escape') onclose();
	}
	function away(target: Element) {
		if (!target.closest('[data-stop]')) onaway();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form
	bind:this={form}
	class="bar-menu insert"
	aria-label={label}
	use:outside={away}
	use:inWindow
	onkeydown={keys}
	onsubmit={(e) => {
		e.preventDefault();
		onsubmit();
	}}
>
	{@render children()}
</form>

<style>
	.insert {
		left: 0;
		right: auto;
		width: min(340px, calc(100vw - 24px));
		padding: 12px;
		display: grid;
		gap: 10px;
	}
	.insert :global(label:not(:has(input[type='checkbox'], input[type='radio'], input[type='file']))) {
		display: grid;
		gap: 5px;
		color: var(--ink-2);
		font-size: var(--small);
	}
	.insert :global(.two) {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 10px;
	}
	.insert :global(.acts) {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.insert :global(.hint) {
		color: var(--ink-3);
		font-size: 12.5px;
	}
</style>
