<script lang="ts">
	/** Something that is opened when it is wanted: an item of Flowbite's accordion in our looks. */
	import { AccordionItem } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';
	import { AngleDownOutline } from '../parts/icons';

	interface Props {
		/** What it is about, on the button that opens it. */
		title: string;
		open?: boolean;
		children: Snippet;
	}
	let { title, open = $bindable(false), children }: Props = $props();
	// a class that says nothing stands for each of Flowbite's colours
	const classes = { button: 'kit-fold', content: 'kit-folded', active: ' ', inactive: ' ' };
</script>

{#snippet arrow()}<AngleDownOutline size="xs" class={open ? 'kit-up' : ''} />{/snippet}
<AccordionItem bind:open headingTag="div" transitionType="none" {classes} arrowup={arrow} arrowdown={arrow}>
	{#snippet header()}<span>{title}</span>{/snippet}
	{@render children()}
</AccordionItem>
