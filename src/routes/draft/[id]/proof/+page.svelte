<script lang="ts">
	import { page } from '$app/state';
	import ProofView from '$lib/ui/proof/ProofView.svelte';
</script>

<ProofView id={page.params.id ?? ''} />
