<script lang="ts">
	/** What the manuscript decides over its style: where marks stand among punctuation, how notes are numbered. */
	import { changeSettings } from '$lib/editor/style-commands';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { asksSentences, readAbbreviations, type HouseRules } from '$lib/core/citing';
	import { convertQuotes, type DocSettings } from '$lib/core/manuscript';
	import PickFiles from '../kit/PickFiles.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Check from '../kit/Check.svelte';
	import Pick from '../kit/Pick.svelte';
	import Words from '../kit/Words.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Fold from '../kit/Fold.svelte';

	interface Props {
		draft: Draft;
		/** So many titles change, or would change, in sentence case; 0 where nothing is known of them. */
		titles: number;
		ontitles: () => void;
	}
	let { draft, titles, ontitles }: Props = $props();
	let problems = $state.raw<{ line: number; text: string }[]>([]);
	let typed = $state('');
	const written = $derived(
		Object.entries(draft.house.abbreviations)
			.map(([full, short]) => `${full} = ${short}`)
			.join('\n')
	);
	const change = (settings: Partial<DocSettings>) => draft.run(changeSettings(settings));
	function rule(rules: Partial<HouseRules>) {
		change({ house: { ...draft.house, ...rules } });
	}
	function list(text: string) {
		const read = readAbbreviations(text);
		typed = text;
		problems = read.problems;
		rule({ abbreviations: read.list });
	}
	/** Marks that are there take the shape of the style's language; one undo takes it back. */
	function quotes() {
		if (!draft.view) return;
		const { tr } = draft.view.state;
		const n = convertQuotes(tr, draft.facts.quotes);
		draft.act(tr, 'Quotation marks changed');
		toasts.say(n ? `${n} quotation marks changed; Ctrl+Z takes it back.` : 'Nothing has to be changed.');
	}
	const sentences = $derived(asksSentences(draft.house, draft.docStyle.id));
	const ofManual = $derived(
		asksSentences({ ...draft.house, sentenceCase: 'style' }, draft.docStyle.id) ? 'sentence case' : 'as in the sources'
	);
	const ofStyle = $derived(draft.facts.placement === 'sentence' ? 'before the punctuation' : 'after the punctuation');
</script>

{#snippet tick(words: string, on: boolean, change: (on: boolean) => void)}
	<label class="tick"
		><Check checked={on} disabled={draft.readOnly} onchange={(e) => change(e.currentTarget.checked)} />
		{words}</label
	>
{/snippet}

<div class="own">
	<Fold title="Adjust for this manuscript">
		<label
			>Citations and punctuation
			<Pick
				value={draft.settings.placement}
				disabled={draft.readOnly}
				onchange={(e) => change({ placement: e.currentTarget.value as DocSettings['placement'] })}
			>
				<option value="style">as {draft.docStyle.title} has it: {ofStyle}</option>
				<option value="before">always before the punctuation</option>
				<option value="behind">always after the punctuation</option>
			</Pick>
		</label>
		<label
			>Note numbers
			<Pick
				value={draft.settings.noteNumbers}
				disabled={draft.readOnly}
				onchange={(e) => change({ noteNumbers: e.currentTarget.value as DocSettings['noteNumbers'] })}
			>
				<option value="through">run on through the manuscript</option>
				<option value="section">restart in every section</option>
			</Pick>
		</label>
		<label
			>DOI and address
			<Pick
				value={draft.house.links}
				disabled={draft.readOnly}
				onchange={(e) => rule({ links: e.currentTarget.value as HouseRules['links'] })}
			>
				<option value="style">as {draft.docStyle.title} has it</option>
				<option value="shown">always, also where the style has none</option>
				<option value="doi">the DOI alone, where there is one</option>
				<option value="none">neither</option>
			</Pick>
		</label>
		{@render tick('titles in the bibliography link to the work', draft.house.titles === 'linked', (on) =>
			rule({ titles: on ? 'linked' : 'style' })
		)}
		{@render tick('leave out access dates', draft.house.accessed === 'none', (on) =>
			rule({ accessed: on ? 'none' : 'style' })
		)}
		{@render tick('short titles of journals and series', draft.house.shortTitles, (on) => rule({ shortTitles: on }))}
		<label
			>Capital letters in titles
			<Pick
				value={draft.house.sentenceCase}
				disabled={draft.readOnly}
				onchange={(e) => rule({ sentenceCase: e.currentTarget.value as HouseRules['sentenceCase'] })}
			>
				<option value="style">by the manual: {ofManual}</option>
				<option value="always">sentence case</option>
				<option value="never">as in the sources</option>
			</Pick>
		</label>
		{#if titles}
			<Btn kind="link" class="more" onclick={ontitles}
				>See the {titles === 1 ? 'title' : `${titles} titles`} that {sentences ? 'changed' : 'would change'}</Btn
			>
		{/if}
		{@render tick('where the style asks for a short title: the main title alone', draft.house.mainTitles, (on) =>
			rule({ mainTitles: on })
		)}
		{#if draft.style && !draft.readOnly}
			<Btn kind="link" class="more" onclick={quotes}
				>Quotation marks of the text as {draft.facts.quotes.open}…{draft.facts.quotes.close} and {draft.facts.quotes
					.innerOpen}…{draft.facts.quotes.innerClose}</Btn
			>
		{/if}
		{#if draft.house.shortTitles}
			{#if problems.length}
				<Alert
					>{problems.map((p) => `Line ${p.line}, “${p.text}”`).join('; ')}: full title and short form are parted by = or
					a tab. The other lines are kept.</Alert
				>
			{/if}
			<label
				>Their short forms, a line each: <i>full title = short</i>
				<Words
					rows={4}
					readonly={draft.readOnly}
					shown={problems.length ? typed : written}
					onchange={(e) => list(e.currentTarget.value)}
				/>
			</label>
			{#if !draft.readOnly}
				<PickFiles
					words="Take the list from a file"
					accept=".txt,.csv,.tsv,text/plain,text/csv"
					onpick={async (files) => {
						if (files[0]) list(await files[0].text());
					}}
				/>
			{/if}
		{/if}
	</Fold>
</div>

<style>
	.own {
		max-height: 60%;
		overflow: auto;
		flex: none;
		border-top: 1px solid var(--line-soft);
		padding: 8px 14px;
		font-size: 12.5px;
		color: var(--ink-2);
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
</style>
