<script lang="ts">
	/** A bound work on the desk, with its chapters in order. */
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import type { Work } from '$lib/core/work';
	import { DAYS_KEPT } from '$lib/data/bin';
	import type { Manuscript } from '$lib/data/db';
	import { removeWork, restoreWork } from '$lib/data/works';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import { DotsHorizontalOutline } from '../parts/icons';
	import { many } from '../parts/many';
	import ManuscriptRow from './ManuscriptRow.svelte';

	interface Props {
		work: Work;
		/** All manuscripts of the desk. */
		chapters: Manuscript[];
	}
	let { work, chapters }: Props = $props();
	let menu = $state(false);
	const title = $derived(work.title || 'Untitled work');
	const rows = $derived(
		work.parts.flatMap((p) => (p.t === 'text' ? chapters.filter((m) => m.id === p.manuscript) : []))
	);
	const words = $derived(rows.reduce((n, m) => n + m.words, 0));
	async function remove() {
		menu = false;
		if (await removeWork(work.id))
			toasts.say(`“${title}” is in the bin for ${DAYS_KEPT} days; its chapters stay on the desk.`, {
				label: 'Put it back',
				run: async () => void (await restoreWork(work.id))
			});
	}
</script>

<section class="work" aria-label={title}>
	<header>
		<div>
			<h2><a href="/work/{work.id}">{title}</a></h2>
			<p>Bound work · {many(rows.length, 'chapter')} · {many(words, 'word')}</p>
		</div>
		<Btn kind="ghost" href="/work/{work.id}">Open the work</Btn>
		<div class="more">
			<Btn kind="quiet" label="More for {title}" onclick={() => (menu = !menu)}
				><DotsHorizontalOutline class="icon" /></Btn
			>
			<Dropdown placement="bottom-end" simple class="menu" isOpen={menu} onclose={() => (menu = false)}>
				<DropdownItem href="/work/{work.id}/proof">Proof</DropdownItem>
				<DropdownItem href="/work/{work.id}/hand-in">Hand in</DropdownItem>
				<DropdownItem onclick={remove}>Unbind</DropdownItem>
			</Dropdown>
		</div>
	</header>
	{#each rows as m (m.id)}<ManuscriptRow manuscript={m} inner />{:else}
		<p class="none">No chapter of it is on the desk.</p>
	{/each}
</section>

<style>
	.work {
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-left: 3px solid var(--verdigris);
		border-radius: var(--r2);
		margin-bottom: 12px;
	}
	header {
		display: flex;
		align-items: center;
		gap: 12px;
		padding: 16px 14px 14px 22px;
		border-bottom: 1px solid var(--line-soft);
	}
	header > div:first-child {
		flex: 1;
		min-width: 0;
	}
	h2 {
		font: 600 20px/1.3 var(--serif);
		overflow-wrap: anywhere;
	}
	h2 a:hover {
		color: var(--verdigris-strong);
	}
	p {
		color: var(--ink-3);
		font-size: 12.5px;
		margin-top: 3px;
	}
	.none {
		padding: 14px 22px 18px;
	}
	.more {
		position: relative;
	}
</style>
