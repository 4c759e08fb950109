import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible, openDesk, openSources, watchErrors } from './helpers';

test('backup: saved, looked at before it is restored, restored, and taken back', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	await page.getByRole('button', { name: 'No backup yet' }).click();
	const dialog = page.getByRole('dialog', { name: 'Backup' });
	await expect(dialog).toContainText(/in use, room for/);
	await expectAccessible(page);
	const [file] = await Promise.all([
		page.waitForEvent('download'),
		dialog.getByRole('button', { name: 'Save a backup' }).click()
	]);
	expect(file.suggestedFilename()).toMatch(/^rapid-quill-\d{4}-\d\d-\d\d\.json$/);
	const text = readFileSync(await file.path(), 'utf8');
	await page.keyboard.press('Escape');
	await expect(page.getByRole('button', { name: /^Last backup \d+ second/ })).toBeVisible();

	await openDesk(page);
	await page.getByRole('button', { name: 'Remove the example' }).click();
	await page.getByRole('alertdialog').getByRole('button', { name: 'Remove the example' }).click();
	await expect(page.getByText('Nothing is on the desk yet')).toBeVisible();
	await page.goto('/sources');
	await expect(page.getByRole('heading', { name: 'The library is empty' })).toBeVisible();
	await page.getByRole('button', { name: /backup/i }).click();
	const upload = (buffer: Buffer) =>
		dialog.getByLabel('Restore from a file').setInputFiles({ name: 'b.json', mimeType: 'application/json', buffer });
	await upload(Buffer.from(text.slice(0, 5000)));
	await expect(dialog.getByRole('alert')).toContainText('breaks off');
	await dialog.getByRole('button', { name: 'Close', exact: true }).last().click();
	await page.getByRole('button', { name: /backup/i }).click();
	await upload(Buffer.from(text));
	await expect(dialog).toContainText('add 67 sources and 6 manuscripts');
	await dialog.getByRole('button', { name: 'Restore', exact: true }).click();
	await expect(dialog).toBeHidden();
	await expect(page.getByText('67 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Take back' }).click();
	await expect(page.getByRole('heading', { name: 'The library is empty' })).toBeVisible();
	done();
});

test('a colleague’s backup: their sources come in through the report, what both have is found', async ({ page }) => {
	await openSources(page);
	const source = (id: string, title: string, more = {}) => ({
		id,
		key: id,
		item: { id, type: 'book', title, ...more },
		tags: ['theirs'],
		shelves: ['Their shelf'],
		annotation: 'Read twice.',
		excerpts: [{ kind: 'quotation', text: 'kept by them' }],
		origin: 'typed',
		createdAt: 1,
		updatedAt: 1
	});
	const backup = {
		format: 'rapid-quill-backup',
		version: 1,
		savedAt: new Date().toISOString(),
		sources: [
			source('x', 'Light of a colleague'),
			source('y', 'Mapping the gaslit quays', { DOI: '10.5555/hs.2019.12.201' })
		],
		manuscripts: [],
		versions: [],
		settings: []
	};
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page
		.getByLabel('Files', { exact: true })
		.setInputFiles({ name: 'b.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(backup)) });
	const dialog = page.getByRole('dialog');
	await expect(dialog).toContainText('add 2 sources and 0 manuscripts');
	await dialog.getByRole('button', { name: /It is a colleague’s/ }).click();
	await expect(dialog).toContainText('1 read, 1 already here');
	await dialog.getByRole('button', { name: 'Add 1 source' }).click();
	await expect(page.getByText('68 sources')).toBeVisible();
	await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Light of a colleague');
	await expect(page.getByLabel('Shelves')).toHaveValue('Their shelf');
	await expect(page.getByText('“kept by them”')).toBeVisible();
});

test('little room: it is said on the desk, and what can go is offered with what is best done first', async ({
	page
}) => {
	const done = watchErrors(page);
	await page.addInitScript(() => {
		navigator.storage.estimate = () => Promise.resolve({ usage: 900, quota: 1000 });
	});
	await openDesk(page);
	await page.getByRole('button', { name: 'More for Who paid for the light?' }).click();
	await page.getByRole('button', { name: 'Delete' }).filter({ visible: true }).click();
	await expect(page.getByRole('button', { name: 'Bin (1)' })).toBeVisible();
	await page.getByRole('button', { name: 'Little room is left' }).click();
	const dialog = page.getByRole('dialog', { name: 'Backup' });
	await expect(dialog.getByRole('alert')).toContainText('Save a backup first');
	await expectAccessible(page);
	await dialog.getByRole('button', { name: 'Empty the bin: 1 item, for good' }).click();
	await expect(dialog).toContainText('Nothing of it can go by itself');
	await page.keyboard.press('Escape');
	await expect(page.getByRole('button', { name: 'Bin (1)' })).toBeHidden();
	done();
});
