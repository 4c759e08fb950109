<script lang="ts">
	/** What the file is for, its format, and saving it; what it cannot hold, or still says, is listed before it is saved. */
	import { leftNames } from '$lib/core/anonymous';
	import { needsPageNumbers } from '$lib/core/document';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import { download, fileName } from '../download';
	import Btn from '../kit/Btn.svelte';
	import Choice from '../kit/Choice.svelte';
	import Press from '../kit/Press.svelte';
	import { many } from '../parts/many';
	import { fileWords, FORMATS, KINDS, type FileFormat, type FileKind } from './kinds';
	import type { Ready } from './make-ready';
	import { makeFile, type MadeFile } from './write-file';

	interface Props {
		ready: Ready | null;
		kind: FileKind;
		/** Waits until what was decided is in it. */
		settled: () => Promise<void>;
		/** The pages are there to be printed. */
		printable: boolean;
		/** Numbers of pages that something refers to, as far as pages are laid out. */
		numbers: Record<string, string>;
		onkind: (kind: FileKind) => void;
		onprint: () => void;
		onsaved: () => void;
	}
	let { ready, kind, settled, printable, numbers, onkind, onprint, onsaved }: Props = $props();

	let wanted = $state<FileFormat>('docx');
	let busy = $state(false);
	/** It was made before the pages were, whose numbers it would have. */
	let early = false;
	/** Made, and waiting for the person's word: what its format cannot hold, or names that are still in it. */
	let waiting = $state.raw<{ file: MadeFile; words: string; left: string[] } | null>(null);

	const formats = $derived(KINDS.find((k) => k.id === kind)!.formats);
	const format = $derived(formats.includes(wanted) ? wanted : 'docx');
	const about = $derived((kind === 'live' && FORMATS[format].live) || FORMATS[format].about);
	const words = $derived(fileWords(kind, format));
	/** Made for this kind already. */
	const made = $derived(ready !== null && (kind === 'anonymous') === (ready.covered !== null));

	function choose(f: FileFormat) {
		wanted = f;
		waiting = null;
	}

	/** Writes the file; a failure is said, and the manuscript is as it was. */
	async function save() {
		if (!ready || busy || format === 'pdf') return;
		busy = true;
		waiting = null;
		const called = words;
		try {
			await settled();
			if (!made) return;
			const file = await makeFile(ready, kind, format, fileName(ready.final.title), { ...numbers });
			const names = ready.covered?.names ?? [];
			const data = file.data instanceof Blob ? new Uint8Array(await file.data.arrayBuffer()) : file.data;
			const left = leftNames(data, names).map((l) => `${l.before}${l.found}${l.after}`.replace(/\s+/g, ' ').trim());
			early = format === 'docx' && !printable && needsPageNumbers(ready.final, ready.setup);
			if (file.dropped.length || left.length) waiting = { file, words: called, left };
			else await keep(file, called);
		} catch (e) {
			toasts.say(unexpected(e, `The ${called} file could not be written. Your manuscript is not touched.`));
		} finally {
			busy = false;
		}
	}
	async function keep(file: MadeFile, called: string) {
		download(file.name, file.data, file.type);
		let forgotten = '';
		try {
			await file.remember?.();
		} catch (e) {
			forgotten = ` ${unexpected(e, 'What you send could not be remembered, so that it cannot be compared when it comes back.')}`;
		}
		waiting = null;
		onsaved();
		const none = kind === 'anonymous' && !ready?.covered?.left.length ? ' None of the names is in it.' : '';
		const dashes = early
			? ' Its pages were not laid out yet: page numbers in it show once your word processor updates its fields.'
			: '';
		toasts.say(`The ${called} file is in your downloads.${none}${dashes} Your manuscript stays live here.${forgotten}`);
	}
</script>

<div class="kinds" role="radiogroup" aria-label="What the file is for">
	{#each KINDS as k (k.id)}
		<Choice
			name="kind-of-file"
			group={kind}
			value={k.id}
			onchange={() => onkind(k.id)}
			class={k.id === kind ? 'on' : ''}
		>
			<span class="kind"><b>{k.name}</b> <small>{k.about}</small></span>
		</Choice>
	{/each}
</div>

<h2 id="file-format">Format</h2>
<div class="formats" role="group" aria-labelledby="file-format">
	{#each formats as f (f)}
		<Press aria-pressed={f === format} onclick={() => choose(f)}>{FORMATS[f].name}</Press>
	{/each}
</div>
<p class="about">{about}</p>
<div class="do">
	{#if format !== 'pdf'}
		<Btn kind="primary" disabled={!made || busy} onclick={save} label="Save as {words}"
			>{busy ? 'Writing…' : `Save ${format === 'package' ? 'the package' : FORMATS[format].name}`}</Btn
		>
	{/if}
	<Btn
		kind={format === 'pdf' ? 'primary' : 'ghost'}
		disabled={!printable || !made}
		onclick={onprint}
		keys="Control+P"
		label="Print the pages">{format === 'pdf' ? 'Print, or save as PDF…' : 'Print…'}</Btn
	>
</div>
{#if waiting}
	<div class="losses" role="group" aria-label="Before it is saved">
		{#if waiting.left.length}
			<p>{many(waiting.left.length, 'name')} can still be read in the {waiting.words} file:</p>
			<ul>
				{#each waiting.left.slice(0, 12) as l, i (i)}<li>{l}</li>{/each}
			</ul>
		{/if}
		{#if waiting.file.dropped.length}
			<p>{FORMATS[format].name} cannot hold {many(waiting.file.dropped.length, 'thing')} of this manuscript:</p>
			<ul>
				{#each waiting.file.dropped as d, i (i)}<li>{d.what} <small>{d.where}</small></li>{/each}
			</ul>
		{/if}
		<Btn kind="primary" onclick={() => keep(waiting!.file, waiting!.words)}>Save all the same</Btn>
		<Btn kind="quiet" onclick={() => (waiting = null)}>Do not save</Btn>
	</div>
{/if}

<style>
	.kinds {
		border: 1px solid var(--line);
		border-radius: var(--r2);
		background: var(--sheet);
		overflow: hidden;
		margin-top: 14px;
	}
	.kinds :global(label) {
		display: flex;
		gap: 12px;
		align-items: flex-start;
		padding: 10px 12px;
		white-space: normal;
		cursor: pointer;
	}
	.kinds :global(label + label) {
		border-top: 1px solid var(--line);
	}
	.kinds :global(label.on) {
		background: var(--verdigris-tint);
	}
	.kind b,
	.kind small {
		display: block;
	}
	.kind b {
		font-weight: 600;
	}
	.kind small {
		color: var(--ink-2);
		font-size: 12.5px;
	}
	.formats {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.formats :global(.press) {
		padding: 5px 12px;
		border: 1px solid var(--line);
		border-radius: 99px;
		background: var(--sheet);
		color: var(--ink);
		cursor: pointer;
	}
	.formats :global(.press[aria-pressed='true']) {
		border-color: var(--verdigris);
		background: var(--verdigris-tint);
		color: var(--verdigris);
		font-weight: 600;
	}
	.about {
		margin: 8px 0 12px;
		color: var(--ink-2);
		font-size: 12.5px;
	}
	.do {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
	}
	.losses {
		padding: 10px 12px;
		margin: 12px 0 0;
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
