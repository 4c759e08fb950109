<script lang="ts">
	import { liveQuery } from 'dexie';
	import { goto } from '$app/navigation';
	import { db, storageMessage, type Manuscript } from '$lib/data/db';
	import type { Work } from '$lib/core/work';
	import { listManuscripts } from '$lib/data/manuscripts';
	import { createManuscript } from '$lib/data/desk-manuscripts';
	import { packVersions } from '$lib/data/versions';
	import { listWorks } from '$lib/data/works';
	import { DOCUMENT_ENDINGS } from '$lib/core/document/readers/formats';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import Bar from '../parts/Bar.svelte';
	import Btn from '../kit/Btn.svelte';
	import Backup from '../sources/Backup.svelte';
	import Bin from './Bin.svelte';
	import ManuscriptRow from './ManuscriptRow.svelte';
	import Papers from './Papers.svelte';
	import WorkCard from './WorkCard.svelte';
	import Offer from '../guide/Offer.svelte';
	import Example from './Example.svelte';
	import Repair from './Repair.svelte';
	import Alert from '../kit/Alert.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import { filesOf } from '../sources/files';
	import OpenDocument from '../open/OpenDocument.svelte';
	import Unloaded from '../parts/Unloaded.svelte';

	let list = $state.raw<Manuscript[] | null>(null);
	let begun = $state<'' | 'demo' | 'empty'>('');
	let trouble = $state('');
	let works = $state.raw<Work[]>([]);
	/** Manuscripts are chosen to be bound into a work. */
	let binding = $state(false);
	const bound = $derived(new Set(works.flatMap((w) => w.parts.flatMap((p) => (p.t === 'text' ? [p.manuscript] : [])))));
	/** Works with their chapters, and what stands alone; what was changed last is the first. */
	const rows = $derived.by((): (Work | Manuscript)[] => {
		const all = list ?? [];
		const at = new Map(all.map((m) => [m.id, m.updatedAt]));
		for (const w of works)
			at.set(w.id, Math.max(w.updatedAt, ...w.parts.map((p) => (p.t === 'text' ? (at.get(p.manuscript) ?? 0) : 0))));
		return [...works, ...all.filter((m) => !bound.has(m.id))].sort((a, b) => at.get(b.id)! - at.get(a.id)!);
	});
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
		inBackground(packVersions(), 'Earlier states of manuscripts could not be packed; they are kept as they were.');
		const sub = liveQuery(() => listManuscripts()).subscribe({
			next: (m) => (list = m),
			error: (e: unknown) => {
				list = [];
				trouble = storageMessage(e);
			}
		});
		const sub3 = liveQuery(() => listWorks()).subscribe({
			next: (w) => (works = w),
			error: () => {} // said with the list
		});
		const sub2 = liveQuery(() => db.settings.get('begun')).subscribe({
			next: (s) => (begun = s?.value === 'demo' ? 'demo' : s?.value === 'empty' ? 'empty' : ''),
			error: () => {} // said with the list
		});
		return () => {
			sub.unsubscribe();
			sub2.unsubscribe();
			sub3.unsubscribe();
		};
	});

	async function start(kind?: string) {
		const m = await createManuscript(kind);
		await goto(`/draft/${m.id}`);
	}
</script>

<svelte:head><title>Desk · Rapid Quill</title></svelte:head>
<svelte:window
	ondragover={(e) => {
		if (e.dataTransfer?.types.includes('Files')) e.preventDefault();
	}}
	ondrop={(e) => void dropped(e)}
/>
<Bar here="Desk" />
{#if binding}{#await import('../work/BindWork.svelte') then Bind}<Bind.default
			list={list ?? []}
			onclose={() => (binding = false)}
		/>{:catch}<Unloaded />{/await}{/if}
{#if opening}{#key opening}<OpenDocument files={opening} onclose={() => (opening = null)} />{/key}{/if}
<main class="desk">
	<div class="head">
		<h1>On the desk</h1>
		<span class="spacer"></span>
		<PickFiles words="Open a document" many accept={PICKED} onpick={(list) => (opening = list)} />
		<PickFiles words="Open a folder" folder onpick={(list) => (opening = list)} />
		{#if (list?.length ?? 0) > 1}<Btn kind="ghost" onclick={() => (binding = true)}>Bind chapters</Btn>{/if}
		<Btn kind="primary" onclick={() => start()}>New manuscript</Btn>
	</div>

	{#if list !== null && !library.trouble}<Offer />{/if}
	{#if trouble}<Alert>{trouble}</Alert>{/if}
	{#if list === null}
		<p class="quiet">Opening the desk…</p>
	{:else if list.length === 0 && works.length === 0}
		<div class="none">
			<h2>Nothing is on the desk yet</h2>
			<p>
				Start a manuscript from a kind of paper below; it brings its style, its bibliography and an empty sheet. Or open
				a document that you have: pick it above, or drop it here.
			</p>
		</div>
	{:else}
		<ul>
			{#each rows as r (r.id)}
				<li>
					{#if 'parts' in r}<WorkCard work={r} chapters={list} />{:else}<ManuscriptRow manuscript={r} />{/if}
				</li>
			{/each}
		</ul>
	{/if}

	<Papers onstart={start} />
	<Example {begun} />
</main>
<footer class="page-foot">
	<span>{list?.length ?? 0} manuscript{list?.length === 1 ? '' : 's'}</span>
	<span>{library.size} sources</span>
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
	@media (max-width: 760px) {
		.desk {
			padding: 20px 14px 40px;
		}
	}
</style>
