/** Keys as the `aria-keyshortcuts` attribute has them (WAI-ARIA 1.2): "Control+Shift+E". */
export const ariaKeys = (keys: string | undefined): string | undefined =>
	keys
		?.split(' or ')
		.map((k) => k.replace('Ctrl', 'Control').replaceAll(' ', '+'))
		.join(' ');
