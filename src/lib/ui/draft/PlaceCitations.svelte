<script lang="ts">
	/** Where the citations of a style are placed, and the language of its terms. */
	import type { CitingForm } from '$lib/core/manuscript';
	import { LANGUAGES } from './languages';
	import Pick from '../kit/Pick.svelte';
	import Press from '../kit/Press.svelte';

	interface Props {
		form: CitingForm;
		/** Empty for the style's own. */
		lang: string;
		/** What is said about the choice. */
		note: string;
		onform: (form: CitingForm) => void;
		onlang: (lang: string) => void;
	}
	let { form, lang, note, onform, onlang }: Props = $props();
	const FORMS: { form: CitingForm; name: string }[] = [
		{ form: 'in-text', name: 'in the text' },
		{ form: 'footnotes', name: 'in footnotes' },
		{ form: 'endnotes', name: 'in endnotes' }
	];
</script>

<div class="stand" role="radiogroup" aria-label="Place citations">
	<span>Place citations</span>
	{#each FORMS as f (f.form)}
		<Press role="radio" aria-checked={form === f.form} onclick={() => onform(f.form)}>{f.name}</Press>
	{/each}
	<Pick
		class="of-terms"
		aria-label="Language of terms and dates"
		value={lang}
		onchange={(e) => onlang(e.currentTarget.value)}
	>
		<option value="">language of the style</option>
		{#each LANGUAGES as l (l.lang)}<option value={l.lang}>{l.name}</option>{/each}
	</Pick>
	{#if note}<p role="status">{note}</p>{/if}
</div>

<style>
	.stand {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 6px;
		align-items: center;
		color: var(--ink-3);
		font-size: var(--small);
	}
	.stand :global(.press) {
		padding: 4px 10px;
		border: 1px solid var(--line);
		border-radius: 14px;
		color: var(--ink-2);
		cursor: pointer;
	}
	.stand :global(.press[aria-checked='true']) {
		border-color: var(--verdigris);
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 0 0 1px var(--verdigris);
	}
	.stand p {
		flex-basis: 100%;
		color: var(--ink-2);
	}
</style>
