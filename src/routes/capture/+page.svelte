<script lang="ts">
	import CaptureView from '$lib/ui/capture/CaptureView.svelte';
</script>

<CaptureView />
