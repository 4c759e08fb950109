/** The line above the sheet: what the caret is in, and everything that can be made of it, by mouse and by keys. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, expectAccessible, openDesk, openDraft, watchErrors } from './helpers';

const line = (page: Page) => page.getByRole('toolbar', { name: 'Formatting' });
const kind = (page: Page) => line(page).getByRole('button', { name: /^Kind of paragraph/ });
const text = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const undo = (page: Page) => page.keyboard.press('Control+z');

test('with the mouse: a heading, bold, a list, a quotation, a link, each taken back by one undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Artificial light at night');
	await expect(kind(page)).toHaveText(/Paragraph/);
	await kind(page).click();
	await expectAccessible(page);
	await page.getByRole('menuitemcheckbox', { name: 'Heading 2' }).click();
	await expect(kind(page)).toHaveText(/Heading 2/);
	await expect(text(page).getByRole('heading', { level: 3, name: /Artificial light/ })).toBeVisible();
	await undo(page);
	await expect(kind(page)).toHaveText(/Paragraph/);

	const bold = line(page).getByRole('button', { name: 'Bold' });
	await text(page)
		.getByText('Harbour lighting')
		.first()
		.dblclick({ position: { x: 110, y: 12 } });
	await bold.click();
	await expect(bold).toHaveAttribute('aria-pressed', 'true');
	await expect(text(page).locator('strong').first()).toBeVisible();
	await undo(page);
	await expect(text(page).locator('strong')).toHaveCount(0);

	const items = await text(page).locator('ul > li').count();
	const bulleted = line(page).getByRole('button', { name: 'Bulleted' });
	await bulleted.click();
	await expect(text(page).locator('ul > li')).toHaveCount(items + 1);
	await expect(bulleted).toHaveAttribute('aria-pressed', 'true');
	await line(page).getByRole('button', { name: 'Numbered' }).click();
	await expect(text(page).locator('ol > li')).toHaveCount(1);
	await undo(page);
	await undo(page);
	await expect(text(page).locator('ul > li')).toHaveCount(items);
	await expect(text(page).locator('ol > li')).toHaveCount(0);

	await line(page).getByRole('button', { name: 'Quotation' }).click();
	await expect(kind(page)).toHaveText(/Quotation/);
	await undo(page);

	await text(page)
		.getByText('Harbour lighting')
		.first()
		.dblclick({ position: { x: 110, y: 12 } });
	await line(page).getByRole('button', { name: 'Link' }).click();
	const address = page.getByLabel('Web or mail address');
	await address.fill('two words');
	await page.getByRole('button', { name: 'Add link' }).click();
	await expect(page.getByRole('alert')).toContainText('not a web or mail address');
	await expectAccessible(page);
	await address.fill('example.org/lamps');
	await page.keyboard.press('Enter');
	await expect(text(page).locator('a[href="https://example.org/lamps"]')).toHaveCount(1);
	await undo(page);
	await expect(text(page).locator('a[href="https://example.org/lamps"]')).toHaveCount(0);
	done();
});

test('with keys alone: to the line, along it, into its menus and back to the text', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Artificial light at night');
	await page.keyboard.press('F10');
	await expect(kind(page)).toBeFocused();
	await page.keyboard.press('ArrowLeft');
	await page.keyboard.press('ArrowLeft');
	await expect(line(page).getByRole('button', { name: 'Insert' })).toBeFocused();
	await page.keyboard.press('ArrowDown');
	await expect(page.getByRole('menuitem', { name: 'Citation…' })).toBeFocused();
	await page.keyboard.press('p');
	await expect(page.getByRole('menuitem', { name: 'Page break' })).toBeFocused();
	await page.keyboard.press('Enter');
	await expect(text(page)).toBeFocused();
	await expect(text(page).locator('.page-break, hr')).toHaveCount(1);
	await page.keyboard.press('F10');
	await page.keyboard.press('Home');
	await page.keyboard.press('ArrowRight');
	await expect(line(page).getByRole('button', { name: 'Bold' })).toBeFocused();
	await page.keyboard.press('Escape');
	await expect(text(page)).toBeFocused();
	await page.keyboard.press('Control+Alt+1');
	await expect(kind(page)).toHaveText(/Heading 1/);
	// the title stays one
	await text(page).getByRole('heading', { level: 1 }).click();
	await expect(kind(page)).toHaveText(/Title/);
	await expect(kind(page)).toHaveAttribute('aria-disabled', 'true');
	done();
});

test('a note without a click goes to the end of the text, and leaves no mark when it is left empty', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'lamplighters');
	const marks = text(page).locator('[data-note]');
	const before = await marks.count();
	const note = page.locator('.note-text:focus');
	await page.getByRole('button', { name: 'Note', exact: true }).click();
	await expect(note).toBeVisible();
	await expect(marks).toHaveCount(before + 1);
	await expect(text(page).getByRole('heading').locator('[data-note]')).toHaveCount(0);
	// what the line offers in a note
	await expect(kind(page)).toHaveText(/Note/);
	await expect(line(page).getByRole('button', { name: 'Bulleted' })).toHaveAttribute('aria-disabled', 'true');
	await page.keyboard.press('Escape');
	await expect(marks).toHaveCount(before);
	await expect(text(page)).toBeFocused();

	await page.getByRole('button', { name: 'Note', exact: true }).click();
	await expect(note).toBeVisible();
	await page.keyboard.type('Seen at the quay.');
	await page.keyboard.press('Control+a');
	await line(page).getByRole('button', { name: 'Italic' }).click();
	await expect(note.locator('em')).toHaveText('Seen at the quay.');
	await page.keyboard.press('Escape');
	await expect(text(page)).toBeFocused();
	await expect(marks).toHaveCount(before + 1);
	done();
});

test('a note that had words and was emptied and left comes back with them, by undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	await expect(text(page)).toBeFocused();
	await page.keyboard.type('Title');
	await page.keyboard.press('Enter');
	await page.keyboard.type('Words here.');
	const marks = text(page).locator('[data-note]');
	await page.keyboard.press('Alt+n');
	const note = page.getByRole('textbox', { name: 'Your note 1' });
	await expect(note).toBeFocused();
	await page.keyboard.type('A long thought about lamps.');
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Backspace');
	await page.keyboard.press('Escape');
	await expect(marks).toHaveCount(0);
	await page.keyboard.press('Control+z');
	await expect(marks).toHaveCount(1);
	await page.keyboard.press('Control+z');
	await expect(note).toContainText('lamps.');
	done();
});

test('a manuscript opens with the caret where it was left', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'The second is that');
	await page.keyboard.press('Home');
	await caretAfter(page, 'The second is that');
	await page.getByRole('link', { name: 'Back to the desk' }).click();
	await expect(page.getByRole('heading', { name: 'On the desk' })).toBeVisible();
	await openDraft(page, 'shore');
	// the first key may be there before the editor has heard of the focus
	await text(page).evaluate((sheet: HTMLElement) => {
		sheet.focus();
		document.execCommand('insertText', false, ' is left');
	});
	await expect(text(page)).toContainText('The second is that is left');
	done();
});

test('the outline marks the section that is looked at, and the caret’s where it is in sight', async ({ page }) => {
	await openDraft(page, 'shore');
	const marked = page.getByRole('navigation', { name: 'Sections' }).locator('[aria-current=location]');
	const where = page.getByRole('contentinfo').locator('.where');
	// the caret waits at the end of the text, and the title is in sight
	await expect(where).toHaveText('What the lamps did to the shore');
	await expect(marked).toHaveCount(0);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await sheet.getByRole('heading', { name: 'Eels' }).evaluate((h) => h.scrollIntoView({ block: 'start' }));
	await expect(marked).toContainText('Eels');
	await expect(where).toHaveText('Eels');
	// a click puts the caret there, and it goes with it
	await sheet.getByText('Two difficulties have kept').click();
	await expect(marked).toContainText('Introduction');
	await page.keyboard.press('Control+Home');
	await expect(marked).toHaveCount(0);
});

test('what is scrolled to, and the caret going up, stand below the line and not under it', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Whether shorebirds use the lamps as landmarks, as has been proposed ');
	const under = async () => {
		const bottom = await line(page).evaluate((e) => e.getBoundingClientRect().bottom);
		const top = await page.evaluate(() => getSelection()!.getRangeAt(0).getClientRects()[0]?.top ?? null);
		return top === null ? null : top - bottom;
	};
	for (let n = 0; n < 60; n++) {
		await page.keyboard.press('ArrowUp');
		const gap = await under();
		if (gap !== null) expect(gap, `after ${n + 1} lines up`).toBeGreaterThan(-1);
	}
	// by the browser too, as the outline and assistive programs do
	const paragraph = text(page).getByText('Harbour lighting is older');
	await paragraph.evaluate((e) => e.scrollIntoView({ block: 'start' }));
	const gap = await paragraph.evaluate(
		(e) =>
			e.getBoundingClientRect().top -
			document.querySelector('[role=toolbar][aria-label=Formatting]')!.getBoundingClientRect().bottom
	);
	expect(gap).toBeGreaterThan(-1);
	done();
});

test('a passage is set in another language, by selection or as a paragraph, and back by undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const menu = line(page).getByRole('button', { name: 'More formatting' });
	const form = page.getByRole('form', { name: 'Language' });
	const set = async (language: string) => {
		await menu.click();
		await page.getByRole('menuitem', { name: 'Language…' }).click();
		await form.getByRole('combobox').selectOption(language);
		await form.getByRole('button', { name: 'Set language' }).click();
		await expect(form).toHaveCount(0);
	};
	await caretAfter(page, 'Harbour lighting');
	await page.keyboard.press('Control+Shift+ArrowLeft');
	await menu.click();
	await page.getByRole('menuitem', { name: 'Language…' }).click();
	await expect(form.getByRole('combobox', { name: 'Language of the selected words' })).toBeFocused();
	await expectAccessible(page);
	await page.keyboard.press('Escape');
	await expect(form).toHaveCount(0);
	await set('German (Germany)');
	await expect(text(page).locator('span[lang="de-DE"]')).toHaveText('lighting');
	await undo(page);
	await expect(text(page).locator('span[lang="de-DE"]')).toHaveCount(0);

	await page.keyboard.press('ArrowRight');
	await set('French (France)');
	await expect(text(page).locator('p[lang="fr-FR"]')).toContainText('Harbour lighting');
	await undo(page);
	await expect(text(page).locator('[lang="fr-FR"]')).toHaveCount(0);
	done();
});
