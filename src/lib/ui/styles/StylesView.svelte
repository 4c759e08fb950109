<script lang="ts">
	/** The catalogue of styles: found, seen on one's own text, compared, and brought. */
	import { onMount } from 'svelte';
	import { FEATURED, type Trait } from '$lib/core/citing';
	import type { Manuscript } from '$lib/data/db';
	import { listManuscripts } from '$lib/data/manuscripts';
	import { removeStyle, restoreStyle } from '$lib/data/styles';
	import { FormattingService } from '$lib/services/formatting/index.svelte';
	import { library } from '$lib/services/library.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Bar from '../parts/Bar.svelte';
	import Banner from '../parts/Banner.svelte';
	import Btn from '../parts/Btn.svelte';
	import { catalogue, featuredName, kindWords, type StyleEntry } from '$lib/services/style-catalogue.svelte';
	import { favouriteStyles, setFavourite, usedLately } from '$lib/services/style-choices';
	import BringStyle from './BringStyle.svelte';
	import Errata from './Errata.svelte';
	import SampleSide from './SampleSide.svelte';
	import StyleCheck from './StyleCheck.svelte';
	import { changeInWords } from './change-words';
	import { sampleOf, type SampleAnswer } from './samples';

	const MOST = 50;
	/** So many are there with the key that was pressed, the rest a moment later. */
	const AT_ONCE = 18;
	const service = new FormattingService({ item: (id) => library.sources.get(id)?.item });
	let query = $state('');
	let kind = $state('');
	let field = $state('');
	let language = $state('');
	let picked = $state('apa');
	let second = $state('');
	let bringing = $state(false);
	let marked = $state.raw(favouriteStyles());
	let manuscripts = $state.raw<Manuscript[]>([]);
	let on = $state('');
	let sample = $state.raw<SampleAnswer | null>(null);
	let other = $state.raw<SampleAnswer | null>(null);
	let traits = $state.raw<{ traits: Trait[]; licence: string } | null>(null);
	let trouble = $state('');
	let search = $state<HTMLInputElement | null>(null);
	let all = $state(true);
	let serial = 0;

	const KINDS = [
		{ kind: 'author-date', name: 'author–date' },
		{ kind: 'numeric', name: 'numbers' },
		{ kind: 'note', name: 'notes' },
		{ kind: 'author', name: 'author' },
		{ kind: 'label', name: 'labels' }
	];
	const kindOf = (s: StyleEntry) => (s.note ? 'note' : s.kind);
	const nameOf = (s: { id: string; title?: string }) =>
		featuredName(s.id) ?? catalogue.byId.get(s.id)?.title ?? s.title ?? s.id;
	const fits = (s: StyleEntry) =>
		(!kind || kindOf(s) === kind) &&
		(!field || s.fields.includes(field)) &&
		(!language || (language === 'any' ? !s.language : s.language.slice(0, 2) === language));
	const fields = $derived([...new Set(catalogue.list.flatMap((s) => s.fields))].sort());
	const languages = $derived([...new Set(catalogue.list.map((s) => s.language.slice(0, 2)).filter(Boolean))].sort());
	const languageName = new Intl.DisplayNames(['en'], { type: 'language' });
	const matches = $derived(
		query.trim() ? catalogue.find(query.trim(), 3000).filter(fits) : catalogue.list.filter(fits)
	);
	const narrowed = $derived(Boolean(query.trim() || kind || field || language));
	const groups = $derived.by((): { key: string; title: string; rows: StyleEntry[] }[] => {
		const total = catalogue.list.length.toLocaleString('en');
		if (narrowed)
			return [
				{
					key: 'found',
					title: matches.length
						? `${matches.length.toLocaleString('en')} of ${total}${matches.length > MOST ? `, the first ${MOST}` : ''}`
						: '',
					rows: matches.slice(0, all ? MOST : AT_ONCE)
				}
			];
		const rows = (ids: string[]) => ids.flatMap((id) => catalogue.byId.get(id) ?? []);
		return [
			{ key: 'marked', title: 'Favourites', rows: rows(marked) },
			{ key: 'lately', title: 'Recent', rows: rows(usedLately().map((s) => s.id)) },
			{ key: 'own', title: 'Your own', rows: catalogue.list.filter((s) => s.own) },
			{ key: 'often', title: 'Common', rows: rows(FEATURED.map((f) => f.id)) },
			{
				key: 'all',
				title: `All ${total}, the first ${MOST} by name`,
				rows: catalogue.list.filter((s) => !s.own).slice(0, MOST)
			}
		].filter((g) => g.rows.length);
	});
	const entry = $derived(catalogue.byId.get(picked));
	/** Corrections of its rules. */
	const errata = $derived(catalogue.errata.filter((e) => e.style === (entry?.parent ?? picked)));
	const manuscript = $derived(manuscripts.find((m) => m.id === on) ?? null);

	onMount(() => {
		void (async () => {
			await library.start();
			trouble = library.trouble;
			await catalogue.load();
			if (!library.trouble) manuscripts = await listManuscripts();
			on = manuscripts[0]?.id ?? '';
			if (manuscripts[0] && catalogue.byId.has(manuscripts[0].styleId)) picked = manuscripts[0].styleId;
			search?.focus();
			await draw();
			// those often asked for are there without a connection from now on
			const ready = [...FEATURED.map((f) => f.id), ...usedLately().map((s) => s.id), ...marked];
			(window.requestIdleCallback ?? setTimeout)(() => void service.keepReady(ready));
		})();
		return () => service.stop();
	});

	/** Shows the picked style, and the one it is compared with. */
	async function draw() {
		const mine = ++serial;
		const m = manuscript;
		const title = nameOf({ id: picked });
		const next = await sampleOf(service, m, { id: picked, title });
		if (mine !== serial) return;
		sample = next;
		const also = second ? await sampleOf(service, m, { id: second, title: nameOf({ id: second }) }) : null;
		if (mine !== serial) return;
		other = also;
		const about = await service.anatomy(picked);
		// what stands in its way is said beside it already
		if (mine === serial) traits = about.ok ? about.value : null;
	}
	function pick(id: string) {
		picked = id;
		if (second === id) second = '';
		void draw();
	}
	function keys(e: KeyboardEvent) {
		if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
		const rows = groups.flatMap((g) => g.rows);
		const at = rows.findIndex((r) => r.id === picked);
		const next = rows[Math.max(0, Math.min(rows.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
		if (!next) return;
		e.preventDefault();
		pick(next.id);
		document.querySelector(`[data-style="${CSS.escape(next.id)}"]`)?.scrollIntoView({ block: 'nearest' });
	}
	let timer: ReturnType<typeof setTimeout>;
	let rest: ReturnType<typeof setTimeout>;
	function typed() {
		clearTimeout(timer);
		all = false;
		clearTimeout(rest);
		rest = setTimeout(() => (all = true), 30);
		timer = setTimeout(() => {
			const first = groups[0]?.rows[0];
			if (query.trim() && first && first.id !== picked) pick(first.id);
		}, 150);
	}
	async function takeOut() {
		const mine = catalogue.own.find((s) => s.id === picked);
		if (!mine) return;
		await removeStyle(mine.id);
		await catalogue.readOwn();
		toasts.say(`“${mine.title}” is taken out.`, {
			label: 'Bring it back',
			run: async () => {
				await restoreStyle(mine);
				await catalogue.readOwn();
			}
		});
		pick('apa');
	}
	const change = $derived.by(() => {
		if (!sample || sample.trouble !== undefined || !manuscript) return '';
		if (sample.style.id === manuscript.styleId) return `“${manuscript.title}” is in this style.`;
		const words = changeInWords(sample.counts, manuscript.form !== 'in-text', sample.style.class === 'note');
		return `In “${manuscript.title}”: ${words}.`;
	});
</script>

<svelte:head><title>Styles · Rapid Quill</title></svelte:head>
<Bar here="Styles"><Btn kind="ghost" onclick={() => (bringing = true)}>Import a CSL file</Btn></Bar>
{#if trouble}<Banner text={trouble} />{/if}
<main class="styles">
	<section class="find" aria-label="Find a style">
		<input
			type="search"
			bind:this={search}
			bind:value={query}
			oninput={typed}
			onkeydown={keys}
			placeholder="Journal, publisher, edition: apa 6"
			aria-label="Find a style"
		/>
		<div class="kinds" role="group" aria-label="Kind of style">
			{#each KINDS as k (k.kind)}
				<button type="button" aria-pressed={kind === k.kind} onclick={() => (kind = kind === k.kind ? '' : k.kind)}
					>{k.name}</button
				>
			{/each}
		</div>
		<div class="narrow">
			<select bind:value={field} aria-label="Field">
				<option value="">any field</option>
				{#each fields as f (f)}<option value={f}>{f.replace(/[-_]/g, ' ')}</option>{/each}
			</select>
			<select bind:value={language} aria-label="Language">
				<option value="">any language</option>
				<option value="any">the manuscript’s language</option>
				{#each languages as l (l)}<option value={l}>{languageName.of(l) ?? l}</option>{/each}
			</select>
		</div>
		<div class="list">
			{#each groups as g (g.key)}
				<h3>{g.title}</h3>
				<ul class="choices">
					{#each g.rows as s (s.id)}
						<li>
							<button
								type="button"
								data-style={s.id}
								class:on={picked === s.id}
								aria-pressed={picked === s.id}
								onclick={() => pick(s.id)}><span>{nameOf(s)}</span><small>{kindWords(s)}</small></button
							>
						</li>
					{/each}
				</ul>
			{/each}
			{#if narrowed && !matches.length}
				<p class="none">
					{catalogue.list.length
						? 'No style fits all of this. Take a word away, or any kind and field; many journals use the style of their publisher.'
						: 'Loading the catalogue…'}
				</p>
			{/if}
			{#if catalogue.trouble}<p class="none">{catalogue.trouble}</p>{/if}
		</div>
	</section>

	<section class="show" aria-label="The style">
		{#if bringing}
			<BringStyle
				{service}
				onclose={() => (bringing = false)}
				onkept={(s) => {
					bringing = false;
					query = '';
					pick(s.id);
				}}
			/>
		{/if}
		<header>
			<div>
				<h1>{nameOf({ id: picked })}</h1>
				<p class="facts">
					{#if entry}{entry.own
							? 'yours'
							: entry.parent
								? `uses the rules of ${catalogue.byId.get(entry.parent)?.title ?? entry.parent}`
								: entry.id} · {kindWords(entry)}{entry.fields.length
							? ` · ${entry.fields.map((f) => f.replace(/[-_]/g, ' ')).join(', ')}`
							: ''}{/if}
					{#if traits?.licence}· <a href={traits.licence} rel="noreferrer" target="_blank">licence</a>{/if}
				</p>
			</div>
			<Btn
				kind="quiet"
				pressed={marked.includes(picked)}
				onclick={() => (marked = setFavourite(picked, !marked.includes(picked)))}
				>{marked.includes(picked) ? 'In your favourites' : 'Add to favourites'}</Btn
			>
			{#if entry?.own}<Btn kind="quiet" onclick={takeOut}>Remove</Btn>{/if}
			{#if manuscript}
				<Btn kind="primary" href="/draft/{manuscript.id}?style={encodeURIComponent(picked)}"
					>Use in “{manuscript.title.length > 28 ? `${manuscript.title.slice(0, 27)}…` : manuscript.title}”</Btn
				>
			{/if}
		</header>
		<Errata list={errata} />
		<div class="where">
			<label
				>Shown on
				<select bind:value={on} onchange={draw}>
					{#each manuscripts as m (m.id)}<option value={m.id}>{m.title}</option>{/each}
					<option value="">sources of the library</option>
				</select></label
			>
			<label
				>Beside
				<select bind:value={second} onchange={draw}>
					<option value="">no other style</option>
					{#each [...new Set( [...marked, ...usedLately().map((s) => s.id), ...(manuscript ? [manuscript.styleId] : []), ...FEATURED.map((f) => f.id)] )].filter((id) => id !== picked && catalogue.byId.has(id)) as id (id)}
						<option value={id}>{nameOf({ id })}</option>
					{/each}
					{#if narrowed}
						{#each matches
							.filter((s) => s.id !== picked && !featuredName(s.id) && !marked.includes(s.id))
							.slice(0, 20) as s (s.id)}<option value={s.id}>{s.title}</option>{/each}
					{/if}
				</select></label
			>
		</div>
		{#if change}<p class="change" aria-live="polite">{change}</p>{/if}
		<div class="sides" class:two={second && other}>
			{#if sample}
				<div>
					{#if second && other}<h2>{sample.title}</h2>{/if}
					<SampleSide {sample} />
				</div>
			{/if}
			{#if second && other}
				<div>
					<h2>{other.title}</h2>
					<SampleSide sample={other} against={sample && sample.trouble === undefined ? sample : null} />
				</div>
			{/if}
		</div>
		{#if traits?.traits.length}
			<h2 class="rules">What it does</h2>
			<dl>
				{#each traits.traits as t (t.what)}
					<div>
						<dt>{t.what}</dt>
						<dd>{t.says}</dd>
					</div>
				{/each}
			</dl>
		{/if}
		<StyleCheck {service} id={picked} />
	</section>
</main>

<style>
	.styles {
		display: grid;
		grid-template-columns: minmax(280px, 360px) 1fr;
		height: calc(100vh - var(--bar));
	}
	.find {
		display: flex;
		flex-direction: column;
		gap: 10px;
		min-height: 0;
		padding: 16px 12px 0 20px;
		border-right: 1px solid var(--line);
	}
	input[type='search'],
	select {
		border: 1px solid var(--line);
		border-radius: var(--r2);
		background-color: var(--sheet);
		color: var(--ink);
		padding: 9px 12px;
		font-size: var(--text);
		min-width: 0;
	}
	select {
		padding: 5px 28px 5px 10px;
		font-size: 13px;
	}
	.kinds {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}
	.kinds button {
		padding: 3px 7px;
		border: 1px solid var(--line);
		border-radius: 14px;
		color: var(--ink-2);
		font-size: 12.5px;
		cursor: pointer;
	}
	.kinds button[aria-pressed='true'] {
		border-color: var(--verdigris);
		box-shadow: inset 0 0 0 1px var(--verdigris);
		color: var(--ink);
		font-weight: 600;
	}
	.narrow {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
	}
	.list {
		overflow: auto;
		min-height: 0;
		padding-bottom: 20px;
	}
	h3 {
		font: 500 var(--small) / 1.2 var(--sans);
		color: var(--ink-3);
		padding: 12px 8px 5px;
	}
	.show {
		overflow: auto;
		padding: 20px 32px 40px;
		display: flex;
		flex-direction: column;
		gap: 14px;
	}
	.show > header {
		display: flex;
		gap: 10px;
		align-items: flex-start;
	}
	.show > header > div {
		flex: 1;
		min-width: 0;
	}
	h1 {
		font: 600 24px/1.25 var(--serif);
		overflow-wrap: anywhere;
	}
	.facts {
		color: var(--ink-3);
		font-size: 13px;
		overflow-wrap: anywhere;
	}
	.facts a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	.where {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 20px;
		font-size: 13px;
		color: var(--ink-3);
	}
	.where label {
		display: flex;
		gap: 8px;
		align-items: center;
		min-width: 0;
	}
	.where select {
		max-width: 270px;
		text-overflow: ellipsis;
	}
	.change {
		color: var(--ink-2);
	}
	.sides {
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-radius: var(--r3);
		padding: 20px 24px 12px;
		display: grid;
		gap: 32px;
		max-width: 660px;
	}
	.sides.two {
		grid-template-columns: 1fr 1fr;
		max-width: none;
	}
	.sides > div {
		min-width: 0;
	}
	h2 {
		font: 600 14px/1.3 var(--sans);
		color: var(--ink);
		margin-bottom: 10px;
	}
	.rules {
		margin: 8px 0 -4px;
	}
	dl {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
		gap: 0 28px;
		font-size: 13.5px;
	}
	dl > div {
		display: grid;
		grid-template-columns: 132px 1fr;
		gap: 10px;
		padding: 6px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	dt {
		color: var(--ink-3);
	}
	.none {
		color: var(--ink-2);
		padding: 12px 8px;
	}
	@media (max-width: 860px) {
		.styles {
			grid-template-columns: 1fr;
			height: auto;
		}
		.find {
			border-right: 0;
		}
		.list {
			max-height: 40vh;
		}
		.sides.two {
			grid-template-columns: 1fr;
		}
	}
</style>
