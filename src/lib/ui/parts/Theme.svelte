<script lang="ts">
	import { MoonOutline, SunOutline } from '$lib/ui/parts/icons';
	import Btn from './Btn.svelte';
	let dark = $state(document.documentElement.classList.contains('dark'));
	function flip() {
		dark = !dark;
		document.documentElement.classList.toggle('dark', dark);
		if (document.documentElement.dataset.storage !== 'blocked') localStorage.setItem('theme', dark ? 'dark' : 'light');
	}
</script>

<Btn
	kind="quiet"
	onclick={flip}
	label={dark ? 'Light theme' : 'Dark theme'}
	title={dark ? 'Light theme' : 'Dark theme'}
>
	{#if dark}<SunOutline class="icon" />{:else}<MoonOutline class="icon" />{/if}
</Btn>

<style>
	:global(.icon) {
		width: 16px;
		height: 16px;
	}
</style>
