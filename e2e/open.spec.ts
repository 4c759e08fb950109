/** Documents are opened from the Desk: what was read is said first, then they are manuscripts with live citations. */
import { expect, test, type Download, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { chooseFile, expectAccessible, openDesk, openDraft, watchErrors } from './helpers';

const file = (name: string, text: string, mimeType = 'text/plain') => ({ name, mimeType, buffer: Buffer.from(text) });

const MARKDOWN = `---
title: The price of a *lamp*
author: Ida Lark
bibliography: refs.bib
---

# Prices {#sec:prices}

Gas was dear [@lark2001, p. 12; see @okonjo], as @stone1988 [ch. 2] says.^[A note on [@lark2001].]
Who paid is not known [@nobody, p. 4].

| Year | Price |
|------|------:|
| 1868 | 4 |

: What a lamp cost [@stone1988] {#tbl:cost}

As @tbl:cost shows. <!-- to be said better -->

# References
`;
const BIB = `@article{lark2001, author={Lark, Ida and de Roos, Jan}, title={Bells over water}, journal={Harbour Studies}, year=2001, volume=3, pages={1--9}}
@book{stone1988, author={Stone, Per}, title={Stone quays}, publisher={Tidemark Press}, year=1988}
@article{okonjo, author={Okonjo, Adaeze and Brandt, Lise M.}, title={Mapping the gaslit quays}, year=2019, doi={10.5555/HS.2019.12.201}}`;
const LATEX = String.raw`\documentclass{article}
\title{Night work}\author{Per Stone}
\begin{document}\maketitle
\section{Rounds}\label{s}
A round took hours \citep[see][p.~3]{stone1988}.\footnote{Told by \citet{lark2001}.}
\input{part}
\bibliography{refs}
\end{document}`;

const pick = (page: Page, files: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0]) =>
	page.getByLabel('Open a document').setInputFiles(files);

test('a Markdown paper: the report first, then a manuscript with live citations, notes, a table and its references', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await pick(page, [file('lamp.md', MARKDOWN), file('refs.bib', BIB)]);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	const report = dialog.getByRole('region', { name: 'lamp.md' });
	await expect(report).toContainText('2 headings, 1 footnote, 1 table.');
	await expect(report).toContainText('4 live citations; 2 sources new to your library, 1 source already in it.');
	await expect(report).toContainText('1 citation without a source');
	await expect(report).toContainText('[@nobody, p. 4]');
	await report.getByRole('button', { name: '1 thing not kept as it was' }).click();
	await expect(report).toContainText('a comment in the file');
	await expectAccessible(page);
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('(Lark & de Roos, 2001, p. 12; see Okonjo & Brandt, 2019)');
	await expect(sheet).toContainText('as Stone (1988, Chapter 2) says');
	await expect(sheet).toContainText('As Table 1 shows.');
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText('Bells over water');
	await expect(sheet.getByRole('heading', { name: 'The price of a lamp' })).toBeVisible();
	await expect(page.getByText('source needed')).toBeVisible();
	await page.goto('/');
	await expect(page.getByText('69 sources')).toBeVisible();
	await expect(page.getByRole('link', { name: 'The price of a lamp' })).toBeVisible();
	done();
});

