<script lang="ts">
	/** The foot's word on the last backup, and what can be done about it. */
	import { formatDistanceToNowStrict } from 'date-fns';
	import { liveQuery } from 'dexie';
	import { Modal } from 'flowbite-svelte';
	import { db } from '$lib/data/db';
	import { makeBackup, noteBackup } from '$lib/data/backup';
	import { askPersistence, bytes, storageState, type StorageState } from '$lib/data/persist';
	import { chosenFolder, folderState } from '$lib/data/folder/state';
	import { getSetting, putSetting } from '$lib/data/settings';
	import { download } from '../download';
	import { nearlyFull } from '$lib/data/room';
	import { library } from '$lib/services/library.svelte';
	import { inBackground } from '$lib/services/problems';
	import Btn from '../kit/Btn.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import MakeRoom from '../parts/MakeRoom.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import RestoreBackup from './RestoreBackup.svelte';

	/** Days after which a backup is spoken of. */
	const LATE = 14;
	const DAY = 86_400_000;
	let last = $state(0);
	let later = $state(0);
	let begun = $state(0);
	/** When the folder of the person's own was brought up to date; 0 where there is none. */
	let copied = $state(0);
	let open = $state(false);
	let disk = $state.raw<StorageState | null>(null);
	let file = $state.raw<File | null>(null);

	$effect(() => {
		if (!library.ready || library.trouble) return;
		const sub = liveQuery(async () => ({
			last: await getSetting('lastBackup'),
			later: await getSetting('backupLater'),
			copied: (await chosenFolder(db)) ? (await folderState(db)).at : 0,
			first: (await db.sources.orderBy('updatedAt').first())?.createdAt ?? Date.now()
		})).subscribe({
			next: (s) => {
				last = s.last;
				later = s.later;
				begun = s.first;
				copied = s.copied;
			}
		});
		return () => sub.unsubscribe();
	});
	$effect(() => {
		if (!open) file = null;
		// how full it is is looked at whenever the foot is there, and again in the window
		inBackground(look(), 'The browser does not say how much is stored.');
	});
	const look = async () => (disk = await storageState());
	const full = $derived(disk !== null && nearlyFull(disk));
	const ago = (t: number) => formatDistanceToNowStrict(t, { addSuffix: true });
	const late = $derived(library.size > 0 && Date.now() - Math.max(last || begun, later, copied) > LATE * DAY);
	const newest = $derived(Math.max(last, copied));

	async function save() {
		const b = await makeBackup();
		download(`rapid-quill-${b.savedAt.slice(0, 10)}.json`, JSON.stringify(b), 'application/json');
		await noteBackup();
		toasts.say(
			`${b.sources.length.toLocaleString('en')} sources and ${b.manuscripts.length} manuscripts are in the file.`
		);
	}
	async function persist() {
		const yes = await askPersistence();
		disk = await storageState();
		toasts.say(
			yes ? 'The browser will keep what is here.' : 'The browser does not promise to keep what is here. A backup does.'
		);
	}
</script>

<Btn kind="link" class="plain" onclick={() => (open = true)}
	>{#if late || full}<i class="diamond" aria-hidden="true"></i>{/if}{full
		? 'Little room is left'
		: copied && copied === newest
			? `Copied to your folder ${copied > Date.now() - 60_000 ? 'just now' : ago(copied)}`
			: last
				? `Last backup ${ago(last)}`
				: 'No backup yet'}</Btn
>
{#if open}
	<Modal bind:open title="Backup" aria-label="Backup" size="md" class="bring">
		{#if file}
			<RestoreBackup {file} onclose={() => (open = false)} />
		{:else}
			{#if full}<MakeRoom ondone={() => inBackground(look(), 'The browser does not say how much is stored.')} />{/if}
			{#if late}
				<p class="late">
					<i class="diamond" aria-hidden="true"></i>Everything is in this browser only{last
						? `, and the last backup was ${ago(last)}`
						: ''}.
				</p>
			{/if}
			<p>One file with the library, all manuscripts with their earlier states, and your settings. It is plain JSON.</p>
			<div class="acts">
				<Btn kind="primary" onclick={save}>Save a backup</Btn>
				<PickFiles
					words="Restore from a file…"
					label="Restore from a file"
					accept=".json,application/json"
					onpick={(list) => (file = list[0] ?? null)}
				/>
				{#if late}<Btn
						kind="quiet"
						onclick={() => {
							void putSetting('backupLater', Date.now());
							open = false;
						}}>Remind me later</Btn
					>{/if}
			</div>
			{#if disk}
				<p class="state">
					{#if disk.used !== null}{bytes(disk.used)} in use{#if disk.quota}, room for {bytes(disk.quota)}{/if}.{/if}
					{disk.persistent
						? 'The browser keeps what is here even when room is short.'
						: 'The browser may clear this when room is short.'}
					{#if !disk.persistent}<Btn kind="link" onclick={persist}>Ask the browser to keep it</Btn>{/if}
				</p>
			{/if}
			<p class="state">
				To use a colleague’s library, import their file: what you both have is recognised. <span class="nowrap"
					>Restoring is for your own.</span
				>
			</p>
		{/if}
	</Modal>
{/if}

<style>
	.diamond {
		margin-right: 7px;
	}
	p {
		color: var(--ink-2);
		font-size: 13.5px;
		margin-bottom: 12px;
	}
	.late {
		color: var(--marigold);
	}
	.state {
		font-size: 12.5px;
		color: var(--ink-3);
	}
	.acts {
		display: flex;
		gap: 8px;
		margin-bottom: 16px;
		align-items: center;
	}
	.nowrap {
		white-space: nowrap;
	}
</style>
