/** Style sheets of pages as they stand in the app, and on paper. */
import { SIZES, type PageSetup } from '$lib/core/page';

/** In the app the pages have a root of their own; they stand side by side on the desk, and alone on paper. */
export const cssForApp = (css: string): string => `${css.replace(/:root/g, ':host')}
:host { display: block; }
.pagedjs_pages { zoom: var(--zoom, 0.5); display: flex; flex-wrap: wrap; gap: 44px; justify-content: center; padding: 44px 0; box-sizing: border-box; width: 100% !important; }
.pagedjs_page { background: #fff; box-shadow: 0 2px 14px rgb(20 40 50 / 0.14); content-visibility: auto; contain-intrinsic-size: var(--pagedjs-pagebox-width) var(--pagedjs-pagebox-height); flex: none; }
.line-number { position: absolute; font-size: 8pt; color: #444; text-indent: 0; }
@media print {
	.pagedjs_pages { zoom: 1; display: block; padding: 0; width: auto !important; }
	.pagedjs_page { box-shadow: none; content-visibility: visible; margin: 0; break-after: page; break-inside: avoid; overflow: hidden; }
	.pagedjs_page:last-child { break-after: auto; }
}`;

/** Of the app only the pages are printed, on their own paper. */
export function cssForPrint(setup: PageSetup): string {
	const { width, height } = SIZES[setup.paper];
	return `@page { size: ${width}cm ${height}cm; margin: 0; }`;
}
