<script lang="ts">
	/** The library beside the text: several sources chosen here are cited in one go. */
	import { SvelteSet } from 'svelte/reactivity';
	import { kindOf, shortLabel, titleOf } from '$lib/core/source';
	import { openCite } from '$lib/editor/cite-target';
	import { uses } from '$lib/editor/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { findAsTyped } from '$lib/services/hits.svelte';
	import { library } from '$lib/services/library.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import { inBackground } from '$lib/services/problems';
	import SideSearch from './SideSearch.svelte';
	import Check from '../kit/Check.svelte';

	let { draft }: { draft: Draft } = $props();
	const MOST = 100;
	let query = $state('');
	const chosen = new SvelteSet<string>();
	const used = $derived.by(() => {
		void draft.revision;
		return uses(draft);
	});
	const question = $derived.by(() => {
		const here = new Set([...used].filter(([, u]) => u.here).map(([id]) => id));
		return { query: query.trim(), options: { limit: MOST, use: used, about: { here, cited: here } } };
	});
	const hits = findAsTyped(() => question);
	const shown = $derived(hits.value);
	/** How often Enter was pressed while the source is looked for that the first one cites: the line takes them. */
	let ahead: number | null = null;
	async function cite() {
		// they stay, whatever is looked for meanwhile
		await library.hold(chosen);
		openCite(draft, draft.view, { chosen: [...chosen], enters: ahead ?? 0 });
		chosen.clear();
	}
	function keys(e: KeyboardEvent) {
		if (e.key !== 'Enter') return;
		e.preventDefault();
		if (e.repeat) return;
		if (ahead !== null) {
			ahead++;
			return;
		}
		ahead = 0;
		inBackground(
			citeFirst().finally(() => (ahead = null)),
			'The source could not be cited.'
		);
	}
	/** What fits best, though it may not stand in the list yet. */
	async function citeFirst() {
		const { query: words, options } = question;
		const [first] = hits.answered === words ? shown : await library.find(words, options);
		if (!first) return;
		chosen.add(first.id);
		await cite();
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
		<li class="none">
			{#if hits.trouble}<Alert>{hits.trouble}</Alert>
			{:else if hits.answered === null || library.indexed < library.size}Still reading your library…
			{:else}{query ? `No source matches “${query}”.` : 'The library is empty.'}{/if}
		</li>
	{/each}
</ul>
{#if !draft.readOnly}
	<p class="acts">
		<Btn kind="primary" disabled={!chosen.size} onclick={() => inBackground(cite(), 'These sources could not be read.')}
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
