<script lang="ts">
	/** What an entry of the list leads to: its source, its places. */
	import { onMount } from 'svelte';
	import { entryInHand, handHtml } from '$lib/core/manuscript';
	import { handEdits, replaceCited, sayEntry } from '$lib/editor/acts';
	import { places } from '$lib/editor/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import HandNotice from './HandNotice.svelte';
	import HandWords from './HandWords.svelte';
	import { shortLabel, titleOf } from '$lib/core/source';
	import { library } from '../library.svelte';
	import { copyRich } from '../clipboard';
	import { toasts } from '../toasts.svelte';
	import Btn from '../parts/Btn.svelte';
	let { draft, sourceId, anchor }: { draft: Draft; sourceId: string; anchor: HTMLElement } = $props();
	let box = $state<HTMLElement | null>(null);
	const edit = $derived.by(() => {
		void draft.revision;
		return handEdits(draft).find((e) => e.kind === 'entry' && e.id === sourceId);
	});
	const entry = $derived(draft.list?.find((e) => e.id === sourceId));
	let byHand = $state(false);
	let query = $state('');
	const others = $derived(
		query.trim()
			? library.index
					.find(query, { limit: 5 })
					.map((id) => library.sources.get(id))
					.filter((s) => s !== undefined && s.id !== sourceId)
					.map((s) => s!)
			: []
	);
	const found = $derived(places(draft, sourceId));
	const at = $derived.by(() => {
		const r = anchor.getBoundingClientRect();
		const room = window.innerHeight - r.bottom;
		return {
			left: Math.max(12, Math.min(r.left + 40, window.innerWidth - 440)),
			top: room > 260 ? r.bottom + 6 : Math.max(60, r.top - 260)
		};
	});
	onMount(() => {
		box?.querySelector<HTMLElement>('a, button')?.focus();
		const away = (e: PointerEvent) => {
			if (!box?.contains(e.target as Node)) close();
		};
		setTimeout(() => document.addEventListener('pointerdown', away), 0);
		return () => document.removeEventListener('pointerdown', away);
	});
	function close() {
		draft.entryMenu = null;
	}
	async function copy() {
		if (entry) {
			const { html, text } = entryInHand(entry, draft.hands);
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
	style:left="{at.left}px"
	style:top="{at.top}px"
	role="dialog"
	aria-label="About this entry"
>
	<div class="acts">
		<Btn kind="ghost" href="/sources?open={encodeURIComponent(sourceId)}">Open its source</Btn>
		<Btn kind="ghost" onclick={copy}>Copy the entry</Btn>
		{#if !draft.readOnly && !edit}<Btn kind="ghost" onclick={() => (byHand = true)}>Say it by hand</Btn>{/if}
	</div>
	{#if byHand && entry}
		<HandWords
			html={edit ? handHtml(edit.hand) : entry.html}
			label="Words of this entry"
			onkeep={(text) => {
				sayEntry(draft, sourceId, { text, basis: entry.text });
				close();
			}}
			oncancel={() => (byHand = false)}
		/>
	{:else if edit}
		<HandNotice {draft} {edit} onedit={() => (byHand = true)} />
	{/if}
	<h2>
		{found.length ? `Cited ${found.length === 1 ? 'once' : `${found.length} times`}` : 'Listed without being cited'}
	</h2>
	{#if found.length && !draft.readOnly}
		<input
			class="instead"
			type="search"
			bind:value={query}
			placeholder="Cite another source instead of it"
			aria-label="Cite another source instead of it, everywhere"
		/>
		{#if others.length}
			<ul aria-label="Sources to cite instead">
				{#each others as s (s.id)}
					<li>
						<button
							type="button"
							onclick={() => {
								const n = replaceCited(draft, sourceId, s.id);
								close();
								draft.view?.focus();
								toasts.say(`Replaced in ${n} ${n === 1 ? 'citation' : 'citations'}; Ctrl+Z takes it back.`);
							}}><small>{shortLabel(s.item).name} {shortLabel(s.item).year}</small>{titleOf(s.item)}</button
						>
					</li>
				{/each}
			</ul>
		{/if}
	{/if}
	<ul>
		{#each found as p (p.id)}
			<li>
				<button
					type="button"
					onclick={() => {
						close();
						draft.select(p.pos);
					}}><small>{p.section}</small>{p.words || 'At the beginning of a paragraph'}</button
				>
			</li>
		{/each}
	</ul>
</div>

<style>
	.instead {
		width: 100%;
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background: var(--sheet);
		color: var(--ink);
		padding: 6px 9px;
		font-size: 13px;
		margin: 4px 0;
	}
	.menu {
		position: fixed;
		width: 420px;
		max-height: 250px;
		overflow: auto;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 30;
		padding: 12px;
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
	li button {
		display: block;
		width: 100%;
		text-align: left;
		padding: 6px;
		border-radius: var(--r1);
		font: 400 13px/1.4 var(--serif);
		cursor: pointer;
	}
	li button:hover {
		background: var(--desk-raised);
	}
	small {
		display: block;
		font: 400 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
	}
</style>
