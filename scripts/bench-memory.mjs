/**
 * How long the browser holds the page up to tidy its memory, with a library of 50,000 sources and with one of 600: while
 * a long manuscript is opened, written in, scrolled and cited in, and while the library is listed, searched and scrolled.
 * The browser's own record of its main thread is read (MinorGC and MajorGC of its timeline).
 */
import { searchTimes, serveApp, timings, watched } from './bench-app.mjs';
import { cite, keys, manuscript, markParagraph, open, scroll, toTheMiddle } from './bench-draft.mjs';

const heapOf = (page) => page.evaluate(() => performance.memory.usedJSHeapSize / 1048576);

async function write(page, base) {
	await open(page, base, 'long');
	// until the worker has read the library
	await page.waitForTimeout(8000);
	await toTheMiddle(page);
	await keys(page, 60);
	await markParagraph(page);
	await scroll(page);
	for (let i = 0; i < 12; i++) await cite(page);
}

async function list(page, base) {
	await page.goto(`${base}/sources`);
	await page.locator('.opener').first().waitFor({ timeout: 120_000 });
	await page.waitForTimeout(8000);
	await searchTimes(page, ['okafor harbour', 'lindqvist 1997', 'silva tide 19']);
	await page.evaluate(async () => {
		for (let i = 0; i < 120; i++) {
			window.scrollBy(0, i < 80 ? 260 : 40_000);
			await new Promise((r) => requestAnimationFrame(r));
		}
	});
}

export async function benchMemory(small) {
	const app = await serveApp('4193');
	try {
		const { makeLibrary, asSource } = await app.corpus();
		const size = small ? { words: 12_000, citations: 200, notes: 50 } : { words: 120_000, citations: 2000, notes: 500 };
		for (const count of [600, small ? 5000 : 50_000]) {
			const sources = makeLibrary(count, 5).map(asSource);
			const first = await app.page();
			await app.fill(first, 'sources', sources);
			await app.fill(first, 'manuscripts', [
				manuscript(
					'long',
					size,
					sources.slice(0, 600).map((s) => s.id)
				)
			]);
			console.log(`\nMemory of the page, ${count.toLocaleString('en')} sources`);
			for (const [what, act] of [
				[`writing in ${size.words.toLocaleString('en')} words`, write],
				['the list of sources', list]
			]) {
				// a page that was nothing else before
				const page = await first.context().newPage();
				const { tidying } = await watched(app.browser, page, () => act(page, app.base));
				timings(`${what}: a pause for memory`, tidying);
				console.log(
					`    over 16 ms: ${tidying.filter((t) => t > 16).length}; heap afterwards ${(await heapOf(page)).toFixed(0)} MB`
				);
				await page.close();
			}
			await first.context().close();
		}
	} finally {
		await app.stop();
	}
}
