/** What a manuscript decides over its style (need N34). */
import { expect, test } from '@playwright/test';
import { expectAccessible, openDraft, sheetText, watchErrors } from './helpers';

test('house rules: links, day of reading, short titles; shown as adjusted, in the file, undone', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const list = page.locator('.entries');
	await expect(list).toContainText('https://doi.org/10.5555/');
	await expect(list).toContainText('Harbour Studies');
	const before = await sheetText(page);
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('This manuscript’s own rules').click();
	await page.getByLabel('DOI and address').selectOption('none');
	await expect(list).not.toContainText('http');
	await expect(page.getByRole('button', { name: 'Citation style: APA 7th, in text, adjusted' })).toBeVisible();
	await page.getByLabel(/short titles of/).check();
	const short = page.getByLabel(/Their short forms/);
	await short.fill('Harbour Studies = Harb. Stud.\nno short form');
	await short.press('Tab');
	await expect(page.getByRole('alert')).toContainText('Line 2, “no short form”');
	await expect(short).toHaveValue(/no short form/);
	await expect(list).toContainText('Harb. Stud.');
	await expectAccessible(page);
	await page.keyboard.press('Escape');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	await page.getByRole('link', { name: 'Hand in' }).click();
	const paper = page.getByRole('document', { name: 'The file as it will be' });
	await expect(paper).toContainText('Harb. Stud.');
	await expect(paper).not.toContainText('doi.org');
	await page.goBack();
	await expect(list).toContainText('Harb. Stud.');

	// from the beginning again, and each rule is a step of its own
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('This manuscript’s own rules').click();
	await page.getByLabel('DOI and address').selectOption('style');
	await page.getByLabel(/short titles of/).uncheck();
	await page.keyboard.press('Escape');
	await expect.poll(() => sheetText(page)).toBe(before);
	await page.getByRole('textbox', { name: 'Manuscript text' }).focus();
	await page.keyboard.press('Control+z');
	await expect(list).toContainText('Harb. Stud.');
	done();
});
