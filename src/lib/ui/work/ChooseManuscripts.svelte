<script lang="ts">
	/** Manuscripts of the desk to choose among; they stand in the order in which they are chosen. */
	import type { Manuscript } from '$lib/data/db';
	import Check from '../kit/Check.svelte';
	let { list, chosen = $bindable() }: { list: Manuscript[]; chosen: string[] } = $props();
	const turn = (id: string) => (chosen = chosen.includes(id) ? chosen.filter((x) => x !== id) : [...chosen, id]);
</script>

<ul aria-label="Manuscripts">
	{#each list as m (m.id)}
		<li>
			<Check checked={chosen.includes(m.id)} onchange={() => turn(m.id)}>{m.title}</Check>
			<span>{chosen.includes(m.id) ? chosen.indexOf(m.id) + 1 : ''}</span>
		</li>
	{/each}
</ul>

<style>
	ul {
		max-height: 50vh;
		overflow: auto;
		margin-bottom: 14px;
	}
	li {
		display: flex;
		justify-content: space-between;
		padding: 7px 2px;
		border-bottom: 1px solid var(--line-soft);
	}
	span {
		color: var(--verdigris-strong);
		font-weight: 600;
	}
</style>
