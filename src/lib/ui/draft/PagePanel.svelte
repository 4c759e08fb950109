<script lang="ts">
	/** The pages of this manuscript: its kind of paper, the words of its title page, and every detail of the page. */
	import {
		changeKind,
		changePage,
		departures,
		FONTS,
		KINDS,
		kindOf,
		setupOf,
		SIZES,
		type FontId,
		type Opening,
		type PageChoice,
		type PageSetup,
		type PaperSize
	} from '$lib/core/page';
	import { onDestroy } from 'svelte';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import Check from '../kit/Check.svelte';
	import Field from '../kit/Field.svelte';
	import Fold from '../kit/Fold.svelte';
	import Pick from '../kit/Pick.svelte';
	import Words from '../kit/Words.svelte';
	import { PageFields } from './page-fields.svelte';
	import { CAPTIONS, moveNumber, NUMBERS, numberPlace, OPENINGS, SPACINGS } from '../pages/page-words';

	let { draft }: { draft: Draft } = $props();
	// one for the draft that it was opened with
	// svelte-ignore state_referenced_locally
	const typing = new PageFields(draft);
	const page = $derived(typing.page);
	const lang = $derived(draft.style?.lang ?? draft.docStyle.locale);
	const kind = $derived(typing.kind);
	const fields = $derived(typing.list);
	const setup = $derived(setupOf(page, lang));
	const away = $derived(departures(page, draft.authors));
	const keep = (next: PageChoice, what: string) => typing.keep(next, what);
	const set = (change: Partial<PageSetup>) => keep(changePage(page, change, lang), 'Page changed');
	onDestroy(() => typing.now());
	/** A number out of a field; one that makes no sense is not taken, and the field shows again what holds. */
	function number(
		e: Event & { currentTarget: HTMLInputElement },
		now: number,
		[least, most]: [number, number],
		use: (n: number) => void
	) {
		const el = e.currentTarget;
		const n = Number(el.value.trim().replace(',', '.') || NaN);
		if (n >= least && n <= most) return use(n);
		el.value = shownNumber(now);
		el.dispatchEvent(new Event('input', { bubbles: true }));
		toasts.say(`A number from ${least} to ${most} is asked for. Nothing was changed.`);
	}
	const shownNumber = (n: number): string => String(+n.toFixed(2));
	const MARGINS = [
		['top', 'Top'],
		['bottom', 'Bottom'],
		['left', 'Left'],
		['right', 'Right']
	] as const;
</script>

<!-- the page may go within the pause: what was typed is written ahead then, as keys of the text are -->
<svelte:window onbeforeunload={() => typing.now()} />

<header>
	<h2>Page</h2>
	<Btn kind="ghost" href="/draft/{draft.id}/hand-in">See the pages</Btn>
