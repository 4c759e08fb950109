<script lang="ts">
	/** What is typed in the cite line, with what is understood of it drawn under the transparent field. */
	import type { CiteLineState } from './citeline.svelte';

	interface Props {
		line: CiteLineState;
		input: HTMLInputElement | null;
		onkeydown: (e: KeyboardEvent) => void;
		onpaste: (e: ClipboardEvent) => void;
	}
	let { line, input = $bindable(), onkeydown, onpaste }: Props = $props();

	function typed() {
		line.text = input!.value;
		line.caret = input!.selectionStart ?? line.text.length;
		line.marked = 0;
	}

	/** The typed line with its parts set apart, drawn under the transparent input. */
	const pieces = $derived.by(() => {
		const out: { text: string; kind: 'got' | 'at' | 'sep' | '' }[] = [];
		line.parts.forEach((p, i) => {
			if (i) out.push({ text: ';', kind: 'sep' });
			const piece = line.text.slice(p.from, p.to);
			const at = p.sourceId ? piece.indexOf(p.query) : -1;
			if (at < 0) out.push({ text: piece, kind: '' });
			else {
				out.push(
					{ text: piece.slice(0, at), kind: '' },
					{ text: p.query, kind: 'got' },
					{ text: piece.slice(at + p.query.length), kind: 'at' }
				);
			}
		});
		return out;
	});

	let scroll = $state(0);
</script>

<div class="in">
	<div class="typing">
		<div class="drawn" aria-hidden="true">
			<span style:margin-left="{-scroll}px"
				>{#each pieces as p, i (i)}<span class={p.kind}>{p.text}</span>{/each}</span
			>
		</div>
		<input
			bind:this={input}
			value={line.text}
			role="combobox"
			aria-label="Cite: words that find a source, then a page; a semicolon for another"
			aria-expanded={line.matches.length > 0}
			aria-controls="cite-matches"
			aria-activedescendant={line.matches.length ? `match-${line.marked}` : undefined}
			aria-autocomplete="list"
			autocomplete="off"
			spellcheck="false"
			placeholder="author, year or words of the title, then p 12"
			oninput={typed}
			{onkeydown}
			{onpaste}
			onscroll={(e) => (scroll = e.currentTarget.scrollLeft)}
			onkeyup={() => (line.caret = input?.selectionStart ?? 0)}
			onclick={() => (line.caret = input?.selectionStart ?? 0)}
		/>
	</div>
	<span class="keys"
		><kbd>;</kbd> another <kbd>Enter</kbd> {line.part.sourceId || !line.matches.length ? 'cite' : 'take'}</span
	>
</div>

<style>
	.in {
		display: flex;
		gap: 10px;
		align-items: center;
		padding: 0 12px;
		border-bottom: 1px solid var(--line-soft);
		font-size: 14.5px;
	}
	.typing {
		position: relative;
		flex: 1;
		min-width: 0;
	}
	.typing input,
	.drawn {
		font: 400 14.5px/1.4 var(--sans);
		padding: 10px 0;
		white-space: pre;
	}
	.typing input {
		width: 100%;
		border: 0;
		background: none;
		color: transparent;
		caret-color: var(--verdigris);
		outline: none;
		box-shadow: none;
		position: relative;
	}
	.typing input::placeholder {
		color: var(--ink-3);
	}
	.drawn {
		position: absolute;
		inset: 0;
		overflow: hidden;
		color: var(--ink);
	}
	.drawn .got {
		text-decoration: underline;
		text-decoration-color: var(--verdigris-line);
		text-underline-offset: 4px;
		-webkit-text-stroke: 0.35px currentcolor;
	}
	.at {
		color: var(--verdigris-strong);
		font-variant-numeric: tabular-nums;
	}
	.sep,
	.keys {
		color: var(--ink-3);
	}
	.keys {
		font-size: 11.5px;
		white-space: nowrap;
	}
</style>
