/** npm run screenshots: one current picture of each main view from the demo data, into docs/screenshots. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { afterColleague } from './colleague.mjs';
import { answerPicker, carryInto, filesIn } from './folder-for-tests.mjs';
import { CHROMIUM, ensureBrowser, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBrowser();
if (!existsSync(join(root, 'build', 'index.js')))
	spawnSync('npm', ['run', '-s', 'build'], { cwd: root, stdio: 'inherit' });
const PORT = '4188';
const base = `http://127.0.0.1:${PORT}`;
const server = spawn(process.execPath, ['build/index.js'], {
	cwd: root,
	env: { ...process.env, HOST: '127.0.0.1', PORT }
});
const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const wanted = process.argv.slice(2);
const browser = await chromium.launch({
	executablePath: CHROMIUM,
	args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu']
});

const ready = async (page) => {
	await page.getByRole('textbox', { name: 'Manuscript text' }).waitFor();
	await page.waitForFunction(
		() => document.querySelectorAll('.pending').length === 0 && document.querySelector('.cite')?.textContent
	);
	await page.evaluate(() => document.fonts.ready);
};
const SHOTS = {
	desk: async (p) => p.goto(base).then(() => p.getByRole('link', { name: 'Who paid for the light?' }).waitFor()),
	'draft-in-text': async (p) => {
		await p.goto(`${base}/draft/shore`);
		await ready(p);
	},
	'draft-notes': async (p) => {
		await p.goto(`${base}/draft/lamplighters`);
		await ready(p);
		await p.getByRole('button', { name: /^Rounds and wages/ }).click();
	},
	'cite-line': async (p) => {
		await p.goto(`${base}/draft/shore`);
		await ready(p);
		await p.getByRole('button', { name: /^Moths/ }).click();
		await p.getByText('Catches on the inner mole fell').click({ position: { x: 150, y: 158 } });
		await p.keyboard.press('Control+Shift+e');
		await p.keyboard.type('lindqvist estuary');
		await p.waitForTimeout(300);
		await p.keyboard.press('Enter');
		await p.keyboard.type(' p 91; oka');
		await p.locator('ins').filter({ hasText: 'Lindqvist' }).waitFor();
		await p.waitForTimeout(500);
	},
	excerpts: async (p) => {
		await p.goto(`${base}/draft/shore`);
		await ready(p);
		await p.getByRole('button', { name: /^Methods/ }).click();
		await p.getByText('Traps were standardised').click({ clickCount: 3 });
		await p.keyboard.press('ArrowRight');
		await p.keyboard.press('Alt+q');
		await p.getByRole('button', { name: 'Quote as a block' }).click();
		await p.locator('.sheet-text blockquote').waitFor();
		await p.locator('.sheet-text blockquote').scrollIntoViewIfNeeded();
		await p.waitForTimeout(500);
	},
	'match-up': async (p) => {
		await p.goto(base);
		await p.getByRole('link', { name: 'Who paid for the light?' }).click();
		await ready(p);
		await p.goto(`${p.url().replace(/[?#].*$/, '')}/match`);
		await p.getByText('13 typed citations').waitFor();
		await p.keyboard.press('ArrowDown');
		await p.keyboard.press('ArrowDown');
		await p.waitForTimeout(500);
	},
	returned: async (p) => {
		await p.goto(`${base}/draft/lamplighters/hand-in`);
		await p.getByRole('radio', { name: /^Live/ }).click();
		const saved = p.waitForEvent('download');
		await p.getByRole('button', { name: 'Save as live DOCX' }).click();
		const buffer = Buffer.from(afterColleague(readFileSync(await (await saved).path())));
		await p.getByText('is in your downloads').waitFor();
		await p.goto(base);
		await p
			.getByLabel('Open a document')
			.setInputFiles([{ name: 'chapter.docx', mimeType: 'application/octet-stream', buffer }]);
		await p.getByRole('button', { name: 'See what changed' }).click();
		await p.getByText('Compared with what you sent').waitFor();
		for (let i = 0; i < 3; i++) await p.keyboard.press('ArrowDown');
		await p.waitForTimeout(1500);
	},
	folder: async (p) => {
		// two machines: the folder of one is carried into that of the other, after both have written
		const other = await (await p.context().browser().newContext()).newPage();
		for (const m of [p, other]) {
			await answerPicker(m);
			await m.goto(`${base}/settings`);
			if (m === other) await carryInto(m, await filesIn(p));
			await m.getByRole('button', { name: 'Choose a folder…' }).click();
			if (m === other) await m.getByRole('button', { name: 'Put together' }).click();
			await m.getByText('brought up to date').waitFor();
			await m.getByLabel('Name of this machine').fill(m === p ? 'Laptop' : 'Desk at home');
			await m.keyboard.press('Tab');
			await m.getByRole('button', { name: 'Copy now' }).click();
			await m.waitForTimeout(1500);
		}
		for (const m of [p, other]) {
			await m.goto(`${base}/draft/lamplighters`);
			await ready(m);
			await m.getByText('They left few papers').first().click();
			await m.keyboard.press('End');
			await m.keyboard.type(m === p ? ' and fewer letters' : ' behind them');
			await m.waitForTimeout(4500);
			await m.goto(`${base}/sources`);
			await m.getByRole('searchbox', { name: 'Find sources' }).fill('mapping the gaslit quays kind:journal');
			await m
				.getByRole('button', { name: /^Okonjo & Brandt 2019 Mapping/ })
				.first()
				.click();
			await m.getByLabel('Tags', { exact: true }).fill(m === p ? 'gas, maps, quays' : 'gas, maps, chapter 1');
			await m.keyboard.press('Tab');
			await m.waitForTimeout(800);
			await m.goto(`${base}/settings`);
			await m.getByText('brought up to date').waitFor();
			if (m === p) continue;
			await m.getByRole('button', { name: 'Copy now' }).click();
			await m.waitForTimeout(2500);
		}
		await carryInto(p, await filesIn(other));
		await p.getByRole('button', { name: 'Copy now' }).click();
		await p.getByRole('link', { name: 'See what changed' }).waitFor();
		// without the messages at the foot
		await p.reload();
		await p.getByRole('link', { name: 'See what changed' }).waitFor();
		await p.waitForTimeout(1500);
		await p.mouse.wheel(0, 3000);
		await p.waitForTimeout(500);
	},
	'style-panel': async (p) => {
		await p.goto(`${base}/draft/shore`);
		await ready(p);
		await p.getByRole('button', { name: /^Citation style/ }).click();
		await p.getByRole('button', { name: /^Chicago 17th, full note notes/ }).click();
		await p.getByText(/become \d+ footnotes/).waitFor();
	},
	bibliography: async (p) => {
		await p.goto(`${base}/draft/lamplighters`);
		await ready(p);
		await p.getByRole('button', { name: 'Bibliography options…' }).click();
		await p.getByLabel('Order').selectOption('kind');
		await p.getByLabel('Under each entry').selectOption('annotation');
		await p.getByRole('combobox', { name: /^Look/ }).selectOption('chicago');
		await p
			.locator('.entry .under')
			.first()
			.evaluate((e) => e.scrollIntoView({ block: 'center' }));
		await p.waitForTimeout(400);
	},
	styles: async (p) => {
		await p.goto(`${base}/styles`);
		await p.getByRole('heading', { name: 'What it does' }).waitFor();
		await p.getByRole('searchbox').fill('apa 7');
		await p.getByRole('heading', { level: 1, name: 'APA 7th' }).waitFor();
		await p.waitForTimeout(500);
	},
	'draft-dark': async (p) => {
		await p.goto(`${base}/draft/lamplighters`);
		await p.evaluate(() => document.documentElement.classList.add('dark'));
		await ready(p);
	},
	sources: async (p) => {
		await p.goto(`${base}/sources`);
		await p.getByRole('searchbox').fill('eel');
		await p.getByRole('button', { name: /EELS AND THE LIT/ }).click();
		await p.getByText('Copy the entry').waitFor();
		await p.waitForTimeout(300);
	},
	'import-report': async (p) => {
		await p.goto(`${base}/sources`);
		await p.getByRole('button', { name: 'Import', exact: true }).click();
		await p
			.getByLabel(/Identifiers, addresses or words/)
			.fill(
				'@article{lark2001, author={Lark, Ida and de Roos, Jan}, title={Bells over water}, journal={Harbour Studies}, year=2001}\n@book{broken, title={No end\n@book{stone1988, author={Stone, Per}, title={Stone quays}, year=1988}\n@article{okonjo, author={Okonjo, Adaeze and Brandt, Lise M.}, title={Mapping the gaslit quays}, year=2019}\n@book{again, author={Stone, P.}, title={Stone quays}, year=1988, publisher={Tidemark Press}}'
			);
		await p.getByRole('button', { name: 'Read', exact: true }).click();
		await p.getByText('1 skipped').waitFor();
	},
	tidy: async (p) => {
		await p.goto(`${base}/sources?show=tidy`);
		await p.getByRole('heading', { name: /to clean up/ }).waitFor();
	},
	proof: async (p) => {
		await p.goto(`${base}/draft/lamplighters/proof`);
		await p.getByRole('img', { name: /^Cited sources by year/ }).waitFor();
		await p.waitForTimeout(400);
	},
	'hand-in': async (p) => {
		await p.goto(`${base}/draft/lamplighters/hand-in`);
		await p.getByRole('document').waitFor();
		await p
			.getByRole('status')
			.filter({ hasText: /^\d+ pages$/ })
			.waitFor();
		await p.waitForTimeout(300);
	},
	'bound-work': async (p) => {
		await p.goto(`${base}/work/work-winters`);
		await p.getByRole('list', { name: 'Chapters' }).waitFor();
	},
	'page-panel': async (p) => {
		await p.goto(`${base}/draft/who-paid?side=page`);
		await ready(p);
		await p.getByRole('combobox', { name: 'Kind of paper' }).waitFor();
	}
};

try {
	for (let i = 0; i < 50; i++) {
		const up = await fetch(base).then(
			(r) => r.ok,
			() => false
		);
		if (up) break;
		await new Promise((r) => setTimeout(r, 200));
	}
	for (const [name, run] of Object.entries(SHOTS)) {
		if (wanted.length && !wanted.includes(name)) continue;
		const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
		await run(page);
		await page.waitForTimeout(700);
		await page.screenshot({ path: join(out, `${name}.png`) });
		await page.close();
		console.log(`${name}.png`);
	}
} finally {
	await browser.close();
	server.kill();
}
