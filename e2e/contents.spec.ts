/** Contents and lists of tables: always what is there, with page numbers where there are pages, and live again from a file. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { caretAfter, chooseFile, expectAccessible, openDraft, watchErrors } from './helpers';

const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const list = (page: Page, name: string) => sheet(page).getByRole('navigation', { name });
const form = (page: Page, name: string) => page.getByRole('form', { name });

async function insert(page: Page, name: string): Promise<void> {
	await page.getByRole('button', { name: 'Insert', exact: true }).click();
	await page.getByRole('menuitem', { name }).click();
}

test('contents follow the headings, lead to them, have options and pages, and come back from files', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await sheet(page).getByRole('heading', { level: 1 }).click();
	await insert(page, 'Contents…');
	await expectAccessible(page);
	await form(page, 'Contents').getByRole('button', { name: 'Insert contents' }).click();
	const contents = list(page, 'Contents');
	await expect(contents.getByRole('listitem')).toHaveText([
		'Introduction',
		'Methods',
		'Results',
		'Moths',
		'Eels',
		'Birds and crabs',
		'Discussion',
		'References'
	]);

	// copied, they are a list elsewhere
	await caretAfter(page, 'only to the people it brought.');
	await page.keyboard.press('Control+a');
	const copied = await sheet(page).evaluate((root) => {
		const clipboardData = new DataTransfer();
		root.dispatchEvent(new ClipboardEvent('copy', { clipboardData, bubbles: true, cancelable: true }));
		return { html: clipboardData.getData('text/html'), text: clipboardData.getData('text/plain') };
	});
	expect(copied.text).toContain('Contents\nIntroduction\nMethods\nResults\n  Moths\n');
	expect(copied.html).toMatch(
		/<nav data-rq-contents="headings"[^>]*><p><b>Contents<\/b><\/p><ul><li[^>]*>Introduction/
	);

	// what is typed into a heading is in them at once; undo takes it back there too
	await sheet(page).getByRole('heading', { name: 'Methods' }).click();
	await page.keyboard.press('End');
	await page.keyboard.type(' and places');
	await expect(contents.getByRole('listitem').nth(1)).toHaveText('Methods and places');
	await page.keyboard.press('Control+z');
	await expect(contents.getByRole('listitem').nth(1)).toHaveText('Methods');

	await contents.getByText('Eels').click();
	await expect(sheet(page).getByRole('heading', { name: 'Eels' })).toBeInViewport();
	await page.keyboard.press('Home');
	await page.keyboard.type('Silver ');
	await expect(contents.getByText('Silver Eels')).toHaveCount(1);

	await contents.getByRole('button', { name: 'Contents options…' }).click();
	await form(page, 'Contents').getByRole('textbox', { name: 'Title' }).fill('What is in it');
	await form(page, 'Contents').getByRole('combobox', { name: 'Down to' }).selectOption('Heading 1');
	await form(page, 'Contents').getByRole('button', { name: 'Change contents' }).click();
	const own = list(page, 'What is in it');
	await expect(own.getByRole('listitem')).toHaveCount(5);

	// the number of a page is known where there are pages
	await caretAfter(page, 'Artificial light at night');
	await insert(page, 'Cross-reference…');
	await form(page, 'Cross-reference').getByRole('combobox', { name: 'Shown as' }).selectOption('page');
	await form(page, 'Cross-reference').getByRole('button', { name: 'Silver Eels' }).click();
	await expect(sheet(page).locator('.cross-ref')).toHaveText('page of Silver Eels');

	await caretAfter(page, 'only to the people it brought.');
	await insert(page, 'Contents…');
	await form(page, 'Contents').getByRole('combobox', { name: 'What is listed' }).selectOption('Tables');
	await form(page, 'Contents').getByRole('button', { name: 'Insert contents' }).click();
	await expect(list(page, 'Tables')).toBeVisible();
	await expect(list(page, 'Tables').getByRole('listitem')).toHaveCount(0);
	await page.keyboard.press('Control+z');
	await expect(list(page, 'Tables')).toHaveCount(0);
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	await page.reload();
	await expect(own.getByRole('listitem').nth(4)).toHaveText('References');
	await page.getByRole('link', { name: 'Hand in' }).click();
	const pages = page.getByRole('document', { name: 'The file as it will be' });
	await expect(pages).toContainText(/What is in it\s*Introduction\s*1\s*Methods\s*\d/);

	await expect(pages).toContainText(/Artificial light at night \d+ has become/);

	const save = async (name: string) => {
		const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
		return readFileSync((await saved.path())!);
	};
	const docx = await save('Save as DOCX');
	const written = strFromU8(unzipSync(docx)['word/document.xml']);
	expect(written).toContain('TOC \\o');
	expect(written).toMatch(/PAGEREF _RefPage1 \\h"><w:r><w:t[^>]*>\d+</);
	await chooseFile(page, 'ODT');
	expect(strFromU8(unzipSync(await save('Save as ODT'))['content.xml'])).toContain('<text:table-of-content ');

	await page.goto('/');
	await page.getByLabel('Open a document').setInputFiles({
		name: 'back.docx',
		mimeType: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
		buffer: docx
	});
	await page.getByRole('button', { name: 'Open as a manuscript' }).click();
	await page.getByRole('link', { name: 'Back to the draft' }).click();
	await expect(own.getByRole('listitem')).toHaveCount(5);
	// in a narrow window the form is moved to where there is room
	await page.setViewportSize({ width: 900, height: 800 });
	await own.getByRole('button', { name: 'Contents options…' }).click();
	await expect(form(page, 'Contents')).toBeInViewport({ ratio: 1 });
	await expectAccessible(page);
	await page.keyboard.press('Escape');
	await own.getByText('Discussion').click();
	await page.keyboard.press('End');
	await page.keyboard.type(' of it');
	await expect(own.getByRole('listitem').nth(3)).toHaveText('Discussion of it');
	done();
});
