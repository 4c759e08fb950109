<script lang="ts">
	/** Several lines to type in: Flowbite's text area in our looks. */
	import { Textarea } from 'flowbite-svelte';
	import type { HTMLTextareaAttributes } from 'svelte/elements';
	import { fieldClass, type FieldLook } from './looks';

	interface Props extends Omit<HTMLTextareaAttributes, 'class' | 'value'> {
		value?: string;
		/**
		 * What stands there, where it is not bound: another one is shown, and what is typed is not taken back while it
		 * stays the same.
		 */
		shown?: string;
		look?: FieldLook;
		class?: string;
	}
	let { value = $bindable(), shown, look = 'usual', class: extra = '', ...rest }: Props = $props();
	// a value that is worked out anew and is the same changes nothing
	const given = $derived(shown);
	let typed = $derived(given);
</script>

<Textarea
	{...rest as object}
	bind:value={() => (shown === undefined ? value : typed), (v) => (shown === undefined ? (value = v) : (typed = v))}
	class={fieldClass(look, extra)}
	classes={{ div: 'kit-words' }}
/>
