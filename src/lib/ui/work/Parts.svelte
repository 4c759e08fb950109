<script lang="ts">
	/** Chapters and parts of a work in order; moved by drag, by keys, by their menus. */
	import { formatDistanceToNowStrict } from 'date-fns';
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import { flip } from 'svelte/animate';
	import { dragHandle, dragHandleZone } from 'svelte-dnd-action';
	import type { WorkPart } from '$lib/core/work';
	import type { Manuscript } from '$lib/data/db';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import { DotsHorizontalOutline } from '../parts/icons';
	import type { ChapterRow } from './work-facts';

	interface Props {
		rows: ChapterRow[];
		onorder: (parts: WorkPart[], what: string) => void;
		onpart: (id: string, change: (p: WorkPart) => WorkPart, what: string) => void;
		onremove: (row: ChapterRow) => void;
	}
	let { rows, onorder, onpart, onremove }: Props = $props();

	interface Item {
		id: string;
		row: ChapterRow;
	}
	let items = $state.raw<Item[]>([]);
	let root = $state<HTMLElement | null>(null);
	let openMenu = $state<string | null>(null);
	/** A row is in the hand: what changes elsewhere meanwhile is shown once it is put down. */
	let dragging = false;
	$effect(() => {
		const next = rows.map((row) => ({ id: row.part.id, row }));
		if (!dragging) items = next;
	});
	const titleOf = ({ part, manuscript }: ChapterRow): string =>
		part.t === 'part' ? part.title || 'Untitled part' : (manuscript?.title ?? 'A manuscript that is not on the desk');
	const order = (list: Item[], what: string) =>
		onorder(
			list.map((i) => i.row.part),
			what
		);

	function move(k: number, by: 1 | -1) {
		openMenu = null;
		const to = k + by;
		if (to < 0 || to >= items.length) return;
		const next = [...items];
		[next[k], next[to]] = [next[to], next[k]];
		items = next;
		order(next, `“${titleOf(next[to].row)}” moved ${by < 0 ? 'up' : 'down'}`);
		setTimeout(() => root?.querySelectorAll<HTMLElement>('.grip')[to]?.focus(), 30);
	}
	function keys(e: KeyboardEvent, k: number) {
		if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
		e.preventDefault();
		e.stopPropagation();
		move(k, e.key === 'ArrowUp' ? -1 : 1);
	}
	/** What is said below its title. */
	const about = (row: ChapterRow, m: Manuscript): string =>
		[`changed ${when(m.updatedAt)}`, row.notes, row.otherStyle && `written in ${row.otherStyle}`]
			.filter(Boolean)
			.join(' · ');
	const when = (t: number) => formatDistanceToNowStrict(t, { addSuffix: true });
</script>

<ul
	bind:this={root}
	aria-label="Chapters"
	use:dragHandleZone={{
		items,
		flipDurationMs: 120,
		dropTargetStyle: {},
		dragDisabled: items.length < 2,
		zoneTabIndex: -1
	}}
	onconsider={(e) => {
		dragging = true;
		items = e.detail.items;
	}}
	onfinalize={(e) => {
		items = e.detail.items;
		order(items, 'Chapters put in another order');
		dragging = false;
	}}
