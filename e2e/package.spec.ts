/** A manuscript with all that belongs to it, given to somebody else and taken in there. */
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { chooseFile, expectAccessible, openDesk, openSources, watchErrors } from './helpers';

test('a manuscript goes as a package, and is taken in where some of its sources are already', async ({
	page,
	browser
}) => {
	const done = watchErrors(page);
	await page.goto('/draft/shore/hand-in');
	await chooseFile(page, 'Package', 'Live');
	const [file] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'Save as package' }).click()
	]);
	expect(file.suggestedFilename()).toBe('what-the-lamps-did-to-the-shore-package.json');
	const buffer = readFileSync(await file.path());
	const pack = JSON.parse(buffer.toString('utf8')) as { sources: { key: string }[] };
	expect(pack.sources.length).toBeGreaterThan(5);
	// as it would come from somebody whose record of one of them says more, and who has one that is not here
	const text = buffer
		.toString('utf8')
		.replace('"annotation":"', '"annotation":"Lent to me. ')
		.replace(/^\{"id":"okonjo2019","key":"okonjo2019"/m, '{"id":"elsewhere","key":"elsewhere"');

	const other = await (await browser.newContext()).newPage();
	await openDesk(other);
	await other
		.getByLabel('Open a document')
		.setInputFiles({ name: 'shore-package.json', mimeType: 'application/json', buffer: Buffer.from(text) });
	const dialog = other.getByRole('dialog', { name: 'Import a package' });
	await expect(dialog.getByRole('list', { name: 'Manuscripts in it' })).toContainText(
		/What the lamps did to the shore.*you have one of this origin/
	);
	const asked = dialog.getByRole('list', { name: 'Sources that are here already' });
	await expect(asked.getByRole('listitem').first()).toBeVisible();
	await expectAccessible(other);
	await expect(asked.getByRole('combobox').first()).toHaveValue('fill');
	await expect(dialog.getByRole('status')).toContainText(/to complete/);
	await dialog.getByRole('button', { name: 'Import', exact: true }).click();
	await expect(other).toHaveURL(/\/draft\/\w{16}/);
	await expect(other.getByRole('textbox', { name: 'Manuscript text' })).toContainText('What the lamps did');
	await expect(other.locator('.pending')).toHaveCount(0);
	await expect(other.locator('.cite').first()).not.toBeEmpty();
	await expect(other.getByText(/^Imported: “What the lamps did to the shore”/)).toBeVisible();
	await other.getByRole('button', { name: 'Take back' }).click();
	await expect(other.getByText('Taken back.')).toBeVisible();
	done();
});

test('a choice of sources goes as a package with its excerpts', async ({ page, browser }) => {
	await openSources(page);
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('night work lamps labour');
	await expect(page.locator('.opener').first()).toContainText('Tarrow');
	await page.getByRole('checkbox').first().click();
	await page.getByRole('button', { name: 'Save as…' }).click();
	const [file] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'Package, with excerpts' }).click()
	]);
	const pack = JSON.parse(readFileSync(await file.path(), 'utf8')) as { sources: { excerpts: unknown[] }[] };
	expect(pack.sources[0].excerpts.length).toBeGreaterThan(0);
	// as if it were of another library, and a work that is not in this one
	const work = { id: 'lent', type: 'book', title: 'Fog on the quay', author: [{ family: 'Sund' }] };
	const text = JSON.stringify({ ...pack, sources: [{ ...pack.sources[0], id: 'lent', key: 'lent', item: work }] });
	const other = await (await browser.newContext()).newPage();
	await openSources(other);
	await other.getByRole('button', { name: 'Import', exact: true }).click();
	const dialog = other.getByRole('dialog', { name: 'Import sources' });
	await dialog
		.getByLabel('Files', { exact: true })
		.setInputFiles({ name: 'p.json', mimeType: 'application/json', buffer: Buffer.from(text) });
	await expect(dialog).toContainText(/1 source: 1 new/);
	await dialog.getByRole('button', { name: 'Import', exact: true }).click();
	await expect(other.getByText('68 sources')).toBeVisible();
});

test('a package that breaks off is refused whole', async ({ page }) => {
	await openDesk(page);
	await page.getByLabel('Open a document').setInputFiles({
		name: 'p.json',
		mimeType: 'application/json',
		buffer: Buffer.from('{"format": "rapid-quill-package", "version": 1, "sources": [')
	});
	await expect(page.getByRole('dialog', { name: 'Import a package' }).getByRole('alert')).toContainText(
		/breaks off or is no package.*Nothing was changed/
	);
});
