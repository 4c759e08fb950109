/** Proof: checks that lead to their places, and the ledger. */
import { expect, test } from '@playwright/test';
import { caretAfter, expectAccessible, openDesk, openDraft, watchErrors } from './helpers';
import { citation, plainManuscript, putRecords, text } from './records';
import { plainSource } from '../scripts/plain-source';

test('a gap, a letter that is cited and not listed, a quotation without a place: found, explained, gone to', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	const letter = plainSource('letter', {
		type: 'personal_communication',
		title: 'On the last lamps',
		author: [{ family: 'Sund', given: 'Petra' }],
		issued: { 'date-parts': [[2021, 3, 4]] }
	});
	await putRecords(page, 'sources', [letter]);
	await openDraft(page, 'shore');
	await caretAfter(page, 'only to the people it brought.');
	await page.keyboard.type(' So it was “dark on the mole before anybody counted” @');
	const line = page.getByRole('dialog', { name: 'Cite' });
	await page.keyboard.type('abara1931');
	await expect(line.getByRole('option').first()).toContainText('Abara');
	await page.keyboard.press('Enter');
	await page.keyboard.type('; sund last lamps');
	await expect(line.getByRole('option').first()).toContainText('On the last lamps');
	await page.keyboard.press('Enter');
	await expect(line).toContainText('Sund');
	await page.keyboard.press('Enter');
	await expect(line).toBeHidden();
	await page.keyboard.type('.');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	// from the bar
	await page.getByRole('button', { name: '1 to check', exact: true }).click();
	await page.getByRole('link', { name: 'All checks and the ledger' }).click();
	await expect(page.getByRole('heading', { name: 'What the lamps did to the shore' })).toBeVisible();
	const check = (name: string) => page.getByRole('region', { name: new RegExp(`^${name}`) });
	await expect(check('Source needed')).toContainText('counts after 1931');
	await expect(check('Cited and, by the rules, not listed')).toContainText(
		'Sund 2021 is cited and not listed: the manual cites it in the text only (APA 7, 8.9)'
	);
	await expect(check('Quotations without a page')).toContainText('dark on the mole before anybody counted');
	await expect(page.getByText('No problems found with:')).toBeVisible();
	await expectAccessible(page);

	// the ledger: the letter is a row, its tick leads to its place
	const row = page.getByRole('row', { name: /^Sund/ });
	await expect(row.getByRole('cell').last()).toHaveText('1');
	await page.getByRole('columnheader', { name: 'Source', exact: true }).getByRole('button').click();
	await expect(page.getByRole('columnheader', { name: 'Source', exact: true })).toHaveAttribute(
		'aria-sort',
		'ascending'
	);
	await row.getByRole('link', { name: 'Sund, citation 1 of 1' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toBeFocused();
	await expect(page.locator('.cite', { hasText: 'Sund' }).first()).toBeInViewport();

	// and back: what is fixed is not said any more
	await page.goBack();
	await check('Quotations without a page').getByRole('link').first().click();
	await expect(page.locator('.cite', { hasText: 'Sund' }).first()).toBeInViewport();
	done();
});

test('the chapter: sections with their counts, years as a chart, a source opened; nobody’s manuscript is said', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	const paper = page.getByRole('listitem').filter({ hasText: 'The lamplighters of Port Ennis' });
	await paper.getByRole('link', { name: 'Proof' }).click();
	await expect(page.getByRole('row', { name: /^Rounds and wages/ }).getByRole('cell')).toHaveText([
		'Rounds and wages',
		'12',
		'10',
		'2012'
	]);
	await expect(page.getByRole('img', { name: /^Cited sources by year: 1860s: 4/ })).toBeVisible();
	await expect(page.getByRole('img', { name: /citations in .* sections, 4 to check/ })).toBeVisible();
	await page.emulateMedia({ colorScheme: 'dark' });
	await expectAccessible(page);
	await page.setViewportSize({ width: 900, height: 800 });
	const wide = await page.evaluate(() => document.documentElement.scrollWidth);
	expect(wide).toBeLessThanOrEqual(900);
	await page
		.getByRole('rowheader', { name: /Marlowe/ })
		.getByRole('link')
		.click();
	await expect(page).toHaveURL(/\/sources\?open=/);
	await page.goto('/draft/nowhere/proof');
	await expect(page.getByRole('heading', { name: /There is no manuscript at this address/ })).toBeVisible();
	await expectAccessible(page);
	done();
});

test('the desk says as much as the draft: a cited source that is not there, and then is', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	const blocks = [{ type: 'paragraph', content: [text('Lamps were lit '), citation('c', 'ledger'), text('.')] }];
	await putRecords(page, 'manuscripts', [plainManuscript('lit', 'Lit lamps', blocks)]);
	await page.goto('/draft/lit');
	const change = async () => {
		await caretAfter(page, 'Lamps were');
		await page.keyboard.type(' all');
		await expect(page.getByText('Saved', { exact: true })).toBeVisible();
		await page.getByRole('link', { name: 'Back to the desk' }).click();
	};
	await expect(page.getByRole('button', { name: '1 to check', exact: true })).toBeVisible();
	await change();
	const paper = page.getByRole('listitem').filter({ hasText: 'Lit lamps' });
	await expect(paper.getByRole('link', { name: '1 to check' })).toBeVisible();
	await putRecords(page, 'sources', [plainSource('ledger', { type: 'book', title: 'Ledger of the quay' })]);
	await page.goto('/draft/lit');
	await expect(page.getByRole('link', { name: 'Proof' })).toBeVisible();
	await change();
	await expect(paper.getByRole('link', { name: 'Proof' })).toBeVisible();
	done();
});
