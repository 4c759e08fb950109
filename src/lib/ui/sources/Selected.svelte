<script lang="ts">
	/** What can be done with the selected sources. */
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import { FORMAT_NAMES, type Format } from '$lib/core/exchange';
	import type { Source } from '$lib/core/source';
	import { changeSources } from '$lib/data/sources';
	import Btn from '../kit/Btn.svelte';
	import type { LibraryView } from './library-view.svelte';
	import Field from '../kit/Field.svelte';
	interface Props {
		view: LibraryView;
		onmerge: (ids: string[]) => void;
		onremove: (ids: string[]) => void;
	}
	let { view, onmerge, onremove }: Props = $props();
	const ids = $derived(view.table.pickedIds);
	let saving = $state(false);
	let naming = $state<'' | 'tag' | 'shelf'>('');
	let name = $state('');

	const FORMATS: Format[] = ['bibtex', 'biblatex', 'ris', 'csl-json', 'csv'];
	async function save(format: Format) {
		saving = false;
		const { WRITERS } = await import('$lib/core/exchange');
		const { download } = await import('../download');
		const list = view.table.rows.filter((s) => view.table.picked[s.id]);
		const w = WRITERS[format]!;
		download(`sources.${w.ending}`, w.write(list), 'text/plain');
	}
	/** With annotations, excerpts and shelves, for another library of Rapid Quill. */
	async function pack() {
		saving = false;
		const [{ makePackage }, { download }] = await Promise.all([import('$lib/data/package'), import('../download')]);
		await view.attempt(async () =>
			download('sources-package.json', await makePackage([], [...ids]), 'application/json')
		);
	}
	const few = (n: number) => `${n} source${n === 1 ? '' : 's'}`;
	async function change(f: (s: Source) => Source, done: string) {
		const n = await view.attempt(() => changeSources([...ids], f, `${done} ${few(ids.length)}`));
		if (n !== null) view.say(n ? `${done} ${few(n)}.` : 'Nothing had to be changed.');
	}
	async function put() {
		const word = name.trim();
		const field = naming === 'tag' ? 'tags' : 'shelves';
		naming = '';
		name = '';
		if (word)
			await change(
				(s) => (s[field].includes(word) ? s : { ...s, [field]: [...s[field], word] }),
				field === 'tags' ? `Tagged “${word}”:` : `Put on “${word}”:`
			);
	}
	async function takeOff() {
		const shelf = view.shelf;
		await change(
			(s) => (s.shelves.includes(shelf) ? { ...s, shelves: s.shelves.filter((x) => x !== shelf) } : s),
			`Taken off “${shelf}”:`
		);
	}
	const flagged = $derived(ids.every((id) => view.table.rows.find((s) => s.id === id)?.flagged));
	const focus = (el: HTMLInputElement) => el.focus();
</script>

<div class="picked" role="toolbar" aria-label="With the selected sources">
	<b>{ids.length.toLocaleString('en')} selected</b>
	{#if naming}
		<form
			onsubmit={(e) => {
				e.preventDefault();
				void put();
			}}
		>
			<Field
				{@attach focus}
				bind:value={name}
				list="names-known"
				aria-label={naming === 'tag' ? 'Tag' : 'Shelf'}
				placeholder={naming === 'tag' ? 'gas' : 'Chapter 2'}
				onkeydown={(e) => {
					if (e.key === 'Escape') {
						e.stopPropagation();
						naming = '';
					}
				}}
			/>
			<datalist id="names-known">
				{#each naming === 'tag' ? view.tags : view.shelves as n (n)}<option value={n}></option>{/each}
			</datalist>
			<Btn kind="primary" type="submit">{naming === 'tag' ? 'Tag them' : 'Put on this shelf'}</Btn>
		</form>
	{:else}
		<Btn kind="ghost" onclick={() => (naming = 'shelf')}>Put on a shelf</Btn>
		{#if view.shelf && view.shelf !== '-'}<Btn kind="ghost" onclick={takeOff}>Remove from this shelf</Btn>{/if}
		<Btn kind="ghost" onclick={() => (naming = 'tag')}>Tag</Btn>
		<Btn
			kind="ghost"
			onclick={() => {
				const on = !flagged;
				void change(
					(s) => (Boolean(s.flagged) === on ? s : { ...s, flagged: on || undefined }),
					on ? 'Flagged' : 'Unflagged'
				);
			}}>{flagged ? 'Unflag' : 'Flag'}</Btn
		>
		{#if ids.length > 1 && ids.length < 9}<Btn kind="ghost" onclick={() => onmerge([...ids])}>Merge</Btn>{/if}
		<span class="wrap">
			<Btn kind="ghost" expanded={saving} onclick={() => (saving = !saving)}>Save as…</Btn>
			<Dropdown simple placement="bottom-start" class="menu" isOpen={saving} onclose={() => (saving = false)}>
				{#each FORMATS as f (f)}<DropdownItem onclick={() => save(f)}>{FORMAT_NAMES[f]}</DropdownItem>{/each}
				<DropdownItem onclick={pack}>Package, with excerpts</DropdownItem>
			</Dropdown>
		</span>
		<Btn kind="ghost" onclick={() => onremove([...ids])}>Delete</Btn>
		{#if ids.length < view.table.rows.length}
			<Btn kind="quiet" onclick={() => view.table.pickAll()}
				>Select all {view.table.rows.length.toLocaleString('en')}</Btn
			>
		{/if}
		<Btn kind="quiet" onclick={() => view.table.clear()}>Clear the selection</Btn>
	{/if}
</div>

<style>
	.picked,
	form {
		display: flex;
		gap: 8px;
		align-items: center;
		flex-wrap: wrap;
	}
	.picked {
		padding: 6px 0 8px 12px;
		position: sticky;
		top: 0;
		z-index: 3;
		background: var(--desk);
	}
</style>