</header>
<div class="body options-form">
	<fieldset disabled={draft.readOnly}>
		<label
			>Kind of paper
			<Pick
				value={kind.id}
				onchange={(e) =>
					keep(
						changeKind(page, e.currentTarget.value),
						`Kind of paper changed to ${kindOf(e.currentTarget.value).name}`
					)}
			>
				{#each KINDS as k (k.id)}<option value={k.id}>{k.name}</option>{/each}
			</Pick>
		</label>
		<p class="asks">
			{kind.asks}. {#if kind.source}<small>{kind.source}</small>{/if}
		</p>
		{#each away as d (d.what)}<p class="away">
				<i class="diamond" aria-hidden="true"></i><span>{d.what} <small>{d.source}</small></span>
			</p>{/each}
		{#if Object.keys(page.changes).length}
			<Btn kind="link" onclick={() => keep({ ...page, changes: {} }, 'Page as the manual asks')}
				>{kind.source ? 'As the manual asks again' : 'As it was at first'}</Btn
			>
		{/if}
	</fieldset>
	{#if fields.length}
		<fieldset disabled={draft.readOnly}>
			<legend>{setup.opening === 'title-page' ? 'Title page' : 'Before the text'}</legend>
			{#if setup.opening !== 'title'}<p class="asks">
					By {draft.authors.join('; ') || 'nobody yet'}. <a href="/settings">Your name is in Settings</a>
				</p>{/if}
			{#each fields as f (f.key)}
				<label class:long={f.long || f.wide}
					>{f.name}
					{#if f.long}<Words
							rows={4}
							shown={page.fields[f.key]}
							oninput={(e) => typing.typed(f.key, e.currentTarget.value)}
							onchange={(e) => typing.set(f.key, e.currentTarget.value)}
						/>{:else}<Field
							shown={page.fields[f.key]}
							oninput={(e) => typing.typed(f.key, e.currentTarget.value)}
							onchange={(e) => typing.set(f.key, e.currentTarget.value)}
						/>{/if}
				</label>
			{/each}
		</fieldset>
	{/if}
	<Fold title="Paper and type">
		<fieldset disabled={draft.readOnly}>
			<label
				>Paper
				<Pick value={setup.paper} onchange={(e) => set({ paper: e.currentTarget.value as PaperSize })}>
					{#each Object.entries(SIZES) as [id, s] (id)}<option value={id}>{s.name}</option>{/each}
				</Pick>
			</label>
			<div class="four" role="group" aria-label="Margins in centimetres">
				{#each MARGINS as [side, name] (side)}
					<label
						>{name}, cm
						<Field
							inputmode="decimal"
							shown={shownNumber(setup.margins[side])}
							onchange={(e) =>
								number(e, setup.margins[side], [0, 9], (n) => set({ margins: { ...setup.margins, [side]: n } }))}
						/></label
					>
				{/each}
			</div>
			<label
				>Font
				<Pick value={setup.font} onchange={(e) => set({ font: e.currentTarget.value as FontId })}>
					{#each Object.entries(FONTS) as [id, f] (id)}<option value={id}>{f.name}</option>{/each}
				</Pick>
			</label>
			<label
				>Size, pt
				<Field
					inputmode="decimal"
					shown={shownNumber(setup.size)}
					onchange={(e) => number(e, setup.size, [6, 30], (size) => set({ size }))}
				/></label
			>
			<label
				>Lines
				<Pick value={setup.lines} onchange={(e) => set({ lines: Number(e.currentTarget.value) })}>
					{#each SPACINGS as [n, name] (n)}<option value={n}>{name}</option>{/each}
				</Pick>
			</label>
			<label
				>Indent, cm
				<Field
					inputmode="decimal"
					shown={shownNumber(setup.indent)}
					onchange={(e) => number(e, setup.indent, [0, 5], (indent) => set({ indent }))}
				/></label
			>
			<label class="tick"
				><Check checked={setup.justify} onchange={(e) => set({ justify: e.currentTarget.checked })} /> Both edges straight</label
			>
		</fieldset>
	</Fold>
	<Fold title="First page, numbers, contents">
		<fieldset disabled={draft.readOnly}>
			<label
				>First page
				<Pick value={setup.opening} onchange={(e) => set({ opening: e.currentTarget.value as Opening })}>
					{#each Object.entries(OPENINGS) as [id, name] (id)}<option value={id}>{name}</option>{/each}
				</Pick>
			</label>
			<label
				>Page numbers
				<Pick value={numberPlace(setup)} onchange={(e) => set(moveNumber(setup, e.currentTarget.value))}>
					<option value="">none</option>
					{#each NUMBERS as n (n.value)}<option value={n.value}>{n.name}</option>{/each}
				</Pick>
			</label>
			<label class="tick"
				><Check checked={setup.firstPlain} onchange={(e) => set({ firstPlain: e.currentTarget.checked })} /> None on the first
				page</label
			>
			<label
				>Headings
				<Pick
					value={setup.numbering}
					onchange={(e) => set({ numbering: e.currentTarget.value as PageSetup['numbering'] })}
				>
					<option value="">without numbers</option>
					<option value="decimal">1, 1.1, 1.1.1</option>
					<option value="roman">I, A, 1</option>
				</Pick>
			</label>
			<label
				>Contents
				<Pick value={setup.contents} onchange={(e) => set({ contents: Number(e.currentTarget.value) })}>
					<option value={0}>none</option>
					{#each [1, 2, 3] as n (n)}<option value={n}>headings to level {n}</option>{/each}
				</Pick>
			</label>
			<label
				>Captions
				<Pick
					value={setup.captions}
					onchange={(e) => set({ captions: e.currentTarget.value as PageSetup['captions'] })}
				>
					{#each Object.entries(CAPTIONS) as [id, name] (id)}<option value={id}>{name}</option>{/each}
				</Pick>
			</label>
			<label class="tick"
				><Check checked={setup.lineNumbers} onchange={(e) => set({ lineNumbers: e.currentTarget.checked })} /> Line numbers</label
			>
		</fieldset>
	</Fold>
</div>

<style>
	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		padding: 10px 14px;
		border-bottom: 1px solid var(--line-soft);
	}
	h2 {
		font: 600 14px/1.3 var(--sans);
	}
	.body {
		overflow: auto;
		padding: 0 14px 14px;
		font-size: 13px;
		min-height: 0;
	}
	.asks {
		color: var(--ink-2);
		font-size: 12.5px;
	}
	.asks a {
		color: var(--verdigris-strong);
		text-decoration: underline;
	}
	small {
		color: var(--ink-3);
	}
	.away {
		display: flex;
		gap: 8px;
		align-items: baseline;
		font-size: 12.5px;
	}
	.body fieldset > label.long {
		grid-template-columns: 1fr;
		gap: 3px;
	}
	.body fieldset > label.tick {
		grid-template-columns: auto 1fr;
	}
	.body :global(.kit-fold) {
		padding: 9px 0;
	}
	.four {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
	}
	.four label {
		display: grid;
		gap: 3px;
		font-size: 12px;
	}
</style>
