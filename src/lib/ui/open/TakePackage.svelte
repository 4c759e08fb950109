<script lang="ts">
	/** A package is looked at before it is taken in: its manuscripts, and what of its sources the library has already. */
	import { goto } from '$app/navigation';
	import { fieldNamed, shortLabel, titleOf, type Source } from '$lib/core/source';
	import { BackupError, type Backup } from '$lib/data/backup';
	import {
		planPackage,
		readPackage,
		takePackage,
		type Fate,
		type PackagePlan,
		type PackageRow
	} from '$lib/data/package';
	import { unexpected } from '$lib/services/problems';
	import { catalogue } from '$lib/services/style-catalogue.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Fold from '../kit/Fold.svelte';
	import Pick from '../kit/Pick.svelte';
	import { many } from '../parts/many';

	let { file, onclose }: { file: File; onclose: () => void } = $props();
	let read = $state.raw<{ backup: Backup; skipped: string[]; plan: PackagePlan } | null>(null);
	let trouble = $state('');
	let busy = $state(false);
	/** Choices that differ from what is proposed, by the place of the source. */
	let fates = $state.raw<Record<number, Fate>>({});

	$effect(() => {
		const f = file;
		void (async () => {
			try {
				const { backup, skipped } = readPackage(await f.text());
				read = { backup, skipped, plan: await planPackage(backup) };
			} catch (e) {
				trouble =
					e instanceof BackupError ? e.message : unexpected(e, 'The package could not be read. Nothing was changed.');
			}
		})();
	});

	type Numbered = PackageRow & { i: number };
	const rows = $derived((read?.plan.rows ?? []).map((r, i): Numbered => ({ ...r, i })));
	const of = (state: PackageRow['state']) => rows.filter((r) => r.state === state);
	const asked = $derived([...of('perhaps'), ...of('here')]);
	const fate = (r: Numbered): Fate => fates[r.i] ?? r.fate;
	const count = (f: Fate) => rows.filter((r) => r.match && fate(r) === f).length;
	const FATES: { value: Fate; name: string }[] = [
		{ value: 'use', name: 'Use mine as it is' },
		{ value: 'fill', name: 'Complete mine' },
		{ value: 'apart', name: 'Keep as another source' }
	];
	const all = (f: Fate) => (fates = { ...fates, ...Object.fromEntries(asked.map((r) => [r.i, f])) });
	const label = (s: Source): string => {
		const { name, year } = shortLabel(s.item);
		return [name, year].filter(Boolean).join(' ') || titleOf(s.item) || s.key;
	};
	const why = (r: PackageRow): string =>
		[
			r.reason || (r.differs.length ? 'the same source' : 'the same source, with less beside it'),
			r.differs.length && `yours stays in ${r.differs.map((f) => fieldNamed(f).label.toLowerCase()).join(', ')}`
		]
			.filter(Boolean)
			.join('; ');

	async function take() {
		if (!read) return;
		busy = true;
		trouble = '';
		try {
			const taken = await takePackage(read.backup, read.plan, fates, file.name);
			await catalogue.readOwn();
			const undo = async () => {
				const left = await taken.takeBack();
				toasts.say(left ? `${many(left, 'record')} changed since stayed as they are.` : 'Taken back.');
			};
			const [first] = taken.manuscripts;
			const said = [
				taken.manuscripts.length === 1
					? `“${first.title}”`
					: taken.manuscripts.length && many(taken.manuscripts.length, 'manuscript'),
				taken.added && `${many(taken.added, 'new source')}`,
				taken.filled && `${many(taken.filled, 'source')} completed`
			].filter(Boolean);
			toasts.say(
				said.length ? `Imported: ${said.join(', ')}.` : 'Everything in it was here already.',
				said.length ? { label: 'Take back', run: undo } : undefined,
				30
			);
			onclose();
			if (taken.manuscripts.length === 1) await goto(`/draft/${first.id}`);
		} catch (e) {
			trouble = unexpected(e, 'The package was not imported.');
		} finally {
			busy = false;
		}
	}
</script>

