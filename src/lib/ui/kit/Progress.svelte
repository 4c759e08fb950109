<script lang="ts">
	/** How far something is, between 0 and 1. */
	import { Progressbar } from 'flowbite-svelte';
	let { share, label }: { share: number; label: string } = $props();
	const percent = $derived(Math.round(Math.min(1, Math.max(0, share)) * 100));
</script>

<Progressbar
	progress={percent}
	size="h-1.5"
	color="primary"
	role="progressbar"
	aria-label={label}
	aria-valuenow={percent}
	aria-valuemin={0}
	aria-valuemax={100}
/>