test('a LaTeX paper in parts, several documents at once, and what is none', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await pick(page, [
		file('main.tex', LATEX),
		file('part.tex', String.raw`\subsection{Winter} Longer \cite{stone1988}. \foo{Dark} it was.`),
		file('refs.bib', BIB),
		file('other.md', '# Other\n\nWords.'),
		file('broken.md', '---\ntitle: [\n---\n\nWords.'),
		file('false.tex', '\\documentclass{article}\0\0\0')
	]);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog.getByRole('region')).toHaveCount(4);
	await expect(dialog.getByRole('region', { name: 'main.tex' })).toContainText('3 live citations; 2 sources new');
	await expect(dialog.getByRole('region', { name: 'other.md' })).toContainText('No citations.');
	await expect(dialog.getByRole('region', { name: 'broken.md' }).getByRole('alert')).toContainText(
		/front matter.*line 2/
	);
	await expect(dialog.getByRole('region', { name: 'false.tex' }).getByRole('alert')).toContainText('holds no text');
	await dialog.getByRole('button', { name: 'Open as 2 manuscripts' }).click();
	await expect(page.getByText('2 manuscripts are on the desk.')).toBeVisible();
	await page.getByRole('link', { name: 'Night work' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('A round took hours (see Stone, 1988, p. 3).');
	await expect(sheet).toContainText('Longer (Stone, 1988). Dark it was.');
	await expect(page.getByRole('textbox', { name: 'Your note 1' })).toContainText('Told by Lark and de Roos (2001).');
	done();
});

test('nothing is kept before the person says so, and what is no document is said', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	await pick(page, [file('refs.bib', BIB)]);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog.getByRole('alert')).toContainText('There is no document among what was picked');
	await dialog.getByRole('button', { name: 'Close', exact: true }).last().click();
	await expect(dialog).toBeHidden();
	await pick(page, [file('lamp.md', MARKDOWN), file('refs.bib', BIB)]);
	await dialog.getByRole('button', { name: 'Cancel' }).click();
	await expect(dialog).toBeHidden();
	await expect(page.getByText('67 sources')).toBeVisible();
	await expect(page.getByText('6 manuscripts')).toBeVisible();
	done();
});

test('a document dropped on the desk is opened', async ({ page }) => {
	const done = watchErrors(page);
	await openDesk(page);
	const data = await page.evaluateHandle(() => {
		const d = new DataTransfer();
		d.items.add(new File(['# Dropped\n\nWords.'], 'dropped.md'));
		return d;
	});
	await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data });
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog.getByRole('region', { name: 'dropped.md' })).toContainText('2 words, 1 heading.');
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('Dropped');
	done();
});

test('a word-processor file: its citations are live, its notes in the margin; one that is protected is said', async ({
	page
}) => {
	const done = watchErrors(page);
	const W = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"';
	const r = (text: string) => `<w:r><w:t xml:space="preserve">${text}</w:t></w:r>`;
	const docx = zipSync({
		'word/document.xml': strToU8(
			`<w:document ${W}><w:body><w:p>${r('Gas was dear ')}<w:fldSimple w:instr="CITATION Lar01 \\p 12">${r('(Lark, 2001)')}</w:fldSimple>${r(', and Fenn (1934) says so.')}<w:r><w:footnoteReference w:id="2"/></w:r></w:p></w:body></w:document>`
		),
		'word/footnotes.xml': strToU8(
			`<w:footnotes ${W}><w:footnote w:id="2"><w:p>${r('Told at the mole.')}</w:p></w:footnote></w:footnotes>`
		),
		'customXml/item1.xml': strToU8(
			'<b:Sources xmlns:b="http://schemas.openxmlformats.org/officeDocument/2006/bibliography"><b:Source><b:Tag>Lar01</b:Tag><b:SourceType>Book</b:SourceType><b:Title>Bells over water</b:Title><b:Year>2001</b:Year><b:Author><b:Author><b:NameList><b:Person><b:Last>Lark</b:Last><b:First>Ida</b:First></b:Person></b:NameList></b:Author></b:Author></b:Source></b:Sources>'
		)
	});
	await openDesk(page);
	await pick(page, [
		{ name: 'gas.docx', mimeType: 'application/octet-stream', buffer: Buffer.from(docx) },
		{ name: 'locked.docx', mimeType: 'application/octet-stream', buffer: Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0, 0]) }
	]);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog.getByRole('region', { name: 'gas.docx' })).toContainText(
		'1 live citation; 1 source new to your library.'
	);
	await expect(dialog.getByRole('region', { name: 'gas.docx' })).toContainText('1 typed citation can become live');
	await expect(dialog.getByRole('region', { name: 'locked.docx' })).toContainText('protected by a password');
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	await page.getByRole('button', { name: 'Accept 1 certain' }).click();
	await page.getByRole('link', { name: 'Back to the draft' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('Gas was dear (Lark, 2001, p. 12), and Fenn (1934) says so.');
	await expect(page.getByRole('complementary', { name: 'Citations beside the text' })).toContainText(
		'Told at the mole.'
	);
	done();
});

