<script lang="ts">
	/** Findings, check by check; each leads to its place or to its source. */
	import type { Check } from '$lib/core/proof';
	import type { Proof } from './proof';
	import Btn from '../kit/Btn.svelte';
	interface Props {
		/** The address of a position. */
		link: Proof['link'];
		groups: Proof['groups'];
		clean: Check[];
	}
	let { link, groups, clean }: Props = $props();
	/** Of a check that finds much, how many are shown at first. */
	const FEW = 6;
	let all = $state<Record<string, boolean>>({});
	const weights = { fault: 'fault', look: 'to look at', know: 'to know' };
</script>

{#each groups as { check, findings } (check.name)}
	<section class="group {check.weight}" aria-labelledby="check-{check.name}">
		<h3 id="check-{check.name}">
			<i class="diamond" aria-hidden="true"></i>{check.title}
			<span>{findings.length} {weights[check.weight]}</span>
		</h3>
		<ul>
			{#each all[check.name] ? findings : findings.slice(0, FEW) as f, i (i)}
				<li>
					<span class="what">{f.what}</span>
					<span class="to">
						{#if f.pos >= 0}<a href={link(f.pos)}>{f.section}</a>{/if}
						{#if f.sourceId && check.name !== 'missing'}<a href="/sources?open={encodeURIComponent(f.sourceId)}"
								>the source</a
							>{/if}
					</span>
				</li>
			{/each}
		</ul>
		{#if findings.length > FEW && !all[check.name]}
			<Btn kind="link" class="small more" onclick={() => (all[check.name] = true)}>{findings.length - FEW} more</Btn>
		{/if}
	</section>
{/each}
{#if clean.length}
	<p class="clean">
		<b>No problems found with:</b>
		{clean.map((c) => c.title.toLowerCase()).join('; ')}.
	</p>
{/if}

<style>
	.group {
		margin-bottom: 18px;
	}
	h3 {
		display: flex;
		align-items: baseline;
		gap: 9px;
		font: 600 var(--text) / 1.4 var(--sans);
		margin-bottom: 2px;
	}
	h3 span {
		font-weight: 400;
		font-size: var(--small);
		color: var(--ink-3);
	}
	.diamond {
		width: 7px;
		height: 7px;
		border-radius: 1.5px;
		transform: rotate(45deg) translateY(-1px);
		background: var(--marigold-dot);
		flex: none;
	}
	.fault .diamond {
		background: var(--madder);
	}
	.know .diamond {
		background: none;
		box-shadow: inset 0 0 0 1.5px var(--ink-3);
	}
	li {
		display: grid;
		grid-template-columns: minmax(0, 1fr) max-content;
		gap: 4px 20px;
		align-items: baseline;
		padding: 6px 0 6px 16px;
		border-bottom: 1px solid var(--line-soft);
	}
	.what {
		overflow-wrap: anywhere;
	}
	.to {
		display: flex;
		gap: 14px;
		justify-content: flex-end;
		font-size: var(--small);
		max-width: 260px;
	}
	.to a {
		color: var(--verdigris-strong);
		text-decoration: underline;
		text-decoration-color: var(--verdigris-line);
		text-underline-offset: 3px;
	}
	.clean {
		color: var(--ink-3);
		font-size: var(--small);
		max-width: 70ch;
	}
	.clean b {
		font-weight: 500;
		color: var(--ink-2);
	}
</style>
