<script lang="ts">
	import SettingsView from '$lib/ui/settings/SettingsView.svelte';
</script>

<SettingsView />
