/** Styles that are slow, broken or out of reach: text, button and list agree in the end, and nobody has to reload. */
import { expect, test, type Page, type Route } from '@playwright/test';
import { openDesk, openDraft, watchErrors } from './helpers';

const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const styleButton = (page: Page) => page.getByRole('button', { name: /^Citation style/ });
/** The browser says of its own that something did not load; nothing else may reach the console. */
const NETWORK = [/Failed to load resource/, /net::ERR/];

/** Answers requests for a style's file, one after the other; those behind the last as usual. */
async function answerStyle(page: Page, id: string, answers: ((r: Route) => Promise<void>)[]): Promise<() => number> {
	let n = 0;
	await page.route(`**/styles/${id}.json`, (r) => (answers[n++] ?? ((x: Route) => x.continue()))(r));
	return () => n;
}
const status = (code: number) => (r: Route) => r.fulfill({ status: code, body: 'no' });
const body = (text: string) => (r: Route) => r.fulfill({ contentType: 'application/json', body: text });
const late = (ms: number) => async (r: Route) => {
	await new Promise((ok) => setTimeout(ok, ms));
	// the page may be gone by then
	await r.continue().catch(() => undefined);
};

for (const [what, answer] of [
	['a server error', status(500)],
	['half a file', body('{"n":"style","c":[')],
	['a file of something else', body('{"hello":"world"}')]
] as const)
	test(`${what} instead of a style: it is said, tried again by itself, and the text is right then`, async ({
		page
	}) => {
		const done = watchErrors(page, NETWORK);
		await openDesk(page);
		await answerStyle(page, 'apa', [answer, answer, answer]);
		await page.goto('/draft/shore');
		await expect(page.getByRole('alert')).toContainText(/could not be loaded|arrived broken/);
		await expect(page.getByRole('alert')).toContainText('your text is not changed');
		// meanwhile the text can be written
		await sheet(page).click();
		await page.keyboard.press('Control+End');
		await expect(sheet(page)).toContainText('(Nakagawa et al., 2021)');
		await expect(page.getByRole('alert')).toHaveCount(0);
		await expect(page.locator('.pending')).toHaveCount(0);
		done();
	});

test('no connection: it is said, and comes right when there is one again', async ({ page, context }) => {
	const done = watchErrors(page, NETWORK);
	await openDesk(page);
	await page.getByRole('link', { name: 'What the lamps did to the shore' }).click();
	await expect(sheet(page)).toContainText('(Nakagawa et al., 2021)');
	await styleButton(page).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('searchbox').fill('vancouver');
	await expect(panel).toContainText('After switching to Vancouver');
	await context.setOffline(true);
	await panel.getByRole('searchbox').fill('annual review of nutrition');
	await expect(panel).toContainText('There is no connection, and this style has not been used here before');
	await expect(panel.getByRole('button', { name: 'Use this style' })).toBeDisabled();
	await context.setOffline(false);
	await panel.getByRole('searchbox').fill('ieee');
	await page.keyboard.press('Enter');
	await expect(styleButton(page)).toContainText('IEEE');
	await expect(sheet(page)).toContainText('two decades [1].');
	// without a connection what was used is still there
	await context.setOffline(true);
	await page.keyboard.press('Control+z');
	await expect(sheet(page)).toContainText('(Nakagawa et al., 2021)');
	await expect(styleButton(page)).toContainText('APA 7th');
	await context.setOffline(false);
	done();
});

test('Enter before what was typed is found or shown: that style is used, whole, and not half of another', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await answerStyle(page, 'ieee', [late(1500)]);
	await styleButton(page).click();
	await expect(page.getByRole('searchbox', { name: 'Find a style' })).toBeFocused();
	await page.keyboard.type('ieee');
	await page.keyboard.press('Enter');
	await expect(page.getByText('Loading IEEE…')).toBeVisible();
	await expect(styleButton(page)).toContainText('APA 7th');
	await expect(styleButton(page)).toContainText('IEEE');
	await expect(page.getByRole('dialog', { name: 'Citation style' })).toBeHidden();
	await expect(sheet(page)).toContainText('two decades [1].');
	await expect(page.locator('.entry').first()).toContainText('[1]');
	done();
});

test('what is typed while the style panel itself is on its way is found and used', async ({ page }) => {
	const done = watchErrors(page);
	let release = () => {};
	const held = new Promise<void>((ok) => (release = ok));
	// whichever file holds the panel's code
	await page.route('**/_app/immutable/chunks/*.js', async (r) => {
		const answer = await r.fetch({ maxRetries: 3 });
		if ((await answer.text()).includes('After switching to')) await held;
		await r.fulfill({ response: answer }).catch(() => undefined);
	});
	await openDraft(page, 'shore');
	await styleButton(page).click();
	const field = page.getByRole('searchbox', { name: 'Find a style' });
	await expect(page.getByText('Loading the styles…')).toBeVisible();
	await expect(field).toBeFocused();
	await page.keyboard.type('ieee');
	await page.keyboard.press('Enter');
	release();
	await expect(styleButton(page)).toContainText('IEEE');
	await expect(page.getByRole('dialog', { name: 'Citation style' })).toBeHidden();
	await expect(sheet(page)).toContainText('two decades [1].');
	done();
});

