<script lang="ts">
	/** A button in the weights the interface has; as a link, it stands among words. */
	import { Button } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';
	import { ariaKeys } from './aria-keys';
	interface Props {
		kind?: 'primary' | 'ghost' | 'quiet' | 'link';
		onclick?: (e: MouseEvent) => void;
		disabled?: boolean;
		label?: string;
		/** What it does, where its words do not say it. */
		tip?: string;
		/** The keys that do the same. */
		keys?: string;
		href?: string;
		pressed?: boolean;
		expanded?: boolean;
		class?: string;
		type?: 'button' | 'submit';
		children: Snippet;
	}
	let {
		kind = 'ghost',
		onclick,
		disabled = false,
		label,
		tip,
		keys,
		href,
		pressed,
		expanded,
		class: extra = '',
		type = 'button',
		children
	}: Props = $props();
	const looks = {
		primary: 'btn-primary',
		ghost: 'btn-ghost',
		quiet: 'btn-quiet',
		link: 'btn-link'
	};
	const cls = $derived(`btn ${looks[kind]} ${extra}`);
</script>

{#if href}
	<Button color="alternative" {href} class={cls} data-tip={tip} aria-label={label}>{@render children()}</Button>
{:else}
	<Button
		color="alternative"
		class={cls}
		{onclick}
		{disabled}
		{type}
		data-tip={tip}
		data-keys={keys}
		aria-keyshortcuts={ariaKeys(keys)}
		aria-label={label}
		aria-pressed={pressed}
		aria-expanded={expanded}>{@render children()}</Button
	>
{/if}

<style>
	:global(.btn.btn) {
		font: 500 var(--text) / 1 var(--sans);
		color: var(--ink);
		border: 1px solid transparent;
		border-radius: var(--r2);
		padding: 9px 12px;
		display: inline-flex;
		align-items: center;
		justify-content: center;
		text-align: center;
		gap: 8px;
		white-space: nowrap;
		background: none;
		box-shadow: none;
		transition: background 0.12s;
	}
	:global(.btn.btn-primary) {
		background: var(--verdigris);
		color: #fff;
	}
	:global(.dark .btn.btn-primary) {
		color: #0b1c1a;
	}
	:global(.btn.btn-primary:hover) {
		background: var(--verdigris-strong);
	}
	:global(.btn.btn-ghost) {
		border-color: var(--line);
		background: var(--desk-raised);
	}
	:global(.btn.btn-ghost:hover),
	:global(.btn.btn-quiet:hover) {
		background: var(--verdigris-tint);
		color: var(--ink);
	}
	:global(.btn.btn-link) {
		display: inline;
		padding: 0;
		border: 0;
		border-radius: 2px;
		font: inherit;
		font-family: var(--sans);
		color: var(--verdigris-strong);
		text-decoration: underline;
		text-underline-offset: 3px;
		white-space: normal;
		text-align: start;
	}
	:global(.btn.btn:focus-visible) {
		outline: 2px solid var(--verdigris);
		outline-offset: 2px;
		box-shadow: none;
	}
	:global(.btn.btn:disabled) {
		opacity: 0.5;
		cursor: not-allowed;
	}
</style>