test('text from a file goes into the draft behind the paragraph of the caret, with its sources; undo takes it out', async ({
	page
}) => {
	const done = watchErrors(page);
	await openDraft(page, 'shore');
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	const before = await sheet.getByRole('list', { name: 'Bibliography entries' }).getByRole('listitem').count();
	await sheet.getByRole('heading').nth(1).click();
	const section = await sheet.getByRole('heading').nth(1).innerText();
	await page.getByRole('toolbar', { name: 'Formatting' }).getByRole('button', { name: 'Insert' }).click();
	const [chooser] = await Promise.all([
		page.waitForEvent('filechooser'),
		page.getByRole('menuitem', { name: 'Text from a file…' }).click()
	]);
	await chooser.setFiles([file('lamp.md', MARKDOWN), file('refs.bib', BIB)]);
	const dialog = page.getByRole('dialog', { name: 'Insert text from a file' });
	await expect(dialog).toContainText('4 live citations; 2 sources new to your library, 1 source already in it.');
	await dialog.getByRole('button', { name: 'Insert after this paragraph' }).click();
	await expect(page.getByText('lamp.md inserted. 2 sources added to the library.')).toBeVisible();
	await expect(sheet).toContainText('Gas was dear (Lark & de Roos, 2001, p. 12; see Okonjo & Brandt, 2019)');
	const headings = await sheet.getByRole('heading').allInnerTexts();
	expect(headings.slice(headings.indexOf(section), headings.indexOf(section) + 3)).toEqual([
		section,
		'The price of a lamp',
		'Prices'
	]);
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toHaveCount(1);
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' })).toContainText('Bells over water');
	await expect(sheet).toBeFocused();
	await page.keyboard.press('Control+z');
	await expect(sheet).not.toContainText('Gas was dear');
	await expect(sheet.getByRole('list', { name: 'Bibliography entries' }).getByRole('listitem')).toHaveCount(before);
	done();
});

/** Saves the chapter of the demo as a live file. @param name of the button */
async function saveChapter(page: Page, format: string, name: string): Promise<Download> {
	await openDraft(page, 'lamplighters');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('The lamplighters');
	await chooseFile(page, format, 'Live');
	const [saved] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
	return saved;
}

