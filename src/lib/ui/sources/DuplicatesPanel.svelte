<script lang="ts">
	/** Sources that seem to be one work, side by side: merged field by field, or kept apart for good. */
	import { tick, untrack } from 'svelte';
	import {
		fieldNamed,
		isEmpty,
		kindOf,
		mergeRows,
		pairKey,
		shortLabel,
		showValue,
		type Group,
		type Source
	} from '$lib/core/source';
	import { mergeInto } from '$lib/data/sources';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import type { LibraryView } from './library-view.svelte';
	import { originWords } from './origin-words';
	import Table from '../kit/Table.svelte';
	import Choice from '../kit/Choice.svelte';

	interface Props {
		view: LibraryView;
		/** Sources the person chose to merge, whether they look alike or not. */
		chosen: string[] | null;
		onclose: () => void;
	}
	let { view, chosen, onclose }: Props = $props();
	/** The group that is looked at, by the ids in it. */
	let at = $state('');
	let keep = $state(0);
	let choice = $state<Record<string, number>>({});

	const keyOf = (g: { ids: string[] }) => g.ids.join(' ');
	const groups = $derived.by((): Group[] => {
		const found = (view.groups ?? []).filter((g) => g.ids.every((id) => library.sources.has(id)));
		if (!chosen || !chosen.every((id) => library.sources.has(id))) return found;
		const rest = found.filter((g) => !chosen.every((id) => g.ids.includes(id)) || g.ids.length !== chosen.length);
		return [{ ids: chosen, reason: 'you chose them', sure: false }, ...rest];
	});
	const group = $derived(groups.find((g) => keyOf(g) === at) ?? groups[0]);
	const sources = $derived(group ? group.ids.map((id) => library.sources.get(id)!) : []);
	const rows = $derived(mergeRows(sources.map((s) => s.item)));
	const cites = $derived(sources.map((s) => view.counts.get(s.id) ?? 0));

	const which = $derived(group ? keyOf(group) : '');
	$effect(() => {
		const some = which;
		untrack(() => {
			choice = Object.fromEntries(rows.map((r) => [r.field, r.best]));
			// the one that is cited most keeps its key, then the older one
			keep = some ? cites.indexOf(Math.max(...cites)) : 0;
		});
	});
	const show = (field: string, v: unknown) => (field === 'type' ? kindOf(String(v)).name : showValue(field, v)) || '–';
	const name = (field: string) => (field === 'type' ? 'Kind' : fieldNamed(field).label);
	const label = (s: Source) => {
		const l = shortLabel(s.item);
		return [l.name, l.year].filter(Boolean).join(' ');
	};

	async function merge() {
		const ids = sources.map((s) => s.id);
		const moved = cites.reduce((n, c, i) => n + (i === keep ? 0 : c), 0);
		const others = ids.filter((_, i) => i !== keep);
		// the repository counts from the one that is kept
		const place = ids.map((id, i) => (i === keep ? 0 : others.indexOf(id) + 1));
		const taken = Object.fromEntries(rows.map((r) => [r.field, place[choice[r.field] ?? r.best]]));
		try {
			await mergeInto(ids[keep], others, taken);
		} catch (e) {
			toasts.say((e as Error).message);
			return;
		}
		view.say(
			`Merged ${ids.length} sources into one${moved ? `; ${moved} citation${moved === 1 ? ' follows' : 's follow'} it` : ''}.`
		);
		if (chosen) onclose();
		else await next();
	}
	async function keepAsTwo() {
		const { ids } = group;
		const key = keyOf(group);
		const before = view.notDuplicates;
		const pairs = ids.flatMap((a, i) => ids.slice(i + 1).map((b) => pairKey(a, b)));
		const kept = await view.attempt(async () => {
			await view.setNotDuplicates([...new Set([...before, ...pairs])]);
			return true;
		});
		if (!kept) return;
		view.groups = view.groups?.filter((g) => keyOf(g) !== key) ?? null;
		toasts.say('They stay separate sources, and you will not be asked again.', {
			label: 'Take back',
			run: async () => {
				await view.setNotDuplicates(before);
				await view.look();
			}
		});
		await next();
	}
	/** Before the library was looked through, nothing can be said of it. */
	const looked = $derived(view.groups !== null && !view.looking);
	async function next() {
		await tick();
		at = groups[0] ? keyOf(groups[0]) : '';
	}
</script>

