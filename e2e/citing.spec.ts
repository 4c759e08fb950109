/** The gesture in full: rows of the cite line, gaps, words by hand, notes and forms. */
import { expect, test } from '@playwright/test';
import { caretAfter, expectAccessible, openDraft, sheetText, watchErrors } from './helpers';

test('line and rows are one: place, words, form, order by keys and by dragging, apart and together', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ }).dblclick();
	const line = page.getByRole('dialog', { name: 'Edit the citation' });
	const input = line.getByRole('combobox', { name: /^Cite/ });
	await line.getByLabel('Locator of Lindqvist 2011').fill('pp 12-4');
	await line.getByLabel('Locator of Lindqvist 2011').press('Tab');
	await expect(input).toHaveValue('Lindqvist 2011 pp 12–4; Dietz & Olsen 1999');
	await line.getByLabel('Prefix of Dietz & Olsen 1999').fill('see also');
	await line.getByLabel('Prefix of Dietz & Olsen 1999').press('Tab');
	await line.getByLabel('Suffix of Dietz & Olsen 1999').fill('our emphasis');
	await line.getByLabel('Suffix of Dietz & Olsen 1999').press('Tab');
	await expect(input).toHaveValue('Lindqvist 2011 pp 12–4; see also Dietz & Olsen 1999, our emphasis');
	await expect(line.locator('ins')).toContainText('see also Dietz & Olsen, 1999, our emphasis');
	await expectAccessible(page);

	// a place that is none stays as typed, says so, and changes nothing
	await line.getByLabel('Locator of Lindqvist 2011').fill('somewhere');
	await line.getByLabel('Locator of Lindqvist 2011').press('Tab');
	await expect(line.getByRole('alert')).toContainText('“somewhere” is not a locator that is known here');
	await expect(line.locator('ins')).toContainText('pp. 12–14');
	await line.getByLabel('Locator of Lindqvist 2011').fill('12');
	await line.getByLabel('Locator of Lindqvist 2011').press('Alt+ArrowDown');
	await expect(input).toHaveValue(/^see also Dietz & Olsen 1999, our emphasis; Lindqvist 2011 p/);

	// by dragging, back again
	const grips = line.getByLabel(/^Move /);
	const [from, to] = [(await grips.nth(1).boundingBox())!, (await grips.nth(0).boundingBox())!];
	await page.mouse.move(from.x + 4, from.y + 6);
	await page.mouse.down();
	await page.mouse.move(from.x + 4, from.y - 8, { steps: 4 });
	await page.mouse.move(to.x + 4, to.y + 2, { steps: 8 });
	// the rows make room while one is dragged; on a busy machine that takes its time
	await expect
		.poll(async () => {
			await page.mouse.move(to.x + 5, to.y + 2);
			await page.mouse.move(to.x + 4, to.y + 2);
			return line.locator('.cites li').first().innerHTML();
		})
		.toContain('Lindqvist');
	await page.mouse.up();
	await expect(input).toHaveValue(/^Lindqvist 2011 p/);

	// a form of its own for one of them
	await line.getByLabel('Form of Lindqvist 2011').selectOption('year-only');
	await expect(line.locator('ins')).toContainText('2011');
	await line.getByLabel('Form of Lindqvist 2011').selectOption('parenthetical');
	// Escape in a field of a row leaves without a trace, whatever was being typed there
	const reads = (await sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ }).textContent())!;
	await line.getByLabel('Prefix of Lindqvist 2011').pressSequentially('zzz');
	await page.keyboard.press('Escape');
	await expect(line).toHaveCount(0);
	await expect(sheet).toContainText(reads);
	await expect(sheet).not.toContainText('zzz');
	await expect(sheet).toBeFocused();
	await sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ }).dblclick();
	await line.getByLabel('Locator of Lindqvist 2011').fill('12');
	await line.getByLabel('Locator of Lindqvist 2011').press('Alt+ArrowDown');
	await expect(input).toHaveValue(/^Dietz & Olsen 1999; Lindqvist 2011 p/);
	for (const [name, text] of [
		['Prefix', 'see also'],
		['Suffix', 'our emphasis']
	]) {
		await line.getByLabel(`${name} of Dietz & Olsen 1999`).fill(text);
		await line.getByLabel(`${name} of Dietz & Olsen 1999`).press('Tab');
	}
	// a row that the keys move is let go by the first Escape, the line closes with the second
	const grip = line.getByLabel(/^Move Dietz/);
	await grip.focus();
	await page.keyboard.press('Enter');
	await page.keyboard.press('Escape');
	await expect(line).toBeVisible();
	await line.getByLabel(/^Put Dietz.* elsewhere/).selectOption('own');
	await expect(sheet).toContainText('(Lindqvist, 2011, p. 12) (see also Dietz & Olsen, 1999, our emphasis).');
	await sheet.getByRole('button', { name: 'Citation: (Lindqvist, 2011, p. 12)' }).dblclick();
	await line.getByRole('button', { name: 'Join with the next' }).click();
	await expect(sheet).toContainText('(see also Dietz & Olsen, 1999, our emphasis; Lindqvist, 2011, p. 12).');
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('(Lindqvist, 2011, p. 12) (see also');
	done();
});

