<script lang="ts">
	/** Match-up: the text as it is, its typed citations, and level with each the source it would become. */
	import { onMount, untrack } from 'svelte';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import BesideSheet from '../parts/BesideSheet.svelte';
	import { many } from '../parts/many';
	import { guardManuscript } from '../parts/guard-manuscript';
	import ListReview from './ListReview.svelte';
	import MatchSlip from './MatchSlip.svelte';
	import { MatchUp } from './match.svelte';

	let { id }: { id: string } = $props();
	// the view is made anew for another manuscript
	// svelte-ignore state_referenced_locally
	const m = new MatchUp(id);
	let sheet = $state<HTMLElement | null>(null);
	const { counts, listed } = $derived(m);

	onMount(() => {
		inBackground(
			m.open(() => sheet),
			'The manuscript could not be opened.'
		);
		return () => inBackground(m.close(), 'The manuscript could not be closed.');
	});
	guardManuscript(() => m.draft);
	$effect(() => {
		void library.sources;
		untrack(() => m.draft?.useLibrary());
	});

	$effect(() => {
		void m.draft?.revision;
		untrack(() => m.follow());
	});

	function place(key: string): DOMRect | undefined {
		const t = m.typed.find((x) => x.key === key);
		const span = sheet?.querySelector(`[data-typed="${key}"]`) ?? (t?.note ? m.draft?.anchor(t.note) : null);
		return span?.getClientRects()[0];
	}

	function keys(e: KeyboardEvent) {
		const typing = (e.target as HTMLElement).closest('input:not([type=radio]), textarea, select');
		if ((e.ctrlKey || e.metaKey) && !typing && e.key.toLowerCase() === 'z') {
			e.preventDefault();
			if (e.shiftKey) m.redo();
			else m.undo();
		}
		if (typing || e.ctrlKey || e.metaKey || e.altKey || m.reviewing) return;
		const act: Record<string, () => void> = {
			ArrowDown: () => m.step(1),
			ArrowUp: () => m.step(-1),
			x: () => m.ignore(m.current),
			X: () => m.ignore(m.current),
			Enter: () => inBackground(m.accept(m.current), 'The citation could not be accepted.')
		};
		// a button or a link that has the focus does what it says
		if (e.key === 'Enter' && (e.target as HTMLElement).closest('button, a')) return;
		const run = act[e.key] ?? (/^[1-9]$/.test(e.key) ? () => pick(Number(e.key) - 1) : undefined);
		if (!run) return;
		e.preventDefault();
		run();
	}
	/** Chooses among the sources that fit, by number. */
	function pick(n: number) {
		const t = m.typed.find((x) => x.key === m.current);
		const at = t?.cites.findIndex((c) => c.candidates.length > 1) ?? -1;
		const source = t?.cites[at]?.candidates[n];
		if (t && source) m.choose(t.key, at, source.sourceId);
	}
	function click(e: MouseEvent) {
		const key = (e.target as HTMLElement).closest<HTMLElement>('[data-typed]')?.dataset.typed;
		if (key) m.go(key);
	}
</script>

<svelte:head><title>Match-up · {m.draft?.title ?? ''} · Rapid Quill</title></svelte:head>
<svelte:window onkeydown={keys} />

<BesideSheet
	{id}
	draft={m.draft}
	trouble={m.trouble}
	where="Match-up"
	bind:sheet
	hidden={m.reviewing}
	onclick={click}
	keys={m.typed.map((t) => t.key)}
	{place}
	current={m.current}
	watch={[m.draft?.revision, m.reviewing]}
	label="Typed citations and their sources"
>
	{#snippet acts()}
		{#if counts.certain}
			<Btn kind="primary" onclick={() => inBackground(m.acceptCertain(), 'The citations could not be accepted.')}
				>Accept {counts.certain} certain</Btn
			>
		{/if}
	{/snippet}
	{#snippet sum()}
		{#if m.busy}
			<span>Looking for typed citations…</span>
		{:else if counts.all}
			<span><b>{counts.all}</b> typed {counts.all === 1 ? 'citation' : 'citations'}</span>
			<span><b>{counts.certain}</b> certain</span>
			{#if counts.choose}<span
					><i class="diamond" aria-hidden="true"></i> <b>{counts.choose}</b> to choose or check</span
				>{/if}
			{#if counts.none}<span><b>{counts.none}</b> not in your library</span>{/if}
		{:else}
			<span
				>{m.accepted
					? `${many(m.accepted, 'citation')} accepted. No typed citations are left.`
					: 'No typed citations were found.'}</span
			>
		{/if}
		<span class="spacer"></span>
		{#if listed.all && !m.busy}
			<span
				>Typed list: <b>{listed.all}</b>
				{listed.all === 1 ? 'entry' : 'entries'}, <b>{listed.here}</b> in your library{#if listed.fresh},
					<b>{listed.fresh}</b> new{/if}</span
			>
			<Btn onclick={() => (m.reviewing = !m.reviewing)} expanded={m.reviewing}
				>{m.reviewing ? 'Back to the text' : 'Review the list'}</Btn
			>
		{/if}
	{/snippet}
	{#snippet instead()}
		{#if m.reviewing}<ListReview {m} />{/if}
	{/snippet}
	{#snippet item(key)}
		{@const t = m.typed.find((x) => x.key === key)}
		{#if t}<MatchSlip {m} {t} />{/if}
	{/snippet}
	{#snippet foot()}
		<span>{m.draft?.lastChange || 'Nothing in the text changes until you accept.'}</span>
		<span class="spacer"></span>
		{#if !m.reviewing}
			<span><kbd>Enter</kbd> accept</span>
			<span><kbd>↓</kbd> next</span>
			<span><kbd>1</kbd>–<kbd>9</kbd> choose</span>
			<span><kbd>X</kbd> not a citation</span>
		{/if}
		<span><kbd>Ctrl Z</kbd> undo</span>
	{/snippet}
</BesideSheet>

<style>
	:global(.beside-sheet .typed) {
		text-decoration: underline;
		text-underline-offset: 4px;
		text-decoration-thickness: 1px;
		text-decoration-color: var(--verdigris);
		border-radius: 3px;
		cursor: pointer;
	}
	:global(.beside-sheet :is(.typed.choose, .typed.likely)) {
		background: var(--marigold-tint);
		text-decoration-color: var(--marigold-dot);
	}
	:global(.beside-sheet .typed.none) {
		text-decoration-style: dotted;
		text-decoration-color: var(--ink-3);
	}
	:global(.beside-sheet .typed.on) {
		background: var(--verdigris-tint);
		box-shadow: 0 0 0 2px var(--verdigris-tint);
	}
</style>
