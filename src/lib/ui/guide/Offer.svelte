<script lang="ts">
	/** Offers the guide to who has not written here yet. */
	import { goto } from '$app/navigation';
	import { createManuscript } from '$lib/data/desk-manuscripts';
	import { inBackground } from '$lib/services/problems';
	import { guide } from '$lib/services/guide.svelte';
	import Btn from '../kit/Btn.svelte';

	const begin = async () => {
		const m = await createManuscript();
		await guide.begin(m);
		await goto(`/draft/${m.id}`);
	};
</script>

{#if guide.now?.state === 'offered'}
	<aside class="offer" aria-label="New here">
		<div>
			<h2>New here?</h2>
			<p>
				Write a sentence, cite a source with its page, switch the style, hand in: two minutes, in a manuscript of your
				own.
			</p>
		</div>
		<Btn kind="ghost" onclick={() => inBackground(begin(), 'The guide could not be started.')}>Show me</Btn>
		<Btn kind="quiet" onclick={() => inBackground(guide.end(), 'The offer could not be closed.')}>No, thanks</Btn>
	</aside>
{/if}

<style>
	.offer {
		display: flex;
		flex-wrap: wrap;
		gap: 8px;
		align-items: center;
		padding: 12px 14px 12px 24px;
		margin-bottom: 12px;
		border: 1px dashed var(--verdigris-line);
		border-radius: var(--r2);
	}
	.offer div {
		flex: 1 1 380px;
	}
	h2 {
		font: 600 16px/1.3 var(--serif);
	}
	p {
		color: var(--ink-2);
	}
</style>
