/** A manuscript so long that the page holds only a part of it. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { demoLibrary } from '../scripts/demo-data';
import { chooseFile, openDesk, watchErrors } from './helpers';
import { citation, plainManuscript, putRecords, text } from './records';

const PARAGRAPHS = 400;

/** A long manuscript: every paragraph has a number, every fourth a citation, one a note. */
async function openLong(page: Page): Promise<void> {
	await openDesk(page);
	const words = 'the lamps of the lower quay burned all winter and nobody could say who had paid for the oil '.repeat(
		5
	);
	const keys = demoLibrary.map((s) => s.key).sort();
	const blocks: unknown[] = [];
	for (let i = 0; i < PARAGRAPHS; i++) {
		const kids: unknown[] = [text(`Paragraph ${i}: ${words}`)];
		if (i % 4 === 0) kids.push(citation(`c${i}`, keys[i % keys.length]), text('.'));
		if (i === 200)
			kids.push({
				type: 'note',
				attrs: { id: 'own', kind: 'footnote' },
				content: [{ type: 'paragraph', content: [text('A note far away.')] }]
			});
		if (i % 50 === 0) blocks.push({ type: 'heading', attrs: { level: 2 }, content: [text(`Section ${i / 50 + 1}`)] });
		blocks.push({ type: 'paragraph', content: kids });
	}
	await putRecords(page, 'manuscripts', [plainManuscript('long', 'A long one', blocks)]);
	await page.goto('/draft/long');
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toBeVisible();
	await expect(page.locator('.entry').first()).toBeAttached();
}

const inSight = (page: Page, words: string) => page.getByText(words, { exact: false }).first();

test('only what is near is in the page; it is found, written in, cited in, undone and saved as a whole', async ({
	page
}) => {
	const done = watchErrors(page);
	await openLong(page);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(inSight(page, 'Paragraph 3:')).toBeVisible();
	await expect(inSight(page, 'Paragraph 390:')).toBeHidden();

	// by the outline, and there the place stands still while more is laid out
	await page.getByRole('button', { name: /^Section 5/ }).click();
	await expect(inSight(page, 'Paragraph 200:')).toBeInViewport();
	const margin = page.getByRole('complementary', { name: 'Citations beside the text' });
	await expect(margin.getByRole('textbox', { name: 'Your note 1' })).toBeVisible();
	await page.waitForTimeout(400);
	const still = (await inSight(page, 'Paragraph 200:').boundingBox())!.y;
	await page.waitForTimeout(600);
	expect(Math.abs((await inSight(page, 'Paragraph 200:').boundingBox())!.y - still)).toBeLessThan(3);

	// a note written in while the text is scrolled far away is not lost
	await margin.getByRole('textbox', { name: 'Your note 1' }).click();
	await page.keyboard.press('End');
	await page.keyboard.type(' Written');
	await page.locator('.surface').evaluate((s) => (s.scrollTop = 0));
	await expect(inSight(page, 'Paragraph 1:')).toBeVisible();
	await page.keyboard.type(' on.');
	await page.getByRole('button', { name: /^Section 5/ }).click();
	await expect(margin.getByRole('textbox', { name: 'Your note 1' })).toHaveText('A note far away. Written on.');

	// found by words, though most of them are not in the page
	await sheet.focus();
	await page.keyboard.press('Control+f');
	const find = page.getByRole('searchbox', { name: 'Find in the text' });
	await find.fill('paragraph 333:');
	await page.keyboard.press('Enter');
	await expect(page.getByText('1 of 1', { exact: true })).toBeVisible();
	await expect(inSight(page, 'Paragraph 333:')).toBeInViewport();
	await page.keyboard.press('Escape');
	await page.keyboard.press('ArrowRight');
	await page.keyboard.type(' here is new @hallam 1904');
	await page.waitForTimeout(300);
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(sheet).toContainText('Paragraph 333: here is new (Hallam');

	// scrolled away, then typed on: the page goes to the caret
	await page.locator('.surface').evaluate((s) => (s.scrollTop = 0));
	await expect(inSight(page, 'Paragraph 1:')).toBeVisible();
	await page.keyboard.type(' and on');
	await expect(inSight(page, 'Paragraph 333:')).toBeInViewport();
	await expect(sheet).toContainText(/here is new \(Hallam[^)]*\) and on/);
	await page.locator('.surface').evaluate((s) => (s.scrollTop = 0));
	await expect(inSight(page, 'Paragraph 1:')).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(inSight(page, 'Paragraph 333:')).toBeInViewport();

	// all of it is selected, copied and saved, asleep or not
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	const kept = await page.evaluate(
		() =>
			new Promise<string>((ok) => {
				const open = indexedDB.open('rapid-quill');
				open.onsuccess = () => {
					const r = open.result.transaction('manuscripts').objectStore('manuscripts').get('long');
					r.onsuccess = () => ok(JSON.stringify(r.result.doc));
				};
			})
	);
	expect(kept.match(/Paragraph \d+:/g)).toHaveLength(PARAGRAPHS);
	expect(kept).toContain('A note far away. Written on.');
	expect(kept).toContain('here is new');
	done();
});

