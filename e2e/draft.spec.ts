import { expect, test } from '@playwright/test';
import { caretAfter, chooseStyle, expectAccessible, openDesk, openDraft, sheetText, watchErrors } from './helpers';

test('Esc leaves no trace of the cite line', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const before = await sheetText(page);
	await caretAfter(page, 'Its history on the shore is longer.');
	await page.keyboard.press('Control+Shift+e');
	await expect(page.getByRole('dialog', { name: 'Cite' })).toBeVisible();
	await page.keyboard.type('okafor p 3');
	await page.keyboard.press('Escape');
	await expect(page.getByRole('dialog', { name: 'Cite' })).toBeHidden();
	expect(await sheetText(page)).toBe(before);
	done();
});

test('an existing citation: locator, form, one source out, all of it out, undone', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const cite = sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ });
	await cite.dblclick();
	const line = page.getByRole('dialog', { name: 'Edit the citation' });
	const input = line.getByRole('combobox', { name: /^Cite/ });
	await expect(input).toHaveValue('Lindqvist 2011 ch 1; Dietz & Olsen 1999');
	await input.fill('Lindqvist 2011 p 12; Dietz & Olsen 1999');
	await expect(line).toContainText('(Dietz & Olsen, 1999; Lindqvist, 2011, p. 12)');
	await line.getByRole('button', { name: 'Remove Dietz & Olsen 1999 from the citation' }).click();
	await expect(line.locator('ins')).toHaveText('(Lindqvist, 2011, p. 12)');
	await line.getByRole('radio', { name: 'Lindqvist (2011, p. 12)' }).click();
	await line.getByRole('button', { name: 'Change', exact: true }).click();
	await expect(sheet).toContainText('did not know of the earlier ones Lindqvist (2011, p. 12).');
	await sheet.getByRole('button', { name: 'Citation: Lindqvist (2011, p. 12)' }).dblclick();
	await page.getByRole('button', { name: 'Delete the citation' }).click();
	await expect(sheet).toContainText('did not know of the earlier ones.');
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('(Dietz & Olsen, 1999; Lindqvist, 2011, Chapter 1).');
	done();
});

test('a new source is met in mid-sentence: short form, and pasted record', async ({ page, context }) => {
	const done = watchErrors(page);
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await caretAfter(page, 'Its history on the shore is longer.');
	await page.keyboard.type(' @');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await line.getByRole('combobox').fill('zzyzx');
	await expect(line).toContainText('No source matches “zzyzx”.');
	await line.getByRole('button', { name: 'Add one' }).click();
	await line.getByLabel('Author').fill('Zell, Ada');
	await line.getByLabel('Title').fill('The unlit pier');
	await line.getByLabel('Date').fill('2001');
	await line.getByRole('button', { name: 'Add and cite' }).click();
	// the page is typed before the source is there
	await page.keyboard.type(' p 12');
	await expect(line.locator('ins')).toHaveText('(Zell, 2001, p. 12)');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('Its history on the shore is longer (Zell, 2001, p. 12).');

	await page.evaluate(() =>
		navigator.clipboard.writeText('@book{yarrow1990, author={Yarrow, Ben}, title={Piers}, year=1990}')
	);
	await caretAfter(page, 'Later counts were made for other reasons');
	await page.keyboard.press('Control+Shift+e');
	await page.keyboard.press('Control+v');
	await expect(line.locator('ins')).toHaveText('(Yarrow, 1990)');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('for other reasons (Yarrow, 1990), with other traps');

	// an identifier is looked up; what is here already is cited, not added again
	await caretAfter(page, 'a fair summary of ours');
	await page.keyboard.press('Control+Shift+e');
	await line.getByRole('combobox').fill('978-0-00-000037-8');
	await expect(line.getByRole('option').first()).toContainText('Night work');
	const answer = (await (await page.request.get('/api/lookup?q=okafor')).json()) as {
		items: { DOI?: string; title: string }[];
	};
	const other = answer.items.find((x) => x.DOI?.startsWith('10.5555/lk.'))!;
	await line.getByRole('combobox').fill(`https://doi.org/${other.DOI}`);
	await line.getByRole('button', { name: 'Look it up' }).click();
	await expect(line.getByRole('radio')).toBeChecked();
	await expectAccessible(page);
	await expect(line.getByRole('button', { name: 'Add and cite' })).toBeFocused();
	await page.keyboard.press('Enter');
	await expect(line.locator('ins')).toContainText('Okafor');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText(/a fair summary of ours \(.*Okafor/);
	await page.goto('/sources');
	await expect(page.getByText('70 sources')).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill(other.DOI!);
	await expect(page.getByRole('button', { name: new RegExp(other.title.slice(0, 20)) })).toBeVisible();
	done();
});

test('own notes: insert, write in the margin with a citation, delete, undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	const notes = page.getByRole('complementary', { name: 'Notes' });
	await expect(notes.getByText('Judith Marlowe, A Town by the Bell')).toBeVisible();
	await caretAfter(page, 'The usual answer is civic');
	await page.keyboard.press('Alt+n');
	// at once, before the note is drawn
	await page.keyboard.type('Or was, until lately');
	const note = page.getByRole('textbox', { name: 'Your note 3' });
	await expect(note).toBeFocused();
	await page.keyboard.type(' @');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await page.keyboard.type('osei shore');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' p 9');
	await page.keyboard.press('Enter');
	await expect(line).toBeHidden();
	await page.keyboard.type('.');
	await expect(note).toContainText(
		'Or was, until lately Kwame Osei, Insuring the Shore (Callow: Tidemark Press, 1996), 9.'
	);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('The usual answer is civic.3 In the town');
	await note.hover();
	await page.getByRole('button', { name: 'Delete note 3', exact: true }).click();
	await expect(sheet).toContainText('The usual answer is civic. In the town');
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText('The usual answer is civic.3 In the town');
	await expect(page.getByRole('textbox', { name: 'Your note 3' })).toContainText('Or was, until lately Kwame Osei');
	done();
});

