<script lang="ts">
	/** Order, annotations and layout of one bibliography. */
	import { LOOKS, layoutOf, type BibliographyLayout, type BibliographySettings } from '$lib/core/manuscript';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Pick from '../kit/Pick.svelte';
	import Words from '../kit/Words.svelte';

	let {
		draft,
		settings,
		set
	}: { draft: Draft; settings: BibliographySettings; set: (change: Partial<BibliographySettings>) => void } = $props();
	const look = $derived(layoutOf(settings, Boolean(draft.style?.hangingIndent)));
	const own = (change: Partial<BibliographyLayout>) => set({ look: 'own', own: { ...look, ...change } });
	const MEASURES = [
		{ key: 'hanging', label: 'Hanging, in', min: 0, max: 3, step: 0.1 },
		{ key: 'firstLine', label: 'First line, in', min: 0, max: 3, step: 0.1 },
		{ key: 'lines', label: 'Lines', min: 1, max: 3, step: 0.25 },
		{ key: 'after', label: 'Between, pt', min: 0, max: 72, step: 1 }
	] as const;
</script>

<fieldset disabled={draft.readOnly}>
	<legend>Layout</legend>
	<label
		>Order
		<Pick
			value={settings.order}
			onchange={(e) => set({ order: e.currentTarget.value as BibliographySettings['order'] })}
		>
			<option value="style">as {draft.docStyle.title} requires</option>
			<option value="date">by date, the oldest first</option>
			<option value="kind">grouped by kind</option>
		</Pick>
	</label>
	<label
		>Under each entry
		<Pick
			value={settings.under}
			onchange={(e) => set({ under: e.currentTarget.value as BibliographySettings['under'] })}
		>
			<option value="nothing">nothing</option>
			<option value="annotation">my annotation</option>
			<option value="abstract">its abstract</option>
		</Pick>
	</label>
	<label
		>Introductory paragraph
		<Words rows={2} shown={settings.note} onchange={(e) => set({ note: e.currentTarget.value.trim() })} />
	</label>
	<label
		>Look
		<Pick
			value={settings.look}
			onchange={(e) => {
				const name = e.currentTarget.value as BibliographySettings['look'];
				set(name === 'own' ? { look: name, own: look } : { look: name });
			}}
		>
			{#each LOOKS as l (l.look)}<option value={l.look}>{l.title}</option>{/each}
		</Pick>
	</label>
	<div class="look">
		{#each MEASURES as m (m.key)}
			<label
				>{m.label}
				<Field
					type="number"
					min={m.min}
					max={m.max}
					step={m.step}
					shown={String(look[m.key])}
					onchange={(e) => own({ [m.key]: e.currentTarget.valueAsNumber || 0 })}
				/></label
			>
		{/each}
	</div>
	<div class="ticks">
		<label
			><Check checked={look.centred} onchange={(e) => own({ centred: e.currentTarget.checked })} /> heading centred</label
		>
		<label><Check checked={look.bold} onchange={(e) => own({ bold: e.currentTarget.checked })} /> bold</label>
		<label
			><Check checked={look.ownPage} onchange={(e) => own({ ownPage: e.currentTarget.checked })} /> start on a new page</label
		>
	</div>
	<div class="pair">
		<label
			>Font
			<Pick value={look.font} onchange={(e) => own({ font: e.currentTarget.value as BibliographyLayout['font'] })}>
				<option value="">as the manuscript</option>
				<option value="serif">serif</option>
				<option value="sans">sans serif</option>
			</Pick>
		</label>
		{#if draft.style?.secondFieldAlign}
			<label
				>Numbers
				<Pick
					value={look.numbers}
					onchange={(e) => own({ numbers: e.currentTarget.value as BibliographyLayout['numbers'] })}
				>
					<option value="column">in a column</option>
					<option value="line">in the line</option>
				</Pick>
			</label>
		{/if}
	</div>
</fieldset>
