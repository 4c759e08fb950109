<script lang="ts">
	/** One typed citation in the margin: the source it would become; opened, what else it may be and what can be done. */
	import { kindOf, shortLabel, titleOf, writeLocator } from '$lib/core/source';
	import type { TypedCite } from '$lib/core/match';
	import { inBackground } from '$lib/services/problems';
	import { findAsTyped } from '$lib/services/hits.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Choice from '../kit/Choice.svelte';
	import Field from '../kit/Field.svelte';
	import Press from '../kit/Press.svelte';
	import Slip from '../parts/Slip.svelte';
	import { statusOf, type MatchUp, type Typed } from './match.svelte';
	import NewSource from './NewSource.svelte';

	let { m, t }: { m: MatchUp; t: Typed } = $props();
	const on = $derived(m.current === t.key);
	const status = $derived(statusOf(t));
	/** The cite for which another source is looked for; -1 for none. */
	let searching = $state(-1);
	/** The cite for which a source is entered or looked up. */
	let entering = $state(-1);
	let query = $state('');
	const hits = findAsTyped(() =>
		searching >= 0 && query.trim() ? { query: query.trim(), options: { limit: 6 } } : null
	);
	$effect(() => {
		if (!on) searching = entering = -1;
	});

	const forms = {
		parenthetical: '',
		narrative: 'in the sentence',
		'author-only': 'author only',
		'year-only': 'year only'
	};
	const place = (c: TypedCite) =>
		c.locator ? writeLocator(c.locator).replace(/^(pp?|ch|fig|vol|no|para|fol|col) /, '$1. ') : '';
	const label = (id: string) => {
		const s = m.source(id);
		if (!s) return { name: 'A source that is not there', year: '', title: '', here: true };
		return { ...shortLabel(s.item), title: titleOf(s.item), here: s.here };
	};
	const fits = (c: TypedCite) => (c.candidates.length > 1 || c.status === 'likely' ? c.candidates.slice(0, 6) : []);
	function take(cite: number, id: string) {
		m.choose(t.key, cite, id);
		searching = entering = -1;
		query = '';
	}
</script>

<Slip {on} class={status}>
	{#if !on}
		<Press class="head" onclick={() => m.go(t.key)}>
			{#if status === 'none'}
				<span class="none">Not in your library: {t.found.text}</span>
			{:else}
				{#if status !== 'certain'}<i class="diamond" aria-hidden="true"></i>{/if}
				{#each t.cites as c, i (i)}
					{@const l = label(c.sourceId)}
					<span
						>{#if c.sourceId}<b>{l.name} {l.year}</b>
							{l.title}{#if place(c)}<em class="at">{place(c)}</em>{/if}{#if forms[c.form]}, {forms[
									c.form
								]}{/if}{:else}<span class="none">{c.names.join(', ')} {c.year}: not in your library</span>{/if}</span
					>
				{/each}
				{#if status !== 'certain' && t.found.why}<small>{t.found.why}</small>{/if}
			{/if}
		</Press>
	{:else}
		{#if t.note}<p class="note">In a note: “{t.found.text}”</p>{/if}
		{#each t.cites as c, i (i)}
			<div class="source">
				{#if fits(c).length}
					<p>
						{c.candidates.length > 1
							? `Which source is “${t.cites.length > 1 ? `${c.names.join(', ')} ${c.year}` : t.found.text}”?`
							: 'Is it this one?'}
					</p>
					{#each fits(c) as k, n (k.sourceId)}
						{@const l = label(k.sourceId)}
						<Choice
							name="{t.key}-{i}"
							group={c.sourceId}
							value={k.sourceId}
							onchange={() => take(i, k.sourceId)}
							class="candidate"
						>
							<span
								><b>{l.name} {l.year}</b>
								{#if n < 9 && c.candidates.length > 1}<kbd>{n + 1}</kbd>{/if}
								<span class="title"
									>{l.title}{#if place(c)}, <em>{place(c)}</em>{/if}</span
								>
								{#if k.why || !l.here}<small
										>{[k.why, l.here ? '' : 'in your list, not in your library yet'].filter(Boolean).join('; ')}</small
									>{/if}</span
							>
						</Choice>
					{/each}
				{:else if c.sourceId}
					{@const l = label(c.sourceId)}
					<p class="one">
						<b>{l.name} {l.year}</b>
						<span class="title">{l.title}</span>
						{#if place(c)}<em>{place(c)}</em>{/if}
						{#if forms[c.form]}<small>{forms[c.form]}</small>{/if}
						{#if !l.here}<small>in your list, not in your library yet</small>{/if}
					</p>
				{:else}
					<p>Not in your library: {c.names.join(', ')} {c.year}</p>
				{/if}
				{#if searching === i}
					<Field
						bind:value={query}
						type="search"
						placeholder="Author, year, words of the title…"
						aria-label="Find another source"
						autofocus
					/>
					<ul aria-label="Sources found">
						{#each hits.value as s (s.id)}
							{@const l = shortLabel(s.item)}
							<li>
								<Press onclick={() => take(i, s.id)}
									><b>{l.name} {l.year}</b>
									{titleOf(s.item)} <small>{kindOf(s.item.type).name.toLowerCase()}</small></Press
								>
							</li>
						{:else}
							{#if hits.trouble}<li><Alert>{hits.trouble}</Alert></li>
							{:else if query.trim() && hits.answered !== null}<li class="none">No source matches “{query}”.</li>{/if}
						{/each}
					</ul>
				{:else if entering === i}
					<NewSource {c} origin={m.draft?.title ?? ''} ontake={(id) => take(i, id)} oncancel={() => (entering = -1)} />
				{:else}
					<p class="acts">
						<Btn kind="link" onclick={() => (searching = i)}>{c.sourceId ? 'Another source…' : 'Choose a source…'}</Btn>
						{#if !c.sourceId}<Btn kind="link" onclick={() => (entering = i)}>Look it up or add it</Btn>{/if}
					</p>
				{/if}
			</div>
		{/each}
		<p class="acts main">
			<Btn
				kind="link"
				class="accept"
				disabled={!t.cites.every((c) => c.sourceId)}
				onclick={() => inBackground(m.accept(t.key), 'The citation could not be accepted.')}>Accept</Btn
			>
			<Btn kind="link" onclick={() => m.ignore(t.key)}>Not a citation</Btn>
		</p>
	{/if}
</Slip>

<style>
	em {
		font-style: normal;
		color: var(--verdigris-strong);
	}
	.at {
		margin-left: 4px;
	}
	.title {
		font: 400 13px/1.4 var(--serif);
		display: block;
	}
	.source + .source {
		border-top: 1px solid var(--line-soft);
		margin-top: 8px;
		padding-top: 8px;
	}
	.source :global(.candidate) {
		display: flex;
		gap: 9px;
		align-items: baseline;
		padding: 5px 0;
		border-top: 1px solid var(--line-soft);
		cursor: pointer;
		font-size: 12.5px;
	}
	.note {
		color: var(--ink);
		margin-bottom: 6px;
	}
	.main {
		margin-top: 9px;
	}
	ul {
		margin-top: 4px;
	}
	li :global(.press) {
		display: block;
		width: 100%;
		text-align: left;
		padding: 5px 6px;
		border-radius: var(--r1);
		cursor: pointer;
	}
	li :global(.press:hover) {
		background: var(--desk-raised);
	}
	.none {
		color: var(--ink-3);
	}
	.diamond {
		margin-right: 5px;
	}
</style>
