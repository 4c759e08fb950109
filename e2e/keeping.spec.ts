/** What was written is there: pages that go at any moment, second tabs, records that cannot be read, full storage. */
import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { caretAfter, fullDisk, openDesk, watchErrors } from './helpers';
import { plainManuscript, putRecords, text } from './records';

const sheet = (page: Page) => page.getByRole('textbox', { name: 'Manuscript text' });
const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();

/** A new manuscript with a title, saved. */
async function startNew(page: Page, title: string): Promise<string> {
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	await expect(sheet(page)).toBeFocused();
	await page.keyboard.type(title);
	await page.keyboard.press('Enter');
	await saved(page);
	return page.url();
}

for (const wait of [0, 50, 100, 300])
	test(`a page that goes ${wait} ms after the last key has it when it is opened again`, async ({ page, context }) => {
		const url = await startNew(page, 'Gone');
		await page.keyboard.type('First words. ');
		await saved(page);
		await page.keyboard.type(`Typed last`);
		if (wait) await page.waitForTimeout(wait);
		// no farewell: neither beforeunload nor a last save is waited for
		await page.close();
		const again = await context.newPage();
		await again.goto(url);
		await expect(sheet(again)).toContainText('First words. Typed last');
		await saved(again);
		// by undo it goes as any edit does, and a reload does not bring it twice
		await again.reload();
		await expect(sheet(again)).toContainText('First words. Typed last');
		expect((await sheet(again).innerText()).match(/Typed last/g)).toHaveLength(1);
	});

test('who goes to Hand in or Proof right behind the last key finds the last key there', async ({ page }) => {
	const done = watchErrors(page);
	await startNew(page, 'Quick');
	await page.keyboard.type('First words.');
	await saved(page);
	for (const [link, words] of [
		['Hand in', 'second'],
		['Proof', 'third'],
		['Hand in', 'fourth']
	]) {
		// within one task, while a save cannot even have begun
		await page.evaluate(
			([name, more]) => {
				document.execCommand('insertText', false, ` And the ${more}.`);
				[...document.querySelectorAll('a')].find((a) => a.textContent?.trim() === name)!.click();
			},
			[link, words]
		);
		await expect(page).toHaveURL(link === 'Proof' ? /proof/ : /hand-in/);
		if (link === 'Hand in') await expect(page.getByRole('main').getByText(`And the ${words}.`)).toBeVisible();
		await page.goBack();
		await expect(sheet(page)).toContainText(`And the ${words}.`);
		await sheet(page).getByText('First words.').click();
		await page.keyboard.press('End');
	}
	done();
});

test('a page whose process dies has what was typed last, the name included', async ({ page, context }) => {
	const url = await startNew(page, 'Dies');
	await page.keyboard.type('Words that are not saved yet');
	await page.getByRole('textbox', { name: 'Title' }).fill('Another name');
	// the page's process ends at once; that its going is not answered is the point
	await page.goto('chrome://crash').catch(() => undefined);
	const again = await context.newPage();
	await again.goto(url);
	await expect(sheet(again)).toContainText('Words that are not saved yet');
	await expect(again.getByRole('textbox', { name: 'Title' })).toHaveValue('Another name');
});

test('a second tab reads along, says so, and writes once the first is closed', async ({ page, context }) => {
	const done = watchErrors(page);
	const url = await startNew(page, 'Two tabs');
	await page.keyboard.type('Here. ');
	await saved(page);
	const second = await context.newPage();
	const doneToo = watchErrors(second);
	await second.goto(url);
	await expect(second.getByRole('alert')).toContainText('open in another tab');
	await expect(second.getByRole('status').filter({ hasText: 'Read only' })).toBeVisible();
	await expect(sheet(second)).toContainText('Here.');
	await sheet(page).focus();
	await page.keyboard.press('Control+End');
	await page.keyboard.type('More. ');
	await expect(sheet(second)).toContainText('More.');
	// a style cannot be used there, and the panel shows that
	await second.getByRole('button', { name: /^Citation style/ }).click();
	const panel = second.getByRole('dialog', { name: 'Citation style' });
	await expect(
		panel.getByText('This manuscript is open in another tab, where its style can be changed.')
	).toBeVisible();
	await expect(panel.getByRole('button', { name: 'Use this style' })).toBeDisabled();
	await second.keyboard.press('Escape');
	await page.close();
	await expect(second.getByText('You can write here now')).toBeVisible();
	await sheet(second).click();
	await second.keyboard.press('Control+End');
	await second.keyboard.type('From the second.');
	await saved(second);
	await second.reload();
	await expect(sheet(second)).toContainText('From the second.');
	done();
	doneToo();
});

