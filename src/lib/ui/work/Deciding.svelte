<script lang="ts">
	/** How a work is numbered and listed, what its chapters share, what stands before them. */
	import { BIBLIOGRAPHY_ORDERS, LABELS, LISTS, SCOPES } from './work-words';
	import { changeKind, KINDS, kindOf, type TitleFields } from '$lib/core/page';
	import type { Work, WorkSettings } from '$lib/core/work';
	import type { DocStyle } from '$lib/core/manuscript';
	import { library } from '$lib/services/library.svelte';
	import { titleOf } from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import StylePick from '../parts/StylePick.svelte';
	import { FIELDS } from '../pages/title-fields';
	import type { WorkFacts } from './work-facts';

	interface Props {
		work: Work;
		facts: WorkFacts;
		style: DocStyle;
		numeric: boolean;
		onchange: (what: string, f: (now: Work) => Work) => void;
		onstyle: (style: { id: string; title: string }) => Promise<void>;
		onkind: (kind: string) => void;
	}
	let { work, facts, style, numeric, onchange, onstyle, onkind }: Props = $props();
	const set = (change: Partial<WorkSettings>, what: string) =>
		onchange(what, (w) => ({ ...w, settings: { ...w.settings, ...change } }));
	const notes = $derived(style.form !== 'in-text');
	const kind = $derived(kindOf(work.page.kind));
	const fields = $derived(FIELDS.filter((f) => kind.fields.includes(f.key) && !f.long));
	function field(key: keyof TitleFields, value: string) {
		if (value !== work.page.fields[key])
			onchange('Title page changed', (w) => ({
				...w,
				page: { ...w.page, fields: { ...w.page.fields, [key]: value } }
			}));
	}
	function people(value: string) {
		const authors = value
			.split(';')
			.map((a) => a.trim())
			.filter(Boolean);
		onchange('Names on the title page changed', (w) => ({ ...w, authors }));
	}
	/** So many are shown at first. */
	const FEW = 12;
	let all = $state(false);
	const nameOf = (id: string): string => {
		const s = library.sources.get(id);
		return s ? titleOf(s.item) || s.key : id;
	};
	const FRONT = [
		['contents', 'Contents'],
		['figures', 'List of figures'],
		['tables', 'List of tables']
	] as const;
</script>

