<script lang="ts">
	/** One line to type in: Flowbite's input in our looks. */
	import { Input } from 'flowbite-svelte';
	import type { HTMLInputAttributes } from 'svelte/elements';
	import type { FieldLook } from './looks';
	import { fieldClass } from './looks';

	interface Props extends Omit<HTMLInputAttributes, 'size' | 'class' | 'value'> {
		value?: string;
		/**
		 * What stands there, where it is not bound: another one is shown, and what is typed is not taken back while it
		 * stays the same.
		 */
		shown?: string;
		look?: FieldLook;
		class?: string;
		/** The element, for whoever sets the focus. */
		element?: HTMLInputElement | null;
	}
	let {
		value = $bindable(),
		shown,
		look = 'usual',
		class: extra = '',
		element = $bindable(),
		...rest
	}: Props = $props();
	// a value that is worked out anew and is the same changes nothing
	const given = $derived(shown);
	let typed = $derived(given);
</script>

<Input
	{...rest as object}
	bind:value={() => (shown === undefined ? value : typed), (v) => (shown === undefined ? (value = v) : (typed = v))}
	bind:elementRef={() => element ?? undefined, (e) => (element = e ?? null)}
	class={fieldClass(look, extra)}
/>
