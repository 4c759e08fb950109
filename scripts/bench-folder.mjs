/**
 * Copies in a folder of a library of 50,000 sources, in the built app: the first copy, one more after a source was
 * changed, a look in which nothing is new; and how long the page stood still meanwhile. The folder is one of the origin
 * private file system.
 */
import { serveApp, watchGaps } from './bench-app.mjs';

export async function benchFolder(small) {
	const app = await serveApp('4192');
	const { base } = app;
	try {
		const { asSource, makeLibrary } = await app.corpus();
		const page = await app.page();
		const COUNT = small ? 5000 : 50_000;
		await app.fill(page, 'sources', makeLibrary(COUNT, 5).map(asSource));
		await page.addInitScript(() => {
			Object.assign(window, {
				showDirectoryPicker: async () =>
					(await navigator.storage.getDirectory()).getDirectoryHandle('bench', { create: true })
			});
		});
		await page.goto(`${base}/settings`);
		await page.getByRole('button', { name: 'Choose a folder…' }).waitFor();
		// until the library has been read and indexed, as the page does whether there is a folder or not
		await page.waitForTimeout(small ? 2000 : 8000);
		await watchGaps(page);
		const measured = async (what, act) => {
			await page.evaluate(() => (window.gaps.length = 0));
			const begun = Date.now();
			await act();
			const took = Date.now() - begun;
			const gap = await page.evaluate(() => Math.max(...window.gaps));
			return `${what} ${(took / 1000).toFixed(2)} s (longest pause of the page ${gap.toFixed(0)} ms)`;
		};
		const copied = () => page.getByText('brought up to date').waitFor({ timeout: 300_000 });
		const copyNow = async () => {
			await page.getByRole('button', { name: 'Copy now' }).click();
			await page.getByText('Copying into').waitFor();
			await copied();
		};
		const first = await measured('first copy', async () => {
			await page.getByRole('button', { name: 'Choose a folder…' }).click();
			await copied();
		});
		const nothing = await measured('nothing new', copyNow);
		await page.evaluate(
			() =>
				new Promise((ok, fail) => {
					const open = indexedDB.open('rapid-quill');
					open.onerror = () => fail(open.error);
					open.onsuccess = () => {
						const tx = open.result.transaction('sources', 'readwrite');
						const store = tx.objectStore('sources');
						store.getAll(null, 1).onsuccess = (e) => {
							const [s] = e.target.result;
							store.put({ ...s, annotation: 'changed', updatedAt: Date.now() });
						};
						tx.oncomplete = () => {
							open.result.close();
							ok();
						};
					};
				})
		);
		const one = await measured('one source changed', copyNow);
		const size = await page.evaluate(async () => {
			const dir = await (await navigator.storage.getDirectory()).getDirectoryHandle('bench');
			return (await (await dir.getFileHandle('library.json')).getFile()).size;
		});
		console.log(
			`\nCopies in a folder, ${COUNT.toLocaleString('en')} sources, library.json ${(size / 1e6).toFixed(1)} MB\n  ${first}; ${nothing}; ${one}`
		);
	} finally {
		await app.stop();
	}
}
