<script lang="ts">
	/** The typed list taken apart: each entry beside the fields found in it, doubtful ones marked, known ones recognised. */
	import { onDestroy } from 'svelte';
	import type { Item, Name } from '$lib/core/csl';
	import { completed, DOUBTFUL, type Compared } from '$lib/core/match';
	import {
		fieldNamed,
		FIELDS,
		KINDS,
		kindOf,
		readDate,
		readName,
		shortLabel,
		writeDate,
		writeName
	} from '$lib/core/source';
	import { inBackground } from '$lib/services/problems';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import { many } from '../parts/many';
	import { compareWords } from '../sources/compare-words';
	import { EntryLookUp } from '../sources/entry-look-up.svelte';
	import type { MatchUp, ReviewedEntry } from './match.svelte';

	let { m }: { m: MatchUp } = $props();
	/** The entry whose fields are edited. */
	let editing = $state('');
	const ORDER = new Map(FIELDS.map((f, i) => [f.name, i]));
	const place = (field: string) => ORDER.get(field) ?? FIELDS.length;
	const adding = $derived(m.entries.filter((e) => e.add && !e.sourceId).length);

	const lookUp = new EntryLookUp();
	onDestroy(() => lookUp.stop());

	const names = (v: unknown) => (v as Name[]).map(writeName).join('; ');
	const shown = (field: string, v: unknown): string => {
		const { kind } = fieldNamed(field);
		return kind === 'names' ? names(v) : kind === 'date' ? writeDate(v) : String(v);
	};
	const fieldsOf = (e: ReviewedEntry) =>
		Object.keys(e.item)
			.filter((f) => f !== 'id' && f !== 'type' && f !== 'custom')
			.sort((a, b) => place(a) - place(b));
	const doubtful = (e: ReviewedEntry, field: string) =>
		(e.entry.confidence[field] ?? 1) < DOUBTFUL || other(e, field) !== undefined;
	const doubts = (e: ReviewedEntry) => [...fieldsOf(e), 'type'].filter((f) => doubtful(e, f)).length;

	function change(e: ReviewedEntry, change: Partial<ReviewedEntry>) {
		m.entries = m.entries.map((x) => (x.item.id === e.item.id ? { ...x, ...change } : x));
	}
	function edit(e: ReviewedEntry, field: string, text: string) {
		const item: Item = { ...e.item };
		const { kind } = fieldNamed(field);
		const value =
			kind === 'names'
				? text
						.split(/\s*;\s*/)
						.map(readName)
						.filter((n): n is Name => n !== null)
				: kind === 'date'
					? readDate(text)
					: text.trim();
		if (!value || (Array.isArray(value) && !value.length)) delete item[field];
		else item[field] = value;
		// what the person wrote is sure
		change(e, { item, entry: { ...e.entry, confidence: { ...e.entry.confidence, [field]: 1 } } });
	}
	/** Entries that are no sources yet, beside what the look-up has of them: what it adds is taken, where it differs is shown. */
	async function compare() {
		const asked = m.entries.filter((e) => !e.sourceId);
		await lookUp.ask(
			asked.map((e) => ({ ...e.entry, item: e.item })),
			(i, compared) => {
				const e = m.entries.find((x) => x.item.id === asked[i].item.id);
				if (!e) return;
				const sure = Object.keys(compared?.item ?? {}).filter((f) => !compared!.differs.includes(f));
				const confidence = { ...e.entry.confidence, ...Object.fromEntries(sure.map((f) => [f, 1])) };
				change(e, {
					compared,
					item: compared ? completed(e.item, compared) : e.item,
					entry: { ...e.entry, confidence }
				});
			}
		);
	}
	const other = (e: ReviewedEntry, field: string) =>
		e.compared?.differs.includes(field) ? e.compared.item[field] : undefined;
	function take(e: ReviewedEntry, field: string) {
		const compared = e.compared && { ...e.compared, differs: e.compared.differs.filter((f) => f !== field) };
		const confidence = { ...e.entry.confidence, [field]: 1 };
		change(e, { compared, item: { ...e.item, [field]: other(e, field) }, entry: { ...e.entry, confidence } });
	}
	const lookUpWords = (c: Compared | null): string => {
		if (!c) return compareWords(null);
		return compareWords({ ...c, differs: [] });
	};
	const label = (id: string) => {
		const s = library.sources.get(id);
		if (!s) return '';
		const l = shortLabel(s.item);
		return `${l.name} ${l.year}`;
	};
</script>

