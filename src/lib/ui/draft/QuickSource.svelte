<script lang="ts">
	/** A new source without leaving the sentence: the short form. */
	import { onMount } from 'svelte';
	import { KINDS, readDate, readName, recognise } from '$lib/core/source';
	import type { Item, Name } from '$lib/core/csl';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import { LookUps } from '../sources/look-ups.svelte';
	import LookUpList from '../sources/LookUpList.svelte';
	import Pick from '../kit/Pick.svelte';
	import Field from '../kit/Field.svelte';
	import type { CiteLineState } from './citeline.svelte';
	import { newInLine } from './new-in-line';
	interface Props {
		line: CiteLineState;
		input: HTMLInputElement | null;
		onadd: () => void;
		oncancel: () => void;
	}
	let { line, input, onadd, oncancel }: Props = $props();
	const NOT_ADDED = 'The source could not be added. What you entered is still here.';
	// what was typed when the form was asked for
	// svelte-ignore state_referenced_locally
	const words = line.part.query;
	const lookUps = new LookUps();
	let byHand = $state(false);
	onMount(() => {
		// an identifier is looked up at once
		if (recognise(words)) void lookUps.ask([words]);
		return () => lookUps.stop();
	});
	async function take() {
		const done = newInLine(line, input);
		const items = lookUps.ready.map((l) => $state.snapshot(l.items[l.chosen]) as Item);
		const { ids } = await library.findOrAdd(
			items.map((item) => ({ item })),
			'looked up while citing'
		);
		await done(ids[0]);
		onadd();
	}
	let found = $state<HTMLElement | null>(null);
	$effect(() => {
		// what was found can be taken with Enter
		if (lookUps.ready.length && !lookUps.busy) found?.querySelector<HTMLElement>('.btn-primary')?.focus();
	});
	let type = $state('book');
	let title = $state(/\d{4}$/.test(words) || recognise(words) ? '' : words);
	let author = $state('');
	let date = $state('');
	let where = $state('');
	const inside = $derived(/article|chapter|entry|paper|post|webpage/.test(type));
	async function add(e: SubmitEvent) {
		e.preventDefault();
		const done = newInLine(line, input);
		const item: Item = { id: '', type, title: title.trim() };
		const names = author
			.split(/\s*;\s*|\s+and\s+/)
			.map(readName)
			.filter((n): n is Name => n !== null);
		if (names.length) item.author = names;
		const issued = readDate(date);
		if (issued) item.issued = issued;
		if (where.trim()) item[inside ? 'container-title' : 'publisher'] = where.trim();
		const { ids } = await library.findOrAdd([{ item }], 'typed while citing');
		await done(ids[0]);
		onadd();
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') {
			e.stopPropagation();
			oncancel();
		}
	}
</script>

{#if lookUps.list.length && !byHand}
	<!-- svelte-ignore a11y_no_static_element_interactions -->
	<div class="found" bind:this={found} onkeydown={keys}>
		<LookUpList list={lookUps} onhand={() => (byHand = true)} />
		<div class="acts">
			<Btn kind="quiet" onclick={oncancel}>Back</Btn>
			<Btn kind="ghost" onclick={() => (byHand = true)}>Enter by hand</Btn>
			<Btn kind="primary" disabled={!lookUps.ready.length} onclick={() => inBackground(take(), NOT_ADDED)}
				>Add and cite</Btn
			>
		</div>
	</div>
{:else}
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<form class="quick" onsubmit={(e) => inBackground(add(e), NOT_ADDED)} onkeydown={keys}>
		<label
			><span>Kind</span><Pick bind:value={type} items={KINDS.map((k) => ({ value: k.type, name: k.name }))} /></label
		>
		<label><span>Author</span><Field bind:value={author} placeholder="Okafor, Ebele; Sund, Anders" autofocus /></label>
		<label class="wide"><span>Title</span><Field bind:value={title} required /></label>
		<label><span>Date</span><Field bind:value={date} placeholder="2019, May 2019" /></label>
		<label><span>{inside ? 'In' : 'Publisher'}</span><Field bind:value={where} /></label>
		<div class="acts">
			<small>You can add more fields later in Sources.</small>
			{#if words.trim() && !lookUps.list.length}<Btn kind="quiet" onclick={() => void lookUps.ask([words])}
					>Look it up</Btn
				>{/if}
			<Btn kind="quiet" onclick={oncancel}>Back</Btn>
			<Btn kind="primary" type="submit" disabled={!title.trim()}>Add and cite</Btn>
		</div>
	</form>
{/if}

<style>
	.quick {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px 12px;
		padding: 12px;
	}
	.found {
		padding: 12px;
		display: grid;
		gap: 10px;
	}
	.wide,
	.acts {
		grid-column: 1 / -1;
	}
	label span {
		display: block;
		color: var(--ink-3);
		font-size: var(--small);
		margin-bottom: 3px;
	}
	.acts {
		display: flex;
		gap: 6px;
		align-items: center;
		justify-content: flex-end;
	}
	small {
		color: var(--ink-3);
		margin-right: auto;
	}
</style>
