import { expect, test } from '@playwright/test';
import { expectAccessible, openDesk, openDraft, watchErrors } from './helpers';

const BIB = `@article{lark2001, author={Lark, Ida and de Roos, Jan}, title={Bells over water}, journal={Harbour Studies}, year=2001, volume=3, pages={1--9}}
@book{broken, title={No end
@book{stone1988, author={Stone, Per}, title={Stone quays}, publisher={Tidemark Press}, year=1988}
@article{okonjo, author={Okonjo, Adaeze and Brandt, Lise M.}, title={Mapping the gaslit quays}, year=2019, doi={10.5555/HS.2019.12.201}}`;

test('bring in BibTeX: a broken entry costs the others nothing, and all of it can be taken back', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/sources');
	await expect(page.getByText('67 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Bring in' }).click();
	await page.getByLabel(/Or paste records here/).fill(BIB);
	await page.getByRole('button', { name: 'Read', exact: true }).click();
	const dialog = page.getByRole('dialog');
	await expect(dialog).toContainText('2 read, 1 already here, 1 skipped');
	await expect(dialog).toContainText('line 2');
	await expect(dialog).toContainText('never closed');
	await expectAccessible(page);
	await expect(page.getByText('67 sources')).toBeVisible();
	await dialog.getByRole('button', { name: 'Take in 2' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Take back' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
	done();
});

test('bring in files of each format; what is no reference file is said', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/sources');
	await page.getByRole('button', { name: 'Bring in' }).click();
	await page.getByLabel(/Files in BibTeX/).setInputFiles([
		{
			name: 'a.ris',
			mimeType: 'text/plain',
			buffer: Buffer.from('TY  - BOOK\r\nAU  - Ris, Ann\r\nTI  - Risen light\r\nPY  - 1999\r\nER  - \r\n')
		},
		{
			name: 'b.json',
			mimeType: 'application/json',
			buffer: Buffer.from('[{"id":"j","type":"book","title":"Json light","author":[{"family":"Jay","given":"Di"}]}]')
		},
		{
			name: 'c.bib',
			mimeType: 'text/plain',
			buffer: Buffer.from([
				0x40, 0x62, 0x6f, 0x6f, 0x6b, 0x7b, 0x6c, 0x2c, 0x74, 0x69, 0x74, 0x6c, 0x65, 0x3d, 0x7b, 0x4d, 0xf6, 0x77,
				0x65, 0x7d, 0x7d
			])
		}
	]);
	const dialog = page.getByRole('dialog');
	await expect(dialog).toContainText('3 read');
	await expect(dialog).toContainText('Möwe');
	await dialog.getByRole('button', { name: 'Take in 3' }).click();
	await expect(page.getByText('70 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Bring in' }).click();
	await page.getByLabel(/Or paste records here/).fill('Dear reader, this is a letter.');
	await page.getByRole('button', { name: 'Read', exact: true }).click();
	await expect(dialog.getByRole('alert')).toContainText('Nothing was taken in');
	done();
});

test('enter by hand, correct, refuse a taken key, delete and bring back', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/sources');
	await page.getByRole('button', { name: 'New source' }).click();
	const open = page
		.getByRole('listitem')
		.filter({ has: page.getByRole('button', { name: /Untitled/, expanded: true }) });
	await open.getByLabel('Title', { exact: true }).fill('Notes on fog');
	await open.getByLabel('Title', { exact: true }).press('Tab');
	const item = page
		.getByRole('listitem')
		.filter({ has: page.getByRole('button', { name: /Notes on fog/, expanded: true }) });
	await item.getByLabel('Author 1').fill('van der Berg, Anna');
	await item.getByLabel('Author 1').press('Enter');
	await expect(item.getByText('particle “van der”')).toBeVisible();
	await item.getByLabel('Date', { exact: true }).fill('c. 1890');
	await item.getByLabel('Date', { exact: true }).press('Tab');
	await expect(item.getByText('In Chicago 17th, full note')).toBeVisible();
	await expect(item).toContainText('Berg, Anna van der. Notes on Fog, [1890?].');
	await item.getByLabel('Cite key').fill('osei1996');
	await item.getByLabel('Cite key').press('Tab');
	await expect(item).toContainText('The key “osei1996” belongs to another source. “osei1996-2” is free.');
	await expectAccessible(page);
	await item.getByRole('button', { name: 'Delete' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Bring back' }).click();
	await expect(page.getByText('68 sources')).toBeVisible();
	done();
});

test('a deleted source leaves a visible gap in the text, and comes back', async ({ page, context }) => {
	await openDraft(page, 'shore');
	const library = await context.newPage();
	await library.goto('/sources');
	await library.getByRole('searchbox', { name: 'Find sources' }).fill('skyglow');
	await library.getByRole('button', { name: /Skyglow over small harbours/ }).click();
	await library.getByRole('button', { name: 'Delete', exact: true }).click();
	await expect(library.getByText('1 citation shows a gap')).toBeVisible();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('([source missing: nakagawa2021])');
	await expect(page.getByRole('button', { name: '2 to check', exact: true })).toBeVisible();
	await expect(page.getByText('Source not in the library')).toBeVisible();
	await library.getByRole('button', { name: 'Bring back' }).click();
	await expect(sheet).toContainText('(Nakagawa et al., 2021)');
});

test('a correction in one tab shows in the manuscript open in another at once (needs N9)', async ({
	page,
	context
}) => {
	await openDraft(page, 'shore');
	const library = await context.newPage();
	await library.goto('/sources?open=abara1931');
	await library.getByLabel('Author 1').fill('Abarra, Mina');
	await library.getByLabel('Author 1').press('Tab');
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('(Abarra, 1931)');
});

test('text from outside is data: script in a field never runs', async ({ page }) => {
	const done = watchErrors(page, [/Content Security Policy/]);
	await page.addInitScript(() => Object.defineProperty(window, 'pwned', { value: false, writable: true }));
	await page.goto('/sources');
	await page.getByRole('button', { name: 'Bring in' }).click();
	await page
		.getByLabel(/Or paste records here/)
		.fill(
			'@book{x1, author={<script>window.pwned=true</script>, A}, title={<img src=x onerror="window.pwned=true">Light}, year=2001}'
		);
	await page.getByRole('button', { name: 'Read', exact: true }).click();
	await page.getByRole('dialog').getByRole('button', { name: 'Take in 1' }).click();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('onerror');
	await page
		.getByRole('button', { name: /onerror/ })
		.first()
		.click();
	await expect(page.getByText('Copy the entry')).toBeVisible();
	expect(await page.evaluate(() => (window as unknown as { pwned: boolean }).pwned)).toBe(false);
	done();
});

test('many are selected with Shift and saved', async ({ page }) => {
	await openDesk(page);
	await page.goto('/sources');
	await page.getByRole('checkbox').nth(0).click();
	await page
		.getByRole('checkbox')
		.nth(4)
		.click({ modifiers: ['Shift'] });
	await expect(page.getByText('5 selected')).toBeVisible();
	const [download] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'RIS', exact: true }).click()
	]);
	expect(download.suggestedFilename()).toBe('sources.ris');
	await expectAccessible(page);
});
