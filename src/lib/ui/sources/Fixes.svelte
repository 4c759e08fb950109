<script lang="ts">
	/** What should be fixed in this source, one click each. */
	import { fieldNamed, type Source } from '$lib/core/source';
	import { applyChange, findingKey, type Finding } from '$lib/core/source/tidy';
	import type { Put } from './change';
	import Btn from '../kit/Btn.svelte';

	interface Props {
		findings: Finding[];
		/** What is found in an item that was fixed in part: one fix may overtake another. */
		look: (item: Source['item']) => Finding[];
		put: Put;
		onfield: (field: string) => void;
	}
	let { findings, look, put, onfield }: Props = $props();
	/** What is missing for its kind is said in one line. */
	const missing = $derived(findings.filter((f) => f.rule === 'missing'));
	const rest = $derived(findings.filter((f) => f.rule !== 'missing'));
	const fixable = $derived(findings.filter((f) => f.change));
	const fix = (list: Finding[]) =>
		put(
			(s) => {
				let { item } = s;
				for (const { rule, field } of list) {
					const now = look(item).find((f) => f.rule === rule && f.field === field && f.change);
					if (now) item = applyChange(item, now.change!);
				}
				return item === s.item ? s : { ...s, item };
			},
			list.length === 1 ? `Fixed ${fieldNamed(list[0].field).label.toLowerCase()}` : `Fixed ${list.length} things`
		);
	const ignore = (...list: Finding[]) =>
		put((s) => ({ ...s, ignored: [...(s.ignored ?? []), ...list.map(findingKey)] }), 'Ignored a finding');
</script>

{#if findings.length}
	<ul aria-label="To fix">
		{#if missing.length}
			<li>
				<i class="diamond" aria-hidden="true"></i>
				<span class="what"
					>Missing for its kind:
					{#each missing as f, i (f.field)}{i ? '; ' : ''}<Btn
							kind="link"
							onclick={() => onfield(`${f.field} ${Date.now()}`)}
							>{f.message.replace(/^.* with its |, which is missing$/g, '')}</Btn
						>{/each}</span
				>
				<Btn kind="link" class="calm" onclick={() => void ignore(...missing)} label="Ignore: what is missing"
					>Ignore</Btn
				>
			</li>
		{/if}
		{#each rest as f (f.rule + f.field + f.present)}
			<li>
				<i class="diamond" aria-hidden="true"></i>
				<span class="what"
					>{f.message}{#if f.proposed}<b>{f.proposed}</b>{/if}</span
				>
				{#if f.change}
					<Btn kind="link" onclick={() => void fix([f])} label="Fix: {f.message}">Fix</Btn>
				{:else}
					<Btn kind="link" onclick={() => onfield(`${f.field} ${Date.now()}`)} label="Go to the field: {f.message}"
						>Go there</Btn
					>
				{/if}
				<Btn kind="link" class="calm" onclick={() => void ignore(f)} label="Ignore: {f.message}">Ignore</Btn>
			</li>
		{/each}
	</ul>
	{#if fixable.length > 1}
		<p><Btn kind="link" onclick={() => void fix(fixable)}>Fix all {fixable.length}</Btn></p>
	{/if}
{/if}

<style>
	ul {
		display: grid;
		gap: 6px;
		margin-bottom: 10px;
	}
	li {
		display: flex;
		gap: 10px;
		align-items: baseline;
		background: var(--marigold-tint);
		border-radius: var(--r1);
		padding: 6px 9px;
		font-size: 12.5px;
		color: var(--marigold);
	}
	.diamond {
		align-self: center;
	}
	.what {
		flex: 1;
		min-width: 0;
		overflow-wrap: anywhere;
	}
	.what b {
		display: block;
		color: var(--ink);
		font-weight: 600;
	}
	p {
		margin: -4px 0 10px;
		font-size: 12.5px;
		text-align: right;
	}
</style>