test('notes scrolled past are words alone; where the page rests they can be written in', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	const key = demoLibrary[0].key;
	const blocks = Array.from({ length: PARAGRAPHS }, (_, i) => ({
		type: 'paragraph',
		content: [
			text(`Paragraph ${i}: the lamps of the lower quay burned all winter and nobody could say who paid. `.repeat(3)),
			{
				type: 'note',
				attrs: { id: `n${i}`, kind: 'footnote' },
				content: [
					{ type: 'paragraph', content: [text(`Note ${i} of the writer, with `), citation(`c${i}`, key), text('.')] }
				]
			}
		]
	}));
	await putRecords(page, 'manuscripts', [plainManuscript('noted', 'Many notes', blocks)]);
	await page.goto('/draft/noted');
	const notes = page.getByRole('complementary', { name: 'Citations beside the text' }).getByRole('group');
	await expect(notes.getByRole('textbox').first()).toBeVisible();
	await expect(page.locator('.pending')).toHaveCount(0);
	const past = await page.locator('.surface').evaluate(async (surface) => {
		const seen: string[] = [];
		for (let i = 0; i < 40; i++) {
			surface.scrollBy(0, 300);
			await new Promise((r) => requestAnimationFrame(r));
			for (const el of document.querySelectorAll('.margin [role=group] p.words')) seen.push(el.textContent ?? '');
		}
		return seen;
	});
	expect(past.length).toBeGreaterThan(0);
	for (const words of past) expect(words).toMatch(/^Note \d+ of the writer, with \(.+\)\.$/);
	await expect(page.locator('.margin p.words')).toHaveCount(0);
	expect(await notes.getByRole('textbox').count()).toBe(await notes.count());

	// one that is in sight is written in
	const inSight = await notes.getByRole('textbox').evaluateAll((all) =>
		all.findIndex((el) => {
			const { top, bottom } = el.getBoundingClientRect();
			return top > 200 && bottom < 600;
		})
	);
	expect(inSight).toBeGreaterThanOrEqual(0);
	const note = notes.getByRole('textbox').nth(inSight);
	await note.click();
	await page.keyboard.press('End');
	await page.keyboard.type(' Seen');
	await expect(note).toContainText('Seen');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	done();
});

/** Pastes so many paragraphs, as another program puts them on the clipboard; runs in the page. */
function pasteMuch(paragraphs: number): void {
	const words = 'the lamps of the lower quay burned all winter '.repeat(6);
	const html = Array.from({ length: paragraphs }, (_, i) => `<p>Pasted ${i}: ${words}</p>`).join('');
	const data = new DataTransfer();
	data.setData('text/html', `<html><head><style>p { color: red }</style></head><body>${html}</body></html>`);
	document.activeElement!.dispatchEvent(
		new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
	);
}

test('what is pasted and still being read is not lost: leaving waits for it, closing asks first', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toBeFocused();
	await page.keyboard.type('Pasted');
	await page.keyboard.press('Enter');
	// the parts of a paste are read with pauses between them: long ones, so that it is still being read on any machine
	const hurry = await page.evaluateHandle(() => {
		const { setTimeout: after } = window;
		window.setTimeout = ((act: () => void, ms?: number) => after(act, ms ?? 400)) as typeof setTimeout;
		return () => void (window.setTimeout = after);
	});
	const asked = page.waitForEvent('dialog');
	await page.evaluate(pasteMuch, 2000);
	await page.close({ runBeforeUnload: true });
	expect((await asked).type()).toBe('beforeunload');
	await (await asked).dismiss();
	await hurry.evaluate((go) => go());
	await expect(inSight(page, 'Pasted 1999:')).toBeInViewport();
	await page.keyboard.press('Control+z');
	await expect(sheet).not.toContainText('Pasted 1999:');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();

	await page.evaluate(pasteMuch, 2000);
	await page.evaluate(() =>
		[...document.querySelectorAll('a')].find((a) => a.textContent?.trim() === 'Hand in')!.click()
	);
	await expect(page).toHaveURL(/hand-in/);
	// its pages take a while; a file has all of it at once
	const download = page.waitForEvent('download');
	await chooseFile(page, 'HTML');
	await page.getByRole('button', { name: 'Save as HTML' }).click();
	expect(readFileSync(await (await download).path(), 'utf8')).toContain('Pasted 1999:');
	done();
});

