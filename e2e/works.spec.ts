/** Bound works: chapters in order, numbered and listed as one, written alone, handed in whole. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, chooseFile, expectAccessible, openDesk, watchErrors } from './helpers';

const chapters = (page: Page) => page.getByRole('list', { name: 'Chapters' });
/** What stood before the first heading is a text without a number. */
const SECTIONS = ['What the lamps did to the shore', 'Introduction', 'Methods', 'Results', 'Discussion'];
const rows = (page: Page) => chapters(page).getByRole('heading', { level: 2 });

test('manuscripts are bound into a work; order by keys, menu and drag; undo; unbound they stand alone again', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'Bind chapters' }).click();
	const ask = page.getByRole('dialog');
	await ask.getByRole('textbox', { name: 'Title of the work' }).fill('Carrying fire');
	await ask.getByRole('checkbox', { name: 'What the lamps did to the shore' }).check();
	await ask.getByRole('checkbox', { name: 'The lamplighters of Port Ennis' }).check();
	await expectAccessible(page);
	await ask.getByRole('button', { name: 'Bind 2 chapters' }).click();
	await expect(page.getByRole('textbox', { name: 'Title of the work' })).toHaveValue('Carrying fire');
	await expect(rows(page)).toHaveText(['What the lamps did to the shore', 'The lamplighters of Port Ennis']);
	// the first chapter says the style; the other is written in one of its own
	await expect(chapters(page)).toContainText('written in Chicago 17th, full note');
	await expectAccessible(page);
	// keys
	await page.getByLabel('Move The lamplighters of Port Ennis').focus();
	await page.keyboard.press('Alt+ArrowUp');
	await expect(rows(page)).toHaveText(['The lamplighters of Port Ennis', 'What the lamps did to the shore']);
	await page.keyboard.press('Control+z');
	await expect(rows(page)).toHaveText(['What the lamps did to the shore', 'The lamplighters of Port Ennis']);
	// the menu
	await page.getByRole('button', { name: 'More for The lamplighters of Port Ennis' }).click();
	await page.getByRole('button', { name: 'Move up' }).filter({ visible: true }).click();
	await expect(rows(page)).toHaveText(['The lamplighters of Port Ennis', 'What the lamps did to the shore']);
	// drag
	await expect(page.getByText('“The lamplighters of Port Ennis” moved up', { exact: true })).toBeVisible();
	// rows that make way for each other come to rest
	await page.evaluate(() => Promise.allSettled(document.getAnimations().map((a) => a.finished)));
	const grips = page.getByLabel(/^Move /);
	const [from, to] = [(await grips.nth(0).boundingBox())!, (await grips.nth(1).boundingBox())!];
	await page.mouse.move(from.x + 6, from.y + 6);
	await page.mouse.down();
	await page.mouse.move(from.x + 6, from.y + 20, { steps: 4 });
	await page.mouse.move(to.x + 6, to.y + 16, { steps: 8 });
	// the rows make room while one is dragged; on a busy machine that takes its time
	await expect
		.poll(async () => {
			await page.mouse.move(to.x + 7, to.y + 16);
			await page.mouse.move(to.x + 6, to.y + 16);
			return chapters(page).getByRole('listitem').first().innerText();
		})
		.toContain('What the lamps did to the shore');
	await page.mouse.up();
	await expect(rows(page)).toHaveText(['What the lamps did to the shore', 'The lamplighters of Port Ennis']);
	await expect(page.getByText('Chapters put in another order')).toBeVisible();
	// taken out, and back
	await page.getByRole('button', { name: 'More for What the lamps did to the shore' }).click();
	await page.getByRole('button', { name: 'Remove from the work' }).filter({ visible: true }).click();
	await expect(rows(page)).toHaveText(['The lamplighters of Port Ennis']);
	await page.getByRole('button', { name: 'Undo' }).last().click();
	await expect(rows(page)).toHaveCount(2);
	await page.getByRole('link', { name: 'Rapid Quill, to the desk' }).click();
	const card = page.getByRole('region', { name: 'Carrying fire' });
	await expect(card.getByRole('link', { name: 'The lamplighters of Port Ennis' })).toBeVisible();
	await card.getByRole('button', { name: 'More for Carrying fire' }).click();
	await page.getByRole('button', { name: 'Unbind' }).filter({ visible: true }).click();
	await expect(card).toBeHidden();
	await expect(page.getByRole('link', { name: 'The lamplighters of Port Ennis' })).toBeVisible();
	await page.getByRole('button', { name: 'Put it back' }).click();
	await expect(card).toBeVisible();
	done();
});

