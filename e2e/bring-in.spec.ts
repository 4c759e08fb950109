import { expect, test, type Page } from '@playwright/test';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expectAccessible, openSources, watchErrors } from './helpers';
import { tinyPdf } from './pdf';

const BIB = `@article{lark2001, author={Lark, Ida and de Roos, Jan}, title={Bells over water}, journal={Harbour Studies}, year=2001, volume=3, pages={1--9}}
@book{broken, title={No end
@book{stone1988, author={Stone, Per}, title={Stone quays}, publisher={Tidemark Press}, year=1988}
@article{okonjo, author={Okonjo, Adaeze and Brandt, Lise M.}, title={Mapping the gaslit quays}, year=2019, doi={10.5555/HS.2019.12.201}, keywords={mains}}
@book{stoneagain, author={Stone, P.}, title={Stone quays}, year=1988, address={Callow}}`;

async function paste(page: Page, text: string) {
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page.getByLabel(/Identifiers, addresses or words/).fill(text);
	await page.getByRole('button', { name: 'Read', exact: true }).click();
	return page.getByRole('dialog');
}

test('BibTeX: the report comes first, a broken entry costs the others nothing, one undo takes all of it back', async ({
	page
}) => {
	const done = watchErrors(page);
	await openSources(page);
	const dialog = await paste(page, BIB);
	await expect(dialog).toContainText('2 read, 1 already here, 1 repeated, 1 skipped');
	await expect(dialog).toContainText('line 2');
	await expect(dialog).toContainText('never closed');
	await expect(dialog).toContainText('the same DOI as Okonjo & Brandt 2019');
	await expectAccessible(page);
	await expect(page.getByText('67 sources')).toBeVisible();
	const [report] = await Promise.all([
		page.waitForEvent('download'),
		dialog.getByRole('button', { name: 'Save this report' }).click()
	]);
	expect(report.suggestedFilename()).toBe('import-report.txt');
	await dialog.getByRole('button', { name: 'Add 2 sources' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Undo: imported 2 sources' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Do it again' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	done();
});

test('what is read before the library is known waits for it: nothing that is here is offered as new', async ({
	page
}) => {
	const done = watchErrors(page);
	await openSources(page);
	// from the next load on, a transaction that was there first lets nobody read sources until it is let go
	await page.addInitScript(() => {
		const held = window as unknown as { letGo?: boolean };
		const open = indexedDB.open('rapid-quill');
		open.onsuccess = () => {
			const sources = open.result.transaction('sources', 'readwrite').objectStore('sources');
			const hold = () => {
				if (!held.letGo) sources.get('nothing').onsuccess = hold;
			};
			hold();
		};
	});
	await page.reload();
	const dialog = await paste(page, BIB);
	await expect(dialog.getByRole('progressbar')).toBeVisible();
	await dialog.getByRole('button', { name: 'Stop' }).click();
	await page.evaluate(() => void ((window as unknown as { letGo?: boolean }).letGo = true));
	await expect(dialog).toContainText('Stopped. Nothing was added.');
	await page.reload();
	await paste(page, BIB);
	await expect(dialog.getByRole('progressbar')).toBeVisible();
	await page.evaluate(() => void ((window as unknown as { letGo?: boolean }).letGo = true));
	await expect(dialog).toContainText('2 read, 1 already here, 1 repeated, 1 skipped');
	done();
});

test('what is here can be completed from a record, and a second record completes the first', async ({ page }) => {
	await openSources(page);
	const dialog = await paste(page, BIB);
	await dialog.getByLabel('What to do with Mapping the gaslit quays').selectOption('complete what is here');
	await dialog.getByLabel('What to do with Stone quays').last().selectOption('complete the first');
	await dialog.getByRole('button', { name: 'Add 2 sources, complete 2' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('tag:mains');
	await expect(page.getByRole('button', { name: /Mapping the gaslit quays/ })).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('stone quays');
	await page.getByRole('button', { name: /Stone quays/ }).click();
	await expect(page.getByLabel('Place', { exact: true })).toHaveValue('Callow');
	await page.getByRole('button', { name: /^Undo/ }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
});

test('files of every format at once, told by their contents, and a folder', async ({ page }, testInfo) => {
	const done = watchErrors(page);
	await openSources(page);
	const files = [
		['a.ris', 'TY  - BOOK\r\nAU  - Ris, Ann\r\nTI  - Risen light\r\nPY  - 1999\r\nER  - \r\n'],
		['b.json', '[{"id":"j","type":"book","title":"Json light","author":[{"family":"Jay","given":"Di"}]}]'],
		['c.bib', Buffer.from('@book{l,title={M\xf6we}}', 'latin1')],
		['d.nbib', 'PMID- 777\nTI  - Medline light.\nFAU - Med, Ida\nDP  - 2001\n'],
		['e.xml', '<?xml version="1.0"?><mods><titleInfo><title>Mods light</title></titleInfo></mods>'],
		[
			'f.html',
			'<!doctype html><title>Page light</title><meta property="og:site_name" content="Shore Notes"><link rel="canonical" href="https://example.org/light">'
		],
		[
			'g.pdf',
			tinyPdf({ Title: 'Paper light and other lights', Author: 'Ida Lark' }, [
				{ text: 'Paper light', size: 20 },
				{ text: 'https://doi.org/10.5555/paper.1', size: 9 }
			])
		],
		['h.txt', 'Dear reader, nothing here.'],
		['i.pdf', '%PDF-1.4 and then nothing']
	] as const;
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page
		.getByLabel('Files', { exact: true })
		.setInputFiles(
			files.map(([name, body]) => ({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(body as string) }))
		);
	const dialog = page.getByRole('dialog');
	await expect(dialog).toContainText('7 read, 0 already here, 1 skipped');
	for (const t of [
		'Risen light',
		'Json light',
		'Möwe',
		'Medline light',
		'Mods light',
		'Page light',
		'Paper light and other lights'
	])
		await expect(dialog).toContainText(t);
	await expect(dialog).toContainText('h.txt, line 1');
	await expect(dialog.getByRole('alert')).toContainText('i.pdf: This is no whole PDF. The other files were read.');
	await dialog.getByRole('button', { name: 'Add 7 sources' }).click();
	await expect(page.getByText('74 sources')).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('paper light');
	await page.getByRole('button', { name: /Paper light/ }).click();
	await expect(page.getByLabel('DOI', { exact: true })).toHaveValue('10.5555/paper.1');

	const folder = testInfo.outputPath('sources');
	mkdirSync(join(folder, 'sub'), { recursive: true });
	writeFileSync(join(folder, 'one.bib'), '@book{x,title={Folder one}}');
	writeFileSync(join(folder, 'sub', 'two.ris'), 'TY  - BOOK\nTI  - Folder two\nER  - \n');
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page.getByLabel('A folder').setInputFiles(folder);
	await expect(dialog).toContainText('2 read');
	done();
});

test('a file dropped anywhere on the view is read', async ({ page }) => {
	await openSources(page);
	const data = await page.evaluateHandle(() => {
		const d = new DataTransfer();
		d.items.add(new File(['@book{x,title={Dropped light}}'], 'x.bib'));
		return d;
	});
	await page.dispatchEvent('main', 'dragover', { dataTransfer: data });
	await page.dispatchEvent('main', 'drop', { dataTransfer: data });
	await expect(page.getByRole('dialog')).toContainText('Dropped light');
});

test('a long import shows how far it is, leaves the page usable, and can be stopped', async ({ page }) => {
	await openSources(page);
	const many = Array.from(
		{ length: 20_000 },
		(_, i) => `@book{k${i}, title={Light ${i} over the ${i % 97} quays}, author={Lark, Ida}, year=${1900 + (i % 120)}}`
	).join('\n');
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page
		.getByLabel('Files', { exact: true })
		.setInputFiles({ name: 'many.bib', mimeType: 'text/plain', buffer: Buffer.from(many) });
	await expect(page.getByText('Reading many.bib')).toBeVisible();
	await page.getByRole('button', { name: 'Stop' }).click();
	await expect(page.getByRole('alert')).toContainText('Stopped. Nothing was added.');
	await page.getByRole('button', { name: 'Cancel' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
});

test('text from outside is data: script in a field, a page or a paper never runs', async ({ page }) => {
	const done = watchErrors(page, [/Content Security Policy/]);
	await page.addInitScript(() => Object.defineProperty(window, 'pwned', { value: false, writable: true }));
	await openSources(page);
	const evil = '<img src=x onerror="window.pwned=true"><script>window.pwned=true</script>';
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page.getByLabel('Files', { exact: true }).setInputFiles([
		{
			name: 'x.bib',
			mimeType: 'text/plain',
			buffer: Buffer.from(
				`@book{x1, author={<script>window.pwned=true</script>, A}, title={${evil}Light onerror}, year=2001}`
			)
		},
		{
			name: 'x.html',
			mimeType: 'text/html',
			buffer: Buffer.from(
				`<html><head><title>Page onerror</title><meta name="author" content='${evil}'></head><body onload="window.pwned=true">${evil}<svg onload="window.pwned=true"></svg></body></html>`
			)
		},
		{
			name: 'x.pdf',
			mimeType: 'application/pdf',
			buffer: tinyPdf({ Title: `${evil} paper onerror`, Author: evil }, [{ text: evil, size: 12 }])
		}
	]);
	const dialog = page.getByRole('dialog');
	await dialog.getByRole('button', { name: 'Add 3 sources' }).click();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('onerror');
	const found = page.locator('.opener');
	await expect(found).toHaveCount(3);
	for (const b of await found.all()) {
		await b.click();
		await expect(page.getByText('Copy the entry')).toBeVisible();
		await b.click();
	}
	expect(await page.evaluate(() => (window as unknown as { pwned: boolean }).pwned)).toBe(false);
	done();
});

test('look-up: many at once, checked before asking, candidates, failure and time-out keep the question', async ({
	page
}) => {
	const done = watchErrors(page, [/status of (404|503|400)/, /ERR_FAILED|net::/]);
	await openSources(page);
	const dialog = await paste(
		page,
		'9780000000378\nokafor harbour\n978-0-306-40615-8\n10.5555/fail.1\nzzzz qqqq\n10.5555/slow.1'
	);
	const list = dialog.getByRole('list', { name: 'Look-ups' });
	await expect(list).toContainText('The check digit of this ISBN is wrong.');
	await expect(list).toContainText(/[2-6] candidates\. Which is it\?/);
	await expect(list).toContainText('The service that knows this does not answer at the moment.');
	await expect(list).toContainText('Nothing was found for “zzzz qqqq”.');
	await expect(list).toContainText('No answer came within eight seconds.');
	await expectAccessible(page);
	const words = list.getByRole('listitem').filter({ hasText: 'okafor harbour' });
	const title = await words.locator('i').first().innerText();
	await words.getByRole('radio').first().check();
	await dialog.getByRole('button', { name: 'Check 2' }).click();
	await expect(dialog).toContainText('1 read, 1 already here');
	await dialog.getByRole('button', { name: 'Add 1 source' }).click();
	await expect(page.getByText('68 sources')).toBeVisible();
	await expect(page.getByLabel('Title', { exact: true })).toHaveValue(title);

	await page.route('**/api/lookup?**', (r) => r.abort());
	await paste(page, '10.5555/lk.2011.3');
	await expect(list).toContainText('The look-up did not answer');
	await page.unroute('**/api/lookup?**');
	await list.getByRole('button', { name: 'Try again' }).click();
	await expect(list).toContainText(/Nobody knows|Check/);
	await expect(list).toContainText('10.5555/lk.2011.3');
	await list.getByRole('button', { name: 'Enter by hand' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	done();
});

test('a PDF that is none, or that gives no draft, is said with its reason; nothing is said of other files', async ({
	page
}) => {
	await openSources(page);
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	await page
		.getByLabel('Files', { exact: true })
		.setInputFiles({ name: 'z.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.7 not really') });
	const alert = page.getByRole('dialog').getByRole('alert');
	await expect(alert).toContainText('z.pdf: This is no whole PDF. Nothing was added.');
	// a scan: whole, but nothing in it says what it is
	await page
		.getByLabel('Files', { exact: true })
		.setInputFiles({ name: 'scan.pdf', mimeType: 'application/pdf', buffer: tinyPdf({}, []) });
	await expect(alert).toContainText('scan.pdf: Its pages are pictures without text');
	await expect(alert).toContainText('Enter it by hand, or look it up by its title or DOI. Nothing was added.');
});

const TYPED = `Osei, R. L. (1980). After the causeways: Harbour labour in Fennick. Night Shore, 52(1), 118–129.

Okonjo, A., & Brandt, L. M. (2019). Mapping the gaslit quays. Harbour Studies, 12(3), 201–219.

Stone, P. (1988). Stone quays: A history of loading. Tidemark Press.`;

test('references as they are printed: taken apart, compared with library and look-up, added with one step', async ({
	page
}) => {
	// what the look-up does not have is an answer of its own
	const done = watchErrors(page, [/404/]);
	await openSources(page);
	const dialog = await paste(page, TYPED);
	await expect(dialog).toContainText('From the pasted text (typed references): 2 read, 1 already here, 0 skipped.');
	await expect(dialog).toContainText('Stone, P. (1988). Stone quays: A history of loading. Tidemark Press.');
	await dialog.getByRole('button', { name: 'Compare with the look-up' }).click();
	await expect(dialog).toContainText('2 compared');
	await expect(dialog).toContainText('Look-up: found by the same title; added');
	await expect(dialog).toContainText('differs in pages (“118-130” there)');
	await expect(dialog).toContainText('Look-up: not found.');
	await expectAccessible(page);
	await dialog.getByRole('button', { name: 'Add 2 sources' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	await page.getByRole('button', { name: 'Undo: imported 2 sources' }).click();
	await expect(page.getByText('67 sources')).toBeVisible();
	done();
});

test('what a paper lists: the person takes what is wanted, and each says where it was found', async ({ page }) => {
	const done = watchErrors(page);
	await openSources(page);
	await page.getByRole('button', { name: 'Import', exact: true }).click();
	const lines = ['Lamps at work', 'Words on lamps and those who lit them.', 'References', ...TYPED.split('\n\n')];
	await page.getByLabel('Files', { exact: true }).setInputFiles({
		name: 'lamps.pdf',
		mimeType: 'application/pdf',
		buffer: tinyPdf(
			{ Title: 'Lamps at work', Author: 'Ida Lark' },
			lines.map((text, i) => ({ text: text.replace(/–/g, '-'), size: i ? 9 : 20 }))
		)
	});
	const dialog = page.getByRole('dialog');
	await expect(dialog.getByRole('heading', { name: 'Listed in “Lamps at work” 3' })).toBeVisible();
	await expect(dialog.getByRole('button', { name: 'Add 1 source' })).toBeVisible();
	await dialog.getByLabel(/^What to do with Stone quays/).selectOption('add');
	await dialog.getByRole('button', { name: 'Add 2 sources' }).click();
	await expect(page.getByText('69 sources')).toBeVisible();
	await page.getByRole('searchbox', { name: 'Find sources' }).fill('Stone quays');
	await page.getByRole('button', { name: /Stone quays/ }).click();
	await expect(page.getByText('found in Lamps at work')).toBeVisible();
	done();
});
