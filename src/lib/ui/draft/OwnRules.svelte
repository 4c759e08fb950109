<script lang="ts">
	/** What the manuscript decides over its style: where marks stand among punctuation, how notes are numbered. */
	import type { Draft } from '$lib/editor/draft.svelte';
	import type { DocSettings } from '$lib/core/manuscript';

	let { draft }: { draft: Draft } = $props();
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
</details>

<style>
	details {
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
	select {
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background-color: var(--sheet);
		color: var(--ink);
		padding: 4px 28px 4px 8px;
		font-size: 12.5px;
	}
</style>
