<script lang="ts">
	/** Kept excerpts, those for the section one writes in first: a click quotes one where the caret is. */
	import { shortLabel, type Excerpt, type Source } from '$lib/core/source';
	import { ruleInWords } from '$lib/core/citing';
	import { writeLocator } from '$lib/core/manuscript';
	import { formOf, putExcerpt, quoteRule } from '$lib/editor/quoting';
	import type { Draft } from '$lib/editor/draft.svelte';
	import type { ExcerptsFound } from '$lib/core/search';
	import { Answers } from '$lib/services/hits.svelte';
	import { library } from '$lib/services/library.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import SideSearch from './SideSearch.svelte';
	import Check from '../kit/Check.svelte';

	let { draft }: { draft: Draft } = $props();
	interface Row {
		key: string;
		source: Source;
		excerpt: Excerpt;
		here: boolean;
	}
	let query = $state('');
	/** Only what is kept for this section. */
	let only = $state(false);
	const section = $derived(draft.outline[draft.here]?.title ?? '');
	/** As many as anybody goes through. */
	const MOST = 200;
	const NONE: ExcerptsFound = { list: [], all: 0, here: 0 };
	const found = new Answers(NONE);
	$effect(() => {
		void library.news;
		const asked = { words: query, section, only, limit: MOST };
		found.ask(JSON.stringify(asked), async () => {
			const answer = await library.ask().excerpts(asked);
			await library.hold(answer.list.map((e) => e.sourceId));
			return answer;
		});
	});
	const hereCount = $derived(found.value.here);
	const shown = $derived(
		found.value.list.flatMap(({ sourceId, index, here }): Row[] => {
			const source = library.sources.get(sourceId);
			const excerpt = source?.excerpts[index];
			return source && excerpt ? [{ key: `${sourceId}-${index}`, source, excerpt, here }] : [];
		})
	);
	const KINDS = { quotation: 'quotation', paraphrase: 'paraphrase', remark: 'remark', picture: 'picture' };
	const acts = {
		'run-in': 'Quote',
		block: 'Quote as a block',
		figure: 'Insert as a figure',
		words: 'Put in',
		citation: 'Cite'
	};
</script>

<SideSearch label="Excerpts" bind:value={query} placeholder="Words, author, section…">
	{#if section && hereCount}
		<label><Check bind:checked={only} /> for “{section}” only ({hereCount})</label>
	{/if}
</SideSearch>
<ul aria-label="Kept excerpts">
	{#each shown as r (r.key)}
		{@const form = formOf(draft, r.excerpt)}
		{@const l = shortLabel(r.source.item)}
		<li>
			{#if r.excerpt.image}<img src={r.excerpt.image} alt={r.excerpt.text || 'A picture'} />{/if}
			{#if r.excerpt.text}
				<p class="words">{r.excerpt.kind === 'quotation' ? `“${r.excerpt.text}”` : r.excerpt.text}</p>
			{/if}
			<p class="from">
				<b>{l.name} {l.year}</b>
				{#if r.excerpt.locator}<span>{writeLocator(r.excerpt.locator)}</span>{/if}
				<span>{KINDS[r.excerpt.kind]}</span>
				{#if r.excerpt.section}<span class:here={r.here}>for “{r.excerpt.section}”</span>{/if}
			</p>
			{#if !draft.readOnly}
				<div class="acts">
					<Btn kind="ghost" onclick={() => putExcerpt(draft, r.source, r.excerpt)}>{acts[form]}</Btn>
					{#if draft.inNote}{:else if form === 'run-in'}
						<Btn kind="quiet" onclick={() => putExcerpt(draft, r.source, r.excerpt, 'block')}>as a block</Btn>
					{:else if form === 'block'}
						<Btn kind="quiet" onclick={() => putExcerpt(draft, r.source, r.excerpt, 'run-in')}>in the sentence</Btn>
					{/if}
				</div>
			{/if}
		</li>
	{:else}
		<li class="none">
			{#if found.trouble}<Alert>{found.trouble}</Alert>{/if}
			{#if found.answered !== null}{found.value.all
					? 'No excerpt has these words.'
					: 'Quotations, paraphrases and pictures kept with a source stand here, to be quoted with their page.'}{/if}
			{#if found.answered !== null && !found.value.all}<a href="/sources">Add one to a source</a>{/if}
		</li>
	{/each}
</ul>
<p class="rule">
	{#if draft.inNote}Goes into your note {draft.noteNumber(draft.inNote.id)}.
	{:else}{draft.docStyle.title}: {ruleInWords(quoteRule(draft))}.{/if}
</p>

<style>
	ul {
		flex: 1;
		overflow: auto;
		min-height: 0;
	}
	li {
		padding: 10px 14px;
		border-bottom: 1px solid var(--line-soft);
	}
	.words {
		font: 400 13px/1.45 var(--serif);
		color: var(--ink);
		overflow-wrap: anywhere;
		display: -webkit-box;
		-webkit-line-clamp: 5;
		line-clamp: 5;
		-webkit-box-orient: vertical;
		overflow: hidden;
	}
	.from {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 8px;
		font-size: 12px;
		color: var(--ink-3);
		padding-top: 3px;
	}
	.from b {
		font-weight: 600;
		color: var(--ink-2);
	}
	.from .here {
		color: var(--verdigris-strong);
	}
	img {
		max-width: 100%;
		max-height: 110px;
		border-radius: var(--r1);
		margin-bottom: 4px;
	}
	.acts {
		display: flex;
		gap: 4px;
		padding-top: 6px;
	}
	.acts :global(.btn) {
		padding: 3px 9px;
		font-size: 12.5px;
	}
	.none {
		color: var(--ink-3);
		font-size: 13px;
	}
	.none a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	.rule {
		padding: 8px 14px;
		border-top: 1px solid var(--line-soft);
		color: var(--ink-3);
		font-size: 12px;
	}
</style>
