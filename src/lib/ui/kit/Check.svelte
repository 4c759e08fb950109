<script lang="ts">
	/** A box to tick, alone or with words behind it: Flowbite's in our colours. */
	import { Checkbox } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';
	import type { HTMLInputAttributes } from 'svelte/elements';

	interface Props extends Omit<HTMLInputAttributes, 'class' | 'type' | 'checked' | 'color' | 'value'> {
		checked?: boolean;
		class?: string;
		children?: Snippet;
	}
	let { checked = $bindable(false), class: extra = '', children: words, ...rest }: Props = $props();
</script>

{#if words}
	<Checkbox {...rest as object} bind:checked class="kit-tick" classes={{ div: `kit-ticked ${extra}` }}
		>{@render words()}</Checkbox
	>
{:else}
	<Checkbox {...rest as object} bind:checked class="kit-tick {extra}" />
{/if}
