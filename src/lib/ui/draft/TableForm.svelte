<script lang="ts">
	/** How large a new table is. */
	import { onMount } from 'svelte';
	import { insertTable, LARGEST } from '$lib/editor/insertions';
	// the keys of tables are there when the table is
	import '$lib/editor/table-plugins';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';
	let { run, onclose, onaway }: FormProps = $props();
	let rows = $state('4');
	let columns = $state('3');
	let header = $state(true);
	let input = $state<HTMLInputElement | null>(null);
	onMount(() => input?.select());
</script>

<InsertForm label="Table" {onclose} {onaway} onsubmit={() => run(insertTable(Number(rows), Number(columns), header))}>
	<div class="two">
		<label>Rows <Field bind:element={input} bind:value={rows} type="number" min={1} max={LARGEST} /></label>
		<label>Columns <Field bind:value={columns} type="number" min={1} max={LARGEST} /></label>
	</div>
	<Check bind:checked={header}>The first row is a header</Check>
	<div class="acts"><Btn kind="primary" type="submit">Insert table</Btn></div>
</InsertForm>
