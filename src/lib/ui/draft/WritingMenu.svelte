<script lang="ts">
	/** A menu of the writing line. */
	import { onMount } from 'svelte';
	import Press from '../kit/Press.svelte';
	import type { MenuRow } from './writing-names';
	import { inWindow } from '../parts/in-window';
	import { outside } from '../parts/outside';
	interface Props {
		rows: MenuRow[];
		label: string;
		onclose: () => void;
		/** A press beside it closes it too, and the caret is where it was pressed. */
		onaway: () => void;
	}
	let { rows, label, onclose, onaway }: Props = $props();
	let box = $state<HTMLElement | null>(null);
	const items = () => [...box!.querySelectorAll<HTMLElement>('button')];
	onMount(() => {
		// the line stays at the top: the browser would scroll to where it stands in the page
		(box!.querySelector<HTMLElement>('[aria-checked="true"]') ?? items()[0]).focus({ preventScroll: true });
	});
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape' || e.key === 'Tab') {
			e.preventDefault();
			e.stopPropagation();
			return onclose();
		}
		const list = items();
		const at = list.indexOf(document.activeElement as HTMLElement);
		const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: list.length - 1 }[e.key];
		const letter = e.key.length === 1 && !e.ctrlKey && !e.altKey && !e.metaKey ? e.key.toLowerCase() : '';
		const found = letter
			? [...list.slice(at + 1), ...list.slice(0, at + 1)].find((b) =>
					b.textContent!.trim().toLowerCase().startsWith(letter)
				)
			: undefined;
		if (to === undefined && !found) return;
		e.preventDefault();
		e.stopPropagation();
		(found ?? list[(to! + list.length) % list.length]).focus({ preventScroll: true });
	}
	/** More rows than that stand in two columns: a small window has no room for them in one. */
	const LONG = 14;
	function away(target: Element) {
		if (!target.closest('[aria-haspopup="menu"][aria-expanded="true"]')) onaway();
	}
</script>

<ul
	class="bar-menu"
	class:long={rows.length > LONG}
	role="menu"
	tabindex={-1}
	aria-label={label}
	bind:this={box}
	use:outside={away}
	use:inWindow
	onkeydown={keys}
>
	{#each rows as r (r.name)}
		<li role="none" class:parted={r.parted}>
			<Press
				role={r.checked === undefined ? 'menuitem' : 'menuitemcheckbox'}
				aria-checked={r.checked}
				aria-disabled={r.disabled || undefined}
				tabindex={-1}
				onclick={() => !r.disabled && r.run()}
				>{r.name}{#if r.keys}<kbd>{r.keys}</kbd>{/if}</Press
			>
		</li>
	{/each}
</ul>

<style>
	ul {
		left: 0;
		right: auto;
		min-width: 210px;
	}
	.long {
		columns: 2;
		column-gap: 10px;
		width: 440px;
	}
	.long li {
		break-inside: avoid;
	}
	.parted {
		margin-top: 5px;
		padding-top: 5px;
		border-top: 1px solid var(--line-soft);
	}
	ul :global(.press) {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		gap: 18px;
		width: 100%;
		text-align: left;
		padding: 7px 9px;
		border-radius: var(--r1);
		cursor: pointer;
	}
	ul :global(.press:hover:not([aria-disabled])),
	ul :global(.press:focus-visible) {
		background: var(--desk-raised);
	}
	ul :global(.press[aria-checked='true']) {
		color: var(--verdigris-strong);
		font-weight: 600;
	}
	ul :global(.press[aria-disabled]) {
		color: var(--ink-3);
		opacity: 0.6;
		cursor: default;
	}
	kbd {
		border: 0;
		background: none;
		padding: 0;
		color: var(--ink-3);
		font: 400 12px/1 var(--sans);
	}
</style>
