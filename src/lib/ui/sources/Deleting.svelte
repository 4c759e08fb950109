<script lang="ts">
	/** Before a cited source goes: what would break, and what else could be done. */
	import { shortAuthor, titleOf, yearOf } from '$lib/core/source';
	import { findAsTyped } from '$lib/services/hits.svelte';
	import { library } from '$lib/services/library.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import type { LibraryView } from './library-view.svelte';
	import Field from '../kit/Field.svelte';
	interface Props {
		view: LibraryView;
		ids: string[];
		onkeep: () => void;
		ondelete: (ids: string[]) => void;
		onmerge: (ids: string[]) => void;
	}
	let { view, ids, onkeep, ondelete, onmerge }: Props = $props();
	const uses = $derived(ids.flatMap((id) => view.usesNow.get(id) ?? []));
	const where = $derived([...new Set(uses.map((u) => u.title))]);
	const what = $derived(
		ids.length === 1
			? `“${titleOf(library.sources.get(ids[0])?.item ?? { id: '', type: '' })}”`
			: `${ids.length} sources`
	);
	const cited = $derived(ids.filter((id) => view.counts.get(id)));
	/** A likely double of it is what it could be merged into. */
	const group = $derived(ids.length === 1 ? view.groups?.find((g) => g.ids.includes(ids[0])) : undefined);
	/** Another source that the person looks for, to merge it into. */
	let into = $state(false);
	let words = $state('');
	const hits = findAsTyped(() => (into && words.trim() ? { query: words, options: { limit: 6 } } : null));
	const others = $derived(hits.value.filter((s) => !ids.includes(s.id)));
	const focusField = (el: HTMLInputElement) => el.focus();
	const focus = (el: HTMLElement) => el.querySelector<HTMLElement>('button')?.focus();
</script>

<div class="ask" role="alertdialog" aria-label="Deleting a cited source" use:focus>
	<p>
		<i class="diamond" aria-hidden="true"></i><b>{what} {ids.length === 1 ? 'is' : 'are'} cited</b>
		{uses.length === 1 ? 'once' : `${uses.length} times`} in {where.join(', ')}. Deleting leaves a visible gap in each
		place until you bring {ids.length === 1 ? 'it' : 'them'} back.
	</p>
	<ul>
		{#each uses.slice(0, 3) as u, i (i)}
			<li>
				{u.words} <i class="diamond hole" role="img" aria-label="the gap"></i>{u.after}
				<small>{u.section || u.title}</small>
			</li>
		{/each}
	</ul>
	<p class="acts">
		<Btn kind="primary" onclick={onkeep}>Keep {ids.length === 1 ? 'it' : 'them'}</Btn>
		{#if group}<Btn kind="ghost" onclick={() => onmerge(group.ids)}>Merge it with its duplicate</Btn>{/if}
		{#if ids.length === 1}<Btn kind="ghost" expanded={into} onclick={() => (into = !into)}>Merge it into another…</Btn
			>{/if}
		{#if ids.length > cited.length}<Btn kind="ghost" onclick={() => ondelete(ids.filter((id) => !cited.includes(id)))}
				>Delete only the {ids.length - cited.length} not cited</Btn
			>{/if}
		<Btn kind="ghost" onclick={() => ondelete(ids)}>Delete all the same</Btn>
	</p>
	{#if into}
		<div class="into">
			<Field
				{@attach focusField}
				bind:value={words}
				aria-label="Source to merge it into"
				placeholder="author, year or words of the title"
			/>
			{#each others as o (o.id)}
				<Press onclick={() => onmerge([o.id, ids[0]])}
					><b>{shortAuthor(o.item) || 'No author'}</b> {yearOf(o.item)} {titleOf(o.item)}</Press
				>
			{:else}{#if hits.trouble}<Alert>{hits.trouble}</Alert>{:else if hits.answered !== null}<span
						>No source matches “{words}”.</span
					>{/if}{/each}
		</div>
	{/if}
</div>

<style>
	.ask {
		background: var(--marigold-tint);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		padding: 12px 16px;
		margin-bottom: 10px;
		color: var(--ink);
		font-size: 13.5px;
	}
	.diamond {
		margin-right: 9px;
	}
	ul {
		margin: 8px 0 10px;
		font: 400 13.5px/1.5 var(--serif);
		color: var(--ink-2);
	}
	small {
		font: 400 12px var(--sans);
		color: var(--ink-3);
	}
	.hole {
		margin: 0 4px 2px;
	}
	.into {
		display: grid;
		gap: 2px;
		margin-top: 8px;
		max-width: 560px;
	}
	.into :global(.press) {
		text-align: left;
		padding: 3px 8px;
		cursor: pointer;
	}
	.into :global(.press:hover) {
		background: var(--sheet);
	}
	.acts {
		display: flex;
		gap: 8px;
		flex-wrap: wrap;
	}
</style>
