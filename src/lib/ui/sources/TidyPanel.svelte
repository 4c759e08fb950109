<script lang="ts">
	/** Everything that wants tidying, by what it is: one, or all of a kind, with the proposed text beside the present one. */
	import { fieldNamed, shortLabel, type Source } from '$lib/core/source';
	import { applyChange, findingKey, RULE_NAMES, tidy, type Finding } from '$lib/core/source/tidy';
	import { changeSources } from '$lib/data/sources';
	import type { Settings } from '$lib/data/settings';
	import { library } from '$lib/services/library.svelte';
	import Btn from '../kit/Btn.svelte';
	import Press from '../kit/Press.svelte';
	import type { LibraryView } from './library-view.svelte';
	import Pick from '../kit/Pick.svelte';

	let { view, onclose, ongo }: { view: LibraryView; onclose: () => void; ongo: (id: string) => void } = $props();
	interface Item {
		source: Source;
		finding: Finding;
	}
	/** Of a group that is long, how many are drawn. */
	const SOME = 30;
	let shown = $state<Record<string, number>>({});

	const groups = $derived.by(() => {
		const out = new Map<string, Item[]>();
		for (const [id, findings] of view.findings ?? []) {
			const source = library.sources.get(id);
			if (!source) continue;
			for (const finding of findings) out.set(finding.rule, [...(out.get(finding.rule) ?? []), { source, finding }]);
		}
		// what one click fixes comes first, cautions last
		return [...out].sort(
			([a, x], [b, y]) =>
				Number(y.some((i) => i.finding.change)) - Number(x.some((i) => i.finding.change)) ||
				(RULE_NAMES[a] < RULE_NAMES[b] ? -1 : 1)
		);
	});
	/** Before the library was looked through, nothing can be said of it. */
	const looked = $derived(view.findings !== null && !view.looking);
	const total = $derived(groups.reduce((n, [, l]) => n + l.length, 0));
	const allFixable = $derived(groups.flatMap(([, l]) => l).filter((i) => i.finding.change));

	/** Spaces that are too many, as something to see. */
	const visibleSpaces = (text: string) => text.replace(/^\s+|\s+$|\s{2,}|[\t\r\n]/g, (s) => '␣'.repeat(s.length));

	/** Fixes what is found at this moment: an earlier proposal may have been overtaken. */
	async function fix(list: Item[], what: string) {
		const wanted = new Map<string, Set<string>>();
		for (const { source, finding } of list)
			wanted.set(source.id, (wanted.get(source.id) ?? new Set()).add(findingKey(finding)));
		const ctx = view.context();
		const n = await view.attempt(() =>
			changeSources(
				[...wanted.keys()],
				(s) => {
					let { item } = s;
					for (const key of wanted.get(s.id)!) {
						const now = tidy(item, ctx, s.ignored).find((f) => findingKey(f) === key && f.change);
						if (now) item = applyChange(item, now.change!);
					}
					return item === s.item ? s : { ...s, item };
				},
				what
			)
		);
		if (n !== null) view.say(`${what} in ${n} source${n === 1 ? '' : 's'}.`);
	}
	async function leave(list: Item[]) {
		const wanted = new Map<string, string[]>();
		for (const { source, finding } of list)
			wanted.set(source.id, [...(wanted.get(source.id) ?? []), findingKey(finding)]);
		await changeSources(
			[...wanted.keys()],
			(s) => ({ ...s, ignored: [...new Set([...(s.ignored ?? []), ...wanted.get(s.id)!])] }),
			'Ignored a finding'
		);
		view.say('You will not be asked about it again.');
	}
	const label = (s: Source) => {
		const l = shortLabel(s.item);
		return [l.name, l.year].filter(Boolean).join(' ');
	};
	function goTo(s: Source) {
		onclose();
		view.resetFilters();
		ongo(s.id);
	}
	const TITLES = [
		{ value: 'sentence', name: 'as sentences' },
		{ value: 'headline', name: 'in headline capitals' },
		{ value: 'as-is', name: 'as they are' }
	];
</script>