<main class="review">
	<header>
		<h2>The typed list</h2>
		<p>
			Ticked entries are added to your library, and the list becomes a live bibliography. Entries you leave unticked
			stay below it as typed. Check fields marked with a diamond against the entry.
			{#if m.pointing}
				<b
					>{many(m.pointing, 'citation')} by number {m.pointing === 1 ? 'points' : 'point'} at this list. Accept {m.pointing ===
					1
						? 'it'
						: 'them'} in the text first: without the list nobody knows what a number means.</b
				>
			{/if}
		</p>
		<Btn
			kind="primary"
			disabled={m.pointing > 0}
			onclick={() => inBackground(m.takeList(), 'The list could not be taken over.')}
			>{adding
				? `Add ${adding} ${adding === 1 ? 'source' : 'sources'} and make the list live`
				: 'Make the list live'}</Btn
		>
		{#if m.listed.fresh}
			<p class="ask">
				<Btn kind="link" disabled={lookUp.busy} onclick={() => inBackground(compare(), 'The look-up failed.')}
					>Compare with the look-up</Btn
				>
				<span role="status">
					{#if lookUp.busy}{lookUp.done} of {lookUp.all} asked{:else if lookUp.failed}The look-up gave no answer for {lookUp.failed}
						of {lookUp.all}.{:else if lookUp.all}{lookUp.all} compared{/if}
				</span>
			</p>
		{/if}
	</header>
	<ol aria-label="Entries">
		{#each m.entries as e, i (e.item.id)}
			<li aria-label="Entry {i + 1}">
				<div class="typed">{e.entry.text}</div>
				<div class="read">
					{#if e.sourceId}
						<p class="here">
							In your library: <b>{label(e.sourceId)}</b>{#if e.why}<small class="why">recognised by {e.why}</small
								>{/if}
						</p>
					{:else}
						<p class="top">
							<Check checked={e.add} onchange={() => change(e, { add: !e.add })}
								>Add as {kindOf(e.item.type).name.toLowerCase()}</Check
							>
							{#if doubts(e)}<small><i class="diamond" aria-hidden="true"></i> {doubts(e)} to check</small>{/if}
							<Btn
								kind="link"
								onclick={() => (editing = editing === e.item.id ? '' : e.item.id)}
								expanded={editing === e.item.id}>{editing === e.item.id ? 'Done' : 'Correct'}</Btn
							>
						</p>
						{#if e.compared !== undefined}<p class="told">{lookUpWords(e.compared)}</p>{/if}
						{#if editing === e.item.id}
							<div class="fields">
								<label
									><span>Kind</span><Pick
										value={e.item.type}
										items={KINDS.map((k) => ({ value: k.type, name: k.name }))}
										onchange={(x) =>
											change(e, { item: { ...e.item, type: (x.currentTarget as HTMLSelectElement).value } })}
									/></label
								>
								{#each [...new Set(['author', 'title', 'issued', ...fieldsOf(e)])] as f (f)}
									<label
										><span>{fieldNamed(f).label}</span><Field
											shown={e.item[f] === undefined ? '' : shown(f, e.item[f])}
											onchange={(x) => edit(e, f, x.currentTarget.value)}
										/></label
									>
								{/each}
							</div>
						{:else}
							<dl>
								{#each fieldsOf(e) as f (f)}
									<div class:doubtful={doubtful(e, f)}>
										<dt>{fieldNamed(f).label}</dt>
										<dd>
											{#if doubtful(e, f)}<i class="diamond" aria-hidden="true"></i><span class="visually-hidden"
													>Doubtful:
												</span>{/if}{shown(f, e.item[f])}
											{#if other(e, f) !== undefined}
												<small class="other"
													>Look-up: {shown(f, other(e, f))}
													<Btn
														kind="link"
														label="Use {fieldNamed(f).label.toLowerCase()} from the look-up"
														onclick={() => take(e, f)}>Take</Btn
													></small
												>
											{/if}
										</dd>
									</div>
								{/each}
							</dl>
						{/if}
					{/if}
				</div>
			</li>
		{/each}
	</ol>
</main>

<style>
	.review {
		overflow: auto;
		padding: 18px 24px 60px;
		max-width: 1280px;
	}
	header {
		display: grid;
		grid-template-columns: minmax(0, 1fr) max-content;
		gap: 2px 24px;
		align-items: center;
		margin-bottom: 12px;
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
	}
	header p {
		grid-column: 1;
		color: var(--ink-3);
		font-size: 13px;
		max-width: 70ch;
	}
	header :global(.btn) {
		grid-column: 2;
		grid-row: 1 / span 2;
	}
	.ask {
		display: flex;
		gap: 12px;
		margin-top: 4px;
	}
	.told {
		margin-top: 3px;
		color: var(--ink-3);
		font-size: 12.5px;
	}
	.other {
		display: block;
	}
	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		gap: 28px;
		padding: 12px 0;
		border-top: 1px solid var(--line-soft);
	}
	.typed {
		font: 400 15px/1.5 var(--serif);
		overflow-wrap: anywhere;
	}
	.read {
		font-size: 13px;
		color: var(--ink-2);
	}
	.here b {
		color: var(--ink);
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
	}
	.why {
		margin-left: 10px;
	}
	.top {
		display: flex;
		gap: 14px;
		align-items: baseline;
	}
	dl {
		margin-top: 5px;
	}
	dl div {
		display: grid;
		grid-template-columns: 110px minmax(0, 1fr);
		gap: 10px;
		padding: 1px 4px;
	}
	dt {
		color: var(--ink-3);
	}
	dd {
		color: var(--ink);
		overflow-wrap: anywhere;
	}
	.doubtful {
		background: var(--marigold-tint);
		border-radius: var(--r1);
	}
	dd .diamond {
		margin-right: 7px;
	}
	.fields {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 7px 12px;
		margin-top: 8px;
	}
	label span {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}
	@media (max-width: 900px) {
		li,
		header {
			grid-template-columns: minmax(0, 1fr);
			gap: 8px;
		}
		header :global(.btn) {
			grid-column: 1;
			grid-row: auto;
			justify-self: start;
		}
	}
</style>
