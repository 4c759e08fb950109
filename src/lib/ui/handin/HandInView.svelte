<script lang="ts">
	/** Handing in: the final file, a page to look at first, the list and the sources to take along. */
	import { onMount } from 'svelte';
	import type { Manuscript } from '$lib/data/db';
	import {
		arrangeBibliography,
		citedInSection,
		cleanBibliography,
		applyEntryOverride,
		layoutOf
	} from '$lib/core/manuscript';
	import { toFinal, writeHtml, type FinalDoc } from '$lib/core/document';
	import { bibliographyForClipboard, type BibliographyWords, type SessionResult } from '$lib/core/citing';
	import type { Source } from '$lib/core/source';
	import type { Dropped } from '$lib/core/paper';
	import { formatStored, type FormattedManuscript } from '$lib/services/format-stored';
	import { guide } from '$lib/services/guide.svelte';
	import { library } from '$lib/services/library.svelte';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { copyRich } from '../clipboard';
	import { download, fileName } from '../download';
	import Bar from '../parts/Bar.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Fold from '../kit/Fold.svelte';
	import { sheet } from './file-sheet';
	import GuideCard from '../guide/GuideCard.svelte';
	import Lost from '../parts/Lost.svelte';
	import { many } from '../parts/many';

	let { id }: { id: string } = $props();
	let manuscript = $state.raw<Manuscript | null>(null);
	let final = $state.raw<FinalDoc | null>(null);
	let result = $state.raw<SessionResult | null>(null);
	let formatted = $state.raw<FormattedManuscript | null>(null);
	/** What the file that was saved last could not hold. */
	let dropped = $state.raw<Dropped[]>([]);
	let cited = $state.raw<Source[]>([]);
	let lists = $state.raw<BibliographyWords[]>([]);
	let trouble = $state('');
	let notes = $state.raw<string[]>([]);
	let busy = $state('');
	let saved = $state(false);
	const page = $derived(final ? writeHtml(final) : '');

	onMount(() => {
		void (async () => {
			try {
				const f = await formatStored(id);
				if (f.kind === 'trouble') {
					trouble = f.message;
					return;
				}
				formatted = f;
				const { doc, style, reading, entryOverrides, result: r } = f;
				const m = (manuscript = f.manuscript);
				cited = f.sources;
				const problems = f.instead ? [`${f.instead} This page is in APA 7th.`] : [];
				result = r;
				final = toFinal(doc, m.title, m.authors, style.form, {
					citations: new Map(r.changed.map((c) => [c.id, { runs: c.runs ?? [], leadRuns: c.leadRuns ?? [] }])),
					entries:
						r.bibliography?.map((e) => ({
							id: e.id,
							runs: e.runs ?? [],
							...(e.whole ? { whole: { runs: e.whole.runs ?? [] } } : {})
						})) ?? null,
					hanging: r.style.hangingIndent,
					aligned: Boolean(r.style.secondFieldAlign),
					lang: r.style.lang,
					resolve: library.resolve,
					picture: (asset) => f.pictures.get(asset) ?? '',
					source: (x) => library.sources.get(x)
				});
				if (reading.placeholders.length)
					problems.push(
						`${reading.placeholders.length} place${reading.placeholders.length === 1 ? '' : 's'} still marked “source needed”.`
					);
				const gone = r.warnings.filter((w) => w.itemId && !w.field).length;
				if (gone)
					problems.push(
						`${gone} cited source${gone === 1 ? ' is' : 's are'} not in the library; the text says so where it stands.`
					);
				const entries = (r.bibliography ?? []).map((e) => applyEntryOverride(e, entryOverrides));
				const shown: BibliographyWords[] = [];
				const take = (raw: unknown, pos: number) => {
					const s = cleanBibliography(raw);
					const here = s.takes === 'section' ? citedInSection(doc, pos, library.resolve) : new Set<string>();
					const groups = arrangeBibliography(s, entries, (x) => library.sources.get(x), here);
					shown.push({ settings: s, look: layoutOf(s, r.style.hangingIndent), groups });
				};
				doc.descendants((n, pos) => {
					if (n.type.name === 'bibliography') take(n.attrs.settings, pos);
					return !n.isTextblock;
				});
				const hasList = shown.length > 0;
				if (!hasList) take({}, 0);
				lists = shown;
				if (!hasList && reading.citations.length)
					problems.push('The manuscript has no bibliography, so the file has none.');
				notes = problems;
			} catch (e) {
				trouble = unexpected(e, 'The manuscript could not be made ready.');
			}
		})();
	});

	async function docx() {
		if (!final) return;
		busy = 'docx';
		try {
			const { writeDocx } = await import('$lib/core/document/docx');
			download(
				`${fileName(final.title)}.docx`,
				await writeDocx(final),
				'application/vnd.openxmlformats-officedocument.wordprocessingml.document'
			);
			saved = true;
			toasts.say('The DOCX file is in your downloads. Your manuscript stays live here.');
		} catch (e) {
			toasts.say(unexpected(e, 'The DOCX file could not be written. Your manuscript is not touched.'));
		} finally {
			busy = '';
		}
	}
	function html() {
		if (!final) return;
		download(`${fileName(final.title)}.html`, page, 'text/html');
		saved = true;
		toasts.say('The HTML file is in your downloads. Your manuscript stays live here.');
	}
	async function markdown() {
		if (!formatted) return;
		busy = 'markdown';
		try {
			const { markdownFile } = await import('./markdown-file');
			const name = fileName(formatted.manuscript.title);
			const file = await markdownFile(formatted, name);
			download(`${name}.${file.ending}`, file.data, file.type);
			dropped = file.dropped;
			saved = true;
			toasts.say('The Markdown file is in your downloads. Your manuscript stays live here.');
		} catch (e) {
			toasts.say(unexpected(e, 'The Markdown file could not be written. Your manuscript is not touched.'));
		} finally {
			busy = '';
		}
	}
	async function copyList() {
		const words = lists.map(bibliographyForClipboard);
		await copyRich(words.map((w) => w.html).join(''), words.map((w) => w.text).join('\n\n'));
		toasts.say(
			`The bibliography is on the clipboard: ${many(
				words.reduce((n, w) => n + w.count, 0),
				'entry',
				'entries'
			)}.`
		);
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
			<p>Save it as DOCX, HTML or Markdown. On the right is what will be in it.</p>
		{/if}
	</GuideCard>
{/if}

<svelte:head><title>Hand in · {manuscript?.title ?? ''} · Rapid Quill</title></svelte:head>
<Bar here="">
	<Btn kind="quiet" href="/draft/{id}/proof">Proof</Btn>
	<Btn kind="ghost" href="/draft/{id}">Back to the draft</Btn>
</Bar>
{#if trouble}
	<Lost {trouble} />
{:else}
	{#each notes as n (n)}<Alert look="band">{n}</Alert>{/each}
	<main class="hand">
		<section class="choices">
			<h1>Hand in</h1>
			<p class="lead">
				{#if manuscript && result}“{manuscript.title}” in {result.style.title}.{/if} A final file is plain text and formatting;
				the live manuscript stays on the desk.
			</p>
			<h2>The file</h2>
			<div class="row">
				<div><b>DOCX</b><span>Real footnotes or endnotes, headings and hanging indents</span></div>
				<Btn kind="primary" disabled={!final || busy === 'docx'} onclick={docx} label="Save as DOCX"
					>{busy === 'docx' ? 'Writing…' : 'Save'}</Btn
				>
			</div>
			<div class="row">
				<div><b>HTML</b><span>One file, with notes and bibliography marked up for readers and machines</span></div>
				<Btn kind="ghost" disabled={!final} onclick={html} label="Save as HTML">Save</Btn>
			</div>
			<div class="row">
				<div>
					<b>Markdown</b><span>Citations as cite keys; the sources (.bib) and pictures beside the text</span>
				</div>
				<Btn kind="ghost" disabled={!formatted || busy === 'markdown'} onclick={markdown} label="Save as Markdown"
					>{busy === 'markdown' ? 'Writing…' : 'Save'}</Btn
				>
			</div>
			{#if dropped.length}
				<div class="dropped" role="status">
					<Fold title={`${many(dropped.length, 'thing')} that Markdown cannot hold`}>
						<ul>
							{#each dropped as d, i (i)}<li>{d.what} <small>{d.where}</small></li>{/each}
						</ul>
					</Fold>
				</div>
			{/if}
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
		<section class="preview" aria-label="Preview of the file">
			{#if final}
				<div class="pages" use:sheet={page} role="document" aria-label="The file as it will be"></div>
			{:else}<p>Preparing the file…</p>{/if}
		</section>
	</main>
{/if}

<style>
	.hand {
		display: grid;
		grid-template-columns: minmax(300px, 420px) minmax(0, 1fr);
		gap: 40px;
		padding: 30px 40px 0;
		height: calc(100vh - var(--bar));
		max-width: 1360px;
		margin: 0 auto;
	}
	h1 {
		font: 600 24px/1.2 var(--serif);
		margin-bottom: 8px;
	}
	.lead {
		color: var(--ink-2);
	}
	h2 {
		font: 500 var(--small) / 1 var(--sans);
		color: var(--ink-3);
		margin: 26px 0 6px;
	}
	.row {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 10px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	.row div {
		flex: 1;
	}
	.row b {
		display: block;
		font-weight: 600;
	}
	.row span {
		color: var(--ink-3);
		font-size: 12.5px;
	}
	.dropped {
		font-size: 12.5px;
		color: var(--ink-2);
	}
	.dropped small {
		color: var(--ink-3);
	}
	.preview {
		background: #fff;
		border: 1px solid var(--line-soft);
		border-bottom: 0;
		border-radius: var(--r1) var(--r1) 0 0;
		overflow: hidden;
		min-height: 300px;
	}
	.preview p {
		padding: 30px;
		color: #48535f;
	}
	.pages {
		width: 100%;
		height: 100%;
		overflow: auto;
	}
	@media (max-width: 900px) {
		.hand {
			grid-template-columns: 1fr;
			height: auto;
		}
		.preview {
			height: 70vh;
		}
	}
</style>
