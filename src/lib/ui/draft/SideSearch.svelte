<script lang="ts">
	/** Heading and search of a panel in the margin's place. */
	import { onMount, type Snippet } from 'svelte';
	import Field from '../kit/Field.svelte';
	interface Props {
		label: string;
		value: string;
		placeholder: string;
		onkeydown?: (e: KeyboardEvent) => void;
		children?: Snippet;
	}
	let { label, value = $bindable(), placeholder, onkeydown, children }: Props = $props();
	let input = $state<HTMLInputElement | null>(null);
	onMount(() => input?.focus());
</script>

<div class="head">
	<h2>{label}</h2>
	<Field
		bind:element={input}
		type="search"
		bind:value
		{placeholder}
		{onkeydown}
		aria-label="Find in {label.toLowerCase()}"
	/>
	{@render children?.()}
</div>

<style>
	.head {
		padding: 10px 14px;
		border-bottom: 1px solid var(--line-soft);
		font-size: var(--small);
		color: var(--ink-2);
	}
	h2 {
		font: 600 13px/1.3 var(--sans);
		color: var(--ink);
		margin-bottom: 6px;
	}
	.head :global(label) {
		display: block;
		padding-top: 7px;
	}
</style>
