<script lang="ts">
	import { onMount, tick, untrack } from 'svelte';
	import { db } from '$lib/data/db';
	import { holdManuscript } from '$lib/data/lock';
	import { goto, pair } from '$lib/editor/going';
	import { citedIds } from '$lib/editor/citing';
	import { Draft } from '$lib/editor/draft.svelte';
	import { library } from '../library.svelte';
	import Banner from '../parts/Banner.svelte';
	import Lost from '../parts/Lost.svelte';
	import Bar from '../parts/Bar.svelte';
	import CiteLine from './CiteLine.svelte';
	import DraftBar from './DraftBar.svelte';
	import Foot from './Foot.svelte';
	import Margin from './Margin.svelte';
	import Outline from './Outline.svelte';
	import { citedElsewhere } from './recent.svelte';

	// not needed for the first sight; fetched when the page is at rest
	const later = {
		style: () => import('./StylePanel.svelte'),
		entry: () => import('./EntryMenu.svelte'),
		list: () => import('./ListPanel.svelte'),
		keys: () => import('./Shortcuts.svelte'),
		find: () => import('./FindBar.svelte')
	};

	let { id, at, style = '' }: { id: string; at: number; style?: string } = $props();
	let draft = $state.raw<Draft | null>(null);
	let trouble = $state('');
	let sheet = $state<HTMLElement | null>(null);
	let styleOpen = $state(false);
	let keysOpen = $state(false);
	let finding = $state(false);
	// a narrow window has no room for the outline beside the sheet
	let folded = $state(window.matchMedia('(max-width: 1120px)').matches);

	onMount(() => {
		let gone = false;
		let release = () => {};
		void (async () => {
			try {
				await library.begin();
			} catch {
				trouble = 'This manuscript cannot be opened, because nothing can be read from this browser’s storage.';
				return;
			}
			const m = await db.manuscripts.get(id);
			if (!m) {
				trouble = 'There is no manuscript at this address. It may have been deleted, or belong to another browser.';
				return;
			}
			const lock = await holdManuscript(id);
			release = lock.release;
			if (gone) return release();
			try {
				draft = new Draft(m, !lock.held);
			} catch (e) {
				trouble = (e as Error).message;
				return;
			}
			// what is cited is enough to begin with; the rest of the library follows
			const few = library.ready ? null : await library.few(citedIds(draft));
			// the whole library may have come in between, and stays then
			if (few && !library.ready) await draft.useLibrary(few);
			else await draft.useLibrary(library.sources, library.resolve);
			await tick();
			if (sheet) draft.mount(sheet);
			citedElsewhere.note(id);
			if (at >= 0) goto(draft, at);
			const rest = window.requestIdleCallback ?? ((f: () => void) => setTimeout(f, 1500));
			// a failure is said when the part is asked for
			rest(() => Object.values(later).forEach((part) => void part().catch(() => undefined)));
		})();
		const hide = () => {
			if (document.visibilityState === 'hidden') void draft?.keeping.save();
		};
		document.addEventListener('visibilitychange', hide);
		return () => {
			gone = true;
			document.removeEventListener('visibilitychange', hide);
			void draft?.destroy().then(release);
			if (!draft) release();
		};
	});

	// a style that was chosen in the catalogue is looked at once the text is formatted
	let looked = false;
	$effect(() => {
		if (!style || looked || !draft?.formatting.done) return;
		looked = true;
		styleOpen = true;
	});

	$effect(() => {
		const sources = library.sources;
		const d = draft;
		if (d && library.ready) untrack(() => void d.useLibrary(sources, library.resolve));
	});

	/** The citation or note under the pointer. */
	function ofPointer(e: PointerEvent): string | null {
		const el = (e.target as HTMLElement).closest<HTMLElement>('[data-citation], [data-note]');
		return el?.dataset.citation ?? el?.dataset.note ?? null;
	}
	function keys(e: KeyboardEvent) {
		// the browser finds only what is in the page
		if (draft?.long && (e.ctrlKey || e.metaKey) && e.key === 'f') {
			e.preventDefault();
			finding = true;
		}
		if (e.key === '?' && !(e.target as HTMLElement).closest('input, textarea, [contenteditable="true"]')) {
			e.preventDefault();
			keysOpen = true;
		}
	}
</script>

