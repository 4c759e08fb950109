/** Copies in a folder of the person's own: made by themselves, gone on with on another machine, and never half. */
import { expect, test, type Page } from '@playwright/test';
import { answerPicker, carryInto, filesIn, takeAway } from '../scripts/folder-for-tests.mjs';
import { caretAfter, expectAccessible, openDraft, watchErrors } from './helpers';

const section = (page: Page) => page.getByRole('region', { name: 'Folder of your own' });
/** Chooses the folder in the settings, and waits until everything is in it. */
async function choose(page: Page) {
	await page.goto('/settings');
	await section(page).getByRole('button', { name: 'Choose a folder…' }).click();
}
const copied = (page: Page) => expect(section(page)).toContainText(/brought up to date/);
async function copyNow(page: Page) {
	await page.goto('/settings');
	await copied(page);
	await section(page).getByRole('button', { name: 'Copy now' }).click();
	await copied(page);
}
async function named(page: Page, by: string) {
	const field = section(page).getByLabel('Name of this machine');
	await field.fill(by);
	await field.press('Tab');
	await expect(field).toHaveValue(by);
}
const ofChapter = async (page: Page) => (await filesIn(page))['manuscripts/lamplighters.json'] ?? '';

test('what is written goes into the folder by itself, to be read without the program', async ({ page }) => {
	const done = watchErrors(page);
	await answerPicker(page);
	await choose(page);
	await copied(page);
	await expectAccessible(page);
	const files = await filesIn(page);
	expect(Object.keys(files)).toEqual(
		expect.arrayContaining(['library.json', 'manuscripts/lamplighters.json', 'Read me.txt'])
	);
	expect(files['for reading/The lamplighters of Port Ennis/The lamplighters of Port Ennis.md']).toContain('@');
	await openDraft(page, 'lamplighters');
	await caretAfter(page, 'They left few papers');
	await page.keyboard.type(' enough');
	await expect.poll(() => ofChapter(page), { timeout: 60_000 }).toContain('few papers enough');
	await page.goto('/');
	await expect(page.getByRole('button', { name: /^Copied to your folder/ })).toBeVisible();
	done();
});

test('a tab that is killed in the middle loses nothing, and the next one brings it into the folder', async ({
	page,
	context
}) => {
	await answerPicker(page);
	await choose(page);
	await copied(page);
	await openDraft(page, 'lamplighters');
	await caretAfter(page, 'They left few papers');
	await page.keyboard.type(' in time');
	// it goes before anything is saved, while the folder may be written
	await page.close({ runBeforeUnload: false });
	const next = await context.newPage();
	await next.goto('/draft/lamplighters');
	await expect(next.getByRole('textbox', { name: 'Manuscript text' })).toContainText('few papers in time');
	for (const [path, text] of Object.entries(await filesIn(next)))
		if (path.endsWith('.json')) expect(() => JSON.parse(text), path).not.toThrow();
	await expect.poll(() => ofChapter(next), { timeout: 60_000 }).toContain('few papers in time');
});