test('renamed on the desk while it is open, and restored from a backup: neither is undone by the next key', async ({
	page,
	context
}) => {
	const url = await startNew(page, 'Before');
	await page.keyboard.type('Old words. ');
	await saved(page);
	const desk = await context.newPage();
	await desk.goto('/');
	await desk.getByRole('button', { name: /backup/i }).click();
	const [file] = await Promise.all([
		desk.waitForEvent('download'),
		desk.getByRole('button', { name: 'Save a backup' }).click()
	]);
	const backup = await file.path();
	await desk.keyboard.press('Escape');
	await page.keyboard.type('New words. ');
	await saved(page);
	// restored: the open text follows
	await desk.getByRole('button', { name: /backup/i }).click();
	await desk.getByLabel('Restore from a file').setInputFiles(backup);
	await desk.getByRole('checkbox').check();
	await desk.getByRole('button', { name: 'Restore', exact: true }).click();
	await expect(page.getByRole('alert')).toContainText('was changed elsewhere');
	await expect(sheet(page)).not.toContainText('New words.');
	// renamed: the name follows
	await desk.getByRole('button', { name: 'More for Before' }).click();
	await desk.getByRole('button', { name: 'Rename' }).filter({ visible: true }).click();
	await desk.getByLabel('Title of the manuscript').fill('After');
	await desk.keyboard.press('Enter');
	await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('After');
	await sheet(page).click();
	await page.keyboard.press('Control+End');
	await page.keyboard.type('Then this. ');
	await saved(page);
	await page.goto(url);
	await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('After');
	await expect(sheet(page)).toContainText('Then this.');
	await expect(sheet(page)).not.toContainText('New words.');
});

test('a manuscript that another tab has open is not deleted under it', async ({ page, context }) => {
	await startNew(page, 'Held');
	const desk = await context.newPage();
	await desk.goto('/');
	await desk.getByRole('button', { name: 'More for Held' }).click();
	await desk.getByRole('button', { name: 'Delete' }).filter({ visible: true }).click();
	await expect(desk.getByText('“Held” is open in another tab')).toBeVisible();
	await expect(desk.getByRole('link', { name: 'Held' })).toBeVisible();
});

test('a full disk is said, leaving warns, and what was typed is saved once there is room', async ({ page }) => {
	const url = await startNew(page, 'Full');
	await fullDisk(page, true);
	await page.keyboard.type('No room for this. ');
	await expect(page.getByText('Not saved', { exact: true })).toBeVisible();
	await expect(page.getByRole('alert')).toContainText('no room left');
	const asked: string[] = [];
	page.once('dialog', (d) => {
		asked.push(d.message());
		void d.dismiss();
	});
	await page.getByRole('link', { name: 'Back to the desk' }).click();
	await expect.poll(() => asked.length).toBe(1);
	expect(asked[0]).toContain('could not be saved');
	expect(page.url()).toBe(url);
	await fullDisk(page, false);
	await saved(page);
	await page.reload();
	await expect(sheet(page)).toContainText('No room for this.');
});

