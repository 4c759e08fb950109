<script lang="ts">
	/** Stands for the style panel while its code is on the way: what is typed meanwhile is handed to it. */
	import { outside } from '../parts/outside';

	interface Props {
		typed: string;
		/** Enter was pressed: what was typed is meant. */
		entered: boolean;
		onclose: () => void;
	}
	let { typed = $bindable(), entered = $bindable(), onclose }: Props = $props();
	const focus = (el: HTMLInputElement) => el.focus();
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') onclose();
		if (e.key !== 'Enter') return;
		e.preventDefault();
		entered = true;
	}
</script>

<div
	class="waiting"
	use:outside={(target) => {
		if (!target.closest('header')) onclose();
	}}
	role="dialog"
	aria-label="Citation style"
>
	<input
		use:focus
		bind:value={typed}
		oninput={() => (entered = false)}
		onkeydown={keys}
		type="search"
		placeholder="Find a style: chicago notes, jour coast…"
		aria-label="Find a style"
	/>
	<p>Loading the styles…</p>
</div>

<style>
	.waiting {
		position: fixed;
		right: 96px;
		top: 46px;
		width: min(860px, calc(100vw - 24px));
		height: min(560px, calc(100vh - 70px));
		padding: 12px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 25;
	}
	input {
		width: 276px;
	}
	p {
		margin: 14px 8px;
		color: var(--ink-3);
	}
</style>
