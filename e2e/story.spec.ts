/** The whole job as one story: write, cite, add a page, switch style, move, correct, hand in. */
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import mammoth from 'mammoth';
import { caretAfter, chooseFile, chooseStyle, openDesk, sheetText, watchErrors } from './helpers';

test('write, cite with a page, switch styles and back, move, correct, hand in', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('link', { name: 'What the lamps did to the shore' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('decades (Nakagawa et al., 2021). Its history');
	const list = page.getByRole('list', { name: 'Bibliography entries' });
	await expect(list.getByRole('listitem')).toHaveCount(26);

	// a sentence, two sources, one with a page
	await caretAfter(page, 'only to the people it brought.');
	await page.keyboard.type(' Wages were paid by the lamp @');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await expect(line).toBeVisible();
	await page.keyboard.type('tarrow round');
	await expect(line.getByRole('option').first()).toContainText('The round and the rate');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' p 301-5; quill 1926');
	await expect(line.getByRole('option').first()).toContainText('Quill');
	await page.keyboard.press('Enter');
	await expect(line).toContainText('(T. Quill, 1926; Tarrow, 1999, pp. 301–305)');
	await page.keyboard.press('Enter');
	await page.keyboard.type('.');
	await expect(sheet).toContainText('Wages were paid by the lamp (T. Quill, 1926; Tarrow, 1999, pp. 301–305).');
	await expect(list.getByRole('listitem')).toHaveCount(28);
	await expect(list).toContainText('Tarrow, I. (1999). The round and the rate');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	// other styles and back: the same text
	const apa = await sheetText(page);
	await chooseStyle(page, 'IEEE');
	await expect(sheet).toContainText('two decades [3]. Its history');
	await chooseStyle(page, 'Chicago 17th, full note');
	await expect(sheet.locator('sup.mark').first()).toHaveText('1');
	const notes = page.getByRole('complementary', { name: 'Notes' });
	await expect(notes).toContainText(
		'Ivo Tarrow, “The Round and the Rate: Paying by the Lamp in Port Ennis,” Journal of Coastal History 22, no. 3 (1999): 301–5'
	);
	await expect(sheet).toContainText('paid by the lamp.1');
	await chooseStyle(page, 'APA 7th');
	await expect(sheet).toContainText('(T. Quill, 1926; Tarrow, 1999, pp. 301–305).');
	expect(await sheetText(page)).toBe(apa);

	// undo takes a switch back in one step
	await chooseStyle(page, 'IEEE');
	await expect(sheet).toContainText('two decades [3]. Its history');
	await sheet.click({ position: { x: 300, y: 40 } });
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('decades (Nakagawa et al., 2021). Its history');

	// move a paragraph: numbers follow
	await chooseStyle(page, 'IEEE');
	await expect(sheet).toContainText('paid by the lamp [1, pp. 301–5], [2].');
	const first = sheet.locator('p', { hasText: 'Harbour lighting is older' });
	await first.click({ clickCount: 3 });
	await page.keyboard.press('Control+x');
	await expect(sheet).toContainText('two decades [1]. Its history');
	await caretAfter(page, 'but the effect vanished when counts were corrected for the height of the tide');
	await page.keyboard.press('End');
	await page.keyboard.press('Control+End');
	await caretAfter(page, 'Whether shorebirds use the lamps as landmarks, as has been proposed ');
	await page.keyboard.press('Control+v');
	await expect(sheet).toContainText('two decades [1]. Its history');
	await expect(sheet).toContainText(/paid by the lamp \[2[0-9], pp\. 301–5\], \[2[0-9]\]\./);

	// correct a year in Sources; the text shows it
	await chooseStyle(page, 'APA 7th');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.goto('/sources');
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('nakagawa');
	await page.getByRole('button', { name: /Skyglow over small harbours/ }).click();
	const year = page.getByLabel('Date', { exact: true });
	await year.fill('2020');
	await year.press('Tab');
	await expect(page.getByText('(Nakagawa et al., 2020)')).toBeVisible();
	await page.goto('/draft/shore');
	await expect(sheet).toContainText('decades (Nakagawa et al., 2020). Its history');

	// hand in
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('heading', { name: 'Hand in' })).toBeVisible();
	const save = async (name: string) => {
		const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
		return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
	};
	const docx = await save('Save as DOCX');
	expect(docx.name).toBe('what-the-lamps-did-to-the-shore.docx');
	const { value: text } = await mammoth.extractRawText({ buffer: docx.bytes });
	expect(text).toContain('decades (Nakagawa et al., 2020). Its history');
	expect(text).toContain('(T. Quill, 1926; Tarrow, 1999, pp. 301–305)');
	expect(text).toContain('Tarrow, I. (1999). The round and the rate');
	await chooseFile(page, 'HTML');
	const html = (await save('Save as HTML')).bytes.toString('utf8');
	expect(html).toContain('decades (Nakagawa et al., 2020). Its history');
	expect(html.match(/class="entry"/g)).toHaveLength(28);
	const bib = (await save('Save the cited sources as BibTeX')).bytes.toString('utf8');
	expect(bib).toContain('@article{tarrow1999,');
	const json = JSON.parse((await save('Save the cited sources as CSL-JSON')).bytes.toString('utf8')) as unknown[];
	expect(json).toHaveLength(28);
	done();
});
