<script lang="ts" module>
	/** A citation of its own, or the one before or behind this. */
	export type Elsewhere = 'own' | 'before' | 'behind';
</script>

<script lang="ts">
	/** The cites of the line, a row each: what comes before, the place, what comes after, the form. Line and rows are one. */
	import { untrack } from 'svelte';
	import { flip } from 'svelte/animate';
	import { dragHandle, dragHandleZone } from 'svelte-dnd-action';
	import type { CiteForm } from '$lib/core/citing';
	import { readLocator, writeLocator } from '$lib/core/manuscript';
	import { library } from '$lib/services/library.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import { CloseOutline } from '../parts/icons';
	import type { CiteLineState } from './citeline.svelte';

	interface Props {
		line: CiteLineState;
		/** Where a cite can go out of this citation; none for a citation that is not in the text yet. */
		elsewhere?: { to: Elsewhere; name: string }[];
		onmove?: (index: number, to: Elsewhere) => void;
	}
	let { line, elsewhere = [], onmove }: Props = $props();
	let root = $state<HTMLElement | null>(null);
	/** Places that were typed and are none, by row. */
	let wrong = $state.raw<Record<number, string>>({});

	interface Row {
		id: number;
		at: number;
	}
	let serial = 0;
	let rows = $state.raw<Row[]>([]);
	let dragging = false;
	$effect(() => {
		const at = line.parts.flatMap((p, i) => (p.sourceId ? [i] : []));
		const before = untrack(() => rows);
		rows = at.map((i, k) => ({ id: before[k]?.id ?? ++serial, at: i }));
	});

	const FORMS: { form: CiteForm; name: string }[] = [
		{ form: 'parenthetical', name: 'whole citation' },
		{ form: 'narrative', name: 'author in the sentence' },
		{ form: 'year-only', name: 'without the author' },
		{ form: 'author-only', name: 'author only' }
	];

	/** Places that excerpts of the source were kept with. */
	function keptPlaces(id: string): { place: string; words: string }[] {
		const out = new Map<string, string>();
		for (const e of library.sources.get(id)?.excerpts ?? [])
			if (e.locator) out.set(writeLocator(e.locator), e.text.slice(0, 60));
		return [...out].map(([at, words]) => ({ place: at, words }));
	}

	function place(r: Row, text: string) {
		const said = text.trim();
		const l = said ? readLocator(said, { romans: true }) : null;
		if (said && (!l || l.length < said.length)) {
			wrong = { ...wrong, [r.id]: said };
			return;
		}
		wrong = Object.fromEntries(Object.entries(wrong).filter(([id]) => Number(id) !== r.id));
		line.change(r.at, { locator: l && { label: l.label, value: l.value } });
	}
	/** Behind the place a comma is wanted, but for words in brackets or quotation marks. */
	function after(r: Row, text: string) {
		const said = text.trim().replace(/^,\s*/, '');
		line.change(r.at, { suffix: said && !/^[“"(]/.test(said) ? `, ${said}` : said });
	}
	function arrange(next: Row[]) {
		const others = line.parts.map((_, i) => i).filter((i) => !next.some((r) => r.at === i));
		line.arrange([...next.map((r) => r.at), ...others]);
	}
	function keys(e: KeyboardEvent, k: number) {
		// the key lets go of what it moves
		if (e.key === 'Escape' && dragging) e.preventDefault();
		const el = e.target as HTMLElement;
		const writing = el.tagName === 'INPUT';
		if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
			e.preventDefault();
			const to = k + (e.key === 'ArrowUp' ? -1 : 1);
			if (to < 0 || to >= rows.length) return;
			// what is being typed is said first
			if (writing) el.blur();
			const next = [...rows];
			[next[k], next[to]] = [next[to], next[k]];
			const name = el.getAttribute('aria-label')?.split(' of ')[0] ?? '';
			arrange(next);
			setTimeout(
				() =>
					root?.querySelectorAll<HTMLElement>('li')[to]?.querySelector<HTMLElement>(`[aria-label^="${name}"]`)?.focus(),
				30
			);
		} else if (e.key === 'Delete' && !writing) {
			e.preventDefault();
			line.remove(rows[k].at);
		}
	}
</script>

<ul
	class="cites"
	bind:this={root}
	aria-label="Sources in this citation"
	use:dragHandleZone={{
		items: rows,
		flipDurationMs: 120,
		dropTargetStyle: {},
		dragDisabled: rows.length < 2,
		zoneTabIndex: -1
	}}
	onconsider={(e) => {
		dragging = true;
		rows = e.detail.items;
	}}
	onfinalize={(e) => {
		dragging = false;
		rows = e.detail.items;
		arrange(rows);
	}}
>
	{#each rows as r, k (r.id)}
		{@const p = line.parts[r.at]}
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<li animate:flip={{ duration: 120 }} onkeydown={(e) => keys(e, k)}>
			{#if p?.sourceId}
				<div class="row">
					<span
						class="grip"
						use:dragHandle
						aria-label="Move {p.query}"
						data-tip="Drag, or Alt with the arrows in a field of the row">⠿</span
					>
					<input
						class="words"
						value={p.prefix}
						placeholder="before"
						aria-label="Prefix of {p.query}"
						onchange={(e) => line.change(r.at, { prefix: e.currentTarget.value.trim() })}
					/>
					<span class="got" data-tip={p.query}>{p.query}</span>
					<input
						class="place"
						class:bad={wrong[r.id]}
						value={wrong[r.id] ?? writeLocator(p.locator)}
						placeholder="page"
						list="kept-{r.id}"
						aria-label="Locator of {p.query}"
						aria-invalid={Boolean(wrong[r.id])}
						onchange={(e) => place(r, e.currentTarget.value)}
					/>
					<datalist id="kept-{r.id}">
						{#each keptPlaces(p.sourceId) as k (k.place)}<option value={k.place}>{k.words}</option>{/each}
					</datalist>
					<input
						class="words"
						value={p.suffix.replace(/^,\s*/, '')}
						placeholder="after"
						aria-label="Suffix of {p.query}"
						onchange={(e) => after(r, e.currentTarget.value)}
					/>
					<select
						aria-label="Form of {p.query}"
						value={p.form ?? line.form}
						onchange={(e) => line.change(r.at, { form: e.currentTarget.value as CiteForm })}
					>
						{#each FORMS as f (f.form)}<option value={f.form}>{f.name}</option>{/each}
					</select>
					{#if elsewhere.some((e) => e.to !== 'own' || rows.length > 1)}
						<select
							class="to"
							aria-label="Put {p.query} elsewhere"
							value=""
							onchange={(e) => onmove?.(r.at, e.currentTarget.value as Elsewhere)}
						>
							<option value="" hidden>move</option>
							{#each elsewhere as e (e.to)}
								{#if e.to !== 'own' || rows.length > 1}<option value={e.to}>{e.name}</option>{/if}
							{/each}
						</select>
					{/if}
					<Btn
						kind="quiet"
						class="tiny"
						label="Remove {p.query} from the citation"
						tip="Remove"
						keys="Delete"
						onclick={() => line.remove(r.at)}><CloseOutline class="icon" /></Btn
					>
				</div>
				{#if wrong[r.id]}
					<Alert class="say"
						>“{wrong[r.id]}” is not a locator that is known here. Try p 12, ch 3, § 2, fig 1 or 1:02:30.</Alert
					>
				{/if}
			{/if}
		</li>
	{/each}
</ul>

<style>
	.cites {
		border-top: 1px solid var(--line-soft);
		padding: 5px 8px;
	}
	.row {
		display: flex;
		gap: 5px;
		align-items: center;
		min-height: 30px;
	}
	.grip {
		cursor: grab;
		color: var(--ink-3);
		padding: 0 4px;
		border-radius: 3px;
		user-select: none;
	}
	.got {
		font-weight: 600;
		flex: none;
		width: 118px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	input,
	select {
		border: 1px solid transparent;
		border-bottom-color: var(--line-soft);
		border-radius: 3px;
		background-color: transparent;
		color: var(--ink);
		padding: 3px 5px;
		font-size: 12.5px;
		min-width: 0;
	}
	input:hover,
	input:focus,
	select:hover,
	select:focus {
		border-color: var(--line);
		background-color: var(--sheet);
	}
	input::placeholder {
		color: var(--ink-3);
	}
	.words {
		flex: 1 1 70px;
		width: 70px;
	}
	.words:first-of-type {
		text-align: right;
	}
	.place {
		flex: 0 1 84px;
		width: 84px;
		color: var(--verdigris-strong);
		font-variant-numeric: tabular-nums;
	}
	.place.bad {
		border-color: var(--marigold);
		color: var(--marigold);
	}
	select {
		flex: 0 0 122px;
		width: 122px;
		color: var(--ink-2);
		text-overflow: ellipsis;
		padding-right: 18px;
	}
	.to {
		flex: 0 0 76px;
		width: 76px;
	}
	.cites :global(.say) {
		padding-left: 26px;
	}
	.cites :global(.btn.tiny) {
		padding: 4px;
		color: var(--ink-3);
		font-size: 12px;
	}
</style>
