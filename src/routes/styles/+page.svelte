<script lang="ts">
	import StylesView from '$lib/ui/styles/StylesView.svelte';
</script>

<StylesView />
