<script lang="ts">
	/** One line to type in: Flowbite's input in our looks. */
	import { Input } from 'flowbite-svelte';
	import type { HTMLInputAttributes } from 'svelte/elements';
	import type { FieldLook } from './looks';
	import { fieldClass } from './looks';

	interface Props extends Omit<HTMLInputAttributes, 'size' | 'class' | 'value'> {
		value?: string;
		look?: FieldLook;
		class?: string;
		/** The element, for whoever sets the focus. */
		element?: HTMLInputElement | null;
	}
	let { value = $bindable(), look = 'usual', class: extra = '', element = $bindable(), ...rest }: Props = $props();
</script>

<Input
	{...rest as object}
	bind:value
	bind:elementRef={() => element ?? undefined, (e) => (element = e ?? null)}
	class={fieldClass(look, extra)}
/>
