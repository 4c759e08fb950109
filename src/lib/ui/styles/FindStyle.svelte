<script lang="ts">
	/** Where a style is looked for: words, kind, field, language, and what is found. */
	import { catalogue, kindWords } from '$lib/services/style-catalogue.svelte';
	import Field from '../kit/Field.svelte';
	import Press from '../kit/Press.svelte';
	import Pick from '../kit/Pick.svelte';
	import { nameOf, type StyleSearch } from './style-search.svelte';

	interface Props {
		found: StyleSearch;
		/** The id of the style that is shown. */
		picked: string;
		search: HTMLInputElement | null;
		onpick: (id: string) => void;
	}
	let { found, picked, search = $bindable(), onpick }: Props = $props();

	const KINDS = [
		{ kind: 'author-date', name: 'author–date' },
		{ kind: 'numeric', name: 'numbers' },
		{ kind: 'note', name: 'notes' },
		{ kind: 'author', name: 'author' },
		{ kind: 'label', name: 'labels' }
	];
	const languageName = new Intl.DisplayNames(['en'], { type: 'language' });

	function keys(e: KeyboardEvent) {
		if (e.key !== 'ArrowDown' && e.key !== 'ArrowUp') return;
		const rows = found.groups.flatMap((g) => g.rows);
		const at = rows.findIndex((r) => r.id === picked);
		const next = rows[Math.max(0, Math.min(rows.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1)))];
		if (!next) return;
		e.preventDefault();
		onpick(next.id);
		document.querySelector(`[data-style="${CSS.escape(next.id)}"]`)?.scrollIntoView({ block: 'nearest' });
	}
	let timer: ReturnType<typeof setTimeout>;
	function typed() {
		clearTimeout(timer);
		found.typed();
		timer = setTimeout(() => {
			const first = found.groups[0]?.rows[0];
			if (found.query.trim() && first && first.id !== picked) onpick(first.id);
		}, 150);
	}
</script>

<section class="find" aria-label="Find a style">
	<Field
		type="search"
		look="large"
		bind:element={search}
		bind:value={found.query}
		oninput={typed}
		onkeydown={keys}
		placeholder="Journal, publisher, edition: apa 6"
		aria-label="Find a style"
	/>
	<div class="kinds" role="group" aria-label="Kind of style">
		{#each KINDS as k (k.kind)}
			<Press aria-pressed={found.kind === k.kind} onclick={() => (found.kind = found.kind === k.kind ? '' : k.kind)}
				>{k.name}</Press
			>
		{/each}
	</div>
	<div class="narrow">
		<Pick look="large" bind:value={found.field} aria-label="Field">
			<option value="">any field</option>
			{#each found.fields as f (f)}<option value={f}>{f.replace(/[-_]/g, ' ')}</option>{/each}
		</Pick>
		<Pick look="large" bind:value={found.language} aria-label="Language">
			<option value="">any language</option>
			<option value="any">the manuscript’s language</option>
			{#each found.languages as l (l)}<option value={l}>{languageName.of(l) ?? l}</option>{/each}
		</Pick>
	</div>
	<div class="list">
		{#each found.groups as g (g.key)}
			<h3>{g.title}</h3>
			<ul class="choices">
				{#each g.rows as s (s.id)}
					<li>
						<Press
							class={{ on: picked === s.id }}
							data-style={s.id}
							aria-pressed={picked === s.id}
							onclick={() => onpick(s.id)}><span>{nameOf(s)}</span><small>{kindWords(s)}</small></Press
						>
					</li>
				{/each}
			</ul>
		{/each}
		{#if found.narrowed && !found.matches.length}
			<p class="none">
				{catalogue.complete || catalogue.trouble || !found.query.trim()
					? 'No style fits all of this. Take a word away, or any kind and field; many journals use the style of their publisher.'
					: 'Loading the catalogue…'}
			</p>
		{/if}
		{#if catalogue.trouble}<p class="none">{catalogue.trouble}</p>{/if}
	</div>
</section>

<style>
	.find {
		display: flex;
		flex-direction: column;
		gap: 10px;
		min-height: 0;
		padding: 16px 12px 0 20px;
		border-right: 1px solid var(--line);
	}
	.kinds {
		display: flex;
		flex-wrap: wrap;
		gap: 4px;
	}
	.kinds :global(.press) {
		padding: 3px 7px;
		border: 1px solid var(--line);
		border-radius: 14px;
		color: var(--ink-2);
		font-size: 12.5px;
		cursor: pointer;
	}
	.kinds :global(.press[aria-pressed='true']) {
		border-color: var(--verdigris);
		box-shadow: inset 0 0 0 1px var(--verdigris);
		color: var(--ink);
		font-weight: 600;
	}
	.narrow {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
	}
	.list {
		overflow: auto;
		min-height: 0;
		padding-bottom: 20px;
	}
	h3 {
		font: 500 var(--small) / 1.2 var(--sans);
		color: var(--ink-3);
		padding: 12px 8px 5px;
	}
	.none {
		color: var(--ink-2);
		padding: 12px 8px;
	}
	@media (max-width: 860px) {
		.find {
			border-right: 0;
		}
		.list {
			max-height: 40vh;
		}
	}
</style>
