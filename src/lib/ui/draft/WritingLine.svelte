<script lang="ts">
	/** Above the sheet: what the caret is in, and what can be made of it. A toolbar as WAI-ARIA describes one. */
	import type { Command } from 'prosemirror-state';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { insertBibliography } from '$lib/editor/bibliographies';
	import { insertPageBreak } from '$lib/editor/writing';
	import { BLOCK_NAMES, type MenuRow, type Toggle } from './writing-names';
	import { blockRows, blockToggles, markRows, markToggles } from './writing-rows';
	import WritingMenu from './WritingMenu.svelte';
	import { ariaKeys } from '../kit/aria-keys';
	import Press from '../kit/Press.svelte';
	import { AngleDownOutline, SearchOutline } from '../parts/icons';
	import Unloaded from '../parts/Unloaded.svelte';

	let { draft, onfind }: { draft: Draft; onfind: () => void } = $props();
	const now = $derived(draft.writing.state);
	let bar = $state<HTMLElement | null>(null);
	type Form = 'comment' | 'table' | 'figure' | 'formula' | 'reference' | 'contents' | 'in-table';
	let open = $state<'' | 'block' | 'more' | 'insert' | 'link' | 'language' | 'file' | Form>('');
	// loaded when first asked for
	const forms = {
		comment: () => import('./beside-parts').then((m) => ({ default: m.CommentForm })),
		table: () => import('./TableForm.svelte'),
		figure: () => import('./FigureForm.svelte'),
		formula: () => import('./FormulaForm.svelte'),
		reference: () => import('./ReferenceForm.svelte'),
		contents: () => import('./ContentsForm.svelte'),
		'in-table': () => import('./TableMenu.svelte')
	};
	const asked = $derived(open in forms ? forms[open as Form] : null);
	/** The control that Tab comes to. */
	let stopped = $state('block');
	/** Some controls are there in tables only, or in no table. */
	const stop = $derived(
		(now.table ? ['bulleted', 'numbered', 'quotation'] : ['in-table']).includes(stopped) ? 'block' : stopped
	);

	const inNote = $derived(now.block === 'note');
	const fixed = $derived(draft.readOnly);
	/** Blocks cannot be changed in a note, a caption or the title. */
	const noBlocks = $derived(fixed || ['note', 'caption', 'title', 'other'].includes(now.block));
	const blockName = $derived(now.block === 'paragraph' && now.quotation ? 'Quotation' : BLOCK_NAMES[now.block]);

	function run(command: Command) {
		open = '';
		draft.run(command, draft.writing.view);
		draft.writing.view?.focus();
	}
	const back = () => {
		open = '';
		draft.writing.view?.focus();
	};
	const show = (what: typeof open) => (open = open === what ? '' : what);

	const insertions = $derived<MenuRow[]>([
		{ name: 'Citation…', keys: '@', run: () => act(() => draft.gestures(inNoteView()).cite()) },
		{ name: 'Note', keys: 'Alt N', disabled: inNote, run: () => act(() => draft.noteEditors.insert('footnote')) },
		{
			name: 'Reference to a note…',
			keys: 'Alt R',
			run: () => act(() => draft.gestures(inNoteView()).beside('note-ref'))
		},
		{ name: 'Excerpt…', keys: 'Alt Q', run: () => act(() => draft.gestures(inNoteView()).beside('excerpts')) },
		{ name: '“Source needed”', keys: 'Alt G', run: () => act(() => draft.gestures(inNoteView()).insertPlaceholder()) },
		{ name: 'Comment…', disabled: inNote, run: () => (open = 'comment') },
		{ name: 'Table…', parted: true, disabled: inNote, run: () => (open = 'table') },
		{ name: 'Figure…', disabled: inNote, run: () => (open = 'figure') },
		{ name: 'Equation…', run: () => (open = 'formula') },
		{ name: 'Cross-reference…', run: () => (open = 'reference') },
		{ name: 'Page break', parted: true, disabled: inNote || noBlocks, run: () => run(insertPageBreak) },
		{ name: 'Contents…', disabled: inNote, run: () => (open = 'contents') },
		{ name: 'Bibliography', disabled: inNote, run: () => act(() => draft.run(insertBibliography('end'))) },
		{ name: 'Text from a file…', disabled: inNote, run: () => (open = 'file') }
	]);
	/** The editor of the note that is written in, for what opens there. */
	function inNoteView() {
		const { view } = draft.writing;
		return view && view !== draft.view ? () => view : null;
	}
	function act(what: () => unknown) {
		open = '';
		draft.writing.view?.focus();
		what();
	}

	function stops(): HTMLElement[] {
		return [...(bar?.querySelectorAll<HTMLElement>('[data-stop]') ?? [])];
	}
	function keys(e: KeyboardEvent) {
		if (e.key === 'Escape') {
			e.preventDefault();
			return back();
		}
		const list = stops();
		const at = list.indexOf(document.activeElement as HTMLElement);
		if (at < 0) return;
		const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: list.length - 1 }[e.key];
		if (to === undefined) return;
		e.preventDefault();
		list[(to + list.length) % list.length].focus();
	}
	/** F10 goes to the line; Ctrl K asks for an address where the caret is. */
	function shortcuts(e: KeyboardEvent) {
		if (e.shiftKey) return;
		const mod = e.ctrlKey || e.metaKey;
		if (mod && !e.altKey && e.key === 'k' && !fixed && draft.writing.view?.hasFocus()) {
			e.preventDefault();
			open = 'link';
		} else if (e.key === 'F10' && !mod) {
			e.preventDefault();
			stops()
				.find((b) => b.dataset.stop === stop)
				?.focus();
		}
	}
