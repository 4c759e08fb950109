<script lang="ts" generics="T extends { id: string }">
	/** Records with what can be done about each; deleting one for good is asked first. */
	import type { Snippet } from 'svelte';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';

	interface Props {
		label: string;
		rows: T[];
		title: (row: T) => string;
		/** What is said of it under its title. */
		about: (row: T) => string;
		/** Words for a screen reader of the button that deletes it. */
		deleteLabel: (row: T) => string;
		remove: (row: T) => Promise<void>;
		/** What else can be done. */
		ways: Snippet<[T]>;
	}
	let { label, rows, title, about, deleteLabel, remove, ways }: Props = $props();
	/** The row that the person is asked about. */
	let asking = $state('');
	async function drop(row: T) {
		asking = '';
		await remove(row);
	}
</script>

<ul aria-label={label}>
	{#each rows as r (r.id)}
		<li>
			<span class="what"><b>{title(r)}</b> {about(r)}</span>
			{#if asking === r.id}
				<Btn kind="ghost" onclick={() => inBackground(drop(r), 'It could not be deleted.')}>Delete for good</Btn>
				<Btn kind="quiet" onclick={() => (asking = '')}>Keep</Btn>
			{:else}
				{@render ways(r)}
				<Btn kind="quiet" label={deleteLabel(r)} onclick={() => (asking = r.id)}>Delete</Btn>
			{/if}
		</li>
	{/each}
</ul>

<style>
	ul {
		max-height: 46vh;
		overflow: auto;
		margin: 12px 0;
	}
	li {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 6px 0;
		border-top: 1px solid var(--line-soft);
	}
	.what {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
		color: var(--ink-2);
		font-size: 13px;
	}
	b {
		color: var(--ink);
		font: 600 15px/1.35 var(--serif);
		display: block;
	}
</style>
