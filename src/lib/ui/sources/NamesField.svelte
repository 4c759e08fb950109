<script lang="ts">
	import { fromAction } from 'svelte/attachments';
	/** Names, a line each; Enter for the next; dragged or moved with Alt and the arrows; how each was understood is shown. */
	import { flip } from 'svelte/animate';
	import { dragHandle, dragHandleZone } from 'svelte-dnd-action';
	import type { Name } from '$lib/core/csl';
	import { readName, writeName } from '$lib/core/source';
	import { typed } from './typed';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Btn from '../kit/Btn.svelte';
	interface Props {
		names: Name[];
		label: string;
		example: string;
		onchange: (names: Name[]) => void;
	}
	let { names, label, example, onchange }: Props = $props();
	interface Row {
		id: number;
		name: Name | null;
	}
	let serial = 0;
	let root = $state<HTMLElement | null>(null);
	let rows = $state.raw<Row[]>([]);
	let given = '';
	let before = '';

	$effect(() => {
		const text = JSON.stringify(names);
		// the same as ever is no news, and what was said here comes back later
		if (rows.length && (text === before || text === given)) {
			before = text;
			return;
		}
		before = given = text;
		rows = names.length
			? names.map((name, i) => ({ id: rows[i]?.id ?? ++serial, name }))
			: [{ id: ++serial, name: null }];
	});

	function say(list: Row[]) {
		const out = list.map((r) => r.name).filter((n): n is Name => n !== null);
		given = JSON.stringify(out);
		onchange(out);
	}
	function set(i: number, text: string, org: boolean) {
		const name = !text.trim()
			? null
			: org
				? { literal: text.trim() }
				: sameName(rows[i].name, text)
					? rows[i].name
					: readName(text);
		rows = rows.map((r, k) => (k === i ? { ...r, name } : r));
		if (!name && rows.length > 1) rows = rows.filter((_, k) => k !== i);
		say(rows);
	}
	/** Parts that typing cannot say (a particle that drops) stay while the text stays. */
	const sameName = (n: Name | null, text: string) => Boolean(n && !n.literal && writeName(n) === text.trim());

	/** One more line; what stands in the lines is taken over first. */
	function another(after: number) {
		const next = [...rows];
		next.splice(after + 1, 0, { id: ++serial, name: null });
		rows = next;
		setTimeout(() => field(after + 1)?.focus(), 30);
	}
	const field = (i: number) => root?.querySelectorAll<HTMLInputElement>('input[type=text]')[i];
	function move(i: number, by: number) {
		const to = i + by;
		if (to < 0 || to >= rows.length) return;
		const next = [...rows];
		[next[i], next[to]] = [next[to], next[i]];
		rows = next;
		say(rows);
		setTimeout(() => field(to)?.focus(), 30);
	}
	function key(e: KeyboardEvent, i: number) {
		const el = e.currentTarget as HTMLInputElement;
		if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
			e.preventDefault();
			move(i, e.key === 'ArrowUp' ? -1 : 1);
		} else if (e.key === 'Enter') {
			e.preventDefault();
			const org = Boolean(rows[i].name?.literal);
			if (!el.value.trim()) return;
			set(i, el.value, org);
			another(i);
		}
	}
	const understood = (n: Name | null) => {
		if (!n || n.literal) return '';
		const parts = [
			n['non-dropping-particle'] && `particle “${n['non-dropping-particle']}”`,
			n['dropping-particle'] && `particle “${n['dropping-particle']}”, dropped when the family name stands alone`,
			n.suffix && `suffix “${n.suffix}”`
		].filter(Boolean);
		if (parts.length) return `${parts.join(', ')}, family name “${n.family ?? ''}”`;
		return '';
	};
</script>

<div class="names" bind:this={root} role="group" aria-label={label}>
	<div
		use:dragHandleZone={{
			items: rows,
			flipDurationMs: 120,
			dropTargetStyle: {},
			dragDisabled: rows.length < 2,
			zoneTabIndex: -1
		}}
		onconsider={(e) => (rows = e.detail.items)}
		onfinalize={(e) => {
			rows = e.detail.items;
			say(rows);
		}}
	>
		{#each rows as r, i (r.id)}
			<div animate:flip={{ duration: 120 }}>
				<div class="name">
					{#if rows.length > 1}
						<span
							class="grip"
							use:dragHandle
							aria-label="Move {label.toLowerCase()} {i + 1}"
							data-tip="Drag, or Alt with the arrows">⠿</span
						>
					{/if}
					<Field
						look="quiet"
						type="text"
						placeholder={example}
						aria-label="{label} {i + 1}"
						{@attach fromAction(typed, () => ({
							value: r.name ? writeName(r.name) : '',
							commit: (v) => set(i, v, Boolean(r.name?.literal))
						}))}
						onkeydown={(e) => key(e, i)}
					/>
					<label
						><Check
							checked={Boolean(r.name?.literal)}
							onchange={(e) => set(i, field(i)?.value ?? '', e.currentTarget.checked)}
						/> organisation</label
					>
				</div>
				{#if understood(r.name)}<small>{understood(r.name)}</small>{/if}
			</div>
		{/each}
	</div>
	<p class="another">
		<Btn kind="link" class="small calm" onclick={() => another(rows.length - 1)}>Another {label.toLowerCase()}</Btn>
	</p>
</div>

<style>
	.name {
		display: flex;
		gap: 8px;
		align-items: center;
		background: var(--sheet);
	}
	.grip {
		color: var(--ink-3);
		cursor: grab;
		font-size: 12px;
		line-height: 1;
	}
	label {
		color: var(--ink-3);
		font-size: 11.5px;
		display: flex;
		gap: 5px;
		align-items: center;
	}
	.another {
		padding-inline: 7px;
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
		padding: 2px 6px;
		cursor: pointer;
	}
	small {
		display: block;
	}
</style>
