/**
 * Real pages in the built app, in Chromium: from opening Hand in to the first page and to the last, and what a page of the
 * second half takes beside one of the first, which says how the time grows with the text.
 */
import { serveApp } from './bench-app.mjs';
import { manuscript } from './bench-draft.mjs';

/** Runs in the page: when there were how many pages. */
const watchPages = () =>
	new Promise((done) => {
		const seen = [];
		const look = () => {
			const now = performance.now();
			const shown =
				document.querySelector('[role=document]')?.shadowRoot?.querySelectorAll('.pagedjs_page').length ?? 0;
			if (shown && shown !== seen.at(-1)?.shown) seen.push({ now, shown });
			const all = [...document.querySelectorAll('[role=status]')].some((e) =>
				/^[\d,]+ pages$/.test(e.textContent.trim())
			);
			if (all || now > 240_000) done({ seen, all: now });
			else requestAnimationFrame(look);
		};
		look();
	});

export async function benchPages(small) {
	const app = await serveApp('4197');
	try {
		const { makeLibrary, asSource } = await app.corpus();
		const page = await app.page();
		console.log('\nPages (times are from opening the view; milliseconds)');
		const sources = makeLibrary(200, 5).map(asSource);
		await app.fill(page, 'sources', sources);
		const ids = sources.map((s) => s.id);
		for (const words of small ? [20_000] : [160_000, 565_000]) {
			const size = { words, citations: words / 400, notes: 500 };
			await app.fill(page, 'manuscripts', [manuscript('bench-pages', size, ids)]);
			await page.goto(`${app.base}/draft/bench-pages/hand-in`);
			const { seen, all } = await page.evaluate(watchPages);
			const count = seen.at(-1).shown;
			const middle = seen.find((s) => s.shown >= count / 2);
			const first = (middle.now - seen[0].now) / middle.shown;
			const second = (seen.at(-1).now - middle.now) / (count - middle.shown);
			console.log(
				`  ${count} pages, 500 notes: first page ${seen[0].now.toFixed(0)}, all ${all.toFixed(0)}, each ${(all / count).toFixed(1)}; a page of the second half to one of the first ${(second / first).toFixed(2)}`
			);
		}
	} finally {
		await app.stop();
	}
}
