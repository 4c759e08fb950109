import { expect, test } from '@playwright/test';
import { expectAccessible, openDraft, openSources, watchErrors } from './helpers';

/** In the page: what was said of duplicates is read long after the sources, as on a machine that is busy. */
function slowToRead(): void {
	const { get } = IDBObjectStore.prototype;
	IDBObjectStore.prototype.get = function (key) {
		// requests of a transaction are answered in their order
		if (this.name === 'settings' && key === 'notDuplicates') for (let i = 0; i < 5000; i++) this.count();
		return get.call(this, key);
	};
}

test('tidy: one, all of a kind, leave for ever; each can be taken back', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	await page.getByRole('button', { name: /^To clean up \d+/ }).click();
	const panel = page.getByRole('region', { name: 'To clean up' });
	const capitals = panel.getByRole('region', { name: 'Titles in capitals' });
	await expect(capitals).toContainText('EELS AND THE LIT CHANNEL');
	await expect(capitals).toContainText('Eels and the lit channel: A net survey');
	await expectAccessible(page);
	await capitals.getByRole('button', { name: /^Fix: In capitals throughout, Okafor 1997/ }).click();
	await expect(capitals).toHaveCount(0);
	await page.getByRole('button', { name: 'Take back' }).click();
	await expect(capitals).toContainText('EELS AND THE LIT CHANNEL');
	const stops = panel.getByRole('region', { name: 'Stray punctuation at the end' });
	await stops.getByRole('button', { name: /^Fix all/ }).click();
	await expect(stops).toHaveCount(0);
	const doi = panel.getByRole('region', { name: 'DOIs with more than the DOI' });
	await doi.getByRole('button', { name: /^Ignore/ }).click();
	await expect(doi).toHaveCount(0);
	await page.reload();
	await expect(panel.getByRole('region', { name: 'Titles in capitals' })).toBeVisible();
	await expect(doi).toHaveCount(0);
	done();
});

test('in the opened source: what to fix, one click or all at once', async ({ page }) => {
	await page.goto('/sources?open=okafor1997');
	const fixes = page.getByRole('list', { name: 'To fix' });
	await expect(fixes.getByRole('listitem')).toHaveCount(3);
	await page.getByRole('button', { name: 'Fix all 3' }).click();
	await expect(fixes).toHaveCount(0);
	await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Eels and the lit channel: A net survey');
	await expect(page.getByLabel('DOI', { exact: true })).toHaveValue('10.5555/lfe.1997.11');
	await page.getByRole('button', { name: /^Undo: fixed 3 things/ }).click();
	await expect(fixes.getByRole('listitem')).toHaveCount(3);
});

test('two that are one: merged field by field, citations follow at once, and undo parts them', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const library = await context.newPage();
	await openSources(library);
	await library.getByRole('button', { name: /^Possible duplicates/ }).click();
	const panel = library.getByRole('region', { name: 'Possible duplicates' });
	await expect(panel).toContainText('The same DOI');
	await expect(panel.getByRole('radio', { name: 'Title: Mapping the gaslit quays', exact: true })).toBeChecked();
	await expectAccessible(library);
	// the citations are those of the first; the second is kept
	await panel.getByRole('radio', { name: /Keep the key okonjo2019dup/ }).check();
	await panel.getByRole('radio', { name: 'Author: Okonjo, A.; Brandt, L.M.' }).check();
	await panel.getByRole('radio', { name: /: Harbour Stud\.$/ }).check();
	await panel.getByRole('button', { name: 'Merge into one' }).click();
	await expect(library.getByText(/Merged 2 sources into one; \d+ citations follow it/)).toBeVisible();
	await expect(library.getByText('66 sources')).toBeVisible();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).not.toContainText('source missing');
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText('Harbour Stud., 12');
	await library.getByRole('button', { name: /^Undo: merged 2 sources/ }).click();
	await expect(library.getByText('67 sources')).toBeVisible();
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText('Harbour Studies, 12(3)');
	await expect(panel.getByRole('button', { name: 'They are two works' })).toBeVisible();
	await panel.getByRole('button', { name: 'They are two works' }).click();
	await expect(panel).toContainText('No duplicates');
	// though what was said comes later than the sources
	await library.addInitScript(slowToRead);
	await library.reload();
	await expect(panel).toContainText('Checking the library…');
	await expect(panel).toContainText('No duplicates');
	await expect(library.getByText('67 sources')).toBeVisible();
	await expect(panel.getByRole('button', { name: 'They are two works' })).toHaveCount(0);
	done();
});

test('any selected sources can be merged', async ({ page }) => {
	await openSources(page);
	await page.getByRole('checkbox').nth(0).click();
	await page.getByRole('checkbox').nth(1).click();
	await page.getByRole('button', { name: 'Merge', exact: true }).click();
	const panel = page.getByRole('region', { name: 'Possible duplicates' });
	await expect(panel).toContainText('You chose them');
	await panel.getByRole('button', { name: 'Merge into one' }).click();
	await expect(page.getByText('66 sources')).toBeVisible();
});
