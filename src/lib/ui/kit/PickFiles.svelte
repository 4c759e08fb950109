<script lang="ts">
	/** A button that picks files, or a folder. */
	interface Props {
		words: string;
		/** What it is called, where that is not what it says. */
		label?: string;
		many?: boolean;
		folder?: boolean;
		accept?: string;
		onpick: (files: File[]) => void;
	}
	let { words, label = words, many = false, folder = false, accept, onpick }: Props = $props();
</script>

<label class="files"
	><span>{words}</span><input
		type="file"
		multiple={many}
		webkitdirectory={folder}
		{accept}
		aria-label={label}
		onchange={(e) => onpick([...(e.currentTarget.files ?? [])])}
	/></label
>

<style>
	.files {
		position: relative;
		border: 1px solid var(--line);
		background: var(--desk-raised);
		border-radius: var(--r2);
		padding: 8px 12px;
		color: var(--ink);
		font: 500 var(--text) / 1.1 var(--sans);
		cursor: pointer;
	}
	.files:hover {
		background: var(--verdigris-tint);
	}
	.files:focus-within {
		outline: 2px solid var(--verdigris);
		outline-offset: 2px;
	}
	input {
		position: absolute;
		inset: 0;
		opacity: 0;
		cursor: pointer;
		font-size: 0;
	}
</style>
