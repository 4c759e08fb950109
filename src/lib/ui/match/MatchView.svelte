<script lang="ts">
	/** Match-up: the text as it is, its typed citations, and level with each the source it would become. */
	import { onMount, untrack } from 'svelte';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Bar from '../parts/Bar.svelte';
	import LevelMargin from '../parts/LevelMargin.svelte';
	import Lost from '../parts/Lost.svelte';
	import Mark from '../parts/Mark.svelte';
	import { many } from '../parts/many';
	import { guardManuscript } from '../parts/guard-manuscript';
	import { saveWords } from '../parts/save-words';
	import Theme from '../parts/Theme.svelte';
	import Notices from '../draft/Notices.svelte';
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
		const { sources } = library;
		untrack(() => m.draft?.useLibrary(sources, library.resolve));
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

{#if m.trouble}
	<Bar here="" />
	<Lost trouble={m.trouble} />
{:else}
	<div class="match">
		<header class="bar">
			<a class="home" href="/" aria-label="Back to the desk"><Mark /></a>
			<h1>{m.draft?.title ?? ''}</h1>
			<span class="where">Match-up</span>
			{#if m.draft}<span class="where" class:failed={m.draft.saveState === 'failed'} role="status"
					>{saveWords[m.draft.saveState]}</span
				>{/if}
			<span class="spacer"></span>
			<Theme />
			<Btn href="/draft/{id}">Back to the draft</Btn>
			{#if counts.certain}
				<Btn kind="primary" onclick={() => inBackground(m.acceptCertain(), 'The citations could not be accepted.')}
					>Accept {counts.certain} certain</Btn
				>
			{/if}
		</header>
		<div>
			{#if m.draft}<Notices draft={m.draft} />{/if}
		</div>
		<div class="sum" role="status">
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
		</div>
		{#if m.reviewing}<ListReview {m} />{/if}
		<main class="surface" hidden={m.reviewing}>
			<div class="page">
				<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
				<article class="sheet" lang={m.draft?.style?.lang ?? 'en'} onclick={click}>
					<div bind:this={sheet}></div>
				</article>
				<LevelMargin
					{sheet}
					keys={m.typed.map((t) => t.key)}
					{place}
					current={m.current}
					watch={[m.draft?.revision, m.reviewing]}
					label="Typed citations and their sources"
				>
					{#snippet item(key)}
						{@const t = m.typed.find((x) => x.key === key)}
						{#if t}<MatchSlip {m} {t} />{/if}
					{/snippet}
				</LevelMargin>
			</div>
		</main>
		<footer class="foot">
			<span>{m.draft?.lastChange || 'Nothing in the text changes until you accept.'}</span>
			<span class="spacer"></span>
			{#if !m.reviewing}
				<span><kbd>Enter</kbd> accept</span>
				<span><kbd>↓</kbd> next</span>
				<span><kbd>1</kbd>–<kbd>9</kbd> choose</span>
				<span><kbd>X</kbd> not a citation</span>
			{/if}
			<span><kbd>Ctrl Z</kbd> undo</span>
		</footer>
	</div>
{/if}

<style>
	.match {
		height: 100vh;
		display: grid;
		grid-template-rows: var(--bar) auto auto minmax(0, 1fr) var(--foot);
	}
	.bar,
	.sum,
	.foot {
		display: flex;
		align-items: center;
		gap: var(--s3);
		padding: 0 var(--s4);
		border-bottom: 1px solid var(--line);
		min-width: 0;
	}
	.home {
		display: grid;
		flex: none;
	}
	h1 {
		font: 600 16px/1.2 var(--serif);
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.where {
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
	}
	.failed {
		color: var(--madder);
	}
	.spacer {
		flex: 1;
	}
	.sum {
		gap: 18px;
		padding: 10px 24px;
		min-height: 50px;
		border-color: var(--line-soft);
		color: var(--ink-2);
		flex-wrap: wrap;
	}
	.sum b {
		color: var(--ink);
		font-variant-numeric: tabular-nums;
	}
	.foot {
		gap: var(--s5);
		border-bottom: 0;
		border-top: 1px solid var(--line);
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
		overflow: hidden;
	}
	.surface {
		overflow: auto;
		min-height: 0;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 856px) minmax(300px, 1fr);
		padding-left: 24px;
		min-height: 100%;
	}
	.sheet {
		background: var(--sheet);
		margin-top: 14px;
		padding: 30px 56px 120px;
		border: 1px solid var(--line-soft);
		border-bottom: 0;
		border-radius: var(--r1) var(--r1) 0 0;
	}
	.sheet :global(.typed) {
		text-decoration: underline;
		text-underline-offset: 4px;
		text-decoration-thickness: 1px;
		text-decoration-color: var(--verdigris);
		border-radius: 3px;
		cursor: pointer;
	}
	.sheet :global(:is(.typed.choose, .typed.likely)) {
		background: var(--marigold-tint);
		text-decoration-color: var(--marigold-dot);
	}
	.sheet :global(.typed.none) {
		text-decoration-style: dotted;
		text-decoration-color: var(--ink-3);
	}
	.sheet :global(.typed.on) {
		background: var(--verdigris-tint);
		box-shadow: 0 0 0 2px var(--verdigris-tint);
	}
	@media (max-width: 1120px) {
		.page {
			padding-left: 12px;
			grid-template-columns: minmax(0, 1fr) 300px;
		}
		.sheet {
			padding: 28px 34px 120px;
		}
	}
	@media (max-width: 760px) {
		.match {
			grid-template-rows: auto auto auto minmax(0, 1fr) var(--foot);
		}
		.bar {
			flex-wrap: wrap;
			padding: 6px 8px;
		}
		.page {
			grid-template-columns: minmax(0, 1fr) 220px;
		}
		.sheet {
			padding: 20px 16px 120px;
		}
	}
</style>
