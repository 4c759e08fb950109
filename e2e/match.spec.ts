/** Match-up: typed citations and typed lists become live, and nothing in the text changes before it is accepted. */
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, fullDisk, openDesk, watchErrors } from './helpers';

const sheetOf = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const slips = (page: Page) => page.getByRole('complementary', { name: 'Typed citations and their sources' });

async function openEssay(page: Page): Promise<string> {
	await openDesk(page);
	await page.getByRole('link', { name: 'Who paid for the light?' }).click();
	await expect(sheetOf(page)).toContainText('the insurers paid');
	const id = /draft\/([^/?]+)/.exec(page.url())![1];
	await page.goto(`/draft/${id}/match`);
	await expect(page.getByText('13 typed citations')).toBeVisible();
	return id;
}

test('the essay is matched up with the keyboard alone: a tie, a misspelling, one that is not there, and undo', async ({
	page
}) => {
	const done = watchErrors(page);
	const id = await openEssay(page);
	const sheet = sheetOf(page);
	await expect(page.getByText('8 certain', { exact: true })).toBeVisible();
	await expect(page.getByText('1 not in your library')).toBeVisible();
	await expect(page.getByText('Nothing in the text changes until you accept.')).toBeVisible();
	await expect(sheet).toContainText('the insurers paid (Tarrow 41).');
	await expectAccessible(page);

	// a tie: the second source that fits
	await expect(slips(page)).toContainText('Which source is “(Tarrow 41)”?');
	await page.keyboard.press('2');
	await page.keyboard.press('Enter');
	await expect(page.getByText('12 typed citations')).toBeVisible();
	// nothing else of the text is another
	await expect(sheet).toContainText('a lamp at every dangerous place (Osei 58).');

	// one after another to the misspelt name
	const misspelt = slips(page).getByText('the name is spelt differently');
	for (let i = 0; i < 10 && !(await slips(page).getByText('Is it this one?').isVisible()); i++)
		await page.keyboard.press('ArrowDown');
	await expect(misspelt).toBeVisible();
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('until much later (Lindqvist 7).');

	// it is no citation, and stays so
	for (
		let i = 0;
		i < 10 && !(await slips(page).getByText('Not in your library: Harrow 1902', { exact: true }).isVisible());
		i++
	)
		await page.keyboard.press('ArrowUp');
	await page.keyboard.press('x');
	await expect(page.getByText('10 typed citations')).toBeVisible();
	await expect(sheet).toContainText('the insurers disagreed (Harrow 1902).');
	await page.reload();
	await expect(page.getByText('10 typed citations')).toBeVisible();

	// undo brings the words back, and what may stand for them
	await page.keyboard.press('Enter');
	await expect(page.getByText('9 typed citations')).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(page.getByText('10 typed citations')).toBeVisible();
	await expect(sheet).toContainText('a lamp at every dangerous place (Osei 58).');

	await page.goto(`/draft/${id}`);
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText(
		'Lamps, Labour and the Harbour Board'
	);
	done();
});

test('all certain ones at once are one undo; a source that is missing is looked for or entered', async ({ page }) => {
	// the look-up answers 404 where it knows nothing
	const done = watchErrors(page, [/status of 404/]);
	await openEssay(page);
	const sheet = sheetOf(page);
	await page.getByRole('button', { name: 'Accept 8 certain' }).click();
	await expect(page.getByText('5 typed citations')).toBeVisible();
	await expect(sheet).toContainText('found dark (Fenn 44).');
	await page.keyboard.press('Control+z');
	await expect(page.getByText('13 typed citations')).toBeVisible();
	await expect(sheet).toContainText('found dark [Fenn 1934, 44].');

	await slips(page).getByRole('button', { name: 'Not in your library: (Harrow 1902)' }).click();
	await slips(page).getByRole('button', { name: 'Look it up or add it' }).click();
	await slips(page).getByRole('button', { name: 'Enter by hand' }).first().click();
	await slips(page).getByLabel('Title').fill('Against the lamps');
	await slips(page).getByRole('button', { name: 'Add the source' }).click();
	await expect(slips(page)).toContainText('Harrow 1902 Against the lamps');
	await slips(page).getByRole('button', { name: 'Accept', exact: true }).click();
	await expect(sheet).toContainText('the insurers disagreed (Harrow).');

	// another source than those that fit
	await slips(page).getByRole('button', { name: 'Osei 1996' }).click();
	await slips(page).getByRole('button', { name: 'Another source…' }).click();
	await slips(page).getByLabel('Find another source').fill('bell by the town');
	await slips(page).getByRole('list', { name: 'Sources found' }).getByRole('button', { name: 'Marlowe 1989' }).click();
	await slips(page).getByRole('button', { name: 'Accept', exact: true }).click();
	await expect(sheet).toContainText('every dangerous place (Marlowe 58).');
	done();
});

