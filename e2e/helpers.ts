import { expect, test, type ConsoleMessage, type Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';

/** Collects console errors and page errors; a test that has any fails at its end. */
export function watchErrors(page: Page, allow: RegExp[] = []): () => void {
	const seen: string[] = [];
	// said beside whatever else fails: an error is often the reason of what is then not seen
	const note = (text: string) => {
		seen.push(text);
		test.info().annotations.push({ type: 'error of the page', description: text });
	};
	page.on('console', (m: ConsoleMessage) => {
		if (m.type() === 'error' && !allow.some((r) => r.test(m.text()))) note(m.text());
	});
	page.on('pageerror', (e) => note(e.stack ?? String(e)));
	return () => expect(seen, 'no error in the console').toEqual([]);
}

/** axe finds nothing on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
	// things that fade in are looked at when they are there; what turns for ever is not waited for
	await page.evaluate(async () => {
		const ending = document.getAnimations().filter((a) => a.effect?.getComputedTiming().endTime !== Infinity);
		await Promise.allSettled(ending.map((a) => a.finished));
	});
	// only what is wrong is asked for, and in the page itself: the app has no frames, and all else takes three times as long
	const result = await new AxeBuilder({ page })
		.setLegacyMode(true)
		.options({ resultTypes: ['violations'] })
		.analyze();
	expect(result.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

/** The demo desk, ready. */
export async function openDesk(page: Page): Promise<void> {
	await page.goto('/');
	await expect(page.getByRole('heading', { name: 'On the desk' })).toBeVisible();
	await expect(page.getByRole('link', { name: 'What the lamps did to the shore' })).toBeVisible();
}

/** Opens a demo manuscript and waits until its citations are formatted. */
export async function openDraft(page: Page, id: 'shore' | 'lamplighters' | 'who-paid'): Promise<void> {
	await page.goto(`/draft/${id}`);
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toBeVisible();
	await expect(page.locator('.pending')).toHaveCount(0);
	await expect(page.locator('.cite').first()).not.toBeEmpty();
}

/** The manuscript's text as it reads, without the list. */
export async function sheetText(page: Page): Promise<string> {
	return page.getByRole('textbox', { name: 'Manuscript text' }).innerText();
}

/** Puts the caret at the end of the paragraph that has these words. */
export async function caretAfter(page: Page, words: string): Promise<void> {
	await page.getByRole('textbox', { name: 'Manuscript text' }).evaluate((root, w) => {
		const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
		let n: Node | null;
		while ((n = walk.nextNode())) {
			const at = (n.textContent ?? '').indexOf(w);
			if (at >= 0) {
				(root as HTMLElement).focus();
				const range = document.createRange();
				range.setStart(n, at + w.length);
				range.collapse(true);
				const sel = getSelection()!;
				sel.removeAllRanges();
				sel.addRange(range);
				n.parentElement?.scrollIntoView({ block: 'center' });
				return;
			}
		}
		throw new Error(`No text has the words ${w}`);
	}, words);
	// the editor takes the selection up with the next event
	await page.waitForTimeout(60);
}

export async function chooseStyle(page: Page, name: string, exact = true): Promise<void> {
	await page.getByRole('button', { name: /^Citation style/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel
		.getByRole('button', { name: exact ? new RegExp(`^${name.replace(/[.–]/g, '.')}( |$)`) : name })
		.first()
		.click();
	await expect(panel.getByRole('button', { name: 'Use this style' })).toBeEnabled();
	await expect(panel.getByText(`After switching to ${name}`)).toBeVisible();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(panel).toBeHidden();
	await expect(page.getByRole('button', { name: /^Citation style/ })).toContainText(name);
	await expect(page.locator('.pending')).toHaveCount(0);
}

/** The library with the demo, read and looked through. */
export async function openSources(page: Page): Promise<void> {
	await page.goto('/sources');
	await expect(page.getByText('67 sources')).toBeVisible();
	await expect(page.getByRole('button', { name: /^To clean up \d/ })).toBeVisible();
}

/** Has every write to the browser's tables fail, as on a disk that is full; or lets them through again. */
export const fullDisk = (page: Page, on: boolean): Promise<void> =>
	page.evaluate((full) => {
		const w = window as unknown as { realPut?: typeof IDBObjectStore.prototype.put };
		w.realPut ??= IDBObjectStore.prototype.put;
		IDBObjectStore.prototype.put = full
			? () => {
					throw new DOMException('no room', 'QuotaExceededError');
				}
			: w.realPut;
	}, on);

/** Chooses in Hand in what the file is for, and its format. */
export async function chooseFile(
	page: Page,
	format: string,
	kind: 'Final' | 'Live' | 'Anonymous' = 'Final'
): Promise<void> {
	await page.getByRole('radio', { name: new RegExp(`^${kind}`) }).check();
	await page.getByRole('button', { name: format, exact: true }).click();
}
