<script lang="ts">
	/** Proof: what is to be checked before handing in, and the ledger of sources and sections. */
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import Bar from '../parts/Bar.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';
	import Lost from '../parts/Lost.svelte';
	import Strip from '../parts/Strip.svelte';
	import Findings from './Findings.svelte';
	import LedgerTable from './LedgerTable.svelte';
	import { inBackground, unexpected } from '$lib/services/problems';
	import { countTyped } from '../match/count-typed';
	import { readProof, type Proof } from './proof';
	import { isWorkId } from '$lib/core/work';
	import { homeOf } from '../parts/home';
	import { many } from '../parts/many';
	import Unloaded from '../parts/Unloaded.svelte';
	import Table from '../kit/Table.svelte';

	let { id }: { id: string } = $props();
	const home = $derived(homeOf(id));
	let proof = $state.raw<Proof | null>(null);
	let trouble = $state('');
	let typed = $state(0);

	onMount(() => {
		void readProof(id)
			.then((p) => {
				if (typeof p === 'string') trouble = p;
				else {
					proof = p;
					inBackground(
						countTyped(p.doc).then((n) => (typed = n)),
						'Typed citations could not be counted.'
					);
				}
			})
			.catch((e: unknown) => (trouble = unexpected(e, 'The manuscript could not be looked through.')));
	});

	const count = (weight: string) =>
		(proof?.groups ?? []).filter((g) => g.check.weight === weight).reduce((n, g) => n + g.findings.length, 0);
	const summary = $derived.by(() => {
		const parts = [
			count('fault') && many(count('fault'), 'fault'),
			count('look') && `${count('look')} to look at`,
			count('know') && `${count('know')} to know`
		].filter(Boolean);
		return parts.length ? parts.join(', ') : 'Nothing to check';
	});
</script>

<svelte:head><title>Proof · {proof?.title ?? ''} · Rapid Quill</title></svelte:head>
<Bar here="">
	{#if !trouble}
		<Btn kind="ghost" href={home}>{isWorkId(id) ? 'Back to the work' : 'Back to the draft'}</Btn>
		<Btn kind="primary" href="{home}/hand-in">Hand in</Btn>
	{/if}
</Bar>
{#if trouble}
	<Lost {trouble} />
{:else if proof}
	{#if proof.instead}<Alert look="band">{proof.instead} Checked as printed in APA 7th.</Alert>{/if}
	<main class="proof">
		<header>
			<div>
				<h1>{proof.title}</h1>
				<p class="lead">
					{summary}. {many(proof.citations, 'citation')} of {many(proof.ledger.sources.length, 'source')}, in
					{proof.styleTitle}.
				</p>
				{#if typed && !isWorkId(id)}
					<p class="typed">
						<i class="diamond" aria-hidden="true"></i>
						{many(typed, 'typed citation')}
						{typed === 1 ? 'is' : 'are'} not live yet. <a href="/draft/{id}/match">Match up</a>
					</p>
				{/if}
			</div>
		</header>
		<div class="strip"><Strip strip={proof.strip} tall onpick={(pos) => goto(proof!.link(pos))} /></div>
		<div class="columns">
			<section aria-labelledby="to-check">
				<h2 id="to-check">To check</h2>
				<Findings link={proof.link} groups={proof.groups} clean={proof.clean} />
			</section>
			<section aria-labelledby="recent">
				<h2 id="recent">How recent</h2>
				{#if proof.ledger.years.length}
					<p class="fine">
						Half of the cited sources are of {proof.ledger.median} or before{#if proof.ledger.years.at(-1)!.to > proof.ledger.years.at(-1)!.from};
							a bar is {many(proof.ledger.years[0].to - proof.ledger.years[0].from + 1, 'year')}{/if}.
					</p>
					{#await import('./Years.svelte') then Years}<Years.default years={proof.ledger.years} />{:catch}<Unloaded
							what="The chart"
						/>{/await}
				{:else}<p class="fine">No cited source has a year.</p>{/if}
				<h2>Sections</h2>
				<Table>
					<thead>
						<tr
							><th scope="col">Section</th><th scope="col">Cites</th><th scope="col">Sources</th><th scope="col"
								>Newest</th
							></tr
						>
					</thead>
					<tbody>
						{#each proof.ledger.sections as s, i (i)}
							<tr>
								<td style:padding-left="{Math.max(0, s.level - 2) * 14}px"
									>{#if s.pos >= 0}<a href={proof.link(s.pos)}>{s.title}</a>{:else}{s.title}{/if}</td
								>
								<td class:none={!s.cites}>{s.cites}</td>
								<td class:none={!s.cites}>{s.sources}</td>
								<td class:none={!s.newest}>{s.newest ?? '–'}</td>
							</tr>
						{/each}
					</tbody>
				</Table>
			</section>
		</div>
		<section aria-labelledby="ledger">
			<h2 id="ledger">The ledger</h2>
			<LedgerTable {proof} />
		</section>
	</main>
{:else}<main class="proof"><p class="fine" role="status">Reading the manuscript…</p></main>{/if}

<style>
	.proof {
		max-width: 1180px;
		margin: 0 auto;
		padding: 30px 40px 60px;
	}
	h1 {
		font: 600 24px/1.25 var(--serif);
		margin-bottom: 6px;
	}
	.lead {
		color: var(--ink-2);
	}
	.typed {
		margin-top: 6px;
	}
	.typed a {
		color: var(--verdigris-strong);
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	.strip {
		margin: 22px 0 8px;
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
		margin: 26px 0 8px;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(0, 1.45fr) minmax(300px, 1fr);
		gap: 48px;
	}
	.fine {
		color: var(--ink-3);
		font-size: var(--small);
		margin-bottom: 10px;
	}
	th:first-child {
		width: 46%;
	}
	th:not(:first-child),
	td:not(:first-child) {
		text-align: right;
		padding-left: 14px;
	}
	td.none {
		color: var(--ink-3);
	}
	td a:hover {
		color: var(--verdigris-strong);
		text-decoration: underline;
		text-underline-offset: 3px;
	}
	@media (max-width: 960px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
			gap: 8px;
		}
		.proof {
			padding: 24px 24px 60px;
		}
	}
</style>
