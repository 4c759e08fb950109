/** Finding and replacing words, as somebody does who has changed a term. */
import { expect, test } from '@playwright/test';
import { caretAfter, openDesk, openDraft, watchErrors } from './helpers';

test('find and replace: in text, notes and citations, by mouse and by key, one step of undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'shore');
	const text = page.getByRole('textbox', { name: 'Manuscript text' });
	await page.getByRole('button', { name: 'Find', exact: true }).click();
	const bar = page.getByRole('search', { name: 'Find and replace' });
	const find = bar.getByRole('searchbox', { name: 'Find in the text' });
	const status = bar.getByRole('status');
	await expect(find).toBeFocused();
	await find.fill('harbour lamp');
	await expect(status).toHaveText('1 found');
	await find.press('Enter');
	await expect(status).toHaveText('1 of 1');
	await expect(text.locator('.found.now')).toHaveText('harbour lamp');

	// citations are found as they show, and not replaced
	await find.fill('(Abara, 1931)');
	await expect(status).toHaveText('1 found');
	await find.press('Enter');
	await expect(text.locator('.cite.found.now, .found.now .cite')).toHaveCount(1);
	await expect(bar.getByRole('button', { name: 'Replace all' })).toBeDisabled();

	await find.fill('lamps');
	await bar.getByRole('checkbox', { name: 'Whole words' }).check();
	const before = Number(/^(\d+) found$/.exec((await status.textContent()) ?? '')?.[1]);
	expect(before).toBeGreaterThan(5);
	await bar.getByRole('textbox', { name: 'Replace with' }).fill('lanterns');
	await bar.getByRole('button', { name: 'Replace', exact: true }).click();
	await expect(status).toHaveText(/^\d+ of \d+$/);
	await bar.getByRole('button', { name: 'Replace', exact: true }).click();
	await expect(text).toContainText('lanterns');
	await bar.getByRole('button', { name: 'Replace all' }).click();
	await expect(status).toHaveText(/^\d+ replaced/);
	await find.press('Escape');
	await expect(bar).toBeHidden();
	await expect(text).toBeFocused();
	await expect(text.locator('.found')).toHaveCount(0);
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+z');
	await expect(text).not.toContainText('lanterns');

	// in a note of one's own, which goes on being written
	await caretAfter(page, 'one can do better');
	await page.keyboard.press('Alt+n');
	const note = page.getByRole('textbox', { name: 'Your note 1' });
	await expect(note).toBeFocused();
	await page.keyboard.type('Seen by the quay.');
	await page.keyboard.press('Control+f');
	await find.fill('by the quay');
	await find.press('Enter');
	await expect(note.locator('.found.now')).toHaveText('by the quay');
	await bar.getByRole('textbox', { name: 'Replace with' }).fill('from the mole');
	await page.keyboard.press('Enter');
	await expect(status).toHaveText('Replaced; no more behind it');
	await expect(note).toHaveText('Seen from the mole.');
	done();
});

test('a triple click takes the paragraph: cut and put elsewhere, it is a paragraph there; its words are counted', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	const text = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(text).toBeFocused();
	for (const line of ['Title', 'First of all.', 'Second to come.']) {
		await page.keyboard.type(line);
		await page.keyboard.press('Enter');
	}
	await page.keyboard.type('Third and last.');
	const paragraphs = text.locator('> p');
	await expect(paragraphs).toHaveText(['First of all.', 'Second to come.', 'Third and last.']);
	await paragraphs.first().click({ clickCount: 3 });
	await expect(page.getByText('3 of 10 words')).toBeVisible();
	await page.keyboard.press('Control+x');
	await expect(paragraphs).toHaveText(['Second to come.', 'Third and last.']);
	await page.keyboard.press('ArrowDown');
	await page.keyboard.press('Home');
	await page.keyboard.press('Control+v');
	await expect(paragraphs).toHaveText(['Second to come.', 'First of all.', 'Third and last.']);

	// as plain text: the look stays behind
	await paragraphs.first().click({ clickCount: 3 });
	await page.keyboard.press('Control+b');
	await expect(paragraphs.first().locator('strong')).toHaveText('Second to come.');
	await page.keyboard.press('Control+c');
	await caretAfter(page, 'Third and last.');
	await page.keyboard.press('Control+Shift+v');
	await expect(text.locator('strong')).toHaveCount(1);
	await expect(paragraphs.last()).toContainText('Third and last.');
	await expect(text).toContainText(/last\.\s*Second to come\./);
	done();
});

test('a triple click on a citation takes the paragraph, and opens nothing', async ({ page }) => {
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const citation = sheet.getByRole('button', { name: /Citation: \(Abara, 1931\)/ }).first();
	await citation.click({ clickCount: 3 });
	await expect(page.getByRole('contentinfo')).toContainText(/^\d+ of 772 words/);
	await expect(page.getByRole('dialog')).toHaveCount(0);
	await expect(sheet).toBeFocused();
	// two clicks are of the citation as before
	await page.keyboard.press('ArrowRight');
	await citation.dblclick();
	await expect(page.getByRole('dialog', { name: 'Edit the citation' })).toBeVisible();
});

test('the text moves from under the pointer while the second click opens a citation: the third is of the paragraph', async ({
	page
}) => {
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const box = await sheet
		.getByRole('button', { name: /Citation: \(Abara, 1931\)/ })
		.first()
		.boundingBox();
	const [x, y] = [box!.x + box!.width / 2, box!.y + box!.height / 2];
	const click = async (clickCount: number) => {
		await page.mouse.move(x, y);
		await page.mouse.down({ clickCount });
		await page.mouse.up({ clickCount });
	};
	await click(1);
	await click(2);
	await expect(page.getByRole('dialog', { name: 'Edit the citation' })).toBeVisible();
	await page.locator('.surface').evaluate((el) => el.scrollBy(0, -60));
	await click(3);
	await expect(page.getByRole('contentinfo')).toContainText(/^77 of 772 words/);
	await expect(page.getByRole('dialog')).toHaveCount(0);
	await expect(sheet).toBeFocused();
});

test('three clicks that come slowly, as on a busy machine, are three clicks', async ({ page }) => {
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await sheet
		.getByRole('button', { name: /Citation: \(Abara, 1931\)/ })
		.first()
		.click({ clickCount: 3, delay: 600 });
	await expect(page.getByRole('contentinfo')).toContainText(/^\d+ of 772 words/);
	await expect(page.getByRole('dialog')).toHaveCount(0);
});
