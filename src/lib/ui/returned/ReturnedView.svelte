<script lang="ts">
	/** What came back: the text as it is, with the changes of somebody else to be decided, and their comments. */
	import { onMount, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { format } from 'date-fns';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import BesideSheet from '../parts/BesideSheet.svelte';
	import CommentSlip from '../parts/CommentSlip.svelte';
	import { guardManuscript } from '../parts/guard-manuscript';
	import ChangeSlip from './ChangeSlip.svelte';
	import { Returned } from './returned.svelte';

	let { id }: { id: string } = $props();
	// the view is made anew for another manuscript
	// svelte-ignore state_referenced_locally
	const r = new Returned(id);
	let sheet = $state<HTMLElement | null>(null);

	onMount(() => {
		inBackground(
			r.open(() => sheet),
			'What came back could not be opened.'
		);
		return () => r.close();
	});
	guardManuscript(() => r.draft);
	$effect(() => {
		void library.sources;
		untrack(() => r.draft?.useLibrary());
	});
	$effect(() => {
		void r.draft?.revision;
		untrack(() => r.follow());
	});

	const back = $derived(r.file?.row.returned);
	/** It was written on another machine of the same person: no file was sent. */
	const machine = $derived(back?.file === '');
	const day = (at: number | string): string => {
		const date = new Date(at);
		return Number.isNaN(date.getTime()) ? '' : format(date, 'd MMMM');
	};
	const from = $derived(back ? [back.sender.by, day(back.sender.at)].filter(Boolean).join(', ') : '');
	const left = $derived(r.shown.length);
	const number = $derived(r.listed.findIndex((s) => s.key === r.current) + 1);

	async function finish() {
		await r.done();
		await goto(`/draft/${id}`);
	}
	function keys(e: KeyboardEvent) {
		const typing = (e.target as HTMLElement).closest('input, textarea, select');
		if (typing) return;
		if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'z') {
			e.preventDefault();
			if (e.shiftKey) r.redo();
			else r.undo();
		}
		if (e.ctrlKey || e.metaKey || e.altKey) return;
		// a button or a link that has the focus does what it says
		if (e.key === 'Enter' && (e.target as HTMLElement).closest('button, a')) return;
		const one = r.listed.some((s) => s.key === r.current) ? r.current : '';
		const act: Record<string, () => void> = {
			ArrowDown: () => r.step(1),
			ArrowUp: () => r.step(-1),
			x: () => r.reject(one),
			X: () => r.reject(one),
			Enter: () => r.accept(one)
		};
		const run = act[e.key];
		if (!run) return;
		e.preventDefault();
		run();
	}
	function click(e: MouseEvent) {
		const key = (e.target as HTMLElement).closest<HTMLElement>('[data-change]')?.dataset.change;
		if (key) r.go(key);
	}
	const place = (key: string) => r.element(key)?.getClientRects()[0];
</script>

<svelte:head><title>Returned · {r.draft?.title ?? ''} · Rapid Quill</title></svelte:head>
<svelte:window onkeydown={keys} />

<BesideSheet
	{id}
	draft={r.draft}
	trouble={r.trouble}
	where={from ? `${machine ? 'Written on' : 'Returned by'} ${from}` : 'Returned'}
	bind:sheet
	onclick={click}
	keys={r.keys}
	{place}
	current={r.current}
	watch={[r.draft?.revision, r.shown, r.comments]}
	label="Changes and comments"
