/** A manuscript begun from a kind of paper: what it asks for stands on the sheet, and is typed there. */
import { expect, test } from '@playwright/test';
import { expectAccessible, watchErrors } from './helpers';
import { panel } from './paper-pages';

test('fields of the title page and sections to fill are on the sheet; one undo takes each back; a reload keeps them', async ({
	page
}) => {
	const done = watchErrors(page);
	await page.goto('/');
	await page.getByRole('button', { name: /^Lab report/ }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const sections = page.getByRole('group', { name: 'Sections to fill' });
	await expect(sections.getByRole('button')).toHaveText([
		'Introduction',
		'Apparatus and method',
		'Results',
		'Discussion',
		'Conclusion',
		'Do without these sections'
	]);
	await expectAccessible(page);
	await sections.getByRole('button', { name: 'Results' }).click();
	await page.keyboard.type('Moths fell.');
	await expect(sheet.getByRole('heading', { name: 'Results' })).toBeVisible();
	await expect(sheet.locator('p').filter({ hasText: 'Moths fell.' })).toBeVisible();
	// what comes before it and behind it stands on either side
	await expect(sections).toHaveCount(2);
	await sections.last().getByRole('button', { name: 'Discussion' }).click();
	await page.keyboard.type('Why?');
	await sections.first().getByRole('button', { name: 'Introduction' }).click();
	await expect(sheet.getByRole('heading', { level: 2 })).toHaveText([
		'Introduction',
		'Results',
		'Discussion',
		'References'
	]);
	await page.keyboard.press('Control+z');
	await expect(sheet.getByRole('heading', { level: 2 })).toHaveText(['Results', 'Discussion', 'References']);

	const front = page.getByRole('group', { name: 'Below the title' });
	await front.getByRole('textbox', { name: 'Course' }).fill('Biology 101');
	await front.getByRole('textbox', { name: 'Abstract' }).fill('Moths fell with each year of burning.');
	// gone in the middle of a word
	await page.reload();
	await expect(front.getByRole('textbox', { name: 'Course' })).toHaveValue('Biology 101');
	await expect(front.getByRole('textbox', { name: 'Abstract' })).toHaveValue(/each year of burning/);
	// the panel has the same words, and either follows the other
	await page
		.getByRole('navigation', { name: 'Beside the text' })
		.getByRole('button', { name: 'Page', exact: true })
		.click();
	await expect(panel(page)).toHaveValue('lab-report');
	const field = page.getByRole('group', { name: 'Before the text' }).getByRole('textbox', { name: 'Course' });
	await field.fill('Biology 102');
	await expect(front.getByRole('textbox', { name: 'Course' })).toHaveValue('Biology 102');

	await sections.first().hover();
	await sections.first().getByRole('button', { name: 'Do without these sections' }).click();
	await expect(sections).toHaveCount(0);
	await page.keyboard.press('Control+z');
	await expect(sections).toHaveCount(2);
	// a heading of one's own is a structure of one's own
	await panel(page).selectOption('Plain');
	await expect(sections).toHaveCount(0);
	await expect(front).toHaveCount(0);

	// nothing of it is in the file
	await panel(page).selectOption('Lab report');
	await page.getByRole('link', { name: 'Hand in' }).click();
	const pages = page.getByRole('document', { name: 'The file as it will be' });
	await expect(pages).toContainText('Biology 102');
	await expect(pages).not.toContainText('Apparatus and method');
	await expect(pages).not.toContainText('Do without');
	done();
});

test('the first words of an essay go into its title, below the fields that came meanwhile', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/');
	await page.getByRole('button', { name: /^Essay/ }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet.getByRole('textbox', { name: 'Instructor' })).toBeVisible();
	await expect(sheet).toBeFocused();
	await page.keyboard.type('Fire by boat');
	await expect(sheet.getByRole('heading', { level: 1 })).toHaveText('Fire by boat');
	done();
});
