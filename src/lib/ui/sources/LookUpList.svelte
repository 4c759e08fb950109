<script lang="ts">
	/** Answers to look-ups: the one that was found, several to choose from, or why there is none. */
	import { kindOf, placeOf, shortAuthor, titleOf, yearOf } from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import type { LookUps } from './look-ups.svelte';
	import Choice from '../kit/Choice.svelte';
	let { list, onhand }: { list: LookUps; onhand: () => void } = $props();
</script>

<ul aria-label="Look-ups" aria-live="polite">
	{#each list.list as l (l.id)}
		<li>
			<div class="q">
				<small>{l.kind}</small><b>{l.question}</b><Press aria-label="Drop {l.question}" onclick={() => list.drop(l.id)}
					>×</Press
				>
			</div>
			{#if l.state === 'asking'}
				<p class="wait">Looking…</p>
			{:else if l.state === 'found'}
				{#if l.items.length > 1}<p class="wait">{l.items.length} candidates. Which is it?</p>{/if}
				{#each l.items as item, i (i)}
					<Choice name="look-{l.id}" group={l.chosen} value={i} onchange={() => (l.chosen = i)} class="of-look-up">
						<span
							><b>{shortAuthor(item) || 'No author'}</b>
							{yearOf(item)} <i>{titleOf(item)}</i>
							<small>{[kindOf(item.type).name.toLowerCase(), placeOf(item)].filter(Boolean).join(' · ')}</small></span
						>
					</Choice>
				{/each}
			{:else}
				<p class="no">
					<i class="diamond" aria-hidden="true"></i>{l.message}
					{#if l.state !== 'wrong'}<Btn kind="link" onclick={() => void list.again(l)}>Try again</Btn>{/if}
					<Btn kind="link" onclick={onhand}>Enter by hand</Btn>
				</p>
			{/if}
		</li>
	{/each}
</ul>

<style>
	ul {
		max-height: 40vh;
		overflow: auto;
		border: 1px solid var(--line);
		border-radius: var(--r2);
	}
	li {
		padding: 9px 12px;
		border-bottom: 1px solid var(--line-soft);
		font-size: 13px;
		color: var(--ink-2);
	}
	li:last-child {
		border: 0;
	}
	.q {
		display: flex;
		gap: 9px;
		align-items: baseline;
	}
	.q b {
		flex: 1;
		color: var(--ink);
		font-weight: 500;
		overflow-wrap: anywhere;
	}
	small {
		color: var(--ink-3);
		font-size: 12px;
	}
	.q :global(.press) {
		color: var(--ink-3);
		cursor: pointer;
		padding: 0 6px;
	}
	li :global(.of-look-up) {
		display: flex;
		gap: 9px;
		padding: 4px 0;
		cursor: pointer;
		align-items: baseline;
	}
	span b {
		font-weight: 600;
		color: var(--ink);
	}
	span i {
		font: 400 13.5px/1.4 var(--serif);
		color: var(--ink);
	}
	span small {
		display: block;
	}
	li :global(.of-look-up input) {
		translate: 0 2px;
	}
	.wait {
		color: var(--ink-3);
		padding: 3px 0;
	}
	.no {
		display: flex;
		gap: 9px;
		align-items: baseline;
		padding-top: 4px;
		color: var(--ink);
	}
	.diamond {
		align-self: center;
	}
</style>
