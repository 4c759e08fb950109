<script lang="ts">
	/** What has to be said above the text. */
	import type { Draft } from '$lib/editor/draft.svelte';
	import Banner from '../parts/Banner.svelte';
	import Btn from '../parts/Btn.svelte';

	let { draft }: { draft: Draft } = $props();
</script>

<div class="notices">
	{#each draft.notices as n (n.kind)}
		<Banner text={n.text}>
			{#if n.action}<Btn kind="quiet" onclick={n.action.run}>{n.action.label}</Btn>{/if}
			{#if n.kind !== 'storage'}<Btn kind="quiet" onclick={() => draft.notice(n.kind, null)}>Hide this</Btn>{/if}
		</Banner>
	{/each}
	{#if draft.formatting.trouble}
		<Banner text={draft.formatting.trouble}>
			<Btn kind="quiet" onclick={() => draft.formatting.tryAgain()}>Try again</Btn>
		</Banner>
	{/if}
</div>
