<script lang="ts">
	/** What one list of sources takes in, its order, its look, and what is listed without being cited. */
	import { onMount } from 'svelte';
	import { handMadeItem, handMadeOf, bibliographyForClipboard, type HandMade } from '$lib/core/citing';
	import {
		cleanBibliography,
		LOOKS,
		layoutOf,
		MEDIA,
		type BibliographyLayout,
		type BibliographySettings,
		type Medium
	} from '$lib/core/manuscript';
	import { shortLabel, titleOf, type Source } from '$lib/core/source';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { bibliographyAt, removeBibliography, setBibliography } from '$lib/editor/bibliographies';
	import { listUncited } from '$lib/editor/style-commands';
	import { shownBibliography } from '$lib/editor/shown-bibliography';
	import { addSources, saveSource } from '$lib/data/sources';
	import { library } from '$lib/services/library.svelte';
	import { copyRich } from '../clipboard';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../parts/Btn.svelte';
	import { outside } from '../parts/outside';
	import HandMadeForm from './HandMadeForm.svelte';

	let { draft, menu }: { draft: Draft; menu: { id: string; anchor: HTMLElement } } = $props();
	// svelte-ignore state_referenced_locally
	const { id, anchor } = menu;
	void library.start();
	let box = $state<HTMLElement | null>(null);
	let query = $state('');
	/** A hand-made entry being written: its source, or none yet. */
	let writing = $state.raw<{ id: string | null; words: HandMade | null } | null>(null);
	const settings = $derived.by((): BibliographySettings => {
		void draft.revision;
		return cleanBibliography(bibliographyAt(draft.store.doc, id)?.node.attrs.settings);
	});
	const look = $derived(layoutOf(settings, Boolean(draft.style?.hangingIndent)));
	const tags = $derived([...new Set([...library.sources.values()].flatMap((s) => s.tags))].sort());
	const shelves = $derived([...new Set([...library.sources.values()].flatMap((s) => s.shelves))].sort());
	const cited = $derived(new Set(draft.shown.citations.flatMap((c) => c.cites.map((x) => draft.resolve(x.sourceId)))));
	const uncited = $derived(
		draft.settings.uncited.map((f) => ({ ...f, id: draft.resolve(f.id), source: draft.source(draft.resolve(f.id)) }))
	);
	const found = $derived(
		query.trim()
			? library.index
					.find(query, { limit: 6 })
					.map((x) => library.sources.get(x))
					.filter((s) => s !== undefined && !cited.has(s.id) && !uncited.some((f) => f.id === s.id))
					.map((s) => s!)
			: []
	);
	const out = $derived(
		draft.formatting.omitted.flatMap(({ id, why }) => {
			const s = draft.source(id);
			if (!s) return [];
			const { name, year } = shortLabel(s.item);
			return [`${name} ${year}${why ? `, cited in the text only (${why})` : ''}`];
		})
	);
	const made = $derived([...library.sources.values()].filter((s) => handMadeOf(s.item)));

	const list = (source: string, why: string | null) => draft.run(listUncited(source, why, draft.resolve));
	const set = (change: Partial<BibliographySettings>) => draft.run(setBibliography(id, change));
	const own = (change: Partial<BibliographyLayout>) => set({ look: 'own', own: { ...look, ...change } });
	const number = (e: Event & { currentTarget: HTMLInputElement }) => e.currentTarget.valueAsNumber || 0;
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
		toasts.say(`The list is on the clipboard: ${count} ${count === 1 ? 'entry' : 'entries'}.`);
		close();
	}
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
	class="panel"
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
			<select
				value={settings.takes}
				onchange={(e) => set({ takes: e.currentTarget.value as BibliographySettings['takes'] })}
			>
				<option value="all">whole manuscript</option>
				<option value="section">the section it stands in</option>
			</select>
		</label>
		<div class="ticks" role="group" aria-label="Kinds of sources">
			{#each MEDIA as m (m.medium)}
				<label
					><input
						type="checkbox"
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
				<select
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
				</select>
			</label>
			{#if chosen.length}
				<div class="ticks" role="group" aria-label="Tags and shelves to include">
					{#each chosen as c (c.key)}
						<label><input type="checkbox" checked onchange={() => only(c.key, false)} /> {c.words}</label>
					{/each}
					<span>only these</span>
				</div>
			{/if}
		{/if}
		{#if out.length}
			<p class="say" role="note">{draft.docStyle.title} keeps out of its lists: {out.join('; ')}.</p>
		{/if}
	</fieldset>

	<fieldset disabled={draft.readOnly}>
		<legend>Layout</legend>
		<label
			>Order
			<select
				value={settings.order}
				onchange={(e) => set({ order: e.currentTarget.value as BibliographySettings['order'] })}
			>
				<option value="style">as {draft.docStyle.title} requires</option>
				<option value="date">by date, the oldest first</option>
				<option value="kind">grouped by kind</option>
			</select>
		</label>
		<label
			>Under each entry
			<select
				value={settings.under}
				onchange={(e) => set({ under: e.currentTarget.value as BibliographySettings['under'] })}
			>
				<option value="nothing">nothing</option>
				<option value="annotation">my annotation</option>
				<option value="abstract">its abstract</option>
			</select>
		</label>
		<label
			>Introductory paragraph
			<textarea rows="2" value={settings.note} onchange={(e) => set({ note: e.currentTarget.value.trim() })}></textarea>
		</label>
		<label
			>Look
			<select
				value={settings.look}
				onchange={(e) => {
					const name = e.currentTarget.value as BibliographySettings['look'];
					set(name === 'own' ? { look: name, own: look } : { look: name });
				}}
			>
				{#each LOOKS as l (l.look)}<option value={l.look}>{l.title}</option>{/each}
			</select>
		</label>
		<div class="look">
			<label
				>Hanging, in <input
					type="number"
					min="0"
					max="3"
					step="0.1"
					value={look.hanging}
					onchange={(e) => own({ hanging: number(e) })}
				/></label
			>
			<label
				>First line, in <input
					type="number"
					min="0"
					max="3"
					step="0.1"
					value={look.firstLine}
					onchange={(e) => own({ firstLine: number(e) })}
				/></label
			>
			<label
				>Lines <input
					type="number"
					min="1"
					max="3"
					step="0.25"
					value={look.lines}
					onchange={(e) => own({ lines: number(e) })}
				/></label
			>
			<label
				>Between, pt <input
					type="number"
					min="0"
					max="72"
					step="1"
					value={look.after}
					onchange={(e) => own({ after: number(e) })}
				/></label
			>
		</div>
		<div class="ticks">
			<label
				><input type="checkbox" checked={look.centred} onchange={(e) => own({ centred: e.currentTarget.checked })} /> heading
				centred</label
			>
			<label
				><input type="checkbox" checked={look.bold} onchange={(e) => own({ bold: e.currentTarget.checked })} /> bold</label
			>
			<label
				><input type="checkbox" checked={look.ownPage} onchange={(e) => own({ ownPage: e.currentTarget.checked })} /> start
				on a new page</label
			>
		</div>
		<div class="pair">
			<label
				>Font
				<select value={look.font} onchange={(e) => own({ font: e.currentTarget.value as BibliographyLayout['font'] })}>
					<option value="">as the manuscript</option>
					<option value="serif">serif</option>
					<option value="sans">sans serif</option>
				</select>
			</label>
			{#if draft.style?.secondFieldAlign}
				<label
					>Numbers
					<select
						value={look.numbers}
						onchange={(e) => own({ numbers: e.currentTarget.value as BibliographyLayout['numbers'] })}
					>
						<option value="column">in a column</option>
						<option value="line">in the line</option>
					</select>
				</label>
			{/if}
		</div>
	</fieldset>

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
						<input
							value={f.why}
							placeholder="further reading"
							aria-label="Why it is listed"
							onchange={(e) => list(f.id, e.currentTarget.value.trim())}
						/>
						{#if f.source && handMadeOf(f.source.item)}
							<Btn kind="quiet" onclick={() => (writing = { id: f.id, words: handMadeOf(f.source!.item) })}>Edit</Btn>
						{/if}
						<Btn kind="quiet" label="Take out" onclick={() => list(f.id, null)}>×</Btn>
					</li>
				{/each}
			</ul>
		{/if}
		<input
			type="search"
			bind:value={query}
			placeholder="List a source of the library too"
			aria-label="List a source too"
		/>
		{#if found.length}
			<ul aria-label="Sources to list">
				{#each found as s (s.id)}
					<li>
						<button
							type="button"
							onclick={() => {
								list(s.id, '');
								query = '';
							}}><small>{shortLabel(s.item).name} {shortLabel(s.item).year}</small> {titleOf(s.item)}</button
						>
					</li>
				{/each}
			</ul>
		{/if}
		{#if writing}
			<HandMadeForm words={writing.words} onkeep={keepMade} oncancel={() => (writing = null)} />
		{:else}
			<Btn kind="quiet" onclick={() => (writing = { id: null, words: null })}>Write an entry by hand</Btn>
			{#each made.filter((s) => cited.has(s.id)) as s (s.id)}
				<Btn kind="quiet" onclick={() => (writing = { id: s.id, words: handMadeOf(s.item) })}
					>Edit “{titleOf(s.item)}”</Btn
				>
			{/each}
		{/if}
	</fieldset>
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
	fieldset {
		display: grid;
		gap: 8px;
		padding: 8px 0 12px;
		border-bottom: 1px solid var(--line-soft);
	}
	legend {
		font: 600 13px/1.3 var(--sans);
		color: var(--ink);
		padding: 12px 0 0;
	}
	fieldset > :global(.btn) {
		justify-self: start;
	}
	fieldset > label,
	.pair label {
		display: grid;
		grid-template-columns: 86px 1fr;
		align-items: center;
		gap: 10px;
	}
	.pair label {
		grid-template-columns: auto 1fr;
	}
	.ticks {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
	}
	.ticks label {
		display: flex;
		gap: 6px;
		align-items: center;
	}
	.ticks span {
		color: var(--ink-3);
		font-size: 12px;
	}
	.look {
		display: grid;
		grid-template-columns: repeat(2, 1fr);
		gap: 8px;
	}
	.look label {
		display: grid;
		gap: 3px;
		font-size: 12px;
	}
	.pair {
		display: flex;
		gap: 14px;
	}
	select,
	textarea,
	input:not([type='checkbox']) {
		min-width: 0;
		width: 100%;
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background-color: var(--sheet);
		color: var(--ink);
		padding: 5px 8px;
		font-size: 13px;
	}
	select {
		padding-right: 28px;
	}
	ul {
		max-height: 180px;
		overflow: auto;
	}
	li {
		display: flex;
		gap: 6px;
		align-items: center;
		padding: 3px 0;
	}
	li > span {
		flex: 1;
		min-width: 0;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	li input:not([type='checkbox']) {
		width: 96px;
		flex: none;
	}
	li > button {
		width: 100%;
		text-align: left;
		padding: 5px 6px;
		border-radius: var(--r1);
		cursor: pointer;
	}
	li > button:hover {
		background: var(--desk-raised);
	}
	li small {
		color: var(--ink-3);
	}
	.say {
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
