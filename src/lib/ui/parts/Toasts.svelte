<script lang="ts">
	import { Toast } from 'flowbite-svelte';
	import Tips from '../kit/Tips.svelte';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
</script>

<Tips />
<div class="toasts" role="status" aria-live="polite">
	{#each toasts.list as t (t.id)}
		<Toast dismissable={false} class="toast" params={{ duration: 0 }}>
			<span>{t.text}</span>
			{#if t.action}
				<Btn
					kind="link"
					class="plain strong"
					onclick={() => {
						inBackground(Promise.resolve(t.action!.run()), 'That could not be done.');
						toasts.drop(t.id);
					}}>{t.action.label}</Btn
				>
			{/if}
		</Toast>
	{/each}
</div>

<style>
	.toasts {
		position: fixed;
		left: 50%;
		bottom: 44px;
		transform: translateX(-50%);
		display: grid;
		gap: 8px;
		z-index: 60;
	}
	@media print {
		.toasts {
			display: none;
		}
	}
	.toasts :global(.toast) {
		background: var(--ink);
		color: var(--desk-raised);
		border-radius: var(--r2);
		box-shadow: var(--lift);
		padding: 10px 14px;
		max-width: 560px;
		font-size: var(--text);
	}
	.toasts :global(.toast > div) {
		display: flex;
		gap: 18px;
		align-items: center;
		margin: 0;
		font-weight: 400;
	}
</style>
