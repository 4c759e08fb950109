<script lang="ts">
	/** Earlier versions of the manuscript: what has changed since, and the way back. */
	import { onMount } from 'svelte';
	import { format, formatDistanceToNow } from 'date-fns';
	import { storageMessage, type Version } from '$lib/data/db';
	import { versionsOf } from '$lib/data/versions';
	import type { Comparison } from '$lib/core/manuscript/compare';
	import { backTo, sinceVersion } from '$lib/editor/versions';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import { many } from '../parts/many';
	import Alert from '../kit/Alert.svelte';

	let { draft }: { draft: Draft } = $props();
	let list = $state.raw<Version[] | null>(null);
	let open = $state<number | undefined>(undefined);
	let seen = $state.raw<Comparison | null>(null);
	let trouble = $state('');
	async function load() {
		try {
			list = await versionsOf(draft.id);
		} catch (e) {
			trouble = storageMessage(e);
		}
	}
	onMount(() => void load());
	function look(v: Version) {
		trouble = '';
		seen = null;
		open = open === v.id ? undefined : v.id;
		if (open === undefined) return;
		try {
			seen = sinceVersion(draft, v);
		} catch (e) {
			trouble = (e as Error).message;
		}
	}
	async function back(v: Version) {
		try {
			await backTo(draft, v);
			toasts.say(`The state of ${format(v.at, 'd MMMM, HH:mm')} is back. Ctrl+Z undoes this.`);
			open = undefined;
			await load();
		} catch (e) {
			trouble = (e as Error).name === 'ManuscriptError' ? (e as Error).message : storageMessage(e);
		}
	}
	/** Unchanged paragraphs between changes are passed over. */
	const parts = $derived((seen?.blocks ?? []).filter((b) => b.changed).slice(0, 200));
</script>

<div class="head">
	<h2>Versions</h2>
	<p>A version is saved every few minutes, and before you go back to one.</p>
</div>
{#if trouble}<Alert>{trouble}</Alert>{/if}
<ul aria-label="Earlier versions">
	{#each list ?? [] as v (v.id)}
		<li>
			<Press aria-expanded={open === v.id} onclick={() => look(v)}>
				<b>{format(v.at, 'd MMM, HH:mm')}</b>
				<span>{v.sent?.file ? `sent as ${v.sent.file}` : formatDistanceToNow(v.at, { addSuffix: true })}</span>
			</Press>
			{#if open === v.id && seen}
				<div class="seen">
					{#if parts.length}
						<p>Since then {many(seen.added, 'word')} new, {many(seen.removed, 'word')} gone.</p>
						<div class="changes">
							{#each parts as b, i (i)}
								<p class:heading={b.heading}>
									{#each b.pieces as p, k (k)}{#if p.how === 'new'}<ins>{p.text}</ins>{:else if p.how === 'gone'}<del
												>{p.text}</del
											>{:else}{p.text.length > 90
												? `${p.text.slice(0, 40)} … ${p.text.slice(-40)}`
												: p.text}{/if}{/each}
								</p>
							{/each}
						</div>
					{:else}
						<p>Only formatting has changed since then.</p>
					{/if}
					{#if !draft.readOnly}<Btn kind="ghost" onclick={() => void back(v)}>Restore this version</Btn>{/if}
				</div>
			{/if}
		</li>
	{/each}
	{#if list?.length === 0}<li class="none">None yet. The first is saved with your next change.</li>{/if}
</ul>

<style>
	.head {
		padding: 10px 14px;
		border-bottom: 1px solid var(--line-soft);
		color: var(--ink-3);
		font-size: 12px;
	}
	h2 {
		font: 600 13px/1.3 var(--sans);
		color: var(--ink);
		margin-bottom: 2px;
	}
	ul {
		flex: 1;
		overflow: auto;
		min-height: 0;
	}
	li {
		border-bottom: 1px solid var(--line-soft);
	}
	li > :global(.press) {
		display: flex;
		justify-content: space-between;
		width: 100%;
		padding: 8px 14px;
		font-size: 13px;
		cursor: pointer;
		text-align: left;
	}
	li > :global(.press:hover) {
		background: var(--desk-raised);
	}
	b {
		font-weight: 600;
	}
	span {
		color: var(--ink-3);
	}
	.seen {
		padding: 2px 14px 12px;
		font-size: 12.5px;
		color: var(--ink-2);
	}
	.changes {
		max-height: 320px;
		overflow: auto;
		margin: 6px 0 8px;
		padding: 2px 8px;
		border-left: 2px solid var(--line);
		font: 400 13px/1.5 var(--serif);
	}
	.changes p {
		margin-bottom: 8px;
		overflow-wrap: anywhere;
	}
	.changes .heading {
		font-weight: 600;
	}
	ins {
		background: var(--verdigris-tint);
		text-decoration: underline;
		text-decoration-color: var(--verdigris);
	}
	del {
		color: var(--madder);
	}
	.none {
		padding: 12px 14px;
		font-size: 13px;
		color: var(--ink-3);
	}
</style>
