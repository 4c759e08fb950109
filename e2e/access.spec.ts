/** For whoever sees little, hears the page, or cannot bear motion: narrow and enlarged pages, forced colours, no motion. */
import { expect, test, type Page } from '@playwright/test';
import { caretAfter, expectAccessible, openDesk, openDraft, openSources, watchErrors } from './helpers';

const VIEWS: [string, (page: Page) => Promise<unknown>][] = [
	['desk', openDesk],
	['draft', (page) => openDraft(page, 'shore')],
	['draft with notes', (page) => openDraft(page, 'lamplighters')],
	['sources', openSources],
	[
		'styles',
		async (page) => {
			await page.goto('/styles');
			await expect(page.getByRole('heading', { level: 2, name: 'What it does' })).toBeVisible();
		}
	],
	[
		'hand in',
		async (page) => {
			await page.goto('/draft/shore/hand-in');
			await expect(page.getByRole('button', { name: 'Save as DOCX' })).toBeEnabled();
		}
	],
	[
		'proof',
		async (page) => {
			await page.goto('/draft/shore/proof');
			await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
		}
	],
	[
		'settings',
		async (page) => {
			await page.goto('/settings');
			await expect(page.getByRole('heading', { name: 'Appearance' })).toBeVisible();
		}
	]
];

/** What reaches beyond the right edge of the page, by its words. */
const beyond = (page: Page) =>
	page.evaluate(() => {
		if (document.documentElement.scrollWidth <= innerWidth) return [];
		return [...document.querySelectorAll('body *')]
			.filter((e) => e.getBoundingClientRect().right > innerWidth + 1)
			.slice(0, 5)
			.map((e) => `${e.tagName} ${e.className} ${e.textContent?.trim().slice(0, 30)}`);
	});

// WCAG 2.2, 1.4.4 and 1.4.10: 1280 px at 200 % are 640 px; and a narrower one
for (const width of [640, 600])
	test(`${width} px wide: nothing has to be scrolled sideways`, async ({ page }) => {
		const done = watchErrors(page);
		await page.setViewportSize({ width, height: 500 });
		for (const [name, open] of VIEWS) {
			await open(page);
			expect(await beyond(page), name).toEqual([]);
		}
		await expectAccessible(page);
		done();
	});

test('forced colours and no motion: every view is clean, and what is chosen can be told', async ({ page }) => {
	const done = watchErrors(page);
	await page.emulateMedia({ forcedColors: 'active', reducedMotion: 'reduce' });
	for (const [name, open] of VIEWS) {
		await open(page);
		const moving = await page.evaluate(() =>
			document
				.getAnimations()
				.filter((a) => a.playState === 'running')
				.map((a) => (a.effect as KeyframeEffect | null)?.target?.className ?? '')
		);
		expect(moving, name).toEqual([]);
	}
	await openDraft(page, 'shore');
	await caretAfter(page, 'only to the people it brought.');
	await page.keyboard.type(' @tarrow round');
	const option = page.getByRole('dialog', { name: 'Cite' }).getByRole('option', { selected: true });
	await expect(option).toBeVisible();
	// a colour of its own is taken away; an outline is not
	const outline = await option.evaluate((e) => getComputedStyle(e).outlineStyle);
	expect(outline).not.toBe('none');
	await expectAccessible(page);
	done();
});

// WCAG 2.2, 1.4.13: content on hover or focus
test('tooltips say the keys, for pointer and keyboard, can be pointed at, and go by Escape', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const tip = page.getByRole('tooltip');
	await expect(tip).toHaveCount(0);

	const cite = page.getByRole('button', { name: 'Cite', exact: true });
	await cite.hover();
	await expect(tip).toContainText('Cite at the caret');
	await expect(cite).toHaveAccessibleDescription(/Cite at the caret/);
	await expect(cite).toHaveAttribute('aria-keyshortcuts', /Control\+Shift\+E/);
	await tip.hover();
	await expect(tip).toBeVisible();
	await page.getByRole('button', { name: 'Note', exact: true }).hover();
	await expect(tip).toContainText('Alt');
	await page.keyboard.press('Escape');
	await expect(tip).toHaveCount(0);

	// a control that shows only a picture is named
	await page.getByRole('link', { name: 'Back to the desk' }).hover();
	await expect(tip).toHaveText('Back to the desk');

	// along the line above the sheet by keys alone
	await page.mouse.move(2, 780);
	await expect(tip).toHaveCount(0);
	await page.keyboard.press('F10');
	await page.keyboard.press('ArrowRight');
	await expect(page.getByRole('button', { name: 'Bold' })).toBeFocused();
	await expect(tip).toContainText('Ctrl');
	await page.keyboard.press('ArrowRight');
	await expect(tip).toContainText('Italic');
	await page.keyboard.press('Escape');
	await expect(tip).toHaveCount(0);
	done();
});
