/** The first hour: from an empty desk to a file that is handed in, as somebody who has never been here. */
import { readFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import mammoth from 'mammoth';
import { expectAccessible, openDesk, watchErrors } from './helpers';

const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const card = (page: Page) => page.getByRole('complementary', { name: 'First manuscript' });
const styleButton = (page: Page) => page.getByRole('button', { name: /^Citation style/ });

/** Goes on with Tab, or back with Shift and Tab, until something has the focus. */
async function tabTo(page: Page, goal: Locator, key = 'Tab'): Promise<void> {
	for (let n = 0; n < 60; n++) {
		if (await goal.evaluate((el) => el === document.activeElement).catch(() => false)) return;
		await page.keyboard.press(key);
	}
	await expect(goal, 'reached by Tab').toBeFocused();
}

/** The text of the file that a step saves. */
async function savedText(page: Page, save: () => Promise<void>): Promise<string> {
	const [file] = await Promise.all([page.waitForEvent('download'), save()]);
	const { value } = await mammoth.extractRawText({ buffer: readFileSync(await file.path()) });
	return value;
}

test('with the mouse alone: the guide, a new source, another style, a file', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'Remove the example' }).click();
	await page
		.getByRole('alertdialog', { name: 'Remove the example' })
		.getByRole('button', { name: 'Remove the example' })
		.click();
	await expect(page.getByText('Nothing is on the desk yet')).toBeVisible();
	await page.getByRole('button', { name: 'Show me' }).click();
	await expect(card(page)).toContainText('Write a sentence');
	await expectAccessible(page);

	await page.keyboard.type('On lamps');
	// a click on the paper goes to the text; below the title stand the fields of its kind of paper
	await sheet(page).locator('p').first().click();
	await page.keyboard.type('Lamps were paid by the night ');
	await expect(card(page)).toContainText('Cite a source');
	await page.getByRole('button', { name: 'Cite', exact: true }).click();
	const line = page.getByRole('dialog', { name: 'Cite' });
	await line.getByRole('button', { name: 'New source' }).click();
	const field = (name: string) => line.getByRole('textbox', { name, exact: true });
	await field('Author').click();
	await page.keyboard.type('Marsh, Ina');
	await field('Title').click();
	await page.keyboard.type('Light and wages');
	await field('Date').click();
	await page.keyboard.type('1998');
	await line.getByRole('button', { name: 'Add', exact: false }).last().click();
	await expect(line.getByRole('combobox', { name: /^Cite/ })).toBeFocused();
	await page.keyboard.type(' p 12');
	await line.getByRole('button', { name: 'Cite', exact: true }).click();
	await expect(sheet(page)).toContainText('(Marsh, 1998, p. 12)');

	await expect(card(page)).toContainText('Switch the style');
	await styleButton(page).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('button', { name: /^IEEE( |$)/ }).click();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(sheet(page)).toContainText('[1, p. 12]');

	await expect(card(page)).toContainText('Hand it in');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(card(page)).toContainText('Save the file');
	const text = await savedText(page, () => page.getByRole('button', { name: 'Save as DOCX' }).click());
	expect(text).toContain('Lamps were paid by the night [1, p. 12]');
	expect(text).toContain('Light and wages');
	await expect(card(page)).toContainText('That is all there is to it');
	await expectAccessible(page);
	await card(page).getByRole('button', { name: 'Close' }).click();
	await expect(card(page)).toBeHidden();

	// it does not come back
	await page.getByRole('link', { name: 'Desk', exact: true }).click();
	await expect(page.getByRole('link', { name: 'On lamps' })).toBeVisible();
	await expect(page.getByRole('button', { name: 'Show me' })).toBeHidden();
	done();
});

test('with keys alone: from the desk to a file', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	const no = page.getByRole('button', { name: 'No, thanks' });
	await tabTo(page, no);
	await page.keyboard.press('Enter');
	await expect(no).toBeHidden();
	const fresh = page.getByRole('button', { name: 'New manuscript' });
	await tabTo(page, fresh);
	await page.keyboard.press('Enter');
	await expect(sheet(page)).toBeFocused();
	await expect(card(page)).toBeHidden();
	await page.keyboard.type('On lamps');
	await page.keyboard.press('Enter');
	await page.keyboard.type('Lamps were paid by the round @');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await expect(line).toBeVisible();
	await page.keyboard.type('tarrow round');
	await expect(line.getByRole('option').first()).toContainText('The round and the rate');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' p 301');
	await page.keyboard.press('Enter');
	await page.keyboard.type('.');
	await expect(sheet(page)).toContainText('by the round (Tarrow, 1999, p. 301).');

	await tabTo(page, styleButton(page), 'Shift+Tab');
	await page.keyboard.press('Enter');
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await expect(panel.getByRole('searchbox')).toBeFocused();
	await page.keyboard.type('ieee');
	await expect(panel.getByText('After switching to IEEE')).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(panel).toBeHidden();
	await expect(sheet(page)).toContainText('by the round [1, p. 301].');

	await tabTo(page, page.getByRole('link', { name: 'Hand in' }), 'Shift+Tab');
	await page.keyboard.press('Enter');
	const save = page.getByRole('button', { name: 'Save as DOCX' });
	await expect(save).toBeEnabled();
	await tabTo(page, save);
	const text = await savedText(page, () => page.keyboard.press('Enter'));
	expect(text).toContain('by the round [1, p. 301].');
	done();
});
