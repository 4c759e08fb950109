/** A file for blind review: names and own works are covered as they are seen, kept where the person says so, and looked for in the file. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { caretAfter, chooseFile, expectAccessible, openDraft, watchErrors } from './helpers';

const names = (page: Page) => page.getByRole('textbox', { name: 'Names that are covered, one on each line' });
const save = async (page: Page, name: string) => {
	const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
	return { name: saved.suggestedFilename(), bytes: readFileSync((await saved.path())!) };
};

test('names, own works and properties are covered; a place can be kept, and is then said before it is saved', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	await caretAfter(page, 'copied in a clerk’s hand');
	await page.keyboard.type(' (as V. Lindgate and I. Tarrow say)');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await chooseFile(page, 'DOCX', 'Anonymous');
	await expect(names(page)).toHaveValue('Vera Lindgate');
	await expect(page.getByText('None that has one of these names.')).toBeVisible();

	// somebody else wrote it too: that name, and the works, are theirs as well
	await names(page).fill('Vera Lindgate\nIvo Tarrow');
	await page.keyboard.press('Tab');
	await expect(page.getByRole('checkbox', { name: 'Tarrow, 2004' })).toBeChecked();
	const place = page.getByRole('checkbox', { name: /V\. Lindgate and I\. Tarrow say/ });
	await expect(place).toHaveCount(2);
	await expect(page.getByText('No form of these names is left in the text.')).toBeVisible();
	await expect(page.getByText('I am grateful', { exact: true })).toBeVisible();
	const pages = page.getByRole('document', { name: 'The file as it will be' });
	await expect(pages).toContainText('(as [Author] and [Author] say)');
	await expectAccessible(page);

	const file = await save(page, 'Save as anonymous DOCX');
	expect(file.name).toBe('the-lamplighters-of-port-ennis-anonymous.docx');
	const parts = unzipSync(file.bytes);
	for (const [name, part] of Object.entries(parts)) expect(strFromU8(part, true), name).not.toMatch(/Lindgate|Tarrow/);
	expect(strFromU8(parts['word/footnotes.xml'])).toContain('Author');
	await expect(page.getByText('None of the names is in it.')).toBeVisible();

	// what is decided counts, however fast it is saved; in works of others a name stays, and is said
	await names(page).fill('Vera Lindgate\nIvo Tarrow\nAgnes Fenn');
	await page.getByRole('button', { name: 'Save as anonymous DOCX' }).click();
	const ask = page.getByRole('group', { name: 'Before it is saved' });
	await expect(ask).toContainText('Agnes Fenn');
	await ask.getByRole('button', { name: 'Do not save' }).click();
	await names(page).fill('Vera Lindgate\nIvo Tarrow');
	await page.keyboard.press('Tab');
	await expect(page.getByText('No form of these names is left in the text.')).toBeVisible();

	// two decisions in one breath are both taken
	await place.nth(0).uncheck();
	await place.nth(1).uncheck();
	await expect(page.getByText('2 names can still be read')).toBeVisible();
	await place.nth(1).check();

	// what is kept is said before anything is saved, and is still decided the next time
	await expect(place.first()).not.toBeChecked();
	await expect(page.getByText('1 name can still be read')).toBeVisible();
	await chooseFile(page, 'Plain text', 'Anonymous');
	await page.getByRole('button', { name: 'Save as anonymous plain text' }).click();
	await expect(ask).toContainText('1 name can still be read in the anonymous plain text file');
	await expect(ask).toContainText('V. Lindgate');
	await ask.getByRole('button', { name: 'Do not save' }).click();
	await page.reload();
	await page.getByRole('radio', { name: /^Anonymous/ }).check();
	await expect(names(page)).toHaveValue('Vera Lindgate\nIvo Tarrow');
	await expect(place.first()).not.toBeChecked();
	// and by a page that goes in the next moment
	await names(page).fill('Vera Lindgate\nIvo Tarrow\nOtto Brandt');
	await page.keyboard.press('Tab');
	await page.reload();
	await page.getByRole('radio', { name: /^Anonymous/ }).check();
	await expect(names(page)).toHaveValue('Vera Lindgate\nIvo Tarrow\nOtto Brandt');

	// the manuscript itself is as it was
	await page.getByRole('radio', { name: /^Final/ }).check();
	await expect(pages).toContainText('(as V. Lindgate and I. Tarrow say)');
	const plain = strFromU8(unzipSync((await save(page, 'Save as DOCX')).bytes)['word/footnotes.xml']);
	expect(plain).toContain('Tarrow');
	done();
});