test('very much is pasted: only what is near is laid out, the caret is behind it, and it is undone and saved as a whole', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toBeFocused();
	await page.keyboard.type('Pasted');
	await page.keyboard.press('Enter');
	await page.keyboard.type('Before. ');
	await page.evaluate(pasteMuch, 700);
	// where it ends is in sight, and most of it is not in the page
	await expect(inSight(page, 'Pasted 699:')).toBeInViewport();
	await expect(inSight(page, 'Pasted 300:')).toBeHidden();
	await page.keyboard.type('And on.');
	await expect(inSight(page, 'And on.')).toBeInViewport();
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	// a source is cited at the end of it
	await page.keyboard.press('Control+Shift+e');
	await page.keyboard.type('lindqvist estuary');
	await expect(page.getByRole('option').first()).toBeVisible();
	await page.keyboard.press('Enter');
	await page.keyboard.press('Enter');
	await expect(sheet.locator('.cite')).toContainText('Lindqvist');
	await page.keyboard.press('Control+Home');
	await expect(inSight(page, 'Before. Pasted 0:')).toBeInViewport();
	await page.keyboard.press('Control+End');
	await expect(inSight(page, 'Pasted 699:')).toBeInViewport();

	// what was typed before it stays, however quickly one came after the other
	await expect(async () => {
		await page.keyboard.press('Control+z');
		await expect(sheet).not.toContainText('Pasted 699:', { timeout: 500 });
	}).toPass();
	await expect(sheet).toContainText('Before.');
	await page.keyboard.press('Control+y');
	await expect(page.getByText(/^39,\d{3} words/).first()).toBeVisible();
	await page.reload();
	// it opens where the caret was left last, which the browser may have put down before the page went, or not
	await sheet.focus();
	await page.keyboard.press('Control+Home');
	await expect(inSight(page, 'Before. Pasted 0:')).toBeInViewport();
	await expect(inSight(page, 'Pasted 300:')).toBeHidden();
	done();
});

test('a long manuscript is copied into a new one: citations live, notes with their words, its list once', async ({
	page,
	context
}) => {
	const done = watchErrors(page);
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	await openLong(page);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await sheet.click();
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Control+c');
	await openDesk(page);
	await page.getByRole('button', { name: 'New manuscript' }).click();
	await expect(sheet).toBeFocused();
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Control+v');
	await expect(page.getByText('100 citations', { exact: false })).toBeVisible();
	await expect(page.locator('.sheet-text .bibliography')).toHaveCount(1);
	await expect(page.locator('.entry').first()).toBeAttached();
	await page.getByRole('button', { name: /^Section 5/ }).click();
	await expect(inSight(page, 'Paragraph 200:')).toBeInViewport();
	await expect(
		page.getByRole('complementary', { name: 'Citations beside the text' }).getByRole('textbox', { name: 'Your note 1' })
	).toContainText('A note far away.');
	await expect(page.locator('.pending')).toHaveCount(0);
	done();
});

test('what is typed does not put the paragraph into the page anew: the caret would be lost with it', async ({
	page
}) => {
	const done = watchErrors(page);
	await openLong(page);
	await page.getByRole('button', { name: /^Section 5/ }).click();
	await inSight(page, 'Paragraph 200:').click();
	await page.evaluate(() => {
		const paragraph = document.getSelection()!.anchorNode!.parentElement!.closest('p')!;
		const seen = window as unknown as { moved: number };
		seen.moved = 0;
		new MutationObserver((list) => {
			for (const m of list) if ([...m.removedNodes].includes(paragraph)) seen.moved++;
		}).observe(paragraph.parentElement!, { childList: true });
	});
	await page.keyboard.type('Seen ');
	await expect(page.getByText('Seen', { exact: false }).first()).toBeAttached();
	expect(await page.evaluate(() => (window as unknown as { moved: number }).moved)).toBe(0);
	done();
});

test('for screen readers all of it can be kept in the page, with its notes', async ({ page }) => {
	const done = watchErrors(page);
	await page.goto('/settings');
	const choice = page.getByRole('checkbox', { name: 'Keep all of a long text in the page' });
	await choice.check();
	await page.reload();
	await expect(choice).toBeChecked();
	await openLong(page);
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet.getByRole('paragraph')).toHaveCount(PARAGRAPHS);
	await expect(sheet.getByRole('heading', { name: 'Section 8' })).toBeAttached();
	await expect(
		page.getByRole('complementary', { name: 'Citations beside the text' }).getByRole('textbox', { name: 'Your note 1' })
	).toBeAttached();
	await inSight(page, 'Paragraph 399:').click();
	await page.keyboard.type('Seen ');
	await expect(sheet).toContainText('Seen ');
	done();
});
