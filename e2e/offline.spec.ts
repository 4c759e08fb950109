/** After the first visit the app works without its server. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { caretAfter, chooseStyle, watchErrors } from './helpers';
import { freePort } from '../scripts/ensure.mjs';

test.use({ serviceWorkers: 'allow' });

test('the server is stopped: the desk, writing, citing, a style never used before and handing in go on', async ({
	page
}) => {
	const port = await freePort();
	const server = spawn(process.execPath, ['scripts/serve.mjs'], { env: { ...process.env, PORT: String(port) } });
	try {
		await expect
			.poll(() =>
				fetch(`http://127.0.0.1:${port}/`).then(
					(r) => r.status,
					() => 0
				)
			)
			.toBe(200);
		const address = `http://127.0.0.1:${port}/`;
		await page.goto(address);
		await expect(page.getByRole('heading', { name: 'On the desk' })).toBeVisible();
		await page.goto(`${address}settings`);
		await expect(page.getByText(/^Ready to work offline/)).toBeVisible();
		server.kill('SIGKILL');
		await once(server, 'exit');
		const done = watchErrors(page, [/ERR_CONNECTION_REFUSED|Failed to fetch/]);
		await page.goto(address);
		await page.getByRole('link', { name: 'What the lamps did to the shore' }).click();
		const text = page.getByRole('textbox', { name: 'Manuscript text' });
		await expect(text).toBeVisible();
		await page.reload();
		await expect(text).toContainText('(Nakagawa et al., 2021)');
		await caretAfter(page, 'Two difficulties');
		await page.keyboard.type(' @hallam 1904');
		await expect(page.getByRole('listbox', { name: 'Matching sources' }).getByRole('option').first()).toContainText(
			'Hallam'
		);
		await page.keyboard.press('Enter');
		await page.keyboard.press('Enter');
		await expect(text).toContainText('(Hallam, 1904)');
		await chooseStyle(page, 'Nature');
		await expect(text.locator('.cite').first()).toHaveText('1');
		await page.getByRole('link', { name: 'Hand in' }).click();
		await expect(page.getByRole('status').filter({ hasText: /^\d+ pages$/ })).toBeVisible();
		const download = page.waitForEvent('download');
		await page.getByRole('button', { name: 'Save as DOCX' }).click();
		expect(readFileSync(await (await download).path()).length).toBeGreaterThan(5000);
		done();
	} finally {
		server.kill('SIGKILL');
	}
});
