<script lang="ts">
	import { flushSync, onMount } from 'svelte';
	import { breakable } from '../parts/breakable';
	import { overrideHtml, type NoteInfo } from '$lib/core/manuscript';
	import { editCitation } from '$lib/editor/cite-target';
	import { pair } from '$lib/editor/navigation';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { factsOf } from '$lib/editor/facts';
	import { overrideStates } from '$lib/core/proof/quick';
	import { takeNoteIn, turnOwnNote } from '$lib/editor/commands';
	import { notePosition } from '$lib/editor/citing';
	import Btn from '../kit/Btn.svelte';
	import EditRemark from './EditRemark.svelte';
	import Press from '../kit/Press.svelte';
	import { TrashBinOutline } from '../parts/icons';
	let { draft, note, onresize }: { draft: Draft; note: NoteInfo; onresize: () => void } = $props();
	function importPaper() {
		draft.run(takeNoteIn(notePosition(draft, note.id)));
		draft.view?.focus();
	}
	/** While the page is scrolled past, a note of the writer's is its words alone. */
	let whole = $state(false);
	onMount(() => draft.scrollIdle.runWhenScrollIdle(() => flushSync(() => (whole = true))));
	const on = $derived(draft.selectedCitation === note.id);
	const edit = $derived.by(() => {
		void draft.revision;
		return draft.shown.citations.find((c) => c.id === note.id)?.override
			? overrideStates(factsOf(draft)).find((e) => e.id === note.id)
			: undefined;
	});
	const html = $derived.by(() => {
		void draft.revision;
		return edit ? overrideHtml(edit.hand) : (draft.output(note.id)?.html ?? '…');
	});
	function writing(el: HTMLElement, id: string) {
		const stop = draft.noteEditors.mount(id, el);
		const seen = new ResizeObserver(onresize);
		seen.observe(el);
		return {
			destroy() {
				seen.disconnect();
				stop();
			}
		};
	}
</script>

<div
	class="note"
	class:own={note.own}
	class:on={on || draft.hovered === note.id}
	role="group"
	aria-label="Note {note.number}"
	onpointerenter={() => pair(draft, note.id)}
	onpointerleave={() => pair(draft, null)}
>
	<span class="k" aria-hidden="true">{note.number}</span>
	{#if note.own && !whole}
		<p class="body words">{draft.noteEditors.words(note.id)}</p>
	{:else if note.own}
		<div class="body" lang={draft.style?.lang ?? 'en'} use:writing={note.id}></div>
		<div class="tools">
			<Btn
				kind="quiet"
				class="tiny"
				label="Make note {note.number} {note.kind === 'endnote' ? 'a footnote' : 'an endnote'}"
				tip={note.kind === 'endnote' ? 'Make it a footnote' : 'Make it an endnote'}
				onclick={() => draft.run(turnOwnNote(notePosition(draft, note.id)))}
				>{note.kind === 'endnote' ? 'foot' : 'end'}</Btn
			>
			<Btn
				kind="quiet"
				class="tiny"
				label="Put note {note.number} into the text"
				tip="Put its words into the text"
				onclick={() => importPaper()}>text</Btn
			>
			<Btn
				kind="quiet"
				class="tiny"
				label="Delete note {note.number}"
				tip="Delete this note"
				onclick={() => draft.noteEditors.remove(note.id)}><TrashBinOutline class="icon" /></Btn
			>
		</div>
	{:else}
		<Press class="body" aria-label="Note {note.number}: edit its citation" onclick={() => editCitation(draft, note.id)}>
			<!-- eslint-disable-next-line svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes all data -->
			<span>{@html breakable(html)}</span>
		</Press>
		{#if edit}<EditRemark {draft} {edit} onedit={() => editCitation(draft, note.id, true)} />{/if}
	{/if}
</div>

<style>
	.note {
		position: relative;
		margin-left: 14px;
		max-width: 276px;
		font: 400 13px/1.46 var(--serif);
		color: var(--ink-2);
		padding: 3px 8px 3px 34px;
		border-radius: 4px;
	}
	.note.own {
		color: var(--ink);
	}
	.note.on,
	.note:hover,
	.note:focus-within {
		background: var(--desk-raised);
	}
	.k {
		position: absolute;
		left: 8px;
		top: 4px;
		font: 600 12px/1.4 var(--sans);
		color: var(--verdigris);
		font-variant-numeric: tabular-nums;
	}
	.body,
	.note :global(.press.body) {
		display: block;
		width: 100%;
		text-align: left;
		overflow-wrap: anywhere;
	}
	.note :global(.press.body) {
		cursor: pointer;
		color: inherit;
		font: inherit;
	}
	.note :global(.body .note-text) {
		font: inherit;
	}
	.tools {
		display: flex;
		background: var(--desk-raised);
		border-radius: 3px;
		position: absolute;
		right: 2px;
		top: 0;
		opacity: 0;
	}
	.note:hover .tools,
	.note:focus-within .tools {
		opacity: 1;
	}
	.note :global(.btn.tiny) {
		padding: 4px;
		color: var(--ink-3);
		background: var(--desk-raised);
	}
</style>
