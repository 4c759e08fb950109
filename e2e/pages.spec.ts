/** Real pages: what is seen in Hand in is what prints, with every note at the foot of its page. */
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { caretAfter, expectAccessible, openDesk, openDraft, watchErrors } from './helpers';
import { handIn, openPagePanel, pagesDone, panel, printed, squeezed } from './paper-pages';
import { plainManuscript, putRecords, text } from './records';

test('every note of the chapter is at the foot of the page of its mark, and nothing of the screen prints', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'lamplighters');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await pagesDone(page);
	await expectAccessible(page);
	// what is seen, page by page: marks in the text, notes at the foot
	const seen = await page.evaluate(() =>
		[...document.querySelector('[role=document]')!.shadowRoot!.querySelectorAll('.pagedjs_page')].map((p) => ({
			marks: [...p.querySelectorAll('.pagedjs_page_content sup')]
				.map((x) => x.textContent)
				.filter((x) => /^\d+$/.test(x!)),
			notes: [...p.querySelectorAll('.pagedjs_footnote_area .fn')].map((x) => ({
				number: (x as HTMLElement).dataset.number,
				begun: x.hasAttribute('data-split-from'),
				words: x.textContent!
			}))
		}))
	);
	const notes = seen.flatMap((p) => p.notes);
	expect(notes.filter((n) => !n.begun).length).toBeGreaterThan(45);
	for (const p of seen) expect(p.notes.filter((n) => !n.begun).map((n) => n.number)).toEqual(p.marks);

	const paper = await printed(page);
	expect(paper.length).toBe(seen.length);
	for (const [i, p] of seen.entries()) {
		for (const n of p.notes) expect(squeezed(paper[i]), `note ${n.number}`).toContain(squeezed(n.words));
		// Turabian 9, A.1.4 (from memory): the first page of a chapter has no number at its head
		expect(paper[i].split('\n').some((line) => line.trim() === String(i + 1))).toBe(i > 0);
	}
	const all = paper.join(' ');
	for (const words of ['Hand in', 'Save', 'The live manuscript', 'across', 'Back to the draft'])
		expect(all).not.toContain(words);
	done();
});

/** A field of the panel; the sheet has it too. */
const field = (page: Page, name: string) =>
	page.getByRole('group', { name: 'Title page' }).getByRole('textbox', { name, exact: true });

test('a kind of paper: chosen beside the draft, its title page filled in, seen and printed, one undo each', async ({
	page
}) => {
	const done = watchErrors(page);
	await openPagePanel(page);
	await expect(panel(page)).toHaveValue('plain');
	await panel(page).selectOption('Student paper');
	await expect(page.getByText('APA 7, 2.3–2.24')).toBeVisible();
	await field(page, 'Course').fill('HIS 301: Harbours');
	await field(page, 'Course').press('Tab');
	await field(page, 'Instructor').fill('Mina Abara');
	await field(page, 'Instructor').press('Tab');
	await field(page, 'Abstract').fill(Array.from({ length: 260 }, () => 'lamp').join(' '));
	await field(page, 'Abstract').press('Tab');
	await expect(page.getByText('The abstract has 260 words, 10 more than the 250 asked for.')).toBeVisible();
	await expectAccessible(page);
	await handIn(page);
	await expect(page.getByText('as APA 7, 2.3–2.24 asks')).toBeVisible();
	const paper = await printed(page);
	expect(paper[0]).toContain('HIS 301: Harbours');
	expect(paper[0]).toContain('Mina Abara');
	expect(paper[0]).not.toContain('Introduction');
	expect(paper[1]).toContain('Abstract');
	expect(paper[2]).toContain('What the lamps did to the shore');
	expect(paper.map((p, i) => p.includes(String(i + 1)))).not.toContain(false);

	const download = page.waitForEvent('download');
	await page.getByRole('button', { name: 'Save as DOCX' }).click();
	const file = unzipSync(readFileSync(await (await download).path()));
	expect(strFromU8(file['word/document.xml'])).toContain('HIS 301: Harbours');
	expect(strFromU8(file['word/header1.xml'])).toContain('PAGE');

	await page.getByRole('link', { name: 'Change the page' }).click();
	await expect(field(page, 'Course')).toHaveValue('HIS 301: Harbours');
	await caretAfter(page, 'only to the people it brought.');
	for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
	await expect(field(page, 'Course')).toHaveValue('');
	await expect(panel(page)).toHaveValue('student');
	await page.keyboard.press('Control+z');
	await expect(panel(page)).toHaveValue('plain');
	done();
});

