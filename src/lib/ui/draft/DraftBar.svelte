<script lang="ts">
	import { openCite } from '$lib/editor/cite-target';
	import { goto } from '$lib/editor/navigation';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { isAdjusted } from '$lib/core/citing';
	import { overrideText } from '$lib/core/manuscript';
	import { checksOf, factsOf } from '$lib/editor/facts';
	import { overrideStates } from '$lib/core/proof/quick';
	import { anyBibliographyAdjusted } from '$lib/editor/bibliographies';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { many } from '../parts/many';
	import Mark from '../parts/Mark.svelte';
	import { saveWords } from '../parts/save-words';
	import Theme from '../parts/Theme.svelte';
	import { AngleDownOutline } from '../parts/icons';
	import Unloaded from '../parts/Unloaded.svelte';
	let { draft, styleOpen, onstyle }: { draft: Draft; styleOpen: boolean; onstyle: () => void } = $props();
	const forms = { 'in-text': 'in text', footnotes: 'footnotes', endnotes: 'endnotes' };
	const adjusted = $derived.by(() => {
		void draft.revision;
		return isAdjusted(draft.house) || draft.settings.placement !== 'style' || anyBibliographyAdjusted(draft.store.doc);
	});
	const edits = $derived.by(() => {
		void draft.revision;
		return overrideStates(factsOf(draft));
	});
	const checks = $derived.by(() => {
		void [draft.revision, draft.shown];
		return checksOf(draft);
	});
	/** Things to be checked, of whatever kind. */
	const open = $derived(checks.length + draft.typed + draft.returned.length);
	let checksOpen = $state(false);
	let listOpen = $state(false);
	/** To a place in the text, or to the list where there is none. */
	function go(pos: number) {
		checksOpen = false;
		const list = draft.outline.find((s) => s.bibliography);
		goto(draft, pos >= 0 ? pos : (list?.pos ?? 0));
	}
</script>

<header class="bar">
	<a class="home" href="/" aria-label="Back to the desk"><Mark /></a>
	<input
		class="title"
		aria-label="Title"
		value={draft.title}
		readonly={draft.readOnly}
		oninput={(e) => draft.setTitle(e.currentTarget.value)}
		onkeydown={(e) => e.key === 'Enter' && draft.view?.focus()}
	/>
	<span class="saved" class:failed={draft.saveState === 'failed'} role="status">{saveWords[draft.saveState]}</span>
	<span class="spacer"></span>
	<Theme />
	<Btn
		kind="quiet"
		onclick={() => openCite(draft)}
		tip="Cite at the caret"
		keys="@ or Ctrl Shift E"
		disabled={draft.readOnly}>Cite</Btn
	>
	<Btn
		kind="quiet"
		onclick={() => draft.noteEditors.insert('footnote')}
		tip="Your own note at the caret"
		keys="Alt N"
		disabled={draft.readOnly}>Note</Btn
	>
	<div class="checks">
		<Btn kind="quiet" onclick={() => (listOpen = !listOpen)} expanded={listOpen} disabled={draft.readOnly}
			>Bibliography</Btn
		>
		{#if listOpen}{#await import('./BibliographyMenu.svelte') then Menu}<Menu.default
					{draft}
					onclose={() => (listOpen = false)}
				/>{:catch}<div class="bar-menu"><Unloaded /></div>{/await}{/if}
	</div>
	<Btn
		kind="ghost"
		onclick={onstyle}
		expanded={styleOpen}
		tip="Citation style"
		label="Citation style: {draft.docStyle.title}, {forms[draft.docStyle.form]}{adjusted ? ', adjusted' : ''}"
	>
		<b>{draft.docStyle.title}</b> <span class="form">{forms[draft.docStyle.form]}{adjusted ? ', adjusted' : ''}</span>
		<AngleDownOutline class="icon" />
	</Btn>
	{#if open || edits.length}
		<div class="checks">
			<Btn kind="quiet" class={open ? 'check' : ''} onclick={() => (checksOpen = !checksOpen)} expanded={checksOpen}
				>{#if open}<i class="diamond" aria-hidden="true"></i>{open} to check{:else}{edits.length}
					by hand{/if}</Btn
			>
			{#if checksOpen}
				<ul class="list bar-menu">
					{#each draft.returned as by, i (i)}<li>
							<a href="/draft/{draft.id}/returned">Came back from {by}: look through the changes</a>
						</li>{/each}
					{#if draft.typed}<li>
							<a href="/draft/{draft.id}/match">{many(draft.typed, 'typed citation')}: match up</a>
						</li>{/if}
					{#each checks as c, i (i)}
						<li><Press onclick={() => go(c.pos)}>{c.what}</Press></li>
					{/each}
					{#if edits.length}
						<li class="title">Edited by hand</li>
						{#each edits as e (e.kind + e.id)}
							<li>
								<Press onclick={() => go(e.pos)}
									>{e.kind === 'entry' ? 'In the bibliography: ' : ''}{overrideText(e.hand)}</Press
								>
							</li>
						{/each}
					{/if}
					<li class="on"><a href="/draft/{draft.id}/proof">All checks and the ledger</a></li>
				</ul>
			{/if}
		</div>
	{:else}
		<Btn kind="quiet" href="/draft/{draft.id}/proof" tip="Checks, and which source backs which section">Proof</Btn>
	{/if}
	<Btn kind="primary" href="/draft/{draft.id}/hand-in">Hand in</Btn>
</header>

<style>
	.bar {
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
	.title {
		font: 600 16px/1.2 var(--serif);
		letter-spacing: -0.005em;
		background: none;
		border: 1px solid transparent;
		border-radius: var(--r1);
		padding: 4px 6px;
		color: var(--ink);
		min-width: 60px;
		field-sizing: content;
		flex: 0 1 auto;
		max-width: 420px;
		text-overflow: ellipsis;
	}
	.title:hover,
	.title:focus {
		border-color: var(--line);
		background: var(--desk-raised);
	}
	.saved {
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
	}
	.saved.failed {
		color: var(--madder);
	}
	.spacer {
		flex: 1;
	}
	b {
		font-weight: 600;
	}
	.form {
		color: var(--ink-2);
	}
	.checks {
		position: relative;
	}
	.bar :global(.btn.check) {
		color: var(--marigold);
	}
	.list .title {
		padding: 8px 9px 2px;
		color: var(--ink-3);
		font-size: var(--small);
	}
	.list :global(.press),
	.list a {
		display: block;
		width: 100%;
		text-align: left;
		padding: 7px 9px;
		border-radius: var(--r1);
		cursor: pointer;
	}
	.list .on {
		margin-top: 5px;
		padding-top: 5px;
		border-top: 1px solid var(--line-soft);
	}
	.list a {
		color: var(--verdigris-strong);
	}
	.list :is(:global(.press), a):hover {
		background: var(--desk-raised);
	}
	@media (max-width: 1000px) {
		.form,
		.saved {
			display: none;
		}
		.title {
			max-width: 220px;
		}
	}
	/* enlarged, or on a small screen: two rows, so that nothing leaves the page */
	@media (max-width: 760px) {
		.bar {
			flex-wrap: wrap;
			gap: 2px;
			padding: 4px 8px;
		}
		.title {
			flex: 1 1 60%;
			max-width: none;
		}
		.spacer {
			display: none;
		}
		.bar :global(.btn.btn) {
			padding: 7px 8px;
		}
	}
</style>
