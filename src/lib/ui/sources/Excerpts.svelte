<script lang="ts">
	/** Quotations, paraphrases, remarks and pictures kept with a source, each with its place and the section it is for. */
	import { readLocator, writeLocator } from '$lib/core/manuscript';
	import type { Excerpt, Source } from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import type { Put } from './change';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import Words from '../kit/Words.svelte';
	import Alert from '../kit/Alert.svelte';

	interface Props {
		source: Source;
		put: Put;
	}
	let { source, put }: Props = $props();
	const KINDS: Record<Excerpt['kind'], string> = {
		quotation: 'Quotation',
		paraphrase: 'Paraphrase',
		remark: 'Remark',
		picture: 'Picture'
	};
	/** Which one is being written; its length for a new one, -1 for none. */
	let at = $state(-1);
	let kind = $state<Excerpt['kind']>('quotation');
	let text = $state('');
	let place = $state('');
	let section = $state('');
	let image = $state<string | undefined>(undefined);
	let trouble = $state('');
	const MOST_IMAGE = 3_000_000;

	function begin(i: number) {
		const e = source.excerpts[i];
		at = i;
		kind = e?.kind ?? 'quotation';
		text = e?.text ?? '';
		place = e?.locator ? writeLocator(e.locator) : '';
		section = e?.section ?? '';
		image = e?.image;
		trouble = '';
	}
	async function keep(e: SubmitEvent) {
		e.preventDefault();
		const locator = place.trim() ? readLocator(place.trim()) : null;
		if (place.trim() && !locator) {
			trouble = `“${place.trim()}” is not a locator that is known here. Try p 12, ch 3, fig 1 or 1:02:30.`;
			return;
		}
		const next: Excerpt = { kind, text: text.trim() };
		if (locator) next.locator = { label: locator.label, value: locator.value };
		if (section.trim()) next.section = section.trim();
		if (kind === 'picture' && image) next.image = image;
		const spot = at;
		at = -1;
		await put((s) => {
			const list = [...s.excerpts];
			list[Math.min(spot, list.length)] = next;
			return { ...s, excerpts: list };
		}, 'Kept an excerpt');
	}
	async function drop(i: number) {
		at = -1;
		await put((s) => ({ ...s, excerpts: s.excerpts.filter((_, k) => k !== i) }), 'Deleted an excerpt');
	}
	async function picture(file: File | undefined) {
		trouble = '';
		if (!file) return;
		if (!/^image\/(?:png|jpeg|gif|webp)$/.test(file.type)) trouble = 'A picture is a PNG, JPEG, GIF or WebP file.';
		else if (file.size > MOST_IMAGE)
			trouble = 'This picture is larger than 3 MB. Make it smaller first; nothing was kept.';
		else
			image = await new Promise((ok, no) => {
				const r = new FileReader();
				r.onload = () => ok(r.result as string);
				r.onerror = () => no(r.error ?? new Error('The picture could not be read.'));
				r.readAsDataURL(file);
			});
	}
</script>

<div class="excerpts">
	<small
		>{source.excerpts.length
			? `${source.excerpts.length} excerpt${source.excerpts.length === 1 ? '' : 's'}`
			: 'No excerpts yet'}</small
	>
	{#each source.excerpts as e, i (i)}
		<div class="one">
			{#if e.image}<img src={e.image} alt={e.text || 'A picture'} />{/if}
			<Press onclick={() => begin(i)} aria-label="Edit the {KINDS[e.kind].toLowerCase()}"
				>{e.kind === 'quotation' ? `“${e.text}”` : e.text || KINDS[e.kind]}</Press
			>
			<em
				>{[KINDS[e.kind].toLowerCase(), e.locator && writeLocator(e.locator), e.section]
					.filter(Boolean)
					.join(' · ')}</em
			>
		</div>
	{/each}
	{#if at >= 0}
		<form onsubmit={keep}>
			<div class="row">
				<Pick bind:value={kind} aria-label="What it is">
					{#each Object.entries(KINDS) as [k, n] (k)}<option value={k}>{n}</option>{/each}
				</Pick>
				<Field bind:value={place} aria-label="Locator" placeholder="p 12–14" />
				<Field bind:value={section} aria-label="Section it is for" placeholder="For section…" />
			</div>
			<Words
				bind:value={text}
				rows={3}
				aria-label="Words of the excerpt"
				autofocus
				required={kind !== 'picture' || !image}
			/>
			{#if kind === 'picture'}
				<p class="picture">
					<PickFiles
						words={image ? 'Choose another picture' : 'Choose a picture'}
						label="Picture"
						accept="image/png,image/jpeg,image/gif,image/webp"
						onpick={(files) => void picture(files[0])}
					/>
				</p>
				{#if image}<img src={image} alt="To be kept" />{/if}
			{/if}
			{#if trouble}<Alert>{trouble}</Alert>{/if}
			<div class="row end">
				{#if at < source.excerpts.length}<Btn kind="quiet" onclick={() => void drop(at)}>Delete</Btn>{/if}
				<Btn kind="quiet" onclick={() => (at = -1)}>Cancel</Btn>
				<Btn kind="primary" type="submit">Keep</Btn>
			</div>
		</form>
	{:else}
		<Btn kind="link" onclick={() => begin(source.excerpts.length)}>Keep an excerpt</Btn>
	{/if}
</div>

<style>
	.excerpts {
		padding: 14px 14px 0;
		font-size: 13px;
		color: var(--ink-2);
	}
	small {
		display: block;
		font: 500 var(--tiny) / 1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 6px;
	}
	.one {
		margin-bottom: 7px;
	}
	.one :global(.press) {
		text-align: left;
		font: 400 13px/1.4 var(--serif);
		cursor: pointer;
	}
	.one :global(.press:hover) {
		color: var(--ink);
	}
	em {
		display: block;
		font: 400 11.5px/1.4 var(--sans);
		color: var(--ink-3);
	}
	img {
		max-width: 100%;
		max-height: 120px;
		border-radius: var(--r1);
	}
	form {
		display: grid;
		gap: 6px;
	}
	.row {
		display: flex;
		gap: 6px;
	}
	.end {
		justify-content: flex-end;
	}
</style>
