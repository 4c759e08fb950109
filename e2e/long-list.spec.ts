/** A list of so many sources that it is drawn in parts. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, chooseStyle, openDesk, watchErrors } from './helpers';

const COUNT = 170;

/** A manuscript that cites many invented sources, put into the database past the app. */
async function openWide(page: Page): Promise<void> {
	await openDesk(page);
	await page.evaluate(async (count) => {
		const open = indexedDB.open('rapid-quill');
		await new Promise((ok) => (open.onsuccess = ok));
		const write = open.result.transaction(['sources', 'manuscripts'], 'readwrite');
		const text = (s: string) => ({ type: 'text', text: s });
		const content: unknown[] = [{ type: 'heading', attrs: { level: 1 }, content: [text('Many sources')] }];
		for (let i = 0; i < count; i++) {
			// 53 has no common divisor with the count: the text cites in another order than the list has
			const n = (i * 53) % count;
			const id = `many${n}`;
			const letter = String.fromCharCode(65 + (n % 26));
			write.objectStore('sources').put({
				id,
				key: id,
				item: {
					id,
					type: 'book',
					title: `Lamps of quay ${n}`,
					author: [{ family: `${letter}keeper${n}`, given: 'A.' }],
					publisher: 'Quay Press',
					issued: { 'date-parts': [[1900 + (n % 120)]] }
				},
				tags: [],
				shelves: [],
				annotation: '',
				excerpts: [],
				origin: 'typed',
				createdAt: 1,
				updatedAt: 1
			});
			const cite = { sourceId: id, locator: null, prefix: '', suffix: '', form: 'parenthetical' };
			content.push({
				type: 'paragraph',
				content: [text(`Quay ${n} was lit `), { type: 'citation', attrs: { id: `c${n}`, cites: [cite] } }, text('.')]
			});
		}
		const heading = { type: 'heading', attrs: { level: 2 }, content: [text('References')] };
		content.push({ type: 'bibliography', attrs: { id: 'b' }, content: [heading] });
		const style = { id: 'apa', title: 'APA 7th', form: 'in-text', locale: '' };
		write.objectStore('manuscripts').put({
			id: 'wide',
			title: 'Many sources',
			kind: 'Essay',
			doc: { version: 1, content: { type: 'doc', attrs: { style }, content } },
			styleId: 'apa',
			styleTitle: 'APA 7th',
			locale: '',
			form: 'in-text',
			uncited: [],
			authors: [],
			strip: { sections: [], ticks: [], checks: [] },
			words: 1,
			createdAt: 1,
			updatedAt: 1
		});
		await new Promise((ok) => (write.oncomplete = ok));
		open.result.close();
	}, COUNT);
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
