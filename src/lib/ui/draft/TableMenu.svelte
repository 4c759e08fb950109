<script lang="ts">
	/** What can be done to the table that the caret is in. */
	import type { Command } from 'prosemirror-state';
	import type { Draft } from '$lib/editor/draft.svelte';
	import { TABLE_COMMANDS } from '$lib/editor/table-commands';
	import WritingMenu from './WritingMenu.svelte';
	interface Props {
		draft: Draft;
		run: (command: Command) => void;
		onclose: () => void;
		onaway: () => void;
	}
	let { draft, run, onclose, onaway }: Props = $props();
	const rows = $derived(
		TABLE_COMMANDS.map(({ command, ...row }) => ({
			...row,
			disabled: !draft.view || !command(draft.view.state),
			run: () => run(command)
		}))
	);
</script>

<WritingMenu {rows} label="Table" {onclose} {onaway} />
