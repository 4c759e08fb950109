/** What a manuscript decides over its style. */
import { expect, test } from '@playwright/test';
import { caretAfter, chooseStyle, expectAccessible, openDraft, sheetText, watchErrors } from './helpers';

test('house rules: links, day of reading, short titles; shown as adjusted, in the file, undone', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	// that of the sheet, not that of pages
	const list = page.getByRole('textbox', { name: 'Manuscript text' }).locator('.entries');
	await expect(list).toContainText('https://doi.org/10.5555/');
	await expect(list).toContainText('Harbour Studies');
	const before = await sheetText(page);
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('Adjust for this manuscript').click();
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
	await page.getByLabel('Take the list from a file').setInputFiles({
		name: 'short.txt',
		mimeType: 'text/plain',
		buffer: Buffer.from('Annals of Night Ecology\tAnn. Night Ecol.\nHarbour Studies\tHarb. Stud.\n')
	});
	await expect(list).toContainText('Ann. Night Ecol.');
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
	await page.getByText('Adjust for this manuscript').click();
	await page.getByLabel('DOI and address').selectOption('style');
	await page.getByLabel(/short titles of/).uncheck();
	await page.keyboard.press('Escape');
	await expect.poll(() => sheetText(page)).toBe(before);
	await page.getByRole('textbox', { name: 'Manuscript text' }).focus();
	await page.keyboard.press('Control+z');
	await expect(list).toContainText('Harb. Stud.');
	done();
});

test('a journal without a style of its own: found by title or number, shown with its rules, used and kept', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const styleButton = page.getByRole('button', { name: /^Citation style/ });
	await styleButton.click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('searchbox').fill('annual review of nutrition');
	await expect(panel).toContainText('After switching to Annual Review of Nutrition');
	await expect(panel).toContainText('Annual Review of Nutrition uses the rules of Annual Reviews');
	await panel.getByRole('searchbox').fill('2053-1583');
	await expect(panel).toContainText('After switching to 2D Materials');
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(styleButton).toContainText('2D Materials');
	await expect(page.locator('.cite').first()).toHaveText('[1]');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.reload();
	await expect(styleButton).toContainText('2D Materials');
	await expect(page.locator('.cite').first()).toHaveText('[1]');
	// where a style was corrected, the Styles view says so
	await page.goto('/styles');
	await page.getByRole('searchbox', { name: 'Find a style' }).fill('mla 9th');
	await page
		.getByRole('button', { name: /^MLA 9th/ })
		.first()
		.click();
	await expect(page.getByText('Corrected here: A space stands between')).toContainText('(Tarrow, chap. 1)');
	done();
});

test('the language of the style: terms, quotation marks as they are typed, those of the text; titles that lead to the work', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await page.getByRole('button', { name: /^Citation style/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByLabel('Language of terms and dates').selectOption({ label: 'German (Germany)' });
	await expect(panel.getByText(/Kapitel|S\. \d/).first()).toBeVisible();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(sheet).toContainText('(Abara, 1931, S. 9–22)');
	await caretAfter(page, 'Its history on the shore is longer');
	await page.keyboard.type(`, "as they say", and the harbour's too`);
	await expect(sheet).toContainText('longer, „as they say“, and the harbour’s too');
	await page.keyboard.press('Control+z');

	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('Adjust for this manuscript').click();
	await page.getByLabel('titles in the bibliography link to the work').check();
	await expect(page.getByRole('link', { name: 'Mapping the gaslit quays' })).toHaveAttribute(
		'href',
		'https://doi.org/10.5555/hs.2019.12.201'
	);
	await page.keyboard.press('Escape');
	// one undo a step: titles, then the style
	await sheet.focus();
	await page.keyboard.press('Control+z');
	await expect(page.getByRole('link', { name: 'Mapping the gaslit quays' })).toHaveCount(0);
	done();
});

test('titles in headline capitals: in sentence case where the manual asks, seen before, words kept, undone', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await caretAfter(page, 'Its history on the shore is longer.');
	await page.keyboard.type(' @');
	await line.getByRole('combobox').fill('zzyzx');
	await line.getByRole('button', { name: 'Add one' }).click();
	await line.getByLabel('Author').fill('Zell, Ada');
	await line.getByLabel('Title').fill('The Unlit Pier of Wales: A Study With R');
	await line.getByLabel('Date').fill('2001');
	await line.getByRole('button', { name: 'Add and cite' }).click();
	await expect(line.locator('ins')).toHaveText('(Zell, 2001)');
	await page.keyboard.press('Enter');
	const entry = page.locator('.entry').filter({ hasText: 'Zell' });
	await expect(entry).toContainText('The unlit pier of Wales: A study with R');

	// a style whose manual has headline capitals leaves the title alone; the way back says what it will do
	await chooseStyle(page, 'MLA 9th');
	await expect(entry).toContainText('The Unlit Pier of Wales: A Study with R');
	await page.getByRole('button', { name: /^Citation style/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('button', { name: /^APA 7th/ }).click();
	await expect(panel).toContainText('2 titles are in sentence case.');
	await panel.getByRole('button', { name: 'See them' }).click();
	const titles = panel.getByRole('region', { name: 'Titles in sentence case' });
	// the other stands in capitals throughout in the demo
	const title = titles.getByRole('listitem').filter({ hasText: 'unlit' });
	await expect(title).toHaveText('The unlit pier of Wales: A study with R');
	await titles.getByRole('button', { name: 'pier: keep the capital of Pier' }).click();
	await expect(title).toHaveText('The unlit Pier of Wales: A study with R');
	await expect(titles.getByRole('button', { name: 'Pier: no exception any more' })).toBeVisible();
	await expectAccessible(page);
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(entry).toContainText('The unlit Pier of Wales: A study with R');

	// never, for this manuscript; and back
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await panel.getByText('Adjust for this manuscript').click();
	await panel.getByLabel('Capital letters in titles').selectOption({ label: 'as in the sources' });
	await expect(entry).toContainText('The Unlit Pier of Wales: A Study With R');
	await page.keyboard.press('Escape');
	await page.getByRole('textbox', { name: 'Manuscript text' }).focus();
	await page.keyboard.press('Control+z');
	await expect(entry).toContainText('The unlit Pier of Wales: A study with R');
	done();
});
