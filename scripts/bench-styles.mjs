/**
 * Styles in the built app, in Chromium: a key to the first rows of the catalogue, a style never used before until it is
 * seen on one's own text, and a change of style in a manuscript of 2,000 citations.
 */
import { searchTimes, serveApp, timings } from './bench-app.mjs';
import { manuscript } from './bench-draft.mjs';

export async function benchStyles(small) {
	const app = await serveApp('4195');
	try {
		const { makeLibrary, asSource } = await app.corpus();
		const page = await app.page();
		console.log('\nStyles');
		await page.goto(`${app.base}/styles`);
		await page.getByText('What it does').waitFor();
		await page.waitForTimeout(2500);
		timings(
			'a key to the first rows',
			await searchTimes(page, ['jour coast', 'apa 6th', 'nature climate', 'chicago note'])
		);
		await page.waitForTimeout(800);
		const fresh = await page.evaluate(async () => {
			const rows = [...document.querySelectorAll('[data-style]')].slice(-40).filter((_, i) => i % 2 === 0);
			const times = [];
			for (const row of rows) {
				const before = document.querySelector('.sample');
				const html = before?.innerHTML;
				const begun = performance.now();
				row.click();
				// the heading is there at once; the text in the style follows
				await new Promise((ok) => {
					const look = () => {
						const now = document.querySelector('.sample');
						if (now && now.innerHTML !== html) ok();
						else if (performance.now() - begun > 3000) ok();
						else requestAnimationFrame(look);
					};
					requestAnimationFrame(look);
				});
				const took = performance.now() - begun;
				if (took < 3000) times.push(took);
				await new Promise((r) => setTimeout(r, 60));
			}
			return times;
		});
		timings('a style never used before, until it is seen', fresh);

		const sources = makeLibrary(2000, 5).map(asSource);
		await app.fill(page, 'sources', sources);
		const size = small ? { words: 12_000, citations: 200, notes: 50 } : { words: 120_000, citations: 2000, notes: 500 };
		const ids = sources.slice(0, 600).map((s) => s.id);
		await app.fill(page, 'manuscripts', [manuscript('long', size, ids)]);
		await page.goto(`${app.base}/draft/long?style=chicago-author-date`);
		await page.getByText('After switching to Chicago').waitFor({ timeout: 60_000 });
		await page.waitForTimeout(3000);
		await page.getByRole('button', { name: 'Use this style' }).click();
		await page.waitForTimeout(4000);
		const times = [];
		for (let i = 0; i < 8; i++) {
			await page.evaluate(() => {
				// citations and the list are in the other style, and none waits
				const shown = () =>
					document.querySelector('.sheet-text .pending')
						? ''
						: (document.querySelector('.sheet-text .entry')?.textContent ?? '');
				const before = shown();
				window.switched = new Promise((ok) => {
					addEventListener(
						'keydown',
						() => {
							const begun = performance.now();
							const look = () =>
								shown() && shown() !== before ? ok(performance.now() - begun) : requestAnimationFrame(look);
							requestAnimationFrame(look);
						},
						{ once: true, capture: true }
					);
				});
			});
			await page.locator('.sheet-text').focus();
			await page.keyboard.press(i % 2 === 0 ? 'Control+z' : 'Control+y');
			times.push(await page.evaluate(() => window.switched));
			await page.waitForTimeout(1500);
		}
		timings(`a change of style, ${size.citations} citations`, times);
	} finally {
		await app.stop();
	}
}
