<script lang="ts">
	/** How the pages are set up, in short; it is changed beside the draft, or in the work. */
	import { departures, kindOf, type PageChoice, type PageSetup } from '$lib/core/page';
	import { isWorkId } from '$lib/core/work';
	import { homeOf } from '../parts/home';
	import { pageFacts } from '../pages/page-words';
	import Btn from '../kit/Btn.svelte';

	interface Props {
		id: string;
		page: PageChoice;
		setup: PageSetup;
		authors: readonly string[];
	}
	let { id, page, setup, authors }: Props = $props();
	const kind = $derived(kindOf(page.kind));
	const away = $derived(departures(page, authors));
	const asked = $derived(
		kind.source ? `as ${kind.source} asks${away.length ? ', but for what is marked below' : ''}` : kind.asks
	);
</script>

<h2>The page</h2>
<div class="row plain">
	<div><b>{kind.name}</b><span>{asked}</span></div>
	<Btn kind="ghost" href={isWorkId(id) ? homeOf(id) : `${homeOf(id)}?side=page`} label="Change the page">Change</Btn>
</div>
<dl>
	{#each pageFacts(setup) as f (f.what)}
		<dt>{f.what}</dt>
		<dd>{f.is}</dd>
	{/each}
</dl>
{#if away.length}
	<ul class="away">
		{#each away as d (d.what)}<li>
				<i class="diamond" aria-hidden="true"></i><span>{d.what} <small>{d.source}</small></span>
			</li>{/each}
	</ul>
{/if}

<style>
	dl {
		display: grid;
		grid-template-columns: 108px 1fr;
		font-size: 13px;
		border-bottom: 1px solid var(--line-soft);
		padding-bottom: 10px;
	}
	dt,
	dd {
		padding: 3px 0;
	}
	dt {
		color: var(--ink-3);
	}
	.away {
		padding: 10px 0 0;
		font-size: 12.5px;
		color: var(--ink-2);
	}
	.away li {
		display: flex;
		gap: 8px;
		align-items: baseline;
		padding: 2px 0;
	}
	.away small {
		color: var(--ink-3);
	}
</style>
