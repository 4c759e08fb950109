/**
 * The library in the built app, in Chromium: 50,000 sources are put into its database, then what a person waits for is
 * measured: the first answer to a key, scrolling, and an import of 10,000 entries during which the page must not stop.
 */
import { searchTimes, serveApp, timings, watchGaps } from './bench-app.mjs';

export async function benchLibrary(small) {
	const app = await serveApp('4191');
	const { base } = app;
	try {
		const { asSource, makeLibrary } = await app.corpus();
		const page = await app.page();
		const COUNT = small ? 5000 : 50_000;
		await app.fill(page, 'sources', makeLibrary(COUNT, 5).map(asSource));
		const begun = Date.now();
		await page.goto(`${base}/sources`);
		await page.locator('.opener').first().waitFor();
		const shown = Date.now() - begun;
		await page.waitForFunction(() => !/can be found so far/.test(document.body.textContent ?? ''), null, {
			timeout: 120_000
		});
		const found = Date.now() - begun;
		console.log(`\nChromium ${app.browser.version()}, the app, ${COUNT.toLocaleString('en')} sources`);
		console.log(
			`  list shown after ${(shown / 1000).toFixed(1)} s, all to be found after ${(found / 1000).toFixed(1)} s`
		);

		timings(
			'a key to its first rows, a frame included',
			await searchTimes(page, [
				'okafor harbour',
				'lindqvist 1997',
				'lamp quay',
				'nakagwa moth',
				'silva tide 19',
				'year:1990-2000 eel'
			])
		);
		await page.waitForTimeout(500);

		const frames = await page.evaluate(async () => {
			const placeholders = [];
			let last = performance.now();
			for (let i = 0; i < 180; i++) {
				window.scrollBy(0, i < 120 ? 260 : 40_000);
				await new Promise((r) => requestAnimationFrame(r));
				const now = performance.now();
				placeholders.push(now - last);
				last = now;
			}
			const rows = document.querySelectorAll('.opener').length;
			window.scrollTo(0, 0);
			return { placeholders, rows };
		});
		timings(`scrolling, a frame, ${frames.rows} rows drawn`, frames.placeholders);
		const heap = await page.evaluate(() => performance.memory.usedJSHeapSize / 1048576);
		console.log(`  memory of the page: ${heap.toFixed(0)} MB of heap`);

		const N = small ? 1000 : 10_000;
		const bib = makeLibrary(N, 99)
			.map(
				(i) =>
					`@article{${i.id},\n  author = {${i.author.map((a) => `${a.family}, ${a.given}`).join(' and ')}},\n  title = {${i.title}},\n  year = {${i.issued['date-parts'][0][0]}},\n  journal = {Harbour Studies},\n  pages = {${i.page}}\n}`
			)
			.join('\n\n');
		const other = await app.browser.newContext();
		const fresh = await other.newPage();
		await fresh.goto(`${base}/sources`);
		await fresh.getByText('67 sources').waitFor();
		await fresh.getByRole('button', { name: 'Import' }).click();
		await watchGaps(fresh);
		// the file is in the page before the watch starts: handing it over is the test's work, not the app's
		await fresh.evaluate((text) => {
			const input = document.querySelector('dialog input[type=file]');
			const files = new DataTransfer();
			files.items.add(new File([text], 'many.bib', { type: 'text/plain' }));
			input.files = files.files;
			window.gaps.length = 0;
			window.take = new Promise((ok) => {
				const begun = performance.now();
				const look = () => {
					const take = [...document.querySelectorAll('dialog button')].find((b) =>
						/^Add [\d,]+ source/.test(b.textContent.trim())
					);
					if (take) ok({ take, took: performance.now() - begun });
					else requestAnimationFrame(look);
				};
				input.dispatchEvent(new Event('change', { bubbles: true }));
				look();
			});
		}, bib);
		const read = await fresh.evaluate(async () => {
			const { took } = await window.take;
			return { took, gap: Math.max(...window.gaps) };
		});
		const taken = await fresh.evaluate(async () => {
			const { take } = await window.take;
			window.gaps.length = 0;
			const begun = performance.now();
			take.click();
			while (!/sources brought in/.test(document.body.textContent)) await new Promise((r) => requestAnimationFrame(r));
			return { took: performance.now() - begun, gap: Math.max(...window.gaps) };
		});
		const sec = (ms) => (ms / 1000).toFixed(2);
		console.log(
			`  bring in ${N.toLocaleString('en')} BibTeX entries: report ${sec(read.took)} s after the file (longest pause of the page ${read.gap.toFixed(0)} ms), in the library ${sec(taken.took)} s after the person said so (${taken.gap.toFixed(0)} ms): ${sec(read.took + taken.took)} s of work`
		);
	} finally {
		await app.stop();
	}
}
