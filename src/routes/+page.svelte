<script lang="ts">
	import DeskView from '$lib/ui/desk/DeskView.svelte';
</script>

<DeskView />