>
	{#snippet acts()}
		{#if r.listed.length}
			<Btn kind="ghost" onclick={() => r.keepMine()}>Keep mine</Btn>
		{/if}
		{#if r.easy.length}
			<Btn kind="primary" onclick={() => r.acceptAll()}
				>{r.person
					? `Accept all by ${r.person}`
					: r.easy.length < r.listed.length
						? `Accept ${r.easy.length}`
						: 'Accept all'}</Btn
			>
		{:else if r.file && !left}
			<Btn kind="primary" onclick={finish}>Finish</Btn>
		{/if}
	{/snippet}
	{#snippet sum()}
		{#if r.busy}
			<span>Comparing…</span>
		{:else if r.none}
			<span>Nothing that came back is waiting to be looked through.</span>
		{:else}
			{#if left}
				<span><b>{left}</b> {left === 1 ? 'change' : 'changes'}</span>
			{:else}
				<span>{r.total ? 'Every change is decided.' : 'Nothing in the text was changed.'}</span>
			{/if}
			{#if r.comments.length}<span><b>{r.comments.length}</b> {r.comments.length === 1 ? 'comment' : 'comments'}</span
				>{/if}
			{#if r.citations.sent && !machine}<span
					><b>{r.citations.live}</b> of {r.citations.sent} citations came back live</span
				>{/if}
			{#if r.listed.length > r.easy.length}<span
					><i class="diamond" aria-hidden="true"></i>
					<b>{r.listed.length - r.easy.length}</b> where you both wrote</span
				>{/if}
			{#if r.people.length > 1}
				<span class="people" role="group" aria-label="Whose changes">
					<Press aria-pressed={!r.person} onclick={() => (r.person = '')}>All</Press>
					{#each r.people as p (p)}
						<Press aria-pressed={r.person === p} onclick={() => (r.person = p)}>{p}</Press>
					{/each}
				</span>
			{/if}
			<span class="spacer"></span>
			{#if machine}<span>Compared with what both machines had before; what is here is kept.</span>
			{:else if r.file}<span
					>Compared with what you sent on {day(r.file.sentAt)}; what you have written since is kept.</span
				>{/if}
		{/if}
	{/snippet}
	{#snippet item(key)}
		{@const s = r.listed.find((x) => x.key === key)}
		{@const c = s ? undefined : r.comments.find((x) => `m-${x.id}` === key)}
		{#if s}<ChangeSlip {r} {s} />{:else if c && r.draft}<CommentSlip
				draft={r.draft}
				{c}
				on={r.current === key}
				onopen={() => r.go(key)}
			/>{/if}
	{/snippet}
	{#snippet foot()}
		<span
			>{r.listed.length && number
				? `Change ${number} of ${r.listed.length}`
				: r.draft?.lastChange || 'Nothing in the text changes until you accept.'}</span
		>
		<span class="spacer"></span>
		<span><kbd>Enter</kbd> accept</span>
		<span><kbd>X</kbd> reject</span>
		<span><kbd>↓</kbd> next</span>
		<span><kbd>Ctrl Z</kbd> undo</span>
	{/snippet}
</BesideSheet>

<style>
	:global(.beside-sheet [data-change]) {
		cursor: pointer;
	}
	:global(.beside-sheet .gone) {
		color: var(--ink-2);
		text-decoration: line-through;
		text-decoration-color: var(--madder);
		text-decoration-thickness: 1.5px;
	}
	:global(.beside-sheet .come) {
		background: var(--verdigris-tint);
		text-decoration: none;
		border-bottom: 1px solid var(--verdigris);
		border-radius: 2px 2px 0 0;
	}
	:global(.beside-sheet div.come) {
		margin: 0.6em 0;
		padding: 2px 6px;
	}
	:global(.beside-sheet .looks) {
		background: var(--verdigris-tint);
		border-bottom: 1px dashed var(--verdigris);
	}
	:global(.beside-sheet .meets) {
		background: var(--marigold-tint);
	}
	:global(.beside-sheet .remark) {
		background: var(--marigold-tint);
	}
	:global(.beside-sheet :is(.gone, .looks).on) {
		background: var(--verdigris-tint);
	}
	:global(.beside-sheet .come.on) {
		border-bottom-width: 2px;
	}
	:global(.beside-sheet .remark.on) {
		box-shadow: 0 1px 0 var(--marigold-dot);
	}
</style>
