<script lang="ts">
	/** The cite line: hangs at the caret, one line of typing, never a dialog. */
	import { onMount } from 'svelte';
	import { overrideHtml, type DocCite } from '$lib/core/manuscript';
	import type { CiteTarget } from '$lib/editor/cite-target';
	import {
		hasNeighbour,
		insertPlaceholder,
		joinWithNext,
		moveToCitation,
		overrideCitation,
		splitOff
	} from '$lib/editor/commands';
	import { citationBeside, commitCite } from '$lib/editor/citing';
	import { insertBibliography } from '$lib/editor/bibliographies';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { recognise } from '$lib/core/source';
	import CiteMatches from './CiteMatches.svelte';
	import CiteTyping from './CiteTyping.svelte';
	import type { Elsewhere } from './CiteRows.svelte';
	import { CiteLineState } from './citeline.svelte';
	import Unloaded from '../parts/Unloaded.svelte';
	import Alert from '../kit/Alert.svelte';
	import { inBackground } from '$lib/services/problems';
	import { newInLine, takePasted } from './new-in-line';

	let { draft, target: given }: { draft: Draft; target: CiteTarget } = $props();
	// one line, one target: when the draft lets go of it, this line still knows what it was about
	// svelte-ignore state_referenced_locally
	const target = given;
	// svelte-ignore state_referenced_locally
	const line = new CiteLineState(draft, target);
	let box = $state<HTMLElement | null>(null);
	let input = $state<HTMLInputElement | null>(null);
	let place = $state({ left: 0, top: 0 });
	let adding = $state(false);
	let byHand = $state(Boolean(target.byHand));

	let closed = false;

	onMount(() => {
		position();
		if (!byHand) input?.focus();
		input?.setSelectionRange(line.caret, line.caret);
		for (let k = target.enters ?? 0; k > 0 && !closed; k--) enter('Enter');
		const outside = (e: PointerEvent) => {
			if (box && !box.contains(e.target as Node)) draft.closeCite();
		};
		setTimeout(() => document.addEventListener('pointerdown', outside), 0);
		// what grows below the fold is brought into sight
		const seen = new ResizeObserver(() => box?.scrollIntoView({ block: 'nearest' }));
		if (box) seen.observe(box);
		return () => {
			closed = true;
			document.removeEventListener('pointerdown', outside);
			seen.disconnect();
		};
	});

	function position() {
		const page = box?.parentElement?.getBoundingClientRect();
		if (!page || !box) return;
		const at = target.view.coordsAtPos(Math.min(target.pos, target.view.state.doc.content.size));
		const width = box.offsetWidth;
		place = {
			left: Math.max(8, Math.min(at.left - page.left - 16, page.width - width - 12)),
			top: at.bottom - page.top + 6
		};
	}

	const overrideNow = $derived(draft.shown.citations.find((c) => c.id === target.editing?.id)?.override ?? null);
	const shown = $derived.by(() => {
		const out = draft.output(target.editing?.id ?? '');
		return out ? out.html || out.lead : '';
	});
	const neighbour = $derived(
		Boolean(target.editing && !target.inNote && hasNeighbour(draft.store.doc, target.editing.id))
	);

	function commit() {
		if (line.placeholder !== null) {
			draft.closeCite();
			draft.run(insertPlaceholder(line.placeholder, target.pos), target.view);
			return;
		}
		commitCite(draft, target, $state.snapshot(line.cites) as DocCite[]);
	}

	const elsewhere = $derived.by(() => {
		if (!target.editing) return [];
		const list: { to: Elsewhere; name: string }[] = [];
		if (!target.inNote) list.push({ to: 'own', name: 'make a citation of its own' });
		for (const [to, by] of [
			['before', -1],
			['behind', 1]
		] as const) {
			const other = citationBeside(draft, target.editing.id, by);
			if (other) list.push({ to, name: `into the one ${to}: ${shortOf(other)}` });
		}
		return list;
	});
	const shortOf = (id: string) => {
		const text = draft.output(id)?.text ?? '';
		return text.length > 40 ? `${text.slice(0, 39)}…` : text;
	};

	/** The cite leaves this citation: to one of its own right behind, or into a neighbour. */
	function move(index: number, to: Elsewhere) {
		const at = line.cites.findIndex((_, k) => k === line.parts.slice(0, index).filter((p) => p.sourceId).length);
		const cites = $state.snapshot(line.cites) as DocCite[];
		commitCite(draft, target, cites);
		const { id } = target.editing!;
		const other = to === 'own' ? undefined : citationBeside(draft, id, to === 'before' ? -1 : 1);
		if (to === 'own') draft.run(splitOff(id, at));
		else if (other) draft.run(moveToCitation(id, at, other));
	}

	/** Whether the key takes the marked source, where there is one. */
	const takesSource = (key: string): boolean =>
		line.placeholder === null &&
		!line.part.sourceId &&
		(line.part.query !== '' || (line.parts.length === 1 && key === 'Enter' && !target.editing));
	function enter(key: string) {
		const takes = takesSource(key);
		if (takes && line.matches.length) {
			line.choose(line.matches[line.marked]);
			requestAnimationFrame(() => input?.setSelectionRange(line.caret, line.caret));
		} else if (key !== 'Enter') return;
		else if (!takes) {
			if (line.placeholder !== null || line.complete) commit();
		} else if (line.nothing) adding = true;
	}
	/** Keys that came before the source was found that the one before them takes. */
	let early: string[] | null = null;
	/** Takes what fits best, once that is known; what is typed meanwhile stands behind it. */
	async function takeEarly() {
		const keys = (early = [] as string[]);
		const put = newInLine(line, input);
		try {
			const id = await line.best();
			if (closed) return;
			if (id) await put(id);
			else adding = true;
		} finally {
			early = null;
		}
		for (const key of keys) if (!closed) enter(key);
	}

	function keydown(e: KeyboardEvent) {
		const n = line.matches.length;
		if (e.key === 'ArrowDown' && n) {
			e.preventDefault();
			line.marked = (line.marked + 1) % n;
		} else if (e.key === 'ArrowUp' && n) {
			e.preventDefault();
			line.marked = (line.marked + n - 1) % n;
		} else if ((e.key === 'Tab' && !e.shiftKey) || e.key === 'Enter') {
			const takes = takesSource(e.key);
			if (takes || e.key === 'Enter') e.preventDefault();
			if (early) early.push(e.key);
			else if (takes && !line.answered) inBackground(takeEarly(), 'The source could not be taken.');
			else enter(e.key);
		} else if (e.key === '+' && line.part.query === '' && !line.part.sourceId) {
			e.preventDefault();
			adding = true;
		}
	}

	/** Leaves without a trace, wherever in the line the focus is; what is open within it is asked first. */
	function leave(e: KeyboardEvent) {
		if (e.key !== 'Escape' || e.defaultPrevented || e.isComposing) return;
		e.preventDefault();
		draft.closeCite();
	}

	/** A pasted record becomes a source without losing the sentence. */
	async function pasted(e: ClipboardEvent) {
		const text = e.clipboardData?.getData('text/plain') ?? '';
		await takePasted(line, input, text);
	}
