<script lang="ts">
	/** The library beside the text: several sources chosen here are cited in one go. */
	import { SvelteSet } from 'svelte/reactivity';
	import { kindOf, shortLabel, titleOf } from '$lib/core/source';
	import { openCite } from '$lib/editor/cite-target';
	import { uses } from '$lib/editor/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import SideSearch from './SideSearch.svelte';
	import Check from '../kit/Check.svelte';

	let { draft }: { draft: Draft } = $props();
	void library.start();
	const MOST = 100;
	let query = $state('');
	const chosen = new SvelteSet<string>();
	const used = $derived.by(() => {
		void draft.revision;
		return uses(draft);
	});
	const shown = $derived.by(() => {
		void library.sources;
		const here = new Set([...used].filter(([, u]) => u.here).map(([id]) => id));
		const ids = library.index.find(query.trim(), { limit: MOST, use: used, about: { here, cited: here } });
		return ids.map((id) => library.sources.get(id)).filter((s) => s !== undefined);
	});
	function cite() {
		openCite(draft, draft.view, [...chosen]);
		chosen.clear();
	}
	function keys(e: KeyboardEvent) {
		if (e.key !== 'Enter' || !shown[0]) return;
		e.preventDefault();
		chosen.add(shown[0].id);
		cite();
	}
</script>

<SideSearch label="Sources" bind:value={query} placeholder="Author, year, words of the title…" onkeydown={keys} />
<ul aria-label="Sources to cite">
	{#each shown as s (s.id)}
		{@const l = shortLabel(s.item)}
		{@const n = used.get(s.id)?.here ?? 0}
		<li>
			<label>
				<Check
					checked={chosen.has(s.id)}
					disabled={draft.readOnly}
					onchange={() => (chosen.has(s.id) ? chosen.delete(s.id) : chosen.add(s.id))}
				/>
				<span
					><b>{l.name} {l.year}</b>
					<em>{titleOf(s.item)}</em>
					<small
						>{kindOf(s.item.type).name.toLowerCase()}{n
							? ` · cited ${n === 1 ? 'once' : `${n} times`} here`
							: ''}</small
					></span
				>
			</label>
		</li>
	{:else}
		<li class="none">{query ? `No source matches “${query}”.` : 'The library is empty.'}</li>
	{/each}
</ul>
{#if !draft.readOnly}
	<p class="acts">
		<Btn kind="primary" disabled={!chosen.size} onclick={cite}
			>Cite {chosen.size > 1 ? `${chosen.size} together` : 'at the caret'}</Btn
		>
	</p>
{/if}

<style>
	ul {
		flex: 1;
		overflow: auto;
		min-height: 0;
	}
	label {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 10px;
		padding: 8px 14px;
		cursor: pointer;
		font-size: 13px;
	}
	label:hover {
		background: var(--desk-raised);
	}
	b {
		font-weight: 600;
	}
	em {
		display: block;
		font: 400 13px/1.4 var(--serif);
		color: var(--ink-2);
		overflow-wrap: anywhere;
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
	}
	.none {
		padding: 12px 14px;
		color: var(--ink-3);
		font-size: 13px;
	}
	.acts {
		padding: 10px 14px;
		border-top: 1px solid var(--line-soft);
	}
</style>
