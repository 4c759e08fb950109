<script lang="ts">
	import { page } from '$app/state';
	import Bar from '$lib/ui/parts/Bar.svelte';
	import Lost from '$lib/ui/parts/Lost.svelte';
</script>

<Bar here="" />
<Lost
	trouble={page.status === 404 ? 'There is nothing at this address' : 'This page could not be shown'}
	more="{page.error?.message ?? ''} Your manuscripts and sources are where they were."
/>
