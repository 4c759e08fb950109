<script lang="ts">
	/** A CSL file of one's own: dropped, picked or pasted; looked through, shown where it is wrong, kept. */
	import { linesAround, type StyleFile } from '$lib/core/citing';
	import { keepStyle, OWN, removeStyle, restoreStyle } from '$lib/data/styles';
	import { storageMessage } from '$lib/data/db';
	import type { FormattingService, Outcome } from '$lib/services/formatting/index.svelte';
	import type { Warning } from '$lib/core/csl';
	import { catalogue } from '$lib/services/style-catalogue.svelte';
	import Btn from '../kit/Btn.svelte';
	import PickFiles from '../kit/PickFiles.svelte';
	import { toasts } from '$lib/services/toasts.svelte';
	import Words from '../kit/Words.svelte';
	import Alert from '../kit/Alert.svelte';
	import Fold from '../kit/Fold.svelte';

	let {
		service,
		onkept,
		onclose
	}: { service: FormattingService; onkept: (style: { id: string; title: string }) => void; onclose: () => void } =
		$props();
	/** How a style begins; written so that no reader of this file takes it for one. */
	const BEGINNING = '\x3cstyle xmlns="http://purl.org/net/xbiblio/csl" …';
	let text = $state('');
	let name = $state('');
	let answer = $state.raw<Outcome<{ file: StyleFile; warnings: Warning[] }> | null>(null);
	let over = $state(false);
	let trouble = $state('');
	let serial = 0;

	async function look(xml: string, from = '') {
		text = xml;
		name = from;
		trouble = '';
		const mine = ++serial;
		if (!xml.trim()) {
			answer = null;
			return;
		}
		const a = await service.checkFile(xml);
		if (mine === serial) answer = a;
	}
	async function take(files: File[]) {
		if (files[0]) await look(await files[0].text(), files[0].name);
	}
	/** What is here already under its name. */
	function known(file: StyleFile): string {
		const mine = catalogue.own.find((s) => s.id === OWN + file.id);
		if (mine) {
			const newer = file.updated && mine.changed ? Date.parse(file.updated) - Date.parse(mine.changed) : 0;
			if (mine.xml === text) return 'You have this very file already.';
			return newer > 0
				? 'You have an older version of it; it will be replaced.'
				: newer < 0
					? 'You have a newer version of it. Keeping this one replaces that.'
					: 'You have another file of this name; it will be replaced.';
		}
		const shipped = catalogue.byId.get(file.id);
		return shipped
			? `The catalogue has “${shipped.title}” under this name too. Yours is kept beside it, marked as your own.`
			: '';
	}
	async function keep(file: StyleFile) {
		try {
			const { style, before } = await keepStyle(file, text);
			await catalogue.readOwn();
			toasts.say(`“${style.title}” is in your library and in the backup.`, {
				label: before ? 'Back to the previous version' : 'Remove',
				run: async () => {
					await (before ? restoreStyle(before) : removeStyle(style.id));
					await catalogue.readOwn();
				}
			});
			onkept({ id: style.id, title: style.title });
		} catch (e) {
			trouble = storageMessage(e);
		}
	}
</script>

<section
	class="bring"
	class:over
	aria-label="Import a CSL file"
	ondragover={(e) => {
		e.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={(e) => {
		e.preventDefault();
		over = false;
		void take([...(e.dataTransfer?.files ?? [])]);
	}}
>
	<header>
		<h2>A style of your own</h2>
		<Btn kind="quiet" onclick={onclose}>Close</Btn>
	</header>
	<div class="ways">
		<PickFiles words="Choose a CSL file" accept=".csl,.xml,text/xml,application/xml" onpick={take} />
		<span>or drop it here, or paste its text:</span>
	</div>
	<Words
		look="mono"
		rows={5}
		spellcheck="false"
		aria-label="Text of the style"
		placeholder={BEGINNING}
		shown={text}
		oninput={(e) => look(e.currentTarget.value)}
	/>
	{#if trouble}<Alert>{trouble}</Alert>{/if}
	{#if answer && !answer.ok}
		<Alert
			><div>
				<p>{name ? `${name}: ` : ''}{answer.message}</p>
				{#if answer.line}{@render place(answer.line, answer.column)}{/if}
				<p class="calm">Nothing was saved. Correct it here or in the file, and it is looked through again.</p>
			</div></Alert
		>
	{:else if answer?.ok}
		{@const { file, warnings } = answer.value}
		<p class="good" role="status">
			<b>{file.title}</b>
			{#if file.parent}
				uses the rules of “{catalogue.byId.get(file.parent)?.title ?? file.parent}”{file.language
					? `, in ${file.language}`
					: ''}.
			{:else}
				cites {file.note ? 'in notes' : 'in the text'}{file.updated
					? `; changed ${file.updated.slice(0, 10)}`
					: ''}{file.licence ? `; licence ${file.licence}` : ''}.
			{/if}
			{known(file)}
		</p>
		{#if warnings.length}
			<Fold title="{warnings.length} {warnings.length === 1 ? 'thing is' : 'things are'} odd; it works all the same">
				<ul>
					{#each warnings.slice(0, 40) as w, i (i)}
						<li>
							{w.message}{w.line ? ` (line ${w.line}, column ${w.column})` : ''}
							{#if w.line && i < 6}{@render place(w.line, w.column ?? 0, 0)}{/if}
						</li>
					{/each}
				</ul>
			</Fold>
		{/if}
		<Btn kind="primary" onclick={() => keep(file)}>Keep this style</Btn>
	{/if}
</section>

{#snippet place(line: number, column: number, by = 2)}
	<div class="lines">
		{#each linesAround(text, line, by, column) as l (l.n)}<div class:here={l.here}>
				<span>{l.n}</span>{l.text}
			</div>{/each}
	</div>
{/snippet}

<style>
	.bring {
		display: grid;
		gap: 10px;
		padding: 16px 20px;
		background: var(--sheet);
		border: 1px solid var(--line);
		border-radius: var(--r3);
		font-size: 13.5px;
		color: var(--ink-2);
	}
	.bring.over {
		outline: 2px dashed var(--verdigris);
	}
	header,
	.ways {
		display: flex;
		gap: 12px;
		align-items: center;
	}
	header {
		justify-content: space-between;
	}
	h2 {
		font: 600 18px/1.3 var(--serif);
		color: var(--ink);
	}
	.lines {
		font:
			400 12px/1.5 ui-monospace,
			monospace;
		border: 1px solid var(--line);
		border-radius: var(--r1);
		background: var(--desk);
		color: var(--ink);
		padding: 8px;
		width: 100%;
		overflow: auto;
	}
	.calm {
		color: var(--ink-2);
	}
	.lines {
		margin: 6px 0;
		white-space: pre;
	}
	.lines span {
		display: inline-block;
		width: 4ch;
		margin-right: 2ch;
		text-align: right;
		color: var(--ink-3);
	}
	.lines .here {
		background: var(--marigold-tint, color-mix(in srgb, var(--marigold-dot) 28%, transparent));
	}
	b {
		color: var(--ink);
	}
	li {
		padding: 3px 0;
	}
	.bring :global(.btn-primary) {
		justify-self: start;
	}
</style>
