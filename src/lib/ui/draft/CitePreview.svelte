<script lang="ts">
	/** What the cites of the cite line would print: in the sentence, in the bibliography, and in each form. */
	import type { PreviewOutput } from '$lib/core/citing';
	import type { DocCite } from '$lib/core/manuscript';
	import { creatorsOf, shortAuthor, shortLabel } from '$lib/core/source';
	import type { CiteTarget } from '$lib/editor/cite-target';
	import { sentenceWith, wordsBefore } from '$lib/editor/citing';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { library } from '$lib/services/library.svelte';
	import Press from '../kit/Press.svelte';
	import type { CiteLineState } from './citeline.svelte';

	let {
		draft,
		target,
		line,
		onform
	}: { draft: Draft; target: CiteTarget; line: CiteLineState; onform: (form: DocCite['form']) => void } = $props();
	let preview = $state.raw<PreviewOutput | null>(null);
	let formPreviews = $state.raw<{ form: DocCite['form']; html: string }[]>([]);
	let asked = 0;

	const words = {
		parenthetical: 'whole citation, where the style puts it',
		narrative: 'author in the sentence',
		'year-only': 'without the author',
		'author-only': 'author only'
	};
	const FORMS: DocCite['form'][] = ['parenthetical', 'narrative', 'year-only', 'author-only'];

	const AFTER_AUTHOR: DocCite['form'][] = ['year-only', 'parenthetical', 'narrative', 'author-only'];
	/** The words before the caret end with the author of the first source: the name need not be said again. */
	const authorStands = $derived.by(() => {
		const s = library.sources.get(line.previewCites[0]?.sourceId ?? '');
		if (!s || target.editing) return false;
		const said = wordsBefore(draft, target)
			.replace(/[\s’']+s?$/u, '')
			.toLowerCase();
		const names = [shortAuthor(s.item), shortLabel(s.item).name, creatorsOf(s.item).at(-1)?.family ?? ''];
		return names.some((n) => n.length > 1 && said.endsWith(n.toLowerCase()));
	});

	$effect(() => {
		const cites = $state.snapshot(line.previewCites) as DocCite[];
		const serial = ++asked;
		void draft.style;
		if (!cites.length) {
			preview = null;
			formPreviews = [];
			return;
		}
		const note = draft.asNotes || target.inNote ? draft.shown.notes.length + 1 : 0;
		void (async () => {
			const now = await draft.formatting.preview(cites, note);
			if (serial !== asked) return;
			// while nothing can be formatted the line still finds and cites; what stands in the way is said above the text
			preview = now.ok ? now.value : null;
			if (!now.ok) {
				formPreviews = [];
				return;
			}
			const list: { form: DocCite['form']; html: string }[] = [];
			for (const form of authorStands ? AFTER_AUTHOR : FORMS) {
				const other = await draft.formatting.preview(
					cites.map((c) => ({ ...c, form })),
					note
				);
				if (serial !== asked) return;
				if (!other.ok) continue;
				const o = other.value;
				const html =
					draft.asNotes && !target.inNote
						? `${o.lead}<sup>n</sup> ${form === 'author-only' ? '' : o.html}`
						: o.lead && o.html
							? `${o.lead} ${o.html}`
							: o.html || o.lead;
				if (html && !list.some((x) => x.html === html)) list.push({ form, html });
			}
			formPreviews = list;
		})();
	});
	const sentence = $derived(sentenceWith(draft, target, line.previewCites));
</script>

{#if preview}
	<!-- eslint-disable svelte/no-at-html-tags -- all of it written by the processor's HTML writer, which escapes data -->
	<div class="pre" aria-live="polite">
		{#if draft.asNotes && !target.inNote}
			<p>{sentence.before}<ins>{@html preview.lead}<sup>n</sup></ins>{sentence.after}</p>
			<p class="as-note"><sup>n</sup> {@html preview.html}</p>
		{:else}
			<p>{sentence.before}<ins>{@html preview.html || preview.lead}</ins>{sentence.after}</p>
		{/if}
		{#each preview.entries.slice(0, 2) as e (e.id)}<div class="entry">{@html e.html}</div>{/each}
	</div>
	<div class="forms" role="radiogroup" aria-label="Form of the citation">
		{#each formPreviews as f (f.form)}
			<Press
				class={{ on: line.form === f.form }}
				role="radio"
				aria-checked={line.form === f.form}
				data-tip={words[f.form]}
				onclick={() => onform(f.form)}
				>{@html f.html}{#if f.form === 'year-only' && authorStands}<i> author is already in the sentence</i>{/if}</Press
			>
		{/each}
	</div>
	<!-- eslint-enable svelte/no-at-html-tags -->
{/if}

<style>
	.pre {
		border-top: 1px solid var(--line-soft);
		background: var(--desk-raised);
		padding: 10px 12px 4px;
		font: 400 14.5px/1.5 var(--serif);
	}
	.pre ins {
		text-decoration: underline;
		text-decoration-color: var(--verdigris-line);
		text-underline-offset: 4px;
		background: var(--verdigris-tint);
		border-radius: 2px;
	}
	.pre .as-note,
	.pre .entry {
		font-size: 13px;
		color: var(--ink-2);
		margin-top: 4px;
	}
	.pre .entry {
		padding-left: 1.4em;
		text-indent: -1.4em;
	}
	.forms {
		display: flex;
		gap: 6px;
		padding: 8px 12px 8px;
		background: var(--desk-raised);
		flex-wrap: wrap;
	}
	.forms :global(.press) {
		font: 400 13px/1.3 var(--serif);
		border: 1px solid var(--line);
		border-radius: 15px;
		padding: 4px 11px;
		background: var(--sheet);
		cursor: pointer;
		max-width: 100%;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.forms i {
		font: 400 12px/1.3 var(--sans);
		color: var(--ink-2);
	}
	.forms :global(.press.on) {
		border-color: var(--verdigris);
		box-shadow: inset 0 0 0 1px var(--verdigris);
	}
</style>
