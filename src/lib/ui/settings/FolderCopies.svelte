<script lang="ts">
	/** The folder of the person's own in which copies of everything are kept. */
	import { format, formatDistanceToNowStrict } from 'date-fns';
	import { liveQuery } from 'dexie';
	import { onMount } from 'svelte';
	import { db } from '$lib/data/db';
	import {
		chosenFolder,
		EMPTY_STATE,
		folderState,
		forgetFolder,
		type Chosen,
		type FolderState
	} from '$lib/data/folder';
	import { chooseFolder, machineName, nameMachine } from '$lib/data/folder/choose';
	import type { Peeked } from '$lib/data/folder/peek';
	import { folderCopies } from '$lib/services/folder-copies';
	import { library } from '$lib/services/library.svelte';
	import { inBackground, unexpected } from '$lib/services/problems';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Field from '../kit/Field.svelte';
	import { many } from '../parts/many';

	let chosen = $state.raw<Chosen | null>(null);
	let known = $state.raw<FolderState>(EMPTY_STATE);
	/** A folder that was picked and holds something: it is said what, before anything is done. */
	let picked = $state.raw<{ handle: FileSystemDirectoryHandle; found: Peeked } | null>(null);
	let trouble = $state('');
	let busy = $state(false);
	let now = $state(Date.now());
	const possible = folderCopies.possible;

	onMount(() => {
		const clock = setInterval(() => (now = Date.now()), 15_000);
		let stop = () => {};
		inBackground(
			library.begin().then(() => {
				const sub = liveQuery(async () => ({
					chosen: (await chosenFolder(db)) ?? null,
					known: await folderState(db)
				})).subscribe({
					next: (s) => {
						({ chosen, known } = s);
						now = Date.now();
					},
					error: (e: unknown) => (trouble = unexpected(e, 'What is known of the folder could not be read.'))
				});
				stop = () => sub.unsubscribe();
			}),
			'What is known of the folder could not be read.'
		);
		return () => {
			clearInterval(clock);
			stop();
		};
	});

	async function run(what: string, work: () => Promise<void>) {
		busy = true;
		trouble = '';
		try {
			await work();
		} catch (e) {
			// the person closed the window in which a folder is chosen
			if ((e as Error).name !== 'AbortError') trouble = unexpected(e, what);
		} finally {
			busy = false;
		}
	}
	type Picker = { showDirectoryPicker(o: { id: string; mode: 'readwrite' }): Promise<FileSystemDirectoryHandle> };
	const pick = () =>
		run('No folder was chosen. Nothing was changed.', async () => {
			const handle = await (window as unknown as Picker).showDirectoryPicker({ id: 'copies', mode: 'readwrite' });
			const found = await folderCopies.peek(handle);
			if (found.trouble) trouble = `This folder was not taken: ${found.trouble}`;
			else if (found.work || found.others) picked = { handle, found };
			else await take(handle, false);
		});
	async function take(handle: FileSystemDirectoryHandle, joins: boolean) {
		// the example that nobody has touched does not go into a library that is there
		if (joins) await (await import('$lib/data/seed')).beginEmpty();
		await chooseFolder(handle, machineName(navigator.userAgent));
		picked = null;
		folderCopies.start();
		await folderCopies.look();
	}
	const useIt = () =>
		run('The folder could not be used. What is here is as it was.', async () => {
			if (picked) await take(picked.handle, picked.found.work !== null);
		});
	const copyNow = () =>
		run(
			'No copy could be made. What you write is kept in this browser.',
			async () => void (await folderCopies.look(true))
		);
	const allow = () =>
		run('The browser could not be asked.', async () => {
			if (!(await folderCopies.allow()))
				trouble = 'The browser was told not to. What you write is kept in this browser only.';
		});
	const letGo = () =>
		run('The folder could not be let go.', async () => {
			folderCopies.stop();
			await forgetFolder(db);
		});
	const ago = (t: number): string =>
		now - t < 60_000 ? 'less than a minute ago' : formatDistanceToNowStrict(t, { addSuffix: true });
	const day = (iso: string): string => format(new Date(iso), 'd MMMM yyyy, H:mm');
</script>

