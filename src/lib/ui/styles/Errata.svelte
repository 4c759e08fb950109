<script lang="ts">
	/** What of a style is corrected here, with the text before and after. */
	interface Erratum {
		what: string;
		manual: string;
		before: string;
		after: string;
	}
	let { list }: { list: Erratum[] } = $props();
</script>

{#if list.length}
	<ul>
		{#each list as e (e.what)}
			<li>
				Corrected here: {e.what} <small>{e.manual}</small><br />
				<del>{e.before}</del> <ins>{e.after}</ins>
			</li>
		{/each}
	</ul>
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