</script>

<svelte:window
	onkeydown={shortcuts}
	{@attach (w: Window) => {
		const edit = (e: Event) => !fixed && (open = (e as CustomEvent<'formula' | 'figure' | 'contents'>).detail);
		w.addEventListener('rq-edit', edit);
		return () => w.removeEventListener('rq-edit', edit);
	}}
/>

{#snippet button(b: Toggle)}
	<Press
		class={b.look}
		data-stop={b.id}
		tabindex={stop === b.id ? 0 : -1}
		aria-label={b.name}
		aria-pressed={b.on}
		aria-disabled={b.off || undefined}
		data-tip={b.tip}
		data-keys={b.keys}
		aria-keyshortcuts={ariaKeys(b.keys)}
		onfocus={() => (stopped = b.id)}
		onclick={() => !b.off && b.act()}
		>{#if b.look === 'sup'}<span>x<sup>2</sup></span>{:else if b.look === 'icon'}<SearchOutline
				class="icon"
			/>{:else}{b.look ? b.name[0] : b.name}{/if}</Press
	>
{/snippet}
{#snippet form()}
	{#if asked}{#await asked() then T}<T.default
				{draft}
				{run}
				onclose={back}
				onaway={() => (open = '')}
			/>{:catch}{@render unloaded()}{/await}{/if}
{/snippet}
{#snippet unloaded()}<Unloaded what="The form" />{/snippet}
{#snippet menu(id: 'block' | 'more' | 'insert', label: string, name: string, rows: MenuRow[], off: boolean)}
	<span class="holder">
		<Press
			class={{ wide: id === 'block' }}
			data-stop={id}
			tabindex={stop === id ? 0 : -1}
			aria-haspopup="menu"
			aria-expanded={open === id}
			aria-label={label}
			aria-disabled={off || undefined}
			onfocus={() => (stopped = id)}
			onclick={() => !off && show(id)}
			onkeydown={(e) => {
				if (e.key !== 'ArrowDown' || off) return;
				e.preventDefault();
				open = id;
			}}>{name} <AngleDownOutline class="icon" /></Press
		>
		{#if id === 'more' && open === 'language'}{#await import('./LanguageForm.svelte') then Form}<Form.default
					state={draft.writing.view!.state}
					{run}
					onclose={back}
					onaway={() => (open = '')}
				/>{:catch}{@render unloaded()}{/await}{/if}
		{#if open === id}<WritingMenu {rows} label={name} onclose={back} onaway={() => (open = '')} />{/if}
	</span>
{/snippet}

<!-- a press must not take the caret out of the text -->
<div
	class="line"
	role="toolbar"
	tabindex="-1"
	aria-label="Formatting"
	bind:this={bar}
	onkeydown={keys}
	onmousedown={(e) => {
		if (!(e.target as HTMLElement).closest('input, textarea, select, label')) e.preventDefault();
	}}
>
	{@render menu('block', `Kind of paragraph: ${blockName}`, blockName, blockRows(now, run), noBlocks)}
	<i class="rule" aria-hidden="true"></i>
	{#each markToggles(now, fixed, run) as b (b.id)}{@render button(b)}{/each}
	<span class="holder">
		{@render button({
			id: 'link',
			name: 'Link',
			keys: 'Ctrl K',
			on: now.link !== null,
			off: fixed,
			act: () => show('link')
		})}
		{#if open === 'link'}{#await import('./LinkForm.svelte') then Form}<Form.default
					href={now.link}
					{run}
					onclose={back}
					onaway={() => (open = '')}
				/>{:catch}{@render unloaded()}{/await}{/if}
	</span>
	{@render menu(
		'more',
		'More formatting',
		'More',
		markRows(now, run, () => (open = 'language')),
		fixed
	)}
	<i class="rule" aria-hidden="true"></i>
	{#if now.table}
		<!-- cells hold no lists and no quotations -->
		<span class="holder">
			{@render button({
				id: 'in-table',
				name: 'Rows, columns and cells',
				on: open === 'in-table',
				off: fixed,
				act: () => show('in-table')
			})}
			{#if open === 'in-table'}{@render form()}{/if}
		</span>
	{:else}
		{#each blockToggles(now, noBlocks, run) as b (b.id)}{@render button(b)}{/each}
	{/if}
	<i class="rule" aria-hidden="true"></i>
	<span class="holder">
		{@render menu('insert', 'Insert', 'Insert', insertions, fixed)}
		{#if open !== 'in-table'}{@render form()}{/if}
	</span>
	{#if open === 'file'}{#await import('../open/InsertFile.svelte') then File}<File.default
				{draft}
				onclose={back}
			/>{:catch}{@render unloaded()}{/await}{/if}
	{@render button({
		id: 'find',
		name: 'Find',
		tip: 'Find and replace',
		keys: 'Ctrl F',
		look: 'icon',
		off: false,
		act: onfind
	})}
</div>

<style>
	.line {
		display: flex;
		align-items: center;
		gap: 2px;
		position: sticky;
		top: 0;
		z-index: 7; /* its menus reach over what stands beside the text */
		grid-column: 1;
		flex-wrap: wrap;
		min-width: 0;
		padding: 8px 0 6px;
		background: var(--desk);
	}
	.holder {
		position: relative;
	}
	.line :global(.press[data-stop]) {
		display: inline-flex;
		align-items: center;
		gap: 3px;
		min-height: 30px;
		min-width: 30px;
		justify-content: center;
		padding: 0 9px;
		border-radius: var(--r1);
		color: var(--ink-2);
		font-size: var(--text);
		white-space: nowrap;
		cursor: pointer;
	}
	.line :global(.press[data-stop].wide) {
		min-width: 104px;
		justify-content: space-between;
		color: var(--ink);
	}
	.line :global(.press[data-stop]:hover:not([aria-disabled])) {
		background: var(--desk-raised);
		color: var(--ink);
	}
	.line :global(.press[data-stop][aria-pressed='true']),
	.line :global(.press[data-stop][aria-expanded='true']) {
		background: var(--desk-raised);
		color: var(--verdigris-strong);
		box-shadow: inset 0 0 0 1px var(--line);
	}
	.line :global(.press[data-stop][aria-disabled]) {
		opacity: 0.45;
		cursor: default;
	}
	.line :global(.press.bold),
	.line :global(.press.italic) {
		font-family: var(--serif);
		font-size: 16px;
	}
	.line :global(.press.bold) {
		font-weight: 700;
	}
	.line :global(.press.italic) {
		font-style: italic;
	}
	sup {
		font-size: 10px;
		line-height: 0;
	}
	.line :global(.icon) {
		width: 12px;
		height: 12px;
	}
	.rule {
		flex: none;
		width: 1px;
		height: 18px;
		margin: 0 7px;
		background: var(--line);
	}
	@media (max-width: 1000px) {
		.rule {
			margin: 0 2px;
		}
		.line :global(.press[data-stop]) {
			padding: 0 6px;
		}
		.line :global(.press[data-stop].wide) {
			min-width: 92px;
		}
	}
	@media print {
		.line {
			display: none;
		}
	}
</style>