<section aria-label="Possible duplicates">
	<header>
		<h2>
			{groups.length
				? `${groups.length} possible ${groups.length === 1 ? 'duplicate' : 'duplicates'}`
				: looked
					? 'No duplicates'
					: 'Checking the library…'}
		</h2>
		<span class="spacer"></span>
		<Btn kind="quiet" onclick={onclose}>Back to the list</Btn>
	</header>
	{#if group}
		<div class="two">
			<ul class="groups" aria-label="Likely duplicates">
				{#each groups as g (keyOf(g))}
					{@const s = library.sources.get(g.ids[0])!}
					<li>
						<Press
							class={{ on: g === group }}
							aria-current={g === group ? 'true' : undefined}
							onclick={() => (at = keyOf(g))}
						>
							<b>{label(s)}</b><small>{g.ids.length > 2 ? `${g.ids.length} sources: ` : ''}{g.reason}</small>
						</Press>
					</li>
				{/each}
			</ul>
			<div class="card">
				<p class="why">
					{group.reason[0].toUpperCase() + group.reason.slice(1)}. Choose which value to keep for each field.
				</p>
				<Table>
					<thead>
						<tr>
							<th scope="col"><span class="visually-hidden">Field</span></th>
							{#each sources as s, i (s.id)}
								<th scope="col">
									<Choice name="keep" bind:group={keep} value={i}><span>Keep the key <code>{s.key}</code></span></Choice
									>
									<small
										>{cites[i] ? `cited ${cites[i] === 1 ? 'once' : `${cites[i]} times`}` : 'not cited'} · {originWords(
											s.origin
										)}</small
									>
								</th>
							{/each}
						</tr>
					</thead>
					<tbody>
						{#each rows as r (r.field)}
							<tr class:agreed={r.agreed}>
								<th scope="row">{name(r.field)}</th>
								{#each r.values as v, i (i)}
									<td class:taken={(choice[r.field] ?? r.best) === i && !isEmpty(v)}>
										{#if r.agreed || isEmpty(v)}
											<span class:none={isEmpty(v)}>{show(r.field, v)}</span>
										{:else}
											<Choice
												name="f-{r.field}"
												bind:group={choice[r.field]}
												value={i}
												aria-label="{name(r.field)}: {show(r.field, v)}"><span>{show(r.field, v)}</span></Choice
											>
										{/if}
									</td>
								{/each}
							</tr>
						{/each}
					</tbody>
				</Table>
				<p class="all">Tags, shelves, annotations and excerpts of all are kept together.</p>
				<div class="acts">
					<Btn kind="primary" onclick={merge}>Merge into one</Btn>
					<Btn kind="ghost" onclick={keepAsTwo}>They are {sources.length === 2 ? 'two' : 'different'} works</Btn>
				</div>
			</div>
		</div>
	{:else if looked}
		<p class="fine">No two sources share an identifier, or title, year and author. What you import is compared too.</p>
	{/if}
</section>

<style>
	header {
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 10px 12px;
	}
	h2 {
		font: 600 18px/1.3 var(--serif);
		color: var(--ink);
	}
	.spacer {
		flex: 1;
	}
	.two {
		display: grid;
		grid-template-columns: 240px minmax(0, 1fr);
		gap: 18px;
		align-items: start;
	}
	.groups :global(.press) {
		width: 100%;
		text-align: left;
		padding: 8px 12px;
		border-radius: var(--r2);
		cursor: pointer;
		font-size: 13.5px;
		color: var(--ink);
	}
	.groups b {
		font-weight: 600;
		display: block;
	}
	.groups :global(.on) {
		background: var(--verdigris-tint);
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
		font-weight: 400;
		display: block;
	}
	.groups :global(.on small) {
		color: var(--ink-2);
	}
	.card {
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		padding: 14px 18px;
	}
	.why,
	.all,
	.fine {
		color: var(--ink-2);
		font-size: 13px;
	}
	.fine {
		padding: 20px 12px;
	}
	th {
		text-align: left;
		font-weight: 500;
		color: var(--ink-3);
		vertical-align: baseline;
		padding: 6px 10px 6px 0;
	}
	thead :global(.kit-ticked) {
		color: var(--ink-2);
		font-size: 12.5px;
	}
	th :global(.kit-ticked),
	td :global(.kit-ticked) {
		align-items: baseline;
	}
	th :global(.kit-tick),
	td :global(.kit-tick) {
		translate: 0 2px;
	}
	thead th:not(:first-child) {
		padding-inline: 10px;
	}
	.all {
		margin-top: 10px;
	}
	thead th:first-child {
		width: 100px;
	}
	code {
		font: 500 12px/1 var(--sans);
		color: var(--ink);
	}
	tbody tr {
		border-top: 1px solid var(--line-soft);
	}
	td {
		padding: 6px 10px;
		font: 400 14px/1.4 var(--serif);
		color: var(--ink-2);
		overflow-wrap: anywhere;
		vertical-align: baseline;
	}
	td.taken {
		color: var(--ink);
		background: var(--verdigris-tint);
	}
	tr.agreed td.taken {
		background: none;
	}
	.none {
		color: var(--ink-3);
	}
	.acts {
		display: flex;
		gap: 8px;
		margin-top: 12px;
	}
	@media (max-width: 1000px) {
		.two {
			grid-template-columns: 1fr;
		}
	}
</style>