test('an entry leads to its places and its source; typing cannot break the list', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const list = page.getByRole('list', { name: 'Bibliography entries' });
	const entry = list.getByRole('listitem').filter({ hasText: 'Moths at the harbour lamps' });
	await entry.click();
	const menu = page.getByRole('dialog', { name: 'About this entry' });
	await expect(menu).toContainText('Cited twice'.replace('twice', '2 times'));
	await menu.getByRole('button', { name: /still trimmed by hand/ }).click();
	await expect(page.locator('.cite.selected')).toHaveText('(Abara, 1931)');
	const before = await list.innerText();
	await page.getByRole('textbox', { name: 'Manuscript text' }).getByRole('heading', { name: 'References' }).click();
	await page.keyboard.press('End');
	await page.keyboard.type(' cited');
	await page.keyboard.press('Delete');
	await expect(page.getByRole('heading', { name: 'References cited' })).toBeVisible();
	expect(await list.innerText()).toBe(before);
	await entry.hover();
	await expect(page.locator('.cite.lit')).toHaveCount(2);
	await entry.click();
	await menu.getByRole('link', { name: 'Open its source' }).click();
	await expect(page.getByRole('button', { name: /Moths at the harbour lamps/, expanded: true })).toBeVisible();
	done();
});

test('what floats beside an entry stays beside it when the page is scrolled, and within the window', async ({
	page
}) => {
	await openDraft(page, 'shore');
	const list = page.getByRole('list', { name: 'Bibliography entries' });
	const entry = list.getByRole('listitem').nth(8);
	await entry.scrollIntoViewIfNeeded();
	await entry.click();
	const menu = page.getByRole('dialog', { name: 'About this entry' });
	await expect(menu).toBeVisible();
	const gap = async () => {
		const [m, e] = await Promise.all([menu.boundingBox(), entry.boundingBox()]);
		return m!.y > e!.y ? m!.y - e!.y - e!.height : e!.y - m!.y - m!.height;
	};
	await expect.poll(gap).toBeLessThan(12);
	const before = (await entry.boundingBox())!.y;
	await page.locator('.surface').evaluate((s) => s.scrollBy(0, -80));
	await expect.poll(async () => (await entry.boundingBox())!.y).not.toBe(before);
	await expect.poll(gap).toBeLessThan(12);
	// an entry that is drawn anew, as by a correction in another tab, leaves it where it is
	const there = await menu.boundingBox();
	await entry.evaluate(async (e) => {
		e.replaceWith(e.cloneNode(true));
		window.dispatchEvent(new Event('resize'));
		for (let frame = 0; frame < 3; frame++) await new Promise(requestAnimationFrame);
	});
	expect(await menu.boundingBox()).toEqual(there);
	// the last entry stands at the foot of the window
	await page.keyboard.press('Escape');
	const last = list.getByRole('listitem').last();
	await last.evaluate((e) => e.scrollIntoView({ block: 'end' }));
	await last.click();
	await expect
		.poll(async () => {
			const m = (await menu.boundingBox())!;
			return m.y >= 52 && m.y + m.height <= page.viewportSize()!.height;
		})
		.toBe(true);
});

