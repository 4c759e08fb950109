import { expect, test } from '@playwright/test';
import { expectAccessible, openDesk, openDraft, watchErrors } from './helpers';

test('the desk: new, rename, duplicate, delete with undo', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Essay MLA, in text' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('Works Cited');
	await page.getByRole('link', { name: 'Back to the desk' }).click();
	const more = (title: string) => page.getByRole('button', { name: `More for ${title}`, exact: true });
	await more('Untitled').click();
	await page.getByRole('button', { name: 'Rename' }).filter({ visible: true }).click();
	await page.getByLabel('Title of the manuscript').fill('On fog');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('link', { name: 'On fog', exact: true })).toBeVisible();
	await more('On fog').click();
	await page.getByRole('button', { name: 'Duplicate' }).filter({ visible: true }).click();
	await expect(page.getByRole('link', { name: 'On fog (copy)' })).toBeVisible();
	await more('On fog').click();
	await page.getByRole('button', { name: 'Delete' }).filter({ visible: true }).click();
	await expect(page.getByRole('link', { name: 'On fog', exact: true })).toBeHidden();
	await page.getByRole('button', { name: 'Put it back' }).click();
	await expect(page.getByRole('link', { name: 'On fog', exact: true })).toBeVisible();
	done();
});

test('what was deleted is in the bin after a reload, and comes back with the sources it cites', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'More for Who paid for the light?' }).click();
	await page.getByRole('button', { name: 'Delete' }).filter({ visible: true }).click();
	await expect(page.getByText(/is in the bin for 30 days/)).toBeVisible();
	await page.reload();
	await page.getByRole('button', { name: 'Bin (1)' }).click();
	const bin = page.getByRole('dialog');
	await expectAccessible(page);
	await bin.getByRole('button', { name: 'Put back Who paid for the light?' }).click();
	await expect(page.getByText('Put back: 1 manuscript.')).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(page.getByRole('link', { name: 'Who paid for the light?' })).toBeVisible();
	await expect(page.getByRole('button', { name: /^Bin \(/ })).toBeHidden();
	done();
});

test('removing the example says what goes, leaves what the person made, and can be undone at any time', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'Essay MLA, in text' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toBeFocused();
	await page.keyboard.type('Mine');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.getByRole('link', { name: 'Back to the desk' }).click();
	await page.getByRole('button', { name: 'Remove the example' }).click();
	const ask = page.getByRole('alertdialog', { name: 'Remove the example' });
	await expect(ask).toContainText(
		'6 example manuscripts and 67 example sources that you have not changed will be removed'
	);
	await expectAccessible(page);
	await ask.getByRole('button', { name: 'Remove the example' }).click();
	await expect(page.getByRole('link', { name: 'Who paid for the light?' })).toBeHidden();
	await expect(page.getByRole('link', { name: 'Mine' })).toBeVisible();
	// another day
	await page.reload();
	await expect(page.getByRole('link', { name: 'Mine' })).toBeVisible();
	await expect(page.getByText('0 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Bring the example back' }).click();
	await expect(page.getByRole('link', { name: 'Who paid for the light?' })).toBeVisible();
	done();
});

test('hand-in is accessible, and copies the list', async ({ page, context }) => {
	const done = watchErrors(page);
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openDraft(page, 'lamplighters');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText(
		'The lamplighters of Port Ennis'
	);
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Copy the bibliography' }).click();
	await expect(page.getByText(/The bibliography is on the clipboard/)).toBeVisible();
	const [html, text] = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		return Promise.all(['text/html', 'text/plain'].map(async (t) => (await item.getType(t)).text()));
	});
	expect(html).toContain('<i>Night Work: Lamps, Labour and the Harbour Board</i>');
	expect(text).toContain('Night Work: Lamps, Labour and the Harbour Board');
	expect(text).not.toContain('<');
	done();
});

test('a style id that is not in the catalogue is said, and nothing is changed', async ({ page }) => {
	await openDesk(page);
	await page.evaluate(async () => {
		const open = indexedDB.open('rapid-quill');
		const base = await new Promise<IDBDatabase>((ok) => (open.onsuccess = () => ok(open.result)));
		const store = base.transaction('manuscripts', 'readwrite').objectStore('manuscripts');
		const get = store.get('shore');
		await new Promise<void>((ok) => {
			get.onsuccess = () => {
				const m = get.result;
				m.doc.content = m.doc.content.replace('"id":"apa"', '"id":"no-such-style"');
				store.put(m).onsuccess = () => ok();
			};
		});
		base.close();
	});
	await page.goto('/draft/shore');
	await expect(page.getByRole('alert')).toContainText('There is no style “no-such-style” in the catalogue');
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('(Nakagawa et al., 2021)');
});

test('storage that is blocked is said in words', async ({ page }) => {
	await page.addInitScript(() => {
		Object.defineProperty(window, 'indexedDB', {
			value: {
				open() {
					throw new DOMException('blocked', 'SecurityError');
				},
				databases: () => Promise.resolve([])
			}
		});
	});
	await page.goto('/');
	await expect(page.getByRole('alert')).toContainText('does not let Rapid Quill keep anything here');
	await page.goto('/draft/shore');
	await expect(page.getByRole('heading', { name: /cannot be opened/ })).toBeVisible();
});

test('addresses that lead nowhere say so', async ({ page }) => {
	await openDesk(page);
	await page.goto('/draft/nothing');
	await expect(page.getByRole('heading', { name: /no manuscript at this address/ })).toBeVisible();
	const r = await page.goto('/elsewhere');
	expect(r!.status()).toBe(404);
	await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
});

test('security headers: a policy without unsafe scripts', async ({ request }) => {
	const r = await request.get('/');
	const policy = r.headers()['content-security-policy'];
	expect(policy).toContain("default-src 'self'");
	expect(policy).toContain("frame-ancestors 'none'");
	expect(/script-src[^;]*unsafe/.test(policy)).toBe(false);
	expect(r.headers()['x-content-type-options']).toBe('nosniff');
	for (const file of ['/mark.svg', '/styles/index.json']) {
		const h = (await request.get(file)).headers();
		expect(h['x-content-type-options'], file).toBe('nosniff');
		expect(h['cross-origin-resource-policy'], file).toBe('same-origin');
	}
});
