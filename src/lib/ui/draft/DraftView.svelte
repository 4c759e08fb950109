<script lang="ts">
	import { keyOfText } from '$lib/editor/unfocused-keys';
	import { mayBeLong, readyForLong } from '$lib/editor/long-texts';
	import { fetchPasteReading } from '$lib/editor/paste-ready';
	import { onMount, tick, untrack } from 'svelte';
	import { ManuscriptError, sourcesNamedIn } from '$lib/core/manuscript';
	import type { Manuscript } from '$lib/data/db';
	import { holdManuscript, waitForManuscript, type Hold } from '$lib/data/lock';
	import { getManuscript } from '$lib/data/manuscripts';
	import { getSetting } from '$lib/data/settings';
	import { inBackground, unexpected } from '$lib/services/problems';
	import { goto, pair } from '$lib/editor/navigation';
	import { Draft } from '$lib/editor/draft.svelte';
	import { guide } from '$lib/services/guide.svelte';
	import { library } from '$lib/services/library.svelte';
	import Lost from '../parts/Lost.svelte';
	import Bar from '../parts/Bar.svelte';
	import CiteLine from './CiteLine.svelte';
	import DraftBar from './DraftBar.svelte';
	import Foot from './Foot.svelte';
	import Notices from './Notices.svelte';
	import Margin from './Margin.svelte';
	import StyleWaiting from './StyleWaiting.svelte';
	import Outline from './Outline.svelte';
	import WritingLine from './WritingLine.svelte';
	import { countTypedOnce } from './count-typed.svelte';
	import { citedElsewhere } from './recent.svelte';
	import { guardManuscript } from '../parts/guard-manuscript';
	import Unloaded from '../parts/Unloaded.svelte';

	// not needed for the first sight; fetched when the page is at rest
	const later = {
		style: () => import('./StylePanel.svelte'),
		entry: () => import('./EntryMenu.svelte'),
		list: () => import('./BibliographyPanel.svelte'),
		guide: () => import('../guide/DraftGuide.svelte'),
		find: () => import('./FindBar.svelte'),
		file: () => import('../open/InsertFile.svelte'),
		unreadable: () => import('./Unreadable.svelte'),
		rows: () => import('./CiteRows.svelte'),
		preview: () => import('./CitePreview.svelte'),
		words: () => import('./OverrideForm.svelte'),
		link: () => import('./LinkForm.svelte'),
		quick: () => import('./QuickSource.svelte')
	};

	/** @param side what is open beside the text at first */
	let { id, at, style = '', side = '' }: { id: string; at: number; style?: string; side?: '' | 'page' } = $props();
	let draft = $state.raw<Draft | null>(null);
	let trouble = $state('');
	/** What is stored, where it cannot be shown. */
	let unreadable = $state.raw<Manuscript | null>(null);
	let sheet = $state<HTMLElement | null>(null);
	let styleOpen = $state(false);
	/** Typed while the style panel was on its way. */
	let typedAhead = $state('');
	let enteredAhead = $state(false);
	function toggleStyle() {
		typedAhead = '';
		enteredAhead = false;
		styleOpen = !styleOpen;
	}
	let finding = $state(false);
	// a narrow window has no room for the outline beside the sheet
	const narrow = window.matchMedia('(max-width: 1120px)');
	let folded = $state(narrow.matches);

	onMount(() => {
		const closing = new AbortController();
		// a window made narrow or wide again
		narrow.addEventListener('change', (e) => (folded = e.matches), { signal: closing.signal });
		let release = () => {};
		const open = async () => {
			try {
				await library.begin();
			} catch {
				trouble = 'This manuscript cannot be opened, because nothing can be read from this browser’s storage.';
				return;
			}
			const hold = await holdManuscript(id);
			release = hold.release;
			// read once it is held: until then another tab may have written
			if (!closing.signal.aborted) await show(hold.held);
			if (closing.signal.aborted) return release();
			if (!hold.held && draft) void takeOver();
		};
		/** Reads the manuscript and shows it. */
		const show = async (writing: boolean) => {
			const m = await getManuscript(id);
			if (!m) {
				trouble = 'There is no manuscript at this address. It may have been deleted, or belong to another browser.';
				return;
			}
			const whole = await getSetting('wholeText');
			// without it all of the text stands in the page: slower, and no less
			if (mayBeLong(m.doc.content)) await readyForLong().catch(() => undefined);
			let next: Draft;
			try {
				next = new Draft(m, !writing, whole);
			} catch (e) {
				trouble = unexpected(e, 'This manuscript cannot be shown.');
				if (e instanceof ManuscriptError) trouble = e.message;
				unreadable = m;
				return;
			}
			// what is cited is all that the page needs; the library is asked for the rest
			await library.holdOnly(sourcesNamedIn(next.initial));
			if (closing.signal.aborted) return void next.destroy();
			next.useLibrary();
			next.side = side;
			draft = next;
			await tick();
			if (sheet && !closing.signal.aborted) next.mount(sheet);
			next.inBackground(
				import('./around-text').then((m) => m.showAround(next)),
				'What the kind of paper puts around the text could not be shown: that part of the page could not be loaded.'
			);
			citedElsewhere.note(id);
			if (at >= 0) goto(next, at);
		};
		/** Once the tab that writes is closed, this one writes. */
		const takeOver = async () => {
			let hold: Hold;
			try {
				hold = await waitForManuscript(id, closing.signal);
			} catch {
				return; // closed before that
			}
			release = hold.release;
			if (closing.signal.aborted) return release();
			const before = draft;
			draft = null;
			await before?.destroy();
			await show(true);
			(draft as Draft | null)?.notice('tab', 'The other tab was closed. You can write here now.');
		};
		inBackground(open(), 'The manuscript could not be opened.');
		const rest = window.requestIdleCallback ?? ((f: () => void) => setTimeout(f, 1500));
		// a failure is said when the part is asked for
		rest(() =>
			[...Object.values(later), fetchPasteReading, readyForLong].forEach((part) => void part().catch(() => undefined))
		);

		return () => {
			closing.abort();
			if (draft) inBackground(draft.destroy().finally(release), 'The manuscript could not be closed.');
			else release();
		};
	});

	guardManuscript(() => draft);
	countTypedOnce(() => draft);

	// a style that was chosen in the catalogue is looked at once the text is formatted
	let looked = false;
	$effect(() => {
		if (!style || looked || !draft?.formatting.done) return;
		looked = true;
		styleOpen = true;
	});

	$effect(() => {
		void library.sources;
		const d = draft;
		if (d) untrack(() => d.useLibrary());
	});
	/** The citation or note under the pointer. */
	function ofPointer(e: PointerEvent): string | null {
		const el = (e.target as HTMLElement).closest<HTMLElement>('[data-citation], [data-note]');
		return el?.dataset.citation ?? el?.dataset.note ?? null;
	}
	function keys(e: KeyboardEvent) {
		// the browser finds only what is in the page, and replaces nothing
		if (draft && (e.ctrlKey || e.metaKey) && e.key === 'f') {
			e.preventDefault();
			finding = true;
		} else if (draft) keyOfText(draft, e);
	}
	/** Documents that were dropped here: the browser would leave the manuscript for them. */
	let dropped = $state.raw<File[] | null>(null);
	function drop(e: DragEvent) {
		const files = [...(e.dataTransfer?.files ?? [])];
		if (e.defaultPrevented || !files.length) return;
		e.preventDefault();
		dropped = files;
	}
