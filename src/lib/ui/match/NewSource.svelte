<script lang="ts">
	/** A source that a typed citation stands for and that the library does not have: looked up, or entered in short. */
	import { onMount } from 'svelte';
	import { KINDS, readDate, readName } from '$lib/core/source';
	import type { Item, Name } from '$lib/core/csl';
	import type { TypedCite } from '$lib/core/match';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import { LookUps } from '../sources/look-ups.svelte';
	import LookUpList from '../sources/LookUpList.svelte';

	interface Props {
		c: TypedCite;
		origin: string;
		ontake: (id: string) => void;
		oncancel: () => void;
	}
	let { c, origin, ontake, oncancel }: Props = $props();
	const lookUps = new LookUps();
	let byHand = $state(false);
	let type = $state('book');
	// what was typed is where the form begins
	// svelte-ignore state_referenced_locally
	let author = $state(c.names.join('; '));
	// svelte-ignore state_referenced_locally
	let date = $state(c.year.replace('no date', ''));
	let title = $state('');

	onMount(() => {
		inBackground(lookUps.ask([[...c.names, c.year.replace('no date', '')].join(' ').trim()]), 'The look-up failed.');
		return () => lookUps.stop();
	});

	async function take(items: Item[]) {
		const { ids } = await library.findOrAdd(
			items.map((item) => ({ item })),
			`cited in ${origin}`
		);
		await library.settled();
		ontake(ids[0]);
	}
	const found = () => take(lookUps.ready.map((l) => $state.snapshot(l.items[l.chosen]) as Item));
	function add(e: SubmitEvent) {
		e.preventDefault();
		const item: Item = { id: '', type, title: title.trim() };
		const names = author
			.split(/\s*;\s*/)
			.map(readName)
			.filter((n): n is Name => n !== null);
		if (names.length) item.author = names;
		const issued = readDate(date);
		if (issued) item.issued = issued;
		inBackground(take([item]), 'The source could not be added.');
	}
</script>

{#if !byHand}
	<LookUpList list={lookUps} onhand={() => (byHand = true)} />
	<p>
		<Btn
			kind="link"
			onclick={() => inBackground(found(), 'The source could not be added.')}
			disabled={!lookUps.ready.length}>Take it</Btn
		>
		<Btn kind="link" onclick={() => (byHand = true)}>Enter by hand</Btn>
		<Btn kind="link" onclick={oncancel}>Cancel</Btn>
	</p>
{:else}
	<form onsubmit={add}>
		<label
			><span>Kind</span><Pick bind:value={type} items={KINDS.map((k) => ({ value: k.type, name: k.name }))} /></label
		>
		<label><span>Author</span><Field bind:value={author} /></label>
		<label><span>Title</span><Field bind:value={title} required autofocus /></label>
		<label><span>Date</span><Field bind:value={date} /></label>
		<p>
			<Btn kind="primary" type="submit" disabled={!title.trim()}>Add the source</Btn>
			<Btn kind="quiet" onclick={oncancel}>Cancel</Btn>
		</p>
	</form>
{/if}

<style>
	form {
		display: grid;
		gap: 7px;
		margin-top: 6px;
	}
	label span {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}
	p {
		display: flex;
		gap: 14px;
		margin-top: 6px;
	}
</style>