test('numbers run through the work or begin anew; a chapter alone shows them; a reference leads to another chapter', async ({
	page
}) => {
	const done = watchErrors(page);
	await page.goto('/work/work-winters');
	await expect(chapters(page)).toContainText('notes 1–6');
	await expect(chapters(page)).toContainText('notes 7–13');
	await page.getByRole('link', { name: 'The winter of the women' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	// the first note of the second chapter
	const first = page.locator('.cite').first();
	await expect(first).toHaveText('7');
	await expect(sheet).toContainText('must be lit again (Table 1.1)');
	await expect(sheet).toContainText('Figure 2.1');
	await expect(page.getByRole('link', { name: 'in Three winters: Lamplighting in Port Ennis' })).toBeVisible();
	// a citation more in the first chapter moves those of the second
	await page.goto('/draft/burners');
	await expect(page.locator('.cite').first()).toHaveText('1');
	await caretAfter(page, 'Nobody had asked how far');
	await page.keyboard.type(' @tarrow 2004');
	await expect(page.getByRole('dialog', { name: 'Cite' }).getByRole('option', { selected: true })).toContainText(
		'Tarrow'
	);
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(page.locator('.cite')).toHaveCount(7);
	await page.getByRole('link', { name: 'in Three winters: Lamplighting in Port Ennis' }).click();
	await expect(chapters(page)).toContainText('notes 8–14');
	// anew in each chapter
	await page.getByRole('combobox', { name: 'Notes' }).selectOption('anew in each chapter');
	await expect(chapters(page).getByText('notes 1–7')).toHaveCount(2);
	await page.getByRole('combobox', { name: 'Figures, tables' }).selectOption('through the whole work');
	await page.getByRole('link', { name: 'The winter of the women' }).click();
	await expect(page.locator('.cite').first()).toHaveText('1');
	await expect(sheet).toContainText('must be lit again (Table 1)');
	// a reference to another chapter is made here
	await caretAfter(page, 'no longer cost anybody a supper');
	await page.keyboard.type(' (see ');
	await page.getByRole('button', { name: 'Insert', exact: true }).click();
	await page.getByRole('menuitem', { name: 'Cross-reference…' }).click();
	await page.getByRole('searchbox', { name: 'Refer to' }).fill('what nine men');
	await page.getByRole('list', { name: 'In other chapters' }).getByRole('button').first().click();
	await expect(sheet).toContainText('(see What nine men saw');
	await page.reload();
	await expect(sheet).toContainText('(see What nine men saw');
	done();
});

test('the whole is proofread and handed in as one file; the style is that of all chapters', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/work/work-winters');
	await page.getByRole('link', { name: 'Proof', exact: true }).click();
	await expect(
		page.getByRole('heading', { level: 1, name: 'Three winters: Lamplighting in Port Ennis' })
	).toBeVisible();
	await expect(page.getByRole('link', { name: /^Chapter 2: The winter of the women/ }).first()).toBeVisible();
	await expectAccessible(page);
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText(
		'Chapter 3: The winter of the arcs',
		{ timeout: 30_000 }
	);
	await expect(page.getByText(/^\d+ pages$/)).toBeVisible();
	await chooseFile(page, 'HTML');
	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Save as HTML' }).click();
	const { readFileSync } = await import('node:fs');
	const html = readFileSync((await (await download).path())!, 'utf8');
	expect(html.match(/<h2[^>]*>(?:(?!<\/h2>).)*<\/h2>/g)?.map((h) => h.replace(/<[^>]*>/g, ''))).toEqual([
		'Chapter 1: The winter of the burners',
		'Chapter 2: The winter of the women',
		'Chapter 3: The winter of the arcs',
		'Bibliography',
		'Notes'
	]);
	expect(html).toContain('Table 1.1.');
	// in full again in the third chapter, though the first has cited it
	expect(html.match(/Port Ennis from 1840 to 1914/g)!.length).toBeGreaterThan(2);
	await page.getByRole('link', { name: 'Back to the work' }).click();
	await page.getByRole('button', { name: /^Style of the chapters/ }).click();
	await page.getByRole('button', { name: 'APA 7th' }).click();
	await expect(page.getByText('Style changed to APA 7th in the work and 3 chapters.')).toBeVisible();
	await page.getByRole('link', { name: 'The winter of the arcs' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('(Hallam, 1904, p. 9)');
	done();
});

test('a manuscript is taken apart at its headings, and joined again; undo after each', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'More for What the lamps did to the shore' }).click();
	await page.getByRole('button', { name: 'Take apart into chapters' }).filter({ visible: true }).click();
	await expect(page.getByRole('textbox', { name: 'Title of the work' })).toHaveValue('What the lamps did to the shore');
	await expect(rows(page)).toHaveText(SECTIONS);
	await page.getByRole('button', { name: 'Join into one manuscript…' }).click();
	await page.getByRole('button', { name: 'Join them' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet.getByRole('heading', { level: 1 })).toHaveText('What the lamps did to the shore');
	await expect(sheet.getByRole('heading', { level: 2 })).toContainText([
		'Introduction',
		'Methods',
		'Results',
		'Discussion'
	]);
	await page.getByRole('button', { name: 'Undo' }).last().click();
	await expect(rows(page)).toHaveText(SECTIONS);
	done();
});

test('two tabs on one work: each sees what the other does, and an undo takes back its own step alone', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await page.goto('/work/work-winters');
	await expect(chapters(page)).toContainText('notes 7–13');
	await page.getByRole('combobox', { name: 'Notes' }).selectOption('anew in each chapter');
	await expect(chapters(page)).toContainText('notes 1–7');
	const other = await context.newPage();
	await other.goto('/work/work-winters');
	await expect(chapters(other)).toContainText('notes 1–7');
	await other.getByRole('button', { name: 'Add a part' }).click();
	await other.getByRole('textbox', { name: 'Title of the part' }).fill('After the war');
	await other.keyboard.press('Enter');
	await expect(page.getByRole('textbox', { name: 'Title of the part' })).toHaveValue('After the war');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByText('Taken back: Notes: anew in each chapter.')).toBeVisible();
	await expect(chapters(other)).toContainText('notes 7–13');
	await expect(other.getByRole('textbox', { name: 'Title of the part' })).toHaveValue('After the war');
	done();
});
