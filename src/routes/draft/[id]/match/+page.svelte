<script lang="ts">
	import { page } from '$app/state';
	import MatchView from '$lib/ui/match/MatchView.svelte';
	const id = $derived(page.params.id ?? '');
</script>

{#key id}<MatchView {id} />{/key}
