<script lang="ts">
	/** What went wrong or wants care, read out at once: Flowbite's alert in our looks. */
	import { Alert } from 'flowbite-svelte';
	import type { Snippet } from 'svelte';

	interface Props {
		/** A line where it belongs, or a band across the view. */
		look?: 'line' | 'band';
		id?: string;
		class?: string;
		children: Snippet;
	}
	let { look = 'line', id, class: extra = '', children: words }: Props = $props();
	// it is there at once and gone at once
	const still = { duration: 0 };
</script>

<Alert {id} rounded={false} params={still} class="kit-alert kit-{look} {extra}">
	<i class="diamond" aria-hidden="true"></i>{@render words()}
</Alert>