test('a gap with a hint is left, counted, walked to and filled', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await caretAfter(page, 'Its history on the shore is longer');
	await page.keyboard.type(' @?lindqvist estuary');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await expect(line).toContainText('source needed: lindqvist estuary');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('is longer source needed: lindqvist estuary.');
	await page.getByRole('banner').getByRole('button', { name: '2 to check' }).click();
	await page.getByRole('banner').getByRole('button', { name: 'Source needed: lindqvist estuary' }).click();
	await page.keyboard.press('Alt+PageDown');
	await page.keyboard.press('Alt+PageUp');
	await page.keyboard.press('Alt+PageUp');
	await page.keyboard.press('Alt+PageDown');
	await page.keyboard.press('Enter');
	await expect(line.getByRole('combobox')).toHaveValue('lindqvist estuary');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('is longer (Lindqvist, 2011).');
	await expect(page.getByRole('banner').getByRole('button', { name: '1 to check' })).toBeVisible();
	done();
});

test('words by hand stay; when their basis changes the margin shows was, would be, yours', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ }).dblclick();
	await page.getByRole('button', { name: 'Edit the wording' }).click();
	const words = page.getByRole('textbox', { name: 'Words of this citation' });
	await expect(words).toBeFocused();
	await expectAccessible(page);
	await page.keyboard.press('Control+a');
	await page.keyboard.type('(as the Dietz reports have it)');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('(as the Dietz reports have it).');
	const margin = page.getByRole('complementary', { name: 'Citations beside the text' });
	await expect(margin.getByText('by hand')).toBeVisible();

	// another style: nothing is overwritten, nothing is asked
	await page.getByRole('button', { name: /^Citation style/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('button', { name: /^MLA 9th/ }).click();
	await expect(panel.getByText('After switching to MLA 9th')).toBeVisible();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(sheet).toContainText('(as the Dietz reports have it).');
	await expect(margin.getByText('What this citation was based on has changed')).toBeVisible();
	await expect(margin.getByText('(Dietz & Olsen, 1999; Lindqvist, 2011, Chapter 1)')).toBeVisible();
	await expectAccessible(page);
	await margin.getByRole('button', { name: 'Keep yours' }).click();
	await expect(margin.getByText('What this citation was based on has changed')).toBeHidden();
	await page
		.getByRole('button', { name: /to check|by hand/ })
		.first()
		.click();
	await expect(page.getByText('Edited by hand', { exact: true })).toBeVisible();
	await page.keyboard.press('Escape');
	await margin.getByRole('button', { name: 'restore' }).click();
	await expect(sheet).not.toContainText('as the Dietz reports have it');
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('(as the Dietz reports have it).');

	// an entry of the list
	await page.getByRole('listitem').filter({ hasText: 'Artificial Night' }).first().click();
	const menu = page.getByRole('dialog', { name: 'About this entry' });
	await menu.getByRole('button', { name: 'Edit the wording' }).click();
	await page.keyboard.press('End');
	await page.keyboard.type(' Read in the harbour library.');
	await page.keyboard.press('Enter');
	await expect(page.locator('.entry').filter({ hasText: 'Read in the harbour library.' })).toHaveCount(1);
	done();
});

test('citations go to footnotes, endnotes and back into the text', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const before = await sheet.innerText();
	const button = page.getByRole('button', { name: /^Citation style/ });
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await button.click();
	await panel.getByRole('radio', { name: 'in endnotes' }).click();
	await expect(panel).toContainText('APA 7th has no notes. The nearest style that cites in notes is Chicago 17th');
	await expect(panel).toContainText(/29 citations become 29 endnotes/);
	await expectAccessible(page);
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(button).toContainText('endnotes');
	await expect(sheet.locator('sup.mark')).not.toHaveCount(0);
	await button.click();
	await panel.getByRole('radio', { name: 'in footnotes' }).click();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(button).toContainText('footnotes');
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+z');
	await expect(button).toContainText('in text');
	await expect.poll(() => sheet.innerText()).toBe(before);
	done();
});

