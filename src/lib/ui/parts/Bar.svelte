<script lang="ts">
	/** The top bar of the views outside a manuscript. */
	import type { Snippet } from 'svelte';
	import Mark from './Mark.svelte';
	import { help } from '$lib/services/help.svelte';
	import Btn from '../kit/Btn.svelte';
	import { CogOutline } from './icons';
	import Theme from './Theme.svelte';
	let { here, children }: { here: string; children?: Snippet } = $props();
	const views = [
		{ href: '/', name: 'Desk' },
		{ href: '/sources', name: 'Sources' },
		{ href: '/styles', name: 'Styles' }
	];
</script>

<header class="bar">
	<a class="home" href="/" aria-label="Rapid Quill, to the desk"><Mark /></a>
	<nav aria-label="Views">
		{#each views as v (v.href)}
			<a href={v.href} class:here={here === v.name} aria-current={here === v.name ? 'page' : undefined}>{v.name}</a>
		{/each}
	</nav>
	<span class="spacer"></span>
	<Theme />
	<Btn kind="quiet" href="/settings" label="Settings" pressed={here === 'Settings' || undefined}
		><CogOutline class="icon" /></Btn
	>
	<Btn kind="quiet" onclick={() => (help.open = true)} label="Shortcuts" keys="?">?</Btn>
	{@render children?.()}
</header>

<style>
	.bar {
		display: flex;
		align-items: center;
		gap: var(--s3);
		padding: 0 var(--s4);
		height: var(--bar);
		border-bottom: 1px solid var(--line);
		background: var(--desk);
	}
	.home {
		display: grid;
	}
	nav {
		display: flex;
		gap: 2px;
		align-self: stretch;
	}
	nav a {
		padding: 0 12px;
		display: grid;
		place-items: center;
		color: var(--ink-2);
		font-weight: 500;
	}
	nav a:hover {
		color: var(--ink);
	}
	nav a.here {
		color: var(--ink);
		box-shadow: inset 0 -2px 0 var(--verdigris);
	}
	.spacer {
		flex: 1;
	}
	@media (max-width: 760px) {
		.bar {
			flex-wrap: wrap;
			gap: 2px;
			height: auto;
			min-height: var(--bar);
			padding: 0 8px;
		}
		nav a {
			padding: 14px 8px;
		}
		.bar :global(.btn.btn) {
			padding: 7px 8px;
		}
	}
</style>
