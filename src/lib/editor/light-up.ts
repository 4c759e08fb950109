/** Shows in the text where a source is cited: while its entry in a bibliography is pointed at. */

/** @param sourceId none takes the light away */
export function lightUp(text: Element, sourceId: string | null): void {
	for (const el of text.querySelectorAll('.cite.lit')) el.classList.remove('lit');
	if (!sourceId) return;
	for (const el of text.querySelectorAll<HTMLElement>('.cite[data-sources]'))
		if (el.dataset.sources!.split(' ').includes(sourceId)) el.classList.add('lit');
}
