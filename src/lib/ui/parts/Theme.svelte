<script lang="ts">
	import { theme } from '$lib/services/theme.svelte';
	import { MoonOutline, SunOutline } from '$lib/ui/parts/icons';
	import Btn from '../kit/Btn.svelte';
	const words = $derived(theme.dark ? 'Light theme' : 'Dark theme');
</script>

<Btn kind="quiet" onclick={() => theme.set(theme.dark ? 'light' : 'dark')} label={words}>
	{#if theme.dark}<SunOutline class="icon" />{:else}<MoonOutline class="icon" />{/if}
</Btn>

<style>
	:global(.icon) {
		width: 16px;
		height: 16px;
	}
</style>
