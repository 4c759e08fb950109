<script lang="ts">
	/** What has to be said above the text. */
	import type { Draft } from '$lib/editor/draft.svelte';
	import Alert from '../kit/Alert.svelte';
	import Btn from '../kit/Btn.svelte';

	let { draft }: { draft: Draft } = $props();
</script>

<div class="notices">
	{#each draft.notices as n (n.kind)}
		<Alert look="band"
			><span>{n.text}</span>
			{#if n.action}<Btn kind="quiet" onclick={n.action.run}>{n.action.label}</Btn>{/if}
			{#if n.kind !== 'storage'}<Btn kind="quiet" onclick={() => draft.notice(n.kind, null)}>Hide this</Btn>{/if}
		</Alert>
	{/each}
	{#if draft.formatting.trouble}
		<Alert look="band"
			><span>{draft.formatting.trouble}</span>
			<Btn kind="quiet" onclick={() => draft.formatting.tryAgain()}>Try again</Btn>
		</Alert>
	{/if}
</div>