test('any of the catalogue’s styles is found by title and applied', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await page.getByRole('button', { name: /^Citation style/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('searchbox', { name: 'Find a style' }).fill('council of science editors');
	const row = panel.getByRole('button', { name: /^Council of Science Editors/ }).first();
	await row.click();
	await expect(panel).toContainText(/reformatted|become/);
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText(/two decades \[1\]/);
	done();
});

test('saved at once, and back after the tab is killed', async ({ page, context }) => {
	await openDraft(page, 'who-paid');
	await caretAfter(page, 'It is also a story about bills.');
	await page.keyboard.type(' And about weather.');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.close({ runBeforeUnload: false });
	const again = await context.newPage();
	await openDraft(again, 'who-paid');
	expect(await sheetText(again)).toContain('It is also a story about bills. And about weather.');
});

test('a second tab on the same manuscript is told and cannot overwrite', async ({ page, context }) => {
	await openDraft(page, 'who-paid');
	const second = await context.newPage();
	await openDraft(second, 'who-paid');
	await expect(second.getByRole('alert')).toContainText('open in another tab');
	await caretAfter(second, 'It is also a story about bills.');
	await second.keyboard.type('xyz');
	expect(await sheetText(second)).not.toContain('xyz');
});

test('Draft has no accessibility violations: in text, cite line, style panel, notes, dark', async ({ page }) => {
	await openDraft(page, 'shore');
	await expectAccessible(page);
	await caretAfter(page, 'Its history on the shore is longer.');
	await page.keyboard.type(' @okaf');
	await expect(page.getByRole('dialog', { name: 'Cite' }).locator('ins')).not.toBeEmpty();
	await expectAccessible(page);
	await page.keyboard.press('Escape');
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await expect(page.getByText('After switching to APA 7th')).toBeVisible();
	await expectAccessible(page);
	await page.keyboard.press('Escape');
	await chooseStyle(page, 'Chicago 17th, full note');
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Dark theme' }).click();
	await expectAccessible(page);
});

test('a new manuscript: title, a sentence, a citation, its mark, another style, its list', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'Research paper APA, in text' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toBeFocused();
	await expectAccessible(page);
	await page.keyboard.type('On lamps and eels');
	await expect(page.getByLabel('Title', { exact: true })).toHaveValue('On lamps and eels');
	await page.keyboard.press('Enter');
	await page.keyboard.type('Eels keep away @tarrow round');
	await expect(page.getByRole('dialog', { name: 'Cite' }).getByRole('option').first()).toContainText('The round');
	await page.keyboard.press('Enter');
	await page.keyboard.type(' p 305');
	await page.keyboard.press('Enter');
	await page.keyboard.type('.');
	await expect(sheet).toContainText('Eels keep away (Tarrow, 1999, p. 305).');
	await expect(sheet.locator('h2')).toHaveText('References');
	// a note mark stands behind the full stop that is typed after it
	await chooseStyle(page, 'Chicago 17th, full note');
	await expect(sheet.locator('h2')).toHaveText('Bibliography');
	await caretAfter(page, 'Eels keep away.');
	await page.keyboard.press('End');
	await page.keyboard.type(' So do birds @tarrow round');
	await expect(page.getByRole('dialog', { name: 'Cite' }).getByRole('option').first()).toContainText('The round');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await page.keyboard.type('.');
	await expect(sheet).toContainText('Eels keep away.1 So do birds.2');
	await chooseStyle(page, 'APA 7th');
	await expect(sheet).toContainText('Eels keep away (Tarrow, 1999, p. 305). So do birds (Tarrow, 1999).');
	await expect(sheet.locator('h2')).toHaveText('References');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.getByRole('link', { name: 'Back to the desk' }).click();
	await expect(page.getByRole('link', { name: 'On lamps and eels', exact: true })).toBeVisible();
	done();
});

test('a click on the empty paper below goes to the text and not behind the bibliography', async ({ page }) => {
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	const text = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(text.getByText('References')).toBeVisible();
	const box = (await text.boundingBox())!;
	await page.mouse.click(box.x + box.width / 2, box.y + box.height - 30);
	await page.keyboard.type('Eels came first.');
	expect((await sheetText(page)).indexOf('Eels')).toBeLessThan((await sheetText(page)).indexOf('References'));
});

test('keys in quick succession act on the selection that is seen: nothing is replaced that is not selected', async ({
	page
}) => {
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	for (let i = 0; i < 5; i++) {
		await page.getByText('Traps were standardised').click({ clickCount: 3 });
		await page.keyboard.press('ArrowRight');
		await page.keyboard.press('Enter');
		await expect(sheet).toContainText('Traps were standardised to a fixed height');
	}
});
