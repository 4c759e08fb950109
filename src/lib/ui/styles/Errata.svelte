<script lang="ts">
	/** What of a style is corrected here, with the text before and after. */
	import Fold from '../kit/Fold.svelte';
	interface Erratum {
		what: string;
		manual: string;
		before: string;
		after: string;
	}
	let { list }: { list: Erratum[] } = $props();
</script>

{#snippet corrections(lead: string)}
	<ul>
		{#each list as e (e.what)}
			<li>
				{lead}{e.what} <small>{e.manual}</small><br />
				<del>{e.before}</del> <ins>{e.after}</ins>
			</li>
		{/each}
	</ul>
{/snippet}

{#if list.length > 3}
	<Fold title="Corrected here in {list.length} places">
		{@render corrections('')}
	</Fold>
{:else if list.length}
	{@render corrections('Corrected here: ')}
{/if}

<style>
	ul {
		display: grid;
		gap: 8px;
	}
	li {
		font-size: var(--text);
		color: var(--ink-2);
		overflow-wrap: anywhere;
	}
	small {
		font-size: 12.5px;
		color: var(--ink-3);
	}
	ins {
		text-decoration: none;
		color: var(--ink);
	}
</style>
