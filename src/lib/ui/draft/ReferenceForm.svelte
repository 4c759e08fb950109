<script lang="ts">
	/** A reference to a table, figure, equation or heading; its number follows whatever moves. */
	import { captionNamesOf, crossRefText, numberedIn, type CrossRefShow, type Numbered } from '$lib/core/manuscript';
	import { fold } from '$lib/core/source';
	import { insertCrossRef } from '$lib/editor/insertions';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import Press from '../kit/Press.svelte';
	import InsertForm from './InsertForm.svelte';
	import type { FormProps } from './writing-names';
	let { draft, run, onclose, onaway }: FormProps = $props();
	let query = $state('');
	let show = $state<CrossRefShow>('label');
	interface Row {
		id: string;
		label: string;
		title: string;
		/** Of what stands in another chapter: which, and what is known of it here. */
		chapter?: string;
		numbered?: Numbered;
	}
	const KINDS: [Numbered['kind'], string][] = [
		['table', 'Tables'],
		['figure', 'Figures'],
		['equation', 'Equations'],
		['heading', 'Headings']
	];
	const all = $derived.by(() => {
		void draft.revision;
		return numberedIn(draft.view!.state.doc);
	});
	const names = $derived.by(() => {
		void draft.revision;
		return captionNamesOf(draft.view!.state.doc);
	});
	const groups = $derived.by(() => {
		const words = fold(query).split(/\s+/).filter(Boolean);
		const far = draft.place?.targets ?? [];
		const others = far
			.filter(({ numbered: n }) => n.kind === 'heading' || n.number > 0)
			.map(({ id, chapter, numbered }) => ({
				id,
				label: numbered.number ? crossRefText(new Map([[id, numbered]]), id, 'label', names) : '',
				title: numbered.title,
				chapter: chapter === numbered.title ? '' : chapter,
				numbered
			}))
			.filter((r) => words.every((w) => fold(`${r.label} ${r.title} ${r.chapter}`).includes(w)))
			.slice(0, 200);
		const here = KINDS.map(([kind, title]) => ({
			title,
			rows: [...all]
				.filter(([, n]) => n.kind === kind && (kind !== 'equation' || n.number > 0))
				.map(([id, n]) => ({ id, label: n.number ? crossRefText(all, id, 'label', names) : '', title: n.title }))
				.filter((r) => words.every((w) => fold(`${r.label} ${r.title}`).includes(w)))
				.slice(0, 100) as Row[]
		}));
		return [...here, { title: 'In other chapters', rows: others as Row[] }].filter((g) => g.rows.length);
	});
	const put = (r: Row) => run(insertCrossRef(r.id, show, r.numbered));
	function submit() {
		const first = groups[0]?.rows[0];
		if (first) put(first);
	}
</script>

<InsertForm label="Cross-reference" {onclose} {onaway} onsubmit={submit}>
	<label>Refer to <Field bind:value={query} type="search" placeholder="Number or words" autocomplete="off" /></label>
	<label
		>Shown as
		<Pick bind:value={show}>
			<option value="label">“Table 2”</option>
			<option value="number">“2”, the number alone</option>
			<option value="title">the words of the caption or heading</option>
			<option value="page">“12”, the number of its page</option>
		</Pick>
	</label>
	<div class="list">
		{#each groups as g (g.title)}
			<h3>{g.title}</h3>
			<ul aria-label={g.title}>
				{#each g.rows as r (r.id)}
					<li>
						<Press onclick={() => put(r)}
							>{#if r.label}<b>{r.label}</b>{/if} <span>{r.title || 'without words'}</span>{#if r.chapter}
								<small>{r.chapter}</small>{/if}</Press
						>
					</li>
				{/each}
			</ul>
		{:else}
			<p class="hint">
				{query ? `Nothing here has “${query}”.` : 'There is no table, figure, numbered equation or heading yet.'}
			</p>
		{/each}
	</div>
</InsertForm>

<style>
	.list {
		max-height: 260px;
		overflow: auto;
	}
	h3 {
		font: 500 12px/1.3 var(--sans);
		color: var(--ink-3);
		padding: 6px 0 2px;
	}
	.list :global(.press) {
		width: 100%;
		text-align: left;
		padding: 5px 6px;
		border-radius: var(--r1);
		cursor: pointer;
		font-size: 13px;
	}
	.list :global(.press:hover) {
		background: var(--desk-raised);
	}
	small {
		color: var(--ink-3);
	}
	b {
		font-weight: 600;
		color: var(--verdigris-strong);
		margin-right: 6px;
	}
</style>
