/** Calls when the pointer goes down outside an element: for what closes then. The press that opened it does not count. */
export function outside(el: HTMLElement, away: (target: Element) => void): { destroy(): void } {
	const down = (e: PointerEvent) => {
		if (!el.contains(e.target as Node)) away(e.target as Element);
	};
	const timer = setTimeout(() => document.addEventListener('pointerdown', down), 0);
	return {
		destroy() {
			clearTimeout(timer);
			document.removeEventListener('pointerdown', down);
		}
	};
}
