/** What is chosen once holds for what is started later. */
import { expect, test } from '@playwright/test';
import { expectAccessible, openDesk, watchErrors } from './helpers';

test('style, language, name, marks and theme are chosen once, kept, and used by new manuscripts', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('link', { name: 'Settings' }).click();
	await expect(page.getByRole('heading', { name: 'Settings', level: 1 })).toBeVisible();
	await page.getByLabel('Citation style', { exact: true }).selectOption('Chicago 17th, full note');
	await page.getByLabel('Language of terms and dates').selectOption('German (Germany)');
	await page.getByLabel('Your name').fill('Vera Lindgate');
	await page.getByLabel('Your name').press('Tab');
	await page.getByRole('checkbox', { name: /^Shape quotation marks/ }).uncheck();
	await page.getByRole('radio', { name: 'Dark' }).check();
	await expect(page.locator('html')).toHaveClass(/dark/);
	await expectAccessible(page);
	await page.reload();
	await expect(page.getByLabel('Citation style', { exact: true })).toHaveValue('chicago-fullnote-bibliography');
	await expect(page.getByLabel('Your name')).toHaveValue('Vera Lindgate');
	await expect(page.getByRole('radio', { name: 'Dark' })).toBeChecked();
	await page.getByRole('radio', { name: 'Light' }).check();
	await expect(page.locator('html')).not.toHaveClass(/dark/);
	await expectAccessible(page);

	await page.getByRole('link', { name: 'Rapid Quill, to the desk' }).click();
	await page.getByRole('button', { name: 'New manuscript' }).click();
	const text = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(text).toBeFocused();
	await expect(page.getByRole('button', { name: /^Citation style: Chicago 17th, full note/ })).toBeVisible();
	await page.keyboard.type('Title');
	await page.keyboard.press('Enter');
	await page.keyboard.type('He said "so" -- and left.');
	await expect(text).toContainText('He said "so" -- and left.');
	done();
});

test('a setting is kept though the page goes before the database has it', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/settings');
	const choice = page.getByRole('checkbox', { name: 'Keep all of a long text in the page' });
	await expect(choice).not.toBeChecked();
	// a transaction that does not end: whatever is written waits behind it, until the page goes
	await page.evaluate(
		() =>
			new Promise<void>((resolve, reject) => {
				const open = indexedDB.open('rapid-quill');
				open.onerror = () => reject(new Error('The database cannot be opened.'));
				open.onsuccess = () => {
					const settings = open.result.transaction('settings', 'readwrite').objectStore('settings');
					const hold = () => void (settings.get('nothing').onsuccess = hold);
					hold();
					resolve();
				};
			})
	);
	await choice.check();
	await page.reload();
	await expect(choice).toBeChecked();
	await page.reload();
	await expect(choice).toBeChecked();
	done();
});

test('? opens the keys of every view, with a search', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	for (const view of ['Sources', 'Styles', 'Desk']) {
		const link = page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: view });
		await link.click();
		await expect(link).toHaveAttribute('aria-current', 'page');
		// a view may put the caret into its search: there the key is a letter
		if (view === 'Desk') await page.keyboard.press('?');
		else await page.getByRole('button', { name: 'Shortcuts' }).click();
		const keys = page.getByRole('dialog', { name: 'Shortcuts' });
		const find = keys.getByRole('searchbox', { name: 'Find a shortcut' });
		await expect(find).toBeFocused();
		await find.fill('replace');
		await expect(keys.getByText('Find and replace')).toBeVisible();
		await expect(keys.getByText('Bulleted list')).toHaveCount(0);
		await find.fill('nothing of the kind');
		await expect(keys.getByRole('status')).toHaveText('No shortcut matches “nothing of the kind”.');
		// the first Escape empties the field, as in any search
		await page.keyboard.press('Escape');
		await expect(find).toHaveValue('');
		await page.keyboard.press('Escape');
		await expect(keys).toBeHidden();
	}
	done();
});
