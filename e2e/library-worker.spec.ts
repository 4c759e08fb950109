/** The whole library is in a worker: what is typed while it is on its way, a worker that cannot be had, other tabs. */
import { expect, test, type Page, type Route } from '@playwright/test';
import { caretAfter, openDraft, openSources, watchErrors } from './helpers';

const WORKER = /finder\.worker/;
const cite = (page: Page) => page.getByRole('combobox', { name: /^Cite/ });
const matches = (page: Page) => page.getByRole('listbox', { name: 'Matching sources' });
const margin = (page: Page) => page.locator('.margin');

/** Holds up the worker until it is let through. */
async function heldUp(page: Page): Promise<() => Promise<void>> {
	const waiting: Route[] = [];
	let open = false;
	await page.route(WORKER, async (route) => {
		if (open) await route.continue();
		else waiting.push(route);
	});
	return async () => {
		open = true;
		await Promise.all(waiting.splice(0).map((r) => r.continue()));
	};
}

test('who types faster than the library answers cites what was meant, with what was typed behind it', async ({
	page
}) => {
	const noErrors = watchErrors(page);
	const letThrough = await heldUp(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'a fair summary of ours');
	await page.keyboard.type(' @okafor eels');
	await expect(cite(page)).toHaveValue('okafor eels');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' p 12');
	await page.keyboard.press('Enter');
	// nothing is taken for what is not known yet
	await expect(cite(page)).toHaveValue(/okafor eels/);
	await expect(page.getByText('No source matches')).toHaveCount(0);
	const before = await page.locator('.sheet-text .cite').count();
	await letThrough();
	await expect(cite(page)).toHaveCount(0);
	await expect(page.locator('.sheet-text .cite')).toHaveCount(before + 1);
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText(/Okafor[^)]*12/);
	noErrors();
});

test('a worker that cannot be had is said where something is looked for, and had with the next key', async ({
	page
}) => {
	await page.route(WORKER, (r) => r.abort());
	await openDraft(page, 'shore');
	await caretAfter(page, 'a fair summary of ours');
	await page.keyboard.type(' @oka');
	await expect(page.getByRole('alert').filter({ hasText: 'Nothing can be found now' })).toBeVisible();
	await page.unroute(WORKER);
	await page.keyboard.type('f');
	await expect(
		matches(page)
			.getByRole('option', { name: /Okafor/ })
			.first()
	).toBeVisible();
	await expect(page.getByRole('alert').filter({ hasText: 'Nothing can be found' })).toHaveCount(0);
});

test('a source that another tab adds, corrects and deletes is found, shown and missed here', async ({
	page,
	context
}) => {
	const noErrors = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'a fair summary of ours');
	await page.keyboard.type(' @okafor eels');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(margin(page)).toContainText('Okafor');
	const other = await context.newPage();
	await openSources(other);
	await other.getByRole('searchbox', { name: /Find/ }).fill('okafor eels');
	await other
		.getByRole('button', { name: /Okafor/ })
		.first()
		.click();
	const author = other.getByRole('textbox', { name: /^Author/ }).first();
	await author.fill('Okaforsson, Ebele');
	await author.blur();
	// the page that writes does not list the library, and shows what it cites of it
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('Okaforsson');
	await page.keyboard.type(' @okaforsson');
	await expect(matches(page).getByRole('option', { name: /Okaforsson/ })).toBeVisible();
	noErrors();
});