{#if trouble}<Alert>{trouble}</Alert>{/if}
{#if !read}
	{#if !trouble}<p role="status">Reading {file.name}…</p>{/if}
{:else}
	<p>A package, made {new Date(read.backup.savedAt).toLocaleDateString('en-GB', { dateStyle: 'long' })}.</p>
	{#if read.backup.manuscripts.length}
		<ul class="texts" aria-label="Manuscripts in it">
			{#each read.backup.manuscripts as m (m.id)}
				<li>
					<b>{m.title}</b>
					<small
						>{many(m.words, 'word')}{read.plan.here.has(m.id)
							? '; you have one of this origin, which is left as it is'
							: ''}</small
					>
				</li>
			{/each}
		</ul>
	{/if}
	<p>
		{many(rows.length, 'source')}: {[
			of('new').length && `${of('new').length} new`,
			of('same').length && `${of('same').length} in your library as they are`,
			of('here').length && `${of('here').length} in your library with less or otherwise`,
			of('perhaps').length && `${of('perhaps').length} that may be`
		]
			.filter(Boolean)
			.join(', ')}.
	</p>
	{#each read.plan.styles as s (s)}<p class="fine">Of the style “{s}” you have your own file, which is used.</p>{/each}
	{#if asked.length}
		{#if asked.length > 1}<div class="bulk">
				<span>All {asked.length}:</span>
				{#each FATES as f (f.value)}<Btn kind="link" onclick={() => all(f.value)}>{f.name}</Btn>{/each}
			</div>{/if}
		<ul class="asked" aria-label="Sources that are here already">
			{#each asked.slice(0, 200) as r (r.i)}
				<li>
					<span>
						<b>{label(r.source)}</b>
						{titleOf(r.source.item)}
						<small
							>{r.state === 'perhaps' ? 'may be' : 'is'} {label(r.match!)}, {titleOf(r.match!.item)}: {why(r)}</small
						>
					</span>
					<Pick
						value={fate(r)}
						items={FATES}
						aria-label="What to do with {label(r.source)}"
						onchange={(e) => (fates = { ...fates, [r.i]: e.currentTarget.value as Fate })}
					/>
				</li>
			{/each}
		</ul>
		{#if asked.length > 200}<p class="fine">and {asked.length - 200} more, as chosen for all.</p>{/if}
	{/if}
	{#if read.skipped.length}
		<Fold title="{many(read.skipped.length, 'record')} that cannot be read, left out">
			<ul>
				{#each read.skipped as s, i (i)}<li>{s}</li>{/each}
			</ul>
		</Fold>
	{/if}
	<div class="acts">
		<span class="sum" role="status"
			>{[
				rows.length - count('use') - count('fill') && `${rows.length - count('use') - count('fill')} to add`,
				count('fill') && `${count('fill')} to complete`,
				count('use') && `${count('use')} of yours to use`
			]
				.filter(Boolean)
				.join(', ')}</span
		>
		<Btn onclick={onclose}>Cancel</Btn>
		<Btn kind="primary" disabled={busy} onclick={take}>Import</Btn>
	</div>
{/if}

<style>
	p,
	li {
		color: var(--ink-2);
		font-size: 13.5px;
		line-height: 1.5;
	}
	p {
		margin-bottom: 8px;
	}
	b {
		color: var(--ink);
		font-weight: 600;
	}
	small,
	.fine {
		color: var(--ink-3);
		font-size: 12.5px;
	}
	small {
		display: block;
	}
	.texts {
		margin-bottom: 10px;
	}
	.bulk {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 14px;
		align-items: baseline;
		font-size: 13px;
		color: var(--ink-3);
		margin-bottom: 4px;
	}
	.asked {
		max-height: 320px;
		overflow-y: auto;
		margin-bottom: 12px;
	}
	.asked li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 210px;
		gap: 4px 16px;
		align-items: center;
		padding: 7px 0;
		border-top: 1px solid var(--line);
		overflow-wrap: anywhere;
	}
	.acts {
		display: flex;
		gap: 8px;
		align-items: center;
		margin-top: 14px;
	}
	.sum {
		flex: 1;
		color: var(--ink-3);
		font-size: 13px;
	}
	@media (max-width: 620px) {
		.asked li {
			grid-template-columns: 1fr;
		}
	}
</style>
