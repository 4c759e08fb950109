<script lang="ts">
	/** How a source prints now, in any style, what the style would print besides, and the clipboard. */
	import type { Item } from '$lib/core/csl';
	import { creatorsOf, isEmpty, kindOf, labelOf, type Source } from '$lib/core/source';
	import { copyRich } from '../clipboard';
	import { breakable } from '../parts/breakable';
	import Btn from '../kit/Btn.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import { sourcePreview, type Printed } from './preview.svelte';
	import StylePick from '../parts/StylePick.svelte';

	let { source, onfield }: { source: Source; onfield: (field: string) => void } = $props();
	let printed = $state.raw<Printed | null>(null);
	let placeholders = $state.raw<string[]>([]);

	$effect(() => {
		const item = $state.snapshot(source.item) as Item;
		void sourcePreview.style;
		let stale = false;
		void (async () => {
			const p = await sourcePreview.show(item);
			if (stale) return;
			printed = p;
			const empty = kindOf(item.type).fields.filter((f) => isEmpty(item[f]) && f !== 'edition');
			const wanted = empty.length ? await sourcePreview.printed(item, empty) : new Set<string>();
			if (!stale) placeholders = empty.filter((f) => wanted.has(f));
		})();
		return () => (stale = true);
	});

	const blank = $derived(!source.item.title && !creatorsOf(source.item).length);

	async function copy(what: 'citation' | 'entry') {
		if (!printed) return;
		const html = printed[what];
		await copyRich(
			`<p>${html}</p>`,
			what === 'entry' ? printed.text : new DOMParser().parseFromString(html, 'text/html').body.textContent!
		);
		toasts.say(`The ${what} is on the clipboard.`);
	}
</script>

<!-- eslint-disable svelte/no-at-html-tags -- written by the processor's HTML writer, which escapes data -->
<div class="proof" aria-live="polite">
	<StylePick
		title={sourcePreview.style.title}
		label="Style to show sources in"
		before="In "
		trouble={sourcePreview.trouble}
		ontake={(s) => sourcePreview.use(s)}
	/>
	{#if printed}
		{#if blank}
			<p class="placeholders">A preview appears here once it has a title or an author.</p>
		{:else}
			<p>{@html breakable(printed.citation)}</p>
			<div class="entry">{@html breakable(printed.entry)}</div>
		{/if}
		{#if placeholders.length && !blank}
			<p class="placeholders">
				This style would also print
				{#each placeholders as f, i (f)}{i ? ', ' : ''}<Btn
						kind="link"
						class="care"
						onclick={() => onfield(`${f} ${Date.now()}`)}>{labelOf(source.item.type, f).toLowerCase()}</Btn
					>{/each}.
			</p>
		{/if}
		<p class="copy" hidden={blank}>
			<Btn kind="quiet" onclick={() => copy('citation')}>Copy the citation</Btn>
			<Btn kind="quiet" onclick={() => copy('entry')}>Copy the entry</Btn>
		</p>
	{:else}<p>…</p>{/if}
</div>

<!-- eslint-enable svelte/no-at-html-tags -->

<style>
	.proof {
		background: var(--desk-raised);
		border-radius: var(--r2);
		padding: 10px 14px 6px;
		font: 400 14px/1.5 var(--serif);
		overflow-wrap: anywhere;
	}
	.entry {
		padding-left: 1.4em;
		text-indent: -1.4em;
		margin-top: 6px;
	}
	.placeholders {
		font: 400 12px/1.5 var(--sans);
		color: var(--ink-3);
		margin-top: 8px;
	}
	.copy {
		margin: 6px -8px 0;
	}
</style>
