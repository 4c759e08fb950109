<script lang="ts">
	/** Documents are opened: what was read, which citations are live, what was not kept; then they go on the desk. */
	import { Modal } from 'flowbite-svelte';
	import { format } from 'date-fns';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import type { ReadDocument } from '$lib/workers/read-document';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Fold from '../kit/Fold.svelte';
	import Progress from '../kit/Progress.svelte';
	import { Opening } from './opening.svelte';
	import TakePackage from './TakePackage.svelte';

	interface Props {
		files: File[];
		onclose: () => void;
		/** Takes what was read into a text that is open; without it manuscripts are made. @returns how many sources are new */
		into?: (o: Opening) => Promise<number>;
	}
	let { files, onclose, into }: Props = $props();
	const title = $derived.by(() => {
		if (packed) return 'Import a package';
		return into ? 'Insert text from a file' : 'Open a document';
	});
	const button = $derived.by(() => {
		if (into) return 'Insert after this paragraph';
		return o.read.length === 1 ? 'Open as a manuscript' : `Open as ${o.read.length} manuscripts`;
	});
	const o = new Opening();
	let open = $state(true);
	let taking = $state(false);

	/** A package goes another way: it is taken in with its sources. */
	let packed = $state.raw<File | null>(null);
	$effect(() => {
		const list = files;
		untrack(() => void begin(list));
	});
	async function begin(list: File[]) {
		const [only] = list;
		const head = list.length === 1 && only.name.endsWith('.json') ? await only.slice(0, 200).text() : '';
		if (head && !into) {
			const { looksLikePackage } = await import('$lib/data/package/take');
			if (looksLikePackage(head)) {
				packed = only;
				return;
			}
		}
		await o.open(list);
	}
	$effect(() => {
		if (open) return;
		o.stop();
		onclose();
	});

	const many = (n: number, one: string, more = `${one}s`) => `${n.toLocaleString('en')} ${n === 1 ? one : more}`;
	const parts = ({ count: c }: ReadDocument): string =>
		[
			many(c.words, 'word'),
			c.headings && many(c.headings, 'heading'),
			c.footnotes && many(c.footnotes, 'footnote'),
			c.endnotes && many(c.endnotes, 'endnote'),
			c.tables && many(c.tables, 'table'),
			c.figures && many(c.figures, 'figure'),
			c.equations && many(c.equations, 'equation')
		]
			.filter(Boolean)
			.join(', ');
	function citations({ count, paper, here }: ReadDocument): string {
		if (!count.citations) return 'No citations.';
		const known = Object.keys(here).length;
		const fresh = paper.sources.length - known;
		const sources = [
			fresh && `${many(fresh, 'source')} new to your library`,
			known && `${many(known, 'source')} already in it`
		].filter(Boolean);
		return `${many(count.citations, 'live citation')}; ${sources.join(', ')}.`;
	}

	function styleSaid({ id, title }: { id: string; title: string }): string {
		return o.styles.has(id)
			? `It is in “${title}”: the file of yours with this name is used.`
			: `Its style, “${title}”, comes with it and goes into your styles.`;
	}

	const sourcesSaid = (added: number) => (added ? ` ${many(added, 'source')} added to the library.` : '');
	async function takeAsManuscripts() {
		const opened = await o.take();
		open = false;
		const sources = sourcesSaid(opened.reduce((sum, x) => sum + x.added, 0));
		if (opened.length === 1) {
			toasts.say(`“${opened[0].manuscript.title}” is open.${sources}`);
			const { typed } = o.read[0].read;
			await goto(`/draft/${opened[0].manuscript.id}${typed.citations || typed.entries ? '/match' : ''}`);
		} else toasts.say(`${many(opened.length, 'manuscript')} are on the desk.${sources}`);
	}
	/** Copies that came back are compared with what was sent; each can be a manuscript of its own all the same. */
	const returned = $derived(into ? null : o.found.length === 1 && o.found[0].back ? o.found[0] : null);
	async function takeBack() {
		if (!returned) return;
		taking = true;
		try {
			const id = await o.takeBack(returned);
			open = false;
			await goto(`/draft/${id}/returned`);
		} catch (e) {
			o.trouble = unexpected(e, 'What came back could not be kept.');
		} finally {
			taking = false;
		}
	}
	async function take() {
		taking = true;
		try {
			if (into) {
				const added = await into(o);
				open = false;
				toasts.say(`${o.read.length === 1 ? o.read[0].path : `${o.read.length} files`} inserted.${sourcesSaid(added)}`);
			} else await takeAsManuscripts();
		} catch (e) {
			o.trouble = unexpected(e, into ? 'Not all of it could be inserted.' : 'Not all of it could be put on the desk.');
		} finally {
			taking = false;
		}
	}
