<script lang="ts">
	/** A comment in the margin: who said what about which words, answers, and whether it is dealt with. */
	import { format } from 'date-fns';
	import { changeComment, removeComment, said, type PlacedComment } from '$lib/editor/comments';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import Words from '../kit/Words.svelte';
	import Press from '../kit/Press.svelte';
	import Slip from './Slip.svelte';

	interface Props {
		draft: Draft;
		c: PlacedComment;
		on: boolean;
		onopen: () => void;
	}
	let { draft, c, on, onopen }: Props = $props();
	let replying = $state(false);
	let words = $state('');
	$effect(() => {
		if (!on) replying = false;
	});
	const day = (iso: string): string => {
		const at = new Date(iso);
		return iso && !Number.isNaN(at.getTime()) ? format(at, 'd MMMM, HH:mm') : '';
	};
	const SHOWN = 60;
	const about = $derived(c.words.length > SHOWN ? `${c.words.slice(0, SHOWN).replace(/\s+\S*$/, '')}…` : c.words);

	function act(change: Parameters<typeof changeComment>[2], what: string) {
		const { view } = draft;
		if (view) draft.act(changeComment(view.state.tr, c.id, change), what);
	}
	function reply() {
		const text = words.trim();
		if (!text) return;
		act({ replies: [...c.comment.replies, said(draft.me, text)] }, 'Replied');
		words = '';
		replying = false;
	}
	function remove() {
		const { view } = draft;
		if (view) draft.act(removeComment(view.state.tr, c.id), 'Deleted a comment');
	}
</script>

<Slip {on} class="said">
	<Press class="head" onclick={onopen} aria-expanded={on}>
		<span class="line"><b>{c.comment.by || 'Somebody'}</b> on “{about}”</span>
		<span class="said">{c.comment.text}</span>
		{#each c.comment.replies as r, i (i)}
			<span class="reply"><b>{r.by || 'Somebody'}</b> {r.text}</span>
		{/each}
		{#if on && day(c.comment.at)}<small>{day(c.comment.at)}</small>{/if}
	</Press>
	{#if replying}
		<Words
			bind:value={words}
			rows={2}
			aria-label="Reply"
			autofocus
			onkeydown={(e: KeyboardEvent) => {
				if (e.key === 'Escape') {
					e.stopPropagation();
					replying = false;
				} else if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) reply();
			}}
		/>
		<p class="acts">
			<Btn kind="link" class="accept" disabled={!words.trim()} onclick={reply}>Reply</Btn>
			<Btn kind="link" onclick={() => (replying = false)}>Cancel</Btn>
		</p>
	{:else}
		<p class="acts">
			<Btn kind="link" onclick={() => (replying = true)} label="Reply to {c.comment.by || 'the comment'}">Reply</Btn>
			<Btn
				kind="link"
				onclick={() => act({ done: !c.comment.done }, c.comment.done ? 'Open again' : 'Comment dealt with')}
				>{c.comment.done ? 'Not done' : 'Done'}</Btn
			>
			{#if on}<Btn kind="link" onclick={remove}>Delete</Btn>{/if}
		</p>
	{/if}
</Slip>

<style>
	.line,
	.said,
	.reply {
		display: block;
		overflow-wrap: anywhere;
	}
	.said {
		color: var(--ink);
		white-space: pre-line;
	}
	.reply {
		margin-top: 4px;
		padding-left: 8px;
		border-left: 2px solid var(--line-soft);
	}
</style>
