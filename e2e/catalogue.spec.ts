/** The catalogue of styles: found, seen, compared, brought, used. */
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openDesk, watchErrors } from './helpers';

const search = (page: Page) => page.getByRole('searchbox', { name: 'Find a style' });
const shown = (page: Page) => page.getByRole('region', { name: 'The style' });

async function openStyles(page: Page): Promise<void> {
	await openDesk(page);
	await page.getByRole('link', { name: 'Styles' }).click();
	await expect(page.getByRole('heading', { name: 'What it does' })).toBeVisible();
}

const CSL = `<?xml version="1.0" encoding="utf-8"?>
<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0">
  <info>
    <title>Quayside Papers</title>
    <id>http://www.example.org/styles/quayside-papers</id>
    <updated>2026-03-01T00:00:00+00:00</updated>
    <rights license="http://creativecommons.org/licenses/by-sa/3.0/">Example</rights>
  </info>
  <citation>
    <layout prefix="⟨" suffix="⟩" delimiter=" + ">
      <names variable="author"><name form="short"/></names>
    </layout>
  </citation>
  <bibliography>
    <layout><text variable="title" font-weight="bold"/></layout>
  </bibliography>
</style>`;

test('a style is found by words, kind, field and edition, by keys alone, and seen on one’s own text', async ({
	page
}) => {
	const done = watchErrors(page);
	await openStyles(page);
	await expectAccessible(page);
	await expect(shown(page)).toContainText('Judith Marlowe');
	await search(page).fill('apa 6th');
	const first = page.getByRole('button', { name: /American Psychological Association 6th edition author/ }).first();
	await expect(first).toBeVisible();
	await search(page).fill('coastal');
	await expect(page.getByRole('button', { name: /Coastal Research/ })).toBeVisible();
	// none has both words: the nearest
	await search(page).fill('jour coast');
	await expect(page.getByRole('button', { name: /Coast/ }).first()).toBeVisible();
	await search(page).fill('');
	await page.getByRole('group', { name: 'Kind of style' }).getByRole('button', { name: 'numbers' }).click();
	await page.getByLabel('Field').selectOption('history');
	await expect(page.getByRole('region', { name: 'Find a style' }).getByRole('listitem').first()).toContainText(
		'numeric'
	);
	await page.getByLabel('Field').selectOption('');
	await page.getByRole('group', { name: 'Kind of style' }).getByRole('button', { name: 'numbers' }).click();
	await search(page).fill('ieee');
	await expect(shown(page).getByRole('heading', { level: 1 })).toHaveText('IEEE');
	await expect(shown(page)).toContainText('46 notes become citations in the text');
	await expect(shown(page)).toContainText('[1]');
	await search(page).press('ArrowDown');
	await expect(shown(page).getByRole('heading', { level: 1 })).not.toHaveText('IEEE');
	await search(page).fill('zzzz qqqq');
	await expect(page.getByText(/No style fits all of this/)).toBeVisible();
	done();
});

