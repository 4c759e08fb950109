<script lang="ts">
	/** Which columns stand in the list. */
	import { Dropdown } from 'flowbite-svelte';
	import { COLUMNS } from './columns';
	import { DEFAULT_COLUMNS, type LibraryView } from './library-view.svelte';
	import Check from '../kit/Check.svelte';
	import Press from '../kit/Press.svelte';
	import Btn from '../kit/Btn.svelte';
	let { view }: { view: LibraryView } = $props();
	let open = $state(false);
	function flip(id: string, on: boolean) {
		const now = view.table.columns;
		// columns stand in their own order, with the count last
		view.setColumns(COLUMNS.map((c) => c.id).filter((c) => (c === id ? on : now.includes(c))));
	}
</script>

<div class="wrap">
	<Press class="more" aria-label="Columns" aria-expanded={open} data-tip="Columns" onclick={() => (open = !open)}
		>⋯</Press
	>
	<Dropdown simple placement="bottom-end" class="menu" isOpen={open} onclose={() => (open = false)}>
		<fieldset>
			<legend>Columns</legend>
			{#each COLUMNS as c (c.id)}
				<label class:always={c.fixed}
					><Check
						checked={view.table.columns.includes(c.id)}
						disabled={c.fixed}
						onchange={(e) => flip(c.id, e.currentTarget.checked)}
					/>{c.name}</label
				>
			{/each}
			<Btn kind="link" class="small" onclick={() => view.setColumns(DEFAULT_COLUMNS)}>Reset columns</Btn>
		</fieldset>
	</Dropdown>
</div>

<style>
	.wrap {
		text-align: right;
	}
	.wrap :global(.more) {
		cursor: pointer;
		color: var(--ink-3);
		font-size: 15px;
		line-height: 1;
		width: 24px;
	}
	fieldset {
		padding: 10px 14px;
		display: grid;
		gap: 6px;
		min-width: 160px;
		text-align: left;
	}
	legend {
		color: var(--ink-3);
		font-size: var(--small);
	}
	label {
		display: flex;
		gap: 8px;
		align-items: center;
		color: var(--ink);
		font-size: 13px;
	}
	label.always {
		color: var(--ink-3);
	}
</style>
