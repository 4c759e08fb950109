/** A menu or form that begins below its button is moved back as far as the window has no room for it. */
export function inWindow(node: HTMLElement): void {
	const EDGE = 8;
	const over = node.getBoundingClientRect().right + EDGE - document.documentElement.clientWidth;
	if (over > 0) node.style.left = `${-over}px`;
}
