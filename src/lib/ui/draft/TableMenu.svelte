<script lang="ts">
	/** What can be done to the table that the caret is in. */
	import { TABLE_COMMANDS } from '$lib/editor/table-commands';
	import WritingMenu from './WritingMenu.svelte';
	import type { FormProps } from './writing-names';
	let { draft, run, onclose, onaway }: FormProps = $props();
	const rows = $derived(
		TABLE_COMMANDS.map(({ command, ...row }) => ({
			...row,
			disabled: !draft.view || !command(draft.view.state),
			run: () => run(command)
		}))
	);
</script>

<WritingMenu {rows} label="Table" {onclose} {onaway} />
