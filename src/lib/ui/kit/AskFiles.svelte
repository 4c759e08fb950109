<script lang="ts">
	/** Asks for files at once, without a button of its own: what was pressed already stands elsewhere. */
	import { onMount } from 'svelte';
	interface Props {
		label: string;
		accept?: string;
		onpick: (files: File[]) => void;
		oncancel: () => void;
	}
	let { label, accept, onpick, oncancel }: Props = $props();
	let input = $state<HTMLInputElement | null>(null);
	onMount(() => input?.click());
</script>

<input
	type="file"
	multiple
	hidden
	{accept}
	aria-label={label}
	bind:this={input}
	{oncancel}
	onchange={() => (input?.files?.length ? onpick([...input.files]) : oncancel())}
/>
