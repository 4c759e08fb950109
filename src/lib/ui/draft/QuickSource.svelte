<script lang="ts">
	/** A new source without leaving the sentence: the short form. */
	import { Input, Select } from 'flowbite-svelte';
	import { addSources } from '$lib/data/sources';
	import { KINDS, readDate, readName } from '$lib/core/source';
	import type { Item, Name } from '$lib/core/csl';
	import Btn from '../parts/Btn.svelte';
	let { words, onadd, oncancel }: { words: string; onadd: (id: string) => void; oncancel: () => void } = $props();
	let type = $state('book');
	// svelte-ignore state_referenced_locally
	let title = $state(/\d{4}$/.test(words) ? '' : words);
	let author = $state('');
	let date = $state('');
	let where = $state('');
	const inside = $derived(/article|chapter|entry|paper|post|webpage/.test(type));
	async function add(e: SubmitEvent) {
		e.preventDefault();
		const item: Item = { id: '', type, title: title.trim() };
		const names = author
			.split(/\s*;\s*|\s+and\s+/)
			.map(readName)
			.filter((n): n is Name => n !== null);
		if (names.length) item.author = names;
		const issued = readDate(date);
		if (issued) item.issued = issued;
		if (where.trim()) item[inside ? 'container-title' : 'publisher'] = where.trim();
		const [s] = await addSources([{ item }], 'typed while citing');
		onadd(s.id);
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') {
			e.stopPropagation();
			oncancel();
		}
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
<form class="quick" onsubmit={add} onkeydown={keys}>
	<label
		><span>Kind</span><Select
			bind:value={type}
			items={KINDS.map((k) => ({ value: k.type, name: k.name }))}
			size="sm"
		/></label
	>
	<label
		><span>Author</span><Input
			bind:value={author}
			size="sm"
			placeholder="Okafor, Ebele; Sund, Anders"
			autofocus
		/></label
	>
	<label class="wide"><span>Title</span><Input bind:value={title} size="sm" required /></label>
	<label><span>Date</span><Input bind:value={date} size="sm" placeholder="2019, May 2019" /></label>
	<label><span>{inside ? 'In' : 'Publisher'}</span><Input bind:value={where} size="sm" /></label>
	<div class="acts">
		<small>More fields wait in Sources.</small>
		<Btn kind="quiet" onclick={oncancel}>Back</Btn>
		<Btn kind="primary" type="submit" disabled={!title.trim()}>Add and cite</Btn>
	</div>
</form>

<style>
	.quick {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px 12px;
		padding: 12px;
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