test('a chapter with notes is saved as Markdown, and opened from it again: every citation is live', async ({
	page
}) => {
	const done = watchErrors(page);
	const saved = await saveChapter(page, 'Markdown', 'Save as Markdown with cite keys');
	expect(saved.suggestedFilename()).toMatch(/^the-lamplighters.*\.zip$/);
	const members = unzipSync(readFileSync((await saved.path())!));
	const files = Object.entries(members).map(([name, bytes]) => ({
		name: name.replace(/^.*\//, ''),
		mimeType: 'application/octet-stream',
		buffer: Buffer.from(bytes)
	}));
	const text = files.find((f) => f.name.endsWith('.md'))!.buffer.toString();
	expect(text).toMatch(/\[@[\w-]+, p\. \d+/);
	const cites = text.match(/@[A-Za-z][\w-]+\d{4}/g)!.length;
	await page.goto('/');
	await pick(page, files);
	const dialog = page.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog).toContainText(/\d+ live citations; \d+ sources already in it\./);
	await expect(dialog).not.toContainText('without a source');
	expect(cites).toBeGreaterThan(20);
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('The lamplighters');
	await expect(page.locator('.pending')).toHaveCount(0);
	done();
});

for (const format of ['DOCX', 'ODT']) {
	test(`a live ${format} is live again where it is opened: citations in notes, the list, the style`, async ({
		page
	}) => {
		const done = watchErrors(page);
		const saved = await saveChapter(page, format, `Save as live ${format}`);
		const buffer = readFileSync((await saved.path())!);
		await page.goto('/');
		await pick(page, [{ name: `back.${format.toLowerCase()}`, mimeType: 'application/octet-stream', buffer }]);
		const dialog = page.getByRole('dialog', { name: 'Open a document' });
		await expect(dialog).toContainText('46 live citations');
		await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
		await expect(page.getByRole('textbox', { name: 'Manuscript text' })).toContainText('The lamplighters');
		await expect(page.locator('.pending')).toHaveCount(0);
		await expect(page.getByRole('button', { name: /Chicago 17th, full note/ })).toBeVisible();
		await expect(page.getByText('30 sources, 46 citations, 52 notes')).toBeVisible();

		// another program took out what made it live: the manuscript here knows its citations by their names
		const parts = unzipSync(buffer);
		delete parts['customXml/item1.xml'];
		if (parts['meta.xml']) parts['meta.xml'] = strToU8('<office:document-meta/>');
		await page.goto('/');
		await pick(page, [
			{
				name: `stripped.${format.toLowerCase()}`,
				mimeType: 'application/octet-stream',
				buffer: Buffer.from(zipSync(parts))
			}
		]);
		await expect(dialog).toContainText('46 live citations; 30 sources already in it.');
		await dialog.getByText('not kept as').click();
		await expect(dialog).toContainText('its citations are live again by their names');
		done();
	});
}

test('a live file brings the style that its writer had of their own to somebody who has it not', async ({
	page,
	browser
}) => {
	const done = watchErrors(page);
	await openDesk(page);
	await page.goto('/styles');
	await page.getByRole('button', { name: 'Import a CSL file' }).click();
	await page
		.getByRole('textbox', { name: 'Text of the style' })
		.fill(
			'<style xmlns="http://purl.org/net/xbiblio/csl" class="in-text" version="1.0"><info><title>Of the quay</title><id>http://example.org/of-the-quay</id></info><citation><layout prefix="⟨" suffix="⟩" delimiter="; "><names variable="author"><name form="short"/></names></layout></citation><bibliography><layout><text variable="title"/></layout></bibliography></style>'
		);
	await page.getByRole('button', { name: 'Keep this style' }).click();
	await page.getByLabel('Shown on').selectOption({ label: 'What the lamps did to the shore' });
	await page.getByRole('link', { name: /^Use in “/ }).click();
	await page.getByRole('dialog', { name: 'Citation style' }).getByRole('button', { name: 'Use this style' }).click();
	const sheet = page.getByRole('textbox', { name: 'Manuscript text' });
	await expect(sheet).toContainText('⟨Nakagawa');
	await page.getByRole('link', { name: 'Hand in' }).click();
	await expect(page.getByRole('document', { name: 'The file as it will be' })).toContainText('⟨Nakagawa');
	await chooseFile(page, 'ODT', 'Live');
	const [saved] = await Promise.all([
		page.waitForEvent('download'),
		page.getByRole('button', { name: 'Save as live ODT' }).click()
	]);
	const buffer = readFileSync((await saved.path())!);

	// somebody else
	const other = await (await browser.newContext()).newPage();
	await openDesk(other);
	await pick(other, [{ name: 'sent.odt', mimeType: 'application/octet-stream', buffer }]);
	const dialog = other.getByRole('dialog', { name: 'Open a document' });
	await expect(dialog).toContainText('Its style, “Of the quay”, comes with it');
	await dialog.getByRole('button', { name: 'Open as a manuscript' }).click();
	await expect(other.getByRole('textbox', { name: 'Manuscript text' })).toContainText('⟨Nakagawa');
	await expect(other.getByRole('button', { name: /Of the quay/ })).toBeVisible();
	await other.context().close();
	done();
});