<section aria-labelledby="folder">
	<h2 id="folder">Folder of your own</h2>
	{#if !possible}
		<p>
			This browser cannot write into a folder by itself. Save a backup now and then, with the button above: you are
			reminded when the last one is two weeks old.
		</p>
	{:else if picked}
		{@const { work, others } = picked.found}
		<div class="found" role="group" aria-label="Folder that you picked">
			{#if work}
				<p>
					<b>There is work in “{picked.handle.name}” already:</b>
					{many(work.manuscripts, 'manuscript')} and {many(work.sources, 'source')}{work.by
						? `, saved on ${work.by}`
						: ''}, {day(work.savedAt)}.
				</p>
				<p>
					It is put together with what is here, and both machines go on from there. Nothing is overwritten: what was
					changed on both in the same place is shown to you. Of the example on this desk, what you have not touched is
					left out.
				</p>
			{:else}
				<p>
					<b>“{picked.handle.name}” holds {many(others, 'other file')}.</b> What is there is left as it is. A folder for this
					alone is easier to carry and to tidy.
				</p>
			{/if}
			<div class="acts">
				<Btn kind="primary" disabled={busy} onclick={useIt}>{work ? 'Put together' : 'Use it all the same'}</Btn>
				<Btn onclick={pick} disabled={busy}>Choose another…</Btn>
				<Btn kind="quiet" onclick={() => (picked = null)}>Cancel</Btn>
			</div>
		</div>
	{:else if !chosen}
		<p>
			Your work is in this browser only. Choose a folder, and a copy of everything goes there by itself within a minute
			of each change: plain files, with dated copies of the days before, and each manuscript to be read without Rapid
			Quill.
		</p>
		<p class="fine">
			Is the folder synchronised between your machines? Choose it on each of them, and you go on writing where you left
			off.
		</p>
		<div class="acts"><Btn kind="primary" disabled={busy} onclick={pick}>Choose a folder…</Btn></div>
	{:else}
		<p role="status">
			{#if busy}
				Copying into <b>“{chosen.name}”</b>…
			{:else if known.at}
				Everything is in <b>“{chosen.name}”</b>, brought up to date {ago(known.at)}.
			{:else}
				The first copy goes into <b>“{chosen.name}”</b>…
			{/if}
		</p>
		{#if known.trouble}
			<Alert>{known.trouble}</Alert>
			{#if known.asks}<div class="acts"><Btn onclick={allow}>Allow it again</Btn></div>{/if}
		{/if}
		{#each known.waits as w (w)}<p class="fine">Waits: {w}.</p>{/each}
		{#if known.lacking.length}
			<p class="fine">{many(known.lacking.length, 'picture')} not arrived in the folder yet.</p>
		{/if}
		<div class="row">
			<label for="set-machine">Name of this machine</label>
			<Field
				id="set-machine"
				look="large"
				type="text"
				maxlength={60}
				shown={chosen.by}
				onchange={(e) => run('The name could not be kept.', () => nameMachine(e.currentTarget.value.trim()))}
			/>
			<small>Said on your other machines, of what comes from here.</small>
		</div>
		<div class="acts">
			<Btn disabled={busy} onclick={copyNow}>Copy now</Btn>
			<Btn disabled={busy} onclick={pick}>Another folder…</Btn>
			<Btn kind="quiet" disabled={busy} onclick={letGo}>Keep no more copies</Btn>
		</div>
		{#if known.notes.length}
			<h3 id="folder-notes">What came from other machines</h3>
			<ul aria-labelledby="folder-notes">
				{#each known.notes.slice(0, 8) as n, i (i)}
					<li>
						<span>{n.text}</span>
						<span class="when">
							<small>{format(n.at, 'd MMM, H:mm')}</small>
							{#if n.open && n.manuscript}<Btn kind="link" href="/draft/{n.manuscript}/returned">See what changed</Btn
								>{:else if n.open}<Btn kind="link" href="/sources">Open Sources</Btn>{/if}
						</span>
					</li>
				{/each}
			</ul>
		{/if}
	{/if}
	{#if trouble}<Alert>{trouble}</Alert>{/if}
</section>

<style>
	section {
		padding: 20px 0;
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
		margin: 0 0 10px;
	}
	h3 {
		font-size: 13.5px;
		font-weight: 600;
		margin: 18px 0 6px;
	}
	p {
		color: var(--ink-2);
		margin-bottom: 8px;
	}
	b {
		color: var(--ink);
		font-weight: 600;
	}
	.fine,
	small {
		color: var(--ink-3);
		font-size: var(--small);
	}
	.found {
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r2);
		padding: 14px 16px 16px;
	}
	.row {
		display: grid;
		grid-template-columns: 220px minmax(0, 320px);
		gap: 4px 16px;
		align-items: center;
		padding: 6px 0;
		color: var(--ink-2);
	}
	.row small {
		grid-column: 2;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: center;
		margin-top: 12px;
	}
	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) max-content;
		gap: 4px 20px;
		align-items: baseline;
		padding: 6px 0;
		border-top: 1px solid var(--line);
		color: var(--ink-2);
		font-size: 13.5px;
		overflow-wrap: anywhere;
	}
	.when {
		display: flex;
		gap: 14px;
		align-items: baseline;
		justify-content: flex-end;
	}
	@media (max-width: 620px) {
		.row {
			grid-template-columns: 1fr;
		}
		.row small {
			grid-column: 1;
		}
	}
</style>
