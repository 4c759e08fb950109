/** Tables, figures, equations and references to them: put in, changed, renumbered, proofread, handed in and read back. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { panel } from './paper-pages';
import { caretAfter, chooseFile, expectAccessible, openDraft, watchErrors } from './helpers';

const PNG = Buffer.from(
	'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
	'base64'
);
const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const form = (page: Page, name: string) => page.getByRole('form', { name });

async function insert(page: Page, name: string): Promise<void> {
	await page.getByRole('button', { name: 'Insert', exact: true }).click();
	await page.getByRole('menuitem', { name }).click();
}
/** Opens the form of a figure and gives it a picture. */
async function chooseFigure(page: Page): Promise<void> {
	await insert(page, 'Figure…');
	await form(page, 'Figure')
		.getByLabel('Choose a picture…')
		.setInputFiles({ name: 'quay.png', mimeType: 'image/png', buffer: PNG });
}
async function insertTable(page: Page, behind: string, caption: string): Promise<void> {
	await caretAfter(page, behind);
	await insert(page, 'Table…');
	await form(page, 'Table').getByRole('button', { name: 'Insert table' }).click();
	await page.keyboard.type('Year');
	await page.keyboard.press('Tab');
	await page.keyboard.type('Lamps');
	await page.keyboard.press('Tab');
	await page.keyboard.type('Cost');
	await sheet(page).locator('.caption').filter({ hasNotText: /\S/ }).click();
	await page.keyboard.type(caption);
}

test('a table, a figure and an equation are numbered; a reference follows its number; each is in every file', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await insertTable(page, 'Artificial light at night', 'Lamps of the quay');
	await expect(sheet(page).getByRole('table')).toHaveCount(1);

	// rows and columns by the menu of the table
	await sheet(page).getByRole('cell').last().click();
	await page.getByRole('button', { name: 'Rows, columns and cells' }).click();
	await expectAccessible(page);
	await page.getByRole('menuitem', { name: 'Column after' }).click();
	await expect(sheet(page).getByRole('row').first().getByRole('columnheader')).toHaveCount(4);
	await page.keyboard.press('Control+z');
	await expect(sheet(page).getByRole('row').first().getByRole('columnheader')).toHaveCount(3);

	await caretAfter(page, 'Harbour lighting');
	await insert(page, 'Cross-reference…');
	await expectAccessible(page);
	await form(page, 'Cross-reference').getByRole('button', { name: 'Table 1 Lamps of the quay' }).click();
	await expect(sheet(page).locator('.cross-ref')).toHaveText('Table 1');

	// a second one above: the first is Table 2 now, and so is what refers to it
	await insertTable(page, 'Harbour lighting', 'Ships of the year');
	await expect(sheet(page).locator('.cross-ref')).toHaveText('Table 2');

	await insert(page, 'Equation…');
	await form(page, 'Equation').getByRole('textbox', { name: 'TeX' }).fill('E = \\frac{\\Phi}{4 \\pi r^2}');
	await expect(form(page, 'Equation').locator('math')).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(sheet(page).locator('math')).toBeVisible();

	await chooseFigure(page);
	await form(page, 'Figure').getByRole('textbox', { name: 'What the picture shows' }).fill('A dark quay');
	await form(page, 'Figure').getByRole('button', { name: 'Insert figure' }).click();
	await page.keyboard.type('The quay before the lamps');
	await expect(sheet(page).getByRole('img', { name: 'A dark quay' })).toBeVisible();
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	await page.reload();
	await expect(sheet(page).locator('.cross-ref')).toHaveText('Table 2');
	await page.getByRole('link', { name: 'Hand in' }).click();
	const pages = page.getByRole('document', { name: 'The file as it will be' });
	await expect(pages).toContainText('Table 2. Lamps of the quay');
	await expect(pages).toContainText('Figure 1. The quay before the lamps');

	const save = async (name: string) => {
		const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
		return readFileSync((await saved.path())!);
	};
	const docx = strFromU8(unzipSync(await save('Save as DOCX'))['word/document.xml']);
	expect(docx.match(/SEQ Table/g)).toHaveLength(2);
	expect(docx).toMatch(/REF _RefLabel1 \\h/);
	expect(docx).toContain('<m:oMath');
	await chooseFile(page, 'ODT');
	const odt = strFromU8(unzipSync(await save('Save as ODT'))['content.xml']);
	expect(odt.match(/<text:sequence [^>]*text:name="Table"/g)).toHaveLength(2);
	expect(odt).toMatch(/<text:sequence-ref[^>]*>Table 2</);
	// what LaTeX cannot hold is said before anything is saved
	await chooseFile(page, 'LaTeX', 'Live');
	await page.getByRole('button', { name: 'Save as LaTeX with cite keys' }).click();
	await expect(page.getByRole('group', { name: 'Before it is saved' })).toContainText('“source needed”');
	const latex = unzipSync(await save('Save all the same'));
	const [name] = Object.keys(latex).filter((f) => f.endsWith('.tex'));
	expect(strFromU8(latex[name])).toMatch(/\\autoref\{[^}]+\}/);
	expect(strFromU8(latex[name])).toContain('alt={A dark quay}');
	done();
});

