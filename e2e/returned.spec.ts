import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { afterColleague } from '../scripts/colleague.mjs';
import { caretAfter, expectAccessible, openDraft, sheetText, watchErrors } from './helpers';

/** Sends the demo chapter out as a live DOCX. @returns the file as a colleague sends it back */
async function sentAndEdited(page: Page): Promise<Buffer> {
	await page.goto('/draft/lamplighters/hand-in');
	await page.getByRole('radio', { name: /^Live/ }).click();
	const saved = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Save as live DOCX' }).click();
	await expect(page.getByText('The live DOCX file is in your downloads.')).toBeVisible();
	return Buffer.from(afterColleague(readFileSync((await (await saved).path())!)));
}

async function comeBack(page: Page, buffer: Buffer): Promise<void> {
	await page.goto('/');
	const chooser = page.waitForEvent('filechooser');
	await page.getByRole('button', { name: 'Open a document' }).click();
	await (await chooser).setFiles([{ name: 'chapter (Vera).docx', mimeType: 'application/octet-stream', buffer }]);
	await seeChanges(page);
}

async function seeChanges(page: Page): Promise<void> {
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog).toContainText('A copy of “The lamplighters of Port Ennis”, which you sent on');
	await expect(dialog).toContainText('saved last by Vera Lindgate');
	await dialog.getByRole('button', { name: 'See what changed' }).click();
	await expect(page.getByText('Compared with what you sent on')).toBeVisible();
}

const margin = (page: Page) => page.getByRole('complementary', { name: 'Changes and comments' });

test('a live file comes back: tracked or not, each change is shown with who made it, taken or left, and undone', async ({
	page
}) => {
	const done = watchErrors(page);
	const buffer = await sentAndEdited(page);
	await comeBack(page, buffer);
	await expect(page.getByText('Returned by Vera Lindgate, 24 November')).toBeVisible();
	const sum = page.getByRole('status').filter({ hasText: 'changes' });
	await expect(sum).toContainText('4 changes');
	await expect(sum).toContainText('1 comment');
	await expect(sum).toContainText('46 of 46 citations came back live');
	await expect(margin(page)).toContainText('Vera Lindgate added a sentence “The board’s jubilee volume gives it too.”');
	await expect(margin(page)).toContainText('Vera Lindgate removed a paragraph “The chapter has three parts.');
	await expect(margin(page)).toContainText('Vera Lindgate on “who paid when it was?”');
	await expectAccessible(page);

	// one by one, by keys: the first is looked at
	await page.keyboard.press('Enter');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('fifty-two men and, from 1915 to 1919, eleven women to carry fire');
	await expect(sum).toContainText('3 changes');
	await page.keyboard.press('x');
	await expect(sum).toContainText('2 changes');
	await expect(sheet).not.toContainText('jubilee volume');
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+z');
	await expect(sum).toContainText('4 changes');
	await expect(sheet).toContainText('and for four years a number of women');

	// a decision outlives the page; all at once
	await margin(page).getByRole('button', { name: 'Reject' }).last().click();
	await expect(sum).toContainText('3 changes');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.reload();
	await expect(sum).toContainText('3 changes');
	await page.getByRole('button', { name: 'Accept all' }).click();
	await expect(page.getByText('Every change is decided.')).toBeVisible();
	await expect(sheet).toContainText('The usual answer is civic. The board’s jubilee volume gives it too.');
	await expect(sheet).toContainText('small enough to blame on');
	await expect(sheet).toContainText('The chapter has three parts.');

	// the comment is one of the draft, and is answered there
	await page.getByRole('button', { name: 'Finish' }).click();
	await expect(page).toHaveURL(/\/draft\/lamplighters$/);
	await expect(sheet).toContainText('eleven women');
	await expect(page.getByText('30 sources, 46 citations, 52 notes')).toBeVisible();
	await caretAfter(page, 'They left few papers');
	await expect(page.locator('.slip').filter({ hasText: 'Two questions in one sentence. Split?' })).toBeVisible();
	done();
});

test('what was written here since is kept; where both changed the same words, both are shown until it is decided', async ({
	page
}) => {
	const done = watchErrors(page);
	const buffer = await sentAndEdited(page);
	await openDraft(page, 'lamplighters');
	await caretAfter(page, 'small enough to be');
	await page.keyboard.type(' gently');
	await caretAfter(page, 'They left few papers');
	await page.keyboard.type(' indeed');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	// dropped on the draft itself
	await page.evaluate(
		(bytes) => {
			const data = new DataTransfer();
			data.items.add(new File([Uint8Array.from(bytes)], 'chapter (Vera).docx'));
			document
				.querySelector('.sheet')!
				.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
		},
		[...buffer]
	);
	await seeChanges(page);
	await expect(page.getByText('where you both wrote')).toBeVisible();
	const slip = margin(page).locator('.slip').filter({ hasText: 'blame' });
	await expect(slip).toContainText('You have changed the same words.');
	await slip.getByRole('button', { name: /be blamed/ }).click();
	await expect(slip).toContainText('Yours');
	await expectAccessible(page);
	await page.getByRole('button', { name: 'Accept 3' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('They left few papers indeed.');
	await expect(sheet).toContainText('small enough to be gently blamed');
	await slip.getByRole('button', { name: 'Keep mine' }).click();
	await expect(page.getByText('Every change is decided.')).toBeVisible();
	expect(await sheetText(page)).toContain('gently');
	done();
});

test('a comment of one’s own: on selected words, answered, dealt with, gone along in a live file', async ({ page }) => {
	const done = watchErrors(page);
	await openDraft(page, 'who-paid');
	await caretAfter(page, 'It is also a story about bills');
	await page.keyboard.press('Control+Shift+ArrowLeft');
	await page.getByRole('button', { name: 'Insert' }).click();
	await page.getByRole('menuitem', { name: 'Comment…' }).click();
	const form = page.getByRole('form', { name: 'Comment' });
	await expect(form).toContainText('Comment on “bills”');
	await form.getByRole('textbox').fill('Which bills?');
	await expectAccessible(page);
	await form.getByRole('button', { name: 'Add comment' }).click();
	const slip = page.locator('.slip').filter({ hasText: 'Which bills?' });
	await expect(slip).toContainText('on “bills”');
	await slip.getByRole('button', { name: /^Reply/ }).click();
	await slip.getByRole('textbox', { name: 'Reply' }).fill('Those of the gas company.');
	await slip.getByRole('button', { name: 'Reply', exact: true }).click();
	await expect(slip).toContainText('Those of the gas company.');
	await expect(page.getByText('Saved', { exact: true })).toBeVisible();
	await page.reload();
	await expect(slip).toContainText('Those of the gas company.');
	await slip.getByRole('button', { name: 'Done' }).click();
	await expect(slip).toBeHidden();
	await page.getByRole('textbox', { name: 'Manuscript text' }).focus();
	await page.keyboard.press('Control+z');
	await expect(slip).toBeVisible();
	done();
});
