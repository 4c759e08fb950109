<script lang="ts" generics="T extends string | number = string">
	/** One of several: Flowbite's select in our looks. */
	import { Select } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';
	import type { HTMLSelectAttributes } from 'svelte/elements';
	import { fieldClass, type FieldLook } from './looks';

	interface Props extends Omit<HTMLSelectAttributes, 'size' | 'class' | 'value'> {
		value?: T;
		look?: FieldLook;
		/** Of the box around it. */
		class?: string;
		items?: { value: T; name: string }[];
		children?: Snippet;
	}
	let { value = $bindable(), look = 'usual', class: extra = '', items, children, ...rest }: Props = $props();
</script>

<Select
	{...rest as object}
	bind:value
	{items}
	placeholder=""
	class="kit-pick {extra}"
	classes={{ select: fieldClass(look, '') }}
>
	{@render children?.()}
</Select>
