<script lang="ts">
	/** A file is picked, read, and put into the text that is open; files that were dropped on it are opened beside it. */
	import { DOCUMENT_ENDINGS } from '$lib/core/document/readers/formats';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { insertDocument } from '$lib/editor/insert-document';
	import { inBackground } from '$lib/services/problems';
	import AskFiles from '../kit/AskFiles.svelte';
	import { countTyped } from '../match/count-typed';
	import OpenDocument from './OpenDocument.svelte';
	import type { Opening } from './opening.svelte';

	let { draft, dropped, onclose }: { draft: Draft; dropped?: File[]; onclose: () => void } = $props();
	const PICKED = [...DOCUMENT_ENDINGS, '.bib', '.ris', '.json'].join(',');
	let files = $state.raw<File[] | null>(null);

	/** Whoever inserts goes on writing: the caret is in the text as soon as the dialog has let go of the page. */
	function write() {
		if (document.querySelector('dialog[open]')) requestAnimationFrame(write);
		else draft.view?.focus();
	}
	function end() {
		onclose();
		write();
	}

	async function into(o: Opening): Promise<number> {
		const added = await o.insertInto((doc, path) => insertDocument(draft, doc, path));
		const count = countTyped(draft.store.doc).then((n) => void (draft.typed = n));
		inBackground(count, 'Typed citations could not be counted.');
		return added;
	}
</script>

{#if dropped}<OpenDocument files={dropped} onclose={end} />{:else}<AskFiles
		label="Files to insert"
		accept={PICKED}
		onpick={(list) => (files = list)}
		oncancel={end}
	/>{/if}
{#if files}<OpenDocument {files} {into} onclose={end} />{/if}
