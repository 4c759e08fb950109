<script lang="ts">
	import { Modal } from 'flowbite-svelte';
	let { open = $bindable() }: { open: boolean } = $props();
	const rows: [string[], string][] = [
		[['@'], 'Cite, after a space or an opening bracket'],
		[['Ctrl', 'Shift', 'E'], 'Cite at the caret'],
		[['Enter'], 'Open the selected citation'],
		[['Alt', 'N'], 'Your own note at the caret, or of the selected words'],
		[['Alt', 'G'], 'Mark that a source is needed here'],
		[['@', '?'], 'The same, with a hint behind it'],
		[['Alt', 'Q'], 'Excerpts, to quote one where the caret is'],
		[['Alt', 'R'], 'Refer to a note by its number'],
		[['Alt', 'PgDn'], 'Next citation or “source needed”; Alt PgUp the one before'],
		[['Ctrl', 'Z'], 'Undo; with Shift, do again'],
		[['Ctrl', 'I'], 'Italic'],
		[['Ctrl', 'B'], 'Bold'],
		[['Ctrl', 'K'], 'Link'],
		[['Ctrl', 'F'], 'Find and replace'],
		[['Ctrl', 'Shift', 'V'], 'Paste as plain text'],
		[['F10'], 'To the line above the sheet; arrows go along it, Esc back'],
		[['Ctrl', 'Alt', '1'], 'Heading 1; 2 and 3 for lower ones, 0 for a paragraph'],
		[['Ctrl', 'Alt', 'L'], 'Bulleted list; O for a numbered one'],
		[['#', 'space'], 'Heading, with more # for lower ones'],
		[['>', 'space'], 'Block quotation'],
		[['-', 'space'], 'List'],
		[['?'], 'These shortcuts']
	];
</script>

<Modal bind:open title="Shortcuts" size="xs" class="keys">
	<dl>
		{#each rows as [keys, what] (what)}
			<div>
				<dt>
					{#each keys as k (k)}<kbd>{k}</kbd>
					{/each}
				</dt>
				<dd>{what}</dd>
			</div>
		{/each}
	</dl>
	<p>
		In the cite line: <kbd>;</kbd> another source, <kbd>Tab</kbd> takes the highlighted one, <kbd>Enter</kbd> cites,
		<kbd>Esc</kbd> cancels.
	</p>
</Modal>

<style>
	dl {
		display: grid;
		gap: 9px;
	}
	dl div {
		display: grid;
		grid-template-columns: 130px 1fr;
		align-items: baseline;
		color: var(--ink);
	}
	p {
		color: var(--ink-2);
		font-size: 13px;
		line-height: 1.9;
	}
</style>
