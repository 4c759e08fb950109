<script lang="ts" generics="T">
	/** One of a few that are all in sight: Flowbite's radio button in our colours. */
	import { Radio } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		name: string;
		/** What is chosen in the group. */
		group: T;
		value: T;
		onchange?: () => void;
		/** What it is called, where its words alone do not say it. */
		'aria-label'?: string;
		class?: string;
		children: Snippet;
	}
	let {
		name,
		group = $bindable(),
		value,
		onchange,
		'aria-label': label,
		class: extra = '',
		children: words
	}: Props = $props();
</script>

<Radio
	{name}
	bind:group
	{value}
	{onchange}
	aria-label={label}
	class="kit-tick"
	classes={{ label: `kit-ticked ${extra}` }}>{@render words()}</Radio
>