test('two machines, one folder: both go on, and what both changed in one place is shown', async ({
	page: a,
	browser
}) => {
	test.slow();
	await answerPicker(a);
	await choose(a);
	await copied(a);
	await named(a, 'attic');
	await openDraft(a, 'lamplighters');
	await caretAfter(a, 'They left few papers');
	await a.keyboard.type(' yet');
	await expect(a.getByText(/^Saved/).first()).toBeVisible();
	await copyNow(a);

	// the other machine looks into the folder before it takes it
	const b = await (await browser.newContext()).newPage();
	const done = watchErrors(b);
	await answerPicker(b);
	await b.goto('/settings');
	await carryInto(b, await filesIn(a));
	await section(b).getByRole('button', { name: 'Choose a folder…' }).click();
	const found = b.getByRole('group', { name: 'Folder that you picked' });
	await expect(found).toContainText(/6 manuscripts and 67 sources, saved on attic/);
	await expectAccessible(b);
	await found.getByRole('button', { name: 'Put together' }).click();
	await copied(b);
	await named(b, 'boat');
	await openDraft(b, 'lamplighters');
	await expect(b.getByRole('textbox', { name: 'Manuscript text' })).toContainText('few papers yet');

	// both write: in other places, and in the same
	const write = async (page: Page, after: string, words: string) => {
		await openDraft(page, 'lamplighters');
		await caretAfter(page, after);
		await page.keyboard.type(words);
		await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText(after + words);
		await expect(page.getByText(/^Saved/).first()).toBeVisible();
	};
	// what comes is shown in a text that is open
	await write(a, 'The usual answer is civic', ' at first');
	await copyNow(a);
	await openDraft(b, 'lamplighters');
	await carryInto(b, await filesIn(a));
	await expect(b.getByRole('textbox', { name: 'Manuscript text' })).toContainText('civic at first');

	await write(a, 'few papers yet', ' in the attic');
	await write(b, 'few papers yet', ' on the boat');
	await write(b, 'The usual answer is civic at first', ' glance');
	await copyNow(a);
	await carryInto(b, await filesIn(a));
	await copyNow(b);
	await expect(section(b)).toContainText(/was written here and on attic/);
	await section(b).getByRole('link', { name: 'See what changed' }).first().click();
	await expect(b.getByRole('heading', { name: /What came back|The lamplighters/ }).first()).toBeVisible();
	await expect(b.getByText('in the attic').first()).toBeVisible();
	await expect(b.getByText('on the boat').first()).toBeVisible();
	done();
});

test('a field of a source that both changed is chosen in Sources', async ({ page: a, browser }) => {
	await answerPicker(a);
	await choose(a);
	await copied(a);
	await named(a, 'attic');
	const b = await (await browser.newContext()).newPage();
	await answerPicker(b);
	await b.goto('/settings');
	await carryInto(b, await filesIn(a));
	await section(b).getByRole('button', { name: 'Choose a folder…' }).click();
	await b.getByRole('button', { name: 'Put together' }).click();
	await copied(b);
	const row = /^Okonjo & Brandt 2019 Mapping the gaslit quays Harbour Studies/;
	const open = async (page: Page) => {
		await page.getByRole('searchbox', { name: 'Find sources' }).fill('mapping the gaslit quays kind:journal');
		await page.getByRole('button', { name: row }).click();
	};
	const volume = async (page: Page, words: string) => {
		await page.goto('/sources');
		await open(page);
		const field = page.getByLabel('Volume', { exact: true });
		await field.fill(words);
		await field.press('Tab');
		await expect(page.getByRole('main').getByText(words, { exact: false }).first()).toBeVisible();
	};
	await volume(a, '771');
	await volume(b, '882');
	await copyNow(a);
	await carryInto(b, await filesIn(a));
	await copyNow(b);
	await expect(section(b)).toContainText(/Changed here and on attic in the same fields/);
	await section(b).getByRole('link', { name: 'Open Sources' }).click();
	await open(b);
	const list = b.getByRole('list', { name: 'Changed on two machines' });
	await expect(list).toContainText('771');
	await expectAccessible(b);
	await list.getByRole('button', { name: 'Take from attic: Volume' }).click();
	await expect(list).toBeHidden();
	await expect(b.getByLabel('Volume', { exact: true })).toHaveValue('771');
});

test('a folder that is gone is said, with where the work is; and it is let go', async ({ page }) => {
	await answerPicker(page);
	await choose(page);
	await copied(page);
	await takeAway(page);
	await section(page).getByRole('button', { name: 'Copy now' }).click();
	await expect(section(page).getByRole('alert')).toContainText(/The folder is not there.*kept in this browser/);
	await section(page).getByRole('button', { name: 'Keep no more copies' }).click();
	await expect(section(page).getByRole('button', { name: 'Choose a folder…' })).toBeVisible();
});

test('a browser that cannot write into folders says so, and what to do', async ({ page }) => {
	await page.addInitScript(() => {
		delete (window as { showDirectoryPicker?: unknown }).showDirectoryPicker;
		delete (Window.prototype as { showDirectoryPicker?: unknown }).showDirectoryPicker;
	});
	await page.goto('/settings');
	await expect(section(page)).toContainText(/cannot write into a folder by itself.*Save a backup/);
	await expect(section(page).getByRole('button')).toHaveCount(0);
});
