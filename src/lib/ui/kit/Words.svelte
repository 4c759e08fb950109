<script lang="ts">
	/** Several lines to type in: Flowbite's text area in our looks. */
	import { Textarea } from 'flowbite-svelte';
	import type { HTMLTextareaAttributes } from 'svelte/elements';
	import { fieldClass, type FieldLook } from './looks';

	interface Props extends Omit<HTMLTextareaAttributes, 'class' | 'value'> {
		value?: string;
		look?: FieldLook;
		class?: string;
	}
	let { value = $bindable(), look = 'usual', class: extra = '', ...rest }: Props = $props();
</script>

<Textarea {...rest as object} bind:value class={fieldClass(look, extra)} classes={{ div: 'kit-words' }} />
