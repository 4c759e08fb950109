<script lang="ts">
	/** One change in the margin: who did what, and what can be done about it. */
	import { format } from 'date-fns';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import Slip from '../parts/Slip.svelte';
	import { quoted, sourcesOf, verbOf } from './change-words';
	import type { Returned, Shown } from './returned.svelte';

	let { r, s }: { r: Returned; s: Shown } = $props();
	const on = $derived(r.current === s.key);
	const meets = $derived(s.planned.meets);
	const day = $derived.by(() => {
		const at = new Date(s.at);
		return s.at && !Number.isNaN(at.getTime()) ? format(at, 'd MMMM, HH:mm') : '';
	});
	const needsWords = (how: string) => !['split', 'joined'].includes(how);
</script>

<Slip {on} class={meets ? 'meets' : ''}>
	<Press class="head" onclick={() => r.go(s.key)} aria-expanded={on}>
		{#each s.said as x, i (i)}
			<span class="line"
				>{#if i === 0}<b>{s.by}</b>{/if}
				{verbOf(x)}
				{#if x.how === 'replaced'}
					<span class="words">{quoted(x.was)} <span class="to" aria-label="by">→</span> {quoted(x.now)}</span>
				{:else if needsWords(x.how) && (x.now || x.was)}
					<span class="words">{quoted(x.now || x.was)}</span>
				{/if}
				{#if sourcesOf(x)}<small>{sourcesOf(x)}</small>{/if}
			</span>
		{/each}
		{#if on && day}<small>{day}{s.planned.changes[0].tracked ? '' : ', found by comparing'}</small>{/if}
	</Press>
	{#if meets}
		<p class="both">
			<i class="diamond" aria-hidden="true"></i>{meets === 'gone'
				? 'You have taken this passage out since.'
				: meets === 'sentence'
					? 'You have changed this sentence as well; the words do not meet.'
					: 'You have changed the same words.'}
		</p>
		{#if on && s.sides && meets !== 'sentence'}
			<dl>
				<dt>Yours</dt>
				<dd>{s.sides.mine || 'nothing here'}</dd>
				<dt>{s.by}</dt>
				<dd>{s.sides.theirs || 'nothing here'}</dd>
			</dl>
		{/if}
	{/if}
	<p class="acts">
		{#if meets === 'words' || meets === 'gone'}
			<Btn kind="link" class="accept" onclick={() => r.accept(s.key)}
				>{meets === 'gone' ? 'Bring it back' : 'Take theirs'}</Btn
			>
			<Btn kind="link" onclick={() => r.reject(s.key)}>Keep mine</Btn>
			{#if meets === 'words'}<Btn kind="link" onclick={() => r.accept(s.key, 'beside')}>Keep both</Btn>{/if}
		{:else}
			<Btn kind="link" class="accept" onclick={() => r.accept(s.key)}>Accept</Btn>
			<Btn kind="link" onclick={() => r.reject(s.key)}>Reject</Btn>
		{/if}
	</p>
</Slip>

<style>
	.line {
		display: block;
		overflow-wrap: anywhere;
	}
	.line + .line {
		margin-top: 4px;
	}
	.words {
		color: var(--ink);
	}
	.to {
		color: var(--ink-3);
	}
	.both {
		margin-top: 4px;
		color: var(--ink);
	}
	.both .diamond {
		margin-right: 6px;
	}
	dl {
		margin-top: 6px;
		display: grid;
		gap: 2px;
	}
	dt {
		color: var(--ink-3);
		font-size: 12px;
	}
	dd {
		font: 400 13.5px/1.45 var(--serif);
		color: var(--ink);
		border-left: 2px solid var(--line-soft);
		padding-left: 8px;
		overflow-wrap: anywhere;
		max-height: 12em;
		overflow: auto;
	}
</style>
