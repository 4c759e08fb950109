/**
 * Files as others see them: the chapter's DOCX drawn by docx-preview, an independent reader of word-processor files, and its
 * HTML looked through by axe as any page is.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from '@playwright/test';
import { chooseFile, expectAccessible, openDraft, watchErrors } from './helpers';

const resolve = createRequire(import.meta.url).resolve;

async function save(page: Page, format: string): Promise<Buffer> {
	await chooseFile(page, format);
	const [saved] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: `Save as ${format}` }).click()
	]);
	return readFileSync((await saved.path())!);
}

test('the chapter as DOCX and HTML: notes, tables, pictures, pages and list are there for other programs', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('The lamplighters');
	const docx = await save(page, 'DOCX');
	const html = await save(page, 'HTML');
	done();

	const reader = await context.newPage();
	await reader.setContent('<!doctype html><html lang="en"><title>A file</title><main></main></html>');
	await reader.addScriptTag({ path: resolve('jszip/dist/jszip.min.js') });
	await reader.addScriptTag({ path: resolve('docx-preview') });
	await reader.evaluate(async (data) => {
		const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0));
		const { docx } = window as unknown as {
			docx: { renderAsync(file: Blob, into: Element, styles: null, options: object): Promise<unknown> };
		};
		await docx.renderAsync(new Blob([bytes]), document.querySelector('main')!, null, { inWrapper: false });
	}, docx.toString('base64'));
	const drawn = reader.locator('main');
	await expect(drawn.getByText('The lamplighters of Port Ennis').first()).toBeVisible();
	// five of the chapter's headings of the second level, and those of the parts below them
	await expect(drawn.locator('[class*=heading1]')).toHaveText([
		'Introduction',
		'Light on the quays',
		'After the dynamo',
		'Conclusion',
		/Bibliography/
	]);
	await expect(drawn.locator('table')).toHaveCount(2);
	await expect(drawn.locator('img')).toHaveCount(3);
	const width = (n: number) =>
		drawn
			.locator('img')
			.nth(n)
			.evaluate((e) => e.getBoundingClientRect().width);
	// the plan is three quarters as wide as the charts, which are as wide as the text
	expect((await width(0)) / (await width(1))).toBeCloseTo(0.75, 1);
	await expect(drawn.getByText('Pay is that of the settlement')).toBeVisible();
	const notes = drawn.locator('ol li').filter({ hasText: /\S/ });
	expect(await notes.count()).toBeGreaterThanOrEqual(52);

	await reader.setContent(html.toString('utf8'));
	await expectAccessible(reader);
	await expect(reader.locator('[role=doc-footnote]')).toHaveCount(52);
	await reader.close();
});