test('what is typed before the catalogue is there is shown once it is', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	await page.route('**/styles/index.json', late(1500));
	await styleButton(page).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await panel.getByRole('searchbox').fill('ieee');
	await expect(panel).toContainText('Loading the catalogue…');
	await expect(panel).toContainText('After switching to IEEE');
	await expect(panel.getByRole('button', { name: 'Use this style' })).toBeEnabled();
	done();
});

test('another choice, or undo, while a style loads: button, text and list are of one style in the end', async ({
	page
}) => {
	const done = watchErrors(page, NETWORK);
	await openDraft(page, 'shore');
	// the panel has it at once; the text's own worker has to wait for it
	let asked = 0;
	await page.route('**/styles/ieee.json', async (r) => {
		if (++asked > 1) await new Promise((ok) => setTimeout(ok, 2500));
		await r.continue().catch(() => undefined);
	});
	const choose = async (name: string) => {
		await styleButton(page).click();
		const panel = page.getByRole('dialog', { name: 'Citation style' });
		await panel.getByRole('searchbox').fill(name);
		await page.keyboard.press('Enter');
		await expect(panel).toBeHidden();
	};
	await choose('ieee');
	await expect(styleButton(page)).toContainText('IEEE');
	await page.keyboard.press('Control+z');
	await expect(styleButton(page)).toContainText('APA 7th');
	await expect(sheet(page)).toContainText('(Nakagawa et al., 2021)');
	await choose('vancouver');
	await expect(styleButton(page)).toContainText('Vancouver');
	await page.waitForTimeout(3200);
	await expect(styleButton(page)).toContainText('Vancouver');
	await expect(sheet(page)).toContainText('(1)');
	await expect(page.locator('.entry').first()).toContainText('Nakagawa E');
	done();
});

test('a brought style that would never end is refused with its reason, and everything goes on', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/styles');
	await page.getByRole('button', { name: 'Import a CSL file' }).click();
	const style = (inside: string) =>
		`<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text"><info><title>T</title><id>http://example.org/t</id></info>${inside}</style>`;
	const layout = (inside: string) => `<citation><layout>${inside}</layout></citation>`;
	const deep = style(layout('<group>'.repeat(20_000) + '<text variable="title"/>' + '</group>'.repeat(20_000)));
	const doubling = style(
		Array.from(
			{ length: 30 },
			(_, i) => `<macro name="m${i}"><text macro="m${i + 1}"/><text macro="m${i + 1}"/></macro>`
		).join('') + `<macro name="m30"><text variable="title"/></macro>${layout('<text macro="m0"/>')}`
	);
	const field = page.getByRole('textbox', { name: 'Text of the style' });
	await field.fill(deep);
	await expect(page.getByRole('alert')).toContainText('nested more than 200 deep');
	await field.fill(doubling);
	await expect(page.getByRole('alert')).toContainText('more than 200,000 elements');
	await field.fill(style(layout('<text variable="title"/>')));
	await expect(page.getByText('cites in the text')).toBeVisible();
	done();
});

test('the catalogue arrives late: who writes elsewhere stays there; a page of text in the search finds nothing', async ({
	page
}) => {
	const done = watchErrors(page);
	let arrive = () => {};
	const held = new Promise<void>((go) => (arrive = go));
	await page.route('**/styles/index.json', async (route) => {
		await held;
		await route.continue();
	});
	await page.goto('/styles');
	const search = page.getByRole('searchbox', { name: 'Find a style' });
	await page.getByRole('button', { name: 'Import a CSL file' }).click();
	const field = page.getByRole('textbox', { name: 'Text of the style' });
	await field.pressSequentially('<sty');
	arrive();
	await expect(page.getByRole('heading', { name: 'Common' })).toBeVisible();
	await page.keyboard.type('le>');
	await expect(field).toHaveValue('<style>');
	await expect(search).toHaveValue('');
	await page.reload();
	await expect(search).toBeFocused();

	await search.fill('group'.repeat(80_000));
	await expect(page.getByText('No style fits all of this.')).toBeVisible();
	await search.fill('apa');
	await expect(page.locator('[data-style="apa"]')).toBeVisible();
	done();
});

test('style panel and Hand in before anything is formatted: no error, and the right text', async ({ page }) => {
	const done = watchErrors(page, NETWORK);
	await openDesk(page);
	await answerStyle(page, 'apa', [late(1500), late(1500), late(1500)]);
	await page.goto('/draft/shore');
	await styleButton(page).click();
	await expect(page.getByRole('dialog', { name: 'Citation style' })).toContainText('Nakagawa');
	await page.keyboard.press('Escape');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('(Nakagawa et al., 2021)');
	done();
});
