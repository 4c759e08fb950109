<script lang="ts">
	/** The example that a new desk has: what it is, how it goes, and how it comes back. */
	import { beginEmpty, bringDemo, demoLeft, type DemoLeft } from '$lib/data/seed';
	import { inBackground } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';
	import { many } from '../parts/many';

	/** How the desk began; empty where nobody has been asked. */
	let { begun }: { begun: '' | 'demo' | 'empty' } = $props();

	/** What is left of the demo as it came, while the person is asked. */
	let leaving = $state.raw<DemoLeft | null>(null);
	const leftWords = (left: DemoLeft) =>
		[many(left.manuscripts.length, 'example manuscript'), many(left.sources.length, 'example source')].join(' and ');
	const keptWords = (left: DemoLeft) => {
		const { manuscripts, sources } = left.kept;
		const parts = [manuscripts && many(manuscripts, 'manuscript'), sources && many(sources, 'source')].filter(Boolean);
		return parts.length ? ` Of the example, ${parts.join(' and ')} that you changed or cite will stay.` : '';
	};
	const ask = async () => (leaving = await demoLeft());
	const focusFirst = (el: HTMLElement) => el.querySelector<HTMLElement>('button')?.focus();
	async function empty() {
		leaving = null;
		const left = await beginEmpty();
		toasts.say(`${leftWords(left)} removed.`, { label: 'Bring the example back', run: () => bringDemo() });
	}
</script>

{#if leaving}
	<div class="demo ask" role="alertdialog" aria-label="Remove the example" use:focusFirst>
		<p>
			{leftWords(leaving)} that you have not changed will be removed.{keptWords(leaving)} What you made yourself is not touched.
			The example can come back at any time.
		</p>
		<Btn kind="primary" onclick={() => inBackground(empty(), 'Nothing was removed.')}>Remove the example</Btn>
		<Btn kind="quiet" onclick={() => (leaving = null)}>Keep it</Btn>
	</div>
{:else if begun === 'demo'}
	<p class="demo">
		The manuscripts about Port Ennis and their sources are an invented example. <Btn
			kind="link"
			onclick={() => inBackground(ask(), 'The example could not be looked through.')}>Remove the example</Btn
		>
	</p>
{:else if begun === 'empty'}
	<p class="demo">
		<Btn kind="link" onclick={() => inBackground(bringDemo(), 'The example could not be brought back.')}
			>Bring the example back</Btn
		>
	</p>
{/if}

<style>
	.demo {
		margin-top: 26px;
		color: var(--ink-3);
	}
	.ask p {
		margin-bottom: 10px;
		max-width: 78ch;
	}
</style>
