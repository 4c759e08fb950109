<script lang="ts">
	/** Real pages of a paper: laid out one after the other, seen small, printed as they are. */
	import { untrack } from 'svelte';
	import type { PagesFile } from '$lib/core/document';
	import { SIZES, type PageSetup } from '$lib/core/page';
	import { unexpected } from '$lib/services/problems';
	import { fillPageNumbers, layOut, PagesError } from './paged';
	import { cssForApp, cssForPrint } from './sheet-style';
	import { numberLines } from './line-numbers';
	import Alert from '../kit/Alert.svelte';

	interface Props {
		file: PagesFile;
		setup: PageSetup;
		/** Pages side by side. */
		across: 1 | 2;
		/** How many pages there are so far. */
		count: number;
		/** All pages are there. */
		done: boolean;
		/** They cannot be made. */
		failed: boolean;
		/** Numbers of pages that something refers to, once they are there, by what is on them. */
		numbers: Record<string, string>;
	}
	let {
		file,
		setup,
		across,
		count = $bindable(0),
		done = $bindable(false),
		failed = $bindable(false),
		numbers = $bindable({})
	}: Props = $props();
	let host: HTMLElement;
	let width = $state(0);
	let trouble = $state('');
	const fontSheet = new CSSStyleSheet();

	/** Pages are shown in lots: each lot is laid out anew with all before it. */
	const AT_ONCE = 24;
	/** A centimetre in the pixels of style sheets. */
	const CM = 96 / 2.54;
	const GAP = 22;
	const paperWidth = $derived(SIZES[setup.paper].width * CM);
	const zoom = $derived(width ? Math.min(1.25, (width - GAP * (across + 1) - 16) / (paperWidth * across)) : 0.5);

	$effect(() => {
		const work = new AbortController();
		const what = { file, setup };
		untrack(() => void draw(what.file, what.setup, work.signal));
		return () => work.abort();
	});
	$effect(() => {
		host.style.setProperty('--zoom', String(zoom));
	});
	// the paper of the printer is that of the page, while these pages are seen
	$effect(() => {
		const sheet = new CSSStyleSheet();
		sheet.replaceSync(cssForPrint(setup));
		document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet, fontSheet];
		return () => {
			document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet && s !== fontSheet);
		};
	});

	async function draw(f: PagesFile, s: PageSetup, signal: AbortSignal) {
		count = 0;
		done = false;
		failed = false;
		numbers = {};
		trouble = '';
		const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' });
		const pages = document.createElement('div');
		pages.className = 'pagedjs_pages';
		const waiting: HTMLElement[] = [];
		const show = () => {
			pages.append(...waiting);
			count += waiting.length;
			waiting.length = 0;
		};
		try {
			await layOut(
				f,
				s,
				(page, css, fonts) => {
					if (!count) {
						const sheet = new CSSStyleSheet();
						sheet.replaceSync(cssForApp(css));
						root.adoptedStyleSheets = [sheet];
						// fonts are the document's: a root within it has none of its own
						fontSheet.replaceSync(fonts);
						root.replaceChildren(pages);
					}
					waiting.push(page);
					if (!count || waiting.length >= AT_ONCE) show();
				},
				signal
			);
			if (signal.aborted) return;
			show();
			numbers = fillPageNumbers(pages, s.pageNumbers);
			if (s.lineNumbers) numberLines(pages);
			done = true;
		} catch (e) {
			if (signal.aborted) return;
			failed = true;
			trouble =
				e instanceof PagesError
					? `${e.message} Files can be saved all the same.`
					: unexpected(e, 'The pages could not be made. Files can be saved all the same.');
		}
	}
</script>

{#if trouble}<Alert>{trouble}</Alert>{/if}
<div class="sheets" bind:this={host} bind:clientWidth={width} role="document" aria-label="The file as it will be"></div>

<style>
	.sheets {
		min-height: 100%;
	}
</style>