{#snippet scope(label: string, key: 'notes' | 'things' | 'full' | 'numbers')}
	<label
		><span>{label}</span>
		<Pick
			look="quiet"
			value={work.settings[key]}
			onchange={(e) =>
				set({ [key]: e.currentTarget.value }, `${label}: ${SCOPES[key][e.currentTarget.value as 'work']}`)}
		>
			{#each ['work', 'chapter'] as const as s (s)}<option value={s}>{SCOPES[key][s]}</option>{/each}
		</Pick></label
	>
{/snippet}

<section aria-labelledby="numbering">
	<h2 id="numbering">Numbering</h2>
	{#if notes || facts.rows.some((r) => r.notes)}{@render scope('Notes', 'notes')}{/if}
	{@render scope('Figures, tables', 'things')}
	{#if numeric}{@render scope('Source numbers', 'numbers')}{/if}
	{#if notes}{@render scope('Full references', 'full')}{/if}
	<label
		><span>Bibliography</span>
		<Pick
			look="quiet"
			value={work.settings.list}
			disabled={numeric && work.settings.numbers === 'chapter'}
			onchange={(e) =>
				set(
					{ list: e.currentTarget.value as WorkSettings['list'] },
					`Bibliography: ${LISTS[e.currentTarget.value as WorkSettings['list']]}`
				)}
		>
			{#each Object.entries(LISTS) as [id, name] (id)}<option value={id}>{name}</option>{/each}
		</Pick></label
	>
	{#if work.settings.list !== 'chapters'}
		<label
			><span>Its entries</span>
			<Pick
				look="quiet"
				value={work.bibliography.settings.order}
				onchange={(e) => {
					const order = e.currentTarget.value as 'style';
					onchange(`Entries ${BIBLIOGRAPHY_ORDERS[order]}`, (w) => ({
						...w,
						bibliography: { ...w.bibliography, settings: { ...w.bibliography.settings, order } }
					}));
				}}
			>
				{#each Object.entries(BIBLIOGRAPHY_ORDERS) as [id, name] (id)}<option value={id}>{name}</option>{/each}
			</Pick></label
		>
	{/if}
	<label
		><span>Chapter titles</span>
		<Pick
			look="quiet"
			value={work.settings.label}
			onchange={(e) => set({ label: e.currentTarget.value as WorkSettings['label'] }, 'Chapter titles changed')}
		>
			{#each Object.entries(LABELS) as [id, name] (id)}<option value={id}>{name}</option>{/each}
		</Pick></label
	>
</section>

<section aria-labelledby="shared-by-all">
	<h2 id="shared-by-all">Chapters share</h2>
	<div class="pair">
		<span>Style</span><StylePick title={style.title} label="Style of the chapters" ontake={onstyle} />
	</div>
	<label
		><span>Kind of paper</span>
		<Pick look="quiet" value={kind.id} onchange={(e) => onkind(changeKind(work.page, e.currentTarget.value).kind)}>
			{#each KINDS as k (k.id)}<option value={k.id}>{k.name}</option>{/each}
		</Pick></label
	>
</section>

<section aria-labelledby="before">
	<h2 id="before">Before the chapters</h2>
	<label
		><span>Names</span>
		<Field
			look="quiet"
			shown={work.authors.join('; ')}
			placeholder="Parted by semicolons"
			autocomplete="off"
			onchange={(e) => people(e.currentTarget.value)}
		/></label
	>
	{#each fields as f (f.key)}
		<label
			><span>{f.name}</span>
			<Field
				look="quiet"
				shown={work.page.fields[f.key]}
				autocomplete="off"
				onchange={(e) => field(f.key, e.currentTarget.value.trim())}
			/></label
		>
	{/each}
	<div class="ticks">
		{#each FRONT as [key, name] (key)}
			<Check
				checked={work.front[key]}
				onchange={(e) => {
					const on = e.currentTarget.checked;
					onchange(`${name} ${on ? 'added' : 'left out'}`, (w) => ({ ...w, front: { ...w.front, [key]: on } }));
				}}>{name}</Check
			>
		{/each}
	</div>
</section>

{#if facts.shared.length}
	<section aria-labelledby="in-several">
		<h2 id="in-several">In more than one chapter</h2>
		<dl>
			{#each all ? facts.shared : facts.shared.slice(0, FEW) as s (s.id)}
				<dt><a href="/sources?open={encodeURIComponent(s.id)}">{nameOf(s.id)}</a></dt>
				<dd>{s.chapters.join(', ')}</dd>
			{/each}
		</dl>
		{#if facts.shared.length > FEW && !all}
			<Btn kind="link" onclick={() => (all = true)}>All {facts.shared.length}</Btn>
		{/if}
	</section>
{/if}

<style>
	section {
		margin-bottom: 26px;
	}
	h2 {
		font: 500 12px/1.3 var(--sans);
		color: var(--ink-3);
		margin-bottom: 6px;
	}
	label,
	.pair {
		display: grid;
		grid-template-columns: 112px minmax(0, 1fr);
		align-items: center;
		gap: 8px;
		min-height: 33px;
		border-bottom: 1px solid var(--line-soft);
		color: var(--ink-3);
		font-size: 13px;
	}
	label :global(:is(select, input)) {
		color: var(--ink-2);
		font-size: 13px;
		width: 100%;
	}
	.pair :global(small) {
		padding-left: 7px;
		font-size: 13px;
		margin: 0;
	}
	.ticks {
		display: grid;
		gap: 4px;
		padding-top: 10px;
		font-size: 13px;
		color: var(--ink-2);
	}
	dl {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		font-size: 13px;
	}
	dt,
	dd {
		padding: 5px 0;
		border-bottom: 1px solid var(--line-soft);
	}
	dt {
		color: var(--ink-2);
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
		padding-right: 10px;
	}
	dt a:hover {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	dd {
		color: var(--ink-2);
		font-variant-numeric: tabular-nums;
	}
</style>