test('every detail can be changed, said as a departure, and put back; a number that is none is not taken', async ({
	page
}) => {
	const done = watchErrors(page);
	await openPagePanel(page);
	await panel(page).selectOption('Journal manuscript');
	await page.getByRole('button', { name: 'Paper and type' }).click();
	await page.getByRole('combobox', { name: 'Paper', exact: true }).selectOption('A4');
	await page.getByLabel('Left, cm').fill('4');
	await page.getByLabel('Left, cm').press('Tab');
	await page.getByLabel('Right, cm').fill('wide');
	await page.getByLabel('Right, cm').press('Tab');
	await expect(page.getByLabel('Right, cm')).toHaveValue('2.54');
	await expect(page.getByText('Margins as you have changed them')).toBeVisible();
	await page.getByRole('button', { name: 'First page, numbers, contents' }).click();
	await page.getByRole('combobox', { name: 'Contents' }).selectOption('headings to level 2');
	await handIn(page);
	const sheet = page.getByRole('document', { name: 'The file as it will be' });
	await expect(sheet.locator('.line-number').first()).toHaveText('1');
	expect(await sheet.locator('.line-number').count()).toBeGreaterThan(100);
	await expect(sheet.getByRole('link', { name: /^Methods/ })).toHaveText(/^Methods\s*\d+$/);
	const size = await page.evaluate(() => {
		const p = document.querySelector('[role=document]')!.shadowRoot!.querySelector<HTMLElement>('.pagedjs_page')!;
		return getComputedStyle(p).getPropertyValue('--pagedjs-pagebox-width');
	});
	expect(size).toBe('21cm');
	await page.getByRole('link', { name: 'Change the page' }).click();
	await page.getByRole('button', { name: 'As the manual asks again' }).click();
	await expect(page.getByText('Margins as you have changed them')).toBeHidden();
	done();
});