test('records that cannot be read are set aside, named and saved as text; everything else works', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	const good = plainManuscript('good', 'A good one', [{ type: 'paragraph', content: [text('Words.')] }]);
	await putRecords(page, 'manuscripts', [
		{ ...good, id: 'strip', title: 'Broken strip', strip: '{', words: null, styleTitle: undefined },
		{ id: 'empty', title: 'Without a text' },
		{ ...good, id: 'cut', title: 'Cut off', doc: { version: 2, content: '{"type":"doc","content":[' } },
		{
			...good,
			id: 'null',
			title: 'Nothing cited',
			doc: {
				version: 1,
				content: {
					type: 'doc',
					attrs: { style: { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '' } },
					content: [
						{ type: 'paragraph', content: [text('Lamps '), { type: 'citation', attrs: { id: 'c', cites: null } }] }
					]
				}
			}
		},
		good
	]);
	await putRecords(page, 'sources', [
		{ id: 'noitem', key: 'noitem' },
		{ id: 'notags', key: 'notags', item: { id: 'notags', type: 'book', title: 'Without tags' } }
	]);
	await putRecords(page, 'styles', [{ id: 'own-broken', title: 'Broken' }]);
	await putRecords(page, 'settings', [{ key: 'sort', value: 7 }]);
	await page.evaluate(() => localStorage.setItem('styles-lately', '{"x":[1,'));
	await page.goto('/');
	for (const name of ['Broken strip', 'Cut off', 'Nothing cited', 'A good one'])
		await expect(page.getByRole('link', { name, exact: true })).toBeVisible();
	await expect(page.getByText('67 sources')).toBeVisible();
	const button = page.getByRole('button', { name: /\d records need repair/ });
	await expect(button).toContainText('3 records');
	await button.click();
	const list = page.getByRole('dialog').getByRole('list', { name: 'Records that need repair' });
	await expect(list).toContainText('Without a text');
	await expect(list).toContainText('“item” is missing');
	const [file] = await Promise.all([
		page.waitForEvent('download'),
		list.getByRole('button', { name: 'Save Without tags as text' }).click()
	]);
	expect(file.suggestedFilename()).toBe('sources-to-repair.json');
	await list.getByRole('button', { name: 'Complete and put back' }).click();
	await expect(page.getByText(/in the library again, as notags/)).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(page.getByText('68 sources')).toBeVisible();
	// one whose text is cut off says so, with what can be done
	await page.getByRole('link', { name: 'Cut off', exact: true }).click();
	await expect(page.getByRole('heading', { name: /cannot be read/ })).toBeVisible();
	await expect(page.getByRole('button', { name: 'Save what is stored as a file' })).toBeVisible();
	// a citation of nothing is a visible "source needed"
	await page.goto('/draft/null?at=nonsense');
	await expect(sheet(page)).toContainText('the citation that stood here could not be read');
	await page.goto('/sources');
	await expect(page.getByText('68 sources')).toBeVisible();
	await page.goto('/styles');
	await expect(page.getByRole('searchbox', { name: 'Find a style' })).toBeVisible();
	await expect(page.getByRole('button', { name: /^IEEE/ }).first()).toBeVisible();
	done();
});

// --- the clipboard --------------------------------------------------------------------------------------------------

async function clipboard(context: BrowserContext): Promise<void> {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
}

test('a paragraph with a note of one’s own is cut and pasted whole', async ({ page, context }) => {
	const done = watchErrors(page);
	await clipboard(context);
	await startNew(page, 'Notes');
	await page.keyboard.type('Before. Lamps');
	await page.keyboard.press('Alt+n');
	const note = page.getByRole('textbox', { name: 'Your note 1' });
	await expect(note).toBeFocused();
	await page.keyboard.type('My own words');
	await page.keyboard.press('Enter');
	await page.keyboard.type('in two paragraphs.');
	await page.keyboard.press('Escape');
	await page.keyboard.press('End');
	await page.keyboard.type(' burned.');
	await page.keyboard.press('Shift+Home');
	await page.keyboard.press('Control+x');
	await expect(sheet(page)).not.toContainText('burned');
	await page.keyboard.press('Control+v');
	await expect(sheet(page)).toContainText('burned.');
	await expect(note).toHaveText(/My own words\s*in two paragraphs\./);
	await expect(sheet(page)).not.toContainText('My own words');
	await page.keyboard.press('Control+v');
	await expect(page.getByRole('textbox', { name: 'Your note 2' })).toHaveText(/My own words/);
	// everything at once: the notes have their words, and the bibliography stands once
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Control+x');
	await expect(page.getByRole('textbox', { name: /^Your note/ })).toHaveCount(0);
	await page.keyboard.press('Control+v');
	await expect(page.getByRole('textbox', { name: 'Your note 1' })).toHaveText(/My own words\s*in two paragraphs\./);
	await expect(page.getByRole('textbox', { name: 'Your note 2' })).toHaveText(/My own words/);
	await expect(page.getByRole('heading', { name: 'References' })).toHaveCount(1);
	await saved(page);
	done();
});

