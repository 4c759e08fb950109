<script lang="ts">
	/** The options of one bibliography: what to include, its layout, and what is listed without being cited. */
	import { onMount } from 'svelte';
	import { bibliographyForClipboard } from '$lib/core/citing';
	import { cleanBibliography, MEDIA, type BibliographySettings, type Medium } from '$lib/core/manuscript';
	import { shortLabel } from '$lib/core/source';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { bibliographyAt, removeBibliography, setBibliography } from '$lib/editor/bibliographies';
	import { shownBibliography } from '$lib/editor/shown-bibliography';
	import { Answers } from '$lib/services/hits.svelte';
	import { library } from '$lib/services/library.svelte';
	import { copyRich } from '../clipboard';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import { outside } from '../parts/outside';
	import BibliographyLayoutForm from './BibliographyLayoutForm.svelte';
	import UncitedSources from './UncitedSources.svelte';
	import Check from '../kit/Check.svelte';
	import Pick from '../kit/Pick.svelte';

	let { draft, menu }: { draft: Draft; menu: { id: string; anchor: HTMLElement } } = $props();
	// svelte-ignore state_referenced_locally
	const { id, anchor } = menu;
	let box = $state<HTMLElement | null>(null);
	const settings = $derived.by((): BibliographySettings => {
		void draft.revision;
		return cleanBibliography(bibliographyAt(draft.store.doc, id)?.node.attrs.settings);
	});
	const labels = new Answers<{ tags: string[]; shelves: string[] }>({ tags: [], shelves: [] });
	$effect(() => {
		void library.news;
		labels.ask('', () => library.ask().labels());
	});
	const tags = $derived(labels.value.tags);
	const shelves = $derived(labels.value.shelves);
	const out = $derived(
		draft.formatting.omitted.flatMap(({ id, why }) => {
			const s = draft.source(id);
			if (!s) return [];
			const { name, year } = shortLabel(s.item);
			return [`${name} ${year}${why ? `, cited in the text only (${why})` : ''}`];
		})
	);
	const set = (change: Partial<BibliographySettings>) => draft.run(setBibliography(id, change));
	function medium(m: Medium, on: boolean) {
		set({ media: on ? [...settings.media, m] : settings.media.filter((x) => x !== m) });
	}
	/** Takes one tag or shelf more in, or one no more: "tags:wages". */
	function only(chosen: string, on: boolean) {
		const [list, ...rest] = chosen.split(':') as ['tags' | 'shelves', ...string[]];
		const name = rest.join(':');
		const others = settings[list].filter((x) => x !== name);
		set({ [list]: on ? [...others, name] : others });
	}
	const chosen = $derived([
		...settings.tags.map((t) => ({ key: `tags:${t}`, words: `tag: ${t}` })),
		...settings.shelves.map((s) => ({ key: `shelves:${s}`, words: `shelf: ${s}` }))
	]);
	onMount(() => {
		box?.querySelector<HTMLElement>('select')?.focus();
	});
	function close() {
		draft.bibliographyMenu = null;
	}
	async function copy() {
		const at = bibliographyAt(draft.store.doc, id);
		if (!at) return;
		const { html, text, count } = bibliographyForClipboard(shownBibliography(draft, at.node, at.pos));
		await copyRich(html, text);
		toasts.say(`The bibliography is on the clipboard: ${count} ${count === 1 ? 'entry' : 'entries'}.`);
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
	class="panel options-form"
	bind:this={box}
	use:outside={(target) => {
		if (!anchor.contains(target)) close();
	}}
	role="dialog"
	aria-label="Bibliography options"
>
	<fieldset disabled={draft.readOnly}>
		<legend>What to include</legend>
		<label
			>Sources cited in
			<Pick
				value={settings.takes}
				onchange={(e) => set({ takes: e.currentTarget.value as BibliographySettings['takes'] })}
			>
				<option value="all">whole manuscript</option>
				<option value="section">the section it stands in</option>
			</Pick>
		</label>
		<div class="ticks" role="group" aria-label="Kinds of sources">
			{#each MEDIA as m (m.medium)}
				<label
					><Check
						checked={settings.media.includes(m.medium)}
						onchange={(e) => medium(m.medium, e.currentTarget.checked)}
					/>
					{m.title.replace(' sources', '').toLowerCase()}</label
				>
			{/each}
			<span>{settings.media.length ? 'only these' : 'All kinds unless you choose some'}</span>
		</div>
		{#if tags.length || shelves.length}
			<label
				>Tag or shelf
				<Pick
					value=""
					onchange={(e) => {
						only(e.currentTarget.value, true);
						e.currentTarget.value = '';
					}}
				>
					<option value="">{chosen.length ? 'one more' : 'any'}</option>
					{#each tags.filter((t) => !settings.tags.includes(t)) as t (t)}<option value="tags:{t}">tag: {t}</option
						>{/each}
					{#each shelves.filter((s) => !settings.shelves.includes(s)) as s (s)}<option value="shelves:{s}"
							>shelf: {s}</option
						>{/each}
				</Pick>
			</label>
			{#if chosen.length}
				<div class="ticks" role="group" aria-label="Tags and shelves to include">
					{#each chosen as c (c.key)}
						<label><Check checked onchange={() => only(c.key, false)} /> {c.words}</label>
					{/each}
					<span>only these</span>
				</div>
			{/if}
		{/if}
		{#if out.length}
			<p class="say" role="note">{draft.docStyle.title} leaves out of its bibliography: {out.join('; ')}.</p>
		{/if}
	</fieldset>

	<BibliographyLayoutForm {draft} {settings} {set} />
	<UncitedSources {draft} />
	<div class="acts">
		<Btn kind="ghost" onclick={copy} label="Copy bibliography">Copy</Btn>
		{#if !draft.readOnly}
			<Btn
				kind="quiet"
				label="Remove this bibliography"
				onclick={() => {
					close();
					draft.run(removeBibliography(id));
					draft.view?.focus();
				}}>Remove</Btn
			>
		{/if}
		<span></span>
		<Btn kind="primary" onclick={close}>Done</Btn>
	</div>
</div>

<style>
	.panel {
		position: fixed;
		right: 8px;
		top: 58px;
		bottom: calc(var(--foot) + 10px);
		width: min(318px, calc(100vw - 24px));
		display: flex;
		flex-direction: column;
		overflow: auto;
		scroll-padding-bottom: 64px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 25;
		padding: 4px 16px 0;
		font-size: 13px;
		color: var(--ink-2);
	}
	.acts {
		position: sticky;
		bottom: 0;
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 10px 0;
		background: var(--sheet);
	}
	.acts span {
		flex: 1;
	}
</style>
