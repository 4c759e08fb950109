<script lang="ts">
	/** What is covered in a file for reviewers: names, own works, places of the text; each can be kept or changed. */
	import type { AnonymousChoice, PlaceKind } from '$lib/core/anonymous';
	import { shortLabel, titleOf } from '$lib/core/source';
	import Check from '../kit/Check.svelte';
	import Pick from '../kit/Pick.svelte';
	import Words from '../kit/Words.svelte';
	import { many } from '../parts/many';
	import type { CoveredFor } from './make-ready';

	interface Props {
		covered: CoveredFor;
		/** The newest, which what is covered may still be behind. */
		choice: AnonymousChoice;
		onchange: (choice: AnonymousChoice) => void;
	}
	let { covered, choice, onchange }: Props = $props();

	const kept = $derived(new Set(choice.kept));
	const own = $derived(covered.sources.filter((s) => covered.works.has(s.id) || choice.works[s.id] === false));
	const others = $derived(covered.sources.filter((s) => !own.includes(s)));
	const places = $derived(covered.places.filter((p) => p.kind !== 'hint'));
	const hints = $derived(covered.places.filter((p) => p.kind === 'hint'));
	const WHAT: Record<PlaceKind, string> = {
		name: 'name',
		title: 'title of your own',
		institution: 'institution',
		address: 'address',
		section: 'section taken out',
		hint: ''
	};

	const names = (text: string) =>
		onchange({
			...choice,
			names: text
				.split('\n')
				.map((n) => n.trim())
				.filter(Boolean)
		});
	const work = (id: string, mine: boolean) => onchange({ ...choice, works: { ...choice.works, [id]: mine } });
	const keep = (key: string, cover: boolean) =>
		onchange({ ...choice, kept: cover ? choice.kept.filter((k) => k !== key) : [...choice.kept, key] });
	const label = (s: CoveredFor['sources'][number]) => {
		const { name, year } = shortLabel(s.item);
		return [name, year].filter(Boolean).join(', ');
	};
</script>

<h2>Names that are covered</h2>
<Words
	rows={Math.max(2, covered.names.length)}
	shown={covered.names.join('\n')}
	aria-label="Names that are covered, one on each line"
	onchange={(e) => names(e.currentTarget.value)}
/>
<p class="say">
	{#if !covered.names.length}One name on each line. Nothing is covered in the text until there is one.
	{:else if covered.left.length}
		{many(covered.left.length, 'name')} can still be read, where you keep {covered.left.length === 1 ? 'it' : 'them'} or in
		works of others.
	{:else}No form of {covered.names.length === 1 ? 'this name' : 'these names'} is left in the text.{/if}
</p>

<h2>Your own works in this manuscript</h2>
{#each own as s (s.id)}
	<div class="one">
		<Check checked={choice.works[s.id] ?? covered.works.has(s.id)} onchange={(e) => work(s.id, e.currentTarget.checked)}
			><span>{label(s)} <small>{titleOf(s.item)}</small></span></Check
		>
	</div>
{:else}<p class="say">None that has one of these names.</p>{/each}
{#if others.length}
	<Pick
		aria-label="Cover another work"
		value=""
		onchange={(e) => {
			const { value } = e.currentTarget;
			e.currentTarget.value = '';
			if (value) work(value, true);
		}}
	>
		<option value="">Cover another work…</option>
		{#each others as s (s.id)}<option value={s.id}>{label(s)}: {titleOf(s.item).slice(0, 60)}</option>{/each}
	</Pick>
{/if}
{#if covered.works.size}<p class="say">Printed as “Author” with the year, in the bibliography without title.</p>{/if}

<h2>In the text</h2>
{#each places as p (p.key)}
	<div class="one">
		<Check checked={!kept.has(p.key)} onchange={(e) => keep(p.key, e.currentTarget.checked)}
			><span
				>{p.kind === 'section' ? '' : '…'}{p.before}<mark>{p.found}</mark>{p.after}{p.kind === 'section' ? '' : '…'}
				<small>{WHAT[p.kind]}{p.where && p.kind !== 'section' ? `, in ${p.where}` : ''}</small></span
			></Check
		>
	</div>
{:else}<p class="say">Nothing in it names you.</p>{/each}
{#if places.length}<p class="say">What is ticked is replaced: “{places[0].instead}”.</p>{/if}

{#if hints.length}
	<h2>Words that point to you</h2>
	<p class="say">These are yours to write otherwise; they stay as they are.</p>
	<ul>
		{#each hints as h (h.key)}<li>…{h.before}<mark>{h.found}</mark>{h.after}… <small>{h.where}</small></li>{/each}
	</ul>
{/if}

<style>
	.say {
		margin: 6px 0 0;
		font-size: 12.5px;
		color: var(--ink-2);
	}
	.one {
		padding: 6px 0;
		font-size: 13px;
		border-bottom: 1px solid var(--line-soft);
	}
	.one :global(.kit-ticked) {
		align-items: flex-start;
		white-space: normal;
	}
	.one small,
	li small {
		display: block;
		color: var(--ink-3);
		font-size: 12px;
	}
	mark {
		background: var(--marigold-tint);
		color: inherit;
		padding: 0 1px;
	}
	ul {
		margin: 6px 0 0;
		font-size: 13px;
		color: var(--ink-2);
	}
	li {
		padding: 5px 0;
		border-bottom: 1px solid var(--line-soft);
	}
</style>
