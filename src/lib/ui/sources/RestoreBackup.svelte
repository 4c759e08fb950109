<script lang="ts">
	/** A backup looked at before it is restored: what it adds, what it replaces, what is newer here. */
	import type { Backup, RestorePlan } from '$lib/data/backup';
	import type { Source } from '$lib/core/source';
	import Btn from '../kit/Btn.svelte';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Check from '../kit/Check.svelte';
	import Alert from '../kit/Alert.svelte';
	interface Props {
		file: File;
		onclose: () => void;
		/** Brings the sources in instead, where that is offered. */
		onbring?: (sources: Source[]) => void;
	}
	let { file, onclose, onbring }: Props = $props();
	let backup = $state.raw<Backup | null>(null);
	let plan = $state.raw<RestorePlan | null>(null);
	let skipped = $state.raw<string[]>([]);
	let trouble = $state('');
	let olderToo = $state(false);
	let busy = $state(false);

	$effect(() => {
		const f = file;
		void (async () => {
			const { BackupError, planRestore, readBackup } = await import('$lib/data/backup');
			try {
				const r = readBackup(await f.text());
				plan = await planRestore(r.backup);
				backup = r.backup;
				skipped = r.skipped;
			} catch (e) {
				trouble =
					e instanceof BackupError ? e.message : unexpected(e, 'The backup could not be read. Nothing was changed.');
			}
		})();
	});
	async function go() {
		busy = true;
		const { restore } = await import('$lib/data/backup');
		try {
			const { takeBack } = await restore(backup!, olderToo);
			const undo = async () => {
				const left = await takeBack();
				if (left) toasts.say(`${n(left, 'record')} changed since the restore stayed as they are.`);
			};
			toasts.say('Restored.', { label: 'Take back', run: undo }, 30);
			onclose();
		} catch (e) {
			trouble = `Nothing was changed: ${(e as Error).message}`;
		} finally {
			busy = false;
		}
	}
	const n = (x: number, word: string) => `${x.toLocaleString('en')} ${word}${x === 1 ? '' : 's'}`;
	const newer = $derived(
		plan ? plan.sources.newer.length + plan.manuscripts.newer.length + plan.works.newer.length : 0
	);
	const works = $derived(plan ? plan.works.added.length + plan.works.replaced.length : 0);
	const changes = $derived(
		plan
			? plan.sources.added.length +
					plan.sources.replaced.length +
					plan.manuscripts.added.length +
					plan.manuscripts.replaced.length +
					works +
					(olderToo ? newer : 0)
			: 0
	);
</script>

{#if trouble}
	<Alert>{trouble}</Alert>
	<Btn kind="ghost" onclick={onclose}>Close</Btn>
{:else if plan && backup}
	<p>
		Saved on {new Date(backup.savedAt).toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'short' })}. Restoring
		would
	</p>
	<ul>
		<li>
			add <b>{n(plan.sources.added.length, 'source')}</b> and <b>{n(plan.manuscripts.added.length, 'manuscript')}</b>
		</li>
		<li>
			replace <b>{n(plan.sources.replaced.length, 'source')}</b> and
			<b>{n(plan.manuscripts.replaced.length, 'manuscript')}</b> that are older here
		</li>
		{#if works}<li>add or replace <b>{n(works, 'bound work')}</b></li>{/if}
		<li>leave {n(plan.sources.same + plan.manuscripts.same + plan.works.same, 'record')} that are the same</li>
		{#if newer}<li>
				leave {n(newer, 'record')} that you changed here since
				<label><Check bind:checked={olderToo} /> take the older state all the same</label>
			</li>{/if}
	</ul>
	{#if skipped.length}
		<p class="trouble">Left out, as they cannot be read:</p>
		<ul>
			{#each skipped as s, i (i)}<li>{s}</li>{/each}
		</ul>
	{/if}
	<div class="acts">
		{#if onbring && backup.sources.length}
			<Btn kind="quiet" onclick={() => onbring(backup!.sources)}>It is a colleague’s: import its sources</Btn>
			<span class="spacer"></span>
		{/if}
		<Btn kind="ghost" onclick={onclose}>Cancel</Btn>
		<Btn kind="primary" disabled={busy || !changes} onclick={go}>Restore</Btn>
	</div>
{:else}<p>Reading the backup…</p>{/if}

<style>
	p,
	ul {
		font-size: 13.5px;
		color: var(--ink-2);
		margin-bottom: 12px;
	}
	li {
		padding: 3px 0 3px 14px;
		border-left: 2px solid var(--line);
	}
	b {
		color: var(--ink);
		font-weight: 600;
	}
	.trouble {
		color: var(--madder);
	}
	label {
		display: flex;
		gap: 7px;
		align-items: center;
		padding-top: 4px;
	}
	.spacer {
		flex: 1;
	}
	.acts {
		display: flex;
		gap: 8px;
		justify-content: flex-end;
	}
</style>
