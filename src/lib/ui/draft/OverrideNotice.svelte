<script lang="ts">
	/** Beside what is edited by hand: that it is, and once its basis has changed what it was, would be, and is. */
	import { overrideHtml } from '$lib/core/manuscript';
	import { dropOverride, keepOverride } from '$lib/editor/commands';
	import type { Command } from 'prosemirror-state';
	import type { OverrideState } from '$lib/core/proof/quick';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';

	let { draft, edit, onedit }: { draft: Draft; edit: OverrideState; onedit: () => void } = $props();
	function does(command: Command) {
		draft.run(command);
		draft.view?.focus();
	}
	const what = $derived(edit.kind === 'entry' ? 'entry' : 'citation');
</script>

<div class="byhand" class:old={edit.old}>
	{#if edit.old}
		<p class="head"><i class="diamond" aria-hidden="true"></i>What this {what} was based on has changed</p>
		<dl>
			<dt>Before</dt>
			<dd>{edit.hand.basis}</dd>
			<dt>Now by the style</dt>
			<dd>{edit.now}</dd>
			<dt>Yours</dt>
			<!-- eslint-disable-next-line svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes data -->
			<dd>{@html overrideHtml(edit.hand)}</dd>
		</dl>
		<div class="acts">
			<Btn kind="quiet" onclick={() => does(keepOverride(edit))}>Keep yours</Btn>
			<Btn kind="quiet" onclick={() => does(dropOverride(edit))}>Restore</Btn>
			<Btn kind="quiet" onclick={onedit}>Edit</Btn>
		</div>
	{:else}
		<p class="head">
			by hand
			<Press onclick={onedit}>edit</Press>
			<Press onclick={() => does(dropOverride(edit))}>restore</Press>
		</p>
	{/if}
</div>

<style>
	.byhand {
		font: 400 12px/1.4 var(--sans);
		color: var(--ink-2);
		padding: 2px 4px;
	}
	.old {
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background: var(--sheet);
		padding: 8px 9px 4px;
		margin: 4px 0;
	}
	.head {
		display: flex;
		gap: 7px;
		align-items: baseline;
	}
	.old .head {
		color: var(--marigold);
	}
	dl {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 3px 8px;
		padding: 6px 0;
	}
	dt {
		color: var(--ink-3);
	}
	dd {
		font-family: var(--serif);
		color: var(--ink);
		overflow-wrap: anywhere;
	}
	.head :global(.press) {
		text-decoration: underline;
		color: var(--verdigris-strong);
		cursor: pointer;
	}
	.acts {
		display: flex;
		gap: 2px;
		flex-wrap: wrap;
	}
	.acts :global(.btn) {
		padding: 4px 8px;
		font-size: 12px;
	}
</style>
