/**
 * How long the browser holds the page up to tidy its memory, with a library of 50,000 sources and with one of 600: while
 * a long manuscript is opened, written in, scrolled and cited in, and while the library is listed, searched and scrolled.
 * The browser's own record of its main thread is read (MinorGC and MajorGC of its timeline): by the clock, and by what the
 * processor gave to it, for the rest the machine was busy with others.
 */
import { searchTimes, serveApp, timings, watched } from './bench-app.mjs';
import { cite, keys, manuscript, markParagraph, open, scroll, toTheMiddle } from './bench-draft.mjs';

/** Megabytes that the page's script holds, without what is left over. */
async function heapOf(page) {
	const session = await page.context().newCDPSession(page);
	await session.send('HeapProfiler.collectGarbage');
	const { usedSize } = await session.send('Runtime.getHeapUsage');
	return usedSize / 1048576;
}

async function write(page, base) {
	await open(page, base, 'long');
	// until the worker has read the library
	await page.waitForTimeout(8000);
	await toTheMiddle(page);
	// as a person does: some sentences, a look elsewhere, a citation
	for (let round = 0; round < 6; round++) {
		await keys(page, 120);
		await scroll(page);
		await toTheMiddle(page, 0.3 + round * 0.07);
		await markParagraph(page);
		for (let i = 0; i < 8; i++) await cite(page);
	}
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
			// what another page does with its memory is none of this one's
			const context = first.context();
			let last = first;
			for (const [what, act] of [
				[`writing in ${size.words.toLocaleString('en')} words`, write],
				['the list of sources', list]
			]) {
				// a page that was nothing else before
				const page = await context.newPage();
				await last.close();
				last = page;
				const { tidying } = await watched(app.browser, page, () => act(page, app.base));
				for (const by of ['clock', 'processor'])
					timings(
						`${what}: a pause for memory by the ${by}`,
						tidying.map((t) => t[by])
					);
				console.log(`    held afterwards: ${(await heapOf(page)).toFixed(0)} MB`);
			}
			await context.close();
		}
	} finally {
		await app.stop();
	}
}
