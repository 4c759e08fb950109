<script lang="ts">
	/** The guide beside the sheet: write, cite with a page, switch the style, hand in. */
	import { onMount } from 'svelte';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { guide } from '$lib/services/guide.svelte';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import GuideCard from './GuideCard.svelte';
	import { exampleOf, stepOf } from './steps';

	let { draft }: { draft: Draft } = $props();
	const step = $derived(
		stepOf({
			words: draft.words.text,
			places: draft.shown.clusters.some((c) => c.cites.some((x) => x.locator)),
			switched: draft.docStyle.id !== guide.now?.style
		})
	);
	let example = $state.raw<ReturnType<typeof exampleOf>>(null);
	onMount(() =>
		inBackground(
			library.someOfEachKind(20).then((some) => (example = exampleOf(some))),
			'No source could be found for an example.'
		)
	);
	const TITLES = ['Write a sentence', 'Cite a source, with its page', 'Switch the style', 'Hand it in'];
</script>

<GuideCard step={step + 1} title={TITLES[step]}>
	{#if step === 0}
		<p>Type on the sheet: a title, Enter, and a sentence. It is saved as you type.</p>
	{:else if step === 1 && example}
		<p>
			Behind your words type <kbd>@</kbd> and then <b>{example.typed}</b>, or press Cite above. Enter takes {example.source}.
		</p>
		<p>Then type <b>p 12</b> and press Enter. The bibliography writes itself.</p>
	{:else if step === 1}
		<p>
			Behind your words type <kbd>@</kbd>, or press Cite above, then New source: author and title will do. Type
			<b>p 12</b> and press Enter.
		</p>
	{:else if step === 2}
		<p>
			Press “{draft.docStyle.title}” above, choose another style, and use it. Citations and bibliography change
			together.
		</p>
	{:else}
		<p>Press Hand in above, and save the file in the format that was asked for.</p>
	{/if}
</GuideCard>