test('lists keep their start and tables their spans in the app’s own paste', async ({ page, context }) => {
	const done = watchErrors(page);
	await clipboard(context);
	await openDesk(page);
	const p = (...content: unknown[]) => ({ type: 'paragraph', content });
	const cell = (words: string, attrs = {}) => ({ type: 'table_cell', attrs, content: [p(text(words))] });
	const blocks = [
		p(text('Here.')),
		{ type: 'ordered_list', attrs: { order: 5 }, content: [{ type: 'list_item', content: [p(text('five'))] }] },
		{
			type: 'table',
			content: [
				{ type: 'table_row', content: [cell('wide', { colspan: 2 })] },
				{ type: 'table_row', content: [cell('a'), cell('b')] }
			]
		},
		p(text('There.'))
	];
	await putRecords(page, 'manuscripts', [plainManuscript('lists', 'Lists', blocks)]);
	await page.goto('/draft/lists');
	await caretAfter(page, 'Here.');
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Control+c');
	await caretAfter(page, 'There.');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Control+v');
	await expect(sheet(page).locator('ol[start="5"]')).toHaveCount(2);
	await expect(sheet(page).locator('td[colspan="2"]')).toHaveCount(2);
	await expect(page.getByRole('heading', { name: 'References' })).toHaveCount(1);
	done();
});

test('what office programs put into the clipboard leaves no style sheet, script or page title; pictures and code stay', async ({
	page
}) => {
	const done = watchErrors(page);
	await startNew(page, 'Office');
	await page.evaluate(() => {
		const PNG =
			'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
		const html = `<html xmlns:o="urn:x"><head><title>Page title</title><style>p.MsoNormal { margin: 0 } <!-- @font-face --></style><script>var hidden = 1;</script><!--[if gte mso 9]><xml><o:Author>Someone</o:Author></xml><![endif]--></head>
			<body><p class="MsoNormal">Pasted words<o:p></o:p></p><p><img src="${PNG}" alt="A dot"></p><p><img src="https://example.org/spy.png" alt="spy"> and <a href="javascript:alert(1)">a link</a></p><pre>line one\nline two</pre></body></html>`;
		const data = new DataTransfer();
		data.setData('text/html', html);
		document.activeElement!.dispatchEvent(
			new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
		);
	});
	await expect(sheet(page)).toContainText('Pasted words');
	const words = await sheet(page).innerText();
	for (const none of ['Page title', 'MsoNormal', 'font-face', 'hidden', 'Someone', 'margin'])
		expect(words).not.toContain(none);
	expect(words).toMatch(/line one\s*\n\s*line two/);
	await expect(sheet(page).locator('figure img')).toHaveCount(1);
	await expect(sheet(page).locator('figure img')).toHaveAttribute('src', /^blob:/);
	await expect(sheet(page).locator('a')).toHaveCount(0);
	await saved(page);
	// the picture is kept once, beside the text
	const kept = await page.evaluate(async () => {
		const open = indexedDB.open('rapid-quill');
		await new Promise((ok) => (open.onsuccess = ok));
		const all = <T>(table: string) =>
			new Promise<T[]>((ok) => {
				const r = open.result.transaction(table).objectStore(table).getAll() as IDBRequest<T[]>;
				r.onsuccess = () => ok(r.result);
			});
		const [assets, manuscripts] = [
			await all<unknown>('assets'),
			await all<{ doc: unknown; undo: unknown }>('manuscripts')
		];
		open.result.close();
		return { assets: assets.length, data: JSON.stringify(manuscripts).includes('data:image') };
	});
	// three are those of the demo
	expect(kept).toEqual({ assets: 4, data: false });
	await page.reload();
	await expect(sheet(page).locator('figure img')).toHaveAttribute('src', /^blob:/);
	done();
});
