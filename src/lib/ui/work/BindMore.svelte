<script lang="ts">
	/** Manuscripts of the desk, to be bound into a work. */
	import { onMount } from 'svelte';
	import { Modal } from 'flowbite-svelte';
	import { chapterOf, type WorkPart } from '$lib/core/work';
	import type { Manuscript } from '$lib/data/db';
	import { listManuscripts } from '$lib/data/manuscripts';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import { many } from '../parts/many';
	import ChooseManuscripts from './ChooseManuscripts.svelte';

	interface Props {
		/** Those that are in it. */
		bound: string[];
		ontake: (what: string, f: (parts: WorkPart[]) => WorkPart[]) => void;
		onclose: () => void;
	}
	let { bound, ontake, onclose }: Props = $props();
	let open = $state(true);
	let list = $state.raw<Manuscript[] | null>(null);
	let chosen = $state.raw<string[]>([]);
	onMount(() =>
		inBackground(
			listManuscripts().then((all) => (list = all.filter((m) => !bound.includes(m.id)))),
			'The manuscripts of the desk could not be read.'
		)
	);
</script>

<Modal bind:open title="Add a manuscript" size="sm" outsideclose {onclose}>
	{#if list?.length}
		<p>
			They stay on the desk and are opened and written as before. Each stands in the work in the order you choose it.
		</p>
		<ChooseManuscripts {list} bind:chosen />
		<Btn
			kind="primary"
			disabled={!chosen.length}
			onclick={() =>
				ontake(`${many(chosen.length, 'chapter')} added`, (parts) => [...parts, ...chosen.map((id) => chapterOf(id))])}
			>Add {chosen.length ? many(chosen.length, 'chapter') : ''}</Btn
		>
	{:else if list}<p>Every manuscript of the desk is in this work.</p>{:else}<p role="status">Reading the desk…</p>{/if}
</Modal>

<style>
	p {
		color: var(--ink-2);
		margin-bottom: 10px;
	}
</style>