test('a picture that is pasted is a figure, described by a double click; what refers to nothing is found by Proof', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Artificial light at night');
	await sheet(page).evaluate((root, data) => {
		const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0));
		const clipboardData = new DataTransfer();
		clipboardData.items.add(new File([bytes], 'quay.png', { type: 'image/png' }));
		root.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
	}, PNG.toString('base64'));
	const figure = sheet(page).locator('figure');
	await expect(figure).toHaveCount(1);
	await caretAfter(page, 'Harbour lighting');
	await insert(page, 'Cross-reference…');
	await form(page, 'Cross-reference')
		.getByRole('button', { name: /^Figure 1/ })
		.click();
	await expect(sheet(page).locator('.cross-ref')).toHaveText('Figure 1');

	await figure.locator('img').dblclick();
	await form(page, 'Figure').getByRole('textbox', { name: 'What the picture shows' }).fill('A quay at night');
	await form(page, 'Figure').getByRole('button', { name: 'Change figure' }).click();
	await expect(sheet(page).getByRole('img', { name: 'A quay at night' })).toHaveCount(1);
	await page.keyboard.press('Control+z');
	await expect(sheet(page).getByRole('img', { name: 'A quay at night' })).toHaveCount(0);

	await figure.locator('img').click();
	await page.keyboard.press('Delete');
	await expect(figure).toHaveCount(0);
	await expect(sheet(page).locator('.cross-ref')).toHaveText('[no such place]');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.goto('/draft/shore/proof');
	await expect(page.locator('span').getByText('A reference to something that is not there')).toBeVisible();
	done();
});

test('a picture for which there is no room is said, stays on the sheet, and is kept once there is room', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Artificial light at night');
	await chooseFigure(page);
	await page.evaluate(() => {
		const { put, add } = IDBObjectStore.prototype;
		const full = () => {
			throw new DOMException('full', 'QuotaExceededError');
		};
		Object.assign(IDBObjectStore.prototype, { put: full, add: full });
		Object.assign(window, { room: () => Object.assign(IDBObjectStore.prototype, { put, add }) });
	});
	await form(page, 'Figure').getByRole('textbox', { name: 'What the picture shows' }).fill('A dark quay');
	await form(page, 'Figure').getByRole('button', { name: 'Insert figure' }).click();
	await expect(page.getByText(/^A picture could not be kept\. It stays on the sheet/)).toBeVisible();
	const picture = sheet(page).getByRole('img', { name: 'A dark quay' });
	await expect(picture).toBeVisible();
	await page.evaluate(() => (window as unknown as { room(): void }).room());
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await expect
		.poll(() =>
			page.evaluate(
				() =>
					new Promise<number>((ok) => {
						const open = indexedDB.open('rapid-quill');
						open.onsuccess = () => {
							const count = open.result.transaction('assets').objectStore('assets').count();
							count.onsuccess = () => {
								open.result.close();
								ok(count.result);
							};
						};
					})
			)
		)
		.toBeGreaterThan(0);
	await page.reload();
	await expect(picture).toBeVisible();
	await expect(sheet(page).locator('.no-picture')).toHaveCount(0);
	done();
});

