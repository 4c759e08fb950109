<script lang="ts">
	/** The formats a manuscript can be saved in; what a format cannot hold is listed before it is saved. */
	import { writeHtml } from '$lib/core/document';
	import { printedFields } from '$lib/core/page';
	import { library } from '$lib/services/library.svelte';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { download, fileName } from '../download';
	import Btn from '../kit/Btn.svelte';
	import { many } from '../parts/many';
	import type { Ready } from './make-ready';
	import type { PaperFile } from './paper-file';

	interface Props {
		ready: Ready | null;
		/** The pages are there to be printed. */
		printable: boolean;
		onprint: () => void;
		onsaved: () => void;
	}
	let { ready, printable, onprint, onsaved }: Props = $props();

	type Kind = 'markdown' | 'latex' | 'text';
	const NAMES: Record<Kind, string> = { markdown: 'Markdown', latex: 'LaTeX', text: 'plain text' };
	let busy = $state('');
	/** Made, and waiting for the person's word: its format cannot hold all of it. */
	let waiting = $state.raw<{ id: string; name: string; file: PaperFile } | null>(null);

	const name = (): string => fileName(ready!.final.title);

	/** Writes a file; a failure is said, and the manuscript is as it was. */
	async function write(id: string, format: string, work: (r: Ready) => Promise<boolean>) {
		if (!ready || busy) return;
		busy = id;
		waiting = null;
		try {
			if (await work(ready)) said(format);
		} catch (e) {
			toasts.say(unexpected(e, `The ${format} file could not be written. Your manuscript is not touched.`));
		} finally {
			busy = '';
		}
	}
	function said(format: string) {
		onsaved();
		toasts.say(`The ${format} file is in your downloads. Your manuscript stays live here.`);
	}

	/** @param live whether citations, with their sources, are live again where it is opened here */
	const docx = (live: boolean) =>
		write(`docx ${live}`, 'DOCX', async (r) => {
			const { writeDocx } = await import('$lib/core/document/docx');
			const { liveOf } = await import('$lib/core/document/live');
			const { manuscript, doc, style, sources } = r.formatted;
			const facts = {
				manuscript: manuscript.id,
				authors: manuscript.authors,
				sources: sources.map(({ id, key, item }) => ({ id, key, item })),
				style,
				resolve: library.resolve
			};
			const page = { setup: r.setup, fields: printedFields(r.page) };
			download(
				`${name()}${live ? '-live' : ''}.docx`,
				await writeDocx(r.final, page, live ? liveOf(doc, r.final, facts) : null),
				'application/vnd.openxmlformats-officedocument.wordprocessingml.document'
			);
			return true;
		});
	const odt = () =>
		write('odt', 'ODT', async (r) => {
			const { ODT_TYPE, writeOdt } = await import('$lib/core/document/odt');
			download(`${name()}.odt`, writeOdt(r.final, { setup: r.setup, fields: printedFields(r.page) }), ODT_TYPE);
			return true;
		});
	const html = () =>
		write('html', 'HTML', (r) => {
			download(`${name()}.html`, writeHtml(r.final), 'text/html');
			return Promise.resolve(true);
		});
	const paper = (kind: Kind, live: boolean) => {
		const id = `${kind} ${live}`;
		return write(id, NAMES[kind], async (r) => {
			const { paperFile } = await import('./paper-file');
			const file = await paperFile(r, kind, live, name());
			if (file.dropped.length) {
				waiting = { id, name: NAMES[kind], file };
				return false;
			}
			download(`${name()}.${file.ending}`, file.data, file.type);
			return true;
		});
	};
	function allTheSame() {
		const { file, name: format } = waiting!;
		download(`${name()}.${file.ending}`, file.data, file.type);
		waiting = null;
		said(format);
	}
</script>

{#snippet losses(kind: Kind)}
	{#if waiting?.id.startsWith(`${kind} `)}
		<div class="losses" role="group" aria-label="What {waiting.name} cannot hold">
			<p>{waiting.name} cannot hold {many(waiting.file.dropped.length, 'thing')} of this manuscript:</p>
			<ul>
				{#each waiting.file.dropped as d, i (i)}<li>{d.what} <small>{d.where}</small></li>{/each}
			</ul>
			<Btn kind="primary" onclick={allTheSame}>Save all the same</Btn>
			<Btn kind="quiet" onclick={() => (waiting = null)}>Do not save</Btn>
		</div>
	{/if}
{/snippet}

{#snippet words(id: string)}{busy === id ? 'Writing…' : 'Save'}{/snippet}

<h2>The file</h2>
<div class="row">
	<div><b>DOCX</b><span>Final, to hand in; or live: sources inside, for a colleague or for yourself</span></div>
	<Btn kind="ghost" disabled={!ready || busy !== ''} onclick={() => docx(true)} label="Save as live DOCX"
		>{busy === 'docx true' ? 'Writing…' : 'Live'}</Btn
	>
	<Btn kind="primary" disabled={!ready || busy !== ''} onclick={() => docx(false)} label="Save as DOCX"
		>{@render words('docx false')}</Btn
	>
</div>
<div class="row">
	<div><b>ODT</b><span>Real notes, styles to change at one place, numbers and references as fields</span></div>
	<Btn kind="ghost" disabled={!ready || busy !== ''} onclick={odt} label="Save as ODT">{@render words('odt')}</Btn>
</div>
<div class="row">
	<div><b>PDF or paper</b><span>The pages shown here, by the browser’s print window</span></div>
	<Btn kind="ghost" disabled={!printable} onclick={onprint} keys="Control+P" label="Print the pages">Print</Btn>
</div>
<div class="row">
	<div><b>HTML</b><span>One file, with notes and bibliography marked up for readers and machines</span></div>
	<Btn kind="ghost" disabled={!ready || busy !== ''} onclick={html} label="Save as HTML">{@render words('html')}</Btn>
</div>
{#each [['markdown', 'With the sources (.bib) beside it, or formatted'], ['latex', 'With the sources (.bib) beside it, or formatted']] as const as [kind, about] (kind)}
	<div class="row">
		<div><b>{NAMES[kind]}</b><span>{about}</span></div>
		<Btn
			kind="ghost"
			disabled={!ready || busy !== ''}
			onclick={() => paper(kind, true)}
			label="Save as {NAMES[kind]} with cite keys">{busy === `${kind} true` ? 'Writing…' : 'Cite keys'}</Btn
		>
		<Btn
			kind="ghost"
			disabled={!ready || busy !== ''}
			onclick={() => paper(kind, false)}
			label="Save as {NAMES[kind]} with citations as printed"
			>{busy === `${kind} false` ? 'Writing…' : 'As printed'}</Btn
		>
	</div>
	{@render losses(kind)}
{/each}
<div class="row">
	<div><b>Plain text</b><span>Words, notes and bibliography, for a mail or a form</span></div>
	<Btn kind="ghost" disabled={!ready || busy !== ''} onclick={() => paper('text', false)} label="Save as plain text"
		>{@render words('text false')}</Btn
	>
</div>
{@render losses('text')}

<style>
	.losses {
		padding: 10px 12px;
		margin: 6px 0 10px;
		background: var(--desk-raised);
		border-left: 2px solid var(--marigold);
		border-radius: var(--r1);
		font-size: 12.5px;
		color: var(--ink-2);
	}
	.losses ul {
		margin: 6px 0 10px;
		padding-left: 16px;
		list-style: disc;
	}
	.losses small {
		color: var(--ink-3);
	}
</style>