test('a note of one’s own: made of selected words, turned, put back into the text', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await caretAfter(page, 'Its history on the shore is longer');
	const chosen = 'on the shore is longer';
	for (let i = 0; i < 40 && (await page.evaluate(() => String(getSelection()))) !== chosen; i++)
		await page.keyboard.press('Shift+ArrowLeft');
	await page.keyboard.press('Alt+n');
	const note = page.getByRole('textbox', { name: 'Your note 1' });
	await expect(note).toHaveText('on the shore is longer');
	await page.getByRole('button', { name: 'Make note 1 an endnote' }).click();
	await page.getByRole('button', { name: 'Make note 1 a footnote' }).click();
	await page.getByRole('button', { name: 'Put note 1 into the text' }).click();
	await expect(sheet).toContainText('Its history on the shore is longer.');
	await expect(note).toHaveCount(0);
	done();
});

test('a source is replaced by another wherever it is cited, and one undo takes it back', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await page.locator('.entry').filter({ hasText: 'Hallam' }).first().click();
	const menu = page.getByRole('dialog', { name: 'About this entry' });
	await menu.getByRole('searchbox').fill('sund letter');
	await menu.getByRole('list', { name: 'Sources to replace it with' }).getByRole('button').first().click();
	await expect(sheet).not.toContainText('Hallam, 1904');
	await expect(sheet).toContainText('(see Sund');
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('(see Hallam, 1904)');

	// in one place only
	const count = async () => (await sheetText(page)).split('Abara, 1931').length;
	const before = await count();
	await page.locator('.entry').filter({ hasText: 'Abara' }).first().click();
	await menu.getByRole('searchbox').fill('sund letter');
	await menu.getByRole('combobox', { name: 'Where to replace it' }).selectOption({ index: 1 });
	await menu.getByRole('list', { name: 'Sources to replace it with' }).getByRole('button').first().click();
	await expect.poll(count).toBe(before - 1);
	done();
});

test('text with citations goes to other programs as it reads, and to another manuscript alive', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openDraft(page, 'shore');
	await caretAfter(page, 'Later counts were made');
	await page.keyboard.press('Control+Shift+ArrowDown');
	await page.keyboard.press('Control+c');
	const copied = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		const text = async (type: string) => (await item.getType(type)).text();
		return { html: await text('text/html'), plain: await text('text/plain') };
	});
	const words = '(Dietz & Olsen, 1999; Lindqvist, 2011, Chapter 1)';
	expect(copied.plain).toContain(`the earlier ones ${words}.`);
	const shown = await page.evaluate(
		(html) => new DOMParser().parseFromString(html, 'text/html').body.textContent,
		copied.html
	);
	expect(shown, 'whoever does not know our citations reads their words').toContain(words);

	await openDraft(page, 'lamplighters');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const before = await sheet.locator('.cite').count();
	await caretAfter(page, 'Rounds and wages');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Control+v');
	await expect(sheet.locator('.cite')).not.toHaveCount(before);
	await expect(page.getByRole('complementary', { name: 'Notes' })).toContainText(
		/Dietz and \w+ Olsen, The Measure of Dusk/
	);
	await expect(page.locator('.entry').filter({ hasText: 'The Measure of Dusk' })).toHaveCount(1);
	await page.keyboard.press('Control+z');
	await expect(sheet.locator('.cite')).toHaveCount(before);
	done();
});

test('shortcuts of the text work where nothing has the focus; letters write nothing there', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'who-paid');
	const before = await sheetText(page);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).not.toBeFocused();
	await page.keyboard.type('lamp');
	// nor does a key that would take a paragraph's beginning away
	const paragraph = before.split('\n').filter((l) => l.length > 80)[1];
	await caretAfter(page, paragraph.slice(0, 20));
	await page.keyboard.press('Home');
	await sheet.evaluate((el) => (el as HTMLElement).blur());
	await page.keyboard.press('Control+Backspace');
	await page.keyboard.press('Control+Delete');
	expect(await sheetText(page)).toBe(before);
	await page.keyboard.press('Control+Shift+e');
	await expect(page.getByRole('combobox', { name: /^Cite/ })).toBeFocused();
	await page.keyboard.press('Escape');
	await expect(sheet).toBeFocused();
	await page.keyboard.type(' Nobody wrote this down.');
	await expect(sheet).toContainText('Nobody wrote this down.');
	// and undo, once a button that was pressed is gone
	await sheet.evaluate((el) => (el as HTMLElement).blur());
	await page.keyboard.press('Control+z');
	await expect(sheet).not.toContainText('Nobody wrote this down.');
	await expect(sheet).toBeFocused();
	done();
});
