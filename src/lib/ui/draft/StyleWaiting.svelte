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
	class="style-box waiting"
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
		padding: 12px;
	}
	input {
		width: 276px;
	}
	p {
		margin: 14px 8px;
		color: var(--ink-3);
	}
</style>
