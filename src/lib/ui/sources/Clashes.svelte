<script lang="ts">
	/** Fields that were changed on two machines at once: what is here, what the other has, and the choice. */
	import { fieldNamed, showValue, type Clash, type Source } from '$lib/core/source';
	import type { Put } from './change';
	import Btn from '../kit/Btn.svelte';

	let { source, put }: { source: Source; put: Put } = $props();

	const OWN = { key: 'Cite key', annotation: 'Annotation' } as const;
	const isOwn = (field: string): field is keyof typeof OWN => field in OWN;
	const nameOf = (field: string): string => (isOwn(field) ? OWN[field] : fieldNamed(field).label);
	const shown = (field: string, v: unknown): string => showValue(field, v) || 'nothing';
	const mine = (field: string): unknown => (isOwn(field) ? source[field] : source.item[field]);
	const same = (a: Clash, b: Clash): boolean => a.field === b.field && a.at === b.at && a.by === b.by;
	const without = (s: Source, c: Clash): Source => {
		const clashes = (s.clashes ?? []).filter((x) => !same(x, c));
		return { ...s, clashes: clashes.length ? clashes : undefined };
	};
	const keep = (c: Clash) => put((s) => without(s, c), `Kept ${nameOf(c.field).toLowerCase()}`);
	const take = (c: Clash) =>
		put(
			(s) => {
				const next = without(s, c);
				if (isOwn(c.field)) return { ...next, [c.field]: typeof c.theirs === 'string' ? c.theirs : '' };
				const item = { ...next.item };
				if (c.theirs === null || c.theirs === undefined) delete item[c.field];
				else item[c.field] = c.theirs as never;
				return { ...next, item };
			},
			`Took ${nameOf(c.field).toLowerCase()} from ${c.by}`
		);
</script>

{#if source.clashes?.length}
	<ul aria-label="Changed on two machines">
		{#each source.clashes as c (`${c.field} ${c.at} ${c.by}`)}
			{@const name = nameOf(c.field)}
			<li>
				<p><i class="diamond" aria-hidden="true"></i>{name} was changed here and on {c.by}.</p>
				<dl>
					<dt>Here</dt>
					<dd>{shown(c.field, mine(c.field))}</dd>
					<dd><Btn kind="link" onclick={() => void keep(c)} label="Keep what is here: {name}">Keep</Btn></dd>
					<dt>{c.by}</dt>
					<dd>{shown(c.field, c.theirs)}</dd>
					<dd><Btn kind="link" onclick={() => void take(c)} label="Take from {c.by}: {name}">Take</Btn></dd>
				</dl>
			</li>
		{/each}
	</ul>
{/if}

<style>
	ul {
		display: grid;
		gap: 6px;
		margin-bottom: 10px;
	}
	li {
		background: var(--marigold-tint);
		border-radius: var(--r1);
		padding: 6px 9px;
		font-size: 12.5px;
	}
	p {
		color: var(--marigold);
		margin-bottom: 4px;
	}
	.diamond {
		margin-right: 8px;
	}
	dl {
		display: grid;
		grid-template-columns: max-content minmax(0, 1fr) auto;
		gap: 3px 12px;
		align-items: baseline;
	}
	dt {
		color: var(--ink-3);
		max-width: 120px;
		overflow-wrap: anywhere;
	}
	dd {
		color: var(--ink);
		overflow-wrap: anywhere;
	}
</style>