test('two styles side by side with their differences; marked ones come first; used in the manuscript', async ({
	page
}) => {
	const done = watchErrors(page);
	await openStyles(page);
	await search(page).fill('apa 7');
	await expect(shown(page).getByRole('heading', { level: 1 })).toHaveText('APA 7th');
	await page.getByLabel('Shown on').selectOption({ label: 'What the lamps did to the shore' });
	await expect(shown(page)).toContainText('(Nakagawa et al., 2021)');
	await page.getByLabel('Beside').selectOption({ label: 'Chicago 17th, author–date' });
	await expect(shown(page).getByRole('heading', { name: 'Chicago 17th, author–date' })).toBeVisible();
	await expect(shown(page).locator('mark').first()).toBeVisible();
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Add to favourites' }).click();
	await search(page).fill('');
	await expect(page.getByRole('heading', { name: 'Favourites' })).toBeVisible();
	await search(page).fill('vancouver');
	await expect(shown(page).getByRole('heading', { level: 1 })).toHaveText('Vancouver');
	await page.getByRole('link', { name: /^Use in “/ }).click();
	const panel = page.getByRole('dialog', { name: 'Citation style' });
	await expect(panel.getByText('After switching to Vancouver')).toBeVisible();
	await panel.getByRole('button', { name: 'Use this style' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('decades (1).');
	done();
});

test('styles often asked for are there without a connection; another says why not', async ({ page, context }) => {
	await openStyles(page);
	await expect
		.poll(() => page.evaluate(async () => Boolean(await (await caches.open('csl')).match('/styles/ieee.json'))))
		.toBe(true);
	await search(page).fill('university');
	await expect(page.getByRole('button', { name: /University/ }).first()).toBeVisible();
	await context.setOffline(true);
	await search(page).fill('ieee');
	await expect(shown(page).getByRole('heading', { level: 1 })).toHaveText('IEEE');
	await expect(shown(page)).toContainText('[1]');
	await search(page).fill('cell numeric superscript');
	await expect(page.getByText('There is no connection, and this style has not been used here before.')).toBeVisible();
});

test('a CSL file: wrong ones say where, good ones are kept, used, replaced by newer ones, taken out', async ({
	page
}) => {
	const done = watchErrors(page);
	await openStyles(page);
	await page.getByRole('button', { name: 'Import a CSL file' }).click();
	const bring = page.getByRole('region', { name: 'Import a CSL file' });
	const text = bring.getByLabel('Text of the style');
	await text.fill(CSL.replace('</names>', ''));
	await expect(bring.getByRole('alert')).toContainText(/not well-formed XML.*line 12/);
	await text.fill(CSL.replace('<text variable="title"', '<text macro="lost"'));
	await expect(bring.getByRole('alert')).toContainText('The macro “lost” is called but not defined. (line 15');
	await expect(bring.getByRole('alert').locator('.here')).toContainText('15');
	await expectAccessible(page);
	await text.fill(CSL.replace('font-weight="bold"', 'font-weight="heavy"'));
	await expect(bring).toContainText('1 thing is odd; it works all the same');
	await bring
		.getByLabel('Choose a CSL file')
		.setInputFiles({ name: 'quayside.csl', mimeType: 'text/xml', buffer: Buffer.from(CSL) });
	await expect(bring.getByRole('status')).toContainText('Quayside Papers cites in the text; changed 2026-03-01');
	await bring.getByRole('button', { name: 'Keep this style' }).click();
	await expect(shown(page).getByRole('heading', { level: 1 })).toHaveText('Quayside Papers');
	await expect(shown(page)).toContainText('⟨Marlowe');

	// the same again, and one that only points to another
	await page.getByRole('button', { name: 'Import a CSL file' }).click();
	await text.fill(CSL);
	await expect(bring.getByRole('status')).toContainText('You have this very file already.');
	await text.fill(CSL.replace('2026-03', '2026-05'));
	await expect(bring.getByRole('status')).toContainText('You have an older version of it');
	const dependent = `<style xmlns="http://purl.org/net/xbiblio/csl" version="1.0" default-locale="de-DE"><info><title>Hafenblatt</title><id>http://www.example.org/hafenblatt</id><link href="http://www.example.org/styles/PARENT" rel="independent-parent"/></info></style>`;
	await text.fill(dependent.replace('PARENT', 'nobody'));
	await expect(bring.getByRole('alert')).toContainText('uses the rules of “nobody”, which is not in the catalogue');
	await text.fill(dependent.replace('PARENT', 'apa'));
	await expect(bring.getByRole('status')).toContainText(
		'uses the rules of “American Psychological Association 7th edition”'
	);
	await bring.getByRole('button', { name: 'Keep this style' }).click();
	await page.getByLabel('Shown on').selectOption({ label: 'What the lamps did to the shore' });
	await expect(shown(page)).toContainText('S. 9–22');

	// it is still there after a reload, and can be used in a manuscript and taken out
	await page.reload();
	await expect(page.getByRole('heading', { name: 'Your own' })).toBeVisible();
	await page
		.getByRole('button', { name: /^Quayside Papers/ })
		.first()
		.click();
	await page.getByLabel('Shown on').selectOption({ label: 'What the lamps did to the shore' });
	await page.getByRole('link', { name: /^Use in “/ }).click();
	await page.getByRole('dialog', { name: 'Citation style' }).getByRole('button', { name: 'Use this style' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('decades ⟨Nakagawa');
	await page.goto('/styles');
	await page
		.getByRole('button', { name: /^Quayside Papers/ })
		.first()
		.click();
	await page.getByRole('button', { name: 'Remove' }).click();
	await expect(page.getByRole('button', { name: /^Quayside Papers/ })).toHaveCount(0);
	await page.getByRole('button', { name: 'Bring it back' }).click();
	await expect(page.getByRole('button', { name: /^Quayside Papers/ }).first()).toBeVisible();
	done();
});

test('a style is looked through: its warnings, what it leaves out, what can be read in two ways', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.goto('/styles');
	await page.getByRole('searchbox', { name: 'Find a style' }).fill('nature');
	await page
		.getByRole('button', { name: /^Nature/ })
		.first()
		.click();
	await expect(page.getByRole('heading', { name: 'Nature', level: 1 })).toBeVisible();
	const check = page.getByRole('region', { name: 'Check this style' });
	await check.getByRole('button', { name: 'Check this style' }).click();
	await expect(check).toContainText('None: everything in it is in the standard.');
	await expect(check.getByRole('heading', { name: 'Left out of your sources' })).toBeVisible();
	await expect(check.getByText('Journal article', { exact: true })).toBeVisible();
	await expect(check).toContainText('Issue');
	await expectAccessible(page);
	// another style is another look
	await page.getByRole('searchbox', { name: 'Find a style' }).fill('');
	await page
		.getByRole('button', { name: /^MLA 9th/ })
		.first()
		.click();
	await check.getByRole('button', { name: 'Check this style' }).click();
	await expect(check).toContainText('Titles in headline capitals');
	done();
});