test('Ctrl P in a manuscript prints its pages, with what was just typed', async ({ page }) => {
	const done = watchErrors(page);
	await page.addInitScript(() => {
		window.print = () => {
			document.documentElement.dataset.printed = `${document.documentElement.dataset.printed ?? ''}${document.title};`;
		};
	});
	const asked = () => page.evaluate(() => document.documentElement.dataset.printed ?? '');
	await openDraft(page, 'shore');
	await caretAfter(page, 'only to the people it brought.');
	await page.keyboard.type(' And the tide.');
	await page.keyboard.press('Control+p');
	await expect(page).toHaveURL(/hand-in\?print/);
	await pagesDone(page);
	await expect.poll(asked).toBe('What the lamps did to the shore;');
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('And the tide.');
	await page.keyboard.press('Control+p');
	await expect.poll(asked).toBe('What the lamps did to the shore;What the lamps did to the shore;');
	await page.getByRole('button', { name: 'Print the pages' }).click();
	await expect.poll(asked).toMatch(/(?:What the lamps did to the shore;){3}/);
	// printed from the browser's menu, the draft says where its pages are
	await page.getByRole('link', { name: 'Back to the draft' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toBeVisible();
	const draft = (await printed(page)).join(' ');
	expect(draft).toContain('print from Hand in');
	expect(draft).not.toContain('And the tide.');
	done();
});

for (const [what, address] of [
	['the program that lays out pages', /paged\.min/],
	['the frame for pages', /\/sheets$/],
	['the font of the pages', /tinos.*woff/]
] as const)
	test(`without ${what} it is said, and files are saved all the same`, async ({ page }) => {
		await page.route(address, (route) => route.abort());
		await page.goto('/draft/lamplighters/hand-in');
		await expect(page.getByRole('region', { name: 'Pages' }).getByRole('alert')).toContainText(
			new RegExp(`${what} could not be loaded\\. Files can be saved all the same`, 'i')
		);
		const download = page.waitForEvent('download');
		await page.getByRole('button', { name: 'Save as DOCX' }).click();
		expect((await download).suggestedFilename()).toMatch(/\.docx$/);
	});

test('a long paper is laid out in lots: every word once and in order, every note with its mark, pages full', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	const words = 'the lamps of the lower quay burned all winter and nobody could say who had paid for the oil '.repeat(
		9
	);
	const blocks: unknown[] = [];
	for (let i = 0; i < 330; i++) {
		const kids: unknown[] = [text(`Begin${i} ${words}`)];
		if (i % 3 === 0)
			kids.push({
				type: 'note',
				attrs: { id: `own${i}`, kind: 'footnote' },
				content: [
					{ type: 'paragraph', content: [text(`Note${i} ${'on the oil of the lower quay '.repeat(1 + (i % 12))}`)] }
				]
			});
		kids.push(text(` end${i}.`));
		if (i % 40 === 0) blocks.push({ type: 'heading', attrs: { level: 2 }, content: [text(`Section ${i / 40 + 1}`)] });
		blocks.push({ type: 'paragraph', content: kids });
	}
	await putRecords(page, 'manuscripts', [plainManuscript('long', 'A long one', blocks)]);
	await page.goto('/draft/long/hand-in');
	await pagesDone(page);
	const sheets = await page.evaluate(() =>
		[...document.querySelector('[role=document]')!.shadowRoot!.querySelectorAll<HTMLElement>('.pagedjs_page')].map(
			(p) => {
				const area = p.querySelector('.pagedjs_page_content')!;
				return {
					text: area.textContent!,
					marks: [...area.querySelectorAll('sup')].map((x) => x.textContent),
					notes: [...p.querySelectorAll<HTMLElement>('.pagedjs_footnote_area .fn:not([data-split-from])')].map(
						(x) => x.dataset.number
					),
					feet: p.querySelector('.pagedjs_footnote_area')!.textContent!,
					number: p.dataset.pageNumber,
					bottom: Math.max(...[...area.querySelectorAll('p')].map((x) => x.getBoundingClientRect().bottom)),
					foot: p.querySelector('.pagedjs_area')!.getBoundingClientRect().bottom,
					height: p.getBoundingClientRect().height
				};
			}
		)
	);
	expect(sheets.length).toBeGreaterThan(70);
	expect(sheets.map((s) => s.number)).toEqual(sheets.map((_, i) => String(i + 1)));
	const all = sheets.map((s) => s.text).join(' ');
	const order = [...all.matchAll(/Begin(\d+)|end(\d+)\./g)].map((m) => Number(m[1] ?? m[2]));
	expect(order).toEqual(Array.from({ length: 660 }, (_, i) => Math.floor(i / 2)));
	expect(all.match(/winter/g)).toHaveLength(330 * 9);
	const feet = sheets.map((s) => s.feet).join(' ');
	expect([...feet.matchAll(/Note(\d+)/g)].map((m) => Number(m[1]))).toEqual(
		Array.from({ length: 110 }, (_, i) => i * 3)
	);
	for (const s of sheets) expect(s.notes).toEqual(s.marks);
	// no line of a paragraph stands alone at a foot or on top (CSS Fragmentation 3, 4.3), and no heading ends a page
	const alone = await page.evaluate(() => {
		const lines = (p: Element): number => {
			const range = document.createRange();
			const tops = new Set<number>();
			for (const n of p.childNodes) {
				if (n.nodeType !== Node.TEXT_NODE) continue;
				range.selectNodeContents(n);
				for (const r of range.getClientRects()) tops.add(Math.round(r.top));
			}
			return tops.size;
		};
		const root = document.querySelector('[role=document]')!.shadowRoot!;
		const out: string[] = [];
		// the last page ends with the heading of a list that has nothing in it
		for (const area of [...root.querySelectorAll('.pagedjs_page_content')].slice(0, -1)) {
			(area.closest('.pagedjs_page') as HTMLElement).style.contentVisibility = 'visible';
			const blocks = [...area.querySelectorAll('p, h1, h2')];
			const [first, last] = [blocks[0], blocks.at(-1)!];
			if (first.hasAttribute('data-split-from') && lines(first) < 2) out.push(`on top: ${first.textContent}`);
			if (last.hasAttribute('data-split-to') && lines(last) < 2) out.push(`at the foot: ${last.textContent}`);
			if (last.matches('h1, h2')) out.push(`heading: ${last.textContent}`);
		}
		return out;
	});
	expect(alone).toEqual([]);
	// no page but the last ends before its foot
	const short = sheets.slice(0, -1).filter((s) => s.foot - s.bottom > s.height * 0.5);
	expect(short).toEqual([]);
	done();
});

test('a title page that is being typed is not lost: not by Ctrl P, and not by a reload in the middle of a word', async ({
	page
}) => {
	const done = watchErrors(page);
	await page.addInitScript(() => {
		window.print = () => undefined;
	});
	await openPagePanel(page);
	await panel(page).selectOption('Student paper');
	const course = field(page, 'Course');
	await course.pressSequentially('HIS 301: Harb');
	await page.keyboard.press('Control+p');
	await expect(page).toHaveURL(/hand-in\?print/);
	await pagesDone(page);
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('HIS 301: Harb');
	await page.getByRole('link', { name: 'Change the page' }).click();
	await expect(course).toHaveValue('HIS 301: Harb');
	await course.press('End');
	await course.pressSequentially('ours and li');
	// within the pause
	await page.reload();
	await expect(course).toHaveValue('HIS 301: Harbours and li');
	done();
});
