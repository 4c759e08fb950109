<script lang="ts">
	/** A style looked through: its warnings, what it leaves out of one's sources, and what can be read in two ways. */
	import { kindOf, labelOf, shortLabel } from '$lib/core/source';
	import type { StyleCheck } from '$lib/core/citing/style-check';
	import type { FormattingService } from '$lib/services/formatting/index.svelte';
	import { library } from '$lib/services/library.svelte';
	import { unexpected } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import Alert from '../kit/Alert.svelte';

	let { service, id }: { service: FormattingService; id: string } = $props();
	let found = $state.raw<{ id: string; check: StyleCheck } | null>(null);
	let looking = $state(false);
	let trouble = $state('');
	const check = $derived(found?.id === id ? found.check : null);
	/** So many sources of a kind are enough. */
	const MOST = 12;

	async function look() {
		const mine = id;
		trouble = '';
		looking = true;
		try {
			// sources of every kind, not all of a large library
			const some = await library.someOfEachKind(MOST);
			const outcome = await service.checkStyle(
				mine,
				some.map((s) => s.item)
			);
			if (outcome.ok) found = { id: mine, check: outcome.value };
			else trouble = outcome.message;
		} catch (e) {
			trouble = unexpected(e, 'The style could not be checked.');
		} finally {
			looking = false;
		}
	}
	const nameOf = (source: string) => {
		const s = library.sources.get(source);
		return s ? shortLabel(s.item) : source;
	};
</script>

<section aria-label="Check this style" aria-busy={looking}>
	{#if trouble}<Alert>{trouble}</Alert>{/if}
	{#if !check}
		<Btn kind="quiet" disabled={looking} onclick={look}>{looking ? 'Looking…' : 'Check this style'}</Btn>
		<p>Its warnings, what it leaves out of your sources, and where the standard lets it be read in two ways.</p>
	{:else}
		<h2>Warnings</h2>
		{#if check.warnings.length}
			<ul>
				{#each check.warnings as w, i (i)}
					<li>{w.line ? `Line ${w.line}: ` : ''}{w.message}</li>
				{/each}
			</ul>
		{:else}<p>None: everything in it is in the standard.</p>{/if}

		<h2>Left out of your sources</h2>
		{#if check.silent.length}
			<p>Nothing at all is printed of {check.silent.map(nameOf).join('; ')}.</p>
		{/if}
		{#if check.leftOut.length}
			<dl>
				{#each check.leftOut as l (l.type)}
					<div>
						<dt>{kindOf(l.type).name}</dt>
						<dd>{l.fields.map((f) => labelOf(l.type, f.field)).join(', ')}</dd>
					</div>
				{/each}
			</dl>
			<p>Based on at most four sources of each kind: these fields change nothing in what is printed.</p>
		{:else if !check.silent.length}<p>Nothing: every field of the sources looked at is printed.</p>{/if}

		<h2>Read in two ways</h2>
		{#if check.readings.length}
			<dl class="readings">
				{#each check.readings as r (r.what)}
					<div>
						<dt>{r.what}</dt>
						<dd>Here: {r.here}.<br />Elsewhere: {r.else}.</dd>
					</div>
				{/each}
			</dl>
		{:else}<p>Nothing that we know of.</p>{/if}
	{/if}
</section>

<style>
	section {
		display: grid;
		gap: 6px;
		justify-items: start;
	}
	h2 {
		font: 600 13px/1.4 var(--sans);
		color: var(--ink-2);
		padding-top: 8px;
	}
	p,
	li,
	dd {
		font-size: 13.5px;
		color: var(--ink-2);
	}
	dl {
		display: grid;
		gap: 4px;
		max-width: 760px;
	}
	dl div {
		display: grid;
		grid-template-columns: 190px 1fr;
		gap: 12px;
	}
	dt {
		font-size: 13.5px;
		color: var(--ink);
	}
	.readings div {
		grid-template-columns: 1fr;
		gap: 0;
		padding-bottom: 6px;
	}
</style>
