<script lang="ts">
	/** A manuscript on the desk: its name, its evidence strip, its style, what can be done with it. */
	import { formatDistanceToNowStrict } from 'date-fns';
	import { goto } from '$app/navigation';
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import type { Manuscript } from '$lib/data/db';
	import { DAYS_KEPT } from '$lib/data/bin';
	import { isBeingWritten } from '$lib/data/lock';
	import { saveManuscript } from '$lib/data/manuscripts';
	import { duplicateManuscript, removeManuscript, restoreManuscript } from '$lib/data/desk-manuscripts';
	import { openStrip } from '$lib/data/strip';
	import { splitManuscript } from '$lib/data/works';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import { DotsHorizontalOutline } from '../parts/icons';
	import Strip from '../parts/Strip.svelte';

	interface Props {
		manuscript: Manuscript;
		/** It stands among the chapters of a work. */
		inner?: boolean;
	}
	let { manuscript: m, inner = false }: Props = $props();
	const strip = $derived(openStrip(m.strip));
	let renaming = $state(false);
	let menu = $state(false);
	async function remove(m: Manuscript) {
		menu = false;
		if (await isBeingWritten(m.id)) {
			toasts.say(`“${m.title}” is open in another tab. Close it there, then delete it.`);
			return;
		}
		if (await removeManuscript(m.id))
			toasts.say(`“${m.title}” is in the bin for ${DAYS_KEPT} days.`, {
				label: 'Put it back',
				run: async () => void (await restoreManuscript(m.id))
			});
	}
	async function apart() {
		menu = false;
		if (await isBeingWritten(m.id))
			return toasts.say(`“${m.title}” is open in another tab. Close it there, then take it apart.`);
		const done = await splitManuscript(m.id);
		if (!done)
			return toasts.say(`“${m.title}” has fewer than two sections with headings: there is nothing to take apart.`);
		await goto(`/work/${done.id}`);
		toasts.say(`“${m.title}” is a bound work now; as it was, it is in the bin.`, {
			label: 'Undo',
			run: async () => {
				await done.undo();
				await goto('/');
			}
		});
	}
	async function duplicate(m: Manuscript) {
		menu = false;
		const copy = await duplicateManuscript(m.id);
		if (copy) toasts.say(`“${copy.title}” is on the desk.`);
	}
	async function rename(m: Manuscript, title: string) {
		renaming = false;
		const t = title.trim();
		if (t && t !== m.title) await saveManuscript(m.id, { title: t });
	}
	const focus = (el: HTMLInputElement) => {
		el.focus();
		el.select();
	};
	const formWords = { 'in-text': 'in text', footnotes: 'footnotes', endnotes: 'endnotes' };
	const parts = (t: string) => t.split(/,\s*(?=full note|author|Cite)/);
	const when = (t: number) => formatDistanceToNowStrict(t, { addSuffix: true });
</script>

<div class="ms" class:inner>
	<div class="name">
		{#if renaming}
			<Field
				{@attach focus}
				class="renaming"
				shown={m.title}
				aria-label="Title of the manuscript"
				onkeydown={(e) => {
					if (e.key === 'Enter') void rename(m, e.currentTarget.value);
					if (e.key === 'Escape') renaming = false;
				}}
				onblur={(e) => void rename(m, e.currentTarget.value)}
			/>
		{:else}
			<h2 id="title-{m.id}"><a href="/draft/{m.id}">{m.title}</a></h2>
		{/if}
		<div class="by">{m.kind} · changed {when(m.updatedAt)} · {m.words.toLocaleString('en')} words</div>
	</div>
	<div class="strip"><Strip {strip} onpick={(pos) => goto(`/draft/${m.id}?at=${pos}`)} /></div>
	<div class="style">
		<b>{parts(m.styleTitle)[0]}</b>{parts(m.styleTitle)[1] ? `${parts(m.styleTitle)[1]}, ` : ''}{formWords[m.form]}
	</div>
	<div class="state">
		<a href="/draft/{m.id}/proof" class={strip.checks.length ? 'att' : 'ok'} aria-describedby="title-{m.id}"
			>{#if strip.checks.length}<i class="diamond" aria-hidden="true"></i>{strip.checks.length} to check{:else}Proof{/if}</a
		>
	</div>
	<div class="more">
		<Btn kind="quiet" label="More for {m.title}" onclick={() => (menu = !menu)}
			><DotsHorizontalOutline class="icon" /></Btn
		>
		<Dropdown placement="bottom-end" simple class="menu" isOpen={menu} onclose={() => (menu = false)}>
			<DropdownItem
				onclick={() => {
					menu = false;
					renaming = true;
				}}>Rename</DropdownItem
			>
			<DropdownItem onclick={() => duplicate(m)}>Duplicate</DropdownItem>
			<DropdownItem href="/draft/{m.id}/hand-in">Hand in</DropdownItem>
			<DropdownItem onclick={() => inBackground(apart(), 'It could not be taken apart. Nothing was changed.')}
				>Take apart into chapters</DropdownItem
			>
			<DropdownItem onclick={() => remove(m)}>Delete</DropdownItem>
		</Dropdown>
	</div>
</div>

<style>
	.ms {
		display: grid;
		grid-template-columns: minmax(220px, 1fr) minmax(160px, 330px) 150px 130px 40px;
		gap: 0 28px;
		align-items: center;
		background: var(--sheet);
		border: 1px solid var(--line-soft);
		border-radius: var(--r2);
		padding: 18px 14px 18px 24px;
		margin-bottom: 12px;
	}
	.ms h2 {
		font: 600 18px/1.3 var(--serif);
		overflow-wrap: anywhere;
	}
	.ms h2 a:hover {
		color: var(--verdigris-strong);
	}
	.ms.inner {
		border: 0;
		border-top: 1px solid var(--line-soft);
		border-radius: 0;
		margin: 0;
		padding-block: 12px;
		background: none;
	}
	.ms.inner h2 {
		font-size: 16px;
	}
	.by,
	.ok {
		color: var(--ink-3);
		font-size: 12.5px;
		margin-top: 3px;
	}
	.state a:hover {
		color: var(--verdigris-strong);
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	.style {
		color: var(--ink-2);
		font-size: 13px;
	}
	.style b {
		display: block;
		font-weight: 600;
		color: var(--ink);
	}
	.att {
		color: var(--marigold);
		font-size: 12.5px;
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.more {
		position: relative;
		justify-self: end;
	}
	@media (max-width: 1060px) {
		.ms {
			grid-template-columns: minmax(200px, 1fr) 180px 130px 40px;
		}
		.state {
			grid-column: 3;
		}
		.more {
			grid-column: 4;
			grid-row: 1;
		}
	}
	@media (max-width: 760px) {
		.ms {
			grid-template-columns: minmax(0, 1fr) auto 40px;
			gap: 8px 14px;
			padding: 14px 10px 14px 16px;
		}
		.name {
			grid-column: 1 / span 2;
		}
		.more {
			grid-column: 3;
		}
		.strip {
			grid-column: 1 / -1;
		}
		.state {
			grid-column: 2 / -1;
		}
	}
</style>
