<script lang="ts">
	/** The bookmark button that takes the page somebody is looking at, and how to keep it. */
	import { bookmarkOf } from '$lib/core/capture/hand-over';
	import { unexpected } from '$lib/services/problems';
	import { toasts } from '$lib/services/toasts.svelte';
	import Btn from '../kit/Btn.svelte';

	const to = bookmarkOf(location.origin);
	async function copy() {
		try {
			await navigator.clipboard.writeText(to);
			toasts.say('The address of the button is copied: make a new bookmark and paste it there as the address.');
		} catch (e) {
			toasts.say(unexpected(e, 'It could not be copied. Drag the button to your bookmarks instead.'));
		}
	}
	function pressed(e: MouseEvent) {
		e.preventDefault();
		toasts.say('Here it has nothing to take: drag it to your bookmarks, and press it there on the page you want.');
	}
</script>

<p>
	Drag this to your bookmarks bar. On any page, select what you would quote, and press it: the page is shown here as a
	draft source, with the words you selected. Nothing leaves your browser.
</p>
<div class="row">
	<!-- an address that does something is what a bookmark button is -->
	<a class="button" href={to} onclick={pressed} draggable="true">Take into Rapid Quill</a>
	<Btn kind="quiet" onclick={copy}>Copy its address</Btn>
</div>

<style>
	p {
		margin: 4px 0 8px;
		font-size: 13px;
		color: var(--ink-2);
	}
	.row {
		display: flex;
		gap: 10px;
		align-items: center;
	}
	.button {
		display: inline-block;
		padding: 6px 12px;
		border: 1px dashed var(--verdigris);
		border-radius: var(--r2);
		color: var(--ink);
		font-weight: 500;
		text-decoration: none;
		cursor: grab;
	}
</style>
