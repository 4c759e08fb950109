<script lang="ts">
	/** Sections that the kind of paper has and the text has not: a press begins one. */
	import Press from '../kit/Press.svelte';
	interface Props {
		names: string[];
		onbegin: (name: string) => void;
		/** The person does without them. */
		onhide: () => void;
	}
	let { names, onbegin, onhide }: Props = $props();
</script>

<div class="skeleton" role="group" aria-label="Sections to fill">
	{#each names as name (name)}
		<Press data-tip="Begin this section" onclick={() => onbegin(name)}>{name}</Press>
	{/each}
	<Press class="hide" onclick={onhide}>Do without these sections</Press>
</div>

<style>
	.skeleton {
		position: relative;
		margin: 0.6em 0;
		cursor: default;
	}
	.skeleton :global(button) {
		display: block;
		padding: 4px 0;
		border: 0;
		background: none;
		text-align: left;
		font: 400 1.14em/1.5 var(--serif);
		color: var(--ink-3);
	}
	.skeleton :global(button:hover) {
		color: var(--verdigris);
	}
	.skeleton :global(button.hide) {
		position: absolute;
		right: 0;
		bottom: 4px;
		padding: 2px 6px;
		font: 400 12px/1.4 var(--sans);
		opacity: 0;
	}
	.skeleton:hover :global(button.hide),
	.skeleton:focus-within :global(button.hide) {
		opacity: 1;
	}
	@media print {
		.skeleton {
			display: none;
		}
	}
</style>
