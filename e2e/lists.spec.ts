/** Lists of sources: put in, what they take in, how they look, entries by hand, copied and handed in. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, expectAccessible, openDraft, watchErrors } from './helpers';

const sheetOf = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const lists = (page: Page) => sheetOf(page).locator('section.bibliography');
const panel = (page: Page) => page.getByRole('dialog', { name: 'Bibliography options' });
const entries = (page: Page, n = 0) => lists(page).nth(n).getByRole('listitem');

test('one list: order, groups, annotations, a look by the manual; undone one by one, adjusted is said', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	await lists(page).getByRole('button', { name: 'Bibliography options…' }).click();
	await expect(panel(page)).toBeVisible();
	await expectAccessible(page);
	const count = await entries(page).count();
	await panel(page).getByLabel('Order').selectOption('date');
	await expect(entries(page).first()).toContainText(/18[56]\d/);
	await panel(page).getByLabel('Order').selectOption('kind');
	await expect(lists(page).getByText('Archival sources', { exact: true })).toBeVisible();
	await expect(entries(page)).toHaveCount(count);
	await expect(page.getByRole('button', { name: /^Citation style: .*adjusted/ })).toBeVisible();
	await panel(page).getByLabel('Under each entry').selectOption('annotation');
	await expect(entries(page).locator('.under').first()).not.toBeEmpty();
	await panel(page).getByRole('checkbox', { name: 'archival' }).check();
	await expect.poll(() => entries(page).count()).toBeLessThan(count);
	await panel(page).getByRole('combobox', { name: /^Look/ }).selectOption('apa');
	await expect(lists(page)).toHaveCSS('break-before', 'page');
	const lines = await entries(page)
		.first()
		.evaluate((e) => parseFloat(getComputedStyle(e).lineHeight) / parseFloat(getComputedStyle(e).fontSize));
	expect(lines).toBeGreaterThan(2.2);
	await page.keyboard.press('Escape');
	await expect(panel(page)).toBeHidden();
	// five changes, each a step of its own
	await sheetOf(page).focus();
	for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
	await expect(entries(page)).toHaveCount(count);
	await expect(lists(page).getByText('Archival sources', { exact: true })).toBeHidden();
	await expect(page.getByRole('button', { name: /^Citation style: .*adjusted/ })).toBeHidden();
	done();
});

test('a list of several tags and shelves; one no more, and at last any again', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	await lists(page).getByRole('button', { name: 'Bibliography options…' }).click();
	await expect(entries(page).first()).toBeVisible();
	const whole = await entries(page).count();
	const pick = panel(page).getByLabel('Tag or shelf');
	await pick.selectOption('tag: wages');
	await expect.poll(() => entries(page).count()).toBeLessThan(whole);
	const wages = await entries(page).count();
	await pick.selectOption('tag: law');
	await expect.poll(() => entries(page).count()).toBeGreaterThan(wages);
	const both = await entries(page).count();
	await pick.selectOption('shelf: Labour');
	await expect.poll(() => entries(page).count()).toBeLessThan(both);
	const taken = panel(page).getByRole('group', { name: 'Tags and shelves to include' });
	await expect(taken.getByRole('checkbox')).toHaveCount(3);
	await expectAccessible(page);
	await taken.getByRole('checkbox', { name: 'shelf: Labour' }).click();
	await expect(entries(page)).toHaveCount(both);
	await taken.getByRole('checkbox', { name: 'tag: law' }).click();
	await expect(entries(page)).toHaveCount(wages);
	await taken.getByRole('checkbox', { name: 'tag: wages' }).click();
	await expect(entries(page)).toHaveCount(whole);
	await expect(taken).toBeHidden();
	done();
});

test('a list for a section, one by typing its heading, one on a page of its own; removing one removes nothing else', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const whole = await entries(page).count();
	await caretAfter(page, 'in agreement with both tank experiments');
	await page.getByRole('button', { name: 'Bibliography', exact: true }).click();
	await expectAccessible(page);
	await page.getByRole('button', { name: /^For this section/ }).click();
	await expect(lists(page)).toHaveCount(2);
	await page.keyboard.type('Sources of the results');
	await expect(lists(page).first().getByRole('heading')).toHaveText('Sources of the results');
	const part = await entries(page, 0).count();
	expect(part).toBeGreaterThan(3);
	expect(part).toBeLessThan(whole);
	await expect(entries(page, 0).filter({ hasText: 'feeding of eels' })).toHaveCount(1);
	await expect(entries(page, 0).filter({ hasText: 'Hydrographic' })).toHaveCount(0);

	// what is newly cited there is in both at once
	await caretAfter(page, 'Whether shorebirds use the lamps as landmarks');
	await page.keyboard.type(' @hallam 1904');
	await page.waitForTimeout(300);
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(entries(page, 0).filter({ hasText: 'Hallam' })).toHaveCount(1);

	await caretAfter(page, 'punished for its readings');
	await page.keyboard.press('End');
	await page.keyboard.press('Control+End');
	await caretAfter(page, 'was known to within five metres.');
	await page.keyboard.press('Enter');
	await page.keyboard.type('## Works Cited');
	await page.keyboard.press('Enter');
	await expect(lists(page)).toHaveCount(3);
	await page.keyboard.type('And on.');
	await expect(sheetOf(page).locator('p', { hasText: /^And on\.$/ })).toBeVisible();

	// from the cite line too
	await page.keyboard.press('Control+Shift+e');
	await page.getByRole('button', { name: 'Or put a bibliography here' }).click();
	await expect(lists(page)).toHaveCount(4);
	await page.keyboard.press('Control+z');
	await expect(lists(page)).toHaveCount(3);

	const text = await sheetOf(page).locator('p').allInnerTexts();
	await lists(page).first().getByRole('button', { name: 'Bibliography options…' }).click();
	await panel(page).getByRole('button', { name: 'Remove this bibliography' }).click();
	await expect(lists(page)).toHaveCount(2);
	expect((await sheetOf(page).locator('p').allInnerTexts()).filter((t) => text.includes(t)).length).toBeGreaterThan(10);
	await page.keyboard.press('Control+z');
	await expect(lists(page)).toHaveCount(3);
	done();
});

test('listed without being cited, with its reason; an entry by hand, cited by its own short form', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await lists(page).getByRole('button', { name: 'Bibliography options…' }).click();
	await panel(page).getByRole('searchbox', { name: 'Add an uncited source' }).fill('lowe women');
	await panel(page).getByRole('list', { name: 'Matching sources' }).getByRole('button').first().click();
	const lowe = entries(page).filter({ hasText: 'Women on the rounds' });
	await expect(lowe).toContainText('further reading');
	await panel(page).getByRole('textbox', { name: 'Why it is listed' }).fill('on the war years');
	await panel(page).getByRole('textbox', { name: 'Why it is listed' }).press('Tab');
	await expect(lowe).toContainText('on the war years');

	await panel(page).getByRole('button', { name: 'Write an entry by hand' }).click();
	const form = panel(page).getByRole('group', { name: 'An entry by hand' });
	await form.getByRole('button', { name: 'Save the entry' }).click();
	await expect(form.getByRole('alert')).toHaveText('The entry is empty.');
	await form
		.getByRole('textbox', { name: 'Wording of the entry' })
		.fill('Papers in a tin box, with the Mercer family.');
	await form.getByLabel('Citations say').fill('Mercer papers');
	await form.getByLabel('Sorted under').fill('Mercer family');
	await expectAccessible(page);
	await form.getByRole('button', { name: 'Save the entry' }).click();
	await expect(entries(page).filter({ hasText: 'tin box' })).toBeVisible();
	const names = (await entries(page).allInnerTexts()).map((t) => t.slice(0, 12));
	const at = names.findIndex((n) => n.startsWith('Papers in a'));
	expect(names[at - 1] < 'Mercer' && names[at + 1] > 'Mercer').toBe(true);
	await panel(page).getByRole('button', { name: 'Done' }).click();

	await caretAfter(page, 'Its history on the shore is longer');
	await page.keyboard.type(' @mercer papers');
	await page.waitForTimeout(400);
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(sheetOf(page)).toContainText('is longer (Mercer papers).');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.reload();
	await expect(sheetOf(page)).toContainText('is longer (Mercer papers).');
	await expect(entries(page).filter({ hasText: 'tin box' })).not.toContainText('further reading');
	await expect(entries(page).filter({ hasText: 'Women on the rounds' })).toContainText('on the war years');
	done();
});

test('the list is copied with its indents, handed in with its look, and typing across it does not break it', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openDraft(page, 'shore');
	await lists(page).getByRole('button', { name: 'Bibliography options…' }).click();
	await panel(page).getByRole('combobox', { name: /^Look/ }).selectOption('mla');
	await panel(page).getByLabel('Introductory paragraph').fill('In the order of their authors.');
	await panel(page).getByLabel('Introductory paragraph').press('Tab');
	await expect(lists(page)).toContainText('In the order of their authors.');
	const count = await entries(page).count();
	await panel(page).getByRole('button', { name: 'Copy bibliography' }).click();
	await expect(page.getByText(`The bibliography is on the clipboard: ${count} entries.`)).toBeVisible();
	const copied = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		const get = async (type: string) => (await item.getType(type)).text();
		return { html: await get('text/html'), text: await get('text/plain') };
	});
	expect(copied.text.split('\n')).toHaveLength(count + 1);
	expect(copied.html).toMatch(/margin:\s*0(?:px|in)? 0(?:px|in)? 0pt 0\.5in;\s*text-indent:\s*-0\.5in/);

	// everything selected and typed over but the list: it stays whole
	await entries(page).first().click();
	await page.keyboard.press('Escape');
	await caretAfter(page, 'punished for its readings');
	await page.keyboard.press('End');
	await page.keyboard.press('Delete');
	await page.keyboard.press('Delete');
	await expect(entries(page)).toHaveCount(count);
	await expect(lists(page).getByRole('heading')).toHaveText('References');
	await page.keyboard.press('Control+a');
	await page.keyboard.insertText('Gone.');
	await expect(sheetOf(page)).toContainText('Gone.');
	await expect(lists(page).getByRole('heading')).toHaveText('References');
	await page.keyboard.press('Control+z');
	await expect(sheetOf(page)).toContainText('punished for its readings');
	await expect(entries(page)).toHaveCount(count);

	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page).toHaveURL(/hand-in/);
	await expect(page.getByRole('main').getByText('In the order of their authors.')).toBeVisible();
	const look = await page.evaluate(() => {
		const root = [...document.querySelectorAll('*')].find((e) => e.shadowRoot)!.shadowRoot!;
		const li = root.querySelector<HTMLElement>('.entries li')!;
		const s = getComputedStyle(li);
		return {
			indent: s.textIndent,
			left: s.paddingLeft,
			centred: getComputedStyle(root.querySelector('[role=doc-bibliography] h2')!).textAlign
		};
	});
	expect(look).toEqual({ indent: '-48px', left: '48px', centred: 'center' });
	done();
});

test('what is being typed in an option stays, whatever else changes in the manuscript meanwhile', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await lists(page).getByRole('button', { name: 'Bibliography options…' }).click();
	const words = panel(page).getByLabel('Introductory paragraph');
	await words.click();
	await words.pressSequentially('In the order');
	// another look, without the focus leaving the words: the manuscript and its formatting change
	await panel(page).getByRole('combobox', { name: /^Look/ }).selectOption('mla');
	await expect(panel(page).getByRole('combobox', { name: /^Look/ })).toHaveValue('mla');
	await page.evaluate(() => new Promise((r) => setTimeout(r, 0)));
	await expect(words).toHaveValue('In the order');
	await words.pressSequentially(' of authors.');
	await words.press('Tab');
	await expect(lists(page)).toContainText('In the order of authors.');
	done();
});
