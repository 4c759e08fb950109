<script lang="ts">
	/** The catalogue of styles: found, seen on one's own text, compared, and brought. */
	import { onMount } from 'svelte';
	import { FEATURED, type Trait } from '$lib/core/citing';
	import type { Manuscript } from '$lib/data/db';
	import { listManuscripts } from '$lib/data/manuscripts';
	import { removeStyle, restoreStyle } from '$lib/data/styles';
	import { FormattingService } from '$lib/services/formatting/index.svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Bar from '../parts/Bar.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import { catalogue, featuredName, kindWords } from '$lib/services/style-catalogue.svelte';
	import { favouriteStyles, setFavourite, usedLately } from '$lib/services/style-choices';
	import BringStyle from './BringStyle.svelte';
	import Errata from './Errata.svelte';
	import FindStyle from './FindStyle.svelte';
	import SampleSide from './SampleSide.svelte';
	import StyleCheck from './StyleCheck.svelte';
	import Traits from './Traits.svelte';
	import { changeInWords } from './change-words';
	import { nameOf, StyleSearch } from './style-search.svelte';
	import { sampleOf, type SampleAnswer } from './samples';
	import Pick from '../kit/Pick.svelte';

	const service = new FormattingService({ item: (id) => library.sources.get(id)?.item });
	let picked = $state('apa');
	let second = $state('');
	let bringing = $state(false);
	let marked = $state.raw(favouriteStyles());
	const found = new StyleSearch(() => marked);
	let manuscripts = $state.raw<Manuscript[]>([]);
	let on = $state('');
	let sample = $state.raw<SampleAnswer | null>(null);
	let other = $state.raw<SampleAnswer | null>(null);
	let traits = $state.raw<{ traits: Trait[]; licence: string } | null>(null);
	/** Why its rules are not shown. */
	let untold = $state('');
	let trouble = $state('');
	let search = $state<HTMLInputElement | null>(null);
	let serial = 0;

	const entry = $derived(catalogue.byId.get(picked));
	/** Corrections of its rules. */
	const errata = $derived(catalogue.errata.filter((e) => e.style === (entry?.parent ?? picked)));
	const manuscript = $derived(manuscripts.find((m) => m.id === on) ?? null);

	onMount(() => {
		inBackground(start(), 'The styles could not be shown on your own text. Nothing of yours is changed.');
		return () => service.stop();
	});

	async function start() {
		await library.start();
		trouble = library.trouble;
		await catalogue.load();
		if (!library.trouble) manuscripts = await listManuscripts();
		on = manuscripts[0]?.id ?? '';
		if (manuscripts[0] && catalogue.byId.has(manuscripts[0].styleId)) picked = manuscripts[0].styleId;
		// who has gone elsewhere by now stays there
		if (document.activeElement === document.body) search?.focus();
		await draw();
		// those often asked for are there without a connection from now on
		const ready = [...FEATURED.map((f) => f.id), ...usedLately().map((s) => s.id), ...marked];
		(window.requestIdleCallback ?? setTimeout)(() => void service.keepReady(ready));
	}

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
		if (mine !== serial) return;
		traits = about.ok ? about.value : null;
		untold = about.ok ? '' : about.message;
	}
	function pick(id: string) {
		picked = id;
		if (second === id) second = '';
		void draw();
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
{#if trouble}<Alert look="band">{trouble}</Alert>{/if}
<main class="styles">
	<FindStyle {found} {picked} bind:search onpick={pick} />

	<section class="show" aria-label="The style">
		{#if bringing}
			<BringStyle
				{service}
				onclose={() => (bringing = false)}
				onkept={(s) => {
					bringing = false;
					found.query = '';
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
				<Pick bind:value={on} onchange={draw}>
					{#each manuscripts as m (m.id)}<option value={m.id}>{m.title}</option>{/each}
					<option value="">sources of the library</option>
				</Pick></label
			>
			<label
				>Beside
				<Pick bind:value={second} onchange={draw}>
					<option value="">no other style</option>
					{#each [...new Set( [...marked, ...usedLately().map((s) => s.id), ...(manuscript ? [manuscript.styleId] : []), ...FEATURED.map((f) => f.id)] )].filter((id) => id !== picked && catalogue.byId.has(id)) as id (id)}
						<option value={id}>{nameOf({ id })}</option>
					{/each}
					{#if found.narrowed}
						{#each found.matches
							.filter((s) => s.id !== picked && !featuredName(s.id) && !marked.includes(s.id))
							.slice(0, 20) as s (s.id)}<option value={s.id}>{s.title}</option>{/each}
					{/if}
				</Pick></label
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
		{#if traits?.traits.length}<Traits traits={traits.traits} />{/if}
		{#if untold && sample?.trouble === undefined}<Alert>What it does cannot be shown: {untold}</Alert>{/if}
		<StyleCheck {service} id={picked} />
	</section>
</main>

<style>
	.styles {
		display: grid;
		grid-template-columns: minmax(280px, 360px) 1fr;
		height: calc(100vh - var(--bar));
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
		white-space: nowrap;
	}
	.where :global(.kit-pick) {
		width: auto;
		max-width: 270px;
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
	@media (max-width: 860px) {
		.show {
			padding: 20px;
		}
		.show > header {
			flex-wrap: wrap;
		}
		.show > header > div {
			flex-basis: 100%;
		}
		.styles {
			grid-template-columns: 1fr;
			height: auto;
		}
		.sides.two {
			grid-template-columns: 1fr;
		}
	}
</style>