>
	{#each items as { id, row }, k (id)}
		{@const { part, manuscript } = row}
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<li class={part.t} animate:flip={{ duration: 120 }} onkeydown={(e) => keys(e, k)}>
			<span class="grip" use:dragHandle aria-label="Move {titleOf(row)}" data-tip="Drag, or Alt with the arrows">⠿</span
			>
			{#if part.t === 'part'}
				<Field
					look="quiet"
					class="part-title"
					shown={part.title}
					placeholder="What this part is called"
					aria-label="Title of the part"
					onchange={(e) => {
						const title = e.currentTarget.value.trim();
						onpart(part.id, (p) => ({ ...p, title }) as WorkPart, 'Part renamed');
					}}
				/>
			{:else}
				<span class="number">{row.number || ''}</span>
				<div class="name">
					{#if manuscript}
						<h2><a href="/draft/{manuscript.id}">{manuscript.title}</a></h2>
						<p>{about(row, manuscript)}</p>
					{:else}
						<h2>{titleOf(row)}</h2>
						<p>It may be in the bin; put back, it stands here again.</p>
					{/if}
				</div>
				<span class="words">{manuscript ? row.words.toLocaleString('en') : ''}</span>
				<span class="checks"
					>{#if row.checks && manuscript}<a
							href="/draft/{manuscript.id}/proof"
							aria-label="{row.checks} to check in {manuscript.title}"
							><i class="diamond" aria-hidden="true"></i>{row.checks}</a
						>{/if}</span
				>
			{/if}
			<span class="more">
				<Btn kind="quiet" label="More for {titleOf(row)}" onclick={() => (openMenu = openMenu === id ? null : id)}
					><DotsHorizontalOutline class="icon" /></Btn
				>
				<Dropdown
					placement="bottom-end"
					simple
					class="menu"
					isOpen={openMenu === id}
					onclose={() => (openMenu === id ? (openMenu = null) : null)}
				>
					{#if k > 0}<DropdownItem onclick={() => move(k, -1)}>Move up</DropdownItem>{/if}
					{#if k < items.length - 1}<DropdownItem onclick={() => move(k, 1)}>Move down</DropdownItem>{/if}
					{#if part.t === 'text'}
						<DropdownItem
							onclick={() => {
								openMenu = null;
								const numbered = !part.numbered;
								onpart(
									part.id,
									(p) => ({ ...p, numbered }) as WorkPart,
									numbered ? 'Numbered as a chapter' : 'Without a number'
								);
							}}>{part.numbered ? 'Without a number' : 'Number it as a chapter'}</DropdownItem
						>
					{/if}
					<DropdownItem
						onclick={() => {
							openMenu = null;
							onremove(row);
						}}>Remove from the work</DropdownItem
					>
				</Dropdown>
			</span>
		</li>
	{/each}
</ul>

<style>
	ul {
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-width: 0 1px;
	}
	li {
		display: grid;
		grid-template-columns: 30px 44px minmax(0, 1fr) 80px 62px 36px;
		align-items: center;
		padding: 12px 8px 12px 10px;
		border-bottom: 1px solid var(--line-soft);
		background: var(--sheet);
	}
	li.part {
		grid-template-columns: 30px minmax(0, 1fr) 36px;
		background: var(--desk-raised);
		padding-block: 4px;
	}
	.grip {
		cursor: grab;
		color: var(--ink-3);
		justify-self: start;
		padding: 2px 5px;
		border-radius: var(--r1);
	}
	.number {
		font: 600 16px/1 var(--serif);
		color: var(--verdigris-strong);
	}
	h2 {
		font: 600 17px/1.3 var(--serif);
		overflow-wrap: anywhere;
	}
	h2 a:hover {
		color: var(--verdigris-strong);
	}
	p {
		color: var(--ink-3);
		font-size: 12.5px;
		margin-top: 2px;
	}
	.words {
		text-align: right;
		color: var(--ink-2);
		font-size: 13px;
		font-variant-numeric: tabular-nums;
	}
	.checks {
		text-align: right;
		font-size: 12.5px;
	}
	.checks a {
		display: inline-flex;
		gap: 7px;
		align-items: center;
		color: var(--marigold);
	}
	.more {
		position: relative;
		justify-self: end;
	}
	li :global(.part-title) {
		font: 600 15px/1.3 var(--serif);
		width: 100%;
	}
	@media (max-width: 700px) {
		li {
			grid-template-columns: 26px 26px minmax(0, 1fr) 36px;
		}
		.words,
		.checks {
			grid-column: 3;
			text-align: left;
		}
		.more {
			grid-column: 4;
			grid-row: 1;
		}
	}
</style>
