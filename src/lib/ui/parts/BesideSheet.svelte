<script lang="ts">
	/** A view in which a text is looked at and what is proposed for it decided: the sheet, and level with it what is said of its places. */
	import type { Snippet } from 'svelte';
	import type { Draft } from '$lib/editor/draft.svelte';
	import Btn from '../kit/Btn.svelte';
	import Notices from '../draft/Notices.svelte';
	import Bar from './Bar.svelte';
	import LevelMargin from './LevelMargin.svelte';
	import Lost from './Lost.svelte';
	import Mark from './Mark.svelte';
	import { saveWords } from './save-words';
	import Theme from './Theme.svelte';

	interface Props {
		id: string;
		draft: Draft | null;
		/** Why nothing can be shown; empty where something is. */
		trouble: string;
		/** What stands behind the title. */
		where: string;
		sheet: HTMLElement | null;
		/** Something else stands in the place of the sheet. */
		hidden?: boolean;
		onclick: (e: MouseEvent) => void;
		keys: string[];
		place: (key: string) => DOMRect | undefined;
		current: string;
		watch: unknown;
		label: string;
		acts: Snippet;
		sum: Snippet;
		instead?: Snippet;
		item: Snippet<[string]>;
		foot: Snippet;
	}
	let {
		id,
		draft,
		trouble,
		where,
		sheet = $bindable(),
		hidden = false,
		onclick,
		keys,
		place,
		current,
		watch,
		label,
		acts,
		sum,
		instead,
		item,
		foot
	}: Props = $props();
</script>

{#if trouble}
	<Bar here="" />
	<Lost {trouble} />
{:else}
	<div class="view">
		<header class="bar">
			<a class="home" href="/" aria-label="Back to the desk"><Mark /></a>
			<h1>{draft?.title ?? ''}</h1>
			<span class="where">{where}</span>
			{#if draft}<span class="where" class:failed={draft.saveState === 'failed'} role="status"
					>{saveWords[draft.saveState]}</span
				>{/if}
			<span class="spacer"></span>
			<Theme />
			<Btn href="/draft/{id}">Back to the draft</Btn>
			{@render acts()}
		</header>
		<div>
			{#if draft}<Notices {draft} />{/if}
		</div>
		<div class="sum" role="status">{@render sum()}</div>
		{@render instead?.()}
		<main class="surface" {hidden}>
			<div class="page">
				<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
				<article class="sheet beside-sheet" lang={draft?.style?.lang ?? 'en'} {onclick}>
					<div bind:this={sheet}></div>
				</article>
				<LevelMargin {sheet} {keys} {place} {current} {watch} {label} {item} />
			</div>
		</main>
		<footer class="foot">{@render foot()}</footer>
	</div>
{/if}

<style>
	.view {
		height: 100vh;
		display: grid;
		grid-template-rows: var(--bar) auto auto minmax(0, 1fr) var(--foot);
	}
	.bar,
	.sum,
	.foot {
		display: flex;
		align-items: center;
		gap: var(--s3);
		padding: 0 var(--s4);
		border-bottom: 1px solid var(--line);
		min-width: 0;
	}
	.home {
		display: grid;
		flex: none;
	}
	h1 {
		font: 600 16px/1.2 var(--serif);
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.where {
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
	}
	.failed {
		color: var(--madder);
	}
	.view :global(.spacer) {
		flex: 1;
	}
	.sum {
		gap: 6px 18px;
		padding: 10px 24px;
		min-height: 50px;
		border-color: var(--line-soft);
		color: var(--ink-2);
		flex-wrap: wrap;
	}
	.sum :global(b) {
		color: var(--ink);
		font-variant-numeric: tabular-nums;
	}
	.foot {
		gap: var(--s5);
		border-bottom: 0;
		border-top: 1px solid var(--line);
		color: var(--ink-3);
		font-size: var(--small);
		white-space: nowrap;
		overflow: hidden;
	}
	.surface {
		overflow: auto;
		min-height: 0;
	}
	.page {
		display: grid;
		grid-template-columns: minmax(0, 876px) minmax(300px, 1fr);
		padding-left: 24px;
		min-height: 100%;
	}
	.sheet {
		background: var(--sheet);
		margin-top: 14px;
		padding: 30px 56px 120px;
		border: 1px solid var(--line-soft);
		border-bottom: 0;
		border-radius: var(--r1) var(--r1) 0 0;
	}
	@media (max-width: 1120px) {
		.page {
			padding-left: 12px;
			grid-template-columns: minmax(0, 1fr) 300px;
		}
		.sheet {
			padding: 28px 34px 120px;
		}
	}
	@media (max-width: 760px) {
		.view {
			grid-template-rows: auto auto auto minmax(0, 1fr) var(--foot);
		}
		.bar {
			flex-wrap: wrap;
			padding: 6px 8px;
		}
		.page {
			grid-template-columns: minmax(0, 1fr) 220px;
		}
		.sheet {
			padding: 20px 16px 120px;
		}
	}
</style>