test('by the links to Match-up and back: a full disk is said, nothing accepted is lost, a reload brings it back', async ({
	page
}) => {
	const done = watchErrors(page, [/no room/]);
	await openDesk(page);
	await page.getByRole('link', { name: 'Who paid for the light?' }).click();
	await page.getByRole('button', { name: 'to check' }).click();
	await page.getByRole('link', { name: '12 typed citations: match up' }).click();
	await fullDisk(page, true);
	await page.getByRole('button', { name: 'Accept 8 certain' }).click();
	await expect(page.getByText('5 typed citations')).toBeVisible();
	await expect(page.getByText('Not saved')).toBeVisible();
	await expect(page.getByRole('alert')).toContainText('This browser has no room left.');

	// what was accepted was written ahead of the save that failed; the browser asks before it lets the page go
	page.once('dialog', (d) => void d.accept());
	await page.reload();
	await expect(page.getByText('5 typed citations')).toBeVisible();
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	const sheet = sheetOf(page);
	await expect(sheet).toContainText('found dark (Fenn 44).');
	await page.getByRole('link', { name: 'Back to the draft' }).click();
	await expect(page.getByRole('button', { name: 'Cite', exact: true })).toBeEnabled();
	await expect(sheet).toContainText('found dark (Fenn 44).');
	await expect(page.getByText('another tab')).toBeHidden();
	await expect(page.getByText('The other tab was closed')).toBeHidden();
	done();
});

test('a second tab is told; undo and redo faster than the text is looked through end with the text as it is', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	const id = await openEssay(page);
	const second = await context.newPage();
	await second.goto(`/draft/${id}/match`);
	await expect(second.getByText('This manuscript is open in another tab.')).toBeVisible();
	await second.close();
	await page.getByRole('button', { name: 'Accept 8 certain' }).click();
	await expect(page.getByText('5 typed citations')).toBeVisible();
	// undo twice as fast as keys go: what is looked at is the text as it is in the end
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+Shift+z');
	await page.keyboard.press('Control+z');
	await expect(page.getByText('13 typed citations')).toBeVisible();
	await expect(page.getByText('8 certain', { exact: true })).toBeVisible();
	await expect(page.getByText('Looking for typed citations')).toBeHidden();
	done();
});

const TEXT = `The price of a lamp

Introduction

Gas was dear in most harbours (Lark & de Roos, 2001, p. 12), and Stone (1988) says that
oil was dearer. The war (1914-1918) changed that (see Okonjo and Brandt 2019; Stone, 1988).
The difference was small (p < .05, n = 20).

References

Lark, I., & de Roos, J. (2001). Bells over water. Harbour Studies, 3(1), 1–9.
    https://doi.org/10.5555/hs.2001.3.1

Okonjo, A., & Brandt, L. M. (2019). Mapping the gaslit quays. Harbour Studies, 12(3), 201–219.

Stone, P. (1988). Stone quays: A history of loading. Tidemark Press.
`;

test('a plain text with a typed list: the list is reviewed and becomes live, the citations follow', async ({
	page
}) => {
	// what the look-up does not have is an answer of its own
	const done = watchErrors(page, [/404/]);
	await openDesk(page);
	await page
		.getByLabel('Open a document')
		.setInputFiles([{ name: 'lamp.txt', mimeType: 'text/plain', buffer: Buffer.from(TEXT) }]);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog).toContainText('3 typed citations and a typed list of 3 entries can become live in Match-up');
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	await expect(page.getByText('3 typed citations')).toBeVisible();
	await expect(page.getByText('Typed list: 3 entries, 1 in your library, 2 new')).toBeVisible();
	await page.getByRole('button', { name: 'Review the list' }).click();
	const entry = (n: number) => page.getByRole('listitem', { name: `Entry ${n}` });
	await expect(entry(1)).toContainText('Harbour Studies');
	await expect(entry(1)).toContainText('10.5555/hs.2001.3.1');
	await expect(entry(2)).toContainText('In your library: Okonjo & Brandt 2019');
	await page.getByRole('button', { name: 'Compare with the look-up' }).click();
	await expect(page.getByText('2 compared')).toBeVisible();
	await expect(entry(3)).toContainText('Look-up: not found.');
	await expectAccessible(page);
	await entry(3).getByRole('button', { name: 'Correct' }).click();
	await entry(3).getByLabel('Title').fill('Stone quays');
	await entry(3).getByRole('button', { name: 'Done' }).click();
	await page.getByRole('button', { name: 'Add 2 sources and make the list live' }).click();
	const sheet = sheetOf(page);
	await expect(page.getByRole('button', { name: 'Accept 3 certain' })).toBeVisible();
	await page.getByRole('button', { name: 'Accept 3 certain' }).click();
	await expect(page.getByText('3 citations accepted. No typed citations are left.')).toBeVisible();
	await expect(sheet).toContainText('in most harbours (Lark & de Roos, 2001, p. 12), and Stone (1988) says');
	await expect(sheet).toContainText('The war (1914-1918) changed that (see Okonjo & Brandt, 2019; Stone, 1988).');
	await page.getByRole('link', { name: 'Back to the draft' }).click();
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText('Stone quays. Tidemark Press');
	await page.goto('/');
	await expect(page.getByText('69 sources')).toBeVisible();
	done();
});

test('Draft and Proof count typed citations and lead to Match-up', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('link', { name: 'Who paid for the light?' }).click();
	await page.getByRole('button', { name: 'to check' }).click();
	await expect(page.getByRole('link', { name: '12 typed citations: match up' })).toBeVisible();
	await page.getByRole('link', { name: 'All checks and the ledger' }).click();
	// counted off the page, behind everything else that a busy machine does
	await expect(page.getByText('12 typed citations are not live yet.')).toBeVisible();
	await page.getByRole('link', { name: 'Match up' }).click();
	await expect(page.getByText('13 typed citations')).toBeVisible();
	// a chapter whose citations are all live has nothing to match up
	await page.goto('/draft/shore/match');
	await expect(page.getByText('No typed citations were found.')).toBeVisible();
	done();
});
