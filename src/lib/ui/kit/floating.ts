/** Where floating parts stand: beside what they belong to, within the window, and with it when the page is scrolled. */
import { autoUpdate, computePosition, flip, offset, shift, size } from '@floating-ui/dom';
import type { Attachment } from 'svelte/attachments';

/** How near a floating part comes to the edge of the window, in pixels. */
const EDGE = 12;
/** The bars at the top and at the foot of the window. */
const PADDING = { top: 60, bottom: 40, left: EDGE, right: EDGE };

/**
 * Below an element, or above it where there is more room; as high as there is room for.
 * @param anchor what it belongs to
 * @param most the most it is high, in pixels
 */
export const beside =
	(anchor: Element, most: number): Attachment<HTMLElement> =>
	(box) =>
		autoUpdate(anchor, box, () => {
			// what was drawn anew meanwhile has no place any more: it stays where it is
			if (!anchor.isConnected) return;
			const options = { padding: PADDING };
			void computePosition(anchor, box, {
				strategy: 'fixed',
				placement: 'bottom-start',
				middleware: [
					offset({ mainAxis: 6, crossAxis: 40 }),
					flip(options),
					shift(options),
					size({
						...options,
						apply: ({ availableHeight }) => {
							box.style.maxHeight = `${Math.max(120, Math.min(most, availableHeight))}px`;
						}
					})
				]
			}).then(({ x, y }) => {
				box.style.left = `${x}px`;
				box.style.top = `${y}px`;
			});
		});