</script>

<svelte:head><title>{draft?.title ?? 'Draft'} · Rapid Quill</title></svelte:head>
<svelte:window
	onkeydown={keys}
	ondragover={(e) => e.dataTransfer?.types.includes('Files') && e.preventDefault()}
	ondrop={drop}
/>

{#snippet lost()}<Unloaded />{/snippet}

{#if trouble}
	<Bar here="" />
	<Lost {trouble}>
		{#if unreadable}{@const manuscript = unreadable}{#await later.unreadable() then Ways}<Ways.default
					{manuscript}
				/>{:catch}{@render lost()}{/await}{/if}
	</Lost>
{:else if draft}
	<div class="draft">
		<DraftBar {draft} {styleOpen} onstyle={toggleStyle} />
		<Notices {draft} />
		<div class="work" class:folded>
			<Outline {draft} {folded} onfold={() => (folded = !folded)} />
			<main class="surface">
				<div class="page">
					{#if !folded || narrow.matches}<WritingLine {draft} onfind={() => (finding = true)} />{/if}
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
		<Foot {draft} />
	</div>
	{#if styleOpen}{#await later.style()}<StyleWaiting
				bind:typed={typedAhead}
				bind:entered={enteredAhead}
				onclose={() => (styleOpen = false)}
			/>{:then Panel}<Panel.default
				{draft}
				first={style}
				{typedAhead}
				{enteredAhead}
				onclose={() => (styleOpen = false)}
			/>{:catch}{@render lost()}{/await}{/if}
	{#if draft.entryMenu}
		{@const menu = draft.entryMenu}
		{#await later.entry() then Menu}{#key menu}<Menu.default {draft} {menu} />{/key}{:catch}{@render lost()}{/await}
	{/if}
	{#if draft.bibliographyMenu}
		{@const menu = draft.bibliographyMenu}
		{#await later.list() then Panel}{#key menu}<Panel.default {draft} {menu} />{/key}{:catch}{@render lost()}{/await}
	{/if}
	{#if guide.with(id)}{#await later.guide() then Guide}<Guide.default {draft} />{:catch}{@render lost()}{/await}{/if}
	{#if dropped}{#await later.file() then File}<File.default
				{draft}
				{dropped}
				onclose={() => (dropped = null)}
			/>{:catch}{@render lost()}{/await}{/if}
	{#if finding}{#await later.find() then Find}<Find.default
				{draft}
				onclose={() => (finding = false)}
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
		/* what is scrolled to stands below the writing line, and not under it */
		scroll-padding-top: 56px;
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
		grid-column: 1;
		margin-top: 18px;
		padding: 40px 56px 120px;
		border: 1px solid var(--line-soft);
		border-bottom: 0;
		border-radius: var(--r1) var(--r1) 0 0;
		min-height: calc(100vh - var(--bar) - var(--foot) - 18px);
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
		.draft {
			grid-template-rows: auto auto minmax(0, 1fr) var(--foot);
		}
		.surface {
			scroll-padding-top: 92px;
		}
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
