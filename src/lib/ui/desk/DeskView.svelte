<script lang="ts">
	import { liveQuery } from 'dexie';
	import { formatDistanceToNowStrict } from 'date-fns';
	import { goto } from '$app/navigation';
	import { Dropdown, DropdownItem } from 'flowbite-svelte';
	import { db, storageMessage, type Manuscript } from '$lib/data/db';
	import {
		createManuscript,
		duplicateManuscript,
		listManuscripts,
		removeManuscript,
		restoreManuscript,
		saveManuscript
	} from '$lib/data/manuscripts';
	import { DOCUMENT_ENDINGS } from '$lib/core/document/readers/formats';
	import { openStrip } from '$lib/data/strip';
	import { DAYS_KEPT } from '$lib/data/bin';
	import { isBeingWritten } from '$lib/data/lock';
	import { library } from '$lib/services/library.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Bar from '../parts/Bar.svelte';
	import Btn from '../kit/Btn.svelte';
	import { DotsHorizontalOutline } from '../parts/icons';
	import Backup from '../sources/Backup.svelte';
	import Bin from './Bin.svelte';
	import Papers from './Papers.svelte';
	import Offer from '../guide/Offer.svelte';
	import Example from './Example.svelte';
	import Repair from './Repair.svelte';
	import Strip from '../parts/Strip.svelte';
	import Field from '../kit/Field.svelte';
	import Alert from '../kit/Alert.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import { filesOf } from '../sources/files';
	import OpenDocument from '../open/OpenDocument.svelte';

	let list = $state.raw<Manuscript[] | null>(null);
	let begun = $state<'' | 'demo' | 'empty'>('');
	let trouble = $state('');
	let renaming = $state<string | null>(null);
	let openMenu = $state<string | null>(null);
	/** Files that are being opened. */
	let opening = $state.raw<File[] | null>(null);
	/** Documents, and what lies beside them. */
	const PICKED = [...DOCUMENT_ENDINGS, '.bib', '.ris', '.json', '.png', '.jpg', '.jpeg', '.gif', '.webp'].join(',');
	async function dropped(e: DragEvent) {
		if (!e.dataTransfer?.types.includes('Files')) return;
		e.preventDefault();
		const got = await filesOf(e.dataTransfer);
		if (got.length) opening = got;
	}

	$effect(() => {
		if (!library.ready) return;
		if (library.trouble) {
			list = [];
			return;
		}
		const sub = liveQuery(() => listManuscripts()).subscribe({
			next: (m) => (list = m),
			error: (e: unknown) => {
				list = [];
				trouble = storageMessage(e);
			}
		});
		const sub2 = liveQuery(() => db.settings.get('begun')).subscribe({
			next: (s) => (begun = s?.value === 'demo' ? 'demo' : s?.value === 'empty' ? 'empty' : ''),
			error: () => {} // said with the list
		});
		return () => {
			sub.unsubscribe();
			sub2.unsubscribe();
		};
	});

	async function start(kind?: string) {
		const m = await createManuscript(kind);
		await goto(`/draft/${m.id}`);
	}
	async function remove(m: Manuscript) {
		openMenu = null;
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
	async function duplicate(m: Manuscript) {
		openMenu = null;
		const copy = await duplicateManuscript(m.id);
		if (copy) toasts.say(`“${copy.title}” is on the desk.`);
	}
	async function rename(m: Manuscript, title: string) {
		renaming = null;
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

<svelte:head><title>Desk · Rapid Quill</title></svelte:head>
<svelte:window
	ondragover={(e) => {
		if (e.dataTransfer?.types.includes('Files')) e.preventDefault();
	}}
	ondrop={(e) => void dropped(e)}
/>
<Bar here="Desk" />
{#if opening}{#key opening}<OpenDocument files={opening} onclose={() => (opening = null)} />{/key}{/if}
<main class="desk">
	<div class="head">
		<h1>On the desk</h1>
		<span class="spacer"></span>
		<PickFiles words="Open a document" many accept={PICKED} onpick={(list) => (opening = list)} />
		<PickFiles words="Open a folder" folder onpick={(list) => (opening = list)} />
		<Btn kind="primary" onclick={() => start()}>New manuscript</Btn>
	</div>

	{#if list !== null && !library.trouble}<Offer />{/if}
	{#if trouble}<Alert>{trouble}</Alert>{/if}
	{#if list === null}
		<p class="quiet">Opening the desk…</p>
	{:else if list.length === 0}
		<div class="none">
			<h2>Nothing is on the desk yet</h2>
			<p>
				Start a manuscript from a kind of paper below; it brings its style, its bibliography and an empty sheet. Or open
				a document that you have: pick it above, or drop it here.
			</p>
		</div>
	{:else}
		<ul>
			{#each list as m (m.id)}
				{@const strip = openStrip(m.strip)}
				<li class="ms">
					<div class="name">
						{#if renaming === m.id}
							<Field
								{@attach focus}
								class="renaming"
								shown={m.title}
								aria-label="Title of the manuscript"
								onkeydown={(e) => {
									if (e.key === 'Enter') void rename(m, e.currentTarget.value);
									if (e.key === 'Escape') renaming = null;
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
						<b>{parts(m.styleTitle)[0]}</b>{parts(m.styleTitle)[1] ? `${parts(m.styleTitle)[1]}, ` : ''}{formWords[
							m.form
						]}
					</div>
					<div class="state">
						<a href="/draft/{m.id}/proof" class={strip.checks.length ? 'att' : 'ok'} aria-describedby="title-{m.id}"
							>{#if strip.checks.length}<i class="diamond" aria-hidden="true"></i>{strip.checks.length} to check{:else}Proof{/if}</a
						>
					</div>
					<div class="more">
						<Btn kind="quiet" label="More for {m.title}" onclick={() => (openMenu = openMenu === m.id ? null : m.id)}
							><DotsHorizontalOutline class="icon" /></Btn
						>
						<Dropdown
							placement="bottom-end"
							simple
							class="menu"
							isOpen={openMenu === m.id}
							onclose={() => (openMenu === m.id ? (openMenu = null) : null)}
						>
							<DropdownItem
								onclick={() => {
									openMenu = null;
									renaming = m.id;
								}}>Rename</DropdownItem
							>
							<DropdownItem onclick={() => duplicate(m)}>Duplicate</DropdownItem>
							<DropdownItem href="/draft/{m.id}/hand-in">Hand in</DropdownItem>
							<DropdownItem onclick={() => remove(m)}>Delete</DropdownItem>
						</Dropdown>
					</div>
				</li>
			{/each}
		</ul>
	{/if}

	<Papers onstart={start} />
	<Example {begun} />
</main>
<footer class="page-foot">
	<span>{list?.length ?? 0} manuscript{list?.length === 1 ? '' : 's'}</span>
	<span>{library.sources.size} sources</span>
	<span class="spacer"></span>
	{#if library.ready && !library.trouble}<Repair /><Bin /><Backup />{/if}
	<span>{library.trouble ? 'Not saved' : 'Saved in this browser'}</span>
</footer>

<style>
	.desk {
		padding: 34px 40px 60px;
		max-width: 1280px;
		margin: 0 auto;
		min-height: calc(100vh - var(--bar) - var(--foot));
	}
	h1 {
		font: 600 24px/1.2 var(--serif);
		letter-spacing: -0.01em;
	}
	.head {
		display: flex;
		align-items: center;
		gap: 10px;
		margin-bottom: 22px;
	}
	.spacer {
		flex: 1;
	}
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
	.none {
		background: var(--sheet);
		border: 1px dashed var(--line);
		border-radius: var(--r2);
		padding: 34px 24px;
		color: var(--ink-2);
	}
	.none h2 {
		font: 600 18px/1.3 var(--serif);
		color: var(--ink);
	}
	.quiet {
		margin-top: 26px;
		color: var(--ink-3);
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
		.desk {
			padding: 20px 14px 40px;
		}
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
