<script lang="ts">
	/** The report on what came: new, perhaps here, here, twice, skipped; nothing is added before it was seen. */
	import { shortAuthor, titleOf, yearOf } from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import type { ImportRow } from '$lib/workers/library';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import { fieldLabel } from './compare-words';
	import type { ImportSession, Choice } from './import.svelte';
	import Pick from '../kit/Pick.svelte';

	let { b }: { b: ImportSession } = $props();
	/** Of a long list, how many are drawn. */
	let most = $state(60);
	const r = $derived(b.report!);
	const NAMES: [ImportRow['state'], string][] = [
		['new', 'New'],
		['perhaps', 'Possibly in your library already'],
		['here', 'Already here'],
		['repeated', 'Repeated in this import']
	];
	interface Group {
		name: string;
		/** What can be done with all of it. */
		choices: [Choice, string][];
		rows: { row: ImportRow; i: number }[];
	}
	const groups = $derived.by((): Group[] => {
		const rows = r.rows.map((row, i) => ({ row, i }));
		const papers = [...new Set(rows.flatMap(({ row }) => row.listedIn ?? []))];
		return [
			...NAMES.map(([state, name]) => ({
				name,
				choices: CHOICES[state],
				rows: rows.filter(({ row }) => row.state === state && !row.listedIn)
			})),
			...papers.map((title) => ({
				name: `Listed in “${title}”`,
				choices: CHOICES.new,
				rows: rows.filter(({ row }) => row.listedIn === title)
			}))
		].filter((g) => g.rows.length);
	});
	const CHOICES: Record<ImportRow['state'], [Choice, string][]> = {
		new: [
			['add', 'add'],
			['leave', 'skip']
		],
		perhaps: [
			['add', 'add as another source'],
			['fill', 'complete what is here'],
			['leave', 'skip']
		],
		here: [
			['leave', 'keep what is here'],
			['fill', 'complete what is here'],
			['add', 'add as another source']
		],
		repeated: [
			['leave', 'skip'],
			['fill', 'complete the first'],
			['add', 'add as another source']
		]
	};
	const count = (state: ImportRow['state']) => r.rows.filter((x) => x.state === state).length;
	const like = (row: ImportRow) => {
		const item = row.state === 'repeated' ? r.rows[Number(row.like!.id)].item : library.sources.get(row.like!.id)?.item;
		return item
			? `${row.like!.reason} as ${[shortAuthor(item), yearOf(item)].filter(Boolean).join(' ') || `“${titleOf(item)}”`}`
			: row.like!.reason;
	};
	const parts = $derived(
		[
			`${(count('new') + count('perhaps')).toLocaleString('en')} read`,
			`${count('here')} already here`,
			count('repeated') ? `${count('repeated')} repeated` : '',
			`${r.skipped.length} skipped`
		].filter(Boolean)
	);
</script>

<p class="sum">
	From {b.from}{r.files.length === 1 && r.files[0].format ? ` (${r.files[0].format})` : ''}: <b>{parts[0]}</b>, {parts
		.slice(1)
		.join(', ')}.
