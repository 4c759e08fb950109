/** A list of so many sources that it is drawn in parts. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, chooseStyle, openDesk, watchErrors } from './helpers';
import { citation, plainManuscript, putRecords, text } from './records';
import { plainSource } from '../scripts/plain-source';

const COUNT = 170;

/** A manuscript that cites many invented sources. */
async function openWide(page: Page): Promise<void> {
	await openDesk(page);
	// 53 has no common divisor with the count: the text cites in another order than the list has
	const order = Array.from({ length: COUNT }, (_, i) => (i * 53) % COUNT);
	const sources = order.map((n) =>
		plainSource(`many${n}`, {
			type: 'book',
			title: `Lamps of quay ${n}`,
			author: [{ family: `${String.fromCharCode(65 + (n % 26))}keeper${n}`, given: 'A.' }],
			publisher: 'Quay Press',
			issued: { 'date-parts': [[1900 + (n % 120)]] }
		})
	);
	const blocks = order.map((n) => ({
		type: 'paragraph',
		content: [text(`Quay ${n} was lit `), citation(`c${n}`, `many${n}`), text('.')]
	}));
	await putRecords(page, 'sources', sources);
	await putRecords(page, 'manuscripts', [plainManuscript('wide', 'Many sources', blocks)]);
	await page.goto('/draft/wide');
	await expect(page.locator('.pending')).toHaveCount(0);
}

test('a list of 170 is whole and in order after every change: a source more, one less, another style, back', async ({
	page
}) => {
	const done = watchErrors(page);
	await openWide(page);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const entries = page.getByRole('list', { name: 'Bibliography entries' }).getByRole('listitem');
	const texts = () => entries.evaluateAll((all) => all.map((e) => e.textContent ?? ''));
	await expect(entries).toHaveCount(COUNT);
	const first = await texts();
	expect(first).toEqual([...first].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })));
	expect(new Set(first).size).toBe(COUNT);

	// a source more stands where it belongs, and what was there is as it was
	await caretAfter(page, 'Quay 0 was lit ');
	await page.keyboard.type('in winter @tarrow 2004');
	await expect(page.getByRole('dialog', { name: 'Cite' }).getByRole('option').first()).toContainText('Night work');
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(entries).toHaveCount(COUNT + 1);
	const more = await texts();
	const at = more.findIndex((t) => t.startsWith('Tarrow'));
	expect(at).toBeGreaterThan(40);
	expect(more.toSpliced(at, 1)).toEqual(first);
	await page.keyboard.press('Control+z');
	await expect(entries).toHaveCount(COUNT);
	await expect.poll(texts).toEqual(first);

	// numbers in the order of the text, to the last part
	await chooseStyle(page, 'IEEE');
	await expect(entries.last()).toContainText(`[${COUNT}]`);
	const numbered = await texts();
	expect(numbered.map((t) => Number(/\[(\d+)\]/.exec(t)?.[1]))).toEqual(Array.from({ length: COUNT }, (_, i) => i + 1));
	expect(numbered[1]).toContain('Lamps of quay 53');
	await sheet.focus();
	await page.keyboard.press('Control+z');
	await expect.poll(texts).toEqual(first);

	// the last entry is one of the page like any other
	await entries.last().scrollIntoViewIfNeeded();
	await entries.last().click();
	await expect(page.getByRole('dialog', { name: 'About this entry' })).toContainText('Quay 155 was lit');
	done();
});