<svelte:head><title>{draft?.title ?? 'Draft'} · Rapid Quill</title></svelte:head>
<svelte:window onkeydown={keys} />

{#snippet lost()}
	<p class="missing" role="alert">This part did not arrive. Check the connection and try again.</p>
{/snippet}

{#if trouble}
	<Bar here="" />
	<Lost {trouble} />
{:else if draft}
	<div class="draft">
		<DraftBar {draft} {styleOpen} onstyle={() => (styleOpen = !styleOpen)} />
		<div class="notices">
			{#each draft.notices as n (n.kind)}<Banner text={n.text} />{/each}
		</div>
		<div class="work" class:folded>
			<Outline {draft} {folded} onfold={() => (folded = !folded)} />
			<main class="surface">
				<div class="page">
					<article class="sheet" lang={draft.style?.lang ?? 'en'}>
						<!-- svelte-ignore a11y_no_static_element_interactions -->
						<div
							bind:this={sheet}
							onpointerover={(e) => draft && pair(draft, ofPointer(e))}
							onpointerleave={() => draft && pair(draft, null)}
						></div>
					</article>
					<Margin {draft} {sheet} />
					{#if draft.cite}
						{#key draft.cite}<CiteLine {draft} target={draft.cite} />{/key}
					{/if}
				</div>
			</main>
		</div>
		<Foot {draft} onkeys={() => (keysOpen = true)} />
	</div>
	{#if styleOpen}{#await later.style() then Panel}<Panel.default
				{draft}
				first={style}
				onclose={() => (styleOpen = false)}
			/>{:catch}{@render lost()}{/await}{/if}
	{#if draft.entryMenu}
		{@const menu = draft.entryMenu}
		{#await later.entry() then Menu}{#key menu}<Menu.default {draft} {menu} />{/key}{:catch}{@render lost()}{/await}
	{/if}
	{#if draft.listMenu}
		{@const menu = draft.listMenu}
		{#await later.list() then Panel}{#key menu}<Panel.default {draft} {menu} />{/key}{:catch}{@render lost()}{/await}
	{/if}
	{#if finding}{#await later.find() then Find}<Find.default
				{draft}
				onclose={() => (finding = false)}
			/>{:catch}{@render lost()}{/await}{/if}
	{#if keysOpen}{#await later.keys() then Keys}<Keys.default
				bind:open={keysOpen}
			/>{:catch}{@render lost()}{/await}{/if}
{:else}
	<Bar here="" />
	<p class="lost">Opening the manuscript…</p>
{/if}

<style>
	.draft {
		height: 100vh;
		display: grid;
		grid-template-rows: var(--bar) auto 1fr var(--foot);
	}
	.work {
		display: grid;
		grid-template-columns: var(--outline) minmax(0, 1fr);
		min-height: 0;
	}
	.work.folded {
		grid-template-columns: 40px minmax(0, 1fr);
	}
	.surface {
		grid-column: 2;
		overflow: auto;
		min-height: 0;
	}
	.page {
		position: relative;
		display: grid;
		grid-template-columns: minmax(0, 736px) minmax(0, var(--margin));
		align-items: start;
		padding-left: 24px;
		min-height: 100%;
	}
	.sheet {
		background: var(--sheet);
		margin-top: 18px;
		padding: 40px 56px 120px;
		border: 1px solid var(--line-soft);
		border-bottom: 0;
		border-radius: var(--r1) var(--r1) 0 0;
		min-height: calc(100vh - var(--bar) - var(--foot) - 18px);
	}
	.missing {
		position: fixed;
		right: 16px;
		bottom: calc(var(--foot) + 12px);
		padding: 10px 14px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		box-shadow: var(--lift);
		color: var(--madder);
		z-index: 30;
	}
	@media (max-width: 1120px) {
		.work,
		.work.folded {
			grid-template-columns: 40px minmax(0, 1fr);
		}
		.page {
			padding-left: 12px;
			grid-template-columns: minmax(0, 1fr) 250px;
		}
		.sheet {
			padding: 32px 34px 120px;
		}
	}
	@media (max-width: 760px) {
		.page {
			grid-template-columns: minmax(0, 1fr);
		}
	}
	@media print {
		.draft {
			display: block;
			height: auto;
		}
		.surface {
			overflow: visible;
		}
		.sheet {
			border: 0;
			padding: 0;
			margin: 0;
		}
	}
</style>