</p>
{#if b.comparable}
	<p class="compare">
		<Btn kind="link" disabled={b.entryLookUp.busy} onclick={() => inBackground(b.compare(), 'The look-up failed.')}
			>Compare with the look-up</Btn
		>
		<span role="status">
			{#if b.entryLookUp.busy}{b.entryLookUp.done} of {b.entryLookUp.all} asked{:else if b.entryLookUp.failed}The
				look-up gave no answer for {b.entryLookUp.failed} of {b.entryLookUp.all}.{:else if b.entryLookUp.all}{b
					.entryLookUp.all} compared{/if}
		</span>
	</p>
{/if}
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="lists" tabindex="0" role="region" aria-label="Report">
	{#if r.files.length > 1}
		<ul class="files">
			{#each r.files as f, i (i)}<li>
					<b>{f.name}</b>
					{f.format || 'draft'}: {f.read} read{f.skipped ? `, ${f.skipped} skipped` : ''}
				</li>{/each}
		</ul>
	{/if}
	{#if r.skipped.length}
		<h3>Skipped</h3>
		<ul>
			{#each r.skipped.slice(0, most) as s, i (i)}
				<li>
					<span class="place">{r.files.length > 1 ? `${s.file}, ` : ''}line {s.line}</span>
					{s.why}<code>{s.what}</code>
				</li>
			{/each}
		</ul>
	{/if}
	{#each groups as g (g.name)}
		<h3>
			{g.name} <span>{g.rows.length.toLocaleString('en')}</span>
			{#if g.rows.length > 1}
				<Pick
					look="bare"
					aria-label="All that are {g.name.toLowerCase()}"
					onchange={(e) =>
						b.chooseAll(
							g.rows.map(({ i }) => i),
							e.currentTarget.value as Choice
						)}
				>
					{#each g.choices as [c, words] (c)}<option value={c}>all: {words}</option>{/each}
				</Pick>
			{/if}
		</h3>
		<ul>
			{#each g.rows.slice(0, most) as { row, i } (i)}
				<li class="rec" class:left={b.choice(i) === 'leave'}>
					<span
						><b>{shortAuthor(row.item) || 'No author'}</b>
						{yearOf(row.item)} <i>{titleOf(row.item)}</i>
						{#if row.typed}<small class="typed">{row.typed}</small>{/if}
						{#if row.like}<small><i class="diamond" aria-hidden="true"></i>{like(row)}</small>{/if}
						{#each row.notes as n, k (k)}<small>{n}</small>{/each}
						{#if row.doubtful?.length}<small
								><i class="diamond" aria-hidden="true"></i>Doubtful: {row.doubtful.map(fieldLabel).join(', ')}</small
							>{/if}</span
					>
					<Pick
						look="bare"
						aria-label="What to do with {titleOf(row.item)}"
						value={b.choice(i)}
						onchange={(e) => b.choose(i, e.currentTarget.value as Choice)}
					>
						{#each CHOICES[row.state] as [c, words] (c)}<option value={c}>{words}</option>{/each}
					</Pick>
				</li>
			{/each}
		</ul>
		{#if g.rows.length > most}<Btn kind="link" onclick={() => (most += 300)}
				>{(g.rows.length - most).toLocaleString('en')} more</Btn
			>{/if}
	{/each}
	{#each r.remarks as x, i (i)}<p class="remark">{x}</p>{/each}
</div>

<style>
	.sum {
		color: var(--ink);
	}
	.compare {
		display: flex;
		gap: 12px;
		margin-top: 6px;
		font-size: 13px;
		color: var(--ink-3);
	}
	.lists {
		max-height: 50vh;
		overflow: auto;
		font-size: 13px;
		color: var(--ink-2);
	}
	h3 {
		display: flex;
		gap: 8px;
		align-items: center;
		font: 500 13px/1.4 var(--sans);
		color: var(--ink);
		margin: 14px 0 4px;
	}
	h3 span {
		color: var(--ink-3);
		flex: 1;
	}
	li {
		padding: 5px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	.rec {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		gap: 12px;
		align-items: baseline;
	}
	.left b,
	.left i {
		color: var(--ink-3);
	}
	li b {
		font-weight: 600;
		color: var(--ink);
	}
	li i {
		font: 400 13.5px/1.4 var(--serif);
		color: var(--ink);
	}
	code {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.place {
		color: var(--marigold);
		font-weight: 600;
		margin-right: 4px;
	}
	small {
		display: block;
		color: var(--ink-3);
	}
	small .diamond {
		margin-right: 6px;
		width: 6px;
		height: 6px;
	}
	.typed {
		overflow-wrap: anywhere;
	}
	.remark {
		color: var(--ink-3);
		margin-top: 10px;
	}
</style>
