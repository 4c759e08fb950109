/** From the browser: the bookmark button on pages of others, also under a strict content security policy; shared addresses. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openSources, watchErrors } from './helpers';

const PAGE = `<!doctype html><html lang="en"><head><title>Lamps — Harbour Studies</title>
<meta name="citation_title" content="The last lamps of the quay"><meta name="citation_author" content="Lark, Ida">
<meta name="citation_journal_title" content="Harbour Studies"><meta name="citation_publication_date" content="2019">
<meta name="citation_volume" content="12"></head><body><p>It burned <b id="said">all night, and nobody paid</b>.</p></body></html>`;
const BARE = '<!doctype html><title>A page & its "name"</title><p>Nothing more.</p>';

let server: Server;
let base = '';
test.beforeAll(async () => {
	server = createServer((request, response) => {
		response.setHeader('content-type', 'text/html; charset=utf-8');
		if (request.url === '/strict')
			response.setHeader(
				'content-security-policy',
				"default-src 'none'; sandbox allow-scripts allow-popups allow-popups-to-escape-sandbox"
			);
		response.end(request.url === '/bare' ? BARE : PAGE);
	});
	await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
	base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
test.afterAll(() => void server.close());

/** The script of the button, as Sources gives it. */
async function button(page: Page): Promise<string> {
	await openSources(page);
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	const dialog = page.getByRole('dialog', { name: 'Import sources' });
	await dialog.getByText('A button for your browser').click();
	const link = dialog.getByRole('link', { name: 'Take into Rapid Quill' });
	await expect(link).toBeVisible();
	await expectAccessible(page);
	await link.click();
	await expect(page.getByText('drag it to your bookmarks, and press it there')).toBeVisible();
	const href = (await link.getAttribute('href'))!;
	return decodeURIComponent(href.replace(/^javascript:/, ''));
}
/** Presses the button on a page, as the browser runs a bookmark: whatever the page allows scripts of its own. */
async function press(page: Page, address: string, script: string): Promise<Page> {
	await page.goto(address);
	await page.evaluate(() => {
		const said = document.getElementById('said');
		if (said) getSelection()!.selectAllChildren(said);
	});
	const [opened] = await Promise.all([page.waitForEvent('popup'), page.evaluate(script)]);
	return opened;
}

test('a page is taken by the button: seen first, kept with the words that were selected when it is said so', async ({
	page
}) => {
	const done = watchErrors(page);
	const script = await button(page);
	for (const path of ['/', '/strict']) {
		const opened = await press(page, base + path, script);
		await expect(opened.getByRole('heading', { name: 'From the browser' })).toBeVisible();
		await expect(opened.getByText('The last lamps of the quay').first()).toBeVisible();
		await expect(opened.getByText('all night, and nobody paid')).toBeVisible();
		await expectAccessible(opened);
		await opened.close();
	}
	// not asked to be kept: not kept
	await page.goto('/sources');
	await expect(page.getByText('67 sources')).toBeVisible();

	const opened = await press(page, base, script);
	await opened.getByRole('button', { name: 'Add the source' }).click();
	await expect(opened).toHaveURL(/\/sources\?open=/);
	await expect(opened.getByText('68 sources')).toBeVisible();
	await expect(opened.getByText('all night, and nobody paid').first()).toBeVisible();
	await opened.close();

	// the same page again is known
	const again = await press(page, base, script);
	await expect(again.getByText(/already/i).first()).toBeVisible();
	await again.close();
	const bare = await press(page, `${base}/bare`, script);
	await expect(bare.getByText('A page & its "name"').first()).toBeVisible();
	await bare.close();
	done();
});

test('what another app shares is a draft; what nobody’s button made is not taken, and that is said', async ({
	page
}) => {
	const done = watchErrors(page);
	await page.goto('/capture?title=Lamps%20of%20Callow&text=https%3A%2F%2Fexample.org%2Flamps');
	await expect(page.getByText('Lamps of Callow').first()).toBeVisible();
	await expect(page.getByRole('button', { name: 'Add the source' })).toBeEnabled();
	for (const bad of [
		'/capture',
		'/capture#garbage',
		`/capture#${encodeURIComponent('{"v":1,"url":"javascript:alert(1)"}')}`
	]) {
		await page.goto('about:blank');
		await page.goto(bad);
		await expect(page.getByRole('alert')).toContainText('nothing that the bookmark button makes');
	}
	await expectAccessible(page);
	done();
});
