/** Pages as they print, and the panel that sets them up. */
import { expect, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { openDraft } from './helpers';

/** The pages of the PDF that the browser prints, as words. */
export async function printed(page: Page): Promise<string[]> {
	const bytes = await page.pdf({ preferCSSPageSize: true });
	const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
	const out: string[] = [];
	for (let n = 1; n <= pdf.numPages; n++) {
		const { items } = await (await pdf.getPage(n)).getTextContent();
		out.push(items.map((i) => ('str' in i ? i.str + (i.hasEOL ? '\n' : '') : '')).join(''));
	}
	return out;
}
export const squeezed = (s: string) => s.replace(/[\s\u00ad-]+/g, '');
export const pagesDone = (page: Page) =>
	expect(page.getByRole('status').filter({ hasText: /^\d+ pages$/ })).toBeVisible();
export const panel = (page: Page) => page.getByRole('combobox', { name: 'Kind of paper' });

export async function openPagePanel(page: Page): Promise<void> {
	await openDraft(page, 'shore');
	await page
		.getByRole('navigation', { name: 'Beside the text' })
		.getByRole('button', { name: 'Page', exact: true })
		.click();
}

export async function handIn(page: Page): Promise<void> {
	await page.getByRole('link', { name: 'See the pages' }).click();
	await pagesDone(page);
}
