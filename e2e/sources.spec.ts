import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expectAccessible, openDraft, openSources, watchErrors } from './helpers';

test('enter by hand, correct, refuse a taken key, delete and bring back', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	await page.getByRole('button', { name: 'New source' }).click();
	const open = page
		.getByRole('listitem')
		.filter({ has: page.getByRole('button', { name: /Untitled/, expanded: true }) });
	await open.getByLabel('Title', { exact: true }).fill('Notes on fog');
	await open.getByLabel('Title', { exact: true }).press('Tab');
	const item = page
		.getByRole('listitem')
		.filter({ has: page.getByRole('button', { name: /Notes on fog/, expanded: true }) });
	await item.getByLabel('Author 1', { exact: true }).fill('van der Berg, Anna');
	await item.getByLabel('Author 1', { exact: true }).press('Enter');
	await expect(item.getByText('particle “van der”')).toBeVisible();
	await expect(item.getByLabel('Author 2', { exact: true })).toBeFocused();
	await item.getByLabel('Date', { exact: true }).fill('c. 1890');
	await item.getByLabel('Date', { exact: true }).press('Tab');
	await expect(item.getByText('In Chicago 17th, full note')).toBeVisible();
	await expect(item).toContainText('Berg, Anna van der. Notes on Fog, [1890?].');
	await expect(item).toContainText(/This style would also print.*publisher/);
	await expect(item).toContainText('Missing for its kind: publisher');
	await expect(item.getByLabel('Cite key')).toHaveValue('vanderberg1890');
	await item.getByLabel('Cite key').fill('osei1996');
	await item.getByLabel('Cite key').press('Tab');
	await expect(item).toContainText('The key “osei1996” belongs to another source. “osei1996-2” is free.');
	await expectAccessible(page);
	await item.getByRole('button', { name: 'Delete' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Bring back' }).click();
	await expect(page.getByText('68 sources')).toBeVisible();
	done();
});

test('names in another order by dragging and by keys; every form of date; a page is read today', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	await page
		.getByRole('searchbox', { name: 'Find sources' })
		.fill('mapping the gaslit quays kind:journal harbour studies');
	await page.getByRole('button', { name: /^Okonjo & Brandt 2019 Mapping the gaslit quays Harbour Studies/ }).click();
	await page.getByLabel('Author 2', { exact: true }).press('Alt+ArrowUp');
	await expect(page.getByLabel('Author 1', { exact: true })).toHaveValue('Brandt, Lise M.');
	await expect(page.getByRole('button', { name: /^Brandt & Okonjo 2019/ })).toBeVisible();
	const from = (await page.getByLabel('Move author 2').boundingBox())!;
	const to = (await page.getByLabel('Author 1', { exact: true }).boundingBox())!;
	await page.mouse.move(from.x + 4, from.y + 6);
	await page.mouse.down();
	await page.mouse.move(from.x + 6, from.y - 8, { steps: 4 });
	await page.waitForTimeout(150);
	await page.mouse.move(from.x + 6, to.y + 4, { steps: 12 });
	await page.waitForTimeout(500);
	await page.mouse.up();
	await expect(page.getByLabel('Author 1', { exact: true })).toHaveValue('Okonjo, Adaeze');
	await expect(page.getByRole('button', { name: /^Okonjo & Brandt 2019/ })).toBeVisible();

	for (const [typed, shown] of [
		['May 2019', 'May 2019'],
		['2019-05-03', '2019-05-03'],
		['1890–1893', '1890–1893'],
		['spring 2004', 'Spring 2004'],
		['forthcoming', 'forthcoming'],
		['n.d.', '']
	]) {
		await page.getByLabel('Date', { exact: true }).fill(typed);
		await page.getByLabel('Date', { exact: true }).press('Tab');
		await expect(page.getByLabel('Date', { exact: true })).toHaveValue(shown);
	}

	await page.getByLabel('Kind', { exact: true }).selectOption('Web page or site');
	await expect(
		page.getByText(/Kept, though Chicago 17th, full note does not print it for a web page or site:.*volume/)
	).toBeVisible();
	await page.getByLabel('Address', { exact: true }).fill('https://example.org/quays');
	await page.getByLabel('Address', { exact: true }).press('Tab');
	const d = new Date();
	await expect(page.getByLabel('Accessed')).toHaveValue(
		`${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
	);
	await page.getByLabel('Another role').selectOption('Translator');
	await page.getByLabel('Translator 1').fill('Hope, Ellen');
	await page.getByLabel('Translator 1').press('Tab');
	await expect(page.getByText('Ellen Hope').first()).toBeVisible();
	done();
});

test('find by field words, arrange by shelves, tags and flags, choose columns', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	const find = page.getByRole('searchbox', { name: 'Find sources' });
	await page.keyboard.press('/');
	await expect(find).toBeFocused();
	await find.fill('lindqvst estuary');
	await expect(page.locator('.opener').first()).toContainText('The lit estuary');
	await find.fill('year:1890-1900 -photograph');
	await expect(page.getByRole('contentinfo')).toContainText(/\d+ shown/);
	await expect
		.poll(async () => {
			const years = await page.locator('.opener .y').allTextContents();
			return years.length > 0 && years.every((y) => /18[6-9]\d|1900/.test(y));
		})
		.toBe(true);
	await find.fill('cited:no kind:score');
	await expect(page.locator('.opener').first()).toContainText('score');
	await find.fill('colour:blue');
	await expect(page.getByText('“colour:blue” is no field word.')).toBeVisible();
	await find.fill('');
	await expect(page.locator('.opener').nth(5)).toBeVisible();
	await page.getByRole('checkbox').nth(0).click();
	await page
		.getByRole('checkbox')
		.nth(4)
		.click({ modifiers: ['Shift'] });
	await expect(page.getByText('5 selected')).toBeVisible();
	await page.getByRole('button', { name: 'Put on a shelf' }).click();
	await page
		.getByRole('textbox', { name: 'Shelf' })
		.or(page.getByRole('combobox', { name: 'Shelf', exact: true }))
		.last()
		.fill('Chapter 9');
	await page.getByRole('button', { name: 'Put on this shelf' }).click();
	await page.getByLabel('Shelf', { exact: true }).selectOption('Chapter 9');
	await expect(page.locator('.opener')).toHaveCount(5);
	await page.keyboard.press('Control+a');
	await page.getByRole('button', { name: 'Tag', exact: true }).click();
	await page
		.getByRole('textbox', { name: 'Tag' })
		.or(page.getByRole('combobox', { name: 'Tag', exact: true }))
		.last()
		.fill('reread');
	await page.getByRole('button', { name: 'Tag them' }).click();
	await page.getByRole('button', { name: 'Flag', exact: true }).click();
	await expect(page.getByText('Flagged 5 sources.')).toBeVisible();
	await page.getByLabel('Shelf', { exact: true }).selectOption('Any shelf');
	await find.fill('flagged tag:reread');
	await expect(page.locator('.opener')).toHaveCount(5);
	await find.fill('');
	await page.getByRole('button', { name: 'Columns' }).click();
	await page.getByLabel('Tags', { exact: true }).check();
	await page.keyboard.press('Escape');
	await page.getByRole('button', { name: 'Sort by Year' }).click();
	await expect(page.getByRole('button', { name: 'Sort by Tags' })).toBeVisible();
	const first = await page.locator('.opener').first().innerText();
	await page.reload();
	await expect(page.getByRole('button', { name: 'Sort by Tags' })).toBeVisible();
	// how often it is cited is read a moment after the list
	await expect.poll(() => page.locator('.opener').first().innerText()).toBe(first);
	await page.getByLabel('Cited or not').selectOption('Incomplete');
	await expectAccessible(page);
	await page.getByLabel('Cited or not').selectOption('Flagged');
	await expect(page.locator('.opener')).toHaveCount(5);
	done();
});

test('selected sources are saved in every format', async ({ page }) => {
	await openSources(page);
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('okafor eels');
	await expect(page.locator('.opener').first()).toContainText('Okafor');
	await page.getByRole('checkbox').first().click();
	for (const [name, file, has] of [
		['BibTeX', 'sources.bib', /@article\{okafor1997,[\s\S]*journal = /],
		['BibLaTeX', 'sources.bib', /journaltitle = /],
		['RIS', 'sources.ris', /TY {2}- JOUR/],
		['CSL-JSON', 'sources.json', /"type": "article-journal"/],
		['CSV', 'sources.csv', /^key,type,author/]
	] as const) {
		await page.getByRole('button', { name: 'Save as…' }).click();
		const [d] = await Promise.all([
			page.waitForEvent('download'),
			page.getByRole('button', { name, exact: true }).click()
		]);
		expect(d.suggestedFilename()).toBe(file);
		expect(readFileSync(await d.path(), 'utf8')).toMatch(has);
	}
	await expectAccessible(page);
});

test('where it is cited, and a cited source is not deleted unasked', async ({ page, context }) => {
	await openDraft(page, 'shore');
	const library = await context.newPage();
	await openSources(library);
	await library.getByRole('searchbox', { name: 'Find sources' }).fill('skyglow');
	await library.getByRole('button', { name: /Skyglow over small harbours/ }).click();
	const place = library.getByRole('link', { name: /Go to this place in What the lamps did to the shore/ });
	await expect(place).toHaveAttribute('href', /\/draft\/shore\?at=\d+/);
	await library.getByRole('button', { name: 'Delete', exact: true }).click();
	const ask = library.getByRole('alertdialog', { name: 'Deleting a cited source' });
	await expect(ask).toContainText('is cited once in What the lamps did to the shore');
	await expectAccessible(library);
	await ask.getByRole('button', { name: 'Merge it into another…' }).click();
	await ask.getByLabel('Source to merge it into').fill('lindqvist estuary');
	await ask.getByRole('button', { name: /The lit estuary/ }).click();
	await expect(library.getByRole('region', { name: 'Possible duplicates' })).toContainText('You chose them');
	await library.getByRole('button', { name: 'Back to the list' }).click();
	await library.getByRole('button', { name: 'Delete', exact: true }).click();
	await ask.getByRole('button', { name: 'Keep it' }).click();
	await expect(library.getByText('67 sources')).toBeVisible();
	await library.getByRole('button', { name: 'Delete', exact: true }).click();
	await ask.getByRole('button', { name: 'Delete all the same' }).click();
	await expect(library.getByText('1 citation shows a gap')).toBeVisible();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('([source missing: nakagawa2021])');
	await expect(page.getByRole('button', { name: '2 to check', exact: true })).toBeVisible();
	await expect(page.getByText('Source not in the library')).toBeVisible();
	await library.getByRole('button', { name: 'Bring back' }).click();
	await expect(sheet).toContainText('(Nakagawa et al., 2021)');
});

test('a correction in one tab shows in the manuscript open in another at once', async ({ page, context }) => {
	await openDraft(page, 'shore');
	const library = await context.newPage();
	await library.goto('/sources?open=abara1931');
	await library.getByLabel('Author 1', { exact: true }).fill('Abarra, Mina');
	await library.getByLabel('Author 1', { exact: true }).press('Tab');
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('(Abarra, 1931)');
	await library.keyboard.press('Escape');
	await library.locator('h1').click({ force: true });
	await library.keyboard.press('Control+z');
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('(Abara, 1931)');
});

test('excerpts are kept with their place and section, and can be found', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/sources?open=abara1931');
	await page.getByRole('button', { name: 'Keep an excerpt' }).click();
	await page.getByLabel('Words of the excerpt').fill('a cloud of pale wings above every burner');
	await page.getByLabel('Locator').fill('p 12-4');
	await page.getByLabel('Section it is for').fill('Moths');
	await page.getByRole('button', { name: 'Keep', exact: true }).click();
	await expect(page.getByText('“a cloud of pale wings above every burner”')).toBeVisible();
	await expect(page.getByText(/quotation · .*12.1?4/)).toBeVisible();
	await page.getByRole('button', { name: 'Keep an excerpt' }).click();
	await page.getByRole('combobox', { name: 'What it is' }).selectOption('Picture');
	await page.getByLabel('Picture', { exact: true }).setInputFiles({
		name: 'x.png',
		mimeType: 'image/png',
		buffer: Buffer.from(
			'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
			'base64'
		)
	});
	await page.getByRole('button', { name: 'Keep', exact: true }).click();
	await expect(page.getByRole('img', { name: 'A picture' })).toBeVisible();
	await expectAccessible(page);
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('pale wings burner');
	await expect(page.getByRole('button', { name: /Moths at the harbour lamps/ })).toBeVisible();
	done();
});

test('a citation and an entry in any style go to the clipboard, rich and plain', async ({ page, context }) => {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await page.goto('/sources?open=abara1931');
	await page.getByRole('button', { name: 'Chicago 17th, full note' }).click();
	await page.getByLabel('Style to show sources in').fill('ieee');
	await page.getByRole('button', { name: 'IEEE', exact: true }).click();
	await expect(page.getByText('M. Abara, “Moths at the harbour lamps,”')).toBeVisible();
	await page.getByRole('button', { name: 'Copy the entry' }).click();
	await expect(page.getByText('The entry is on the clipboard.')).toBeVisible();
	const [html, plain] = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		return Promise.all(['text/html', 'text/plain'].map(async (t) => (await item.getType(t)).text()));
	});
	expect(plain).toMatch(/^\[1\]\s*M\. Abara, “Moths at the harbour lamps,”/);
	expect(html).toContain('M. Abara');
});

test('storage that is full: what was typed stays in sight, nothing is half written, and words say so', async ({
	page
}) => {
	await openSources(page);
	await page.getByRole('button', { name: /Moths at the harbour lamps/ }).click();
	await page.evaluate(() => {
		IDBObjectStore.prototype.put = () => {
			throw new DOMException('full', 'QuotaExceededError');
		};
		IDBObjectStore.prototype.add = IDBObjectStore.prototype.put;
	});
	await page.getByLabel('Title', { exact: true }).fill('Moths at the lamps');
	await page.getByLabel('Title', { exact: true }).press('Tab');
	await expect(page.getByText('This was not kept: This browser has no room left')).toBeVisible();
	await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Moths at the lamps');
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page.getByLabel(/Identifiers, addresses or words/).fill('@book{x,title={New light}}');
	await page.getByRole('button', { name: 'Read', exact: true }).click();
	await page.getByRole('button', { name: 'Add 1 source' }).click();
	await expect(page.getByText(/Nothing was changed\. This browser has no room left/)).toBeVisible();
	await expect(page.getByRole('dialog')).toContainText('New light');
	await page.reload();
	await expect(page.getByText('67 sources')).toBeVisible();
	await expect(page.getByRole('button', { name: /Moths at the harbour lamps/ })).toBeVisible();
});

test('a database from a newer version is left alone', async ({ page }) => {
	await openSources(page);
	await page.goto('/mark.svg');
	await page.evaluate(
		() =>
			new Promise<void>((ok, no) => {
				const r = indexedDB.open('rapid-quill', 990);
				r.onsuccess = () => {
					r.result.close();
					ok();
				};
				r.onerror = () => no(new Error(String(r.error)));
			})
	);
	await page.goto('/sources');
	await expect(page.getByText(/written by a newer version of Rapid Quill/).first()).toBeVisible();
	await expect(page.getByText('0 sources')).toBeVisible();
});

test('two values typed one after the other: the first, still being saved, does not come over the second', async ({
	page
}) => {
	const done = watchErrors(page);
	await openSources(page);
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('measure of dusk');
	await page.getByRole('button', { name: /^Dietz & Olsen 1999/ }).click();
	const publisher = page.getByLabel('Publisher', { exact: true });
	// all at once: typed, left, typed again, left, and gone back to
	const shown = await publisher.evaluate(async (el: HTMLInputElement) => {
		const seen: string[] = [];
		const type = (text: string) => {
			el.focus();
			el.value = text;
			el.dispatchEvent(new Event('change', { bubbles: true }));
		};
		type('Night Press');
		type('Dusk Press');
		el.select();
		for (let i = 0; i < 40; i++) {
			seen.push(el.value);
			await new Promise((r) => setTimeout(r, 25));
		}
		return [...new Set(seen)];
	});
	expect(shown).toEqual(['Dusk Press']);
	await page.keyboard.type('Evening');
	await page.keyboard.press('Tab');
	await expect(publisher).toHaveValue('Evening');
	await expect(page.getByRole('button', { name: /^Dietz & Olsen 1999/ })).toContainText('Evening');
	done();
});
