/** What stands at the places of a page's head and foot. */
import type { Slot } from '../../page';
import type { HeadWords } from './style';

/** A piece of a head or foot: words, or the number of the page. */
export type SlotPart = { page: false; text: string } | { page: true };

const text = (s: string): SlotPart => ({ page: false, text: s });

export function slotParts(slot: Slot, words: HeadWords): SlotPart[] {
	switch (slot) {
		case '':
			return [];
		case 'page':
			return [{ page: true }];
		case 'surname-page':
			return [...(words.surname ? [text(`${words.surname} `)] : []), { page: true }];
		case 'running-head':
			return [text((words.runningHead || words.title).toUpperCase())];
		case 'title':
			return [text(words.title)];
	}
}
