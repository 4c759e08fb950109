<script lang="ts">
	/** A comment on what is selected, or on the word at the caret. */
	import { untrack } from 'svelte';
	import { addComment, passageAt, said } from '$lib/editor/comments';
	import Btn from '../kit/Btn.svelte';
	import Words from '../kit/Words.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';

	let { draft, onclose, onaway }: FormProps = $props();
	let words = $state('');
	// a note has an editor of its own: a comment in one is on its mark in the text
	// what was selected when it was opened
	const before = untrack(() => draft.view?.state);
	const at = before ? passageAt(before) : null;
	const about = at && before ? before.doc.textBetween(at.from, at.to, ' ', () => '…') : '';
	const SHOWN = 70;

	function submit() {
		const { view } = draft;
		if (!view || !at || !words.trim()) return;
		draft.act(addComment(view.state.tr, at, said(draft.me, words.trim())), 'Comment added');
		onclose();
	}
</script>

<InsertForm label="Comment" onsubmit={submit} {onclose} {onaway}>
	{#if at}
		<label
			>Comment on “{about.length > SHOWN ? `${about.slice(0, SHOWN)}…` : about}”
			<Words bind:value={words} rows={3} />
		</label>
		<p class="hint">It is no part of the text, and goes along in live files only.</p>
		<div class="acts"><Btn kind="primary" type="submit" disabled={!words.trim()}>Add comment</Btn></div>
	{:else}
		<p class="hint">Select the words that the comment is about first.</p>
	{/if}
</InsertForm>
