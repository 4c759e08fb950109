<script lang="ts">
	/** Handing in: the final file, a page to look at first, the list and the sources to take along. */
	import { onMount, untrack } from 'svelte';
	import { writePages } from '$lib/core/document';
	import { bibliographyForClipboard } from '$lib/core/citing';
	import { guide } from '$lib/services/guide.svelte';
	import { inBackground, unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { copyRich } from '../clipboard';
	import { download, fileName } from '../download';
	import Bar from '../parts/Bar.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import GuideCard from '../guide/GuideCard.svelte';
	import Lost from '../parts/Lost.svelte';
	import { isWorkId } from '$lib/core/work';
	import { homeOf } from '../parts/home';
	import { many } from '../parts/many';
	import PageSheets from '../pages/PageSheets.svelte';
	import { openAhead } from '../pages/paged';
	import Covered from './Covered.svelte';
	import { Hidden } from './hidden.svelte';
	import type { FileKind } from './kinds';
	import { makeReady, type Ready } from './make-ready';
	import PageFacts from './PageFacts.svelte';
	import SaveFile from './SaveFile.svelte';

	interface Props {
		id: string;
		/** Whoever came wanted to print. */
		printing?: boolean;
	}
	let { id, printing = false }: Props = $props();
	/** As it is, and as reviewers may see it. */
	const home = $derived(homeOf(id));
	const stays = $derived(`The live ${isWorkId(id) ? 'chapters stay' : 'manuscript stays'} on the desk.`);
	let plain = $state.raw<Ready | null>(null);
	const hidden = untrack(() => new Hidden(id, () => (done = false)));
	let kind = $state<FileKind>('final');
	const ready = $derived(kind === 'anonymous' ? hidden.ready : plain);
	let trouble = $state('');
	/** Of pages that something in the text refers to. */
	let numbers = $state<Record<string, string>>({});
	let saved = $state(false);
	let across = $state<1 | 2>(2);
	let pages = $state(0);
	let done = $state(false);
	/** There will be no pages; why is said where they would stand. */
	let failed = $state(false);
	/** The pages are to be printed as soon as they are there. */
	let wanted = $state(untrack(() => printing));
	const formatted = $derived(ready?.formatted ?? null);
	const manuscript = $derived(formatted?.manuscript ?? null);
	const result = $derived(formatted?.result ?? null);
	const cited = $derived((formatted?.sources ?? []).filter((s) => !ready?.covered?.works.has(s.id)));
	const final = $derived(ready?.final ?? null);
	const file = $derived(ready && writePages(ready.final, ready.setup, ready.fields));

	onMount(() => {
		inBackground(begin(), 'The manuscript could not be made ready.');
		return openAhead();
	});
	async function begin() {
		const r = await makeReady(id).catch((e: unknown) => unexpected(e, 'The manuscript could not be made ready.'));
		if (typeof r === 'string') trouble = r;
		else if (r.kind === 'trouble') trouble = r.message;
		else plain = r;
	}

	async function choose(k: FileKind) {
		if ((k === 'anonymous') !== (kind === 'anonymous')) done = false;
		kind = k;
		if (k === 'anonymous') await hidden.begin();
	}

	/** Prints the pages: the browser's window for that offers PDF too. */
	function print() {
		wanted = false;
		const { title } = document;
		// what the browser prints at the head of a sheet, and calls a PDF by
		document.title = final?.title ?? title;
		window.print();
		document.title = title;
	}
	$effect(() => {
		if (done && wanted && ready && !hidden.working) print();
	});

	async function copyList() {
		const words = (ready?.lists ?? []).map(bibliographyForClipboard);
		await copyRich(words.map((w) => w.html).join(''), words.map((w) => w.text).join('\n\n'));
		const count = words.reduce((n, w) => n + w.count, 0);
		toasts.say(`The bibliography is on the clipboard: ${many(count, 'entry', 'entries')}.`);
	}
	async function save(format: 'bibtex' | 'csl-json') {
		const { writeBibtex, writeCslJson } = await import('$lib/core/exchange');
		if (format === 'bibtex') download(`${fileName(final!.title)}.bib`, writeBibtex(cited), 'text/plain');
		else download(`${fileName(final!.title)}.json`, writeCslJson(cited), 'application/json');
	}
</script>

{#if guide.with(id) && final}
	<GuideCard step={saved ? 5 : 4} title={saved ? 'That is all there is to it' : 'Save the file'}>
		{#if saved}
			<p>The file is in your downloads. The manuscript stays on the desk, and its citations stay live.</p>
			<p><kbd>?</kbd> lists the keys of every view.</p>
		{:else}
			<p>Save it in the format that is asked for. On the right is what will be in it.</p>
		{/if}
	</GuideCard>
{/if}

<svelte:window
	onfocus={() => inBackground(hidden.recall(), 'What was decided elsewhere could not be read.')}
	onkeydown={(e) => {
		if ((e.ctrlKey || e.metaKey) && !e.shiftKey && !e.altKey && e.key.toLowerCase() === 'p') {
			e.preventDefault();
			wanted = true;
		}
	}}
/>
<svelte:head><title>Hand in · {manuscript?.title ?? ''} · Rapid Quill</title></svelte:head>
<Bar here="">
	<Btn kind="quiet" href="{home}/proof">Proof</Btn>
	<Btn kind="ghost" href={home}>{isWorkId(id) ? 'Back to the work' : 'Back to the draft'}</Btn>
</Bar>
{#if trouble}
	<Lost {trouble} />
{:else}
	{#each ready?.notes ?? [] as n (n)}<Alert look="band">{n}</Alert>{/each}
	<main class="hand">
		<section class="wanted">
			<h1>Hand in</h1>
			<p class="lead">
				{#if manuscript && result}“{manuscript.title}” in {result.style.title}.{/if}
				{stays}
			</p>
			<SaveFile
				{ready}
				{kind}
				settled={() => hidden.settled()}
				printable={done}
				{numbers}
				onkind={(k) => inBackground(choose(k), 'What was decided about this file could not be read.')}
				onprint={() => (wanted = true)}
				onsaved={() => (saved = true)}
			/>
			{#if kind === 'anonymous'}
				{#if hidden.ready?.covered}<Covered
						covered={hidden.ready.covered}
						choice={hidden.choice}
						onchange={(c) => hidden.decide(c)}
					/>
				{:else}<p class="lead" role="status">Looking for names…</p>{/if}
			{/if}
			{#if ready}<PageFacts
					{id}
					page={ready.page}
					setup={ready.setup}
					authors={ready.formatted.manuscript.authors}
				/>{/if}
			<h2>The bibliography alone</h2>
			<div class="row">
				<div>
					<b>{many(result?.bibliography?.length ?? 0, 'entry', 'entries')}</b><span
						>Formatted and plain, ready to paste</span
					>
				</div>
				<Btn kind="ghost" disabled={!result?.bibliography?.length} onclick={copyList} label="Copy the bibliography"
					>Copy</Btn
				>
			</div>
			<h2>The cited sources</h2>
			<div class="row">
				<div><b>{many(cited.length, 'source')}</b><span>For a colleague’s library</span></div>
				<Btn
					kind="ghost"
					disabled={!cited.length}
					onclick={() => save('bibtex')}
					label="Save the cited sources as BibTeX">BibTeX</Btn
				>
				<Btn
					kind="ghost"
					disabled={!cited.length}
					onclick={() => save('csl-json')}
					label="Save the cited sources as CSL-JSON">CSL-JSON</Btn
				>
			</div>
		</section>
		<section class="preview" aria-label="Pages">
			{#if file && ready}
				<PageSheets {file} setup={ready.setup} {across} bind:count={pages} bind:done bind:failed bind:numbers />
			{:else}<p>Preparing the pages…</p>{/if}
		</section>
		<footer class="status">
			<span role="status"
				>{done ? many(pages, 'page') : failed ? '' : pages ? `${many(pages, 'page')} so far…` : 'Making pages…'}</span
			>
			<span class="across">
				<Press aria-pressed={across === 1} onclick={() => (across = 1)}>One across</Press>
				<Press aria-pressed={across === 2} onclick={() => (across = 2)}>Two across</Press>
			</span>
			<span class="live">{stays}</span>
		</footer>
	</main>
{/if}

<style>
	.hand {
		display: grid;
		grid-template-columns: minmax(300px, 430px) minmax(0, 1fr);
		grid-template-rows: minmax(0, 1fr) auto;
		height: calc(100vh - var(--bar));
	}
	.wanted {
		padding: 26px 28px 40px 40px;
		overflow: auto;
	}
	h1 {
		font: 600 24px/1.2 var(--serif);
		margin-bottom: 8px;
	}
	.lead {
		color: var(--ink-2);
	}
	/* of its parts too */
	.wanted :global(h2) {
		font: 500 var(--small) / 1 var(--sans);
		color: var(--ink-3);
		margin: 26px 0 6px;
	}
	.wanted :global(.row) {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 10px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	.wanted :global(.row div) {
		flex: 1;
	}
	.wanted :global(.row b) {
		display: block;
		font-weight: 600;
	}
	.wanted :global(.row div > span) {
		color: var(--ink-3);
		font-size: 12.5px;
	}
	.wanted :global(.row.plain) {
		border-bottom: 0;
	}
	.preview {
		background: color-mix(in srgb, var(--desk) 93%, var(--verdigris));
		overflow: auto;
		min-height: 300px;
	}
	.preview p {
		padding: 30px;
		color: var(--ink-2);
	}
	.status {
		grid-column: 1 / -1;
		display: flex;
		gap: var(--s5);
		align-items: center;
		height: var(--foot);
		padding: 0 var(--s4);
		border-top: 1px solid var(--line);
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
		overflow: hidden;
	}
	.across {
		display: flex;
		gap: 2px;
	}
	.across :global(.press) {
		padding: 2px 8px;
		border-radius: var(--r1);
		color: var(--ink-3);
		cursor: pointer;
	}
	.across :global(.press[aria-pressed='true']) {
		color: var(--ink);
		font-weight: 600;
	}
	.live {
		margin-left: auto;
	}
	@media (max-width: 900px) {
		.hand {
			grid-template-columns: 1fr;
			grid-template-rows: none;
			height: auto;
		}
		.wanted {
			padding: 20px;
		}
		.preview {
			height: 80vh;
		}
		.live {
			display: none;
		}
	}
	@media print {
		.hand {
			display: block;
			height: auto;
		}
		.wanted,
		.status {
			display: none;
		}
		.preview {
			overflow: visible;
			height: auto;
			background: none;
		}
	}
</style>
