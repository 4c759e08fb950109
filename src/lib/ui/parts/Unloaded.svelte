<script lang="ts">
	/** In the place of a part whose code did not arrive. */
	import Alert from '../kit/Alert.svelte';
	let { what = 'This part of the page' }: { what?: string } = $props();
</script>

<Alert class="unloaded"><span>{what} could not be loaded. Check the connection and try again.</span></Alert>
