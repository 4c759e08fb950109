<script lang="ts">
	import SourcesView from '$lib/ui/sources/SourcesView.svelte';
</script>

<SourcesView />
