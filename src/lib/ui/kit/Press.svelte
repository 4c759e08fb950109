<script lang="ts">
	/** What is pressed and looks like what it stands in: a row of a list or a menu, a tab, a head of a column. Its place gives its looks. */
	import { Button } from 'flowbite-svelte';
	import type { HTMLButtonAttributes } from 'svelte/elements';
	let {
		children,
		class: extra,
		...rest
	}: Omit<HTMLButtonAttributes, 'color' | 'disabled'> & { disabled?: boolean } = $props();
</script>

<Button color="alternative" class={['press', extra]} {...rest}>{@render children?.()}</Button>
