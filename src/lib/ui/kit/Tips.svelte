<script lang="ts">
	/**
	 * Tooltips of all controls: while the pointer rests on one, or the keyboard is there. They can be pointed at, and go
	 * by Escape (WCAG 2.2, 1.4.13).
	 */
	import { Tooltip } from 'flowbite-svelte';
	import { tipOf, tipped, type Tip } from './tips';

	/** How long the pointer rests on a control before its tooltip shows, in milliseconds. */
	const REST = 450;
	/** How long it may be between two controls, or on its way to the tooltip, without the tooltip being gone. */
	const LINGER = 150;

	/** The library's own opening and closing by the pointer, which would cross ours, does not come to pass. */
	const NEVER = 2 ** 31 - 1;

	let tip = $state<Tip | null>(null);
	let place = $state('');
	let open = $state(false);
	/** It hangs on the control that the keyboard is on: the pointer goes through it. */
	let byKeys = $state(false);
	/** Where the pointer was pressed; what comes under it there was not pointed at. */
	let pressed = '';
	let control: HTMLElement | null = null;
	let timer = 0;

	function show(next: HTMLElement, keyboard = false) {
		const found = tipOf(next);
		if (!found || !next.isConnected) return hide();
		if (control !== next) release();
		control = next;
		const box = next.getBoundingClientRect();
		place = `left:${box.left}px;top:${box.top}px;width:${box.width}px;height:${box.height}px`;
		tip = found;
		byKeys = keyboard;
		open = true;
		next.setAttribute('aria-describedby', [described(next), 'tip'].filter(Boolean).join(' '));
	}
	/** What describes a control besides its tooltip. */
	const described = (c: HTMLElement) =>
		(c.getAttribute('aria-describedby') ?? '')
			.split(' ')
			.filter((id) => id && id !== 'tip')
			.join(' ');
	function release() {
		if (!control) return;
		const rest = described(control);
		if (rest) control.setAttribute('aria-describedby', rest);
		else control.removeAttribute('aria-describedby');
		control = null;
	}
	function hide() {
		clearTimeout(timer);
		open = false;
		release();
	}
	function after(ms: number, what: () => void) {
		clearTimeout(timer);
		timer = window.setTimeout(what, ms);
	}

	/** What is pointed at may not be there any more; a tooltip that is still to come looks when its time has come. */
	function scrolled() {
		if (!open) return;
		open = false;
		release();
	}
	const at = (e: PointerEvent) => `${e.clientX} ${e.clientY}`;
	function press(e: PointerEvent) {
		pressed = at(e);
		hide();
	}
	function over(e: PointerEvent) {
		if (e.pointerType === 'touch' || pressed === at(e)) return;
		pressed = '';
		if ((e.target as Element).closest?.('#tip')) return clearTimeout(timer);
		const next = tipped(e.target);
		if (next === control) return next ? clearTimeout(timer) : undefined;
		if (next) after(open ? LINGER : REST, () => (next.matches(':hover') ? show(next) : hide()));
		else if (open) after(LINGER, hide);
		else clearTimeout(timer);
	}
	function focus(e: FocusEvent) {
		const next = tipped(e.target);
		if (next?.matches(':focus-visible')) show(next, true);
		else if (open) hide();
	}
	/** Escape takes the tooltip away; what is beneath it is told as well, since nobody asked for a tooltip. */
	const keys = (e: KeyboardEvent) => (e.key === 'Escape' || e.key === 'Enter' || e.key === ' ') && hide();
</script>

<svelte:window onscrollcapture={scrolled} onblur={hide} />
<svelte:document
	onpointerover={over}
	onpointerleave={() => after(LINGER, hide)}
	onpointerdown={press}
	onfocusin={focus}
	onkeydowncapture={keys}
/>

<!-- Flowbite's tooltip hangs on the element before it: here a place as large as the control -->
<span class="place" style={place} inert></span>
<Tooltip
	bind:isOpen={open}
	trigger="hover"
	triggerDelay={NEVER}
	placement="bottom"
	arrow={false}
	offset={6}
	id="tip"
	class="tip {byKeys ? '' : 'pointed'}"
>
	{tip?.words}{#if tip?.keys}
		{#each tip.keys.split(' or ') as way, i (way)}{#if i}<i>or</i>{/if}<span class="way"
				>{#each way.split(' ') as key (key)}<kbd>{key}</kbd>{/each}</span
			>{/each}{/if}
</Tooltip>

<style>
	.place {
		position: fixed;
		pointer-events: none;
	}
	/* the library lets the pointer through */
	:global(#tip.pointed) {
		pointer-events: auto;
	}
	:global(#tip.tip) {
		margin: 0;
		max-width: 300px;
		padding: 6px 9px;
		border: 0;
		border-radius: var(--r1);
		background: var(--ink);
		color: var(--desk);
		font: 400 12.5px/1.4 var(--sans);
		box-shadow: 0 3px 12px rgb(0 0 0 / 0.22);
	}
	.way {
		display: inline-flex;
		gap: 3px;
		margin-left: 6px;
	}
	i {
		margin-left: 6px;
		opacity: 0.75;
	}
	kbd {
		padding: 0 5px;
		border: 1px solid color-mix(in srgb, var(--desk) 45%, transparent);
		border-radius: 4px;
		font: 500 11.5px/1.5 var(--sans);
	}
</style>
