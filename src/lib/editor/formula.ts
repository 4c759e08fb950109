/** Sets formulas in the sheet; loaded with the first one. */
import { mathml } from '$lib/core/document/math';

/** @returns whether the TeX could be read; it stands as it is typed otherwise */
export function setFormula(element: HTMLElement, tex: string, display: boolean): boolean {
	const html = tex.trim() ? mathml(tex, display) : null;
	if (html === null) {
		element.textContent = tex || '…';
		return false;
	}
	// of the program that sets it, which takes no markup from the TeX
	element.innerHTML = html;
	return true;
}
