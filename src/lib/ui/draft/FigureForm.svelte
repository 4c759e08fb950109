<script lang="ts">
	/** A picture from a file with the words that describe it; those of a figure that is there can be changed. */
	import { PictureError, pictureOf, PICTURES } from '$lib/editor/image-files';
	import { changeFigure, figureAt, insertFigure, noteBelow } from '$lib/editor/insertions';
	import { unexpected } from '$lib/services/problems';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Pick from '../kit/Pick.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import Words from '../kit/Words.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';
	let { draft, run, onclose, onaway }: FormProps = $props();
	// what it was when the form was opened
	// svelte-ignore state_referenced_locally
	const there = draft.view && figureAt(draft.view.state);
	let alt = $state((there?.node.attrs.alt as string | undefined) ?? '');
	let width = $state((there?.node.attrs.width as number | undefined) ?? 0);
	/** Per cent of the text; a width that came with a file stands among them. */
	const WIDTHS = [100, 75, 66, 50, 33, 25];
	// svelte-ignore state_referenced_locally
	const widths = width && !WIDTHS.includes(width) ? [...WIDTHS, width].sort((a, b) => b - a) : WIDTHS;
	let picture = $state('');
	let trouble = $state('');

	async function pick([file]: File[]) {
		trouble = '';
		if (!file) return;
		try {
			picture = await pictureOf(file);
		} catch (e) {
			trouble = e instanceof PictureError ? e.message : unexpected(e, 'The picture could not be read.');
		}
	}
	function submit() {
		const description = alt.trim();
		const asset = picture && draft.assets.nameOf(picture);
		if (there) return run(changeFigure(there.pos, { alt: description, width, ...(asset ? { asset } : {}) }));
		if (asset) return run(insertFigure(asset, description, width));
		trouble = 'Choose a picture first.';
	}
</script>

<InsertForm label="Figure" {onclose} {onaway} onsubmit={submit}>
	<div class="acts">
		<PickFiles
			words={there || picture ? 'Another picture…' : 'Choose a picture…'}
			accept={PICTURES}
			onpick={(f) => void pick(f)}
		/>
		<span class="hint">PNG, JPEG, GIF, WebP or SVG</span>
	</div>
	{#if picture}<img src={picture} alt="" />{/if}
	{#if trouble}<Alert>{trouble}</Alert>{/if}
	<label
		>What the picture shows
		<Words bind:value={alt} rows={2} placeholder="For those who cannot see it" />
	</label>
	<label
		>Width
		<Pick value={width} onchange={(e) => (width = Number(e.currentTarget.value))}>
			<option value={0}>As the picture is</option>
			{#each widths as w (w)}<option value={w}>{w === 100 ? 'As wide as the text' : `${w} % of the text`}</option
				>{/each}
		</Pick>
	</label>
	<div class="acts">
		{#if there}<Btn kind="quiet" onclick={() => run(noteBelow)}>Note below the figure</Btn>{/if}
		<Btn kind="primary" type="submit">{there ? 'Change figure' : 'Insert figure'}</Btn>
	</div>
</InsertForm>

<style>
	img {
		max-width: 100%;
		max-height: 130px;
		border: 1px solid var(--line-soft);
		border-radius: var(--r1);
	}
</style>
