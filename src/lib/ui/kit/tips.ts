/** What a tooltip says of a control: a hint, the keys that do the same, or the name of one that shows only a picture. */

export interface Tip {
	words: string;
	/** "Ctrl Shift E", parted by spaces; several ways are parted by " or ". */
	keys: string;
}

/** A control that may have a tooltip, from the element that the pointer or the focus is on. */
export const tipped = (target: EventTarget | null): HTMLElement | null =>
	target instanceof Element
		? target.closest<HTMLElement>('[data-tip], [data-keys], button[aria-label], a[aria-label]')
		: null;

/** What is to be said; null where all of it can be read on the control. */
export function tipOf(control: HTMLElement): Tip | null {
	const { tip = '', keys = '' } = control.dataset;
	const seen = (control.innerText ?? '').replace(/\s+/g, ' ').trim();
	const words = tip || (seen.length < 2 || keys ? (control.getAttribute('aria-label') ?? seen) : '');
	return words && (keys || words !== seen) ? { words, keys } : null;
}
