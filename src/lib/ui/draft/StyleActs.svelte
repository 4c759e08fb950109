<script lang="ts">
	/** What switching would change, and doing it. */
	import Btn from '../kit/Btn.svelte';

	interface Props {
		sentence: string;
		/** Titles that would be in sentence case; 0 where none are to be looked at. */
		retitled: number;
		/** What is chosen is shown and can be used. */
		ready: boolean;
		readOnly: boolean;
		onsee: () => void;
		onuse: () => void;
		onclose: () => void;
	}
	let { sentence, retitled, ready, readOnly, onsee, onuse, onclose }: Props = $props();
</script>

<div class="acts">
	<p aria-live="polite">
		{readOnly ? 'This manuscript is open in another tab, where its style can be changed.' : sentence}
		{#if retitled}
			{retitled === 1 ? 'One title is' : `${retitled} titles are`} in sentence case.
			<Btn kind="link" onclick={onsee}>See {retitled === 1 ? 'it' : 'them'}</Btn>
		{/if}
	</p>
	<Btn kind="ghost" onclick={onclose}>Cancel</Btn>
	<Btn kind="primary" disabled={!ready || readOnly} onclick={onuse}>Use this style</Btn>
</div>

<style>
	.acts {
		display: flex;
		gap: 10px;
		align-items: center;
		border-top: 1px solid var(--line);
		padding-top: 12px;
	}
	.acts p {
		flex: 1;
		color: var(--ink-2);
	}
</style>
