/** Every kind of paper, chosen beside the draft and seen as it prints: what its manual asks for is there. */
import { expect, test, type Page } from '@playwright/test';
import { watchErrors } from './helpers';
import { handIn, openPagePanel, panel, printed } from './paper-pages';

const TITLE = 'What the lamps did to the shore';
const lines = (page: string): string[] => page.split('\n').map((l) => l.trim());
const sheet = (page: Page) => page.getByRole('document', { name: 'The file as it will be' });

/** What is to be seen on the pages of each; the manuals as `core/page/kinds.ts` names them. */
const KINDS: [string, (paper: string[], page: Page) => void | Promise<void>][] = [
	[
		'Student paper',
		(paper) => {
			// APA 7, 2.3 and 2.18: title page, number on every page, the title again before the text
			expect(paper[0]).toContain('Vera Lindgate');
			expect(paper[0]).not.toContain('Introduction');
			expect(paper[1].indexOf(TITLE)).toBeGreaterThanOrEqual(0);
			for (const [i, p] of paper.entries()) expect(lines(p)).toContain(String(i + 1));
		}
	],
	[
		'Professional paper',
		(paper) => {
			// APA 7, 2.8: the running head in capitals on every page
			for (const p of paper) expect(p).toContain('LAMPS AND THE SHORE');
		}
	],
	[
		'Essay',
		(paper) => {
			// MLA 9, 1.2–1.4: no title page; surname and number
			expect(paper[0]).toContain('Introduction');
			for (const [i, p] of paper.entries()) expect(p).toContain(`Lindgate ${i + 1}`);
		}
	],
	[
		'Thesis chapter',
		(paper) => {
			// Turabian 9, A.1.4: the first page has no number at its head
			expect(lines(paper[0])).not.toContain('1');
			expect(lines(paper[1])).toContain('2');
		}
	],
	[
		'Thesis front matter',
		(paper) => {
			// Turabian 9, A.2.1: roman numerals at the foot, contents
			expect(paper[1]).toMatch(/Contents\s+Introduction/);
			expect(lines(paper[1])).toContain('ii');
		}
	],
	[
		'Conference paper',
		async (paper, page) => {
			// IEEE, template for conference proceedings: two columns, headings in roman numerals
			expect(paper.join(' ')).toMatch(/I\. INTRODUCTION|I\. Introduction/);
			expect(paper.join(' ')).toMatch(/III\. RESULTS|III\. Results/);
			expect(
				await sheet(page)
					.locator('.columns')
					.first()
					.evaluate((e) => getComputedStyle(e).columnCount)
			).toBe('2');
		}
	],
	[
		'Lab report',
		(paper) => {
			expect(paper.join(' ')).toMatch(/1 Introduction.*3\.1 Moths/s);
			for (const [i, p] of paper.entries()) expect(lines(p)).toContain(String(i + 1));
		}
	],
	[
		'Journal manuscript',
		async (_, page) => {
			await expect(sheet(page).locator('.line-number').first()).toHaveText('1');
			expect(await sheet(page).locator('.line-number').count()).toBeGreaterThan(60);
		}
	],
	[
		'Plain',
		(paper) => {
			expect(paper[0]).toContain('Introduction');
			for (const [i, p] of paper.entries()) expect(lines(p)).toContain(String(i + 1));
		}
	]
];

test('each kind of paper prints as its manual asks', async ({ page }) => {
	const done = watchErrors(page);
	await openPagePanel(page);
	for (const [name, check] of KINDS) {
		await test.step(name, async () => {
			await panel(page).selectOption(name);
			const head = page.getByRole('textbox', { name: 'Running head', exact: true });
			if (name === 'Professional paper') {
				await head.fill('Lamps and the shore');
				await head.press('Tab');
			}
			await handIn(page);
			await expect(sheet(page).getByRole('heading', { name: TITLE }).first()).toBeAttached();
			await check(await printed(page), page);
			await page.getByRole('link', { name: 'Change the page' }).click();
		});
	}
	done();
});
