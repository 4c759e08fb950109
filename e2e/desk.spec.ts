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
	await page.getByRole('button', { name: 'Bring it back' }).click();
	await expect(page.getByRole('link', { name: 'On fog', exact: true })).toBeVisible();
	done();
});

test('begin empty, and bring the demo back', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'Begin with an empty desk' }).click();
	await expect(page.getByText('Nothing is on the desk yet')).toBeVisible();
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Bring the demo back' }).click();
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
	await page.getByRole('button', { name: 'Copy the list' }).click();
	await expect(page.getByText(/The list is on the clipboard/)).toBeVisible();
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
});
