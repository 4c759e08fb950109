/** What stands beside the text: excerpts, the docked sources, versions, references to notes; and what keeps work. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, expectAccessible, openDraft, sheetText, watchErrors } from './helpers';

const sheetOf = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const beside = (page: Page) => page.getByRole('navigation', { name: 'Beside the text' });

test('an excerpt is quoted in the sentence or as a block by the style’s rule; a departure is seen', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = sheetOf(page);
	await caretAfter(page, 'was known to within five metres.');
	await page.keyboard.press('Alt+q');
	const list = page.getByRole('list', { name: 'Kept excerpts' });
	// what is kept for this section comes first
	await expect(list.getByRole('listitem').first()).toContainText('For thirty-one seasons');
	await expect(list.getByRole('listitem').first()).toContainText('for “Methods”');
	await expect(page.getByText('APA 7th: as a block from 40 words on (APA 7, 8.27).')).toBeVisible();
	await expectAccessible(page);
	await page.getByRole('checkbox', { name: /for “Methods” only/ }).check();
	await expect(list.getByRole('listitem')).toHaveCount(1);
	await page.getByRole('button', { name: 'Quote as a block' }).click();
	const quote = sheet.locator('blockquote');
	await expect(quote).toHaveText(/figures only\. \(Abara, 1931, p\. 17\)$/);

	// run in, with quotation marks and the page; the stop comes behind the citation
	await page.getByRole('checkbox', { name: /only/ }).uncheck();
	await page.getByRole('searchbox', { name: 'Find in excerpts' }).fill('shielding');
	await caretAfter(page, 'Light in Port Ennis was never distributed evenly');
	await page.getByRole('button', { name: 'Quote', exact: true }).click();
	await expect(sheet).toContainText(
		'evenly “Shielding costs less than a season of bulbs” (Coastal Nature Agency, 2020, Section 4), and'
	);

	done();
});

test('a quotation that departs from its excerpt is seen in the margin, and one without its page', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const quote = sheetOf(page).locator('blockquote');
	await caretAfter(page, 'was known to within five metres.');
	await page.keyboard.press('Alt+q');
	await page.getByRole('button', { name: 'Quote as a block' }).click();
	// restored in one step
	await beside(page).getByRole('button', { name: 'Citations' }).click();
	await caretAfter(page, 'For thirty-one seasons the trap');
	await page.keyboard.type('s');
	const margin = page.getByRole('complementary', { name: 'Citations beside the text' });
	await expect(margin.getByText('Differs from the excerpt')).toBeVisible();
	await expectAccessible(page);
	await margin.getByRole('button', { name: 'Use the excerpt’s words' }).click();
	await expect(quote).toHaveText(/^For thirty-one seasons the trap on/);
	await expect(margin.getByText('Differs from the excerpt')).toBeHidden();
	await page.keyboard.press('Control+z');
	await expect(margin.getByText('Differs from the excerpt')).toBeVisible();
	await margin.getByRole('button', { name: 'Keep mine' }).click();
	await expect(margin.getByText('Differs from the excerpt')).toBeHidden();

	// a page taken away is missed, quietly
	await quote.getByRole('button', { name: /^Citation/ }).dblclick();
	const line = page.getByRole('dialog', { name: 'Edit the citation' });
	await line.getByLabel(/^Locator of Abara/).fill('');
	await line.getByLabel(/^Locator of Abara/).press('Tab');
	await line.getByRole('combobox', { name: /^Cite/ }).press('Enter');
	await expect(margin.getByText('Quotation without a page')).toBeVisible();
	done();
});

test('an excerpt is quoted inside a note that is being written', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'was known to within five metres.');
	await page.keyboard.press('Alt+n');
	const note = page.getByRole('textbox', { name: 'Your note 1' });
	await note.pressSequentially('The agency says so: ');
	await page.keyboard.press('Alt+q');
	await expect(page.getByText('Goes into your note 1.')).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find in excerpts' }).fill('shielding');
	await page.getByRole('button', { name: 'Quote', exact: true }).click();
	const quoted =
		'The agency says so: “Shielding costs less than a season of bulbs” (Coastal Nature Agency, 2020, Section 4)';
	await expect(note).toHaveText(quoted);
	await expect(note).toBeFocused();
	await page.keyboard.type(', and others.');
	await expect(note).toHaveText(`${quoted}, and others.`);
	await expect(sheetOf(page)).not.toContainText('Shielding');
	done();
});

test('undo goes on after a reload', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await caretAfter(page, 'was known to within five metres.');
	await page.keyboard.type(' One more clause.');
	await page.keyboard.press('Alt+g');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	const gaps = await sheetOf(page).getByText('source needed').count();
	expect(gaps).toBeGreaterThan(0);
	await page.reload();
	await expect(sheetOf(page)).toContainText('One more clause.');
	await sheetOf(page).focus();
	await page.keyboard.press('Control+z');
	await expect(sheetOf(page).getByText('source needed')).toHaveCount(gaps - 1);
	await page.keyboard.press('Control+z');
	await expect(sheetOf(page)).not.toContainText('One more clause.');
	await page.keyboard.press('Control+y');
	await expect(sheetOf(page)).toContainText('One more clause.');
	done();
});

test('a picture goes in with its caption and credit', async ({ page }) => {
	await openDraft(page, 'shore');
	await caretAfter(page, 'Here we use those records.');
	await page.keyboard.press('Alt+q');
	await page.getByRole('searchbox', { name: 'Find in excerpts' }).fill('long quay with five');
	await page.getByRole('button', { name: 'Insert as a figure' }).click();
	const figure = sheetOf(page).getByRole('figure');
	await expect(figure).toContainText('seen from the fish steps (Mercer, ca. 1898)');
	await expect(figure.getByRole('img', { name: /The long quay/ })).toBeVisible();
	await page.keyboard.type(' Still here.');
	await expect(sheetOf(page)).toContainText('Here we use those records. Still here.');
});

test('sources beside the text: several at once, and one by keys alone', async ({ page }) => {
	await openDraft(page, 'shore');
	const sheet = sheetOf(page);
	await caretAfter(page, 'Its history on the shore is longer');
	await beside(page).getByRole('button', { name: 'Sources' }).click();
	const list = page.getByRole('list', { name: 'Sources to cite' });
	const search = page.getByRole('searchbox', { name: 'Find in sources' });
	await search.fill('lindqvist');
	await list.getByRole('checkbox', { name: /Lindqvist 2011/ }).check();
	await search.fill('nakagawa');
	await list
		.getByRole('checkbox', { name: /Nakagawa/ })
		.first()
		.check();
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Cite 2 together' }).click();
	await expect(page.getByRole('dialog', { name: 'Cite' })).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('is longer (Lindqvist, 2011; Nakagawa et al., 2021).');
	await search.fill('holm 2009');
	// two Enters, the second before the line is there: the line takes it
	await search.evaluate((field) => {
		for (let k = 0; k < 2; k++)
			field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
	});
	await expect(sheet).toContainText('(Lindqvist, 2011; Nakagawa et al., 2021) (Holm');
});

test('a cite moves from one citation into another in one step', async ({ page }) => {
	await openDraft(page, 'shore');
	const sheet = sheetOf(page);
	const before = await sheetText(page);
	await sheet.getByRole('button', { name: /Citation: \(Dietz & Olsen/ }).dblclick();
	const line = page.getByRole('dialog', { name: 'Edit the citation' });
	await line.getByLabel(/^Put Lindqvist.* elsewhere/).selectOption('behind');
	await expect(sheet).toContainText('earlier ones (Dietz & Olsen, 1999).');
	await expect(sheet).toContainText('(Lindqvist, 2011, Chapter 1; Okamoto & Reyes, 2015;');
	await page.keyboard.press('Control+z');
	await expect.poll(() => sheetText(page)).toBe(before);
});

test('“see note” follows the numbering, says when its note is gone, and numbers can begin anew', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	const sheet = sheetOf(page);
	await caretAfter(page, 'This chapter asks a narrow question of that small archive');
	await page.keyboard.type(' (see ');
	await page.keyboard.press('Alt+r');
	await page.getByRole('searchbox', { name: 'Find in see note…' }).fill('seminar paper');
	await expectAccessible(page);
	await page.keyboard.press('Enter');
	await page.keyboard.type(')');
	await expect(sheet).toContainText(/archive \(see note\s4\)/);
	// a note before it moves the number
	await caretAfter(page, 'They left few papers.');
	await page.keyboard.press('Alt+n');
	await expect(sheet).toContainText(/archive \(see note\s5\)/);
	// and, left empty, gives it back
	await page.keyboard.press('Escape');
	await expect(sheet).toContainText(/archive \(see note\s4\)/);
	const notes = page.getByRole('complementary', { name: 'Notes' });
	await notes.getByText('The argument was first sketched').click();
	await notes.getByRole('button', { name: 'Delete note 4' }).click();
	await expect(sheet).toContainText('no such note');
	await page
		.getByRole('banner')
		.getByRole('button', { name: /to check/ })
		.click();
	await expect(page.getByRole('button', { name: 'A reference to a note that is not there' })).toBeVisible();
	await page.keyboard.press('Escape');
	await sheet.focus();
	await page.keyboard.press('Control+z');
	await expect(sheet).toContainText(/archive \(see note\s4\)/);

	done();
});

test('note numbers restart in every section; marks stand before the punctuation where one wants them', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	const sheet = sheetOf(page);
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('Adjust for this manuscript').click();
	await page.getByLabel('Note numbers').selectOption('section');
	await page.keyboard.press('Escape');
	const ones = sheet.locator('sup.mark').filter({ hasText: /^1$/ });
	expect(await ones.count()).toBeGreaterThan(2);
	// and marks before the punctuation
	await page.getByRole('button', { name: /^Citation style/ }).click();
	await page.getByText('Adjust for this manuscript').click();
	await page.getByLabel('Citations and punctuation').selectOption('before');
	await expect(sheet).toContainText(/along its quays1\./);
	await page.getByLabel('Citations and punctuation').selectOption('style');
	await expect(sheet).toContainText(/along its quays\.1/);
	done();
});

test('versions: what has changed since, back in one step, and forth again', async ({ page }) => {
	await openDraft(page, 'who-paid');
	const first = await sheetText(page);
	await caretAfter(page, 'It is also a story about bills.');
	await page.keyboard.type(' And about weather.');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await beside(page).getByRole('button', { name: 'Versions' }).click();
	const list = page.getByRole('list', { name: 'Earlier versions' });
	await list.getByRole('button').first().click();
	await expect(list).toContainText('Since then 3 words new, 0 words gone.');
	await expect(list.locator('ins')).toHaveText(' And about weather.');
	await expectAccessible(page);
	await list.getByRole('button', { name: 'Restore this version' }).click();
	await expect.poll(() => sheetText(page)).toBe(first);
	// the state that was left is a version now
	await expect(list.getByRole('listitem')).toHaveCount(2);
	await page.keyboard.press('Control+z');
	await expect(sheetOf(page)).toContainText('And about weather.');
});

test('a formatting worker that falls over starts again; nothing is lost', async ({ page }) => {
	await openDraft(page, 'shore');
	const sheet = sheetOf(page);
	const worker = page.workers().find((w) => /format/.test(w.url()))!;
	await worker.evaluate(
		() =>
			void setTimeout(() => {
				throw new Error('fallen over');
			}, 0)
	);
	await page.waitForTimeout(300);
	await caretAfter(page, 'Its history on the shore is longer');
	await page.keyboard.type(' @holm 2009');
	await page.waitForTimeout(200);
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('is longer (Holm');
	await expect(page.locator('.pending')).toHaveCount(0);
});

test('killed in the middle of typing, without a pause: at most the last second is missing', async ({
	page,
	context
}) => {
	await openDraft(page, 'who-paid');
	await caretAfter(page, 'It is also a story about bills.');
	const times: { text: string; at: number }[] = [];
	let typed = '';
	for (let i = 0; i < 24; i++) {
		typed += ` w${i}`;
		await page.keyboard.type(` w${i}`, { delay: 15 });
		times.push({ text: typed, at: Date.now() });
		await page.waitForTimeout(60);
	}
	await page.close({ runBeforeUnload: false });
	const killed = Date.now();
	const must = times.filter((t) => killed - t.at > 1500).at(-1)!;
	const again = await context.newPage();
	await openDraft(again, 'who-paid');
	expect(await sheetText(again)).toContain(`It is also a story about bills.${must.text}`);
});

test('text goes to a manuscript of another kind of style: its citations stand right there', async ({
	page,
	context
}) => {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openDraft(page, 'shore');
	await page.getByText('Artificial light at night has become').click({ clickCount: 3 });
	await page.keyboard.press('Control+c');
	await openDraft(page, 'lamplighters');
	await caretAfter(page, 'walked the rounds.');
	await page.keyboard.press('End');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Control+v');
	await expect(sheetOf(page)).toContainText(/little more than two decades\.\d+ Its history/);
});

test('a narrow window folds the margin below the line', async ({ page }) => {
	await page.setViewportSize({ width: 700, height: 800 });
	await openDraft(page, 'lamplighters');
	await sheetOf(page).getByRole('button', { name: 'Your note 4', exact: true }).click();
	const note = page.getByRole('textbox', { name: 'Your note 4', exact: true });
	await expect(note).toBeVisible();
	const mark = (await sheetOf(page).getByRole('button', { name: 'Your note 4', exact: true }).boundingBox())!;
	const box = (await note.boundingBox())!;
	expect(box.y).toBeGreaterThan(mark.y);
	expect(box.y - mark.y).toBeLessThan(80);
	await note.click();
	await page.keyboard.press('End');
	await page.keyboard.type(' Or so I hope.');
	await expect(note).toContainText('Or so I hope.');
	await expectAccessible(page);
});

test('the pointer shows what in the text and what in the margin belong together; kept places are offered', async ({
	page
}) => {
	await openDraft(page, 'shore');
	const cite = sheetOf(page)
		.getByRole('button', { name: /Citation: \(Abara, 1931\)/ })
		.first();
	const slip = page
		.getByRole('complementary', { name: 'Citations beside the text' })
		.getByRole('button', { name: /Abara 1931/ })
		.first();
	await slip.hover();
	await expect(cite).toHaveClass(/\blit\b/);
	await page.getByRole('banner').hover();
	await expect(cite).not.toHaveClass(/\blit\b/);
	await cite.hover();
	await expect(slip).toHaveClass(/\bhere\b/);
	await cite.dblclick();
	const place = page.getByLabel('Locator of Abara 1931');
	const offered = await place.evaluate((el: HTMLInputElement) => [...el.list!.options].map((o) => o.value));
	expect(offered).toEqual(['p 14', 'p 17']);
});
