<script lang="ts">
	/** Names, a line each; Enter for the next; how each was understood is shown. */
	import type { Name } from '$lib/core/csl';
	import { readName, writeName } from '$lib/core/source';
	let {
		names,
		label,
		example,
		onchange
	}: { names: Name[]; label: string; example: string; onchange: (names: Name[]) => void } = $props();
	let extra = $state(0);
	let root = $state<HTMLElement | null>(null);
	const rows = $derived([
		...names.map((n) => ({ text: writeName(n), org: Boolean(n.literal) })),
		...Array.from({ length: Math.max(extra, names.length ? 0 : 1) }, () => ({ text: '', org: false }))
	]);

	function commit() {
		const list: Name[] = [];
		for (const row of root?.querySelectorAll<HTMLElement>('.name') ?? []) {
			const text = row.querySelector<HTMLInputElement>('input[type=text]')!.value.trim();
			if (!text) continue;
			const org = row.querySelector<HTMLInputElement>('input[type=checkbox]')!.checked;
			const n = org ? { literal: text } : readName(text);
			if (n) list.push(n);
		}
		extra = 0;
		onchange(list);
	}
	function key(e: KeyboardEvent, i: number) {
		if (e.key !== 'Enter') return;
		e.preventDefault();
		commit();
		extra = 1;
		setTimeout(() => root?.querySelectorAll<HTMLInputElement>('input[type=text]')[i + 1]?.focus(), 60);
	}
	const understood = (n: Name | undefined) =>
		n && (n['non-dropping-particle'] || n.suffix)
			? [n['non-dropping-particle'] && `particle “${n['non-dropping-particle']}”`, n.suffix && `suffix “${n.suffix}”`]
					.filter(Boolean)
					.join(', ')
			: '';
</script>

<div class="names" bind:this={root} role="group" aria-label={label}>
	{#each rows as r, i (i)}
		<div class="name">
			<input
				type="text"
				value={r.text}
				placeholder={example}
				aria-label="{label} {i + 1}"
				onchange={commit}
				onkeydown={(e) => key(e, i)}
			/>
			<label><input type="checkbox" checked={r.org} onchange={commit} /> organisation</label>
		</div>
		{#if understood(names[i])}<small>{understood(names[i])}</small>{/if}
	{/each}
	<button type="button" onclick={() => (extra += 1)}>Another {label.toLowerCase()}</button>
</div>

<style>
	.name {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	input[type='text'] {
		flex: 1;
		font: 400 13px/1.4 var(--sans);
		background: none;
		color: var(--ink);
		border: 1px solid transparent;
		border-radius: var(--r1);
		padding: 4px 6px;
		min-width: 0;
	}
	input::placeholder {
		color: var(--ink-3);
		opacity: 0.75;
	}
	input[type='text']:hover {
		border-color: var(--line);
	}
	input[type='text']:focus {
		border-color: var(--verdigris);
		background: var(--desk-raised);
		box-shadow: none;
	}
	label {
		color: var(--ink-3);
		font-size: 11.5px;
		display: flex;
		gap: 5px;
		align-items: center;
	}
	label input {
		width: 13px;
		height: 13px;
		border-radius: 3px;
		color: var(--verdigris);
	}
	button,
	small {
		color: var(--ink-3);
		font-size: 12px;
		padding: 2px 6px;
		cursor: pointer;
	}
	small {
		display: block;
	}
	button:hover {
		color: var(--ink);
	}
</style>
