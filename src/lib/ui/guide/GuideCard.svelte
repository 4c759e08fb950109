<script lang="ts">
	/** What to do next in the first manuscript, beside it and never in front of it. */
	import type { Snippet } from 'svelte';
	import { inBackground } from '$lib/services/problems';
	import { guide } from '$lib/services/guide.svelte';
	import Btn from '../kit/Btn.svelte';

	interface Props {
		/** 1 to 4; 5 when all is done. */
		step: number;
		title: string;
		children: Snippet;
	}
	let { step, title, children }: Props = $props();
	const end = () => inBackground(guide.end(), 'The guide could not be closed.');
</script>

<aside class="guide" aria-label="First manuscript">
	<p class="where">
		{#if step <= 4}Step {step} of 4{:else}Done{/if}
		<span class="dots" aria-hidden="true"
			>{#each [1, 2, 3, 4] as n (n)}<i class:done={n < step} class:now={n === step}></i>{/each}</span
		>
	</p>
	<div aria-live="polite">
		<h2>{title}</h2>
		<div class="what">{@render children()}</div>
	</div>
	<Btn kind={step > 4 ? 'primary' : 'quiet'} onclick={end}>{step > 4 ? 'Close' : 'Skip the guide'}</Btn>
</aside>

<style>
	.guide {
		position: fixed;
		right: 16px;
		bottom: calc(var(--foot) + 14px);
		width: 276px;
		max-width: calc(100vw - 32px);
		padding: 14px 16px 10px;
		background: var(--sheet);
		border: 1px solid var(--verdigris-line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 8;
	}
	.where {
		display: flex;
		justify-content: space-between;
		align-items: center;
		color: var(--ink-3);
		font-size: var(--small);
	}
	.dots {
		display: flex;
		gap: 5px;
	}
	.dots i {
		width: 18px;
		height: 3px;
		border-radius: 2px;
		background: var(--line);
	}
	.dots i.done {
		background: var(--verdigris);
	}
	.dots i.now {
		background: var(--verdigris-line);
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
		color: var(--ink);
		margin: 8px 0 4px;
	}
	.what {
		color: var(--ink-2);
		display: grid;
		gap: 6px;
		margin-bottom: 8px;
	}
	.guide :global(.btn-quiet) {
		margin-left: -12px;
	}
	@media print {
		.guide {
			display: none;
		}
	}
</style>