</script>

{#snippet lost()}<Unloaded />{/snippet}

<div
	class="line"
	bind:this={box}
	style:left="{place.left}px"
	style:top="{place.top}px"
	role="dialog"
	tabindex="-1"
	onkeydown={leave}
	aria-label={target.editing ? 'Edit the citation' : 'Cite'}
>
	<CiteTyping {line} bind:input onkeydown={keydown} onpaste={pasted} />

	{#if byHand && target.editing}
		{#await import('./OverrideForm.svelte') then Form}<Form.default
				html={overrideNow ? overrideHtml(overrideNow) : shown}
				label={draft.asNotes && !target.inNote ? 'Words of this note' : 'Words of this citation'}
				onkeep={(text) => {
					draft.closeCite();
					const { id } = target.editing!;
					draft.run(overrideCitation(id, { text, basis: draft.output(id)?.text ?? '' }));
				}}
				oncancel={() => {
					byHand = false;
					setTimeout(() => input?.focus(), 0);
				}}
			/>{:catch}{@render lost()}{/await}
	{:else if adding}
		{#await import('./QuickSource.svelte') then Quick}<Quick.default
				oncancel={() => {
					adding = false;
					input?.focus();
				}}
				{line}
				{input}
				onadd={() => (adding = false)}
			/>{:catch}{@render lost()}{/await}
	{:else}
		<CiteMatches
			{line}
			onchoose={(id) => {
				line.choose(id);
				input?.focus();
			}}
		/>
		{#if !line.text.trim() && !target.editing && !target.inNote}
			<Press
				class="list-here"
				onclick={() => {
					draft.closeCite();
					draft.run(insertBibliography('caret'));
					draft.view?.focus();
				}}>Or put a bibliography here</Press
			>
		{/if}
		{#if line.trouble}
			<div class="no"><Alert>{line.trouble}</Alert></div>
		{:else if line.part.query && line.answered && !line.part.sourceId && !line.matches.length && !line.nothing}
			<p class="no">Still reading your library…</p>
		{:else if line.part.query && line.nothing}
			<p class="no">
				No source matches “{line.part.query}”.
				<Press onclick={() => (adding = true)}>{recognise(line.part.query) ? 'Look it up' : 'Add one'}</Press>
			</p>
		{/if}
		{#if line.part.sourceId && line.part.unread}
			<p class="no">“{line.part.unread}” is not a locator that is known here; it is left out.</p>
		{/if}

		{#if line.cites.length}
			{#await import('./CiteRows.svelte') then Rows}<Rows.default
					{line}
					{elsewhere}
					onmove={move}
				/>{:catch}{@render lost()}{/await}
		{/if}
		{#if line.placeholder !== null}
			<p class="no">
				Press Enter to mark this place <b>source needed{line.placeholder ? `: ${line.placeholder}` : ''}</b>. Proof
				lists it until a source stands there.
			</p>
		{/if}

		{#await import('./CitePreview.svelte') then Preview}<Preview.default
				{draft}
				{target}
				{line}
				onform={(form) => {
					line.useForm(form);
					input?.focus();
				}}
			/>{:catch}{@render lost()}{/await}
		<div class="acts">
			<Btn kind="quiet" onclick={() => (adding = true)}>New source</Btn>
			{#if target.editing}<Btn kind="quiet" onclick={() => commitCite(draft, target, [])}>Delete the citation</Btn>{/if}
			{#if target.editing}<Btn kind="quiet" onclick={() => (byHand = true)}>Edit the wording</Btn>{/if}
			{#if neighbour}
				<Btn
					kind="quiet"
					onclick={() => {
						draft.closeCite();
						draft.run(joinWithNext(target.editing!.id));
					}}>Join with the next</Btn
				>
			{/if}
			<span class="spacer"></span>
			<Btn kind="quiet" onclick={() => draft.closeCite()}>Cancel</Btn>
			<Btn kind="primary" disabled={!line.cites.length && line.placeholder === null} onclick={commit}
				>{target.editing ? 'Change' : 'Cite'}</Btn
			>
		</div>
	{/if}
</div>

<style>
	:global(.press.list-here) {
		color: var(--verdigris-strong);
		font-size: var(--small);
		padding: 6px 14px 8px;
		cursor: pointer;
	}
	:global(.press.list-here:hover) {
		text-decoration: underline;
	}
	.line {
		position: absolute;
		width: 620px;
		max-width: calc(100% - 16px);
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		box-shadow: var(--lift);
		z-index: 10;
		font-size: 13px;
		scroll-margin: 14px;
		overflow: hidden;
	}
	.no {
		padding: 9px 12px;
		color: var(--ink-2);
	}
	.no :global(.press) {
		color: var(--verdigris-strong);
		text-decoration: underline;
		cursor: pointer;
	}
	.acts {
		display: flex;
		gap: 4px;
		padding: 6px;
		border-top: 1px solid var(--line-soft);
		background: var(--desk-raised);
	}
	.spacer {
		flex: 1;
	}
</style>
