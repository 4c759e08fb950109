<script lang="ts">
	/** A bound work and its views: one page, whose parts come when they are looked at. */
	import { page } from '$app/state';
	import PrintsPages from '$lib/ui/parts/PrintsPages.svelte';
	import Unloaded from '$lib/ui/parts/Unloaded.svelte';

	const id = $derived(page.params.id ?? '');
	const views = {
		'': () => import('$lib/ui/work/WorkView.svelte'),
		proof: () => import('$lib/ui/proof/ProofView.svelte'),
		'hand-in': () => import('$lib/ui/handin/HandInView.svelte')
	};
	const asked = $derived(page.params.view ?? '');
	// what is no view of a work is the work itself
	const view = $derived((asked in views ? asked : '') as keyof typeof views);
</script>

<PrintsPages home="/work/{id}">
	{#key `${id}/${view}`}
		{#await views[view]() then View}
			<View.default {id} printing={page.url.searchParams.has('print')} />
		{:catch}<Unloaded />{/await}
	{/key}
</PrintsPages>
