/** Keys that are pressed while nothing in the page has the focus, as after a button that is gone. */
import type { Draft } from './draft.svelte';

/** Keys that take words away or part them, with whatever else is held: nobody who reads wants that either. */
const WRITES = new Set(['Backspace', 'Delete', 'Enter']);

/**
 * Shortcuts of the text do what they do in it, where the caret was left; letters stay what they are to the page, since
 * nobody who reads wants to have written.
 */
export function keyOfText(draft: Draft, e: KeyboardEvent): void {
	const { view } = draft;
	const shortcut = (e.ctrlKey || e.metaKey || e.altKey) && !WRITES.has(e.key);
	if (!view?.editable || !shortcut || e.defaultPrevented || e.target !== document.body) return;
	if (document.querySelector('dialog[open], [role="dialog"]')) return;
	if (!view.someProp('handleKeyDown', (handle) => handle(view, e))) return;
	e.preventDefault();
	// what was opened has the focus, and keeps it
	if (document.activeElement === document.body) view.focus();
}