<section class="panel" aria-label="To clean up">
	<header>
		<h2>
			{total ? `${total.toLocaleString('en')} to clean up` : looked ? 'Nothing to clean up' : 'Checking the library…'}
		</h2>
		<span class="titles" id="titles-how">Keep titles</span>
		<Pick
			look="pill"
			class="wide"
			value={view.titles}
			aria-labelledby="titles-how"
			items={TITLES}
			onchange={(e) => void view.setTitles(e.currentTarget.value as Settings['titles'])}
		/>
		<span class="spacer"></span>
		{#if allFixable.length}<Btn kind="ghost" onclick={() => fix(allFixable, 'Fixed everything')}
				>Fix all {allFixable.length.toLocaleString('en')}</Btn
			>{/if}
		<Btn kind="quiet" onclick={onclose}>Back to the list</Btn>
	</header>
	{#if !total && looked}<p class="fine">Every title, name, number and address looks as it should.</p>{/if}
	{#each groups as [rule, list] (rule)}
		{@const fixable = list.filter((i) => i.finding.change)}
		<section class="group" aria-label={RULE_NAMES[rule] ?? rule}>
			<h3>
				<i class="diamond" aria-hidden="true"></i>{RULE_NAMES[rule] ?? rule} <b>{list.length}</b>
				{#if fixable.length > 1}<Btn
						kind="link"
						class="small"
						onclick={() => fix(fixable, `Fixed “${RULE_NAMES[rule] ?? rule}”`)}>Fix all {fixable.length}</Btn
					>{/if}
				{#if list.length > 1}<Btn kind="link" class="small calm" onclick={() => leave(list)}>Ignore all</Btn>{/if}
			</h3>
			<ul>
				{#each list.slice(0, shown[rule] ?? SOME) as { source, finding } (source.id + finding.field + finding.present)}
					<li>
						<Press class="who" onclick={() => goTo(source)}
							>{label(source)}<small>{fieldNamed(finding.field).label}</small></Press
						>
						<span class="is"
							>{(rule === 'spaces' ? visibleSpaces(finding.present) : finding.present) || finding.message}</span
						>
						<span class="be"
							>{#if finding.change}{#if finding.proposed}{finding.proposed}{:else}<small>left empty</small>{/if}
								{#each Object.entries(finding.change).filter(([k, v]) => k !== finding.field && v !== undefined) as [k, v] (k)}<small
										>{fieldNamed(k).label}: {typeof v === 'string'
											? v
											: JSON.stringify((v as { 'date-parts'?: unknown })['date-parts'] ?? v).replace(
													/[[\]"]/g,
													''
												)}</small
									>{/each}{:else if finding.present}<small>{finding.message}</small>{/if}</span
						>
						<span class="acts">
							{#if finding.change}
								<Btn
									kind="link"
									class="small"
									label="Fix: {finding.message}, {label(source)}"
									onclick={() => fix([{ source, finding }], `Fixed “${RULE_NAMES[rule] ?? rule}”`)}>Fix</Btn
								>
							{:else}
								<Btn kind="link" class="small" label="Open {label(source)}" onclick={() => goTo(source)}>Open</Btn>
							{/if}
							<Btn
								kind="link"
								class="small calm"
								label="Ignore: {finding.message}, {label(source)}"
								onclick={() => leave([{ source, finding }])}>Ignore</Btn
							>
						</span>
					</li>
				{/each}
			</ul>
			{#if list.length > (shown[rule] ?? SOME)}
				<Btn kind="link" class="small rest" onclick={() => (shown = { ...shown, [rule]: (shown[rule] ?? SOME) + 200 })}
					>{(list.length - (shown[rule] ?? SOME)).toLocaleString('en')} more</Btn
				>
			{/if}
		</section>
	{/each}
</section>

<style>
	header {
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 10px 12px;
		flex-wrap: wrap;
	}
	h2 {
		font: 600 18px/1.3 var(--serif);
		color: var(--ink);
		margin-right: 14px;
	}
	.titles {
		color: var(--ink-3);
		font-size: 12.5px;
	}
	.spacer {
		flex: 1;
	}
	.fine {
		padding: 20px 12px;
		color: var(--ink-2);
	}
	.group {
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		padding: 10px 16px 8px;
		margin-bottom: 12px;
	}
	h3 {
		display: flex;
		gap: 8px;
		align-items: center;
		font: 500 13.5px/1.4 var(--sans);
		color: var(--ink);
		padding-bottom: 6px;
	}
	h3 b {
		color: var(--ink-3);
		font-weight: 500;
		margin-right: auto;
	}
	li {
		display: grid;
		grid-template-columns: 170px minmax(0, 1fr) minmax(0, 1fr) 110px;
		gap: 14px;
		padding: 6px 0;
		border-top: 1px solid var(--line-soft);
		font: 400 14px/1.4 var(--serif);
		align-items: baseline;
	}
	li > * {
		min-width: 0;
		overflow-wrap: anywhere;
	}
	li :global(.who) {
		text-align: left;
		font: 500 13px/1.4 var(--sans);
		color: var(--ink-2);
	}
	li :global(.who:hover) {
		color: var(--ink);
		text-decoration: underline;
	}
	.is {
		color: var(--ink-2);
	}
	.be {
		color: var(--ink);
	}
	small {
		display: block;
		font: 400 12px/1.4 var(--sans);
		color: var(--ink-3);
	}
	.acts {
		display: flex;
		gap: 12px;
		justify-content: flex-end;
	}
	@media (max-width: 1000px) {
		li {
			grid-template-columns: 1fr 110px;
		}
		.is,
		.be {
			grid-column: 1;
		}
	}
</style>
