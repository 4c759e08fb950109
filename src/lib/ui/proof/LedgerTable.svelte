<script lang="ts">
	/** A line a source: where in the text it is cited, how often, in which sections. */
	import type { SourceRow } from '$lib/core/proof';
	import type { Proof } from './proof';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import Table from '../kit/Table.svelte';
	let { proof }: { proof: Proof } = $props();
	let by = $state<'times' | 'name' | 'year'>('times');
	/** Of a long ledger, how many are shown at first. */
	const FEW = 40;
	let all = $state(false);
	const compare: Record<typeof by, (a: SourceRow, b: SourceRow) => number> = {
		times: (a, b) => b.places.length - a.places.length,
		name: (a, b) => a.name.localeCompare(b.name),
		year: (a, b) => (b.year ?? -Infinity) - (a.year ?? -Infinity)
	};
	const rows = $derived([...proof.ledger.sources].sort(compare[by]));
	const sorted = (k: typeof by) => (by === k ? (k === 'name' ? 'ascending' : 'descending') : undefined);
</script>

{#if rows.length}
	<Table>
		<thead>
			<tr>
				<th scope="col" aria-sort={sorted('name')}
					><Press class={{ on: by === 'name' }} onclick={() => (by = 'name')}>Source</Press></th
				>
				<th scope="col">Where in the text</th>
				<th scope="col">Sections</th>
				<th scope="col" class="n" aria-sort={sorted('year')}
					><Press class={{ on: by === 'year' }} onclick={() => (by = 'year')}>Year</Press></th
				>
				<th scope="col" class="n" aria-sort={sorted('times')}
					><Press class={{ on: by === 'times' }} onclick={() => (by = 'times')}>Cited</Press></th
				>
			</tr>
		</thead>
		<tbody>
			{#each all ? rows : rows.slice(0, FEW) as r (r.id)}
				<tr>
					<th scope="row"
						><a href="/sources?open={encodeURIComponent(r.id)}"
							>{r.name}{#if r.title}<small>{r.title}</small>{/if}</a
						></th
					>
					<td>
						<span class="line">
							{#each r.places as pos, i (i)}
								<a
									href={proof.link(pos)}
									style:left="{proof.at(pos) * 100}%"
									aria-label="{r.name}, citation {i + 1} of {r.places.length}"
								></a>
							{/each}
						</span>
					</td>
					<td class="where">{r.sections.join(', ')}</td>
					<td class="n">{r.year ?? '–'}</td>
					<td class="n">{r.places.length}</td>
				</tr>
			{/each}
		</tbody>
	</Table>
	{#if rows.length > FEW && !all}
		<Btn kind="link" class="more" onclick={() => (all = true)}>{rows.length - FEW} more sources</Btn>
	{/if}
{:else}<p class="none">Nothing is cited yet.</p>{/if}

<style>
	thead th:nth-child(1) {
		width: 32%;
	}
	thead th:nth-child(2) {
		width: 26%;
	}
	thead th.n {
		width: 64px;
	}
	th,
	td {
		padding: 7px 16px 7px 0;
		vertical-align: middle;
	}
	.n {
		text-align: right;
		padding-right: 0;
	}
	thead :global(.press) {
		font: inherit;
		color: inherit;
		cursor: pointer;
		padding: 2px 0;
	}
	thead :global(.press.on) {
		color: var(--ink);
		text-decoration: underline;
		text-underline-offset: 4px;
	}
	tbody th {
		font-weight: 500;
	}
	small {
		display: block;
		font: 400 13px/1.35 var(--serif);
		color: var(--ink-3);
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	th a:hover {
		color: var(--verdigris-strong);
	}
	.line {
		display: block;
		position: relative;
		height: 24px;
		background: linear-gradient(var(--line), var(--line)) 0 50% / 100% 1.5px no-repeat;
	}
	.line a {
		position: absolute;
		top: 0;
		bottom: 0;
		width: 10px;
		margin-left: -5px;
	}
	.line a::before {
		content: '';
		position: absolute;
		left: 4px;
		top: 4px;
		bottom: 11px;
		width: 2px;
		background: var(--verdigris);
	}
	.line a:hover::before,
	.line a:focus-visible::before {
		top: 0;
		width: 4px;
		left: 3px;
	}
	.where {
		color: var(--ink-2);
		font-size: var(--small);
	}
	.none {
		color: var(--ink-3);
	}
</style>
