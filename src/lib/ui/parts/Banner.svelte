<script lang="ts">
	import type { Snippet } from 'svelte';
	let { text, children }: { text: string; children?: Snippet } = $props();
</script>

<div class="banner" role="alert">
	<i class="diamond" aria-hidden="true"></i>
	<span>{text}</span>
	{@render children?.()}
</div>

<style>
	.banner {
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 9px 16px;
		background: var(--marigold-tint);
		color: var(--marigold);
		font-size: 13px;
		border-bottom: 1px solid var(--line);
	}
</style>
