<script lang="ts">
	/** What the manuscript decides over its style: where marks stand among punctuation, how notes are numbered. */
	import type { Draft } from '$lib/editor/draft.svelte';
	import { readAbbreviations, type HouseRules } from '$lib/core/citing';
	import type { DocSettings } from '$lib/core/manuscript';

	let { draft }: { draft: Draft } = $props();
	let problems = $state.raw<{ line: number; text: string }[]>([]);
	let typed = $state('');
	const written = $derived(
		Object.entries(draft.house.abbreviations)
			.map(([full, short]) => `${full} = ${short}`)
			.join('\n')
	);
	function rule(change: Partial<HouseRules>) {
		draft.setSettings({ house: { ...draft.house, ...change } });
	}
	function list(text: string) {
		const read = readAbbreviations(text);
		typed = text;
		problems = read.problems;
		rule({ abbreviations: read.list });
	}
	const ofStyle = $derived(draft.style?.placement === 'sentence' ? 'before the mark' : 'behind the mark');
</script>

<details>
	<summary>This manuscript’s own rules</summary>
	<label
		>Citations and closing marks
		<select
			value={draft.settings.placement}
			disabled={draft.readOnly}
			onchange={(e) => draft.setSettings({ placement: e.currentTarget.value as DocSettings['placement'] })}
		>
			<option value="style">as {draft.docStyle.title} has it: {ofStyle}</option>
			<option value="before">always before the mark</option>
			<option value="behind">always behind the mark</option>
		</select>
	</label>
	<label
		>Note numbers
		<select
			value={draft.settings.noteNumbers}
			disabled={draft.readOnly}
			onchange={(e) => draft.setSettings({ noteNumbers: e.currentTarget.value as DocSettings['noteNumbers'] })}
		>
			<option value="through">run through the manuscript</option>
			<option value="section">begin anew with every section</option>
		</select>
	</label>
	<label
		>DOI and address
		<select
			value={draft.house.links}
			disabled={draft.readOnly}
			onchange={(e) => rule({ links: e.currentTarget.value as HouseRules['links'] })}
		>
			<option value="style">as {draft.docStyle.title} has it</option>
			<option value="doi">the DOI alone, where there is one</option>
			<option value="none">neither</option>
		</select>
	</label>
	<label class="tick"
		><input
			type="checkbox"
			checked={draft.house.accessed === 'none'}
			disabled={draft.readOnly}
			onchange={(e) => rule({ accessed: e.currentTarget.checked ? 'none' : 'style' })}
		/> leave out the day a page was read</label
	>
	<label class="tick"
		><input
			type="checkbox"
			checked={draft.house.shortTitles}
			disabled={draft.readOnly}
			onchange={(e) => rule({ shortTitles: e.currentTarget.checked })}
		/> short titles of journals and series</label
	>
	{#if draft.house.shortTitles}
		{#if problems.length}
			<p class="trouble" role="alert">
				{problems.map((p) => `Line ${p.line}, “${p.text}”`).join('; ')}: full title and short form are parted by = or a
				tab. The other lines are kept.
			</p>
		{/if}
		<label
			>Their short forms, a line each: <i>full title = short</i>
			<textarea
				rows="4"
				readonly={draft.readOnly}
				value={problems.length ? typed : written}
				onchange={(e) => list(e.currentTarget.value)}></textarea>
		</label>
	{/if}
</details>

<style>
	details {
		max-height: 60%;
		overflow: auto;
		flex: none;
		border-top: 1px solid var(--line-soft);
		padding: 8px 14px;
		font-size: 12.5px;
		color: var(--ink-2);
	}
	summary {
		cursor: pointer;
		color: var(--ink-3);
	}
	label {
		display: grid;
		gap: 3px;
		padding-top: 8px;
	}
	.tick {
		display: flex;
		align-items: center;
		gap: 8px;
	}
	textarea {
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background: var(--sheet);
		color: var(--ink);
		padding: 5px 8px;
		font-size: 12.5px;
	}
	.trouble {
		color: var(--madder);
		padding-top: 4px;
	}
	select {
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background-color: var(--sheet);
		color: var(--ink);
		padding: 4px 28px 4px 8px;
		font-size: 12.5px;
	}
</style>