test('the edge of a column is dragged; wider by the menu; the file has the same widths; undone one by one', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	const table = sheet(page).getByRole('table').first();
	const heads = table.getByRole('columnheader');
	const width = async (n: number) => Math.round((await heads.nth(n).boundingBox())!.width);
	await table.getByRole('cell').first().click();
	const before = await width(0);
	const box = (await heads.first().boundingBox())!;
	const [x, y] = [box.x + box.width - 1, box.y + box.height / 2];
	await page.mouse.move(x - 4, y);
	await page.mouse.move(x - 1, y);
	await page.mouse.down();
	await page.mouse.move(x - 40, y, { steps: 4 });
	await page.mouse.move(x - 60, y, { steps: 4 });
	await page.mouse.up();
	await expect.poll(() => width(0)).toBeLessThan(before - 40);
	const dragged = await width(0);

	await page.getByRole('button', { name: 'Rows, columns and cells' }).click();
	await page.getByRole('menuitem', { name: 'Column wider' }).click();
	await expect.poll(() => width(0)).toBeGreaterThan(dragged + 10);
	await page.keyboard.press('Control+z');
	await expect.poll(() => width(0)).toBe(dragged);
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	const total = await table.evaluate((t) => t.getBoundingClientRect().width);
	await page.getByRole('link', { name: 'Hand in' }).click();
	const column = page.getByRole('document', { name: 'The file as it will be' }).locator('col').first();
	await expect(column).toHaveAttribute('style', /^width: \d/);
	const share = Number(/[\d.]+/.exec((await column.getAttribute('style'))!)![0]);
	expect(Math.abs(share - (dragged / total) * 100)).toBeLessThan(2);
	const [saved] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'Save as DOCX' }).click()
	]);
	const docx = strFromU8(unzipSync(readFileSync((await saved.path())!))['word/document.xml']);
	const grid = [.../<w:tblGrid>(.*?)<\/w:tblGrid>/s.exec(docx)![1].matchAll(/w:w="(\d+)"/g)].map((m) => Number(m[1]));
	expect(grid).toHaveLength(4);
	expect(grid[0]).toBeLessThan(grid[1] * 0.7);

	await page.getByRole('link', { name: 'Back to the draft' }).click();
	await table.getByRole('cell').first().click();
	await page.getByRole('button', { name: 'Rows, columns and cells' }).click();
	await page.getByRole('menuitem', { name: 'Automatic column widths' }).click();
	await expect.poll(() => width(0)).toBe(before);
	done();
});

test('a figure is made half as wide; the note below it begins as the manual asks, in the sheet, the pages and the files', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Artificial light at night');
	await chooseFigure(page);
	await form(page, 'Figure').getByRole('textbox', { name: 'What the picture shows' }).fill('A dark quay');
	await form(page, 'Figure').getByLabel('Width').selectOption('50 % of the text');
	await expectAccessible(page);
	await form(page, 'Figure').getByRole('button', { name: 'Insert figure' }).click();
	await page.keyboard.type('The quay');
	await insert(page, 'Figure…');
	await form(page, 'Figure').getByRole('button', { name: 'Note below the figure' }).click();
	await page.keyboard.type('Drawn by the board.');
	await page.keyboard.press('Enter');
	await page.keyboard.type('The text goes on.');
	const note = sheet(page).locator('p.legend');
	await expect(note).toHaveText(['Drawn by the board.']);
	const lead = () => note.evaluate((p) => getComputedStyle(p, '::before').content);
	expect(await lead()).toBe('""');
	// APA 7, 7.28
	await page.getByRole('button', { name: 'Page', exact: true }).click();
	await panel(page).selectOption('Student paper');
	await expect.poll(lead).toBe('"Note. "');
	const wide = await sheet(page).getByRole('img', { name: 'A dark quay' }).boundingBox();
	const all = await note.boundingBox();
	expect(Math.abs(wide!.width / all!.width - 0.5)).toBeLessThan(0.02);
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText(
		'Note. Drawn by the board.'
	);
	const [saved] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'Save as DOCX' }).click()
	]);
	const xml = strFromU8(unzipSync(readFileSync((await saved.path())!))['word/document.xml']);
	expect(xml).toMatch(/<w:pStyle w:val="Legend"\/>.*?<w:i\/>.*?Note\. .*?Drawn by the board\./);
	done();
});
