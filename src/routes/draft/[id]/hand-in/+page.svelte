<script lang="ts">
	import { page } from '$app/state';
	import HandInView from '$lib/ui/handin/HandInView.svelte';
</script>

<HandInView id={page.params.id ?? ''} printing={page.url.searchParams.has('print')} />
