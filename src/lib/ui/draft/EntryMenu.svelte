<script lang="ts">
	/** What an entry of the list leads to: its source, its places. */
	import { onMount } from 'svelte';
	import { applyEntryOverride, overrideHtml } from '$lib/core/manuscript';
	import { select } from '$lib/editor/navigation';
	import { factsOf } from '$lib/editor/facts';
	import { overrideStates } from '$lib/core/proof/quick';
	import { replaceCited, overrideEntry } from '$lib/editor/commands';
	import { places } from '$lib/editor/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import OverrideNotice from './OverrideNotice.svelte';
	import OverrideForm from './OverrideForm.svelte';
	import { shortLabel, titleOf } from '$lib/core/source';
	import { findAsTyped } from '$lib/services/hits.svelte';
	import { copyRich } from '../clipboard';
	import { toasts } from '$lib/services/toasts.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { beside } from '../kit/floating';
	import { outside } from '../parts/outside';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	let { draft, menu }: { draft: Draft; menu: { sourceId: string; anchor: HTMLElement } } = $props();
	// svelte-ignore state_referenced_locally
	const { sourceId, anchor } = menu;
	let box = $state<HTMLElement | null>(null);
	const edit = $derived.by(() => {
		void draft.revision;
		return overrideStates(factsOf(draft)).find((e) => e.kind === 'entry' && e.id === sourceId);
	});
	const entry = $derived(draft.bibliography?.find((e) => e.id === sourceId));
	const annotation = $derived(draft.source(sourceId)?.annotation.trim() ?? '');
	let byHand = $state(false);
	let query = $state('');
	/** The one citation to replace it in; empty for all. */
	let only = $state('');
	const hits = findAsTyped(() => (query.trim() ? { query, options: { limit: 5 } } : null));
	const others = $derived(hits.value.filter((s) => s.id !== sourceId));
	const found = $derived(places(draft, sourceId));
	onMount(() => {
		box?.querySelector<HTMLElement>('a, button')?.focus();
	});
	function close() {
		draft.entryMenu = null;
	}
	async function copy() {
		if (entry) {
			const { html, text } = applyEntryOverride(entry, draft.entryOverrides);
			await copyRich(`<p>${html}</p>`, text);
			toasts.say('The entry is on the clipboard.');
		}
		close();
	}
</script>

<svelte:window
	onkeydown={(e) => {
		if (e.key === 'Escape') {
			close();
			anchor.focus();
		}
	}}
/>
<div
	class="menu"
	bind:this={box}
	use:outside={close}
	{@attach beside(anchor, 420)}
	role="dialog"
	aria-label="About this entry"
>
	<div class="acts">
		<Btn kind="ghost" href="/sources?open={encodeURIComponent(sourceId)}">Open its source</Btn>
		<Btn kind="ghost" onclick={copy}>Copy the entry</Btn>
		{#if !draft.readOnly && !edit}<Btn kind="ghost" onclick={() => (byHand = true)}>Edit the wording</Btn>{/if}
	</div>
	{#if byHand && entry}
		<OverrideForm
			html={edit ? overrideHtml(edit.hand) : entry.html}
			label="Words of this entry"
			onkeep={(text) => {
				draft.run(overrideEntry(sourceId, { text, basis: entry.text }));
				close();
			}}
			oncancel={() => (byHand = false)}
		/>
	{:else if edit}
		<OverrideNotice {draft} {edit} onedit={() => (byHand = true)} />
	{/if}
	{#if annotation}<p class="annotation">{annotation}</p>{/if}
	<h2>
		{found.length ? `Cited ${found.length === 1 ? 'once' : `${found.length} times`}` : 'Listed without being cited'}
	</h2>
	{#if found.length && !draft.readOnly}
		<Field
			type="search"
			bind:value={query}
			placeholder="Replace with another source"
			aria-label="Replace with another source"
		/>
		{#if query.trim() && found.length > 1}
			<Pick bind:value={only} aria-label="Where to replace it">
				<option value="">everywhere it is cited</option>
				{#each found as p (p.id)}<option value={p.id}>only at “…{p.words.slice(-40) || p.section}”</option>{/each}
			</Pick>
		{/if}
		{#if hits.trouble}<Alert>{hits.trouble}</Alert>{/if}
		{#if others.length}
			<ul aria-label="Sources to replace it with">
				{#each others as s (s.id)}
					<li>
						<Press
							onclick={() => {
								const n = only ? 1 : found.length;
								const done = draft.run(replaceCited(sourceId, s.id, only || undefined));
								close();
								draft.view?.focus();
								if (!done) return;
								toasts.say(`Replaced in ${n} ${n === 1 ? 'citation' : 'citations'}; Ctrl+Z takes it back.`);
							}}><small>{shortLabel(s.item).name} {shortLabel(s.item).year}</small>{titleOf(s.item)}</Press
						>
					</li>
				{/each}
			</ul>
		{/if}
	{/if}
	<ul>
		{#each found as p (p.id)}
			<li>
				<Press
					onclick={() => {
						close();
						select(draft, p.pos);
					}}><small>{p.section}</small>{p.words || 'At the beginning of a paragraph'}</Press
				>
			</li>
		{/each}
	</ul>
</div>

<style>
	.menu {
		position: fixed;
		width: min(420px, calc(100vw - 24px));
		overflow: auto;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 30;
		padding: 12px;
	}
	.annotation {
		font: 400 13px/1.45 var(--serif);
		color: var(--ink-2);
		padding: 10px 6px 0;
	}
	.acts {
		display: flex;
		gap: 8px;
	}
	h2 {
		font: 500 var(--small) / 1 var(--sans);
		color: var(--ink-3);
		margin: 14px 6px 6px;
	}
	li :global(.press) {
		display: block;
		width: 100%;
		text-align: left;
		padding: 6px;
		border-radius: var(--r1);
		font: 400 13px/1.4 var(--serif);
		cursor: pointer;
	}
	li :global(.press:hover) {
		background: var(--desk-raised);
	}
	small {
		display: block;
		font: 400 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
	}
</style>
