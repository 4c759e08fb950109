<script lang="ts">
	/** What is listed without being cited, with the reason; entries written by hand. */
	import { handMadeItem, handMadeOf, type HandMade } from '$lib/core/citing';
	import { shortLabel, titleOf, type Source } from '$lib/core/source';
	import { addSources, saveSource } from '$lib/data/sources';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { listUncited } from '$lib/editor/style-commands';
	import { findAsTyped } from '$lib/services/hits.svelte';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import HandMadeForm from './HandMadeForm.svelte';
	import Alert from '../kit/Alert.svelte';
	import Field from '../kit/Field.svelte';

	let { draft }: { draft: Draft } = $props();
	let query = $state('');
	/** A hand-made entry being written: its source, or none yet. */
	let writing = $state.raw<{ id: string | null; words: HandMade | null } | null>(null);
	const cited = $derived(new Set(draft.shown.citations.flatMap((c) => c.cites.map((x) => draft.resolve(x.sourceId)))));
	const uncited = $derived(
		draft.settings.uncited.map((f) => ({ ...f, id: draft.resolve(f.id), source: draft.source(draft.resolve(f.id)) }))
	);
	const hits = findAsTyped(() => (query.trim() ? { query, options: { limit: 6 } } : null));
	const found = $derived(hits.value.filter((s) => !cited.has(s.id) && !uncited.some((f) => f.id === s.id)));
	const made = $derived(
		[...cited].flatMap((id) => {
			const s = library.sources.get(id);
			return s && handMadeOf(s.item) ? [s] : [];
		})
	);

	const list = (source: string, why: string | null) => draft.run(listUncited(source, why, draft.resolve));
	async function keepMade(words: HandMade) {
		const known = writing?.id ? library.sources.get(writing.id) : undefined;
		if (known) await saveSource({ ...$state.snapshot(known), item: handMadeItem(known.id, words) } as Source);
		else {
			const [added] = await addSources(
				[{ item: handMadeItem('', words) }],
				'typed',
				undefined,
				'Wrote an entry by hand'
			);
			list(added.id, '');
		}
		writing = null;
	}
	/** What is found is seen, also at the lower end of the panel. */
	const inSight = (el: HTMLElement) => el.scrollIntoView({ block: 'nearest' });
</script>

<fieldset disabled={draft.readOnly}>
	<legend>Listed without being cited</legend>
	{#if uncited.length}
		<ul aria-label="Listed without being cited">
			{#each uncited as f (f.id)}
				<li>
					<span
						>{f.source
							? `${shortLabel(f.source.item).name} ${shortLabel(f.source.item).year} ${titleOf(f.source.item)}`
							: 'A source that is not in the library'}</span
					>
					<Field
						shown={f.why}
						placeholder="further reading"
						aria-label="Why it is listed"
						onchange={(e) => list(f.id, e.currentTarget.value.trim())}
					/>
					{#if f.source && handMadeOf(f.source.item)}
						<Btn kind="quiet" onclick={() => (writing = { id: f.id, words: handMadeOf(f.source!.item) })}>Edit</Btn>
					{/if}
					<Btn kind="quiet" label="Remove" onclick={() => list(f.id, null)}>×</Btn>
				</li>
			{/each}
		</ul>
	{/if}
	<Field
		type="search"
		bind:value={query}
		placeholder="Find a source in your library"
		aria-label="Add an uncited source"
	/>
	{#if hits.trouble}<Alert>{hits.trouble}</Alert>{/if}
	{#if found.length}
		<ul aria-label="Matching sources" use:inSight>
			{#each found as s (s.id)}
				<li>
					<Press
						onclick={() => {
							list(s.id, '');
							query = '';
						}}><small>{shortLabel(s.item).name} {shortLabel(s.item).year}</small> {titleOf(s.item)}</Press
					>
				</li>
			{/each}
		</ul>
	{/if}
	{#if writing}
		<HandMadeForm words={writing.words} onkeep={keepMade} oncancel={() => (writing = null)} />
	{:else}
		<Btn kind="quiet" onclick={() => (writing = { id: null, words: null })}>Write an entry by hand</Btn>
		{#each made as s (s.id)}
			<Btn kind="quiet" onclick={() => (writing = { id: s.id, words: handMadeOf(s.item) })}
				>Edit “{titleOf(s.item)}”</Btn
			>
		{/each}
	{/if}
</fieldset>
