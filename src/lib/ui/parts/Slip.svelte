<script lang="ts">
	/** What is said of a place, in the margin: a quiet line, or opened a card. */
	import type { Snippet } from 'svelte';
	let {
		on,
		class: extra = '',
		children
	}: {
		/** It is looked at. */
		on: boolean;
		class?: string;
		children: Snippet;
	} = $props();
</script>

<div class={['slip', extra]} class:on>{@render children()}</div>

<style>
	.slip {
		position: relative;
		margin-left: 22px;
		font-size: 12.5px;
		line-height: 1.45;
		color: var(--ink-2);
		border-left: 2px solid var(--line);
		padding: 1px 0 1px 12px;
	}
	.slip::before {
		content: '';
		position: absolute;
		left: -24px;
		top: 10px;
		width: 22px;
		border-top: 1px solid var(--line);
	}
	.slip.on {
		border-color: var(--verdigris);
		background: var(--sheet);
		border-radius: 0 8px 8px 0;
		box-shadow: var(--lift);
		padding: 10px 12px;
		z-index: 2;
	}
	.slip.said,
	.slip.meets {
		border-color: var(--marigold-dot);
	}
	.slip :global(.press.head) {
		display: block;
		text-align: left;
		cursor: pointer;
		width: 100%;
		white-space: normal;
	}
	.slip :global(b) {
		color: var(--ink);
		font-weight: 600;
	}
	.slip :global(small) {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}
	.slip :global(.acts) {
		display: flex;
		gap: 14px;
		margin-top: 5px;
	}
	.slip :global(.acts .btn-link) {
		color: var(--ink-2);
	}
	.slip :global(.acts .accept) {
		color: var(--verdigris-strong);
		font-weight: 600;
	}
</style>