</script>

<Modal bind:open {title} aria-label={title} size="lg" class="opened">
	{#if o.trouble}<Alert>{o.trouble}</Alert>{/if}
	{#if packed}
		<TakePackage file={packed} onclose={() => (open = false)} />
	{:else if o.reading}
		<p class="sum" role="status">Reading {o.reading}…</p>
		<Progress share={o.share} label="Reading progress" />
		<div class="acts">
			<span class="spacer"></span>
			<Btn onclick={() => o.stop()}>Stop</Btn>
		</div>
	{:else}
		{#each o.found as f (f.path)}
			<section aria-label={f.path}>
				<h4>{f.path}</h4>
				{#if f.answer.kind === 'trouble'}
					<Alert>{f.answer.message}</Alert>
				{:else}
					{@const r = f.answer.read}
					{#if f.back && !into}
						<p class="back">
							A copy of “{f.back.title}”, which you sent on {format(f.back.sentAt, 'd MMMM, HH:mm')}{r.sender.by
								? `, saved last by ${r.sender.by}`
								: ''}.
						</p>
					{/if}
					<p>{parts(r)}.</p>
					<p>{citations(r)}</p>
					{#if r.style && !into}<p>{styleSaid(r.style.file)}</p>{/if}
					{#if r.typed.citations || r.typed.entries}
						<p class="missing">
							<i class="diamond" aria-hidden="true"></i>{[
								r.typed.citations && many(r.typed.citations, 'typed citation'),
								r.typed.entries && `a typed list of ${many(r.typed.entries, 'entry', 'entries')}`
							]
								.filter(Boolean)
								.join(' and ')} can become live in Match-up{into ? '.' : ', which opens next.'}
						</p>
					{/if}
					{#if r.unresolved.length}
						<p class="missing">
							<i class="diamond" aria-hidden="true"></i>{many(r.unresolved.length, 'citation')} without a source; the text
							marks where:
						</p>
						<ul class="plain">
							{#each r.unresolved.slice(0, 20) as u, i (i)}<li>{u}</li>{/each}
							{#if r.unresolved.length > 20}<li>and {r.unresolved.length - 20} more</li>{/if}
						</ul>
					{/if}
					{@const lost = f.back && !into ? r.dropped.filter((d) => !d.what.includes('tracked')) : r.dropped}
					{#if lost.length}
						<Fold title={`${many(lost.length, 'thing')} not kept as ${lost.length === 1 ? 'it was' : 'they were'}`}>
							<ul class="lost">
								{#each lost as d, i (i)}<li><small>{d.where}</small>{d.what}</li>{/each}
							</ul>
						</Fold>
					{/if}
				{/if}
			</section>
		{/each}
		<div class="acts">
			<span class="spacer"></span>
			<Btn onclick={() => (open = false)}>{o.read.length ? 'Cancel' : 'Close'}</Btn>
			{#if o.read.length}
				<Btn kind={returned ? 'ghost' : 'primary'} disabled={taking} onclick={take}>{button}</Btn>
				{#if returned}<Btn kind="primary" disabled={taking} onclick={takeBack}>See what changed</Btn>{/if}
			{/if}
		</div>
	{/if}
</Modal>

<style>
	.sum {
		color: var(--ink);
		margin-bottom: 10px;
	}
	section {
		padding: 10px 0 14px;
		border-bottom: 1px solid var(--line);
	}
	h4 {
		font: 600 14px/1.4 var(--sans);
		color: var(--ink);
		overflow-wrap: anywhere;
	}
	p {
		color: var(--ink-2);
		font-size: 13px;
		line-height: 1.55;
	}
	.back {
		color: var(--ink);
	}
	.missing {
		margin-top: 6px;
	}
	.missing .diamond {
		margin-right: 7px;
	}
	.plain {
		margin: 2px 0 6px 15px;
		color: var(--ink);
		font-size: 13px;
	}
	.plain li {
		overflow-wrap: anywhere;
	}
	.lost li {
		display: grid;
		grid-template-columns: 150px 1fr;
		gap: 10px;
		padding: 3px 0;
		font-size: 12.5px;
		color: var(--ink-2);
		overflow-wrap: anywhere;
	}
	.lost small {
		color: var(--ink-3);
		font-size: 12px;
	}
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 14px;
	}
	.spacer {
		flex: 1;
	}
	@media (max-width: 600px) {
		.lost li {
			grid-template-columns: 1fr;
			gap: 0;
		}
	}
</style>
