<script lang="ts">
	/** What is said of a citation edited by hand; its part of the page comes when there is one. */
	import type { ComponentProps } from 'svelte';
	import Unloaded from '../parts/Unloaded.svelte';
	const notice = () => import('./OverrideNotice.svelte');
	let props: ComponentProps<Awaited<ReturnType<typeof notice>>['default']> = $props();
</script>

{#await notice() then m}<m.default {...props} />{:catch}<Unloaded />{/await}
